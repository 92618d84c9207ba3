import type { AllergenFacts, AllergenLabel, OwnItem, Pantry } from '../ingredients';
import { allergensIn, findAddition, findIngredient } from '../ingredients';
import type { Recipe } from '../making';
import type { BatchState } from './batchState';

/** The cook's own ingredients and additions that a recipe uses, each once: what is kept with it. */
export function ownIn(
  { nuts, additions, otherLiquid }: Pick<Recipe, 'nuts' | 'additions' | 'otherLiquid'>,
  { own }: Pantry,
): OwnItem[] {
  const used = [...nuts.map((nut) => nut.ingredient), ...additions.map((dose) => dose.addition)];
  const keys = [...new Set(otherLiquid ? [...used, otherLiquid.liquid] : used)];
  return keys.flatMap((key) => own.find((one) => one.key === key) ?? []);
}

/** Allergens of all that goes into a recipe; unknown where one of its ingredients cannot be read. */
export function recipeAllergens(
  { nuts, additions, otherLiquid }: Pick<Recipe, 'nuts' | 'additions' | 'otherLiquid'>,
  pantry: Pantry,
): AllergenFacts {
  const foods: (AllergenLabel | undefined)[] = [
    ...nuts.map((nut) => findIngredient(nut.ingredient, pantry)),
    ...additions.map((dose) => findAddition(dose.addition, pantry)),
    ...(otherLiquid ? [findAddition(otherLiquid.liquid, pantry)] : []),
  ];
  const known = foods.filter((food) => food !== undefined);
  return { contains: allergensIn(known), unknown: known.length < foods.length };
}

/** Allergens of a batch, by the ingredients it was planned with; `pantry` is the kitchen's, for older batches. */
export function batchAllergens(
  state: Pick<BatchState, 'recipe' | 'ingredients'>,
  pantry: Pantry,
): AllergenFacts {
  return recipeAllergens(state.recipe, { own: [...state.ingredients, ...pantry.own] });
}
