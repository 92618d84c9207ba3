import { visitWords } from '@humble-churn/contract';
import type { Placed, Visit } from '@humble-churn/core';
import { shownDuration, visits } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { Words } from '../../ui/Words';
import { SPACE } from '../../ui/theme';
import { momentWords } from '../../wire/moments';
import type { KnownKitchen } from '../../wire/queries';

/** When the cook is needed for a batch, and when it can be drunk. */
export function Visits({
  placed,
  was,
  kitchen,
  nowMs,
}: {
  placed: Placed;
  /** Where it lay before, to be told beside it. */
  was?: Placed;
  kitchen: KnownKitchen;
  nowMs: number;
}) {
  const before = was ? visits(was) : [];
  const soak = placed.steps.find(({ kind }) => kind === 'soak');
  const at = (ms: number): string => momentWords(ms, nowMs, kitchen.timeZone);
  return (
    <View style={styles.visits}>
      {visits(placed).map(({ key, kinds, fromMs, toMs }) => (
        <View key={key} style={styles.visit}>
          <View style={styles.when}>
            <Words kind="strong">{at(fromMs)}</Words>
            <Before visit={before.find((visit) => visit.key === key)} fromMs={fromMs} at={at} />
          </View>
          <Words style={styles.doing}>
            {visitWords(kinds)}
            {key === 'weigh' && soak
              ? `, then it soaks ${shownDuration((soak.toMs - soak.fromMs) / 1000)}`
              : `, ${shownDuration((toMs - fromMs) / 1000)}`}
          </Words>
        </View>
      ))}
      <View style={styles.visit}>
        <Words kind="strong" style={styles.when}>
          {at(placed.readyMs)}
        </Words>
        <Words style={styles.doing}>Ready to drink</Words>
      </View>
    </View>
  );
}

function Before({
  visit,
  fromMs,
  at,
}: {
  visit: Visit | undefined;
  fromMs: number;
  at: (ms: number) => string;
}) {
  if (!visit || visit.fromMs === fromMs) return null;
  return (
    <Words kind="small" tone="soft">
      was {at(visit.fromMs)}
    </Words>
  );
}

const styles = StyleSheet.create({
  visits: { gap: SPACE.tight },
  // With large text what is done goes under its moment.
  visit: { flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.medium },
  when: { minWidth: 118, flexShrink: 0 },
  doing: { flexGrow: 1, flexShrink: 1, flexBasis: 170, minWidth: 0 },
});
