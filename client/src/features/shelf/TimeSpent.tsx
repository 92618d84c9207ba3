import type { JarState, Keeping, KeepingCosts } from '@humble-churn/core';
import { formatTemp, hygieneFailed, jarCosts } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { SPACE, useColours } from '../../ui/theme';
import { HYGIENE_FAILED } from '../../ui/hygieneLabels';
import type { KnownBatch } from '../../wire/batches';
import type { KnownKitchen } from '../../wire/kitchen';

/** What took hours, and what would have saved them; in the order in which it happens. */
const COSTS: readonly { key: keyof KeepingCosts; what: string; saves: string }[] = [
  { key: 'soakH', what: 'A long soak on the counter', saves: 'overnight belongs in the fridge' },
  {
    key: 'gearH',
    what: 'Gear not scalded, or bare hands',
    saves: 'seams outwards, boiling water over jug, bag and jars, clean hands',
  },
  { key: 'fruitH', what: 'Fruit, dates or coconut water in it', saves: 'stir it into the glass instead' },
  { key: 'standingH', what: 'Standing before it was bottled', saves: 'bottle within half an hour' },
  {
    key: 'coolingH',
    what: 'Bottled warm',
    saves: 'colder water or ice in the jug, a cold bath for the jars, small jars',
  },
  { key: 'warmFridgeH', what: 'A fridge that is too warm', saves: 'set it colder, keep jars off the door' },
  { key: 'timeOutH', what: 'Time out of the fridge', saves: 'pour and put it back' },
  {
    key: 'pouredH',
    what: 'Milk poured in from a jar that had used more',
    saves: 'drink the jar that ends first up by itself',
  },
];

/** Less than this is not worth a line, h. */
const LEAST_H = 0.5;

/** Where a jar's hours went, each with what would have saved it. */
export function TimeSpent({
  batch,
  jar,
  kitchen,
  kept,
  nowMs,
}: {
  batch: KnownBatch;
  jar: JarState;
  kitchen: KnownKitchen;
  kept: Keeping;
  nowMs: number;
}) {
  const colour = useColours();
  const costs = jarCosts(batch.state, jar, kitchen.fridges, kept, nowMs);
  // Batches of this release say what it was.
  const failed = hygieneFailed(batch.state.hygiene).map((part) => HYGIENE_FAILED[part]);
  const lines = COSTS.filter(({ key }) => costs[key] >= LEAST_H).map((line) =>
    line.key === 'gearH' && failed.length > 0 ? { ...line, what: failed.join(', ') } : line,
  );
  return (
    <View style={styles.lines}>
      <AppText>
        By custom, milk bottled at kitchen warmth has {batch.state.budgetH} hours in a fridge of{' '}
        {formatTemp(4, kitchen.measures)}; the usual cooling down is in them.
        {lines.length === 0 ? ' Nothing took any of them off.' : ''}
      </AppText>
      {lines.length > 0 && (
        <View role="list" aria-label="What took hours off" style={styles.lines}>
          {lines.map(({ key, what, saves }) => (
            <View role="listitem" key={key} style={[styles.line, { borderColor: colour.line }]}>
              <AppText kind="strong" style={styles.hours}>
                −{costs[key].toFixed(costs[key] < 9.95 ? 1 : 0)} h
              </AppText>
              <AppText style={styles.words}>
                {what}. <AppText tone="soft">Saves it: {saves}.</AppText>
              </AppText>
            </View>
          ))}
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  lines: { gap: SPACE.small },
  line: { flexDirection: 'row', gap: SPACE.medium, borderTopWidth: 1, paddingTop: SPACE.tight },
  hours: { width: 72 },
  words: { flex: 1 },
});
