import type { AllergenFacts, Pantry } from '../ingredients';
import type { Prices } from '../kitchen';
import type { Drink, HandDose } from '../making';
import { DRINKS } from '../making';
import type { Nutrition, PlannedPrediction } from '../predicting';
import { costOfParts, nutritionOf } from '../predicting';
import type { BatchEvent, BatchState, JarState } from './batchState';
import { batchSummary } from './batchSummary';
import { finishedMilkMl } from './bottling';
import { dosesTogether, jarAllergens, nutritionWith } from './jars';

/** What a drink from a jar comes to; estimates. */
export interface DrinkFigures {
  volumeMl: number;
  allergens: AllergenFacts;
  /** Of the whole drink; null for a batch of a release that kept none. */
  nutrition: Nutrition | null;
  /** What is priced of it, at today's prices; null where nothing of it has a price. */
  cost: number | null;
  /** Whether something of it has no price. */
  partlyPriced: boolean;
}

/**
 * A drink of `milkMl` from a jar with `doses` in it. `prediction` is the batch as it is expected by now; `pantry` and
 * `prices` are the kitchen's.
 */
export function drinkFigures(
  state: BatchState,
  prediction: PlannedPrediction,
  jar: JarState,
  milkMl: number,
  doses: readonly HandDose[],
  { pantry, prices }: { pantry: Pantry; prices: Prices },
): DrinkFigures {
  const all: Pantry = { own: [...state.ingredients, ...pantry.own] };
  const share = milkMl / jar.filledMl;
  const fromJar = jar.doses.map((dose) => ({ ...dose, massG: dose.massG * share }));
  const baseMl = jar.milkMl * share;
  const together = [...fromJar, ...doses];
  const volumeMl = baseMl + dosesTogether(together, all).volumeMl;
  const batchMl = finishedMilkMl(state, prediction);
  // Jars with doses of their own are priced by themselves: here only what all of the batch shares.
  const shared = batchSummary({ ...state, jars: [] }).parts;
  const parts = [
    ...shared.map(({ key, massG }) => ({ key, massG: batchMl > 0 ? (massG * baseMl) / batchMl : 0 })),
    ...together.map(({ addition, massG }) => ({ key: addition, massG })),
  ].filter(({ key }) => key !== 'water' && key !== 'ice');
  const { cost, unpriced } = costOfParts(parts, prices);
  return {
    volumeMl,
    allergens: jarAllergens(state, { doses: together }, all),
    nutrition:
      prediction.nutrition &&
      nutritionOf(nutritionWith(prediction.nutrition, baseMl, together, all), volumeMl / 100),
    cost: unpriced === parts.length ? null : cost,
    partlyPriced: unpriced > 0,
  };
}

/** Drinks of the cook's own that were made before, each as it was made last, the latest first. */
export function ownDrinks(logs: readonly (readonly BatchEvent[])[]): Drink[] {
  const ours = new Set(DRINKS.map(({ name }) => name));
  const made = logs
    .flat()
    .filter((event) => event.type === 'drink-made')
    .sort((a, b) => b.atMs - a.atMs);
  const found = new Map<string, Drink>();
  for (const { name, volumeMl, doses, serving } of made) {
    if (ours.has(name) || found.has(name)) continue;
    found.set(name, { key: `own ${name}`, name, milkMl: volumeMl, doses, serving });
  }
  return [...found.values()];
}
