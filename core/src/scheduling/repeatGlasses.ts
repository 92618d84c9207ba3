import { timeOnDay } from './timeInterval';

/** Tomorrow's breakfast, and what comes nearest to it: days from today, hour and minute. */
const GLASSES = [
  [1, 7, 30],
  [1, 12, 30],
  [1, 18, 30],
  [2, 7, 30],
  [3, 7, 30],
] as const;

/** The glasses a repeated batch is tried for, the wanted one first; ms, in the household's zone. */
export function repeatGlassesMs(nowMs: number, timeZone: string): number[] {
  return GLASSES.map(([days, hour, minute]) => timeOnDay(nowMs, days, hour, minute, timeZone));
}
