import type { BudgetH } from '../keeping';
import type { KitchenModel } from '../kitchen';
import type { Recipe } from '../making';
import { predict } from '../predicting';
import type { Result } from '../results';
import { accepted } from '../results';
import type { EventBody } from './batchState';
import { ownIn } from './recipeAllergens';
import type { Guide } from './stepTable';
import { GUIDE } from './stepTable';

export type PlannedEvent = Extract<EventBody, { type: 'planned' }>;

/**
 * The first line of a batch's log: the recipe and what it is expected to come to in the kitchen as it is now. How sure that is takes
 * longer and is left to the caller. Refuses what is no batch, as `predict` does.
 */
export function plannedEvent(
  recipe: Recipe,
  kitchen: KitchenModel,
  budgetH: BudgetH,
  guide: Guide = GUIDE,
): Result<PlannedEvent> {
  const made = predict(recipe, kitchen);
  if (!made.ok) return made;
  return accepted({
    type: 'planned',
    recipe,
    prediction: made.value,
    sureness: null,
    around: kitchen.surroundings,
    budgetH,
    guide,
    ingredients: ownIn(recipe, kitchen.pantry),
  });
}
