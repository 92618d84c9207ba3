import { refusalMessage } from '@humble-churn/contract';
import type {
  PairedDifference,
  Prediction,
  Interval,
  MachineKind,
  Peel,
  Recipe,
  Squeeze,
  Strainer,
  ComparedFigure,
  NutForm,
  KitchenModel,
} from '@humble-churn/core';
import {
  formatDuration,
  formatMass,
  formatMoney,
  formatReadTemp,
  formatVolume,
  inKitchenMeasures,
  predict,
  withSoakMethod,
  withNutForm,
  priceVolumes,
} from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { SPACE, useColours } from '../../ui/theme';
import { benchLine } from './benchLines';
import { SECTIONS, SECTION_TITLES } from './openSections';
import { useBench } from './useBench';
import type { KnownKitchen } from '../../wire/kitchen';
import {
  MACHINE_LABELS,
  FORM_LABELS,
  ORDER_LABELS,
  PEEL_LABELS,
  SOAK_LABELS,
  SQUEEZE_LABELS,
  STRAINER_LABELS,
} from '../../ui/recipeLabels';

type Question = 'form' | 'soak' | 'peel' | 'strain' | 'squeeze' | 'order' | 'machine';
const QUESTIONS: Readonly<Record<Question, string>> = {
  form: 'Form of the nuts',
  soak: 'Soak',
  peel: 'Skins',
  strain: 'Strainer',
  squeeze: 'Squeeze',
  order: 'Order of the water',
  machine: 'Machine',
};

/** The answers to one question, and how the other side gives one. */
function answersOf(question: Question, other: Recipe, model: KitchenModel) {
  const keys = <K extends string>(words: Readonly<Record<K, string>>, leave: readonly string[] = []) =>
    (Object.keys(words) as K[])
      .filter((key) => !leave.includes(key))
      .map((value) => ({ value, label: words[value] }));
  switch (question) {
    case 'form':
      return {
        value: (other.nuts[0]?.form ?? 'whole') as string,
        options: keys(FORM_LABELS),
        give: (now: Recipe, value: string): Recipe => withNutForm(now, 0, value as NutForm, model.pantry),
      };
    case 'soak':
      return {
        value: other.soak.method as string,
        options: keys(SOAK_LABELS),
        give: (now: Recipe, value: string): Recipe =>
          withSoakMethod(now, value as Recipe['soak']['method'], model.pantry, model.surroundings),
      };
    case 'peel':
      return {
        value: other.peel as string,
        options: keys(PEEL_LABELS),
        give: (now: Recipe, value: string): Recipe => ({ ...now, peel: value as Peel }),
      };
    case 'strain':
      return {
        value: other.strain.strainer as string,
        options: keys(STRAINER_LABELS, ['cold-press']),
        give: (now: Recipe, value: string): Recipe => {
          const strainer = value as Strainer;
          const washShare = strainer === 'none' ? 0 : now.strain.washShare;
          return { ...now, strain: { ...now.strain, strainer, strainerName: null, washShare } };
        },
      };
    case 'squeeze':
      return {
        value: other.strain.squeeze as string,
        options: keys(SQUEEZE_LABELS),
        give: (now: Recipe, value: string): Recipe => ({
          ...now,
          strain: { ...now.strain, squeeze: value as Squeeze },
        }),
      };
    case 'order':
      return {
        value: other.blend.waterOrder as string,
        options: keys(ORDER_LABELS),
        give: (now: Recipe, value: string): Recipe => ({
          ...now,
          blend: { ...now.blend, waterOrder: value as Recipe['blend']['waterOrder'] },
        }),
      };
    case 'machine':
      return {
        value: other.blend.machine as string,
        options: keys(MACHINE_LABELS),
        give: (now: Recipe, value: string): Recipe => ({
          ...now,
          blend: {
            ...now.blend,
            machine: value as MachineKind,
            machineName: null,
            powerW: null,
            fillLineMl: null,
          },
        }),
      };
  }
}

