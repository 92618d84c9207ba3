import { Pressable, StyleSheet, View } from 'react-native';
import { AppText } from './AppText';
import { Check } from './icons';
import { SPACE, TOUCH, useColours } from './theme';

interface Props {
  label: string;
  note?: string;
  on: boolean;
  onChange: (on: boolean) => void;
}

/** Something that is in or out, by itself. */
export function Toggle({ label, note, on, onChange }: Props) {
  const colour = useColours();
  const keys = {
    onKeyDown: (event: { key: string; preventDefault: () => void }): void => {
      if (event.key !== ' ') return;
      event.preventDefault();
      onChange(!on);
    },
  };
  return (
    <Pressable
      role="checkbox"
      aria-checked={on}
      aria-label={note === undefined ? label : `${label}, ${note}`}
      onPress={() => onChange(!on)}
      {...keys}
      style={[
        styles.toggle,
        {
          backgroundColor: on ? colour.kelpSoft : colour.surface,
          borderColor: on ? colour.kelp : colour.line,
        },
      ]}
    >
      <View style={[styles.box, { borderColor: on ? colour.kelp : colour.edge }]}>
        {on && <Check size={18} color={colour.kelp} aria-hidden />}
      </View>
      <View style={styles.words}>
        <AppText kind={on ? 'strong' : 'body'}>{label}</AppText>
        {note !== undefined && (
          <AppText kind="small" tone="soft">
            {note}
          </AppText>
        )}
      </View>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  toggle: {
    minHeight: TOUCH.usual,
    maxWidth: '100%',
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.small,
    borderRadius: 10,
    borderWidth: 1,
    padding: SPACE.small,
  },
  words: { flexShrink: 1, minWidth: 0 },
  box: {
    width: 22,
    height: 22,
    borderWidth: 2,
    borderRadius: 5,
    alignItems: 'center',
    justifyContent: 'center',
  },
});
