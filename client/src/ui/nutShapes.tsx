import type { ReactNode } from 'react';
import { Circle, Ellipse, Path } from 'react-native-svg';

/** A nut or seed as it lies on the table, in a box of 36 by 36. */
interface Shape {
  /** Its outlines, filled with its texture. */
  outlines: readonly string[];
  /** What tells it apart besides: a seam, a scar, a shell. */
  detail?: (mark: string, ground: string) => ReactNode;
  /** Filled with its plain colour: its texture would make a face of it. */
  plain?: true;
}

const lines = (d: string, width = 1.6) =>
  function Lines(mark: string) {
    return <Path d={d} stroke={mark} strokeWidth={width} fill="none" strokeLinecap="round" />;
  };

const DROP = 'M18 2 C24 8 30 16 29 24 C28 31 23 34 18 34 C13 34 8 31 7 24 C6 16 12 8 18 2 Z';
const BALL = 'M18 4 A14 14 0 1 1 17.9 4 Z';
/** A small tear with its tip at the top left. */
const tear = (x: number, y: number): string =>
  `M${x} ${y} c5 0 10 3 10 8 c0 3 -2 5 -5 5 c-5 0 -8 -5 -5 -13 Z`;
const bead = (x: number, y: number): string => `M${x} ${y - 6} a6 6 0 1 1 -0.1 0 Z`;

const SHAPES: Readonly<Record<string, Shape>> = {
  // A drop with its seams.
  almond: {
    outlines: [DROP],
    detail: lines('M18 8 V29 M13 14 C12 19 12 24 14 28 M23 14 C24 19 24 24 22 28'),
  },
  almond_blanched: { outlines: [DROP], detail: lines('M18 4 V33', 1.2) },
  // A crescent.
  cashew: {
    outlines: [
      'M9 9 C4 19 7 31 20 33 C28 34 33 30 32 25 C31 21 27 22 23 23 C18 24 16 20 18 15 C20 9 19 4 15 3 C12 2.5 10.5 5.5 9 9 Z',
    ],
  },
  // Two halves with lobes.
  walnut: {
    outlines: [
      'M18 4 C22 1 28 3 29 8 C33 10 34 16 31 19 C34 23 32 29 28 30 C26 34 20 34 18 32 C16 34 10 34 8 30 C4 29 2 23 5 19 C2 16 3 10 7 8 C8 3 14 1 18 4 Z',
    ],
    detail: lines('M18 4 V32', 2.4),
  },
  // A ball with a tip, and the scar of its cap.
  hazelnut: {
    outlines: ['M18 2 C21 7 32 10 32 20 C32 29 26 34 18 34 C10 34 4 29 4 20 C4 10 15 7 18 2 Z'],
    detail: (mark, ground) => (
      <>
        <Path
          d="M18 4 V25 M13 9 C10 13 9 19 10 25 M23 9 C26 13 27 19 26 25"
          stroke={mark}
          strokeWidth={1.2}
          fill="none"
        />
        <Ellipse cx={18} cy={29} rx={11} ry={4.5} fill={ground} stroke={mark} strokeWidth={1.4} />
      </>
    ),
    plain: true,
  },
  // A ball with its eye.
  macadamia: {
    outlines: [BALL],
    detail: (mark) => <Circle cx={23} cy={12} r={2.6} fill={mark} />,
  },
  // A wedge with an edge along it.
  brazil: {
    outlines: ['M3 28 C6 15 17 5 32 6 C34 9 33 13 31 16 C27 25 18 31 6 32 C3.5 31.5 2.5 30 3 28 Z'],
    detail: lines('M6 28 C12 19 20 12 31 9', 2),
  },
  // An oval with grooves.
  pecan: {
    outlines: ['M18 2 C26 2 29 11 29 18 C29 26 25 34 18 34 C11 34 7 26 7 18 C7 11 10 2 18 2 Z'],
    detail: lines('M18 3 V33 M12.5 8 C11 14 11 22 13 29 M23.5 8 C25 14 25 22 23 29', 2.2),
  },
  // The kernel in its split shell.
  pistachio: {
    outlines: ['M18 4 C24 9 27 16 26 24 C25 30 22 33 18 33 C14 33 11 30 10 24 C9 16 12 9 18 4 Z'],
    detail: (mark) => (
      <Path
        d="M15 2 C5 7 2 20 6 29 C8 33 12 35 16 34 C11 25 11 12 15 2 Z M21 2 C31 7 34 20 30 29 C28 33 24 35 20 34 C25 25 25 12 21 2 Z"
        fill="#EADFC4"
        stroke={mark}
        strokeWidth={1.4}
      />
    ),
  },
  // A peg.
  pine: {
    outlines: ['M18 1 C21 9 24 19 23 27 C22.5 32 21 35 18 35 C15 35 13.5 32 13 27 C12 19 15 9 18 1 Z'],
  },
  // A leaf with a rim.
  pumpkin: {
    outlines: ['M18 1 C29 9 31 25 18 35 C5 25 7 9 18 1 Z'],
    detail: lines('M18 6 C25 12 26 23 18 30 C10 23 11 12 18 6 Z', 1.4),
  },
  // Stripes along it.
  sunflower: {
    outlines: ['M18 1 C24 9 28 20 26 28 C24.5 33 22 35 18 35 C14 35 11.5 33 10 28 C8 20 12 9 18 1 Z'],
    detail: lines('M18 5 V34 M14 12 C12.5 19 12.5 26 14 32 M22 12 C23.5 19 23.5 26 22 32', 2.6),
  },
  // Tears.
  sesame: { outlines: [tear(5, 3), tear(20, 10), tear(7, 21)] },
  // Beads.
  hemp: { outlines: [bead(11, 10), bead(26, 14), bead(12, 26), bead(26, 28)] },
  // Lenses.
  flax: {
    outlines: ['M2 12 C9 3 24 3 31 12 C24 21 9 21 2 12 Z', 'M8 27 C14 20 28 20 34 27 C28 34 14 34 8 27 Z'],
  },
};

/** One of the cook's own: a round, as nobody has said what it looks like. */
const OWN: Shape = { outlines: [BALL] };

export function nutShape(ingredient: string): Shape {
  return SHAPES[ingredient] ?? OWN;
}
