import type { Allergen } from '../ingredients';
import type { KitchenModel } from '../kitchen';
import type { Recipe } from '../making';
import type { PlannedPrediction } from '../predicting';
import type { Alternative } from './alternatives';
import { alternatives } from './alternatives';
import type { Displacement, KeptJob } from './displacement';
import { calendarWith, displacement } from './displacement';
import type { PlanJob } from './planJob';
import type { KitchenCalendar } from './resources';
import type { Schedule } from './schedule';
import { schedule } from './schedule';

/** What is asked of the days: one more batch among the kept plans. */
export interface FitJob {
  recipe: Recipe;
  prediction: PlannedPrediction;
  job: PlanJob;
  /** The days with all that is under way, but without the kept plans. */
  calendar: KitchenCalendar;
  kept: readonly KeptJob[];
  kitchen: KitchenModel;
  /** What its drinkers avoid: nothing is offered that holds it. */
  avoided: readonly Allergen[];
}

export interface FitAnswer {
  found: Schedule;
  /** Where it does not fit: kept plans that could make room, and the other ways. */
  room: Displacement | null;
  offers: readonly Alternative[];
}

/** Where a batch fits, or what else would. */
export function fit({ recipe, job, calendar: days, kept, kitchen, avoided }: FitJob): FitAnswer {
  const full = calendarWith(days, kept);
  const found = schedule([job], full);
  if (found.ok) return { found, room: null, offers: [] };
  const wish = { id: job.id, glassMs: job.glassMs, fresh: job.fresh };
  return {
    found,
    room: displacement(job, kept, days),
    offers: alternatives(wish, recipe, kitchen, full, avoided),
  };
}
