import type {
  FitAnswer,
  FitJob,
  HouseholdDays,
  OwnIngredient,
  PlanJob,
  Prices,
  Recipe,
  Result,
  Schedule,
  Uncertainty,
  Surroundings,
  Booking,
} from '@humble-churn/core';
import { fit, kitchenCalendar, schedule, uncertainty } from '@humble-churn/core';

interface SurenessJob {
  recipe: Recipe;
  around: Surroundings;
  own: readonly OwnIngredient[];
  prices: Prices;
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
  sureness: ({ recipe, around, own, prices }: SurenessJob): Result<Uncertainty> =>
    uncertainty(recipe, around, own, { prices }),
  /** The best moments for a batch around all that is taken. */
  placing: ({ job, household, timeZone, nowMs, taken }: PlacingJob): Schedule =>
    schedule([job], kitchenCalendar(household, timeZone, nowMs, job.glassMs, taken)),
  /** Where a batch fits among the kept plans, or what else would. */
  fitting: (job: FitJob): FitAnswer => fit(job),
} as const;

export type ComputeJobName = keyof typeof COMPUTE_JOBS;
