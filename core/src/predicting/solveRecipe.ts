import { solidsG } from '../ingredients';
import type { KitchenModel } from '../kitchen';
import type { Recipe } from '../making';
import { MAX_LOADS } from '../making';
import { LIMITS, outOfRange } from '../measures';
import { findRoot, findRootNear } from '../numerics';
import type { Result } from '../results';
import { accepted, refused } from '../results';
import type { Body } from './body';
import { predict, simulateToAmount } from './predict';
import type { Prediction } from './prediction';
import type { ResolvedRecipe } from './resolveRecipe';
import { resolveRecipe } from './resolveRecipe';
import { simulate } from './simulate';

/** How thick the milk is to be. */
export type Thickness =
  { by: 'body'; body: Body } | { by: 'solids'; solidsPct: number } | { by: 'ratio'; waterPerNut: number };

/** What the cook wants, for which nuts and water are to be found. */
export type RecipeGoal =
  | { want: 'milk'; volumeMl: number; thickness: Thickness }
  | { want: 'most-milk'; nutG: number; thickness: Thickness }
  | { want: 'pulp'; massG: number };

export interface SolvedRecipe {
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
/** More rounds between ratio and nuts than it takes: each closes in by how little the amount changes the solids. */
const ROUNDS = 25;

/** A recipe that goes backwards: it holds a rupture, and not the seconds that lead to it. */
interface Held {
  recipe: Recipe;
  /** The cook set the seconds: what holds the rupture stands, however short, and is told in seconds again. */
  byHand: boolean;
  kitchen: KitchenModel;
}

function holdingRupture(recipe: Recipe, kitchen: KitchenModel): Result<Held> {
  if (recipe.blend.end.by === 'rupture' || recipe.blend.machine === 'cold-press') {
    return accepted({ recipe, byHand: false, kitchen });
  }
  const now = predict(recipe, kitchen);
  if (!now.ok) return now;
  const { min, max } = LIMITS.rupture;
  const rupture = Math.min(max, Math.max(min, now.value.blend.rupture));
  const end: Recipe['blend']['end'] = { by: 'rupture', rupture };
  return accepted({ recipe: { ...recipe, blend: { ...recipe.blend, end } }, byHand: true, kitchen });
}

function resolveHeld({ recipe, byHand, kitchen }: Held): Result<ResolvedRecipe> {
  const resolved = resolveRecipe(recipe, kitchen);
  return resolved.ok && byHand ? accepted({ ...resolved.value, leastS: 0 }) : resolved;
}

/** The recipe as found, with what it comes to. */
function answer(held: Held, change: Partial<Recipe>): Result<SolvedRecipe> {
  let recipe: Recipe = { ...held.recipe, ...change };
  if (held.byHand) {
    const resolved = resolveHeld({ ...held, recipe });
    if (!resolved.ok) return resolved;
    const run = simulateToAmount(resolved.value);
    if (!run.ok) return run;
    const { min, max } = LIMITS.seconds;
    const seconds = Math.min(max, Math.max(min, run.value.secondsPerLoad));
    recipe = { ...recipe, blend: { ...recipe.blend, end: { by: 'seconds', seconds } } };
  }
  const prediction = predict(recipe, held.kitchen);
  return prediction.ok ? accepted({ recipe, prediction: prediction.value }) : prediction;
}

/**
 * Finds the recipe that reaches the goal: grams of nuts and water for millilitres of milk of a body, the most milk
 * from the nuts at hand, or nuts for so much pulp. Refuses what is out of reach, with the reachable range.
 */
export function solveRecipe(recipe: Recipe, goal: RecipeGoal, kitchen: KitchenModel): Result<SolvedRecipe> {
  const holding = holdingRupture(recipe, kitchen);
  if (!holding.ok) return holding;
  const held = holding.value;
  if (goal.want === 'pulp') return forPulp(held, goal.massG);
  const floor = goal.want === 'most-milk';
  const amount: Recipe['amount'] = floor
    ? { by: 'nuts', massG: goal.nutG }
    : { by: 'milk', volumeMl: goal.volumeMl };
  const { thickness } = goal;
  if (thickness.by === 'ratio') return answer(held, { amount, waterPerNut: thickness.waterPerNut });
  const wantedPct =
    thickness.by === 'solids'
      ? thickness.solidsPct
      : floor
        ? BODY_FLOOR_PCT[thickness.body]
        : BODY_MIDDLE_PCT[thickness.body];
  const ratio = ratioForSolids({ ...held, recipe: { ...held.recipe, amount } }, wantedPct);
  return ratio.ok ? answer(held, { amount, waterPerNut: ratio.value }) : ratio;
}

/**
 * Grams of water per gram of nuts at which the milk has these solids, %. For each number of loads from one up the
 * ratio is found with the loads held, since a load's size has a part in how long and how fine it is blended; the first
 * that fits the machine is the answer.
 */
function ratioForSolids(held: Held, wantedPct: number): Result<number> {
  const { min, max } = LIMITS.waterPerNut;
  const resolved = resolveHeld(held);
  if (!resolved.ok) return resolved;
  const p = resolved.value;
  const { amount } = held.recipe;
  const made = (waterPerNut: number, nutG: number, loads: number) =>
    simulate({ ...p, recipe: { ...held.recipe, waterPerNut } }, nutG, loads);
  const solidsAt = (waterPerNut: number, nutG: number, loads: number): number => {
    const { strained } = made(waterPerNut, nutG, loads);
    return strained.milkG > 0 ? (100 * solidsG(strained.milk)) / strained.milkG : Infinity;
  };
  const startG = amount.by === 'nuts' ? amount.massG : USUAL_NUT_G;
  let thickest: number = min;
  if (!Number.isFinite(solidsAt(min, startG, 1))) {
    // Below some ratio the pulp keeps all of it: the reachable end is where milk begins.
    let none: number = min;
    let some: number = max;
    while (some - none > 1e-3) {
      const mid = (none + some) / 2;
      if (Number.isFinite(solidsAt(mid, startG, 1))) some = mid;
      else none = mid;
    }
    thickest = some;
  }
  const leastPct = solidsAt(max, startG, 1);
  const mostPct = solidsAt(thickest, startG, 1);
  if (!(wantedPct >= leastPct && wantedPct <= mostPct)) {
    return refused('solids-out-of-reach', ['thickness'], { wantedPct, leastPct, mostPct });
  }
  const ratioAt = (nutG: number, loads: number, guess?: number): number => {
    const above = (ratio: number): number => wantedPct - solidsAt(ratio, nutG, loads);
    return guess === undefined ? findRoot(above, thickest, max) : findRootNear(above, guess, thickest, max);
  };
  /** Milk is nearly in proportion to the nuts. */
  const nutsAt = (ratio: number, volumeMl: number, loads: number, from: number): number => {
    const milkMl = (nutG: number): number => made(ratio, nutG, loads).milkMl;
    const guess = (from * volumeMl) / milkMl(from);
    return findRootNear((nutG) => milkMl(nutG) - volumeMl, guess, 0.01, LIMITS.nutG.max);
  };
  let ratio = thickest;
  for (let loads = 1; loads <= MAX_LOADS;) {
    let nutG = startG;
    ratio = ratioAt(nutG, loads);
    for (let round = 0; amount.by === 'milk' && round < ROUNDS; round++) {
      nutG = nutsAt(ratio, amount.volumeMl, loads, nutG);
      if (Math.abs(solidsAt(ratio, nutG, loads) - wantedPct) < 1e-8) break;
      ratio = ratioAt(nutG, loads, ratio);
    }
    const loaded = made(ratio, nutG, loads).load.volumeMl / p.machine.fillLineMl;
    if (loaded <= 1 + 1e-9) break;
    loads = Math.max(loads + 1, Math.ceil(loaded * loads - 1e-9));
  }
  // Where no number of loads fits, it is refused with that reason when it is computed.
  return accepted(ratio);
}

/** Nuts for so much pulp, at the ratio the recipe has. */
function forPulp(held: Held, wantedG: number): Result<SolvedRecipe> {
  if (outOfRange(wantedG, LIMITS.pulpG)) {
    return refused('amount-out-of-range', ['massG'], { ...LIMITS.pulpG });
  }
  const { min, max } = LIMITS.nutG;
  const resolved = resolveHeld({ ...held, recipe: { ...held.recipe, amount: { by: 'nuts', massG: min } } });
  if (!resolved.ok) return resolved;
  const at = (nutG: number) => simulate(resolved.value, nutG);
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
  const massG = findRoot((nutG) => at(nutG).strained.pulpG - wantedG, min, most);
  // So little that the tools keep all the milk is refused there, with that reason.
  return answer(held, { amount: { by: 'nuts', massG } });
}
