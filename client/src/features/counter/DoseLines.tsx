import type { Addition, AdditionDose, DoseLine, Pantry, SaidDose } from '@humble-churn/core';
import {
  doseLines,
  findAddition,
  firstDoseG,
  formatDoseOf,
  moreDoseG,
  sayDose,
  strainedMilkMl,
  usualDoseUnit,
} from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AdditionCaution } from '../../ui/AdditionCaution';
import { AdditionPicker } from '../../ui/AdditionPicker';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { HandDoseField } from '../../ui/HandDoseField';
import { Check } from '../../ui/icons';
import { SPACE, useColours } from '../../ui/theme';
import { useMeasures } from '../../ui/measures';
import { useOwnIngredients } from '../../wire/kitchen';
import { wireOwn } from '../../wire/wireRecipe';
import type { RecordableEvent } from '../../wire/batches';
import type { GuideProps } from './guideProps';

type When = AdditionDose['when'];

/** What of a batch goes in at its time, and what the kitchen knows of it. */
export function useDoseLines({ batch, plan }: Pick<GuideProps, 'batch' | 'plan'>, when: When) {
  const { state } = batch;
  const { data: own = [] } = useOwnIngredients();
  const pantry = { own: [...state.ingredients, ...own] };
  const strainedMl = strainedMilkMl(state, plan.prediction);
  const blendedMl = state.prediction.milk.volumeMl;
  const lines = doseLines(state, blendedMl, strainedMl).filter((line) => line.when === when);
  return { lines, pantry, milkMl: when === 'after' ? strainedMl : blendedMl };
}

/** What is recorded of so much that went in; the cook's own addition goes along, so that the batch keeps it. */
function stirredIn(
  addition: Addition,
  massG: number,
  unit: SaidDose['unit'],
  pantry: Pantry,
): RecordableEvent {
  const own = wireOwn(pantry.own.filter(({ key }) => key === addition.key));
  return {
    type: 'stirred-in',
    addition: addition.key,
    massG,
    said: { unit, per: 'batch' },
    ...(own.length > 0 && { own: own.slice(0, 1) }),
  };
}

interface Props extends GuideProps {
  when: When;
}

/** Each addition at its time: taken as planned, changed, added to, left out; and what nobody planned. */
export function DoseLines({ when, ...parts }: Props) {
  const { record } = parts;
  const { lines, pantry, milkMl } = useDoseLines(parts, when);
  const [more, setMore] = useState<readonly Addition[]>([]);
  const shown = [
    ...lines.flatMap((line) => {
      const addition = findAddition(line.addition, pantry);
      return addition ? [{ line, addition }] : [];
    }),
    ...more
      .filter(({ key }) => !lines.some(({ addition }) => addition === key))
      .map((addition) => ({ line: null, addition })),
  ];
  return (
    <View style={styles.lines}>
      {shown.map(({ line, addition }) => (
        <OneLine
          key={addition.key}
          line={line}
          addition={addition}
          when={when}
          record={record}
          pantry={pantry}
          milkMl={milkMl}
          onTaken={() => setMore((now) => now.filter(({ key }) => key !== addition.key))}
        />
      ))}
      <AdditionPicker
        pantry={pantry}
        without={[...lines.map(({ addition }) => addition), ...more.map(({ key }) => key)]}
        onPick={(addition) => setMore((now) => [...now, addition])}
      />
    </View>
  );
}

/** What is to go in next: as planned, or what was typed; after the first time a little more. */
function useNextDose(line: DoseLine | null, addition: Addition, milkMl: number) {
  const measures = useMeasures();
  const [dose, setDose] = useState<{ massG: number; unit: SaidDose['unit'] } | null>(null);
  const [troubled, setTroubled] = useState(false);
  const firstG = line?.plannedG ?? firstDoseG(addition, milkMl);
  const unit = dose?.unit ?? line?.said?.unit ?? usualDoseUnit(firstG, addition, measures);
  const isIn = line !== null && line.saidG !== null;
  return {
    massG: dose?.massG ?? (isIn ? moreDoseG(addition, firstG) : firstG),
    unit,
    troubled,
    trouble: () => setTroubled(true),
    set: (massG: number, next: SaidDose['unit']): void => {
      setTroubled(false);
      setDose({ massG, unit: next });
    },
    reset: () => setDose(null),
  };
}

function OneLine({
  line,
  addition,
  when,
  record,
  pantry,
  milkMl,
  onTaken,
}: {
  /** Null for what nobody planned and that is not in yet. */
  line: DoseLine | null;
  addition: Addition;
  when: When;
  record: GuideProps['record'];
  pantry: Pantry;
  /** The milk it goes into, mL. */
  milkMl: number;
  onTaken: () => void;
}) {
  const colour = useColours();
  const measures = useMeasures();
  const isIn = line !== null && line.saidG !== null;
  const { massG, unit, set, reset, troubled, trouble } = useNextDose(line, addition, milkMl);
  const [adding, setAdding] = useState(false);
  const amount = (g: number): string => sayDose(g, unit, addition, measures);
  const name = addition.name;
  const take = (): void => {
    record.add([stirredIn(addition, massG, unit, pantry)], () => {
      reset();
      setAdding(false);
      onTaken();
    });
  };
  const entry = !isIn || adding;
  return (
    <View style={[styles.line, { borderColor: colour.line }]}>
      <LineHead name={name} line={line} amount={amount} />
      {entry && (
        <HandDoseField
          addition={addition}
          label={isIn ? `More ${name.toLowerCase()}` : `${name} to put in`}
          massG={massG}
          unit={unit}
          onTrouble={trouble}
          onDose={set}
        />
      )}
      {!line?.planned && <AdditionCaution addition={addition} />}
      {entry && (
        <AppText kind="small" tone="soft">
          {formatDoseOf(massG, addition, measures, unit)}
        </AppText>
      )}
      <View style={styles.row}>
        {entry ? (
          <Button
            label={when === 'after' ? 'Stirred in' : 'Put in'}
            hint={`${when === 'after' ? 'Stirred in' : 'Put in'}: ${name.toLowerCase()}`}
            icon={Check}
            counter
            disabled={troubled}
            onPress={take}
          />
        ) : (
          <Button label={`Add more ${name.toLowerCase()}`} onPress={() => setAdding(true)} />
        )}
        {line?.planned && !isIn && !line.leftOut && (
          <Button
            label="Leave out"
            hint={`Leave out: ${name.toLowerCase()}`}
            kind="quiet"
            onPress={() => record.add([{ type: 'left-out', addition: addition.key }])}
          />
        )}
      </View>
    </View>
  );
}

/** What it is, and how much of it is in. */
function LineHead({
  name,
  line,
  amount,
}: {
  name: string;
  line: DoseLine | null;
  amount: (massG: number) => string;
}) {
  const planned =
    line === null || line.plannedG === null ? ', not planned' : `, ${amount(line.plannedG)} planned`;
  const words =
    line === null
      ? ''
      : line.leftOut
        ? ': left out'
        : line.saidG === null
          ? ''
          : `: ${amount(line.saidG)} in${planned}`;
  return (
    <AppText kind="strong">
      {name}
      <AppText tone="soft">{words}</AppText>
    </AppText>
  );
}

const styles = StyleSheet.create({
  lines: { gap: SPACE.medium },
  line: { gap: SPACE.small, borderTopWidth: 1, paddingTop: SPACE.small },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
