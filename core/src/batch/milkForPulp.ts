import type { KitchenModel } from '../kitchen';
import type { Recipe } from '../making';
import { predict } from '../predicting';
import type { PulpRecipe, PulpRecipeRefusal } from '../pulp';
import { pulpRecipeRefusal } from '../pulp';
import { recipePulpTraits } from './pulpLedger';

/** Milk of which the pulp is tried, mL: a usual jar. */
const TRIED_ML = 1000;
/** The largest batch that is planned for its pulp, and the smallest that is worth the jug; mL. */
const MOST_ML = 6000;
const LEAST_ML = 250;
/** Milk is planned to the next so many mL above. */
const STEP_ML = 50;

export type MilkForPulp =
  | { ok: true; volumeMl: number; /** Solids its pulp is expected to have, g: an estimate. */ dryG: number }
  | { ok: false; why: PulpRecipeRefusal | 'enough' | 'too-much' | 'not-computable' };

/** A milk recipe made to so much. */
export function withMilk(recipe: Recipe, volumeMl: number): Recipe {
  return { ...recipe, amount: { by: 'milk', volumeMl } };
}

/**
 * How much of a milk leaves the pulp that a pulp recipe is written for, with `haveDryG` of solids at hand already. At
 * least a small jar; refused where this milk's pulp makes no such thing, or a kitchen would drown in milk.
 */
export function milkForPulp(
  milk: Recipe,
  kitchen: KitchenModel,
  recipe: PulpRecipe,
  haveDryG: number,
): MilkForPulp {
  const neededG = recipe.dryG - haveDryG;
  if (neededG <= 0) return { ok: false, why: 'enough' };
  const tried = predict(withMilk(milk, TRIED_ML), kitchen);
  if (!tried.ok) return { ok: false, why: 'not-computable' };
  const { pulp } = tried.value;
  if (pulp.dryG <= 0) return { ok: false, why: 'too-little' };
  const traits = recipePulpTraits(milk, kitchen.pantry.own);
  const refusal = pulpRecipeRefusal(recipe, { dryG: recipe.dryG, waterG: pulp.massG - pulp.dryG, traits });
  if (refusal !== null) return { ok: false, why: refusal };
  const solidsG = (volumeMl: number): number | null => {
    const made = predict(withMilk(milk, volumeMl), kitchen);
    return made.ok ? made.value.pulp.dryG : null;
  };
  // Small batches leave more of each millilitre than the one that was tried, large ones less.
  let volumeMl = Math.ceil(Math.max(LEAST_ML, (TRIED_ML * neededG) / pulp.dryG) / STEP_ML) * STEP_ML;
  while (volumeMl > LEAST_ML && (solidsG(volumeMl - STEP_ML) ?? 0) >= neededG) volumeMl -= STEP_ML;
  for (; volumeMl <= MOST_ML; volumeMl += STEP_ML) {
    const dryG = solidsG(volumeMl);
    if (dryG === null) return { ok: false, why: 'not-computable' };
    if (dryG >= neededG) return { ok: true, volumeMl, dryG };
  }
  return { ok: false, why: 'too-much' };
}
