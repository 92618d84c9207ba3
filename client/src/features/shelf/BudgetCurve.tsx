import type { CounterSpell, JarState } from '@humble-churn/core';
import { HOUR_MS, jarSpent } from '@humble-churn/core';
import { View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Curve } from '../../ui/Curve';
import { useWidth } from '../../ui/useWidth';
import type { KnownBatch } from '../../wire/batches';
import type { KnownKitchen } from '../../wire/kitchen';
import { momentText } from '../../wire/moments';

/** `19:10 to 21:40`, or since when it stands out. */
function spellWords({ fromMs, toMs }: CounterSpell, at: (ms: number) => string): string {
  return toMs === null
    ? `Out of the fridge since ${at(fromMs)}`
    : `Out of the fridge ${at(fromMs)} to ${at(toMs)}`;
}

/** How a jar's hours go, with the times it stood outside and what each cost. */
export function BudgetCurve({
  batch,
  jar,
  kitchen,
  nowMs,
}: {
  batch: KnownBatch;
  jar: JarState;
  kitchen: KnownKitchen;
  nowMs: number;
}) {
  const { width, onLayout } = useWidth(320);
  const { momentsMs, usedH, budgetH, bestH, spells } = jarSpent(batch.state, jar, kitchen.fridges, nowMs);
  const at = (ms: number): string => momentText(ms, nowMs, kitchen);
  const startMs = momentsMs[0] ?? nowMs;
  const hours = (ms: number): number => (ms - startMs) / HOUR_MS;
  const usedAt = (ms: number): number => usedH[momentsMs.findLastIndex((one) => one <= ms)] ?? 0;
  return (
    <View onLayout={onLayout}>
      <Curve
        title="Hours used, since it was bottled"
        xs={momentsMs.map(hours)}
        xName="When"
        xWords={(x) => at(startMs + x * HOUR_MS)}
        now={hours(Math.min(nowMs, momentsMs[momentsMs.length - 1] ?? nowMs))}
        width={width}
        lines={[
          {
            name: 'Used',
            unit: 'h',
            ys: usedH,
            words: (y) => `${y.toFixed(1)} of ${budgetH.toFixed(0)} h`,
            limit: { y: bestH, words: 'past its best' },
            dots: spells.flatMap(({ fromMs, toMs }) =>
              [fromMs, toMs ?? nowMs].map((ms) => ({ x: hours(ms), y: usedAt(ms) })),
            ),
          },
        ]}
      />
      {spells.length > 0 && (
        <View role="list" aria-label="Times out of the fridge">
          {spells.map((spell) => (
            <View key={spell.fromMs} role="listitem">
              <AppText>
                {spellWords(spell, at)}: <AppText kind="strong">cost {spell.costH.toFixed(1)} h</AppText>
              </AppText>
            </View>
          ))}
        </View>
      )}
    </View>
  );
}
