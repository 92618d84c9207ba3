import type { OwnItem, Recipe } from '@humble-churn/core';
import { isOwnNut } from '@humble-churn/core';

/** What the wire's schemas may change, made from what the core holds fast. */
export function wireRecipe(recipe: Recipe) {
  return {
    ...recipe,
    nuts: [...recipe.nuts],
    additions: [...recipe.additions],
    drinkers: [...recipe.drinkers],
  };
}

export function wireOwn(own: readonly OwnItem[]) {
  return own.map((one) =>
    isOwnNut(one)
      ? { ...one, guessed: [...one.guessed], allergens: [...one.allergens] }
      : { ...one, allergens: [...one.allergens] },
  );
}
