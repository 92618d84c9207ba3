import { MIN_MS } from '../measures';
import type { PlanJob } from './planJob';
import { CHILL_MIN } from './planJob';
import type { TimeInterval } from './timeInterval';

/** Minutes that differ by less are the same. */
const SAME_MIN = 1e-9;

export type PlannedStepKind =
  'weigh' | 'soak' | 'cool' | 'drain' | 'blend' | 'strain' | 'bottle' | 'chill' | 'wash-up';

export type PlannedStep = TimeInterval & { kind: PlannedStepKind };

/** A batch with its moments. */
export interface ScheduledBatch {
  id: string;
  steps: readonly PlannedStep[];
  /** When it can be drunk, ms. */
  readyMs: number;
  lateMin: number;
  offUsualH: number;
  /** Between bottling and drinking, min. */
  ageMin: number;
}

/** A batch at three moments: weighing (which the soak follows), draining, blending; ms. */
export interface StartTimes {
  weighMs: number;
  /** Equal to the blending's moment when nothing is soaked. */
  drainMs: number;
  blendMs: number;
}

/** Puts a job to its moments. The washing up follows the bottling at once. */
export function scheduledAt(job: PlanJob, at: StartTimes): ScheduledBatch {
  const after = (ms: number, min: number): number => ms + min * MIN_MS;
  const steps: PlannedStep[] = [];
  const push = (kind: PlannedStepKind, fromMs: number, toMs: number): void => {
    if (toMs > fromMs) steps.push({ kind, fromMs, toMs });
  };
  const soakFromMs = after(at.weighMs, job.weighMin);
  push('weigh', at.weighMs, soakFromMs);
  if (job.soaks) push('soak', soakFromMs, at.drainMs);
  push(job.cools === true ? 'cool' : 'drain', at.drainMs, after(at.drainMs, job.drainMin));
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
  const choice = job.soaks?.find((soak) => Math.abs(soak.min - soakedMin) < SAME_MIN);
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
export function startTimesOf(placed: ScheduledBatch): StartTimes {
  const from = (kind: PlannedStepKind): number | undefined =>
    placed.steps.find((step) => step.kind === kind)?.fromMs;
  const blendMs = from('blend') ?? placed.readyMs;
  const weighMs = from('weigh') ?? blendMs;
  const soak = placed.steps.find((step) => step.kind === 'soak');
  return { weighMs, drainMs: soak?.toMs ?? from('drain') ?? from('cool') ?? blendMs, blendMs };
}

/** What the cook comes for, and the steps that are done for it, in order. */
const VISIT_STEPS = {
  weigh: ['weigh'],
  drain: ['drain', 'cool'],
  make: ['blend', 'strain', 'bottle'],
} as const satisfies Record<string, readonly PlannedStepKind[]>;

/** A time someone must stand in the kitchen for a batch. */
export interface Visit extends TimeInterval {
  key: keyof typeof VISIT_STEPS;
  /** All that is done before the cook can leave again. */
  kinds: readonly PlannedStepKind[];
}

/** When someone must be in the kitchen: to start, to drain, and to blend until it is bottled. */
export function visits(placed: ScheduledBatch): Visit[] {
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
