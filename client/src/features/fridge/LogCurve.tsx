import {
  COLD_LOG_C,
  HOUR_MS,
  fridgeStretch,
  formatReadTemp,
  formatSetTemp,
  formatTemp,
  tempIn,
  logOfFridge,
} from '@humble-churn/core';
import { useState } from 'react';
import { View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Choice } from '../../ui/Choice';
import { Curve } from '../../ui/Curve';
import { Panel } from '../../ui/Panel';
import { useWidth } from '../../ui/useWidth';
import { momentText } from '../../wire/moments';
import type { FridgeProps } from './fridgeProps';

const SPANS_H = [24, 72, 168, 720] as const;
const POINTS = 144;

/** The log as a curve, up to now: what jars are judged by. */
export function LogCurve({ kitchen, fridge, nowMs }: FridgeProps) {
  const { width, onLayout } = useWidth(320);
  const [spanH, setSpanH] = useState<number>(24);
  const { measures } = kitchen;
  const readings = logOfFridge(kitchen.fridges, fridge.id);
  const stretch = fridgeStretch(readings, nowMs - spanH * HOUR_MS, nowMs, POINTS);
  if (!stretch) return null;
  const { momentsMs, tempsC, meanC, warmest, measuredH } = stretch;
  const at = (ms: number): string => momentText(ms, nowMs, kitchen);
  const inDays = spanH > 72;
  const xs = momentsMs.map((ms) => (ms - nowMs) / HOUR_MS / (inDays ? 24 : 1));
  return (
    <Panel title="How warm it was">
      <Choice
        label="The last"
        value={spanH}
        onChange={setSpanH}
        options={SPANS_H.map((hours) => ({
          value: hours,
          label: hours === 24 ? '24 hours' : `${hours / 24} days`,
        }))}
      />
      <AppText>
        On average {formatReadTemp(meanC, measures)}; warmest {formatReadTemp(warmest.tempC, measures)},{' '}
        {at(warmest.atMs)}.
      </AppText>
      <View onLayout={onLayout}>
        <Curve
          title={`Fridge, ${inDays ? 'days' : 'hours'} before now`}
          xs={xs}
          xName="When"
          xWords={(x) => at(nowMs + x * HOUR_MS * (inDays ? 24 : 1))}
          now={xs[xs.length - 1] ?? 0}
          width={width}
          lines={[
            {
              name: 'Fridge',
              unit: measures === 'metric' ? '°C' : '°F',
              ys: tempsC.map((tempC) => tempIn(tempC, measures)),
              words: (y) => `${y.toFixed(1)} ${measures === 'metric' ? '°C' : '°F'}`,
              limit: { y: tempIn(COLD_LOG_C, measures), words: `${formatTemp(COLD_LOG_C, measures)}, safe` },
            },
          ]}
        />
      </View>
      <AppText kind="small" tone="soft">
        {measuredH === 0
          ? `Nothing was measured in this time: it is taken as it is set, ${formatSetTemp(fridge.tempC, measures)}.`
          : `Measured ${measuredH.toFixed(0)} of ${spanH} h, as means of ten minutes. In the rest the warmer of what it is set to, ${formatSetTemp(fridge.tempC, measures)}, and what was measured last counts.`}
      </AppText>
    </Panel>
  );
}
