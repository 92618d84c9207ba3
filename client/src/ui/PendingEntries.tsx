import { useEffect, useState, useSyncExternalStore } from 'react';
import { StyleSheet, View } from 'react-native';
import { useRefused } from '../wire/batches';
import { useWaiting } from '../wire/sending';
import { useAway } from '../wire/connectivity';
import { entryLabel } from '../wire/entryLabels';
import type { Refused } from '../wire/outbox';
import { onUnkept, unkeptCount } from '../wire/outbox';
import { Button } from './Button';
import { AppText } from './AppText';
import { CircleCheck, CloudOff, TriangleAlert } from './icons';
import { SPACE, useColours } from './theme';

/** An entry that takes no longer than this is not worth a word, ms. */
const PATIENCE_MS = 1200;

/** Says when the server is away and what waits for it, and what it did not take. */
export function PendingEntries() {
  const colour = useColours();
  const away = useAway();
  const waiting = useWaiting();
  const { refused, forget } = useRefused();
  const slow = useSlow(waiting[0]?.key);
  const entries = `${waiting.length} ${waiting.length === 1 ? 'entry' : 'entries'}`;
  const unkept = useSyncExternalStore(onUnkept, unkeptCount, () => 0);
  const words =
    unkept > 0
      ? `This device has no room left. ${unkept === 1 ? '1 entry is' : `${unkept} entries are`} kept only while this page is open: leave it open until the server has answered.`
      : away && waiting.length > 0
        ? `The kitchen’s server does not answer. ${entries} waiting, kept on this device; sent when it is back.`
        : away
          ? 'The kitchen’s server does not answer. What you enter is kept on this device and sent when it is back.'
          : slow
            ? `${entries} on the way to the server.`
            : null;
  return (
    <>
      <View role="status" aria-live="polite" pointerEvents="none">
        {words !== null && (
          <View style={[styles.strip, { backgroundColor: colour.brassSoft, borderColor: colour.brass }]}>
            <CloudOff size={20} color={colour.brass} aria-hidden />
            <AppText kind="small" style={styles.words}>
              {words}
            </AppText>
          </View>
        )}
      </View>
      {refused.map((entry) => (
        <RefusedEntry key={entry.key} entry={entry} onDismiss={() => forget(entry)} />
      ))}
    </>
  );
}

/** What was not taken, and why; kindly where another device had just done the same. */
function RefusedEntry({ entry, onDismiss }: { entry: Refused; onDismiss: () => void }) {
  const colour = useColours();
  const { settled, why } = entry;
  const look = settled
    ? { backgroundColor: colour.kelpSoft, borderColor: colour.kelp }
    : { backgroundColor: colour.buoySoft, borderColor: colour.buoy };
  return (
    <View role={settled ? 'status' : 'alert'} style={[styles.strip, look]}>
      {settled ? (
        <CircleCheck size={20} color={colour.kelp} aria-hidden />
      ) : (
        <TriangleAlert size={20} color={colour.buoy} aria-hidden />
      )}
      <AppText kind="small" style={styles.words}>
        {settled
          ? `Another device was first: ${entryLabel(entry)}. Its entry is in the record, once.`
          : `Not taken: ${entryLabel(entry)}. ${why}`}
      </AppText>
      <Button label={settled ? 'OK' : 'Dismiss'} kind="quiet" onPress={onDismiss} />
    </View>
  );
}

/** Whether the same entry has been the next to go for a while. */
function useSlow(key: string | undefined): boolean {
  const [slowKey, setSlowKey] = useState<string | undefined>();
  useEffect(() => {
    if (key === undefined) return;
    const timer = setTimeout(() => setSlowKey(key), PATIENCE_MS);
    return () => clearTimeout(timer);
  }, [key]);
  return key !== undefined && slowKey === key;
}

const styles = StyleSheet.create({
  strip: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.small,
    paddingHorizontal: SPACE.roomy,
    paddingVertical: SPACE.small,
    borderTopWidth: 2,
  },
  words: { flex: 1 },
});
