import type { Interruptible } from '../results';
import { runToEnd } from '../results';
import type { Slot } from './candidateSlots';
import { CandidateSlots } from './candidateSlots';
import type { PlanCost } from './planCost';
import { compareCosts, costSum } from './planCost';
import type { PlanJob } from './planJob';
import type { Booking, KitchenCalendar, PlanConstraint } from './resources';
import { bookingsOf, bowlsSuffice, clashes } from './resources';
import type { ScheduledBatch } from './scheduledBatch';
import type { TimeInterval } from './timeInterval';

/** Combinations looked at before the best so far is taken unproven. */
const MOST_LOOKS = 60_000;

export type Schedule =
  | {
      ok: true;
      placed: readonly ScheduledBatch[];
      /** Whether no better one exists; false when there were too many to look at. */
      proven: boolean;
    }
  | {
      ok: false;
      tightest: PlanConstraint;
      /** Whether there surely is no way; false when there were too many to look at. */
      proven: boolean;
    };

interface Chosen {
  placements: CandidateSlots;
  slot: Slot;
}

interface Found {
  placed: readonly ScheduledBatch[] | null;
  proven: boolean;
}

/**
 * The cheapest way to place all jobs. Costs hang on the slots alone, so slots are tried in the order of their cost,
 * bounded by what the jobs left would cost if each were alone; only for slots that go together are the ways to reach
 * them fitted to one another.
 */
function cheapest(jobs: readonly PlanJob[], calendar: KitchenCalendar, mostLooks: number): Found {
  const all = jobs.map((job) => new CandidateSlots(job, calendar));
  const floors: PlanCost[] = [[0, 0, 0]];
  for (const one of [...all].reverse()) {
    const first = one.slot(0);
    if (!first) return { placed: null, proven: true };
    floors.unshift(costSum(floors[0] ?? [0, 0, 0], first.cost));
  }
  let best: readonly ScheduledBatch[] | null = null;
  let bestCost: PlanCost | null = null;
  let looks = 0;

  /** Ways to reach all the slots that do not get in each other's way; null when there are none. */
  const fit = (
    chosen: readonly Chosen[],
    placed: readonly ScheduledBatch[],
    taken: readonly Booking[],
  ): readonly ScheduledBatch[] | null => {
    const [next, ...others] = chosen;
    if (!next) return placed;
    const later = others.flatMap(({ slot }) => slot.taken);
    for (const one of next.placements.ways(next.slot)) {
      if (++looks > mostLooks) return null;
      const mine = bookingsOf(next.placements.job, one);
      if (clashes(mine, taken) || clashes(mine, later)) continue;
      const together = [...taken, ...mine];
      const soaks = [...calendar.taken, ...together].filter((use) => use.what === 'bowl');
      if (calendar.bowlsMl && !bowlsSuffice(soaks, calendar.bowlsMl)) continue;
      const rest = fit(others, [...placed, one], together);
      if (rest) return rest;
    }
    return null;
  };

  const known = new Map<Slot, Map<Slot, boolean>>();
  /** Whether two slots can both be reached: asked often, worked out once. */
  const pair = (a: Chosen, b: Chosen): boolean => {
    const ofA = known.get(a.slot) ?? new Map<Slot, boolean>();
    known.set(a.slot, ofA);
    const before = ofA.get(b.slot);
    if (before !== undefined) return before;
    const go = !clashes(a.slot.taken, b.slot.taken) && fit([a, b], [], []) !== null;
    ofA.set(b.slot, go);
    return go;
  };

  const choose = (i: number, chosen: readonly Chosen[], spent: PlanCost): void => {
    const placements = all[i];
    if (!placements) {
      const placed = fit(chosen, [], []);
      if (placed) {
        best = placed;
        bestCost = spent;
      }
      return;
    }
    const floor = floors[i + 1] ?? [0, 0, 0];
    for (let n = 0; ; n++) {
      const slot = placements.slot(n);
      if (!slot || ++looks > mostLooks) return;
      const cost = costSum(spent, slot.cost);
      // Costs only rise from here on, whatever the others do.
      if (bestCost && compareCosts(costSum(cost, floor), bestCost) >= 0) return;
      const mine = { placements, slot };
      if (chosen.every((other) => pair(other, mine))) choose(i + 1, [...chosen, mine], cost);
    }
  };
  choose(0, [], [0, 0, 0]);
  return { placed: best, proven: looks <= mostLooks };
}

/** The kitchen with one of its limits lifted. */
function without(
  limit: PlanConstraint,
  calendar: KitchenCalendar,
  jobs: readonly PlanJob[],
): [PlanJob[], KitchenCalendar] {
  const apart = (job: PlanJob, i: number): PlanJob => ({
    ...job,
    ...(limit === 'jug' && { jug: `${job.jug} ${i}` }),
    ...(limit === 'bag' && { bag: job.bag === null ? null : `${job.bag} ${i}` }),
  });
  const always: TimeInterval = { fromMs: -Infinity, toMs: Infinity };
  return [
    jobs.map(apart),
    {
      ...calendar,
      ...(limit === 'quiet-hours' && { quiet: [] }),
      ...(limit === 'waking-hours' && { waking: [always] }),
      ...(limit === 'bowls' && { bowlsMl: null }),
      ...(limit === 'hands' && { taken: calendar.taken.filter((one) => one.what !== 'hands') }),
    },
  ];
}

const LIFTED: readonly PlanConstraint[] = ['quiet-hours', 'bowls', 'jug', 'bag', 'waking-hours', 'hands'];

/** As `schedule`, in parts. */
export function* scheduleInParts(
  jobs: readonly PlanJob[],
  calendar: KitchenCalendar,
): Interruptible<Schedule> {
  const { placed, proven } = cheapest(jobs, calendar, MOST_LOOKS);
  if (placed) return { ok: true, placed, proven };
  for (const [i, limit] of LIFTED.entries()) {
    yield (1 + i) / (1 + LIFTED.length);
    const [freed, lifted] = without(limit, calendar, jobs);
    if (cheapest(freed, lifted, MOST_LOOKS).placed) return { ok: false, tightest: limit, proven };
  }
  return { ok: false, tightest: 'time', proven };
}

/**
 * Fits batches into the days: every step's moment, working back from each glass. Weighing, draining and blending
 * begin on the grid (blending also straight after draining); standing by falls in waking hours and machines outside
 * quiet hours; jug, bag, bowls and hands are shared. Among all that fit, least lateness, then soaks nearest to the
 * usual, then least time in the bottle. When none fits, the one limit whose lifting alone would let it.
 */
export function schedule(jobs: readonly PlanJob[], calendar: KitchenCalendar): Schedule {
  return runToEnd(scheduleInParts(jobs, calendar));
}

/** The moments of all jobs, as `schedule` finds them; null when it finds none within so many looks. Asks no further. */
export function scheduledTogether(
  jobs: readonly PlanJob[],
  calendar: KitchenCalendar,
  mostLooks = MOST_LOOKS,
): readonly ScheduledBatch[] | null {
  return cheapest(jobs, calendar, mostLooks).placed;
}
