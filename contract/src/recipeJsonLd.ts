import type { CupSystem, NutForm, Prediction } from '@humble-churn/core';
import { findAddition, findIngredient, poisonousName, refused, strainersOf } from '@humble-churn/core';
import { z } from 'zod';
import { allergensText, refusalMessage } from './messages';
import type { RecipeFile } from './recipe';
import { RECIPE_FORMAT, RecipeFileSchema } from './recipe';
import type { RecipeReading } from './recipeFromLines';
import { bad, fromLines } from './recipeFromLines';
import { duration, findRecipeNode, ownContext } from './recipeNode';

export type { RecipeReading } from './recipeFromLines';

/** Where our own form rides along in a recipe's JSON-LD, so that nothing is lost on the way back. */
const OWN_FORM = 'humbleChurn:recipe';

function grams(massG: number): string {
  return `${massG < 20 ? Number(massG.toPrecision(2)) : Math.round(massG)} g`;
}

/** A recipe as schema.org Recipe in JSON-LD, for other programs; figures are the prediction's. */
export function toJsonLd(file: RecipeFile, prediction: Prediction): Record<string, unknown> {
  const { recipe } = file;
  const { minutes, soak, blend, nutrition } = prediction;
  const form: Readonly<Record<NutForm, string>> = { whole: '', chopped: ', chopped', ground: ', ground' };
  const steps: string[] = [];
  if (recipe.soak.method !== 'none') {
    steps.push(`Soak the nuts for ${Number(recipe.soak.hours.toFixed(2))} h (${recipe.soak.method}).`);
    steps.push(soak.keptWaterG > 0 ? 'Keep the soak water.' : 'Drain and rinse until the water runs clear.');
    if (soak.cooling) {
      steps.push('Stand the covered bowl in cold water until it is at 30 °C or less; only then blend.');
    }
  }
  if (recipe.peel !== 'leave') steps.push(`Peel the nuts (${recipe.peel}).`);
  steps.push(
    recipe.blend.machine === 'cold-press'
      ? 'Press nuts and water together.'
      : `Check the lid, start slow, and blend ${blend.loads > 1 ? `${blend.loads} loads of ` : ''}${Math.round(blend.secondsPerLoad)} s.`,
  );
  const strainers = strainersOf(recipe);
  if (strainers.length > 0) {
    steps.push(`Strain (${strainers.join(', then ')}, ${recipe.strain.squeeze} squeeze).`);
  }
  if (recipe.additions.some((dose) => dose.when === 'after')) steps.push('Stir in the rest and taste.');
  steps.push(
    recipe.intoGlass === true
      ? 'Pour it into glasses and drink it at once.'
      : 'Bottle in clean glass and chill at 4 °C or below. Smell and look each time; shake.',
  );
  return {
    '@context': ownContext(OWN_FORM),
    '@type': 'Recipe',
    name: recipe.name,
    description: `Contains: ${allergensText({ contains: prediction.allergens, unknown: false })}.`,
    recipeYield: `${Math.round(prediction.finish.volumeMl)} mL`,
    prepTime: duration(minutes.handsOnMin),
    totalTime: duration(minutes.handsOnMin + minutes.soakMin),
    recipeIngredient: [
      ...prediction.nuts.map((nut) => `${grams(nut.massG)} ${nut.name.toLowerCase()}${form[nut.form]}`),
      ...prediction.liquids.map((liquid) => `${Math.round(liquid.volumeMl)} mL ${liquid.name.toLowerCase()}`),
      ...(prediction.iceG > 0 ? [`${grams(prediction.iceG)} ice`] : []),
      ...prediction.additions.map((addition) => `${grams(addition.massG)} ${addition.name.toLowerCase()}`),
    ],
    recipeInstructions: steps.map((text) => ({ '@type': 'HowToStep', text })),
    nutrition: {
      '@type': 'NutritionInformation',
      servingSize: '100 mL',
      calories: `${Math.round(nutrition.kcal)} kcal`,
      fatContent: `${nutrition.fatG.toFixed(1)} g`,
      proteinContent: `${nutrition.proteinG.toFixed(1)} g`,
      carbohydrateContent: `${nutrition.carbG.toFixed(1)} g`,
    },
    [OWN_FORM]: file,
  };
}

const ForeignSchema = z.object({
  name: z.string().trim().min(1).catch('Recipe from a file'),
  recipeIngredient: z.union([z.string(), z.array(z.string())]).transform((lines) => [lines].flat()),
});

/**
 * Reads a recipe from text: our open form, or schema.org Recipe in JSON-LD. From other programs' recipes the
 * ingredient lines are read; what is not understood is said in the notes and left out. Changes nothing.
 */
export function readRecipe(text: string, cups: CupSystem): RecipeReading {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return bad('', 'This is not JSON. A recipe file begins with “{”.');
  }
  const named = z.object({ format: z.unknown() }).safeParse(value);
  if (named.success && named.data.format !== undefined) return readOpenForm(value, '');
  const node = findRecipeNode(value);
  if (!node) {
    return bad('', `Neither a recipe of the form “${RECIPE_FORMAT}” nor a schema.org Recipe is in it.`);
  }
  if (node[OWN_FORM] !== undefined) return readOpenForm(node[OWN_FORM], `${OWN_FORM}.`);
  const foreign = ForeignSchema.safeParse(node);
  if (!foreign.success) return bad('recipeIngredient', 'The ingredient lines are missing.');
  return fromLines(foreign.data.name.slice(0, 80), foreign.data.recipeIngredient, cups);
}

function readOpenForm(value: unknown, prefix: string): RecipeReading {
  const file = RecipeFileSchema.safeParse(value);
  if (!file.success) {
    return {
      ok: false,
      problems: file.error.issues.map((issue) => ({
        path: prefix + issue.path.map(String).join('.'),
        message: issue.message,
      })),
    };
  }
  // A pack renamed by hand must not slip a poison in.
  for (const [i, own] of file.data.ownIngredients.entries()) {
    const why = poisonousName(own.name);
    if (why) {
      const { refusal } = refused('name-poisonous', ['name'], { name: own.name, why });
      return bad(`${prefix}ownIngredients.${i}.name`, refusalMessage(refusal));
    }
  }
  const pantry = { own: file.data.ownIngredients };
  const known = (key: string): boolean => findIngredient(key, pantry) !== undefined;
  const i = file.data.recipe.nuts.findIndex(
    (nut) => !known(nut.ingredient) && !nut.ingredient.startsWith('own-'),
  );
  if (i >= 0) {
    return bad(
      `${prefix}recipe.nuts.${i}.ingredient`,
      `“${file.data.recipe.nuts[i]?.ingredient ?? ''}” is not an ingredient this app knows.`,
    );
  }
  const j = file.data.recipe.additions.findIndex(
    ({ addition }) => !addition.startsWith('own-') && findAddition(addition, pantry) === undefined,
  );
  if (j >= 0) {
    return bad(
      `${prefix}recipe.additions.${j}.addition`,
      `“${file.data.recipe.additions[j]?.addition ?? ''}” is not an addition this app knows.`,
    );
  }
  return { ok: true, file: file.data, notes: [] };
}
