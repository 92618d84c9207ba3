import { useRouter } from 'expo-router';
import type { ReactNode } from 'react';
import type { ViewStyle } from 'react-native';
import { Pressable, StyleSheet, View } from 'react-native';
import { SPACE, useColours } from './theme';

interface Props {
  path: string;
  /** Drawings beside the words: they tell nothing that the words do not. */
  marks: ReactNode;
  style?: ViewStyle;
  children: ReactNode;
}

/** A card that leads somewhere. What stands on it is also its name, so that nobody is told less than is seen. */
export function CardLink({ path, marks, style, children }: Props) {
  const colour = useColours();
  const router = useRouter();
  return (
    <Pressable
      role="link"
      // A real address, so that it can be opened in a new tab; a plain press stays in the app.
      {...{ href: path }}
      onPress={(event) => {
        event.preventDefault();
        router.push(path);
      }}
      style={[styles.card, { backgroundColor: colour.surface, borderColor: colour.line }, style]}
    >
      <View aria-hidden style={styles.marks}>
        {marks}
      </View>
      <View style={styles.words}>{children}</View>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  card: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: SPACE.medium,
    borderWidth: 1,
    borderRadius: 14,
    padding: SPACE.medium,
  },
  marks: { flexDirection: 'row', alignItems: 'center', gap: SPACE.medium },
  // As wide as a long word: where there is less beside the drawings, words go below them.
  words: { flexGrow: 1, flexShrink: 1, flexBasis: 170, minWidth: 0, gap: SPACE.hair },
});
