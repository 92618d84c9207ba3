import type { Addition, Composition, Pantry } from '../ingredients';
import { compositionOf, findAddition, isSalt } from '../ingredients';
import { LIMITS } from '../measures';
import type { AdditionDose, Recipe } from './recipe';

/** Part of the liquid that another liquid takes where it is first put in. */
export const FIRST_LIQUID_SHARE = 0.5;
/** Sweetness levels offered, g of sugar-equivalent per litre: none, a little, sweet, very sweet. */
export const SWEETNESS_G_PER_L = [0, 15, 30, 45] as const;
/** Usual salt, g per litre. */
export const SALT_G_PER_L = { min: 0.3, max: 1 } as const;
/** A dose above so many times its cap is refused. */
export const MOST_CAPS = 3;

/** What passes the strainer of an addition blended in: sugars, ash, and the other solids. */
const PASS = { sugars: 0.97, ash: 0.75, other: 0.3 } as const;

/** Grams of sugar that taste as sweet as 1 g of this; sweeteners without sugars count by their own strength. */
export function sugarEquivalentPerG(addition: Addition): number {
  if (addition.kind === 'sweetener' && addition.sugarsPct === 0) return addition.relativeSweetness;
  return (addition.sugarsPct / 100) * addition.relativeSweetness;
}

/** Dose in g per litre of a sweetener for a sweetness in g of sugar-equivalent per litre; 0 for what is not sweet. */
export function doseForSweetness(addition: Addition, sugarGPerL: number): number {
  const perG = sugarEquivalentPerG(addition);
  return perG > 0 ? sugarGPerL / perG : 0;
}

/** Sweetness of all additions together, g of sugar-equivalent per litre. */
export function sweetnessGPerL(doses: readonly AdditionDose[], pantry: Pantry): number {
  let sum = 0;
  for (const { addition, gPerL } of doses) {
    const found = findAddition(addition, pantry);
    if (found) sum += sugarEquivalentPerG(found) * gPerL;
  }
  return sum;
}

/** The most that may be entered of an addition, g per litre: far above its cap it is refused. */
export function mostGPerL({ capGPerL }: Addition): number {
  return Math.min(LIMITS.gPerL.max, MOST_CAPS * (capGPerL ?? Infinity));
}

/** What is wrong with `massG` of an addition in so much milk; null where it can be. Amounts to say are in g per litre. */
export function doseTrouble(
  addition: Addition,
  massG: number,
  milkMl: number,
): { why: 'nothing' } | { why: 'too-little' | 'too-much'; gPerL: number } | null {
  if (!(massG > 0)) return { why: 'nothing' };
  const gPerL = (1000 * massG) / milkMl;
  const most = mostGPerL(addition);
  // One piece more or less of what was rounded is no matter.
  if (gPerL > most * (1 + 1e-6)) return { why: 'too-much', gPerL: most };
  return gPerL < LIMITS.gPerL.min ? { why: 'too-little', gPerL: LIMITS.gPerL.min } : null;
}

/** First doses offered, g per litre, each on the safe side of usual; estimates. Sweeteners begin at a little sweet. */
const FIRST_G_PER_L: Readonly<Record<string, number>> = {
  salt: 0.5,
  baking_soda: 0.3,
  nutmeg: 0.3,
  banana: 150,
  strawberry: 150,
  cocoa_powder: 20,
  carob_flour: 20,
};
const FIRST_BODY_G_PER_L = 10;
const FIRST_OTHER_G_PER_L = 2;

/** An addition as it is first put in: so much, blended in or stirred in after, as is usual for it. */
export function firstDose(addition: Addition): AdditionDose {
  const usual = isSalt(addition)
    ? (FIRST_G_PER_L['salt'] ?? FIRST_OTHER_G_PER_L)
    : addition.kind === 'body'
      ? FIRST_BODY_G_PER_L
      : Math.min(FIRST_OTHER_G_PER_L, addition.capGPerL ?? Infinity);
  const gPerL =
    addition.kind === 'sweetener'
      ? doseForSweetness(addition, SWEETNESS_G_PER_L[1])
      : (FIRST_G_PER_L[addition.key] ?? usual);
  return { addition: addition.key, when: addition.when === 'before' ? 'before' : 'after', gPerL };
}

/** What is offered first of an addition by hand, g for so much milk: one of what is counted, else as is usual. */
export function firstDoseG(addition: Addition, milkMl: number): number {
  return addition.gEach ?? (firstDose(addition).gPerL * milkMl) / 1000;
}

/** What is offered when so much (g) of it is in and a little more is wanted: one more, or a quarter of it. */
export function moreDoseG({ gEach }: Addition, dosedG: number): number {
  return gEach ?? dosedG / 4;
}

function isSweetener({ addition }: AdditionDose, pantry: Pantry): boolean {
  return findAddition(addition, pantry)?.kind === 'sweetener';
}

