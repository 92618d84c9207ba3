import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { SPACE } from '../../ui/theme';

/** What can be done to a clock, under it: two to a row on a phone. Its buttons grow. */
export function ClockButtons({ children }: { children: ReactNode }) {
  return <View style={styles.buttons}>{children}</View>;
}

const styles = StyleSheet.create({
  buttons: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    gap: SPACE.small,
    width: '100%',
    maxWidth: 480,
    alignSelf: 'center',
  },
});
