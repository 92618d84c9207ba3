import type { ReactNode } from 'react';
import type { ViewStyle } from 'react-native';
import { StyleSheet, View } from 'react-native';
import { AppText } from './AppText';
import { SPACE, useColours } from './theme';

/** A piece of a screen that belongs together, with its heading. */
export function Panel({
  title,
  large = false,
  children,
  style,
}: {
  title?: string;
  /** Its heading reads from across the kitchen. */
  large?: boolean;
  children: ReactNode;
  style?: ViewStyle;
}) {
  const colour = useColours();
  return (
    <View
      {...(title !== undefined && { role: 'region' as const, 'aria-label': title })}
      style={[styles.panel, BY_ITSELF, { backgroundColor: colour.surface, borderColor: colour.line }, style]}
    >
      {title !== undefined && (
        <AppText kind={large ? 'title' : 'heading'} level={2}>
          {title}
        </AppText>
      )}
      {children}
    </View>
  );
}

// A figure that changes in one panel need not have the others laid out anew. Only the web knows this style.
const BY_ITSELF: object = { contain: 'layout style' };

const styles = StyleSheet.create({
  panel: { borderRadius: 14, borderWidth: 1, padding: SPACE.roomy, gap: SPACE.medium },
});
