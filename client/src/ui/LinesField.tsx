import { TextField } from './TextField';
import { SPACE } from './theme';

interface Props {
  label: string;
  value: string;
  onChange: (value: string) => void;
  error?: string | null;
  note?: string | undefined;
  placeholder?: string;
  /** What is typed is a program's text: nothing in it is mended. */
  verbatim?: boolean;
  /** So many lines are seen at once. */
  rows: number;
}

const LINE_PX = 24;

/** Text of several lines. */
export function LinesField({ rows, verbatim = false, ...field }: Props) {
  return (
    <TextField
      {...field}
      {...(verbatim && { autoCorrect: false, spellCheck: false })}
      multiline
      textStyle={{
        minHeight: rows * LINE_PX + 2 * SPACE.small,
        paddingVertical: SPACE.medium,
        lineHeight: LINE_PX,
      }}
    />
  );
}
