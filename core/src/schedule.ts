import type { PlanJob } from './planJob';
import { CHILL_MIN } from './planJob';
import type { Window } from './window';
import { isInside, overlaps } from './window';

const MIN_MS = 60_000;
/** Soaked, drained nuts keep so long in the fridge: the most between draining and blending, min. */
export const DRAINED_MIN = 24 * 60;
/** Combinations looked at before the best so far is taken unproven. */
const MOST_LOOKS = 60_000;

/** What can stand in the way of a plan. */
export type PlanLimit = 'quiet-hours' | 'waking-hours' | 'jug' | 'bag' | 'bowls' | 'hands' | 'time';

/** Something in use by what is already under way. */
export type Taken = Window &
  (
    | { what: 'hands' }
    | { what: 'jug'; name: string }
    | { what: 'bag'; name: string }
    | { what: 'bowl'; bowlMl: number }
  );

export interface PlanKitchen {
  nowMs: number;
  /** When someone is up, and when machines stay silent; instants. */
  waking: readonly Window[];
  quiet: readonly Window[];
  /** Soaking bowls, mL; null when there are always enough. */
  bowlsMl: readonly number[] | null;
  taken: readonly Taken[];
  /** How late milk may be at most, min. */
  mostLateMin: number;
  gridMin: number;
}

export type PlannedStepKind =
  'weigh' | 'soak' | 'drain' | 'blend' | 'strain' | 'bottle' | 'chill' | 'wash-up';

export type PlannedStep = Window & { kind: PlannedStepKind };

/** A batch with its moments. */
export interface Placed {
  id: string;
  steps: readonly PlannedStep[];
  /** When it can be drunk, ms. */
  readyMs: number;
  lateMin: number;
  offUsualH: number;
  /** Between bottling and drinking, min. */
  ageMin: number;
}

export type Schedule =
  | {
      ok: true;
      placed: readonly Placed[];
      /** Whether no better one exists; false when there were too many to look at. */
      proven: boolean;
    }
  | { ok: false; tightest: PlanLimit };

/** Lateness, distance from the usual soak, time between bottling and drinking: less is better, in this order. */
export type PlanCost = readonly [lateMin: number, offUsualH: number, ageMin: number];

export function planCost(placed: readonly Placed[]): PlanCost {
  let late = 0;
  let off = 0;
  let age = 0;
  for (const one of placed) {
    late += one.lateMin;
    off += one.offUsualH;
    age += one.ageMin;
  }
  return [late, off, age];
}

/** Sums of many hours differ in their last digits by the order they were added in. */
const SAME = 1e-9;

export function compareCosts(a: PlanCost, b: PlanCost): number {
  for (const i of [0, 1, 2] as const) {
    if (Math.abs(a[i] - b[i]) > SAME) return a[i] - b[i];
  }
  return 0;
}

