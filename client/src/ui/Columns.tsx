import type { ReactNode } from 'react';
import { StyleSheet, View, useWindowDimensions } from 'react-native';
import { SPACE } from './theme';

/** From this window width on two things stand beside each other. */
export const COLUMNS_FROM_PX = 1100;

/** What a screen that has columns may grow to, px. */
export const COLUMNS_MAX_PX = 1400;

interface Props {
  left: ReactNode;
  right: ReactNode;
}

/** Below one another, the left one first; beside each other where the window is wide. */
export function Columns({ left, right }: Props) {
  const { width } = useWindowDimensions();
  const wide = width >= COLUMNS_FROM_PX;
  // One tree for every width, so that turning the device leaves the finger in its field.
  return (
    <View style={wide ? styles.beside : styles.below}>
      <View style={[styles.below, wide && styles.column]}>{left}</View>
      <View style={[styles.below, wide && styles.column]}>{right}</View>
    </View>
  );
}

const styles = StyleSheet.create({
  below: { gap: SPACE.roomy },
  beside: { flexDirection: 'row', alignItems: 'flex-start', gap: SPACE.roomy },
  column: { flex: 1, minWidth: 0 },
});
