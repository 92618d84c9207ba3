import type {
  FitAnswer,
  FitJob,
  HouseholdDays,
  PlanJob,
  Recipe,
  Result,
  Schedule,
  Uncertainty,
  Booking,
  KitchenModel,
} from '@humble-churn/core';
import { fit, kitchenCalendar, schedule, uncertainty } from '@humble-churn/core';

interface UncertaintyJob {
  recipe: Recipe;
  kitchen: KitchenModel;
}

interface PlacingJob {
  job: PlanJob;
  household: HouseholdDays;
  timeZone: string;
  nowMs: number;
  taken: readonly Booking[];
}

/** What is computed beside the requests, by name. Plain data goes in and comes out: it crosses to another thread. */
export const COMPUTE_JOBS = {
  /** How sure a batch's figures are. */
  uncertainty: ({ recipe, kitchen }: UncertaintyJob): Result<Uncertainty> => uncertainty(recipe, kitchen),
  /** The best moments for a batch around all that is taken. */
  placing: ({ job, household, timeZone, nowMs, taken }: PlacingJob): Schedule =>
    schedule([job], kitchenCalendar(household, timeZone, nowMs, job.glassMs, taken)),
  /** Where a batch fits among the planned batches, or what else would. */
  fitting: (job: FitJob): FitAnswer => fit(job),
} as const;

export type ComputeJobName = keyof typeof COMPUTE_JOBS;
