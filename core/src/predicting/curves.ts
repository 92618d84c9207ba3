import type { KitchenModel } from '../kitchen';
import type { Recipe } from '../making';
import { LIMITS } from '../measures';
import type { Interruptible } from '../results';
import { runToEnd } from '../results';
import { predict } from './predict';
import type { Prediction } from './prediction';

/** Yield and body over the ratio, for the nuts of the batch. */
export interface RatioPoint {
  waterPerNut: number;
  milkMl: number;
  solidsPct: number;
}

/** Rupture and end temperature over the seconds of one load. */
export interface SecondsPoint {
  seconds: number;
  rupture: number;
  endTempC: number;
}

/** Water taken up over the hours of this kind of soak. */
export interface SoakPoint {
  hours: number;
  uptakeG: number;
  /** How full of water the nuts are, 0 to 1, the mean by mass. */
  saturation: number;
}

export interface Curves {
  ratio: readonly RatioPoint[];
  seconds: readonly SecondsPoint[];
  soak: readonly SoakPoint[];
}

const POINTS = 32;

function along(low: number, high: number): number[] {
  return Array.from({ length: POINTS + 1 }, (_, i) => low + ((high - low) * i) / POINTS);
}

/** A recipe of so many grams of nuts, and what a change of it would come to. */
interface Round {
  held: Recipe;
  blend: Prediction['blend'];
  at: (change: Recipe) => Prediction | null;
}

function ratioCurve({ held, blend, at }: Round): RatioPoint[] {
  const end: Recipe['blend']['end'] = {
    by: 'rupture',
    rupture: Math.min(LIMITS.rupture.max, Math.max(LIMITS.rupture.min, blend.rupture)),
  };
  const ratio: RatioPoint[] = [];
  for (const waterPerNut of along(1, Math.max(12, held.waterPerNut))) {
    const there = at({ ...held, waterPerNut, blend: { ...held.blend, end } });
    if (there) ratio.push({ waterPerNut, milkMl: there.milk.volumeMl, solidsPct: there.milk.solidsPct });
  }
  return ratio;
}

function secondsCurve({ held, blend, at }: Round): SecondsPoint[] {
  if (blend.secondsPerLoad <= 0) return [];
  const seconds: SecondsPoint[] = [];
  const longest = Math.min(LIMITS.seconds.max, Math.max(30, 2 * blend.secondsPerLoad));
  for (const s of along(LIMITS.seconds.min, longest)) {
    const there = at({ ...held, blend: { ...held.blend, end: { by: 'seconds', seconds: s } } });
    if (there) seconds.push({ seconds: s, rupture: there.blend.rupture, endTempC: there.blend.endTempC });
  }
  return seconds;
}

function soakCurve({ held, at }: Round): SoakPoint[] {
  if (held.soak.method === 'none') return [];
  const soak: SoakPoint[] = [];
  const mostH = Math.min(LIMITS.soakH[held.soak.method], Math.max(held.soak.hours * 1.25, 1));
  for (const hours of along(mostH / POINTS, mostH)) {
    const there = at({ ...held, soak: { ...held.soak, hours } });
    if (!there) continue;
    const saturation = there.nuts.reduce((sum, nut) => sum + nut.saturation * nut.massG, 0) / there.nutG;
    soak.push({ hours, uptakeG: there.soak.uptakeG, saturation });
  }
  return soak;
}

/** As `curves`, in parts. */
export function* curvesInParts(recipe: Recipe, kitchen: KitchenModel): Interruptible<Curves> {
  const now = predict(recipe, kitchen);
  if (!now.ok) return { ratio: [], seconds: [], soak: [] };
  const { nutG, blend } = now.value;
  const round: Round = {
    held: { ...recipe, amount: { by: 'nuts', massG: nutG } },
    blend,
    at: (change) => {
      const there = predict(change, kitchen);
      return there.ok ? there.value : null;
    },
  };
  const ratio = ratioCurve(round);
  yield 1 / 3;
  const seconds = secondsCurve(round);
  yield 2 / 3;
  return { ratio, seconds, soak: soakCurve(round) };
}

/**
 * The three curves round a recipe, each with all else held: the nuts, the rupture, the hours. Empty where a curve
 * makes no sense (seconds at a press, hours without a soak) or the recipe cannot be computed.
 */
export function curves(recipe: Recipe, kitchen: KitchenModel): Curves {
  return runToEnd(curvesInParts(recipe, kitchen));
}
