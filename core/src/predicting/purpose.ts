import type { KitchenModel } from '../kitchen';
import type { Purpose, Recipe, Strainer } from '../making';
import { sweeteningOf, withSweetness } from '../making';
import type { Result } from '../results';
import { accepted } from '../results';
import type { Body } from './body';
import { solveRecipe } from './solveRecipe';

/** What a use of the milk asks of it. */
export interface PurposeSetting {
  body: Body;
  strainer: Strainer;
  /** How much of the nuts is broken up, 0 to 1. */
  rupture: number;
  /** Sugar-equivalent, g per litre. */
  sugarGPerL: number;
}

/**
 * What each use asks for, a judgement of what cooks do: grit is felt in a cup and not in a bowl or a dough, coffee thins
 * a milk, a sauce is to coat a spoon, and only what is drunk plain is sweetened by itself.
 */
export const PURPOSE_SETTINGS: Readonly<Record<Purpose, PurposeSetting>> = {
  drinking: { body: 'everyday', strainer: 'fine-bag', rupture: 0.85, sugarGPerL: 15 },
  coffee: { body: 'full', strainer: 'fine-bag', rupture: 0.9, sugarGPerL: 0 },
  porridge: { body: 'everyday', strainer: 'fine-sieve', rupture: 0.8, sugarGPerL: 0 },
  smoothies: { body: 'light', strainer: 'fine-sieve', rupture: 0.8, sugarGPerL: 0 },
  baking: { body: 'everyday', strainer: 'fine-sieve', rupture: 0.85, sugarGPerL: 0 },
  sauces: { body: 'cream', strainer: 'fine-bag', rupture: 0.9, sugarGPerL: 0 },
};

/** What sweetens a milk that had no sweetener. */
const USUAL_SWEETENER = 'maple_syrup';

/**
 * The recipe set up for a use: its body, strainer, grit and sweetness. Wanted milk, or nuts at hand, stay; a press keeps
 * straining by itself, and a glass stays unstrained. Refused where no such milk can be made of these nuts; nothing is changed then.
 */
export function withPurpose(recipe: Recipe, purpose: Purpose, kitchen: KitchenModel): Result<Recipe> {
  const { body, strainer, rupture, sugarGPerL } = PURPOSE_SETTINGS[purpose];
  // A press strains by itself, and what is drunk as it is blended is not strained at all.
  const asItIs = recipe.blend.machine === 'cold-press' || recipe.intoGlass === true;
  const same = recipe.strain.strainer === strainer;
  const strain: Recipe['strain'] =
    asItIs || same ? recipe.strain : { ...recipe.strain, strainer, strainerName: null, second: null };
  const sweetener = sweeteningOf(recipe, kitchen.pantry).key ?? USUAL_SWEETENER;
  const set = withSweetness(
    { ...recipe, purpose, strain, blend: { ...recipe.blend, end: { by: 'rupture', rupture } } },
    sweetener,
    sugarGPerL,
    kitchen.pantry,
  );
  const { amount } = set;
  // With all of the nuts in it nothing is as thin as a strained milk can be.
  const thickness = {
    by: 'body',
    body: recipe.intoGlass === true && body === 'light' ? 'everyday' : body,
  } as const;
  const solved = solveRecipe(
    set,
    amount.by === 'milk'
      ? { want: 'milk', volumeMl: amount.volumeMl, thickness }
      : { want: 'most-milk', nutG: amount.massG, thickness },
    kitchen,
  );
  if (!solved.ok) return solved;
  const { recipe: found } = solved.value;
  return accepted({ ...set, amount: found.amount, waterPerNut: found.waterPerNut, blend: found.blend });
}