/** What a recipe is sweetened with, and how sweet that makes it, g of sugar-equivalent per litre. */
export function sweeteningOf(
  { additions }: Pick<Recipe, 'additions'>,
  pantry: Pantry,
): { key: string | null; sugarGPerL: number } {
  const doses = additions.filter((dose) => isSweetener(dose, pantry));
  return { key: doses[0]?.addition ?? null, sugarGPerL: sweetnessGPerL(doses, pantry) };
}

/** The recipe as sweet as asked, g of sugar-equivalent per litre, by one sweetener in place of all it had. */
export function withSweetness(recipe: Recipe, key: string, sugarGPerL: number, pantry: Pantry): Recipe {
  const addition = findAddition(key, pantry);
  if (!addition) return recipe;
  const others = recipe.additions.filter((dose) => !isSweetener(dose, pantry));
  const dose = { ...firstDose(addition), gPerL: doseForSweetness(addition, sugarGPerL) };
  return { ...recipe, additions: sugarGPerL > 0 ? [...others, dose] : others };
}

/** Fruit, dates or coconut water shorten the keeping time. */
export function shortensKeeping(recipe: Recipe, pantry: Pantry): boolean {
  const keys = recipe.additions.map((dose) => dose.addition);
  if (recipe.otherLiquid) keys.push(recipe.otherLiquid.liquid);
  return keys.some((key) => findAddition(key, pantry)?.shortensKeeping === true);
}

/** All of one addition in a recipe, g per litre of milk, blended in and stirred in together. */
export function dosedGPerL(recipe: Pick<Recipe, 'additions'>, key: string): number {
  return recipe.additions.reduce((sum, dose) => (dose.addition === key ? sum + dose.gPerL : sum), 0);
}

/** Grams of an addition for `volumeMl` of strained milk really obtained. */
export function doseG(dose: AdditionDose, volumeMl: number): number {
  return (dose.gPerL * volumeMl) / 1000;
}

/** Carbohydrate in an addition that is neither fibre nor sugars; the rest by difference may be alcohol. */
function otherCarbPct(addition: Addition): number {
  return Math.max(0, addition.carbPct - addition.fibrePct - addition.sugarsPct);
}

/** Energy of alcohol, kcal/g; an addition's table energy holds it already. */
const ALCOHOL_KCAL = 6.93;

/** What a share of an addition brings into the milk, in grams, kcal and mg. */
export interface Brought {
  proteinG: number;
  fatG: number;
  carbG: number;
  sugarsG: number;
  fibreG: number;
  kcal: number;
  sodiumMg: number;
}

export interface AddedPart {
  /** Solids that pass and solids that stay, g; all its water passes. */
  passes: Composition;
  stays: Composition;
  brought: Brought;
}

/**
 * Parts `massG` of an addition at the strainer. Liquids and salts pass whole, and so does all of it when nothing is
 * strained off or when it is stirred in afterwards. Alcohol counts with the water and passes, with its energy.
 */
export function partAddition(addition: Addition, massG: number, whole: boolean): AddedPart {
  const table = compositionOf(addition, massG);
  const alcoholG = Math.min(table.otherG, (addition.alcoholPct * massG) / 100);
  const all = { ...table, waterG: table.waterG + alcoholG, otherG: table.otherG - alcoholG };
  const dissolves = addition.kind === 'liquid' || addition.kind === 'seasoning';
  const pass = whole || dissolves ? { sugars: 1, ash: 1, other: 1 } : PASS;
  const passes: Composition = {
    waterG: all.waterG,
    proteinG: all.proteinG * pass.other,
    fatG: all.fatG * pass.other,
    fibreG: all.fibreG * pass.other,
    sugarsG: all.sugarsG * pass.sugars,
    otherG: all.otherG * pass.other,
    ashG: all.ashG * pass.ash,
  };
  const stays: Composition = {
    waterG: 0,
    proteinG: all.proteinG - passes.proteinG,
    fatG: all.fatG - passes.fatG,
    fibreG: all.fibreG - passes.fibreG,
    sugarsG: all.sugarsG - passes.sugarsG,
    otherG: all.otherG - passes.otherG,
    ashG: all.ashG - passes.ashG,
  };
  const solids = massG - all.waterG;
  const staying = stays.proteinG + stays.fatG + stays.fibreG + stays.sugarsG + stays.otherG + stays.ashG;
  const passing = solids > 0 ? 1 - staying / solids : 1;
  const perG = massG / 100;
  const kcal = addition.kcalPer100G * perG;
  const alcoholKcal = Math.min(kcal, ALCOHOL_KCAL * alcoholG);
  return {
    passes,
    stays,
    brought: {
      proteinG: passes.proteinG,
      fatG: passes.fatG,
      carbG: passes.fibreG + passes.sugarsG + otherCarbPct(addition) * perG * pass.other,
      sugarsG: passes.sugarsG,
      fibreG: passes.fibreG,
      kcal: alcoholKcal + (kcal - alcoholKcal) * passing,
      sodiumMg: addition.sodiumMgPer100G * perG * pass.ash,
    },
  };
}
