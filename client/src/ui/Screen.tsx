import type { ReactNode } from 'react';
import { useEffect } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { MAIN_ID, ScreenTitle } from './ScreenTitle';
import { FOOT_PX, SPACE, useColours } from './theme';

interface Props {
  title: string;
  /** Beside the title, at its right. */
  aside?: ReactNode;
  /** Widest the content grows, px. */
  maxWidth?: number;
  /** Nothing but words to read: the page itself takes the keyboard, so that the arrow keys scroll it. */
  wordsOnly?: boolean;
  children: ReactNode;
}

/** A screen with its title, scrolling as a whole. */
export function Screen({ title, aside, maxWidth = 760, wordsOnly = false, children }: Props) {
  const colour = useColours();
  useEffect(() => {
    document.title = `${title} · Humble Churn`;
  }, [title]);
  return (
    <ScrollView
      style={{ backgroundColor: colour.ground }}
      contentContainerStyle={[styles.content, { maxWidth }]}
      role="main"
      nativeID={MAIN_ID}
      {...(wordsOnly ? { tabIndex: 0 } : {})}
    >
      <View style={styles.head}>
        <ScreenTitle>{title}</ScreenTitle>
        {aside}
      </View>
      {children}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  content: {
    padding: SPACE.roomy,
    gap: SPACE.roomy,
    paddingBottom: FOOT_PX,
    width: '100%',
    alignSelf: 'center',
  },
  head: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    justifyContent: 'space-between',
    gap: SPACE.medium,
  },
});
