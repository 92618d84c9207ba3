import type { ReactNode } from 'react';
import type { TextStyle } from 'react-native';
import { StyleSheet, Text } from 'react-native';
import { FONT, useColours } from './theme';
import { unbrokenIn } from './unbroken';

export type TextKind =
  'title' | 'heading' | 'body' | 'strong' | 'small' | 'figure' | 'bigFigure' | 'clock' | 'count';

interface Props {
  kind?: TextKind;
  tone?: 'ink' | 'soft' | 'kelp' | 'brass' | 'buoy' | 'onKelp';
  children: ReactNode;
  /** Heading level for screen readers; titles are 1 and headings 2 unless said. */
  level?: 1 | 2 | 3;
  style?: TextStyle;
  live?: 'polite' | 'assertive';
  numberOfLines?: number;
}

/** So large that with the reader's own size a figure may fill a phone, and its unit goes under it. */
const LARGE: ReadonlySet<TextKind> = new Set(['bigFigure', 'clock', 'count']);

/** All text of the app: sizes, families and tones in one place. */
export function AppText({ kind = 'body', tone = 'ink', children, level, style, live, numberOfLines }: Props) {
  const colour = useColours();
  const tones = {
    ink: colour.ink,
    soft: colour.inkSoft,
    kelp: colour.kelp,
    brass: colour.brass,
    buoy: colour.buoy,
    onKelp: colour.onKelp,
  };
  const heading = kind === 'title' || kind === 'heading' || level !== undefined;
  return (
    <Text
      style={[styles[kind], kind === 'clock' && FITS, { color: tones[tone] }, style]}
      {...(heading && { role: 'heading' as const, 'aria-level': level ?? (kind === 'title' ? 1 : 2) })}
      {...(live && { 'aria-live': live })}
      {...(numberOfLines !== undefined && { numberOfLines })}
    >
      {LARGE.has(kind) ? children : unbrokenIn(children)}
    </Text>
  );
}

// A clock of hours is as wide as a phone. Only the web knows this length.
const FITS: object = { fontSize: 'min(76px, 16.5vw)' };

const figures: TextStyle = { fontVariant: ['tabular-nums', 'lining-nums'] };

const styles = StyleSheet.create({
  title: { fontFamily: FONT.title, fontSize: 30, lineHeight: 36 },
  heading: { fontFamily: FONT.title, fontSize: 21, lineHeight: 27 },
  body: { fontFamily: FONT.text, fontSize: 17, lineHeight: 24, ...figures },
  strong: { fontFamily: FONT.strong, fontSize: 17, lineHeight: 24, ...figures },
  small: { fontFamily: FONT.text, fontSize: 15, lineHeight: 20, ...figures },
  figure: { fontFamily: FONT.strong, fontSize: 22, lineHeight: 28, ...figures },
  bigFigure: { fontFamily: FONT.strong, fontSize: 34, lineHeight: 40, ...figures },
  clock: { fontFamily: FONT.strong, fontSize: 76, lineHeight: 84, ...figures },
  count: { fontFamily: FONT.strong, fontSize: 132, lineHeight: 136, ...figures },
});
