import type { DatePreferences, Keeping } from '@humble-churn/core';
import { CircleCheck, CircleX, Clock3 } from '../../ui/icons';
import { StyleSheet, View } from 'react-native';
import { momentText } from '../../wire/moments';
import { AppText } from '../../ui/AppText';
import { SPACE, useColours } from '../../ui/theme';

const STATE_WORDS: Readonly<Record<Keeping['state'], string>> = {
  good: 'At its best',
  'past-best': 'Past its best, use soon',
  discard: 'Throw it away',
};

/** How a jar stands: a mark of its own for each state, in words and in colour. */
export function Freshness({ state }: { state: Keeping['state'] }) {
  const colour = useColours();
  const look = {
    good: { Icon: CircleCheck, ink: colour.kelp, tone: 'kelp' as const },
    'past-best': { Icon: Clock3, ink: colour.brass, tone: 'brass' as const },
    discard: { Icon: CircleX, ink: colour.buoy, tone: 'buoy' as const },
  }[state];
  return (
    <View style={styles.row}>
      <look.Icon color={look.ink} size={18} aria-hidden />
      <AppText kind="strong" tone={look.tone}>
        {STATE_WORDS[state]}
      </AppText>
    </View>
  );
}

/** The two moments of a jar; in the freezer there is only the one. */
export function KeepingTimes({
  kept,
  nowMs,
  household,
  small = false,
}: {
  kept: Keeping;
  nowMs: number;
  household: DatePreferences;
  small?: boolean;
}) {
  const kind = small ? 'small' : 'body';
  const at = (ms: number): string => momentText(ms, nowMs, household);
  if (kept.because === 'frozen')
    return <AppText kind={kind}>Thaw and drink by {at(kept.discardAtMs)}</AppText>;
  return (
    <>
      <AppText kind={kind}>Best before {at(kept.bestBeforeMs)}</AppText>
      <AppText kind={kind}>Throw out by {at(kept.discardAtMs)}</AppText>
    </>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', alignItems: 'center', gap: SPACE.tight } });