/** Two ways of making it side by side: what differs, by how much, and how sure that is. */
export default function BesidePanel() {
  const { draft, whatIf, kitchen } = useBench();
  const comparison = whatIf?.comparison ?? null;
  if (!draft.other) {
    return (
      <Panel title="Two ways side by side">
        <AppText>
          Compare it with a copy of this recipe: change one thing on the copy, or several, and see what that
          does: to the milk, the grit, the nuts that are not drunk, your minutes and the cost.
        </AppText>
        <View style={styles.row}>
          <Button label="Compare with a copy" onPress={draft.layCopy} />
        </View>
      </Panel>
    );
  }
  return (
    <Panel title="Two ways side by side">
      <TheCopy other={draft.other} comparison={comparison} />
      <AppText kind="small" tone="soft">
        {comparison?.nutG != null && `Both from the same ${formatMass(comparison.nutG, kitchen)} of nuts. `}
        The range is where 8 kitchens in 10 lie, each making both ways. Shared things, such as the nut and the
        bag, do not blur it.
      </AppText>
      <View style={styles.row}>
        <Button
          label="Change anything on the copy"
          hint="Change anything on the copy: the sides are swapped, and every decision of the bench is its own"
          onPress={draft.swap}
        />
        <Button label="Copy the bench anew" onPress={draft.layCopy} />
        <Button label="Clear the copy" kind="quiet" onPress={draft.clearCopy} />
      </View>
    </Panel>
  );
}

/** What is different on the copy, and what comes of it. */
function TheCopy({ other, comparison }: { other: Recipe; comparison: PairedDifference | null }) {
  const { draft, model, kitchen } = useBench();
  const [question, setQuestion] = useState<Question>('squeeze');
  const { value, options, give } = answersOf(question, other, model);
  const made = predict(other, model);
  return (
    <>
      <Choice
        label="What is to differ"
        value={question}
        onChange={setQuestion}
        options={(Object.keys(QUESTIONS) as Question[]).map((key) => ({ value: key, label: QUESTIONS[key] }))}
      />
      <Choice
        label={`${QUESTIONS[question]} on the copy`}
        value={value}
        onChange={(next) => draft.changeOther(question, (now) => give(now, next))}
        options={options}
      />
      {!made.ok && (
        <Notice kind="error">
          The copy cannot be made: {inKitchenMeasures(refusalMessage(made.refusal), kitchen)}
        </Notice>
      )}
      <Decisions other={other} made={made.ok ? made.value : null} />
      {made.ok && comparison && <Differences comparison={comparison} />}
    </>
  );
}

/** The names of a table's columns. */
function TableHead({ names }: { names: readonly string[] }) {
  const colour = useColours();
  return (
    <View role="row" style={[styles.tableRow, { borderColor: colour.line }]}>
      {names.map((name, i) => (
        <View role="columnheader" key={name} style={i === 0 ? styles.name : styles.cell}>
          <AppText kind="small" tone="soft">
            {name}
          </AppText>
        </View>
      ))}
    </View>
  );
}

/** Every decision in which the two differ, as each is told on the bench. */
function Decisions({ other, made }: { other: Recipe; made: Prediction | null }) {
  const colour = useColours();
  const { later, draft, model, kitchen } = useBench();
  const rows = SECTIONS.flatMap((section) => {
    const here = benchLine(section, { ...later, servings: draft.servings, model, kitchen });
    const there = benchLine(section, { recipe: other, prediction: made, servings: null, model, kitchen });
    return here === there || section === 'amount' ? [] : [{ section, here, there }];
  });
  if (rows.length === 0) {
    return <AppText tone="soft">The copy is still as the bench: choose what is to differ.</AppText>;
  }
  return (
    <View role="table" aria-label="Decisions that differ">
      <TableHead names={['Decision', 'Bench', 'Copy']} />
      {rows.map(({ section, here, there }) => (
        <View role="row" key={section} style={[styles.tableRow, { borderColor: colour.line }]}>
          <View role="rowheader" style={styles.name}>
            <AppText kind="small">{SECTION_TITLES[section]}</AppText>
          </View>
          {[here, there].map((words, i) => (
            <View role="cell" key={i} style={styles.cell}>
              <AppText kind="small" tone={i === 0 ? 'soft' : 'ink'}>
                {words}
              </AppText>
            </View>
          ))}
        </View>
      ))}
    </View>
  );
}

