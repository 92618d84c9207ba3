import { visitLabel } from '@humble-churn/contract';
import type { ScheduledBatch, Visit } from '@humble-churn/core';
import { formatDuration, visits } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import { momentText } from '../../wire/moments';
import { useDays } from './useDays';

/** When the cook is needed for a batch, and when it can be drunk. */
export function Visits({
  placed,
  was,
}: {
  placed: ScheduledBatch;
  /** Where it lay before, to be told beside it. */
  was?: ScheduledBatch;
}) {
  const { kitchen, nowMs } = useDays();
  const before = was ? visits(was) : [];
  const soak = placed.steps.find(({ kind }) => kind === 'soak');
  const at = (ms: number): string => momentText(ms, nowMs, kitchen);
  return (
    <View style={styles.visits}>
      {visits(placed).map(({ key, kinds, fromMs, toMs }) => (
        <View key={key} style={styles.visit}>
          <View style={styles.when}>
            <AppText kind="strong">{at(fromMs)}</AppText>
            <Before visit={before.find((visit) => visit.key === key)} fromMs={fromMs} at={at} />
          </View>
          <AppText style={styles.doing}>
            {visitLabel(kinds)}
            {key === 'weigh' && soak
              ? `, then it soaks ${formatDuration((soak.toMs - soak.fromMs) / 1000)}`
              : `, ${formatDuration((toMs - fromMs) / 1000)}`}
          </AppText>
        </View>
      ))}
      <View style={styles.visit}>
        <AppText kind="strong" style={styles.when}>
          {at(placed.readyMs)}
        </AppText>
        <AppText style={styles.doing}>Ready to drink</AppText>
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
    <AppText kind="small" tone="soft">
      was {at(visit.fromMs)}
    </AppText>
  );
}

const styles = StyleSheet.create({
  visits: { gap: SPACE.tight },
  // With large text what is done goes under its moment.
  visit: { flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.medium },
  when: { minWidth: 118, flexShrink: 0 },
  doing: { flexGrow: 1, flexShrink: 1, flexBasis: 170, minWidth: 0 },
});
