import { Undo2 } from './icons';
import type { ReactNode } from 'react';
import { createContext, useCallback, useContext, useEffect, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from './Button';
import { AppText } from './AppText';
import { SPACE, useColours } from './theme';

interface Said {
  words: string;
  undo?: () => void;
}

const ToastContext = createContext<(said: Said) => void>(() => undefined);
const SaidContext = createContext<{ said: Said | null; end: () => void }>({
  said: null,
  end: () => undefined,
});

/** Says what just happened, with a way to take it back. */
export function useToast(): (said: Said) => void {
  return useContext(ToastContext);
}

const SHOWN_MS = 8000;

/**
 * The last thing said is shown, so that Undo takes back the last thing done. What could be taken back before it comes
 * back after it, for a whole time of its own.
 */
export function ToastHost({ children }: { children: ReactNode }) {
  const [waiting, setWaiting] = useState<readonly Said[]>([]);
  const say = useCallback((next: Said) => setWaiting((now) => [...now.filter(({ undo }) => undo), next]), []);
  const said = waiting.at(-1) ?? null;
  const end = useCallback(() => setWaiting((now) => now.slice(0, -1)), []);
  useEffect(() => {
    if (!said) return;
    const timer = setTimeout(end, SHOWN_MS);
    return () => clearTimeout(timer);
  }, [said, end]);
  const shown = useMemo(() => ({ said, end }), [said, end]);
  return (
    <ToastContext.Provider value={say}>
      <SaidContext.Provider value={shown}>{children}</SaidContext.Provider>
    </ToastContext.Provider>
  );
}

/** Where it is said. */
export function ToastPlace() {
  const colour = useColours();
  const { said, end } = useContext(SaidContext);
  const undo = said?.undo;
  return (
    <View style={styles.place} pointerEvents="box-none" role="status" aria-live="polite">
      {said && (
        <View style={[styles.toast, { backgroundColor: colour.surface, borderColor: colour.kelp }]}>
          <AppText style={styles.words}>{said.words}</AppText>
          {undo && (
            <Button
              label="Undo"
              icon={Undo2}
              kind="quiet"
              onPress={() => {
                end();
                undo();
              }}
            />
          )}
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  place: { alignItems: 'center', padding: SPACE.medium },
  toast: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.small,
    borderWidth: 2,
    borderRadius: 12,
    paddingLeft: SPACE.roomy,
    paddingRight: SPACE.tight,
    minHeight: 52,
    maxWidth: 560,
  },
  words: { flexShrink: 1 },
});
