import type { RecipeFile } from '@humble-churn/contract';
import { RECIPE_FORMAT, fileNameOf } from '@humble-churn/contract';
import type { Prediction, Recipe, Pantry } from '@humble-churn/core';
import { recipeText } from '../../wire/recipeText';
import { wireOwn } from '../../wire/wireRecipe';
import { saveFile } from '../../wire/savedFile';

/** A recipe in its open form, its own ingredients with it so that it is whole elsewhere. */
export function openForm(recipe: Recipe, { own }: Pantry): RecipeFile {
  const used = own.filter((one) => recipe.nuts.some((nut) => nut.ingredient === one.key));
  return {
    format: RECIPE_FORMAT,
    version: 1,
    recipe: {
      ...recipe,
      nuts: [...recipe.nuts],
      additions: [...recipe.additions],
      drinkers: [...recipe.drinkers],
    },
    ownIngredients: wireOwn(used),
  };
}

export function writeOpenForm(recipe: Recipe, pantry: Pantry): void {
  const text = JSON.stringify(openForm(recipe, pantry), null, 2);
  saveFile(text, `${fileNameOf(recipe.name)}.recipe.json`, 'application/json');
}

export async function writeJsonLd(recipe: Recipe, pantry: Pantry, prediction: Prediction): Promise<void> {
  const { toJsonLd } = await recipeText();
  const text = JSON.stringify(toJsonLd(openForm(recipe, pantry), prediction), null, 2);
  saveFile(text, `${fileNameOf(recipe.name)}.jsonld`, 'application/ld+json');
}
