import { usePathname } from 'expo-router';
import { useEffect, useRef } from 'react';
import type { ViewStyle } from 'react-native';
import { StyleSheet, View } from 'react-native';
import { AppText } from './AppText';
import { WORDS_WHOLE } from './theme';

/** Where a skip link leads: the part of the page that is the screen. */
export const MAIN_ID = 'screen';

/** The path whose screen was opened last, and whether its title is still owed the focus. */
let openedPath: string | null = null;
let owed = false;

/**
 * The title of a screen. It takes the focus when another screen opens, so that a screen reader begins there and the
 * next key is for what is in it; not when the page is loaded, where the browser begins by itself.
 */
export function ScreenTitle({ children, style }: { children: string; style?: ViewStyle }) {
  const path = usePathname();
  const ref = useRef<View>(null);
  useEffect(() => {
    if (openedPath !== path) {
      owed = openedPath !== null;
      openedPath = path;
    }
    const { activeElement } = document;
    // What was waited for may have a field that was given the focus meanwhile.
    const free =
      activeElement === null ||
      activeElement === document.body ||
      !activeElement.closest('[role=main] input');
    if (!owed || !free) return;
    ref.current?.focus();
  }, [path]);
  return (
    <View ref={ref} tabIndex={-1} style={[styles.title, WORDS_WHOLE, style]}>
      <AppText kind="title">{children}</AppText>
    </View>
  );
}

const styles = StyleSheet.create({
  // The ring would say that it can be pressed.
  title: { flexGrow: 1, flexShrink: 1, flexBasis: 0, outlineStyle: 'solid', outlineWidth: 0 },
});
