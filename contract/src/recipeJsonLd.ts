import type { CupSystem, Ingredient, NutForm, Prediction, Recipe } from '@humble-churn/core';
import {
  CUP_ML,
  NUT_TABLE,
  OUNCE_G,
  POUND_G,
  SPOON_ML,
  US_FL_OZ_ML,
  US_QUART_ML,
  WATER_G_PER_ML,
  cupG,
  findAddition,
  findIngredient,
  plainRecipe,
  poisonousName,
  predict,
  refused,
  strainersOf,
  TABLE_ONLY,
} from '@humble-churn/core';
import { parseIngredient } from 'parse-ingredient';
import { z } from 'zod';
import type { RecipeFile } from './recipe';
import { RECIPE_FORMAT, RecipeFileSchema } from './recipe';
import { allergensText, refusalMessage } from './messages';

/** Where our own form rides along in a recipe's JSON-LD, so that nothing is lost on the way back. */
const OWN_FORM = 'humbleChurn:recipe';

function duration(minutes: number): string {
  const whole = Math.max(1, Math.round(minutes));
  const h = Math.floor(whole / 60);
  return `PT${h > 0 ? `${h}H` : ''}${whole % 60 > 0 || h === 0 ? `${whole % 60}M` : ''}`;
}

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
  steps.push('Bottle in clean glass and chill at 4 °C or below. Smell and look each time; shake.');
  return {
    '@context': [
      'https://schema.org',
      { humbleChurn: 'urn:humble-churn:', [OWN_FORM]: { '@id': 'humbleChurn:recipe', '@type': '@json' } },
    ],
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

/** A file was read, or which field is wrong; `notes` says what was guessed or left out. */
export type RecipeReading =
  | { ok: true; file: RecipeFile; notes: readonly string[] }
  | { ok: false; problems: readonly { path: string; message: string }[] };

function bad(path: string, message: string): RecipeReading {
  return { ok: false, problems: [{ path, message }] };
}

const NodeSchema = z.looseObject({
  '@type': z.union([z.string(), z.array(z.string())]).optional(),
  '@graph': z.array(z.unknown()).optional(),
});

/** The first node of type Recipe: the thing itself, in a list, or in a graph. */
function findRecipeNode(value: unknown): Record<string, unknown> | null {
  if (Array.isArray(value)) {
    for (const one of value) {
      const found = findRecipeNode(one);
      if (found) return found;
    }
    return null;
  }
  const node = NodeSchema.safeParse(value);
  if (!node.success) return null;
  const types = [node.data['@type'] ?? []].flat();
  if (types.includes('Recipe')) return node.data;
  return findRecipeNode(node.data['@graph'] ?? []);
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
  const known = (key: string): boolean =>
    findIngredient(key, { own: file.data.ownIngredients }) !== undefined;
  const i = file.data.recipe.nuts.findIndex(
    (nut) => !known(nut.ingredient) && !nut.ingredient.startsWith('own-'),
  );
  if (i >= 0) {
    return bad(
      `${prefix}recipe.nuts.${i}.ingredient`,
      `“${file.data.recipe.nuts[i]?.ingredient ?? ''}” is not an ingredient this app knows.`,
    );
  }
  const j = file.data.recipe.additions.findIndex((dose) => findAddition(dose.addition) === undefined);
  if (j >= 0) {
    return bad(
      `${prefix}recipe.additions.${j}.addition`,
      `“${file.data.recipe.additions[j]?.addition ?? ''}” is not an addition this app knows.`,
    );
  }
  return { ok: true, file: file.data, notes: [] };
}

/** Words that tell an ingredient in a line; the first that fits counts, so the narrower stand first. */
const NUT_WORDS: readonly (readonly [RegExp, string])[] = [
  [/blanched almond/, 'almond_blanched'],
  [/almond/, 'almond'],
  [/cashew/, 'cashew'],
  [/walnut/, 'walnut'],
  [/hazelnut|filbert|cobnut/, 'hazelnut'],
  [/macadamia/, 'macadamia'],
  [/brazil nut/, 'brazil'],
  [/pecan/, 'pecan'],
  [/pistachio/, 'pistachio'],
  [/pine ?nut/, 'pine'],
  [/pumpkin/, 'pumpkin'],
  [/sunflower (?!lecithin|oil)/, 'sunflower'],
  [/sesame (?!oil)/, 'sesame'],
  [/hemp/, 'hemp'],
  [/flax|linseed/, 'flax'],
];
const ADDITION_WORDS: readonly (readonly [RegExp, string])[] = [
  [/coconut water/, 'coconut_water'],
  [/coconut oil/, 'coconut_oil'],
  [/coconut butter/, 'coconut_butter'],
  [/coconut sugar/, 'coconut_sugar'],
  [/deglet/, 'date_deglet'],
  [/\bdates?\b/, 'date_medjool'],
  [/honey/, 'honey'],
  [/maple/, 'maple_syrup'],
  [/agave/, 'agave_syrup'],
  [/stevia/, 'stevia_extract'],
  [/erythritol/, 'erythritol'],
  [/sugar/, 'sugar'],
  [/banana/, 'banana'],
  [/strawberr/, 'strawberry'],
  [/cocoa|cacao/, 'cocoa_powder'],
  [/carob/, 'carob_flour'],
  [/cinnamon/, 'cinnamon'],
  [/cardamom/, 'cardamom'],
  [/nutmeg/, 'nutmeg'],
  [/vanilla (pod|bean)/, 'vanilla_pod'],
  [/vanilla/, 'vanilla_extract'],
  [/sunflower lecithin/, 'lecithin_sunflower'],
  [/lecithin/, 'lecithin_soy'],
  [/baking soda|bicarbonate/, 'baking_soda'],
  [/\bsalt\b/, 'salt'],
];

/** A pinch, mL: an eighth of a teaspoon and a half again. */
const PINCH_ML = 0.3;

/** Grams or millilitres of a unit; null for a count. */
function measureOf(unit: string | null, cups: CupSystem): { g: number } | { ml: number } | null {
  const spoons = SPOON_ML[cups === 'metric' ? 'metric' : 'us'];
  switch (unit) {
    case 'gram':
      return { g: 1 };
    case 'kilogram':
      return { g: 1000 };
    case 'milligram':
      return { g: 0.001 };
    case 'ounce':
      return { g: OUNCE_G };
    case 'pound':
      return { g: POUND_G };
    case 'milliliter':
      return { ml: 1 };
    case 'centiliter':
      return { ml: 10 };
    case 'deciliter':
      return { ml: 100 };
    case 'liter':
      return { ml: 1000 };
    case 'cup':
      return { ml: CUP_ML[cups] };
    case 'fluidounce':
      return { ml: US_FL_OZ_ML };
    case 'pint':
      return { ml: US_QUART_ML / 2 };
    case 'quart':
      return { ml: US_QUART_ML };
    case 'tablespoon':
      return { ml: spoons.tablespoonMl };
    case 'teaspoon':
      return { ml: spoons.teaspoonMl };
    case 'pinch':
      return { ml: PINCH_ML };
    default:
      return null;
  }
}

function nutMassG(nut: Ingredient, form: NutForm, quantity: number, unit: string | null, cups: CupSystem) {
  const measure = measureOf(unit, cups);
  if (measure === null) return null;
  return 'g' in measure
    ? quantity * measure.g
    : (quantity * measure.ml * cupG(nut, form, cups)) / CUP_ML[cups];
}

/** A recipe from ingredient lines, in this kitchen's plainest way of making it. */
function fromLines(name: string, lines: readonly string[], cups: CupSystem): RecipeReading {
  const notes: string[] = [];
  const nuts: { ingredient: string; form: NutForm; massG: number }[] = [];
  const added: { addition: string; massG: number }[] = [];
  let waterG = 0;
  let iceG = 0;
  let coconutG = 0;
  for (const [i, raw] of lines.entries()) {
    const line = raw.trim();
    // A comma within a number is a decimal comma there; otherwise 1,5 dl would be read as fifteen.
    const comma = /^\D{0,3}\d+,\d{1,2}(\D|$)/.test(line);
    const [read] = parseIngredient(line.replace(/litre/g, 'liter'), { decimalSeparator: comma ? ',' : '.' });
    if (!read || read.isGroupHeader) continue;
    const what = `${read.description.toLowerCase()} `;
    const why = poisonousName(what);
    if (why) {
      const { refusal } = refused('name-poisonous', [], { name: read.description, why });
      return bad(`recipeIngredient.${i}`, refusalMessage(refusal));
    }
    const leftOut = (): void => void notes.push(`Left out, not understood: “${line}”.`);
    const pinch = read.quantity === null && (read.unitOfMeasureID === 'pinch' || /pinch/.test(what));
    const quantity = pinch ? 1 : read.quantity;
    const unit = pinch ? 'pinch' : read.unitOfMeasureID;
    if (quantity === null || !(quantity > 0)) {
      leftOut();
      continue;
    }
    if (read.quantity2 !== null) notes.push(`Taken at its lower end: “${line}”.`);
    const measure = measureOf(unit, cups);
    const additionKey = ADDITION_WORDS.find(([words]) => words.test(what))?.[1];
    const nutKey = NUT_WORDS.find(([words]) => words.test(what))?.[1];
    const nut = nutKey === undefined ? undefined : findIngredient(nutKey, TABLE_ONLY);
    if (nut && !/butter|oil|extract|lecithin/.test(what)) {
      const form: NutForm = /flour|meal|ground/.test(what)
        ? 'ground'
        : /chopped|pieces/.test(what)
          ? 'chopped'
          : 'whole';
      const massG = nutMassG(nut, form, quantity, unit, cups);
      if (massG === null) leftOut();
      else nuts.push({ ingredient: nut.key, form, massG });
      continue;
    }
    const addition = additionKey === undefined ? undefined : findAddition(additionKey);
    if (addition) {
      const perMl = addition.gPerMl ?? 1;
      const each = addition.gEach;
      const massG =
        measure === null
          ? each === null
            ? null
            : quantity * each
          : 'g' in measure
            ? quantity * measure.g
            : quantity * measure.ml * perMl;
      if (massG === null) leftOut();
      else if (addition.key === 'coconut_water') coconutG += massG;
      else added.push({ addition: addition.key, massG });
      continue;
    }
    const isIce = /\bice\b/.test(what);
    if ((isIce || /water/.test(what)) && measure !== null && !/rinse|soak/.test(what)) {
      const massG = quantity * ('g' in measure ? measure.g : measure.ml * WATER_G_PER_ML);
      if (isIce) iceG += massG;
      else waterG += massG;
      continue;
    }
    leftOut();
  }
  const nutG = nuts.reduce((sum, nut) => sum + nut.massG, 0);
  if (nutG <= 0)
    return bad('recipeIngredient', 'No nut or seed with an amount is among the ingredient lines.');
  const liquidG = waterG + iceG + coconutG;
  if (liquidG <= 0) return bad('recipeIngredient', 'No water with an amount is among the ingredient lines.');
  const first = findIngredient(nuts[0]?.ingredient ?? '', TABLE_ONLY) ?? NUT_TABLE[0];
  if (!first) return bad('recipeIngredient', 'No nut or seed is known here.');
  const usualH = Math.min(12, Math.max(1, first.soakUsualH));
  const plain = plainRecipe(name, first.key, liquidG / nutG, usualH);
  const base: Recipe = {
    ...plain,
    nuts: nuts.map(({ ingredient, form, massG }) => ({ ingredient, form, share: massG })),
    amount: { by: 'nuts', massG: nutG },
    soak: first.soakUsualH === 0 ? { ...plain.soak, method: 'none' } : plain.soak,
    blend: { ...plain.blend, iceShare: iceG / liquidG },
    otherLiquid: coconutG > 0 ? { liquid: 'coconut_water', share: coconutG / (liquidG - iceG) } : null,
  };
  const prediction = predict(base);
  if (!prediction.ok) return bad('recipeIngredient', refusalMessage(prediction.refusal));
  const litres = prediction.value.milk.volumeMl / 1000;
  const recipe: Recipe = {
    ...base,
    additions: added.map(({ addition, massG }) => ({
      addition,
      when: findAddition(addition)?.when === 'before' ? 'before' : 'after',
      gPerL: massG / litres,
    })),
  };
  notes.push('Soak, machine and strainer are the plainest ones here: look them over.');
  const file = RecipeFileSchema.safeParse({ format: RECIPE_FORMAT, version: 1, recipe, ownIngredients: [] });
  if (!file.success) {
    const [issue] = file.error.issues;
    return bad(
      'recipeIngredient',
      `The lines do not come to a recipe: ${issue?.path.map(String).join('.') ?? ''} ${issue?.message ?? ''}`,
    );
  }
  return { ok: true, file: file.data, notes };
}
