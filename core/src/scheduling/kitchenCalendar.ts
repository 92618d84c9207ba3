import { DAY_MS, MIN_MS } from '../measures';
import { GRID_MIN } from './planJob';
import type { Booking, KitchenCalendar } from './resources';
import { dailyIntervals } from './timeInterval';

/** How far past its glass a "later" is looked for. */
export const LATER_MIN = 3 * 24 * 60;

/** What a household says about its days and bowls; times of day such as `07:30`. */
export interface HouseholdDays {
  wakingFrom: string;
  wakingTo: string;
  quietFrom: string;
  quietTo: string;
  /** Soaking bowls; none said means there are always enough. */
  bowls: readonly { volumeMl: number; count: number }[];
}

/** The kitchen as a schedule sees it, from now until well past `untilMs`. */
export function kitchenCalendar(
  household: HouseholdDays,
  timeZone: string,
  nowMs: number,
  untilMs: number,
  taken: readonly Booking[],
): KitchenCalendar {
  const span = { fromMs: nowMs - DAY_MS, toMs: Math.max(untilMs, nowMs) + LATER_MIN * MIN_MS + DAY_MS };
  const { bowls } = household;
  return {
    nowMs,
    waking: dailyIntervals(span, timeZone, household.wakingFrom, household.wakingTo),
    quiet: dailyIntervals(span, timeZone, household.quietFrom, household.quietTo),
    bowlsMl:
      bowls.length === 0 ? null : bowls.flatMap((bowl) => Array<number>(bowl.count).fill(bowl.volumeMl)),
    taken,
    mostLateMin: 0,
    gridMin: GRID_MIN,
  };
}
