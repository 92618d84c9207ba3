import type { Pantry } from '../ingredients';
import { cupG, findIngredient } from '../ingredients';
import type { Recipe } from '../making';
import type { CupSystem } from '../measures';
import { WATER_G_PER_ML } from '../measures';

/**
 * The recipe from so much of each of its nuts (g, in their order, each above 0) and so much water (mL, above 0): the
 * nuts are what there is, and ratio and shares follow.
 */
export function withNutsAndWater(recipe: Recipe, nutMassesG: readonly number[], waterMl: number): Recipe {
  const massG = nutMassesG.reduce((sum, one) => sum + one, 0);
  return {
    ...recipe,
    nuts: recipe.nuts.map((nut, i) => ({ ...nut, share: nutMassesG[i] ?? 0 })),
    amount: { by: 'nuts', massG },
    waterPerNut: (waterMl * WATER_G_PER_ML) / massG,
  };
}

/** Grams of one of a recipe's nuts in one cup, in the form it is taken in; null for a nut that is not known. */
export function nutCupG(
  recipe: Pick<Recipe, 'nuts'>,
  index: number,
  pantry: Pantry,
  system: CupSystem,
): number | null {
  const nut = recipe.nuts[index];
  const found = nut && findIngredient(nut.ingredient, pantry);
  return found ? cupG(found, nut.form, system) : null;
}
