import { MIN_MS } from '../measures';
import type { PlanCost } from './planCost';
import { planCost } from './planCost';
import type { PlanJob } from './planJob';
import { CHILL_MIN } from './planJob';
import type { Booking, KitchenCalendar } from './resources';
import { bookingsOf, bowlsSuffice } from './resources';
import type { ScheduledBatch } from './scheduledBatch';
import { scheduledAt } from './scheduledBatch';
import type { TimeInterval } from './timeInterval';
import { isInside, overlaps } from './timeInterval';

/** Soaks that differ by less are equally far from the usual, h. */
const SAME_H = 1e-9;
/** Soaked, drained nuts keep so long in the fridge: the most between draining and blending, min. */
const DRAINED_MIN = 24 * 60;

/** Which moments of a job are free in the kitchen as it is, without its other jobs. */
class Availability {
  private readonly memo = {
    weigh: new Map<number, boolean>(),
    drain: new Map<number, boolean>(),
    blend: new Map<number, boolean>(),
  };
  private readonly bowls: readonly (Booking & { what: 'bowl' })[];

  constructor(
    private readonly job: PlanJob,
    private readonly calendar: KitchenCalendar,
  ) {
    this.bowls = calendar.taken.filter((one) => one.what === 'bowl');
  }

  /** Whether a stretch of standing by may begin there. */
  private free(what: keyof Availability['memo'], fromMs: number, look: () => boolean): boolean {
    const known = this.memo[what].get(fromMs);
    if (known !== undefined) return known;
    const found = look();
    this.memo[what].set(fromMs, found);
    return found;
  }

  private handsFree(stretch: TimeInterval): boolean {
    const { calendar } = this;
    return (
      stretch.fromMs >= calendar.nowMs &&
      // What takes no time takes no hands.
      (stretch.toMs <= stretch.fromMs ||
        (isInside(stretch, calendar.waking) &&
          !calendar.taken.some((one) => one.what === 'hands' && overlaps(one, stretch))))
    );
  }

  weigh(fromMs: number): boolean {
    return this.free('weigh', fromMs, () =>
      this.handsFree({ fromMs, toMs: fromMs + this.job.weighMin * MIN_MS }),
    );
  }

  /** Whether there is a bowl beside those in use already. */
  soak(fromMs: number, toMs: number): boolean {
    const { calendar, job, bowls } = this;
    if (!calendar.bowlsMl) return true;
    const mine: Booking & { what: 'bowl' } = { what: 'bowl', bowlMl: job.bowlMl, fromMs, toMs };
    // Those that are free by then take no bowl from it.
    return bowlsSuffice([...bowls.filter((one) => overlaps(one, mine)), mine], calendar.bowlsMl);
  }

  drain(fromMs: number): boolean {
    return this.free('drain', fromMs, () =>
      this.handsFree({ fromMs, toMs: fromMs + this.job.drainMin * MIN_MS }),
    );
  }

  blend(fromMs: number): boolean {
    return this.free('blend', fromMs, () => {
      const { job, calendar } = this;
      const strainMs = fromMs + job.blendMin * MIN_MS;
      const bottleMs = strainMs + job.strainMin * MIN_MS;
      const toMs = bottleMs + job.bottleMin * MIN_MS;
      const taken = (what: 'jug' | 'bag', name: string | null, stretch: TimeInterval): boolean =>
        calendar.taken.some((one) => one.what === what && one.name === name && overlaps(one, stretch));
      return (
        this.handsFree({ fromMs, toMs }) &&
        !calendar.quiet.some((quiet) => overlaps(quiet, { fromMs, toMs: strainMs })) &&
        !taken('jug', job.jug, { fromMs, toMs: bottleMs }) &&
        !taken('bag', job.bag, { fromMs: strainMs, toMs: bottleMs })
      );
    });
  }
}

/** Soaks in groups that are equally far from the usual, the nearest first; one group of no soak without any. */
function alikeSoaks({ soaks }: PlanJob): (number | null)[][] {
  if (!soaks) return [[null]];
  const groups: { offUsualH: number; mins: number[] }[] = [];
  for (const { min, offUsualH } of soaks) {
    const last = groups[groups.length - 1];
    if (last && Math.abs(last.offUsualH - offUsualH) < SAME_H) last.mins.push(min);
    else groups.push({ offUsualH, mins: [min] });
  }
  return groups.map(({ mins }) => mins);
}

