import {
  DRIED_FROM_C,
  DRYING_C,
  USUAL_TRAY,
  dryingForecast,
  formatDuration,
  formatMass,
  formatMoney,
  formatTemp,
  onTray,
} from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { MeasureField } from '../../ui/MeasureField';
import { Notice } from '../../ui/Notice';
import { QuantityField } from '../../ui/QuantityField';
import { SPACE } from '../../ui/theme';
import type { BagProps } from './bagProps';
import { useRecordPulp } from './useRecordPulp';

const SIDE_CM = { min: 5, max: 200 } as const;
const DRIED_FOR_CUPBOARD =
  'Hot, thin, and until it snaps: damp meal moulds. Keep the oven door open a finger wide, and stay near.';

/** The tray and the heat, and what they come to. */
export function DryForm({ bag, kitchen, nowMs, onClose }: BagProps & { onClose: () => void }) {
  const record = useRecordPulp();
  const [length, setLength] = useState<number | null>(USUAL_TRAY.lengthCm);
  const [width, setWidth] = useState<number | null>(USUAL_TRAY.widthCm);
  const [airC, setAirC] = useState<number | null>(USUAL_TRAY.airC);
  const trayCm2 = (length ?? 0) * (width ?? 0);
  const side = (label: string, value: number | null, set: (cm: number | null) => void) => (
    <QuantityField
      label={label}
      unit="cm"
      stacked
      shown={value === null ? '' : String(value)}
      onNumber={(cm) => {
        if (!(cm >= SIDE_CM.min && cm <= SIDE_CM.max)) return `Between ${SIDE_CM.min} and ${SIDE_CM.max} cm.`;
        set(cm);
        return null;
      }}
      onTrouble={() => set(null)}
    />
  );
  const ready = length !== null && width !== null && airC !== null;
  return (
    <View style={styles.form}>
      <View style={styles.fields}>
        {side('Tray, long side', length, setLength)}
        {side('Tray, short side', width, setWidth)}
        <MeasureField
          kind="temperature"
          label="Oven or dehydrator"
          stacked
          value={airC}
          range={DRYING_C}
          onValue={setAirC}
          onTrouble={() => setAirC(null)}
        />
      </View>
      {ready && (
        <Forecast
          drying={{ trayCm2, airC, startMs: nowMs, startG: bag.massG, dryG: bag.dryG, weighIns: [] }}
          kitchen={kitchen}
        />
      )}
      <Notice kind="caution">
        {ready && airC < DRIED_FROM_C
          ? `Below ${formatTemp(DRIED_FROM_C, kitchen.measures)} it is not dried for the cupboard: it goes into the fridge and is eaten within two days, its hours on the tray counted.`
          : DRIED_FOR_CUPBOARD}
      </Notice>
      <View style={styles.row}>
        <Button
          label="Onto the tray"
          kind="main"
          disabled={!ready}
          onPress={() => {
            if (!ready) return;
            record(onTray(bag, { trayCm2, airC }), 'On the tray.');
            onClose();
          }}
        />
        <Button label="Cancel" kind="quiet" onPress={onClose} />
      </View>
    </View>
  );
}

function Forecast({
  drying,
  kitchen,
}: {
  drying: Parameters<typeof dryingForecast>[0];
  kitchen: BagProps['kitchen'];
}) {
  const { targetG, layerMm, endMs, endInterval, energyKWh } = dryingForecast(drying);
  const took = (ms: number): string => formatDuration((ms - drying.startMs) / 1000);
  const { perKWh } = kitchen.profile;
  return (
    <AppText>
      A layer of {layerMm.toFixed(1)} mm: dry at {formatMass(targetG, kitchen)} after about {took(endMs)},
      likely {took(endInterval.low)} to {took(endInterval.high)}, with about {energyKWh.toFixed(2)} kWh
      {perKWh === null ? '' : `, ${formatMoney(energyKWh * perKWh, kitchen.currency)}`}. An estimate: what you
      weigh on the way makes it yours.
    </AppText>
  );
}

const styles = StyleSheet.create({
  form: { gap: SPACE.medium },
  fields: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
