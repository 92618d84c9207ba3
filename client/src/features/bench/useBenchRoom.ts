import { useState } from 'react';
import type { LayoutChangeEvent } from 'react-native';
import { useWindowDimensions } from 'react-native';
import { WIDE_FROM_PX } from '../../ui/theme';

/** A window less high than this is a phone on its side, or one with its keyboard up, px. */
const LOW_PX = 560;
/** From this width on a low window has room for two columns. */
const LOW_COLUMNS_FROM_PX = 600;
/** The title and its buttons over the outcome, px. */
const HEAD_PX = 60;
/** The outcome stays pinned where it leaves so much of the window to the recipe; else it takes one line. */
const PINNED_SHARE = 0.4;
/** The outcome until it has been measured, px. */
const OUTCOME_PX = 230;

/** Where the outcome stands: beside the recipe, pinned over it, or as one line over it and whole further down. */
export type BenchRoom = 'columns' | 'pinned' | 'line';

/** Finds the place for the outcome: pinned whole on a usual phone, and never at the cost of the recipe. */
export function useBenchRoom(): {
  room: BenchRoom;
  onBench: (event: LayoutChangeEvent) => void;
  onOutcome: (event: LayoutChangeEvent) => void;
} {
  const { width, height } = useWindowDimensions();
  const [benchPx, setBenchPx] = useState<number | null>(null);
  const [outcome, setOutcome] = useState({ window: '', px: OUTCOME_PX });
  const columns = width >= (height < LOW_PX ? LOW_COLUMNS_FROM_PX : WIDE_FROM_PX);
  const window = `${width} × ${height}`;
  const outcomePx = outcome.window === window ? outcome.px : OUTCOME_PX;
  const leftPx = (benchPx ?? height) - HEAD_PX - outcomePx;
  return {
    room: columns ? 'columns' : leftPx >= height * PINNED_SHARE ? 'pinned' : 'line',
    onBench: ({ nativeEvent }) => setBenchPx(Math.round(nativeEvent.layout.height)),
    // The highest it was in this window: it does not come and go with its lines, under a finger.
    onOutcome: ({ nativeEvent }) =>
      setOutcome((before) => ({
        window,
        px: Math.max(
          before.window === window ? before.px : OUTCOME_PX,
          Math.round(nativeEvent.layout.height),
        ),
      })),
  };
}
