import type { Interval } from '../numerics';

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

/** From low to high of an 80 % interval is 2.563 standard deviations of a normal spread. */
const SDS_OF_80 = 2.563;
/** Beyond this many standard deviations a slip at the scale is likelier than such a kitchen: one in 4,000. */
const FAR_SDS = 3.5;
/** Share of the value that the scale itself and the froth may be off by. */
const READING_SHARE = 0.02;
/** Where nothing is known of how sure a figure is: as far as this share of it. */
const UNSURE_SHARE = 0.4;

/** An interval around a planned figure, moved along with what is expected by now. */
export function movedInterval(interval: Interval | null, planned: number, expected: number): Interval | null {
  if (interval === null || !(planned > 0)) return null;
  const by = expected / planned;
  return { low: interval.low * by, high: interval.high * by };
}

/** Whether a measured value lies so far from what was expected that it is worth weighing again. */
export function isFarOff(measured: number, expected: number, interval: Interval | null): boolean {
  if (!(expected > 0)) return false;
  if (interval === null || interval.high <= interval.low) {
    return Math.abs(measured - expected) > UNSURE_SHARE * expected;
  }
  const sd = (interval.high - interval.low) / SDS_OF_80;
  const middle = (interval.high + interval.low) / 2;
  return Math.abs(measured - middle) > FAR_SDS * Math.hypot(sd, READING_SHARE * expected);
}
