import { WATER_G_PER_ML } from '../measures';
import type { Body, PlannedPrediction } from '../predicting';
import { BODY_MIDDLE_PCT, bodyOf } from '../predicting';
import type { BatchState } from './batchState';
import { strainedMilkMl } from './bottling';

/** A tasting glass, mL: two sips. */
export const TASTING_ML = 30;

export interface Stretch {
  /** The milk as it stands, by its solids in % by mass; an estimate. */
  solidsPct: number;
  body: Body;
  /** Water that makes it thinner, mL, each body's aim for itself; those it is thinner than already are left out. */
  waterMl: readonly { body: Body; volumeMl: number }[];
}

/** Bodies from full to light: water can be added, never taken out. */
const THINNER: readonly Body[] = ['full', 'everyday', 'light'];
/** Less than this is no stretching, mL. */
const LEAST_ML = 5;

/** How far the strained milk can be stretched with water, by the plan as it stands now; an estimate. */
export function stretchOf(state: BatchState, prediction: PlannedPrediction): Stretch {
  // The plan as it stands has all water in it that was poured in, so its solids are those of the jug.
  const { solidsPct } = prediction.milk;
  const milkG = strainedMilkMl(state, prediction) * prediction.milk.densityGPerMl;
  const waterMl = THINNER.map((body) => ({
    body,
    volumeMl: (milkG * (solidsPct / BODY_MIDDLE_PCT[body] - 1)) / WATER_G_PER_ML,
  })).filter(({ volumeMl }) => volumeMl >= LEAST_ML);
  return { solidsPct, body: bodyOf(solidsPct), waterMl };
}
