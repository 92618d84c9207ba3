import { StyleSheet } from 'react-native';
import { TextField } from './TextField';
import { FONT, TOUCH } from './theme';

interface Props {
  label: string;
  value: string;
  onChange: (value: string) => void;
  onSubmit: () => void;
  error: string | null;
}

/** Digits that are shown elsewhere, typed large. */
export function DigitsField(props: Props) {
  return (
    <TextField
      {...props}
      inputMode="numeric"
      autoComplete="one-time-code"
      autoCapitalize="none"
      autoCorrect={false}
      spellCheck={false}
      maxLength={12}
      style={styles.field}
      textStyle={styles.digits}
    />
  );
}

const styles = StyleSheet.create({
  field: { maxWidth: 260 },
  digits: {
    minHeight: TOUCH.counter,
    fontFamily: FONT.strong,
    fontSize: 28,
    letterSpacing: 4,
    fontVariant: ['tabular-nums', 'lining-nums'],
  },
});
