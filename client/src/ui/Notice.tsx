import { CircleAlert, Info, TriangleAlert } from './icons';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from './AppText';
import { SPACE, useColours } from './theme';

interface Props {
  kind: 'info' | 'caution' | 'error';
  children: ReactNode;
  action?: ReactNode;
}

/** A sentence that matters here, with a mark of its own kind besides the tint. */
export function Notice({ kind, children, action }: Props) {
  const colour = useColours();
  const look = {
    info: { ground: colour.kelpSoft, ink: colour.kelp, Icon: Info },
    caution: { ground: colour.brassSoft, ink: colour.brass, Icon: TriangleAlert },
    error: { ground: colour.buoySoft, ink: colour.buoy, Icon: CircleAlert },
  }[kind];
  return (
    <View
      role={kind === 'error' ? 'alert' : 'note'}
      style={[styles.notice, { backgroundColor: look.ground, borderLeftColor: look.ink }]}
    >
      <look.Icon color={look.ink} size={20} aria-hidden />
      <View style={styles.words}>
        <AppText>{children}</AppText>
        {action}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  notice: {
    flexDirection: 'row',
    gap: SPACE.medium,
    padding: SPACE.medium,
    borderRadius: 8,
    borderLeftWidth: 4,
  },
  words: { flex: 1, gap: SPACE.small, alignItems: 'flex-start' },
});