/** When a job blends, and after which soak: all that its cost hangs on. */
export interface Slot {
  blendMs: number;
  soakMin: number | null;
  cost: PlanCost;
  /** What it takes up from blending to bottling, whatever comes before. */
  taken: readonly Booking[];
}

/** The ways a job can be placed by itself. */
export class CandidateSlots {
  private readonly open: Availability;
  private readonly found: Slot[] = [];
  private readonly rest: Generator<Slot>;

  constructor(
    readonly job: PlanJob,
    private readonly calendar: KitchenCalendar,
  ) {
    this.open = new Availability(job, calendar);
    this.rest = this.slots();
  }

  /** The slot of that place in the order of cost, the cheapest first; undefined past the last. */
  slot(i: number): Slot | undefined {
    while (this.found.length <= i) {
      const next = this.rest.next();
      if (next.done) return undefined;
      this.found.push(next.value);
    }
    return this.found[i];
  }

  /** The ways to reach a slot, the least wait between draining and blending first. */
  *ways({ blendMs, soakMin }: Pick<Slot, 'blendMs' | 'soakMin'>): Generator<ScheduledBatch> {
    const { job, calendar, open } = this;
    const grid = calendar.gridMin * MIN_MS;
    const drainMs = job.drainMin * MIN_MS;
    const weighMs = job.weighMin * MIN_MS;
    if (!open.blend(blendMs)) return;
    if (soakMin === null) {
      // Weighed, perhaps peeled, and into the jug in one go.
      const atMs = blendMs - drainMs - weighMs;
      if (open.weigh(atMs) && (job.drainMin === 0 || open.drain(atMs + weighMs))) {
        yield scheduledAt(job, { weighMs: atMs, drainMs: atMs + weighMs, blendMs });
      }
      return;
    }
    const latest = blendMs - drainMs;
    const onGrid = blendMs % grid === 0;
    for (let d = Math.floor(latest / grid) * grid; latest - d <= DRAINED_MIN * MIN_MS; d -= grid) {
      // Off the grid, blending follows the draining at once; on it, it may wait.
      if (!onGrid && d !== latest) return;
      const w = d - soakMin * MIN_MS - weighMs;
      if (w < calendar.nowMs) return;
      if (open.drain(d) && open.weigh(w) && open.soak(w + weighMs, d))
        yield scheduledAt(job, { weighMs: w, drainMs: d, blendMs });
    }
  }

  /** Slots that can be reached, in the order of their cost. */
  private *slots(): Generator<Slot> {
    const { job, calendar } = this;
    const grid = calendar.gridMin * MIN_MS;
    const tailMin = job.blendMin + job.strainMin + job.bottleMin + (job.fresh ? 0 : CHILL_MIN);
    const tailMs = tailMin * MIN_MS;
    const firstMs = Math.ceil(calendar.nowMs / grid) * grid;
    const endMs = job.glassMs + calendar.mostLateMin * MIN_MS - tailMs;
    // Blending begins on the grid, or as soon as nuts weighed or drained on the grid are ready for it.
    const lead = (job.soaks ? job.drainMin : job.weighMin + job.drainMin) * MIN_MS;
    const starts: number[] = [];
    for (let ms = firstMs; ms <= endMs; ms += grid) {
      if (job.soaks) starts.push(ms);
      if (ms + lead <= endMs && (lead % grid !== 0 || !job.soaks)) starts.push(ms + lead);
    }
    starts.sort((a, b) => b - a);
    const alike = alikeSoaks(job);
    const onTime = starts.filter((ms) => ms + tailMs <= job.glassMs);
    for (const soaks of alike) for (const ms of onTime) for (const min of soaks) yield* this.reached(ms, min);
    const late = starts.filter((ms) => ms + tailMs > job.glassMs).reverse();
    for (const ms of late) for (const min of alike.flat()) yield* this.reached(ms, min);
  }

  private *reached(blendMs: number, soakMin: number | null): Generator<Slot> {
    const first = this.ways({ blendMs, soakMin }).next();
    if (first.done) return;
    const from = soakMin === null ? -Infinity : blendMs;
    const taken = bookingsOf(this.job, first.value).filter((one) => one.fromMs >= from);
    yield { blendMs, soakMin, cost: planCost([first.value]), taken };
  }
}
