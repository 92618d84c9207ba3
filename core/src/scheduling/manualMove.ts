import { MIN_MS } from '../measures';
import type { PlanJob } from './planJob';
import type { KitchenCalendar } from './resources';
import { scheduledTogether } from './schedule';
import type { ScheduledBatch, StartTimes } from './scheduledBatch';
import { scheduledAt, startTimesOf } from './scheduledBatch';

/** The soak moved by hand: everything behind it moves along, whatever that breaks (`constraintViolations` says what). */
export function withSoakMoved(job: PlanJob, was: StartTimes, byMin: number): ScheduledBatch {
  const by = byMin * MIN_MS;
  return scheduledAt(job, {
    weighMs: was.weighMs + by,
    drainMs: was.drainMs + by,
    blendMs: was.blendMs + by,
  });
}

/**
 * The finish moved by hand: the rest is timed anew for it where that fits, with the soak nearest to the usual;
 * otherwise everything moves along, whatever that breaks.
 */
export function withFinishMoved(
  job: PlanJob,
  calendar: KitchenCalendar,
  was: StartTimes,
  byMin: number,
): ScheduledBatch {
  const moved = withSoakMoved(job, was, byMin);
  const [placed] = scheduledTogether([{ ...job, glassMs: moved.readyMs }], calendar) ?? [];
  // Lateness is told against the glass that was asked for.
  return placed ? scheduledAt(job, startTimesOf(placed)) : moved;
}
