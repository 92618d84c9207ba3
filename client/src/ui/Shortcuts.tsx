import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { Modal, StyleSheet, View } from 'react-native';
import { Button } from './Button';
import { PLACES } from './places';
import { AppText } from './AppText';
import { SPACE, useColours } from './theme';
import { isDialogOpen } from './useKeys';

const KEYS: readonly { keys: string; does: string }[] = [
  { keys: `1 … ${PLACES.length}`, does: `Go to ${PLACES.map((place) => place.name).join(', ')}` },
  { keys: '?', does: 'Show or hide this list' },
  { keys: 'Tab, Enter', does: 'Move between controls, press one' },
  { keys: 'Arrows', does: 'Move within a group of choices, or a slider by one step' },
  { keys: 'Page Up, Page Down', does: 'Move a slider by ten steps' },
  { keys: 'Space', does: 'Counter: start the clock, hold it, go on' },
  { keys: '→, ←', does: 'Counter: done with this step; look at the steps before' },
  { keys: 'U', does: 'Counter: undo the last entry, any number of times' },
  { keys: '0 … 9', does: 'Counter, where something is weighed: type the figure' },
  { keys: 'Ctrl Z', does: 'Bench: take the last change back' },
];

function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName);
}

/** Keys that work everywhere, and the list of all keys behind `?`. */
export function Shortcuts() {
  const router = useRouter();
  const colour = useColours();
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      if (event.key === '?') setOpen((now) => !now);
      if (isDialogOpen()) return;
      const place = PLACES[Number(event.key) - 1];
      if (place) router.navigate(place.path);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [router]);
  return (
    <Modal
      visible={open}
      transparent
      onRequestClose={() => setOpen(false)}
      animationType="none"
      aria-label="Keys"
    >
      <View style={styles.veil}>
        <View style={[styles.card, { backgroundColor: colour.surface, borderColor: colour.edge }]}>
          <AppText kind="heading">Keys</AppText>
          {KEYS.map(({ keys, does }) => (
            <View key={keys} style={styles.row}>
              <AppText kind="strong" style={styles.keys}>
                {keys}
              </AppText>
              <AppText style={styles.does}>{does}</AppText>
            </View>
          ))}
          <Button label="Close" onPress={() => setOpen(false)} />
        </View>
      </View>
    </Modal>
  );
}

const styles = StyleSheet.create({
  veil: {
    flex: 1,
    backgroundColor: 'rgba(8,16,13,0.6)',
    alignItems: 'center',
    justifyContent: 'center',
    padding: SPACE.roomy,
  },
  card: {
    borderRadius: 14,
    borderWidth: 1,
    padding: SPACE.wide,
    gap: SPACE.small,
    width: '100%',
    maxWidth: 520,
  },
  row: { flexDirection: 'row', gap: SPACE.roomy },
  keys: { width: 140 },
  does: { flex: 1 },
});
