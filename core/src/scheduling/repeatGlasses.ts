import { timeOnDay } from './timeInterval';

/** A breakfast, and what comes nearest to it: days after the day before it, hour and minute. */
const GLASSES = [
  [1, 7, 30],
  [1, 12, 30],
  [1, 18, 30],
  [2, 7, 30],
  [3, 7, 30],
] as const;

/**
 * The glasses a repeated batch is tried for, the wanted one first: breakfast tomorrow, or `daysLater` days after that,
 * and the nearest ones behind it. In ms, in the household's zone.
 */
export function repeatGlassesMs(nowMs: number, timeZone: string, daysLater = 0): number[] {
  return GLASSES.map(([days, hour, minute]) => timeOnDay(nowMs, daysLater + days, hour, minute, timeZone));
}
