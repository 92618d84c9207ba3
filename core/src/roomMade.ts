import type { PlanKitchen } from './kitchenUse';
import { takenBy } from './kitchenUse';
import type { Placed } from './placed';
import { momentsOf } from './placed';
import type { PlanJob } from './planJob';
import { placedTogether } from './schedule';

/** More plans than this are not turned over for one more. */
const MOST_MOVED = 2;
/** Combinations looked at for each choice of plans to move: a cook is waiting, and rather hears no than nothing. */
const MOST_LOOKS = 4000;

/** A plan that is kept, and where it lies. */
export interface KeptJob {
  job: PlanJob;
  placed: Placed;
}

export interface RoomMade {
  /** The new job. */
  placed: Placed;
  /** The kept ones that make room, at their new moments. */
  moved: readonly Placed[];
}

/** The days with the kept plans in them. */
export function daysWith(days: PlanKitchen, kept: readonly KeptJob[]): PlanKitchen {
  return { ...days, taken: [...days.taken, ...kept.flatMap(({ job, placed }) => takenBy(job, placed))] };
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

/**
 * Room for a job that does not fit beside the kept ones: one of them, or two, timed anew so that all are still ready
 * for their own glasses. As few as will do are moved, and none that should have been begun by now. Null where that
 * does not help, or nothing was found within so many looks for each choice of plans to move. What the kept ones take
 * up is not in `kitchen.taken`.
 */
export function roomMade(
  job: PlanJob,
  kept: readonly KeptJob[],
  kitchen: PlanKitchen,
  mostLooks = MOST_LOOKS,
): RoomMade | null {
  const movable = kept.filter(({ placed }) => momentsOf(placed).weighMs >= kitchen.nowMs);
  for (let count = 1; count <= Math.min(MOST_MOVED, movable.length); count++) {
    for (const some of choices(movable, count)) {
      const left = kept.filter((one) => !some.includes(one));
      const jobs = [job, ...some.map((one) => one.job)];
      const [placed, ...moved] = placedTogether(jobs, daysWith(kitchen, left), mostLooks) ?? [];
      if (placed) return { placed, moved };
    }
  }
  return null;
}
