export interface CurveLine {
  name: string;
  /** What the figures at its side are in. */
  unit: string;
  /** Aligned with `xs`, in that unit. */
  ys: readonly number[];
  /** A y as text, with its unit. */
  words: (y: number) => string;
  /** A y worth a line of its own across the plot, such as a limit. */
  limit?: { y: number; words: string };
  dashed?: boolean;
  /** What was measured. */
  dots?: readonly { x: number; y: number }[];
}

export interface CurveProps {
  /** What the curve is of: the name of its figure for a screen reader. */
  title: string;
  xs: readonly number[];
  xName: string;
  xWords: (x: number) => string;
  lines: readonly CurveLine[];
  /** Where the batch stands now. */
  now: number;
  /** A stretch of x that is usual. */
  usual?: { from: number; to: number; words: string };
  width: number;
}

/** Height of one line's band and the room above it, px. */
export const BAND = 92;
export const GAP = 16;
const BOTTOM = 24;

/** Height of the plot of so many lines, px. */
export function plotHeight(lines: number): number {
  return lines * (BAND + GAP) + BOTTOM;
}
