import type { FridgeCsvJob } from '../keeping';
import { readFridgeCsv } from '../keeping';
import type { KitchenModel } from '../kitchen';
import type { Recipe } from '../making';
import { curvesInParts } from '../predicting';
import type { Interruptible } from '../results';
import type { Booking, FirstFitJob, FitJob, HouseholdDays, PlanJob } from '../scheduling';
import { firstFitInParts, fitInParts, kitchenCalendar, scheduleInParts } from '../scheduling';
import { pairedDifferenceInParts, uncertaintyInParts } from '../uncertainty';

interface RecipeJob {
  recipe: Recipe;
  kitchen: KitchenModel;
}

interface ScheduleJob {
  job: PlanJob;
  household: HouseholdDays;
  timeZone: string;
  nowMs: number;
  taken: readonly Booking[];
}

/**
 * What takes too long for the page or for the thread that answers requests, by name. Plain data goes in and comes out:
 * it crosses to a web worker or to a thread of the server, which both run it with `runComputeJob`.
 */
const COMPUTE_JOBS = {
  /** How sure a batch's figures are. */
  uncertainty: ({ recipe, kitchen }: RecipeJob) => uncertaintyInParts(recipe, kitchen),
  /** What another recipe comes to beside this one. */
  pairedDifference: ({ recipe, kitchen, other }: RecipeJob & { other: Recipe }) =>
    pairedDifferenceInParts(recipe, other, kitchen),
  /** Yield, fineness and soak round a recipe. */
  curves: ({ recipe, kitchen }: RecipeJob) => curvesInParts(recipe, kitchen),
  /** The best start times for a batch around all that is taken. */
  schedule: ({ job, household, timeZone, nowMs, taken }: ScheduleJob) =>
    scheduleInParts([job], kitchenCalendar(household, timeZone, nowMs, job.glassMs, taken)),
  /** Where a batch fits among the planned batches, or what else would: room made by moving some, other ways. */
  fit: (job: FitJob) => fitInParts(job),
  /** Which of some wishes is the first that fits. */
  firstFit: (job: FirstFitJob) => firstFitInParts(job),
  /** What a file says of a fridge's temperatures. */
  fridgeCsv: (job: FridgeCsvJob) => readFridgeCsv(job),
} as const;

export type ComputeJobName = keyof typeof COMPUTE_JOBS;

export type ComputeInput<N extends ComputeJobName> = Parameters<(typeof COMPUTE_JOBS)[N]>[0];

export type ComputeAnswer<N extends ComputeJobName> =
  ReturnType<(typeof COMPUTE_JOBS)[N]> extends Interruptible<infer T> ? T : never;

/** Whoever runs a job, between any two parts of it. */
export interface ComputeRunner {
  /** How much is done, 0 to 1. */
  onProgress: (done: number) => void;
  /** Lets messages in, where they do not come by themselves. */
  pause?: () => Promise<void>;
  isCancelled: () => boolean;
}

export type ComputeOutcome<N extends ComputeJobName> =
  { cancelled: false; answer: ComputeAnswer<N> } | { cancelled: true };

/** Runs a job part by part until it is done or cancelled; a job cancelled before its first part does nothing. */
export async function runComputeJob<N extends ComputeJobName>(
  name: N,
  input: ComputeInput<N>,
  { onProgress, pause, isCancelled }: ComputeRunner,
): Promise<ComputeOutcome<N>> {
  const work = COMPUTE_JOBS[name](input as never) as Interruptible<ComputeAnswer<N>>;
  for (;;) {
    if (isCancelled()) return { cancelled: true };
    const part = work.next();
    if (part.done === true) return { cancelled: false, answer: part.value };
    onProgress(part.value);
    await pause?.();
  }
}
