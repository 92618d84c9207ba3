import type { BatchHappening } from './batch';
import type { OwnIngredient } from './ingredient';
import type { BudgetH } from './keeping';
import { ownIn } from './recipeAllergens';
import { predict } from './predict';
import type { Recipe, Surroundings } from './recipe';
import type { Result } from './refusal';
import { accepted } from './refusal';
import type { Guide } from './steps';
import { GUIDE } from './steps';

export type Opening = Extract<BatchHappening, { type: 'planned' }>;

/**
 * The first line of a batch's log: the recipe and what it is expected to come to in the kitchen as it is now
 * (temperatures in °C, the keeping budget in h). How sure that is takes longer and is left to the caller. Refuses what is no batch, as `predict` does.
 */
export function opening(
  recipe: Recipe,
  kitchen: Surroundings & { budgetH: BudgetH },
  own: readonly OwnIngredient[],
  guide: Guide = GUIDE,
): Result<Opening> {
  const around = { roomTempC: kitchen.roomTempC, fridgeTempC: kitchen.fridgeTempC };
  const made = predict(recipe, around, own);
  if (!made.ok) return made;
  return accepted({
    type: 'planned',
    recipe,
    prediction: made.value,
    sureness: null,
    around,
    budgetH: kitchen.budgetH,
    guide,
    ingredients: ownIn(recipe, own),
  });
}
