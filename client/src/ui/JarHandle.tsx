import { StyleSheet, View } from 'react-native';
import { useColours } from './theme';

const HEIGHT = 22;

/** What a line in a jar is pulled by; `top` is where the line is, px. */
export function JarHandle({ top }: { top: number }) {
  const colour = useColours();
  return (
    <View
      style={[
        styles.handle,
        { top: top - HEIGHT / 2, backgroundColor: colour.kelp, borderColor: colour.surface },
      ]}
    >
      <View style={[styles.grip, { backgroundColor: colour.onKelp }]} />
      <View style={[styles.grip, { backgroundColor: colour.onKelp }]} />
    </View>
  );
}

// Only the web knows this cursor.
export const PULLED_UP_AND_DOWN: object = { cursor: 'ns-resize' };

const styles = StyleSheet.create({
  handle: {
    position: 'absolute',
    left: 0,
    width: 30,
    height: HEIGHT,
    borderRadius: 8,
    borderWidth: 2,
    alignItems: 'center',
    justifyContent: 'center',
    gap: 3,
  },
  grip: { width: 12, height: 2, borderRadius: 1 },
});
