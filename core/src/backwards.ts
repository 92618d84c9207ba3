import { MAX_LOADS } from './blend';
import type { Body } from './body';
import type { Ingredient } from './ingredient';
import { LIMITS, outOfRange } from './limits';
import { solidsG } from './composition';
import { settle } from './forward';
import { predict, runPrepared } from './predict';
import { prepare } from './prepare';
import type { Prediction } from './prediction';
import type { Recipe, Surroundings } from './recipe';
import type { Result } from './refusal';
import { accepted, refused } from './refusal';
import { risingRoot } from './root';

/** How thick the milk is to be. */
export type Thickness =
  { by: 'body'; body: Body } | { by: 'solids'; solidsPct: number } | { by: 'ratio'; waterPerNut: number };

/** What the cook wants, for which nuts and water are to be found. */
export type Goal =
  | { want: 'milk'; volumeMl: number; thickness: Thickness }
  | { want: 'most-milk'; nutG: number; thickness: Thickness }
  | { want: 'pulp'; massG: number };

export interface Answer {
  recipe: Recipe;
  prediction: Prediction;
}

/** Solids aimed at for a body, the middle of its range, % by mass. */
export const BODY_MIDDLE_PCT: Readonly<Record<Body, number>> = {
  light: 3.2,
  everyday: 5.25,
  full: 8.25,
  cream: 12,
};
/** Thinnest milk that still has the body, %; light milk has no floor of its own, and below this it is mostly water. */
const BODY_FLOOR_PCT: Readonly<Record<Body, number>> = {
  light: 2.5,
  everyday: 4,
  full: 6.5,
  cream: 10.01,
};

/** Nuts to look at the solids with while their amount is not known yet, g. */
const USUAL_NUT_G = 150;

/** The recipe blended to the rupture that its own end comes to, since going backwards holds that and not seconds. */
function holdingRupture(recipe: Recipe, around: Surroundings, own: readonly Ingredient[]): Result<Recipe> {
  if (recipe.blend.end.by === 'rupture' || recipe.blend.machine === 'cold-press') return accepted(recipe);
  const now = predict(recipe, around, own);
  if (!now.ok) return now;
  const { min, max } = LIMITS.rupture;
  const rupture = Math.min(max, Math.max(min, now.value.blend.rupture));
  return accepted({ ...recipe, blend: { ...recipe.blend, end: { by: 'rupture', rupture } } });
}

/**
 * Finds the recipe that reaches the goal: grams of nuts and water for millilitres of milk of a body, the most milk
 * from the nuts at hand, or nuts for so much pulp. Refuses what is out of reach, with the reachable range.
 */
export function backwards(
  recipe: Recipe,
  goal: Goal,
  around: Surroundings,
  own: readonly Ingredient[] = [],
): Result<Answer> {
  const held = holdingRupture(recipe, around, own);
  if (!held.ok) return held;
  const base = held.value;
  const answer = (found: Recipe): Result<Answer> => {
    const prediction = predict(found, around, own);
    return prediction.ok ? accepted({ recipe: found, prediction: prediction.value }) : prediction;
  };
  if (goal.want === 'pulp') return forPulp(base, goal.massG, around, own);
  const floor = goal.want === 'most-milk';
  const amount: Recipe['amount'] = floor
    ? { by: 'nuts', massG: goal.nutG }
    : { by: 'milk', volumeMl: goal.volumeMl };
  const { thickness } = goal;
  if (thickness.by === 'ratio') return answer({ ...base, amount, waterPerNut: thickness.waterPerNut });
  const wantedPct =
    thickness.by === 'solids'
      ? thickness.solidsPct
      : floor
        ? BODY_FLOOR_PCT[thickness.body]
        : BODY_MIDDLE_PCT[thickness.body];
  const ratio = ratioForSolids({ ...base, amount }, wantedPct, around, own);
  return ratio.ok ? answer({ ...base, amount, waterPerNut: ratio.value }) : ratio;
}

