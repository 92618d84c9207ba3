import type { ReactNode } from 'react';
import { memo } from 'react';
import { Circle, Ellipse, Line, Path, Pattern, Rect } from 'react-native-svg';

interface Look {
  /** Ground and mark of the texture, for light and dark rooms alike. */
  ground: string;
  mark: string;
  motif: (mark: string) => ReactNode;
}

const almonds = (m: string) => (
  <>
    <Path d="M3 7 C5 2 9 2 11 7 C9 10 5 10 3 7Z" fill={m} />
    <Path d="M10 14 C12 10 15 10 16 14" stroke={m} strokeWidth={1.4} fill="none" />
  </>
);
const crescents = (m: string) => (
  <>
    <Path d="M3 4 C3 10 9 11 11 7" stroke={m} strokeWidth={2.4} fill="none" strokeLinecap="round" />
    <Path d="M10 13 C11 16 14 16 15 13" stroke={m} strokeWidth={1.8} fill="none" strokeLinecap="round" />
  </>
);
const brains = (m: string) => (
  <Path
    d="M1 5 q2 -3 4 0 t4 0 t4 0 t4 0 M1 13 q2 3 4 0 t4 0 t4 0 t4 0"
    stroke={m}
    strokeWidth={1.6}
    fill="none"
  />
);
const rounds = (m: string) => (
  <>
    <Circle cx={5} cy={5} r={3} fill={m} />
    <Circle cx={13} cy={13} r={3} fill={m} />
  </>
);
const rings = (m: string) => (
  <>
    <Circle cx={5} cy={5} r={3.2} stroke={m} strokeWidth={1.4} fill="none" />
    <Circle cx={13.5} cy={13.5} r={3.2} stroke={m} strokeWidth={1.4} fill="none" />
  </>
);
const wedges = (m: string) => <Path d="M2 9 L8 2 L10 9Z M9 16 L15 10 L16.5 16Z" fill={m} />;
const ribs = (m: string) => (
  <>
    <Line x1={3} y1={0} x2={3} y2={18} stroke={m} strokeWidth={1.6} />
    <Line x1={9} y1={0} x2={9} y2={18} stroke={m} strokeWidth={1.6} />
    <Line x1={15} y1={0} x2={15} y2={18} stroke={m} strokeWidth={1.6} />
  </>
);
const slants = (m: string) => <Path d="M0 9 L9 0 M0 18 L18 0 M9 18 L18 9" stroke={m} strokeWidth={1.8} />;
const drops = (m: string) => <Path d="M5 2 q3 5 0 7 q-3 -2 0 -7Z M13 10 q3 5 0 7 q-3 -2 0 -7Z" fill={m} />;
const chevrons = (m: string) => (
  <Path d="M1 6 L5 2 L9 6 M9 15 L13 11 L17 15" stroke={m} strokeWidth={1.8} fill="none" />
);
const seeds = (m: string) => (
  <>
    <Ellipse cx={5} cy={5} rx={1.7} ry={3.6} fill={m} />
    <Ellipse cx={13} cy={13} rx={1.7} ry={3.6} fill={m} />
  </>
);
const specks = (m: string) => (
  <>
    {[
      [3, 3],
      [9, 6],
      [15, 3],
      [5, 11],
      [12, 12],
      [2, 16],
      [16, 16],
    ].map(([cx, cy]) => (
      <Circle key={`${cx}-${cy}`} cx={cx} cy={cy} r={1.2} fill={m} />
    ))}
  </>
);
const crosses = (m: string) => (
  <Path d="M3 5 h5 M5.5 2.5 v5 M11 13 h5 M13.5 10.5 v5" stroke={m} strokeWidth={1.5} />
);
const grains = (m: string) => (
  <Path d="M2 4 l4 2 M10 3 l3 3 M4 12 l3 -2 M12 14 l4 -1" stroke={m} strokeWidth={2} />
);
const dashes = (m: string) => (
  <Path d="M1 4 h6 M11 4 h6 M5 10 h8 M1 16 h6 M11 16 h6" stroke={m} strokeWidth={1.8} />
);

const LOOKS: Readonly<Record<string, Look>> = {
  almond: { ground: '#D9B48A', mark: '#6B3E1B', motif: almonds },
  almond_blanched: { ground: '#F0E2C2', mark: '#8A6B36', motif: almonds },
  cashew: { ground: '#EFD9AE', mark: '#8A5E1E', motif: crescents },
  walnut: { ground: '#C9A679', mark: '#5A3517', motif: brains },
  hazelnut: { ground: '#C98F5B', mark: '#5B2B0F', motif: rounds },
  macadamia: { ground: '#F1E3C8', mark: '#7A6242', motif: rings },
  brazil: { ground: '#E4D3B6', mark: '#56402A', motif: wedges },
  pecan: { ground: '#B98554', mark: '#4E2710', motif: ribs },
  pistachio: { ground: '#C7D08B', mark: '#4B5A1A', motif: slants },
  pine: { ground: '#F3E7C4', mark: '#7F6A2B', motif: drops },
  pumpkin: { ground: '#A9BF8A', mark: '#30481A', motif: chevrons },
  sunflower: { ground: '#CFCAB8', mark: '#45423A', motif: seeds },
  sesame: { ground: '#F0E6CF', mark: '#7D6A3C', motif: specks },
  hemp: { ground: '#DCE0BE', mark: '#5A6131', motif: crosses },
  flax: { ground: '#B4875C', mark: '#4A2A10', motif: grains },
};
const OWN: Look = { ground: '#D6CDBE', mark: '#4D463B', motif: dashes };

export function nutLook(ingredient: string): Look {
  return LOOKS[ingredient] ?? OWN;
}

/** The nut's own texture, for use inside a drawing; never the tint alone tells nuts apart. */
export const NutPattern = memo(function NutPattern({ id, ingredient }: { id: string; ingredient: string }) {
  const look = nutLook(ingredient);
  return (
    <Pattern id={id} width={18} height={18} patternUnits="userSpaceOnUse">
      <Rect width={18} height={18} fill={look.ground} />
      {look.motif(look.mark)}
    </Pattern>
  );
});
