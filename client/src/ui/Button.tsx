import type { LucideIcon } from './icons';
import { ActivityIndicator, Pressable, StyleSheet } from 'react-native';
import { AppText } from './AppText';
import { SPACE, TOUCH, useColours } from './theme';

interface Props {
  label: string;
  onPress: () => void;
  kind?: 'main' | 'plain' | 'quiet' | 'danger';
  icon?: LucideIcon;
  /** Taller, for the counter. */
  counter?: boolean;
  busy?: boolean;
  disabled?: boolean;
  /** Says more than the label where the label alone is not enough. */
  hint?: string;
  iconOnly?: boolean;
  /** Takes its share of the row's width. */
  grow?: boolean;
}

/** What is seen on a button is in its name, too: who speaks to it says what is written there. */
function nameOf(label: string, hint: string | undefined, iconOnly: boolean): string {
  if (hint === undefined) return label;
  return iconOnly || hint.toLowerCase().includes(label.toLowerCase()) ? hint : `${hint}, ${label}`;
}

export function Button({
  label,
  onPress,
  kind = 'plain',
  icon: Icon,
  counter = false,
  busy = false,
  disabled = false,
  hint,
  iconOnly = false,
  grow = false,
}: Props) {
  const colour = useColours();
  const look = {
    main: { ground: colour.kelp, edge: colour.kelp, tone: 'onKelp' as const, ink: colour.onKelp },
    plain: { ground: colour.surface, edge: colour.edge, tone: 'ink' as const, ink: colour.ink },
    quiet: { ground: 'transparent', edge: 'transparent', tone: 'kelp' as const, ink: colour.kelp },
    danger: { ground: colour.surface, edge: colour.buoy, tone: 'buoy' as const, ink: colour.buoy },
  }[kind];
  const height = counter ? TOUCH.counter : TOUCH.usual;
  return (
    <Pressable
      role="button"
      aria-label={nameOf(label, hint, iconOnly)}
      disabled={disabled || busy}
      aria-busy={busy}
      onPress={onPress}
      style={(state) => [
        styles.button,
        {
          minHeight: height,
          minWidth: height,
          backgroundColor: look.ground,
          borderColor: look.edge,
          opacity: disabled ? 0.5 : state.pressed ? 0.8 : 1,
        },
        iconOnly && styles.iconOnly,
        grow && styles.grow,
      ]}
    >
      {busy ? (
        <ActivityIndicator color={look.ink} size="small" />
      ) : (
        Icon && <Icon color={look.ink} size={counter ? 24 : 20} aria-hidden />
      )}
      {!iconOnly && (
        <AppText kind="strong" tone={look.tone} style={styles.label}>
          {label}
        </AppText>
      )}
    </Pressable>
  );
}

const styles = StyleSheet.create({
  button: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'center',
    gap: SPACE.small,
    paddingHorizontal: SPACE.roomy,
    paddingVertical: SPACE.small,
    borderRadius: 10,
    borderWidth: 1,
    maxWidth: '100%',
  },
  iconOnly: { paddingHorizontal: SPACE.small },
  grow: { flexGrow: 1, flexBasis: '40%' },
  label: { textAlign: 'center', flexShrink: 1 },
});