function sum(a: PlanCost, b: PlanCost): PlanCost {
  return [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
}

/** A batch at three moments: weighing (which the soak follows), draining, blending; ms. */
export interface Moments {
  weighMs: number;
  /** Equal to the blending's moment when nothing is soaked. */
  drainMs: number;
  blendMs: number;
}

/** Puts a job to its moments. The washing up follows the bottling at once. */
export function placedAt(job: PlanJob, at: Moments): Placed {
  const after = (ms: number, min: number): number => ms + min * MIN_MS;
  const steps: PlannedStep[] = [];
  const push = (kind: PlannedStepKind, fromMs: number, toMs: number): void => {
    if (toMs > fromMs) steps.push({ kind, fromMs, toMs });
  };
  const soakFromMs = after(at.weighMs, job.weighMin);
  push('weigh', at.weighMs, soakFromMs);
  if (job.soaks) push('soak', soakFromMs, at.drainMs);
  push('drain', at.drainMs, after(at.drainMs, job.drainMin));
  const strainFromMs = after(at.blendMs, job.blendMin);
  const bottleFromMs = after(strainFromMs, job.strainMin);
  const bottledMs = after(bottleFromMs, job.bottleMin);
  push('blend', at.blendMs, strainFromMs);
  push('strain', strainFromMs, bottleFromMs);
  push('bottle', bottleFromMs, bottledMs);
  const readyMs = job.fresh ? bottledMs : after(bottledMs, CHILL_MIN);
  push('chill', bottledMs, readyMs);
  push('wash-up', bottledMs, after(bottledMs, job.washUpMin));
  const soakedMin = (at.drainMs - soakFromMs) / MIN_MS;
  const choice = job.soaks?.find((soak) => Math.abs(soak.min - soakedMin) < SAME);
  return {
    id: job.id,
    steps,
    readyMs,
    lateMin: Math.max(0, readyMs - job.glassMs) / MIN_MS,
    offUsualH: choice?.offUsualH ?? 0,
    ageMin: (Math.max(readyMs, job.glassMs) - bottledMs) / MIN_MS,
  };
}

/** The moments a placed batch hangs on. */
export function momentsOf(placed: Placed): Moments {
  const from = (kind: PlannedStepKind): number | undefined =>
    placed.steps.find((step) => step.kind === kind)?.fromMs;
  const blendMs = from('blend') ?? placed.readyMs;
  const weighMs = from('weigh') ?? blendMs;
  const soak = placed.steps.find((step) => step.kind === 'soak');
  return { weighMs, drainMs: soak?.toMs ?? from('drain') ?? blendMs, blendMs };
}

/** What the cook comes for, and the steps that are done for it, in order. */
const VISIT_STEPS = {
  weigh: ['weigh'],
  drain: ['drain'],
  make: ['blend', 'strain', 'bottle'],
} as const satisfies Record<string, readonly PlannedStepKind[]>;

/** A time someone must stand in the kitchen for a batch. */
export interface Visit extends Window {
  key: keyof typeof VISIT_STEPS;
  /** All that is done before the cook can leave again. */
  kinds: readonly PlannedStepKind[];
}

/** When someone must be in the kitchen: to start, to drain, and to blend until it is bottled. */
export function visits(placed: Placed): Visit[] {
  const all: Visit[] = [];
  for (const key of ['weigh', 'drain', 'make'] as const) {
    const kinds: readonly PlannedStepKind[] = VISIT_STEPS[key];
    const steps = placed.steps.filter(({ kind }) => kinds.includes(kind));
    const first = steps[0];
    const end = steps[steps.length - 1];
    if (!first || !end) continue;
    const found = { key, kinds: steps.map(({ kind }) => kind), fromMs: first.fromMs, toMs: end.toMs };
    const last = all[all.length - 1];
    // What follows at once is the same visit.
    if (last && key === 'make' && found.fromMs === last.toMs) {
      all[all.length - 1] = { ...last, kinds: [...last.kinds, ...found.kinds], toMs: found.toMs };
    } else all.push(found);
  }
  return all;
}

/** What a placed batch takes up of the kitchen. The jug holds the mix until it is strained. */
export function takenBy(job: PlanJob, placed: Placed): Taken[] {
  const taken: Taken[] = [];
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
function bowlsSuffice(soaks: readonly (Window & { bowlMl: number })[], bowlsMl: readonly number[]): boolean {
  const inBowl: (Window & { bowlMl: number })[][] = bowlsMl.map(() => []);
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
function clash(a: Taken, b: Taken): PlanLimit | null {
  if (a.what !== b.what || !overlaps(a, b)) return null;
  if (a.what === 'hands') return 'hands';
  if ((a.what === 'jug' && b.what === 'jug') || (a.what === 'bag' && b.what === 'bag')) {
    return a.name === b.name ? a.what : null;
  }
  return null;
}

/** A limit that a plan breaks, with the step that breaks it. */
export interface Broken {
  limit: PlanLimit;
  jobId: string;
  kind: PlannedStepKind;
  fromMs: number;
}

/** What placed batches break, all of it: for a plan that a hand has moved. */
export function brokenLimits(
  jobs: readonly PlanJob[],
  placed: readonly Placed[],
  kitchen: PlanKitchen,
): Broken[] {
  const broken: Broken[] = [];
  const add = (limit: PlanLimit, jobId: string, kind: PlannedStepKind, fromMs: number): void => {
    if (!broken.some((one) => one.limit === limit && one.jobId === jobId && one.kind === kind)) {
      broken.push({ limit, jobId, kind, fromMs });
    }
  };
  const before: Taken[] = [...kitchen.taken];
  const soaks = kitchen.taken.filter((one) => one.what === 'bowl');
  for (const one of placed) {
    const job = jobs.find(({ id }) => id === one.id);
    if (!job) continue;
    for (const step of one.steps) {
      const { kind, fromMs, toMs } = step;
      if (kind === 'soak' || kind === 'chill') continue;
      if (fromMs < kitchen.nowMs && kind !== 'wash-up') add('time', one.id, kind, fromMs);
      if (kind !== 'wash-up' && !isInside({ fromMs, toMs }, kitchen.waking)) {
        add('waking-hours', one.id, kind, fromMs);
      }
      if (kind === 'blend' && kitchen.quiet.some((quiet) => overlaps(quiet, step))) {
        add('quiet-hours', one.id, kind, fromMs);
      }
    }
    if (one.lateMin > kitchen.mostLateMin) add('time', one.id, 'chill', one.readyMs);
    const mine = takenBy(job, one);
    for (const a of mine) {
      for (const b of before) {
        const limit = clash(a, b);
        const step = one.steps.find((other) => other.fromMs === a.fromMs && other.kind !== 'wash-up');
        if (limit) add(limit, one.id, step?.kind ?? 'blend', a.fromMs);
      }
      if (a.what !== 'bowl' || !kitchen.bowlsMl) continue;
      soaks.push(a);
      if (!bowlsSuffice(soaks, kitchen.bowlsMl)) {
        add('bowls', one.id, 'soak', a.fromMs);
        soaks.pop();
      }
    }
    before.push(...mine);
  }
  return broken;
}

/** Which moments of a job are free in the kitchen as it is, without its other jobs. */
class Openings {
  private readonly memo = {
    weigh: new Map<number, boolean>(),
    drain: new Map<number, boolean>(),
    blend: new Map<number, boolean>(),
  };
  private readonly bowls: readonly (Taken & { what: 'bowl' })[];

  constructor(
    private readonly job: PlanJob,
    private readonly kitchen: PlanKitchen,
  ) {
    this.bowls = kitchen.taken.filter((one) => one.what === 'bowl');
  }

  /** Whether a stretch of standing by may begin there. */
  private free(what: keyof Openings['memo'], fromMs: number, look: () => boolean): boolean {
    const known = this.memo[what].get(fromMs);
    if (known !== undefined) return known;
    const found = look();
    this.memo[what].set(fromMs, found);
    return found;
  }

  private handsFree(stretch: Window): boolean {
    const { kitchen } = this;
    return (
      stretch.fromMs >= kitchen.nowMs &&
      // What takes no time takes no hands.
      (stretch.toMs <= stretch.fromMs ||
        (isInside(stretch, kitchen.waking) &&
          !kitchen.taken.some((one) => one.what === 'hands' && overlaps(one, stretch))))
    );
  }

  weigh(fromMs: number): boolean {
    return this.free('weigh', fromMs, () =>
      this.handsFree({ fromMs, toMs: fromMs + this.job.weighMin * MIN_MS }),
    );
  }

  /** Whether there is a bowl beside those in use already. */
  soak(fromMs: number, toMs: number): boolean {
    const { kitchen, job, bowls } = this;
    if (!kitchen.bowlsMl) return true;
    const mine: Taken & { what: 'bowl' } = { what: 'bowl', bowlMl: job.bowlMl, fromMs, toMs };
    // Those that are free by then take no bowl from it.
    return bowlsSuffice([...bowls.filter((one) => overlaps(one, mine)), mine], kitchen.bowlsMl);
  }

  drain(fromMs: number): boolean {
    return this.free('drain', fromMs, () =>
      this.handsFree({ fromMs, toMs: fromMs + this.job.drainMin * MIN_MS }),
    );
  }

  blend(fromMs: number): boolean {
    return this.free('blend', fromMs, () => {
      const { job, kitchen } = this;
      const strainMs = fromMs + job.blendMin * MIN_MS;
      const bottleMs = strainMs + job.strainMin * MIN_MS;
      const toMs = bottleMs + job.bottleMin * MIN_MS;
      const taken = (what: 'jug' | 'bag', name: string | null, stretch: Window): boolean =>
        kitchen.taken.some((one) => one.what === what && one.name === name && overlaps(one, stretch));
      return (
        this.handsFree({ fromMs, toMs }) &&
        !kitchen.quiet.some((quiet) => overlaps(quiet, { fromMs, toMs: strainMs })) &&
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
    if (last && Math.abs(last.offUsualH - offUsualH) < SAME) last.mins.push(min);
    else groups.push({ offUsualH, mins: [min] });
  }
  return groups.map(({ mins }) => mins);
}

/** When a job blends, and after which soak: all that its cost hangs on. */
interface Slot {
  blendMs: number;
  soakMin: number | null;
  cost: PlanCost;
  /** What it takes up from blending to bottling, whatever comes before. */
  taken: readonly Taken[];
}

/** The ways a job can be placed by itself. */
class Placements {
  private readonly open: Openings;
  private readonly found: Slot[] = [];
  private readonly rest: Generator<Slot>;

  constructor(
    readonly job: PlanJob,
    private readonly kitchen: PlanKitchen,
  ) {
    this.open = new Openings(job, kitchen);
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
  *ways({ blendMs, soakMin }: Pick<Slot, 'blendMs' | 'soakMin'>): Generator<Placed> {
    const { job, kitchen, open } = this;
    const grid = kitchen.gridMin * MIN_MS;
    const drainMs = job.drainMin * MIN_MS;
    const weighMs = job.weighMin * MIN_MS;
    if (!open.blend(blendMs)) return;
    if (soakMin === null) {
      // Weighed, perhaps peeled, and into the jug in one go.
      const atMs = blendMs - drainMs - weighMs;
      if (open.weigh(atMs) && (job.drainMin === 0 || open.drain(atMs + weighMs))) {
        yield placedAt(job, { weighMs: atMs, drainMs: atMs + weighMs, blendMs });
      }
      return;
    }
    const latest = blendMs - drainMs;
    const onGrid = blendMs % grid === 0;
    for (let d = Math.floor(latest / grid) * grid; latest - d <= DRAINED_MIN * MIN_MS; d -= grid) {
      // Off the grid, blending follows the draining at once; on it, it may wait.
      if (!onGrid && d !== latest) return;
      const w = d - soakMin * MIN_MS - weighMs;
      if (w < kitchen.nowMs) return;
      if (open.drain(d) && open.weigh(w) && open.soak(w + weighMs, d))
        yield placedAt(job, { weighMs: w, drainMs: d, blendMs });
    }
  }

  /** Slots that can be reached, in the order of their cost. */
  private *slots(): Generator<Slot> {
    const { job, kitchen } = this;
    const grid = kitchen.gridMin * MIN_MS;
    const tailMin = job.blendMin + job.strainMin + job.bottleMin + (job.fresh ? 0 : CHILL_MIN);
    const tailMs = tailMin * MIN_MS;
    const firstMs = Math.ceil(kitchen.nowMs / grid) * grid;
    const endMs = job.glassMs + kitchen.mostLateMin * MIN_MS - tailMs;
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
    const taken = takenBy(this.job, first.value).filter((one) => one.fromMs >= from);
    yield { blendMs, soakMin, cost: planCost([first.value]), taken };
  }
}

function clashes(mine: readonly Taken[], others: readonly Taken[]): boolean {
  return mine.some((a) => others.some((b) => clash(a, b) !== null));
}

interface Chosen {
  placements: Placements;
  slot: Slot;
}

interface Found {
  placed: readonly Placed[] | null;
  proven: boolean;
}

/**
 * The cheapest way to place all jobs. Costs hang on the slots alone, so slots are tried in the order of their cost,
 * bounded by what the jobs left would cost if each were alone; only for slots that go together are the ways to reach
 * them fitted to one another.
 */
function cheapest(jobs: readonly PlanJob[], kitchen: PlanKitchen, mostLooks: number): Found {
  const all = jobs.map((job) => new Placements(job, kitchen));
  const floors: PlanCost[] = [[0, 0, 0]];
  for (const one of [...all].reverse()) {
    const first = one.slot(0);
    if (!first) return { placed: null, proven: true };
    floors.unshift(sum(floors[0] ?? [0, 0, 0], first.cost));
  }
  let best: readonly Placed[] | null = null;
  let bestCost: PlanCost | null = null;
  let looks = 0;

  /** Ways to reach all the slots that do not get in each other's way; null when there are none. */
  const fit = (
    chosen: readonly Chosen[],
    placed: readonly Placed[],
    taken: readonly Taken[],
  ): readonly Placed[] | null => {
    const [next, ...others] = chosen;
    if (!next) return placed;
    const later = others.flatMap(({ slot }) => slot.taken);
    for (const one of next.placements.ways(next.slot)) {
      if (++looks > mostLooks) return null;
      const mine = takenBy(next.placements.job, one);
      if (clashes(mine, taken) || clashes(mine, later)) continue;
      const together = [...taken, ...mine];
      const soaks = [...kitchen.taken, ...together].filter((use) => use.what === 'bowl');
      if (kitchen.bowlsMl && !bowlsSuffice(soaks, kitchen.bowlsMl)) continue;
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
      const cost = sum(spent, slot.cost);
      // Costs only rise from here on, whatever the others do.
      if (bestCost && compareCosts(sum(cost, floor), bestCost) >= 0) return;
      const mine = { placements, slot };
      if (chosen.every((other) => pair(other, mine))) choose(i + 1, [...chosen, mine], cost);
    }
  };
  choose(0, [], [0, 0, 0]);
  return { placed: best, proven: looks <= mostLooks };
}

/** The kitchen with one of its limits lifted. */
function without(limit: PlanLimit, kitchen: PlanKitchen, jobs: readonly PlanJob[]): [PlanJob[], PlanKitchen] {
  const apart = (job: PlanJob, i: number): PlanJob => ({
    ...job,
    ...(limit === 'jug' && { jug: `${job.jug} ${i}` }),
    ...(limit === 'bag' && { bag: job.bag === null ? null : `${job.bag} ${i}` }),
  });
  const always: Window = { fromMs: -Infinity, toMs: Infinity };
  return [
    jobs.map(apart),
    {
      ...kitchen,
      ...(limit === 'quiet-hours' && { quiet: [] }),
      ...(limit === 'waking-hours' && { waking: [always] }),
      ...(limit === 'bowls' && { bowlsMl: null }),
      ...(limit === 'hands' && { taken: kitchen.taken.filter((one) => one.what !== 'hands') }),
    },
  ];
}

const LIFTED: readonly PlanLimit[] = ['quiet-hours', 'bowls', 'jug', 'bag', 'waking-hours', 'hands'];

/**
 * Fits batches into the days: every step's moment, working back from each glass. Weighing, draining and blending
 * begin on the grid (blending also straight after draining); standing by falls in waking hours and machines outside
 * quiet hours; jug, bag, bowls and hands are shared. Among all that fit, least lateness, then soaks nearest to the
 * usual, then least time in the bottle. When none fits, the one limit whose lifting alone would let it.
 */
export function schedule(jobs: readonly PlanJob[], kitchen: PlanKitchen): Schedule {
  const { placed, proven } = cheapest(jobs, kitchen, MOST_LOOKS);
  if (placed) return { ok: true, placed, proven };
  const tightest = LIFTED.find((limit) => {
    const [freed, lifted] = without(limit, kitchen, jobs);
    return cheapest(freed, lifted, MOST_LOOKS).placed !== null;
  });
  return { ok: false, tightest: tightest ?? 'time' };
}

/** The moments of all jobs, as `schedule` finds them; null when it finds none within so many looks. Asks no further. */
export function placedTogether(
  jobs: readonly PlanJob[],
  kitchen: PlanKitchen,
  mostLooks = MOST_LOOKS,
): readonly Placed[] | null {
  return cheapest(jobs, kitchen, mostLooks).placed;
}