interface Figure {
  figure: ComparedFigure;
  name: string;
  words: (value: number) => string;
  /** Less than this is no difference. */
  least: number;
}

function figuresOf(kitchen: KnownKitchen, priced: boolean): Figure[] {
  const money = (sum: number): string => formatMoney(sum, kitchen.currency);
  const [volume = { name: 'litre', litres: 1 }] = priceVolumes(kitchen);
  return [
    { figure: 'milkMl', name: 'Milk', words: (ml) => formatVolume(ml, kitchen), least: 1 },
    { figure: 'solidsPct', name: 'Solids', words: (pct) => `${pct.toFixed(2)} %`, least: 0.005 },
    { figure: 'gritPct', name: 'Grit', words: (pct) => `${pct.toFixed(2)} %`, least: 0.005 },
    { figure: 'nutsLeftG', name: 'Nuts not drunk', words: (g) => formatMass(g, kitchen), least: 0.5 },
    { figure: 'endTempC', name: 'Ends at', words: (c) => formatReadTemp(c, kitchen.measures), least: 0.05 },
    { figure: 'handsOnMin', name: 'Hands-on time', words: (min) => formatDuration(min * 60), least: 0.1 },
    ...(priced
      ? [
          {
            figure: 'costPerL' as const,
            name: `A ${volume.name} costs`,
            words: (perL: number) => money(perL * volume.litres),
            least: 0.0005,
          },
        ]
      : []),
  ];
}

function signed(value: number, words: (value: number) => string): string {
  return value < 0 ? `−${words(-value)}` : `+${words(value)}`;
}

/** How sure a difference is, in words. */
function verdict({ low, high }: Interval, { words, least }: Figure): string {
  if (Math.abs(low) < least && Math.abs(high) < least) return 'no difference';
  const sure = low > 0 || high < 0 ? 'surely' : 'may go either way';
  return `${signed(low, words)} to ${signed(high, words)}, ${sure}`;
}

function Differences({ comparison }: { comparison: PairedDifference }) {
  const colour = useColours();
  const { kitchen, later } = useBench();
  const priced = later.cost !== null && later.cost.parts.length > 0;
  return (
    <View role="table" aria-label="What differs">
      <TableHead names={['Figure', 'Bench', 'Copy', 'Difference']} />
      {figuresOf(kitchen, priced).map((row) => {
        const { figure, name, words, least } = row;
        const size = comparison.size[figure];
        return (
          <View role="row" key={figure} style={[styles.tableRow, { borderColor: colour.line }]}>
            <View role="rowheader" style={styles.name}>
              <AppText kind="small">{name}</AppText>
            </View>
            <View role="cell" style={styles.cell}>
              <AppText kind="small">{words(comparison.one[figure])}</AppText>
            </View>
            <View role="cell" style={styles.cell}>
              <AppText kind="small">{words(comparison.other[figure])}</AppText>
            </View>
            <View role="cell" style={styles.cell}>
              <AppText kind="small">{Math.abs(size) < least ? 'same' : signed(size, words)}</AppText>
              <AppText kind="small" tone="soft">
                {verdict(comparison.difference[figure], row)}
              </AppText>
            </View>
          </View>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  tableRow: {
    flexDirection: 'row',
    gap: SPACE.small,
    paddingVertical: SPACE.tight,
    borderTopWidth: StyleSheet.hairlineWidth,
  },
  name: { flex: 0.9 },
  cell: { flex: 1, minWidth: 0 },
});
