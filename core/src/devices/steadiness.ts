/** What a scale showed, and when; null grams while it is out of reach. */
export interface ScaleSample {
  atMs: number;
  massG: number | null;
}

/** A reading counts as steady when it has stayed within this many steps of the scale for this long. */
const STEADY_STEPS = 1;
export const STEADY_FOR_MS = 900;
/** Held this long, a steady reading may be taken without a hand. */
export const HELD_FOR_MS = 2000;
/** Less than this on the platform is an empty scale, steps. */
const EMPTY_STEPS = 3;
/** Readings closer than this are of the same thing lying there: the scale creeps, steps. */
const SAME_STEPS = 4;

/** Whether nothing lies on a scale that shows steps of `stepG`. */
export function isEmptyScale(massG: number, stepG: number): boolean {
  return Math.abs(massG) < EMPTY_STEPS * stepG;
}

/** Whether two readings are of the same thing, left where it lay. */
export function isSameLoad(aG: number, bG: number, stepG: number): boolean {
  return Math.abs(aG - bG) < SAME_STEPS * stepG;
}

/** A reading that stands still. */
export interface SteadyReading {
  massG: number;
  sinceMs: number;
}

/**
 * The steady reading at the end of `samples` (oldest first), for a scale that shows steps of `stepG`; null while it
 * moves, after a dropout, and on an empty platform.
 */
export function steadyReading(samples: readonly ScaleSample[], stepG: number): SteadyReading | null {
  const last = samples[samples.length - 1];
  if (!last || last.massG === null || isEmptyScale(last.massG, stepG)) return null;
  let sinceMs = last.atMs;
  let low = last.massG;
  let high = last.massG;
  for (let i = samples.length - 2; i >= 0; i--) {
    const sample = samples[i];
    if (!sample || sample.massG === null) break;
    low = Math.min(low, sample.massG);
    high = Math.max(high, sample.massG);
    if (high - low > STEADY_STEPS * stepG + 1e-9) break;
    sinceMs = sample.atMs;
  }
  return last.atMs - sinceMs >= STEADY_FOR_MS ? { massG: last.massG, sinceMs } : null;
}
