import type { PlanJob } from './planJob';
import type { ScheduledBatch } from './scheduledBatch';
import type { TimeInterval } from './timeInterval';
import { overlaps } from './timeInterval';

/** What can stand in the way of a plan. */
export type PlanConstraint = 'quiet-hours' | 'waking-hours' | 'jug' | 'bag' | 'bowls' | 'hands' | 'time';

/** Something in use by what is already under way. */
export type Booking = TimeInterval &
  (
    | { what: 'hands' }
    | { what: 'jug'; name: string }
    | { what: 'bag'; name: string }
    | { what: 'bowl'; bowlMl: number }
  );

export interface KitchenCalendar {
  nowMs: number;
  /** When someone is up, and when machines stay silent; instants. */
  waking: readonly TimeInterval[];
  quiet: readonly TimeInterval[];
  /** Soaking bowls, mL; null when there are always enough. */
  bowlsMl: readonly number[] | null;
  taken: readonly Booking[];
  /** How late milk may be at most, min. */
  mostLateMin: number;
  gridMin: number;
}

/** What a placed batch takes up of the kitchen. The jug holds the mix until it is strained. */
export function bookingsOf(job: PlanJob, placed: ScheduledBatch): Booking[] {
  const taken: Booking[] = [];
  let jugFromMs: number | null = null;
  for (const { kind, fromMs, toMs } of placed.steps) {
    switch (kind) {
      case 'soak':
        taken.push({ what: 'bowl', bowlMl: job.bowlMl, fromMs, toMs });
        break;
      case 'chill':
      case 'wash-up':
        break;
      case 'blend':
        jugFromMs = fromMs;
        taken.push({ what: 'jug', name: job.jug, fromMs, toMs }, { what: 'hands', fromMs, toMs });
        break;
      case 'strain':
        taken.push({ what: 'jug', name: job.jug, fromMs: jugFromMs ?? fromMs, toMs });
        if (job.bag !== null) taken.push({ what: 'bag', name: job.bag, fromMs, toMs });
        taken.push({ what: 'hands', fromMs, toMs });
        break;
      default:
        taken.push({ what: 'hands', fromMs, toMs });
    }
  }
  return taken;
}

/** Whether every soak finds a bowl that is large enough and free; tried out, for there are few. */
export function bowlsSuffice(
  soaks: readonly (TimeInterval & { bowlMl: number })[],
  bowlsMl: readonly number[],
): boolean {
  const inBowl: (TimeInterval & { bowlMl: number })[][] = bowlsMl.map(() => []);
  const place = (i: number): boolean => {
    const soak = soaks[i];
    if (!soak) return true;
    for (const [b, ml] of bowlsMl.entries()) {
      const held = inBowl[b];
      if (!held || ml < soak.bowlMl || held.some((one) => overlaps(one, soak))) continue;
      held.push(soak);
      if (place(i + 1)) return true;
      held.pop();
    }
    return false;
  };
  return place(0);
}

/** The limit two uses of the kitchen run into; null when they go together. Bowls are asked of all at once. */
export function clash(a: Booking, b: Booking): PlanConstraint | null {
  if (a.what !== b.what || !overlaps(a, b)) return null;
  if (a.what === 'hands') return 'hands';
  if ((a.what === 'jug' && b.what === 'jug') || (a.what === 'bag' && b.what === 'bag')) {
    return a.name === b.name ? a.what : null;
  }
  return null;
}

/** Whether any of these uses runs into one of those. */
export function clashes(mine: readonly Booking[], others: readonly Booking[]): boolean {
  return mine.some((a) => others.some((b) => clash(a, b) !== null));
}
