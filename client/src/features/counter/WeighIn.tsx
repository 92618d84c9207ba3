import type { MassUnit, StepState, VolumeUnit } from '@humble-churn/core';
import { isVolumeUnit, readingIn, shownMass, shownVolume } from '@humble-churn/core';
import { Check } from '../../ui/icons';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Notice } from '../../ui/Notice';
import { QuantityField } from '../../ui/QuantityField';
import { SPACE } from '../../ui/theme';
import { CUP_NAMES } from '../kitchen/words';
import type { GuideProps } from './GuideScreen';

type Unit = MassUnit | VolumeUnit;

function unitOptions(cupName: string, volumes: boolean) {
  return [
    { value: 'g' as const, label: 'g' },
    { value: 'oz' as const, label: 'oz' },
    ...(volumes
      ? [
          { value: 'mL' as const, label: 'mL' },
          { value: 'cups' as const, label: cupName },
        ]
      : []),
  ];
}

/** Milk and pulp off the scale or the measuring jug, after straining. */
export function WeighIn({ batch, kitchen, record, step }: GuideProps & { step: StepState }) {
  const { prediction } = batch.state;
  const us = kitchen.measures === 'us';
  const [milkUnit, setMilkUnit] = useState<Unit>('g');
  const [pulpUnit, setPulpUnit] = useState<Unit>(us ? 'oz' : 'g');
  const [milk, setMilk] = useState<number | null>(null);
  const [pulp, setPulp] = useState<number | null>(null);
  const [missing, setMissing] = useState(false);
  // What was typed last is no number: it must be mended before anything is kept.
  const [troubled, setTroubled] = useState<readonly ('milk' | 'pulp')[]>([]);
  const mended = (what: 'milk' | 'pulp'): void => setTroubled((now) => now.filter((one) => one !== what));
  const take = (what: 'milk' | 'pulp', set: (value: number) => void) => (value: number) => {
    if (value <= 0) return 'More than nothing, please.';
    if (value > 60_000) return 'That is more than this kitchen could make. Check the unit.';
    set(value);
    mended(what);
    setMissing(false);
    return null;
  };
  const volumetric = isVolumeUnit(milkUnit);
  const hasPulp = prediction.pulp.massG > 0;
  const finish = (): void => {
    if (troubled.length > 0) return;
    if (milk === null) {
      setMissing(true);
      return;
    }
    record.say([
      { type: 'measured', what: 'milk', reading: readingIn(milk, milkUnit, kitchen.cupSystem) },
      ...(pulp === null
        ? []
        : [
            {
              type: 'measured' as const,
              what: 'pulp' as const,
              reading: readingIn(pulp, pulpUnit, kitchen.cupSystem),
            },
          ]),
      { type: 'step-done', step: step.id },
    ]);
  };
  return (
    <View style={styles.form}>
      <View style={styles.pair}>
        <QuantityField
          key={`milk-${milkUnit}`}
          label={volumetric ? 'Milk, measured' : 'Milk, weighed'}
          unit={milkUnit === 'cups' ? CUP_NAMES[kitchen.cupSystem] : milkUnit}
          shown={milk === null ? '' : String(milk)}
          onNumber={take('milk', setMilk)}
          onEmpty={() => {
            setMilk(null);
            mended('milk');
          }}
          onTrouble={() => setTroubled((now) => [...now, 'milk'])}
          counter
          note={
            volumetric
              ? 'Read it after the froth has fallen: froth reads about 5 % too much.'
              : `About ${shownMass(prediction.milk.massG, kitchen)} expected, ${shownVolume(prediction.milk.volumeMl, kitchen)}.`
          }
        />
        <Choice
          label="Milk in"
          value={milkUnit}
          onChange={(unit) => {
            setMilkUnit(unit);
            setMilk(null);
            mended('milk');
          }}
          options={unitOptions(CUP_NAMES[kitchen.cupSystem], true)}
        />
      </View>
      {hasPulp && (
        <View style={styles.pair}>
          <QuantityField
            key={`pulp-${pulpUnit}`}
            label="Pulp, weighed"
            unit={pulpUnit}
            shown={pulp === null ? '' : String(pulp)}
            onNumber={take('pulp', setPulp)}
            onEmpty={() => {
              setPulp(null);
              mended('pulp');
            }}
            onTrouble={() => setTroubled((now) => [...now, 'pulp'])}
            counter
            note={`About ${shownMass(prediction.pulp.massG, kitchen)} expected. Leave empty if not weighed.`}
          />
          <Choice
            label="Pulp in"
            value={pulpUnit}
            onChange={(unit) => {
              setPulpUnit(unit);
              setPulp(null);
              mended('pulp');
            }}
            options={unitOptions(CUP_NAMES[kitchen.cupSystem], false)}
          />
        </View>
      )}
      {missing && <Notice kind="error">Enter the milk first: by weight, or by volume.</Notice>}
      <Button
        label="Strained"
        hint="Strained: keep these figures and go on"
        kind="main"
        icon={Check}
        counter
        busy={record.isPending}
        disabled={troubled.length > 0}
        onPress={finish}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  form: { gap: SPACE.roomy },
  pair: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
});
