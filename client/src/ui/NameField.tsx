import { StyleSheet } from 'react-native';
import { TextField } from './TextField';

interface Props {
  label: string;
  value: string;
  onChange: (value: string) => void;
  onBlur?: () => void;
  error?: string | null;
  note?: string | undefined;
  maxLength?: number;
  /** Stands under other fields rather than beside them. */
  stacked?: boolean;
}

/** A line of text. */
export function NameField({ maxLength = 80, stacked = false, ...field }: Props) {
  return (
    <TextField
      {...field}
      maxLength={maxLength}
      autoComplete="off"
      style={stacked ? styles.stacked : styles.field}
    />
  );
}

const styles = StyleSheet.create({
  field: { flexGrow: 1, flexShrink: 1, flexBasis: 130, minWidth: 0, maxWidth: '100%' },
  // In a column a basis would be a height, and leave a gap under the field.
  stacked: {},
});
