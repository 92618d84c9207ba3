import { useId } from 'react';
import { StyleSheet, TextInput } from 'react-native';
import { FieldFrame } from './FieldFrame';
import { FONT, SPACE, TOUCH, useColours } from './theme';

interface Props {
  label: string;
  value: string;
  onChange: (value: string) => void;
  onBlur?: () => void;
  error?: string | null;
  note?: string;
  maxLength?: number;
  /** Stands under other fields rather than beside them. */
  stacked?: boolean;
}

/** A line of text with its label, and what is wrong with it underneath. */
export function NameField({
  label,
  value,
  onChange,
  onBlur,
  error = null,
  note,
  maxLength = 80,
  stacked = false,
}: Props) {
  const colour = useColours();
  const id = useId();
  return (
    <FieldFrame
      label={label}
      noteId={`${id}-note`}
      error={error}
      note={note}
      style={stacked ? styles.stacked : styles.field}
    >
      <TextInput
        value={value}
        onChangeText={onChange}
        {...(onBlur && { onBlur })}
        maxLength={maxLength}
        autoComplete="off"
        id={id}
        aria-label={label}
        aria-describedby={`${id}-note`}
        aria-invalid={error !== null}
        style={[
          styles.input,
          {
            color: colour.ink,
            borderColor: error === null ? colour.edge : colour.buoy,
            backgroundColor: colour.surface,
          },
        ]}
      />
    </FieldFrame>
  );
}

const styles = StyleSheet.create({
  field: { flexGrow: 1, flexShrink: 1, flexBasis: 130, minWidth: 0, maxWidth: '100%' },
  // In a column a basis would be a height, and leave a gap under the field.
  stacked: {},
  input: {
    minHeight: TOUCH.usual,
    minWidth: 0,
    width: '100%',
    borderWidth: 1,
    borderRadius: 10,
    paddingHorizontal: SPACE.medium,
    fontFamily: FONT.text,
    fontSize: 17,
  },
});
