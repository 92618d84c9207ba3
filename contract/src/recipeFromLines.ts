import type { CupSystem, Ingredient, NutForm, Recipe } from '@humble-churn/core';
import {
  CUP_ML,
  OUNCE_G,
  PINCH_ML,
  POUND_G,
  SPOON_ML,
  TABLE_ONLY,
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
} from '@humble-churn/core';
import type { Ingredient as IngredientLine } from 'parse-ingredient';
import { parseIngredient } from 'parse-ingredient';
import { refusalMessage } from './messages';
import type { RecipeFile } from './recipe';
import { RECIPE_FORMAT, RecipeFileSchema } from './recipe';

export type RecipeReading =
  | { ok: true; file: RecipeFile; notes: readonly string[] }
  | { ok: false; problems: readonly { path: string; message: string }[] };

export function bad(path: string, message: string): Extract<RecipeReading, { ok: false }> {
  return { ok: false, problems: [{ path, message }] };
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

/** Grams or millilitres of a unit; null for a count. */
export function measureOf(unit: string | null, cups: CupSystem): { g: number } | { ml: number } | null {
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

/** What ingredient lines come to. */
interface Gathered {
  nuts: { ingredient: string; form: NutForm; massG: number }[];
  added: { addition: string; massG: number }[];
  waterG: number;
  iceG: number;
  coconutG: number;
  notes: string[];
}

/** One line as it was read: so much of something. */
interface Amount {
  quantity: number;
  unit: string | null;
  /** In small letters, with a space behind. */
  what: string;
  cups: CupSystem;
}

function formOf(what: string): NutForm {
  if (/flour|meal|ground/.test(what)) return 'ground';
  return /chopped|pieces/.test(what) ? 'chopped' : 'whole';
}

/** Grams of an addition by weight, volume or piece; null where it is not counted that way. */
function additionMassG(key: string, { quantity, unit, cups }: Amount): number | null {
  const addition = findAddition(key, TABLE_ONLY);
  if (!addition) return null;
  const measure = measureOf(unit, cups);
  if (measure === null) return addition.gEach === null ? null : quantity * addition.gEach;
  return 'g' in measure ? quantity * measure.g : quantity * measure.ml * (addition.gPerMl ?? 1);
}

/** Adds a line to what was gathered; false where it is not understood. */
function gather(amount: Amount, sum: Gathered): boolean {
  const { what, quantity, unit, cups } = amount;
  const nutKey = NUT_WORDS.find(([words]) => words.test(what))?.[1];
  const nut = nutKey === undefined ? undefined : findIngredient(nutKey, TABLE_ONLY);
  if (nut && !/butter|oil|extract|lecithin/.test(what)) {
    const form = formOf(what);
    const massG = nutMassG(nut, form, quantity, unit, cups);
    if (massG !== null) sum.nuts.push({ ingredient: nut.key, form, massG });
    return massG !== null;
  }
  const addition = ADDITION_WORDS.find(([words]) => words.test(what))?.[1];
  if (addition !== undefined && findAddition(addition, TABLE_ONLY)) {
    const massG = additionMassG(addition, amount);
    if (massG === null) return false;
    if (addition === 'coconut_water') sum.coconutG += massG;
    else sum.added.push({ addition, massG });
    return true;
  }
  const measure = measureOf(unit, cups);
  const isIce = /\bice\b/.test(what);
  if (!(isIce || /water/.test(what)) || measure === null || /rinse|soak/.test(what)) return false;
  const massG = quantity * ('g' in measure ? measure.g : measure.ml * WATER_G_PER_ML);
  if (isIce) sum.iceG += massG;
  else sum.waterG += massG;
  return true;
}

/** A line as the parser reads it; null for a heading. */
export function parsed(line: string): IngredientLine | null {
  // A comma within a number is a decimal comma there; otherwise 1,5 dl would be read as fifteen.
  const comma = /^\D{0,3}\d+,\d{1,2}(\D|$)/.test(line);
  const [read] = parseIngredient(line.replace(/litre/g, 'liter'), { decimalSeparator: comma ? ',' : '.' });
  return !read || read.isGroupHeader ? null : read;
}

/** What all lines come to, or why one of them is refused. */
function gathered(
  lines: readonly string[],
  cups: CupSystem,
): Gathered | Extract<RecipeReading, { ok: false }> {
  const sum: Gathered = { nuts: [], added: [], waterG: 0, iceG: 0, coconutG: 0, notes: [] };
  for (const [i, raw] of lines.entries()) {
    const line = raw.trim();
    const read = parsed(line);
    if (!read) continue;
    const what = `${read.description.toLowerCase()} `;
    const why = poisonousName(what);
    if (why) {
      const { refusal } = refused('name-poisonous', [], { name: read.description, why });
      return bad(`recipeIngredient.${i}`, refusalMessage(refusal));
    }
    const pinch = read.quantity === null && (read.unitOfMeasureID === 'pinch' || /pinch/.test(what));
    const quantity = pinch ? 1 : read.quantity;
    const unit = pinch ? 'pinch' : read.unitOfMeasureID;
    const counts = quantity !== null && quantity > 0;
    if (counts && read.quantity2 !== null) sum.notes.push(`Taken at its lower end: “${line}”.`);
    if (!counts || !gather({ quantity, unit, what, cups }, sum)) {
      sum.notes.push(`Left out, not understood: “${line}”.`);
    }
  }
  return sum;
}

/** A recipe from ingredient lines, in this kitchen's plainest way of making it. */
export function fromLines(name: string, lines: readonly string[], cups: CupSystem): RecipeReading {
  const sum = gathered(lines, cups);
  if ('ok' in sum) return sum;
  const { nuts, added, iceG, coconutG, notes } = sum;
  const nutG = nuts.reduce((all, nut) => all + nut.massG, 0);
  const first = findIngredient(nuts[0]?.ingredient ?? '', TABLE_ONLY);
  if (nutG <= 0 || !first) {
    return bad('recipeIngredient', 'No nut or seed with an amount is among the ingredient lines.');
  }
  const liquidG = sum.waterG + iceG + coconutG;
  if (liquidG <= 0) return bad('recipeIngredient', 'No water with an amount is among the ingredient lines.');
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
      when: findAddition(addition, TABLE_ONLY)?.when === 'before' ? 'before' : 'after',
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
