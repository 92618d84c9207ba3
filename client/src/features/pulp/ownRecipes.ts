import type { OwnPulpRecipe } from '@humble-churn/contract';
import { MOST_PULP_RECIPES } from '@humble-churn/contract';
import type { KnownKitchen } from '../../wire/kitchen';
import { useWriteDownSettings } from '../../wire/kitchen';

/** The household's own recipes for pulp, in its settings. */
export function useOwnPulpRecipes({ profile: { pulpRecipes } }: KnownKitchen) {
  const write = useWriteDownSettings();
  const save = (all: readonly OwnPulpRecipe[]): void => write({ profile: { pulpRecipes: [...all] } });
  return {
    full: pulpRecipes.length >= MOST_PULP_RECIPES,
    /** Adds a recipe, or puts it in the place of what it was before. */
    keep: (recipe: OwnPulpRecipe): void =>
      save(
        pulpRecipes.some(({ key }) => key === recipe.key)
          ? pulpRecipes.map((one) => (one.key === recipe.key ? recipe : one))
          : [...pulpRecipes, recipe],
      ),
    remove: (key: string): void => save(pulpRecipes.filter((one) => one.key !== key)),
    /** All of them as they are now, to be put back. */
    putBack: (): void => save(pulpRecipes),
  };
}