/** Grams of water per gram of nuts at which the milk has these solids, %. */
function ratioForSolids(
  recipe: Recipe,
  wantedPct: number,
  around: Surroundings,
  own: readonly Ingredient[],
): Result<number> {
  const { min, max } = LIMITS.waterPerNut;
  const prepared = prepare(recipe, around, own);
  if (!prepared.ok) return prepared;
  const p = prepared.value;
  // Solids hang on the ratio, and on the amount only through additions dosed by the litre; never on the loads.
  const solidsAt = (waterPerNut: number, nutG: number): number => {
    const { strained } = settle({ ...p, recipe: { ...recipe, waterPerNut } }, nutG, 1);
    return strained.milkG > 0 ? (100 * solidsG(strained.milk)) / strained.milkG : Infinity;
  };
  let nutG = recipe.amount.by === 'nuts' ? recipe.amount.massG : USUAL_NUT_G;
  let thickest: number = min;
  if (!Number.isFinite(solidsAt(min, nutG))) {
    // Below some ratio the pulp keeps all of it: the reachable end is where milk begins.
    let none: number = min;
    let some: number = max;
    while (some - none > 1e-3) {
      const mid = (none + some) / 2;
      if (Number.isFinite(solidsAt(mid, nutG))) some = mid;
      else none = mid;
    }
    thickest = some;
  }
  const leastPct = solidsAt(max, nutG);
  const mostPct = solidsAt(thickest, nutG);
  if (!(wantedPct >= leastPct && wantedPct <= mostPct)) {
    return refused('solids-out-of-reach', ['thickness'], { wantedPct, leastPct, mostPct });
  }
  const ratioAt = (massG: number): number =>
    risingRoot((ratio) => wantedPct - solidsAt(ratio, massG), thickest, max);
  let ratio = ratioAt(nutG);
  if (recipe.amount.by === 'milk' && recipe.additions.some((dose) => dose.when === 'before')) {
    for (let round = 0; round < 3; round++) {
      const whole = runPrepared({ ...p, recipe: { ...recipe, waterPerNut: ratio } });
      if (!whole.ok) return whole;
      nutG = whole.value.run.nutG;
      if (Math.abs(solidsAt(ratio, nutG) - wantedPct) < 1e-6) break;
      ratio = ratioAt(nutG);
    }
  }
  return accepted(ratio);
}

/** Nuts for so much pulp, at the ratio the recipe has. */
function forPulp(
  recipe: Recipe,
  wantedG: number,
  around: Surroundings,
  own: readonly Ingredient[],
): Result<Answer> {
  if (outOfRange(wantedG, LIMITS.pulpG)) {
    return refused('amount-out-of-range', ['massG'], { ...LIMITS.pulpG });
  }
  const { min, max } = LIMITS.nutG;
  const prepared = prepare({ ...recipe, amount: { by: 'nuts', massG: min } }, around, own);
  if (!prepared.ok) return prepared;
  const at = (nutG: number) => settle(prepared.value, nutG);
  // Unstrained, all of it is milk.
  const leastG = at(min).strained.pulpG;
  if (leastG <= 0) return refused('pulp-out-of-reach', ['massG'], { wantedG, mostG: 0 });
  if (wantedG < leastG) return refused('pulp-out-of-reach', ['massG'], { wantedG, leastG });
  let most: number = max;
  if (at(max).load.loads > MAX_LOADS) {
    let fits: number = min;
    for (let i = 0; i < 40; i++) {
      const mid = (fits + most) / 2;
      if (at(mid).load.loads <= MAX_LOADS) fits = mid;
      else most = mid;
    }
    most = fits;
  }
  const mostG = at(most).strained.pulpG;
  if (wantedG > mostG) return refused('pulp-out-of-reach', ['massG'], { wantedG, mostG });
  const massG = risingRoot((nutG) => at(nutG).strained.pulpG - wantedG, min, most);
  const found: Recipe = { ...recipe, amount: { by: 'nuts', massG } };
  // So little that the tools keep all the milk is refused here, with that reason.
  const prediction = predict(found, around, own);
  return prediction.ok ? accepted({ recipe: found, prediction: prediction.value }) : prediction;
}
