import type { Drying, DryingForecast, PortionEvent } from '@humble-churn/core';
import {
  DRIED_FROM_C,
  HOUR_MS,
  bagDrying,
  dryingForecast,
  dryingMassG,
  formatMass,
  formatTemp,
  weighedTogether,
} from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Curve } from '../../ui/Curve';
import { MeasureField } from '../../ui/MeasureField';
import { SPACE } from '../../ui/theme';
import { useWidth } from '../../ui/useWidth';
import { momentText } from '../../wire/moments';
import type { BagProps } from './bagProps';
import { useRecordPulp } from './useRecordPulp';

/** Pulp on its tray: when it is dry, by layer and heat and by what was weighed; and off the tray. */
export function DryingBag(props: BagProps) {
  const { bag, kitchen, nowMs } = props;
  const drying = bagDrying(bag);
  if (!drying) return null;
  const forecast = dryingForecast(drying);
  const at = (ms: number): string => momentText(ms, nowMs, kitchen);
  const { targetG, endMs, endInterval, atWeight } = forecast;
  return (
    <>
      <AppText kind="strong">
        {atWeight
          ? `It weighs ${formatMass(bag.massG, kitchen)}: dry, if it snaps.`
          : `About dry ${at(endMs)}, at ${formatMass(targetG, kitchen)}`}
      </AppText>
      {!atWeight && (
        <AppText kind="small" tone="soft">
          Likely between {at(endInterval.low)} and {at(endInterval.high)}
          {drying.weighIns.length === 0
            ? ': by its layer and the heat. Weigh it on the way, and it becomes surer.'
            : `, by ${drying.weighIns.length === 1 ? 'what you weighed' : `${drying.weighIns.length} weighings`}.`}
        </AppText>
      )}
      <DryingCurve drying={drying} forecast={forecast} kitchen={kitchen} nowMs={nowMs} />
      <WeighTray {...props} drying={drying} />
      <OffTheTray {...props} low={drying.airC < DRIED_FROM_C} />
    </>
  );
}

const POINTS = 40;

function DryingCurve({
  drying,
  forecast,
  kitchen,
  nowMs,
}: Pick<BagProps, 'kitchen' | 'nowMs'> & { drying: Drying; forecast: DryingForecast }) {
  const { width, onLayout } = useWidth(320);
  const { startMs, weighIns, airC } = drying;
  const hours = (ms: number): number => (ms - startMs) / HOUR_MS;
  const last = Math.max(hours(forecast.endMs) * 1.15, ...weighIns.map(({ atMs }) => hours(atMs)), 0.5);
  const xs = Array.from({ length: POINTS }, (_, i) => (last * i) / (POINTS - 1));
  return (
    <View onLayout={onLayout}>
      <Curve
        title={`Drying at ${formatTemp(airC, kitchen.measures)}`}
        xs={xs}
        xName="Hours"
        xWords={(x) => `${x.toFixed(1)} h`}
        now={Math.min(last, hours(nowMs))}
        usual={{
          from: Math.max(0, hours(forecast.endInterval.low)),
          to: Math.min(last, hours(forecast.endInterval.high)),
          words: 'where 8 of 10 such trays are dry',
        }}
        width={width}
        lines={[
          {
            name: 'Weight',
            unit: 'g',
            ys: xs.map((x) => dryingMassG(drying, forecast.ratePerH, x)),
            words: (y) => formatMass(y, kitchen),
            limit: { y: forecast.targetG, words: `dry at ${formatMass(forecast.targetG, kitchen)}` },
            dots: weighIns.map(({ atMs, massG }) => ({ x: hours(atMs), y: massG })),
          },
        ]}
      />
    </View>
  );
}

function WeighTray({ bag, drying }: BagProps & { drying: Drying }) {
  const record = useRecordPulp();
  const [massG, setMassG] = useState<number | null>(null);
  return (
    <View style={styles.row}>
      <MeasureField
        kind="mass"
        label="It weighs now"
        value={massG}
        onValue={(typed) => {
          if (typed > drying.startG * 1.02) return 'More than it began with: without the tray?';
          if (typed < bag.dryG * 0.5) return 'Much less than its solids: is some of it gone?';
          setMassG(typed);
          return null;
        }}
        onEmpty={() => setMassG(null)}
        onTrouble={() => setMassG(null)}
      />
      <Button
        label="Weighed"
        hint="Weighed: keep the weight of the tray"
        disabled={massG === null}
        onPress={() => {
          if (massG === null) return;
          record(
            weighedTogether(bag, massG).map(({ batchId, portionId, massG: partG }): PortionEvent => ({
              batchId,
              event: { type: 'pulp-weighed', portionId, massG: partG },
            })),
            'Weighed.',
          );
          setMassG(null);
        }}
      />
    </View>
  );
}

/** Dried, or back as it is. */
function OffTheTray({ bag, low }: BagProps & { low: boolean }) {
  const record = useRecordPulp();
  const put = (place: 'dried' | 'dried-fridge' | 'fridge', words: string) => () =>
    record(
      bag.portions.map(({ batchId, pulp }): PortionEvent => ({
        batchId,
        event: { type: 'pulp-moved', portionId: pulp.id, place },
      })),
      words,
    );
  return (
    <View style={styles.row}>
      {!low && (
        <Button
          label="Dry: to the cupboard"
          kind="main"
          onPress={put('dried', 'In the cupboard, for 30 days.')}
        />
      )}
      <Button
        label="Dry: to the fridge"
        onPress={put(
          'dried-fridge',
          low ? 'In the fridge, for two days in all.' : 'In the fridge, for 90 days.',
        )}
      />
      <Button label="Not dried after all" kind="quiet" onPress={put('fridge', 'Back in the fridge.')} />
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-end', gap: SPACE.small },
});
