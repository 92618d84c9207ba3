import type { MassUnit, Reading, StepState } from '@humble-churn/core';
import {
  formatMass,
  formatVolume,
  fractions,
  gPer,
  isFarOffReading,
  isVolumeUnit,
  readingIn,
  typedFigure,
} from '@humble-churn/core';
import type { Dispatch } from 'react';
import { useReducer } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { QuantityField } from '../../ui/QuantityField';
import { Toggle } from '../../ui/Toggle';
import { CUP_NAMES } from '../../ui/cupNames';
import { Check } from '../../ui/icons';
import { SPACE } from '../../ui/theme';
import { ScaleOffer } from './ScaleOffer';
import { WeighAgain } from './WeighAgain';
import type { GuideProps } from './guideProps';
import { useDigits } from './useDigits';
import type { Unit, Weighed, Weighing, WeighingAction } from './weighing';
import { firstWeighing, weighingReducer } from './weighing';

const MASS_OPTIONS: readonly { value: Unit; label: string }[] = [
  { value: 'g', label: 'g' },
  { value: 'oz', label: 'oz' },
];
const WHATS: readonly Weighed[] = ['milk', 'pulp'];
/** More than this is a slip, g or mL. */
const MOST = 60_000;

/** What was entered, as it is recorded; null where nothing was. */
function readings({ milk, pulp }: Weighing, cupSystem: Parameters<typeof readingIn>[2]) {
  const reading = ({ value, unit }: Weighing[Weighed]): Reading | null =>
    value === null ? null : readingIn(value, unit, cupSystem);
  return { milk: reading(milk), pulp: reading(pulp) };
}

type WeighInProps = GuideProps & { step: StepState };

/** What is being entered, and keeping it once nothing about it is doubtful. */
function useWeighing({ batch, kitchen, plan, record, step }: WeighInProps, scaleUnit: MassUnit) {
  const [state, dispatch] = useReducer(weighingReducer, scaleUnit, firstWeighing);
  const troubled = state.milk.troubled || state.pulp.troubled;
  const finish = (now: Weighing): void => {
    if (troubled) return;
    const read = readings(now, kitchen.cupSystem);
    const far = WHATS.find((what) => {
      const reading = read[what];
      return reading && !now[what].sure && isFarOffReading(batch.state, plan.prediction, what, reading);
    });
    if (far) {
      dispatch({ type: 'ask', what: far });
      return;
    }
    const { byEye } = now;
    record.add([
      read.milk
        ? { type: 'measured', what: 'milk', reading: read.milk, byEye }
        : { type: 'not-measured', what: 'milk' },
      ...(read.pulp ? [{ type: 'measured' as const, what: 'pulp' as const, reading: read.pulp, byEye }] : []),
      { type: 'step-done', step: step.id },
    ]);
  };
  return { state, dispatch, troubled, finish };
}

