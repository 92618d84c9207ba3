import { useId } from 'react';
import { StyleSheet, TextInput } from 'react-native';
import { FieldFrame } from './FieldFrame';
import { FONT, SPACE, useColours } from './theme';

/** Text of several lines with its label, and what is wrong with it underneath. */
export function LinesField({
  label,
  value,
  onChange,
  error = null,
  note,
  rows,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  error?: string | null;
  note?: string;
  /** So many lines are seen at once. */
  rows: number;
}) {
  const colour = useColours();
  const id = useId();
  return (
    <FieldFrame label={label} noteId={`${id}-note`} error={error} note={note} style={{}}>
      <TextInput
        multiline
        value={value}
        onChangeText={onChange}
        id={id}
        aria-label={label}
        aria-describedby={`${id}-note`}
        aria-invalid={error !== null}
        style={[
          styles.input,
          {
            minHeight: rows * LINE_PX + 2 * SPACE.small,
            color: colour.ink,
            borderColor: error === null ? colour.edge : colour.buoy,
            backgroundColor: colour.surface,
          },
        ]}
      />
    </FieldFrame>
  );
}

const LINE_PX = 24;

const styles = StyleSheet.create({
  input: {
    width: '100%',
    borderWidth: 1,
    borderRadius: 10,
    padding: SPACE.medium,
    fontFamily: FONT.text,
    fontSize: 17,
    lineHeight: LINE_PX,
  },
});
