import type { MassUnit, StepState, VolumeUnit } from '@humble-churn/core';
import {
  gPer,
  isFarOff,
  isVolumeUnit,
  movedInterval,
  readingIn,
  formatMass,
  formatVolume,
  typedFigure,
} from '@humble-churn/core';
import { Check } from '../../ui/icons';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { QuantityField } from '../../ui/QuantityField';
import { Toggle } from '../../ui/Toggle';
import { SPACE } from '../../ui/theme';
import { CUP_NAMES } from '../../ui/cupNames';
import type { GuideProps } from './guideProps';
import { ScaleOffer } from './ScaleOffer';
import { WeighAgain } from './WeighAgain';
import { useDigits } from './useDigits';

type Unit = MassUnit | VolumeUnit;

const MASS_OPTIONS: readonly { value: MassUnit; label: string }[] = [
  { value: 'g', label: 'g' },
  { value: 'oz', label: 'oz' },
];

function unitOptions(cupName: string): readonly { value: Unit; label: string }[] {
  return [...MASS_OPTIONS, { value: 'mL', label: 'mL' }, { value: 'cups', label: cupName }];
}

/** Milk and pulp off the scale or the measuring jug, after straining. */
export function WeighIn({ batch, kitchen, plan, record, ways, step }: GuideProps & { step: StepState }) {
  const { prediction } = plan;
  const { sureness, prediction: planned } = batch.state;
  const us = kitchen.measures === 'us';
  const scaleUnit: MassUnit = us ? 'oz' : 'g';
  const [milkUnit, setMilkUnit] = useState<Unit>(scaleUnit);
  const [pulpUnit, setPulpUnit] = useState<MassUnit>(scaleUnit);
  const [milk, setMilk] = useState<number | null>(null);
  const [pulp, setPulp] = useState<number | null>(null);
  /** Judged by eye rather than read off. */
  const [byEye, setByEye] = useState(false);
  // What was typed last is no number: it must be mended before anything is kept.
  const [troubled, setTroubled] = useState<readonly ('milk' | 'pulp')[]>([]);
  /** Figures asked about, for they are far from what was expected; those that were said to be right. */
  const [asking, setAsking] = useState<'milk' | 'pulp' | null>(null);
  const [sure, setSure] = useState<readonly ('milk' | 'pulp')[]>([]);
  const [round, setRound] = useState(0);
  const { focusRef } = useDigits();
  const mended = (what: 'milk' | 'pulp'): void => setTroubled((now) => now.filter((one) => one !== what));
  const take = (what: 'milk' | 'pulp', set: (value: number) => void) => (value: number) => {
    if (value <= 0) return 'Enter more than 0.';
    if (value > 60_000) return 'That is more than this kitchen could make. Check the unit.';
    set(value);
    mended(what);
    setAsking(null);
    setSure((now) => now.filter((one) => one !== what));
    return null;
  };
  const volumetric = isVolumeUnit(milkUnit);
  const hasPulp = prediction.pulp.massG > 0;
  /** A figure that is far off and was not yet said to be right. */
  const farOff = (alsoSure: readonly ('milk' | 'pulp')[]): 'milk' | 'pulp' | null => {
    if (milk !== null && !alsoSure.includes('milk')) {
      const read = readingIn(milk, milkUnit, kitchen.cupSystem);
      const ml = 'volumeMl' in read ? read.volumeMl : read.massG / prediction.milk.densityGPerMl;
      const expectedMl = prediction.milk.volumeMl;
      const likely = movedInterval(sureness?.milkMl ?? null, planned.milk.volumeMl, expectedMl);
      if (isFarOff(ml, expectedMl, likely)) return 'milk';
    }
    if (pulp !== null && !alsoSure.includes('pulp')) {
      const expectedG = prediction.pulp.massG;
      const likely = movedInterval(sureness?.pulpG ?? null, planned.pulp.massG, expectedG);
      if (isFarOff(pulp * gPer(pulpUnit), expectedG, likely)) return 'pulp';
    }
    return null;
  };
  const finish = (alsoSure: readonly ('milk' | 'pulp')[]): void => {
    if (troubled.length > 0) return;
    const far = farOff(alsoSure);
    setAsking(far);
    if (far) return;
    record.say([
      milk === null
        ? { type: 'not-measured', what: 'milk' }
        : { type: 'measured', what: 'milk', reading: readingIn(milk, milkUnit, kitchen.cupSystem), byEye },
      ...(pulp === null
        ? []
        : [
            {
              type: 'measured' as const,
              what: 'pulp' as const,
              reading: readingIn(pulp, pulpUnit, kitchen.cupSystem),
              byEye,
            },
          ]),
      { type: 'step-done', step: step.id },
    ]);
  };
  // The scale's reading goes to what is still missing, the milk first.
  const wanted = milk === null ? 'milk' : hasPulp && pulp === null ? 'pulp' : null;
  const fromScale = (massG: number): void => {
    const inScaleUnit = massG / gPer(scaleUnit);
    if (wanted === 'milk') {
      setMilkUnit(scaleUnit);
      setMilk(inScaleUnit);
      mended('milk');
    } else {
      setPulpUnit(scaleUnit);
      setPulp(inScaleUnit);
      mended('pulp');
    }
    setRound((now) => now + 1);
  };
  const again = (what: 'milk' | 'pulp'): void => {
    if (what === 'milk') setMilk(null);
    else setPulp(null);
    setAsking(null);
    setRound((now) => now + 1);
  };
  return (
    <View style={styles.form}>
      {wanted && (
        <ScaleOffer what={wanted} measures={kitchen.measures} handsFree={ways.handsFree} onTake={fromScale} />
      )}
      <View style={styles.pair}>
        <QuantityField
          key={`milk-${milkUnit}-${round}`}
          {...(milk === null && { inputRef: focusRef })}
          label={volumetric ? 'Milk, measured' : 'Milk, weighed'}
          unit={milkUnit === 'cups' ? CUP_NAMES[kitchen.cupSystem] : milkUnit}
          shown={milk === null ? '' : typedFigure(milk)}
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
              : `About ${formatMass(prediction.milk.massG, kitchen)} expected, ${formatVolume(prediction.milk.volumeMl, kitchen)}.`
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
          options={unitOptions(CUP_NAMES[kitchen.cupSystem])}
        />
      </View>
      {hasPulp && (
        <View style={styles.pair}>
          <QuantityField
            key={`pulp-${pulpUnit}-${round}`}
            {...(milk !== null && { inputRef: focusRef })}
            label="Pulp, weighed"
            unit={pulpUnit}
            shown={pulp === null ? '' : typedFigure(pulp)}
            onNumber={take('pulp', setPulp)}
            onEmpty={() => {
              setPulp(null);
              mended('pulp');
            }}
            onTrouble={() => setTroubled((now) => [...now, 'pulp'])}
            counter
            note={`About ${formatMass(prediction.pulp.massG, kitchen)} expected. Leave empty if not weighed.`}
          />
          <Choice
            label="Pulp in"
            value={pulpUnit}
            onChange={(unit) => {
              setPulpUnit(unit);
              setPulp(null);
              mended('pulp');
            }}
            options={MASS_OPTIONS}
          />
        </View>
      )}
      {asking && (
        <WeighAgain
          words={
            asking === 'milk'
              ? `That is far from the ${formatVolume(prediction.milk.volumeMl, kitchen)} of milk expected. Was the jug tared, and has the froth fallen?`
              : `That is far from the ${formatMass(prediction.pulp.massG, kitchen)} of pulp expected. Was the bowl tared?`
          }
          onAgain={() => again(asking)}
          onKeep={() => {
            const now = [...sure, asking];
            setSure(now);
            finish(now);
          }}
        />
      )}
      {milk !== null && (
        <Toggle
          label="Judged by eye"
          note="kept as such; a measured figure tells more"
          on={byEye}
          onChange={setByEye}
        />
      )}
      <Button
        label={milk === null ? 'Milk not measured' : byEye ? 'Save and continue' : 'Weighed'}
        hint={
          milk === null
            ? 'Milk not measured: go on with what is expected'
            : 'Weighed: keep these figures and go on'
        }
        kind={milk === null ? 'plain' : 'main'}
        icon={Check}
        counter
        disabled={troubled.length > 0 || asking !== null}
        onPress={() => finish(sure)}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  form: { gap: SPACE.roomy },
  pair: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
});
