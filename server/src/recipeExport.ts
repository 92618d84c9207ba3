import type { KitchenFile } from '@humble-churn/contract/kitchenFile';
import { pulpRecipeToJsonLd, toJsonLd } from '@humble-churn/contract/recipeText';
import { RECIPE_FORMAT, RecipeFileSchema, fileNameOf } from '@humble-churn/contract';
import type { KitchenModel } from '@humble-churn/core';
import { predict } from '@humble-churn/core';

/** Every recipe that can be made as schema.org Recipe, in its latest version, by the name of its file. */
export function recipesForOthers(file: KitchenFile, model: KitchenModel): Map<string, string> {
  const found = new Map<string, string>();
  for (const { versions } of file.recipes) {
    const latest = versions[versions.length - 1];
    if (!latest) continue;
    const predicted = predict(latest.recipe, { ...model, pantry: { own: latest.ingredients } });
    if (!predicted.ok) continue;
    const form = RecipeFileSchema.parse({
      format: RECIPE_FORMAT,
      version: 1,
      recipe: latest.recipe,
      ownIngredients: latest.ingredients,
    });
    addRecipe(found, latest.recipe.name, toJsonLd(form, predicted.value));
  }
  return found;
}

/** Under a name of its own. */
function addRecipe(found: Map<string, string>, recipeName: string, ld: object): void {
  const base = fileNameOf(recipeName);
  let name = base;
  for (let n = 2; found.has(name); n++) name = `${base}-${n}`;
  found.set(name, `${JSON.stringify(ld, null, 2)}\n`);
}

/** The household's own recipes for pulp. */
export function pulpRecipesForOthers({ settings }: KitchenFile): Map<string, string> {
  const found = new Map<string, string>();
  for (const recipe of settings.profile.pulpRecipes)
    addRecipe(found, recipe.name, pulpRecipeToJsonLd(recipe));
  return found;
}
