import type {
  Allergen,
  KeptJob,
  Offer,
  OwnIngredient,
  PlanJob,
  PlanKitchen,
  PlannedPrediction,
  Recipe,
  RoomMade,
  Schedule,
  Surroundings,
} from '@humble-churn/core';
import { daysWith, roomMade, schedule, waysStillOpen } from '@humble-churn/core';

/** What is asked of the days: one more batch among the kept plans. */
export interface FitJob {
  recipe: Recipe;
  prediction: PlannedPrediction;
  job: PlanJob;
  /** The days with all that is under way, but without the kept plans. */
  days: PlanKitchen;
  kept: readonly KeptJob[];
  around: Surroundings;
  own: readonly OwnIngredient[];
  /** What its drinkers avoid: nothing is offered that holds it. */
  avoided: readonly Allergen[];
}

export interface FitAnswer {
  found: Schedule;
  /** Where it does not fit: kept plans that could make room, and the other ways. */
  room: RoomMade | null;
  offers: readonly Offer[];
}

/** Where a batch fits, or what else would. */
export function fit({ recipe, job, days, kept, around, own, avoided }: FitJob): FitAnswer {
  const full = daysWith(days, kept);
  const found = schedule([job], full);
  if (found.ok) return { found, room: null, offers: [] };
  const wish = { id: job.id, glassMs: job.glassMs, fresh: job.fresh };
  return {
    found,
    room: roomMade(job, kept, days),
    offers: waysStillOpen(wish, recipe, around, own, full, avoided),
  };
}
