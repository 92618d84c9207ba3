import type { Allergen } from './allergen';
import type { Offer } from './daysAhead';
import { waysStillOpen } from './daysAhead';
import type { PlanKitchen } from './kitchenUse';
import type { OwnIngredient } from './ingredient';
import type { PlanJob } from './planJob';
import type { PlannedPrediction } from './prediction';
import type { Recipe, Surroundings } from './recipe';
import type { KeptJob, RoomMade } from './roomMade';
import { daysWith, roomMade } from './roomMade';
import type { Schedule } from './schedule';
import { schedule } from './schedule';

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
