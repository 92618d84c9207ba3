export type Body = 'light' | 'everyday' | 'full' | 'cream';

/** Body by solids in % by mass: under 4 light, to 6.5 everyday, to 10 full, over 10 cream. */
export function bodyOf(solidsPct: number): Body {
  if (solidsPct < 4) return 'light';
  if (solidsPct < 6.5) return 'everyday';
  return solidsPct <= 10 ? 'full' : 'cream';
}
