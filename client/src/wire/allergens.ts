import { allergensText } from '@humble-churn/contract';
import type { BatchState, JarState, OwnItem, Recipe, Pantry } from '@humble-churn/core';
import { batchAllergens, jarAllergens, recipeAllergens } from '@humble-churn/core';
import { useOwnIngredients } from './kitchen';

/** The allergens of a batch in words, by the ingredients it was planned with. */
export function useBatchAllergensText(): (state: BatchState) => string {
  const { data } = useOwnIngredients();
  return (state) => allergensText(batchAllergens(state, { own: data ?? [] }));
}

/**
 * The allergens of a kept recipe or plan in words: what it was written with, and what its ingredients are by now. A
 * label that was corrected since holds for both.
 */
export function keptAllergensText(recipe: Recipe, kept: readonly OwnItem[], { own }: Pantry): string {
  const was = recipeAllergens(recipe, { own: [...kept, ...own] });
  const now = recipeAllergens(recipe, { own: [...own, ...kept] });
  const more = now.contains.filter((one) => !was.contains.some(({ allergen }) => allergen === one.allergen));
  return allergensText({ contains: [...was.contains, ...more], unknown: was.unknown });
}

/** The allergens of one jar in words: those of its batch, and of what was stirred into it alone. */
export function useJarAllergensText(): (state: BatchState, jar: Pick<JarState, 'doses'>) => string {
  const { data } = useOwnIngredients();
  return (state, jar) => allergensText(jarAllergens(state, jar, { own: data ?? [] }));
}