/** Milk and pulp off the scale or the measuring jug, after straining. */
export function WeighIn(props: WeighInProps) {
  const { kitchen, plan, ways } = props;
  const { prediction } = plan;
  const scaleUnit: MassUnit = kitchen.measures === 'us' ? 'oz' : 'g';
  const { state, dispatch, troubled, finish } = useWeighing(props, scaleUnit);
  const { milk, pulp, byEye, asking } = state;
  const hasPulp = prediction.pulp.massG > 0;
  // The scale's reading goes to what is still missing, the milk first.
  const wanted = milk.value === null ? 'milk' : hasPulp && pulp.value === null ? 'pulp' : null;
  const cupName = CUP_NAMES[kitchen.cupSystem];
  const milkText = formatVolume(prediction.milk.volumeMl, kitchen);
  const pulpText = formatMass(prediction.pulp.massG, kitchen);
  const volumetric = isVolumeUnit(milk.unit);
  const figure = { state, dispatch, cupName, focused: milk.value === null ? 'milk' : 'pulp' } as const;
  return (
    <View style={styles.form}>
      {wanted && (
        <ScaleOffer
          what={wanted}
          measures={kitchen.measures}
          handsFree={ways.handsFree}
          onTake={(massG) =>
            dispatch({ type: 'from-scale', what: wanted, value: massG / gPer(scaleUnit), unit: scaleUnit })
          }
        />
      )}
      <Figure
        {...figure}
        what="milk"
        label={volumetric ? 'Milk, measured' : 'Milk, weighed'}
        note={
          volumetric
            ? 'Read it after the froth has fallen: froth reads about 5 % too much.'
            : `About ${formatMass(prediction.milk.massG, kitchen)} expected, ${milkText}.`
        }
        units={[...MASS_OPTIONS, { value: 'mL', label: 'mL' }, { value: 'cups', label: cupName }]}
      />
      {hasPulp && (
        <Figure
          {...figure}
          what="pulp"
          label="Pulp, weighed"
          note={`About ${pulpText} expected. Leave empty if not weighed.`}
          units={MASS_OPTIONS}
        />
      )}
      {asking && (
        <WeighAgain
          words={
            asking === 'milk'
              ? `That is far from the ${milkText} of milk expected. Was the jug tared, and has the froth fallen?`
              : `That is far from the ${pulpText} of pulp expected. Was the bowl tared?`
          }
          onAgain={() => dispatch({ type: 'again', what: asking })}
          onKeep={() => {
            const confirmed = { type: 'confirmed', what: asking } as const;
            dispatch(confirmed);
            finish(weighingReducer(state, confirmed));
          }}
        />
      )}
      {milk.value !== null && (
        <Toggle
          label="Judged by eye"
          note="kept as such; a measured figure tells more"
          on={byEye}
          onChange={(on) => dispatch({ type: 'by-eye', on })}
        />
      )}
      <Finish
        measured={milk.value !== null}
        byEye={byEye}
        disabled={troubled || asking !== null}
        onPress={() => finish(state)}
      />
    </View>
  );
}

/** One figure with its unit. */
function Figure({
  what,
  label,
  note,
  units,
  state,
  dispatch,
  cupName,
  focused,
}: {
  what: Weighed;
  label: string;
  note: string;
  units: readonly { value: Unit; label: string }[];
  state: Weighing;
  dispatch: Dispatch<WeighingAction>;
  cupName: string;
  /** The figure that digits go to. */
  focused: Weighed;
}) {
  const { focusRef } = useDigits();
  const { unit, value, round } = state[what];
  return (
    <View style={styles.pair}>
      <QuantityField
        key={`${unit}-${round}`}
        {...(focused === what && { inputRef: focusRef })}
        label={label}
        unit={unit === 'cups' ? cupName : unit}
        shown={value === null ? '' : unit === 'cups' ? fractions(value) : typedFigure(value)}
        onNumber={(typed) => {
          if (typed <= 0) return 'Enter more than 0.';
          if (typed > MOST) return 'That is more than this kitchen could make. Check the unit.';
          dispatch({ type: 'typed', what, value: typed });
          return null;
        }}
        onEmpty={() => dispatch({ type: 'emptied', what })}
        onTrouble={() => dispatch({ type: 'unreadable', what })}
        counter
        note={note}
      />
      <Choice
        label={what === 'milk' ? 'Milk in' : 'Pulp in'}
        value={unit}
        onChange={(chosen) => dispatch({ type: 'unit', what, unit: chosen })}
        options={units}
      />
    </View>
  );
}

function Finish({
  measured,
  byEye,
  disabled,
  onPress,
}: {
  measured: boolean;
  byEye: boolean;
  disabled: boolean;
  onPress: () => void;
}) {
  return (
    <Button
      label={!measured ? 'Milk not measured' : byEye ? 'Save and continue' : 'Weighed'}
      hint={
        measured ? 'Weighed: keep these figures and go on' : 'Milk not measured: go on with what is expected'
      }
      kind={measured ? 'main' : 'plain'}
      icon={Check}
      counter
      disabled={disabled}
      onPress={onPress}
    />
  );
}

const styles = StyleSheet.create({
  form: { gap: SPACE.roomy },
  pair: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
});
