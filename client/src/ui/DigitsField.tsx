import { useId } from 'react';
import { StyleSheet, TextInput } from 'react-native';
import { FieldFrame } from './FieldFrame';
import { FONT, SPACE, TOUCH, useColours } from './theme';

interface Props {
  label: string;
  value: string;
  onChange: (value: string) => void;
  onSubmit: () => void;
  error: string | null;
}

/** Digits that are shown elsewhere, typed large. */
export function DigitsField({ label, value, onChange, onSubmit, error }: Props) {
  const colour = useColours();
  const id = useId();
  return (
    <FieldFrame label={label} noteId={`${id}-note`} error={error} style={styles.field}>
      <TextInput
        value={value}
        onChangeText={onChange}
        onSubmitEditing={onSubmit}
        inputMode="numeric"
        autoComplete="one-time-code"
        autoCapitalize="none"
        autoCorrect={false}
        spellCheck={false}
        maxLength={12}
        id={id}
        aria-label={label}
        aria-describedby={`${id}-note`}
        aria-invalid={error !== null}
        style={[
          styles.input,
          {
            color: colour.ink,
            backgroundColor: colour.surface,
            borderColor: error === null ? colour.edge : colour.buoy,
            outlineColor: colour.kelp,
            fontFamily: FONT.strong,
          },
        ]}
      />
    </FieldFrame>
  );
}

const styles = StyleSheet.create({
  field: { maxWidth: 260 },
  input: {
    borderWidth: 1,
    borderRadius: 10,
    paddingHorizontal: SPACE.medium,
    minHeight: TOUCH.counter,
    minWidth: 0,
    width: '100%',
    fontSize: 28,
    letterSpacing: 4,
    fontVariant: ['tabular-nums', 'lining-nums'],
  },
});
