import type { ProbedThing, StepState } from '@humble-churn/core';
import {
  RINSED_MAX_C,
  celsiusFrom,
  formatReadTemp,
  formatTemp,
  tempIn,
  typedFigure,
} from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useDevice } from '../../devices/useDevice';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { QuantityField } from '../../ui/QuantityField';
import { AppText } from '../../ui/AppText';
import { Check } from '../../ui/icons';
import { SPACE } from '../../ui/theme';
import type { GuideProps } from './guideProps';
import { StepClock } from './StepClock';
import { Done } from './Done';

/** A temperature: off the probe, or typed. */
function ProbeField({ what, label, ...parts }: GuideProps & { what: ProbedThing; label: string }) {
  const { kitchen, record, batch } = parts;
  const probe = useDevice('probe');
  const [tempC, setTempC] = useState<number | null>(null);
  const { measures } = kitchen;
  const { nutsC, bowlC, mixC } = batch.state.measured;
  const taken = { nuts: nutsC, bowl: bowlC, mix: mixC }[what];
  const keep = (c: number): void => {
    record.add([{ type: 'probed', what, tempC: c }]);
  };
  const { steady } = probe;
  return (
    <View style={styles.row}>
      <QuantityField
        label={label}
        unit={measures === 'metric' ? '°C' : '°F'}
        shown={taken === null ? '' : typedFigure(tempIn(taken, measures))}
        onNumber={(value) => {
          const c = celsiusFrom(value, measures);
          if (c < -20 || c > 110) return 'No kitchen is that cold or hot.';
          setTempC(c);
          return null;
        }}
        onTrouble={() => setTempC(null)}
        onSubmit={() => {
          if (tempC !== null) keep(tempC);
        }}
        counter
      />
      <Button
        label="Keep"
        hint={`Keep the temperature: ${label}`}
        counter
        disabled={tempC === null}
        onPress={() => {
          if (tempC !== null) keep(tempC);
          setTempC(null);
        }}
      />
      {probe.connection && (
        <Button
          label={steady ? `Take ${formatReadTemp(steady.massG, measures)}` : 'Probe: waiting'}
          icon={Check}
          counter
          disabled={!steady}
          onPress={() => {
            if (steady) keep(steady.massG);
          }}
        />
      )}
    </View>
  );
}

/** After a hot soak: the rinsed nuts must be cold before they meet the jug. */
export function ProbeNuts({ step, ...parts }: GuideProps & { step: StepState }) {
  const { batch, kitchen } = parts;
  const { nutsC } = batch.state.measured;
  const tooHot = nutsC !== null && nutsC >= RINSED_MAX_C;
  return (
    <>
      <ProbeField what="nuts" label="Rinsed nuts" {...parts} />
      {tooHot && (
        <Notice kind="error">
          {`${formatTemp(nutsC, kitchen.measures)} is too hot for a closed jug. Rinse cold again until they are below ${formatTemp(RINSED_MAX_C, kitchen.measures)}.`}
        </Notice>
      )}
      {nutsC === null && (
        <AppText tone="soft">Without a thermometer: they must feel cold in the middle of the heap.</AppText>
      )}
      <Done step={step} disabled={tooHot} {...parts} />
    </>
  );
}

/** A bowl of kept soak water in its bath: its time, and the probe that can end it sooner. */
export function CoolStep({ step, ...parts }: GuideProps & { step: StepState }) {
  const { batch, kitchen } = parts;
  const { bowlC } = batch.state.measured;
  return (
    <>
      <StepClock step={step} {...parts} />
      <ProbeField what="bowl" label="Middle of the bowl" {...parts} />
      {bowlC !== null && bowlC > RINSED_MAX_C && (
        <Notice kind="error">
          {`${formatTemp(bowlC, kitchen.measures)} is too hot for a closed jug. Leave it in the bath until it is ${formatTemp(RINSED_MAX_C, kitchen.measures)} or less.`}
        </Notice>
      )}
    </>
  );
}

/** How warm the mix really became; it can be left out. */
export function ProbeMix(parts: GuideProps) {
  return <ProbeField what="mix" label="Mix, if you measure it" {...parts} />;
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small, alignItems: 'flex-end' },
});
