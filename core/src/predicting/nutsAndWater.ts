import type { Pantry } from '../ingredients';
import { cupG, findIngredient } from '../ingredients';
import type { Recipe } from '../making';
import type { CupSystem } from '../measures';
import { CUP_ML, WATER_G_PER_ML } from '../measures';

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

/** What a recipe by its nuts takes of each, and of water. */
export interface NutsAndWater {
  /** In the recipe's order; a cup of a nut that is not known weighs what one of a usual nut does. */
  nuts: readonly { massG: number; cupG: number; cups: number }[];
  waterMl: number;
  waterCups: number;
}

/** So much of each nut and of water as the recipe says now, by weight and by cups; null where it goes by its milk. */
export function nutsAndWaterOf(recipe: Recipe, pantry: Pantry, system: CupSystem): NutsAndWater | null {
  const { amount, waterPerNut } = recipe;
  if (amount.by !== 'nuts') return null;
  const shares = recipe.nuts.reduce((sum, { share }) => sum + share, 0);
  const waterMl = (amount.massG * waterPerNut) / WATER_G_PER_ML;
  return {
    nuts: recipe.nuts.map(({ ingredient, form, share }) => {
      const massG = (amount.massG * share) / shares;
      const oneCupG = cupG(findIngredient(ingredient, pantry), form, system);
      return { massG, cupG: oneCupG, cups: massG / oneCupG };
    }),
    waterMl,
    waterCups: waterMl / CUP_ML[system],
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
