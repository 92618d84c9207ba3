import type { Allergen } from '../ingredients';
import type { KitchenModel } from '../kitchen';
import type { Recipe } from '../making';
import type { PlannedPrediction } from '../predicting';
import type { Interruptible } from '../results';
import { asShare, runToEnd } from '../results';
import type { Alternative } from './alternatives';
import { alternatives } from './alternatives';
import type { Displacement, KeptJob } from './displacement';
import { calendarWith, displacementInParts } from './displacement';
import type { PlanJob } from './planJob';
import type { KitchenCalendar } from './resources';
import type { Schedule } from './schedule';
import { scheduleInParts, scheduledTogether } from './schedule';

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

/** Shares of the work, about: the search, and then the search for room where it found nothing. */
const SEARCHED = 0.2;
const ROOM_SOUGHT = 0.8;

/** As `fit`, in parts. */
export function* fitInParts(asked: FitJob): Interruptible<FitAnswer> {
  const { recipe, job, calendar: days, kept, kitchen, avoided } = asked;
  const full = calendarWith(days, kept);
  const found = yield* asShare(scheduleInParts([job], full), 0, SEARCHED);
  if (found.ok) return { found, room: null, offers: [] };
  yield SEARCHED;
  const room = yield* asShare(displacementInParts(job, kept, days), SEARCHED, ROOM_SOUGHT);
  yield ROOM_SOUGHT;
  const wish = { id: job.id, glassMs: job.glassMs, fresh: job.fresh };
  return { found, room, offers: alternatives(wish, recipe, kitchen, full, avoided) };
}

/** Where a batch fits, or what else would. */
export function fit(asked: FitJob): FitAnswer {
  return runToEnd(fitInParts(asked));
}

/** Wishes of which the first that fits is wanted. */
export interface FirstFitJob {
  wishes: readonly { job: PlanJob; calendar: KitchenCalendar }[];
}

/** Which of the wishes is the first that fits; null when none does. */
export function* firstFitInParts({ wishes }: FirstFitJob): Interruptible<number | null> {
  for (const [i, { job, calendar }] of wishes.entries()) {
    if (i > 0) yield i / wishes.length;
    if (scheduledTogether([job], calendar)) return i;
  }
  return null;
}
