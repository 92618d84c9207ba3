import { doseMessage } from '@humble-churn/contract';
import type { Addition, AdditionDose, DoseUnit, SaidDose } from '@humble-churn/core';
import {
  SALT_G_PER_L,
  decimalMarkOf,
  doseTrouble,
  doseUnitsFor,
  findAddition,
  formatDose,
  isSalt,
  readDose,
  sayDose,
  steppedDoseG,
  usualDoseUnit,
  withDose,
} from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { EntryField } from '../../ui/EntryField';
import { Minus, Plus, Trash2 } from '../../ui/icons';
import { SPACE, useColours } from '../../ui/theme';
import { useBench } from './useBench';

interface DoseProps {
  dose: AdditionDose;
  index: number;
  /** It was put in just now: what is counted takes its count at once. */
  fresh: boolean;
}

/** One addition: so much, as the cook says it, at its time. */
export function DosePanel({ dose, index, fresh }: DoseProps) {
  const colour = useColours();
  const { recipe, change, model } = useBench();
  const addition = findAddition(dose.addition, model.pantry);
  if (!addition) return null;
  const name = addition.name.toLowerCase();
  return (
    <View style={[styles.dose, { borderColor: colour.line }]}>
      <HowMuch dose={dose} index={index} fresh={fresh} addition={addition} />
      {recipe.intoGlass !== true && (
        <Choice
          label={`When ${name} goes in`}
          value={dose.when}
          onChange={(when) =>
            change(`when-${index}`, (now) => ({
              ...now,
              additions: now.additions.map((one, j) => (j === index ? { ...one, when } : one)),
            }))
          }
          options={[
            { value: 'before', label: 'Blended in', ...(addition.when === 'before' && { note: 'usual' }) },
            {
              value: 'after',
              label: 'Stirred in after',
              ...(addition.when === 'after' && { note: 'usual' }),
            },
          ]}
        />
      )}
    </View>
  );
}

/** What a dose is now, and setting it: in this batch or in a litre, g. */
function useDose(dose: AdditionDose, index: number, addition: Addition) {
  const { later, model, kitchen, change } = useBench();
  const litres = (later.prediction?.milk.volumeMl ?? 1000) / 1000;
  const batchG = later.prediction?.additions[index]?.massG ?? dose.gPerL * litres;
  const said: SaidDose = dose.said ?? { unit: usualDoseUnit(batchG, addition, kitchen), per: 'batch' };
  const perLitre = said.per === 'litre';
  const set = (massG: number, next: SaidDose): string | null => {
    const of = next.per === 'litre' ? 1 : litres;
    const trouble = doseTrouble(addition, massG, 1000 * of);
    if (trouble?.why === 'nothing') return 'Enter more than 0, or leave it out.';
    if (trouble?.why === 'too-much') {
      const most = trouble.gPerL;
      const asSaid = sayDose(most * of, next.unit, addition, kitchen);
      return `At most ${Number(most.toPrecision(3))} g per litre${next.unit === 'g' ? '' : `, which is about ${asSaid}`}.`;
    }
    if (trouble) return `At least ${trouble.gPerL} g per litre.`;
    change(`dose-${index}`, (now) => withDose(now, index, massG, next, model));
    return null;
  };
  return { massG: perLitre ? dose.gPerL : batchG, batchG, said, set };
}

const UNIT_LABELS: Readonly<Record<DoseUnit, string>> = {
  each: 'Pieces',
  drop: 'Drops',
  pinch: 'Pinches',
  tsp: 'tsp',
  tbsp: 'tbsp',
  cup: 'Cups',
  mL: 'mL',
  g: 'g',
  oz: 'oz',
};

function HowMuch({ dose, index, fresh, addition }: DoseProps & { addition: Addition }) {
  const { kitchen, change } = useBench();
  const { massG, batchG, said, set } = useDose(dose, index, addition);
  const name = addition.name.toLowerCase();
  const step = (more: boolean): void => {
    const next = steppedDoseG(massG, said.unit, more, addition, kitchen);
    if (next !== null) set(next, said);
  };
  const offered = doseUnitsFor(addition);
  const units = offered.includes(said.unit) ? offered : [...offered, said.unit];
  const perL = `${Number(dose.gPerL.toPrecision(3))} g per litre of milk`;
  return (
    <>
      <View style={styles.head}>
        <View style={styles.name}>
          <EntryField
            stacked
            label={addition.name}
            unit={said.per === 'litre' ? 'a litre' : ''}
            inputMode="text"
            shown={sayDose(massG, said.unit, addition, kitchen)}
            focusFirst={fresh && addition.gEach !== null}
            onText={(text) => {
              const read = readDose(text, addition, kitchen, said.unit, decimalMarkOf(kitchen.locale));
              if (!read.ok) return doseMessage(read, addition);
              return set(read.massG, { unit: read.unit, per: read.per ?? said.per });
            }}
          />
        </View>
        <Buttons
          name={name}
          onLess={() => step(false)}
          onMore={() => step(true)}
          onRemove={() =>
            change('dose-out', (now) => ({ ...now, additions: now.additions.filter((_, j) => j !== index) }))
          }
        />
      </View>
      <AppText kind="small" tone="soft">
        {formatDose(batchG, addition, kitchen, said.unit)} in this batch; {perL}.
      </AppText>
      <View style={styles.pair}>
        <Choice
          label={`${addition.name} in`}
          hideLabel
          value={said.unit}
          onChange={(unit) => set(massG, { ...said, unit })}
          options={units.map((unit) => ({
            value: unit,
            label:
              unit === 'each' && addition.piece
                ? addition.piece.many.charAt(0).toUpperCase() + addition.piece.many.slice(1)
                : UNIT_LABELS[unit],
          }))}
        />
        <Choice
          label={`${addition.name} for`}
          hideLabel
          value={said.per}
          onChange={(per) => set(per === 'litre' ? dose.gPerL : batchG, { ...said, per })}
          options={[
            { value: 'batch', label: 'This batch' },
            { value: 'litre', label: 'A litre' },
          ]}
        />
      </View>
      {isSalt(addition) && (
        <AppText kind="small" tone="soft">
          Usual: {SALT_G_PER_L.min} to {SALT_G_PER_L.max} g a litre. It does not make the milk keep longer.
        </AppText>
      )}
    </>
  );
}

/** What stands beside the field of a dose. */
function Buttons({
  name,
  onLess,
  onMore,
  onRemove,
}: {
  name: string;
  onLess: () => void;
  onMore: () => void;
  onRemove: () => void;
}) {
  return (
    <View style={styles.buttons}>
      <Button label={`Less ${name}`} icon={Minus} iconOnly onPress={onLess} />
      <Button label={`More ${name}`} icon={Plus} iconOnly onPress={onMore} />
      <Button label={`Remove ${name}`} icon={Trash2} iconOnly kind="quiet" onPress={onRemove} />
    </View>
  );
}

const styles = StyleSheet.create({
  dose: { gap: SPACE.small, borderTopWidth: 1, paddingTop: SPACE.small },
  head: { flexDirection: 'row', alignItems: 'flex-start', gap: SPACE.small },
  // Beside the field, under its label.
  buttons: { flexDirection: 'row', paddingTop: 23, gap: SPACE.tight },
  pair: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
  name: { flex: 1 },
});
