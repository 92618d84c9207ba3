import type { Interruptible } from '../results';
import { runToEnd } from '../results';
import type { PlanJob } from './planJob';
import type { KitchenCalendar } from './resources';
import { bookingsOf } from './resources';
import { scheduledTogether } from './schedule';
import type { ScheduledBatch } from './scheduledBatch';
import { startTimesOf } from './scheduledBatch';

/** More plans than this are not turned over for one more. */
const MOST_MOVED = 2;
/** Combinations looked at on each grid for each choice of plans to move: a cook is waiting, and rather hears no than nothing. */
const MOST_LOOKS = 8000;
/** Coarser grids that are looked over first: what stands in the way is mostly hours wide, min. */
const COARSE_MIN = [180, 120];

/** A plan that is kept, and where it lies. */
export interface KeptJob {
  job: PlanJob;
  placed: ScheduledBatch;
}

export interface Displacement {
  /** The new job. */
  placed: ScheduledBatch;
  /** The kept ones that make room, at their new moments. */
  moved: readonly ScheduledBatch[];
}

/** The days with the kept plans in them. */
export function calendarWith(calendar: KitchenCalendar, kept: readonly KeptJob[]): KitchenCalendar {
  return {
    ...calendar,
    taken: [...calendar.taken, ...kept.flatMap(({ job, placed }) => bookingsOf(job, placed))],
  };
}

/** Each timed anew on the fine grid among the others where they lie: none comes off worse for it. */
function bettered(found: readonly KeptJob[], calendar: KitchenCalendar): readonly KeptJob[] {
  let now = found;
  for (const { job } of found) {
    const others = now.filter((one) => one.job !== job);
    const [placed] = scheduledTogether([job], calendarWith(calendar, others)) ?? [];
    if (placed) now = now.map((one) => (one.job === job ? { job, placed } : one));
  }
  return now;
}

/** The job with some of its soaks only: the usual one, the shortest, and those that begin on a coarser grid. */
function thinned(job: PlanJob, gridMin: number): PlanJob {
  if (!job.soaks) return job;
  const shortest = Math.min(...job.soaks.map(({ min }) => min));
  const soaks = job.soaks.filter(
    ({ min }, i) => i === 0 || min === shortest || (min + job.weighMin) % gridMin === 0,
  );
  return { ...job, soaks };
}

/** The jobs fitted in together: over coarse grids first, then over all of it; null within so many looks on each. */
function foundTogether(
  jobs: readonly PlanJob[],
  calendar: KitchenCalendar,
  mostLooks: number,
): readonly ScheduledBatch[] | null {
  for (const gridMin of COARSE_MIN) {
    const some = jobs.map((job) => thinned(job, gridMin));
    const found = scheduledTogether(some, { ...calendar, gridMin }, mostLooks);
    if (found) return found;
  }
  return scheduledTogether(jobs, calendar, mostLooks);
}

/** All ways to choose so many of them, in their order. */
function* choices<T>(all: readonly T[], count: number): Generator<readonly T[]> {
  if (count === 0) {
    yield [];
    return;
  }
  for (const [i, first] of all.entries()) {
    for (const rest of choices(all.slice(i + 1), count - 1)) yield [first, ...rest];
  }
}

/** As `displacement`, in parts. */
export function* displacementInParts(
  job: PlanJob,
  kept: readonly KeptJob[],
  calendar: KitchenCalendar,
  mostLooks = MOST_LOOKS,
): Interruptible<Displacement | null> {
  const movable = kept.filter(({ placed }) => startTimesOf(placed).weighMs >= calendar.nowMs);
  const counts = Array.from({ length: Math.min(MOST_MOVED, movable.length) }, (_, i) => i + 1);
  const all = counts.flatMap((count) => [...choices(movable, count)]);
  for (const [i, some] of all.entries()) {
    if (i > 0) yield i / all.length;
    const left = kept.filter((one) => !some.includes(one));
    const jobs = [job, ...some.map((one) => one.job)];
    const among = calendarWith(calendar, left);
    const found = foundTogether(jobs, among, mostLooks);
    if (!found) continue;
    const lying = found.flatMap((placed) => {
      const one = jobs.find(({ id }) => id === placed.id);
      return one ? [{ job: one, placed }] : [];
    });
    const [placed, ...moved] = bettered(lying, among).map((one) => one.placed);
    if (placed) return { placed, moved };
  }
  return null;
}

/**
 * Room for a job that does not fit beside the kept ones: one of them, or two, timed anew so that all are still ready
 * for their own glasses. As few as will do are moved, and none that should have been begun by now. Null where that
 * does not help, or nothing was found within so many looks for each choice of plans to move. What the kept ones take
 * up is not in `calendar.taken`.
 */
export function displacement(
  job: PlanJob,
  kept: readonly KeptJob[],
  calendar: KitchenCalendar,
  mostLooks = MOST_LOOKS,
): Displacement | null {
  return runToEnd(displacementInParts(job, kept, calendar, mostLooks));
}
