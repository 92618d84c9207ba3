import type { OwnIngredient } from '../ingredients';
import type { BudgetH } from '../keeping';
import type { Recipe, Surroundings } from '../making';
import { predict } from '../predicting';
import type { Result } from '../results';
import { accepted } from '../results';
import type { EventBody } from './batch';
import { ownIn } from './recipeAllergens';
import type { Guide } from './steps';
import { GUIDE } from './steps';

export type PlannedEvent = Extract<EventBody, { type: 'planned' }>;

/**
 * The first line of a batch's log: the recipe and what it is expected to come to in the kitchen as it is now
 * (temperatures in °C, the keeping budget in h). How sure that is takes longer and is left to the caller. Refuses what is no batch, as `predict` does.
 */
export function plannedEvent(
  recipe: Recipe,
  kitchen: Surroundings & { budgetH: BudgetH },
  own: readonly OwnIngredient[],
  guide: Guide = GUIDE,
): Result<PlannedEvent> {
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
