import type { Addition, AllergenFacts, Pantry } from '../ingredients';
import { findAddition } from '../ingredients';
import type { Prices } from '../kitchen';
import type { Drink, DrinkPart, HandDose } from '../making';
import { mixedDrink, tempInDrinkC } from '../making';
import type { Nutrition, PlannedPrediction } from '../predicting';
import { costOfParts, nutritionOf } from '../predicting';
import type { BatchState, JarState } from './batchState';
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
  /** As mixed, before it is warmed or stands, °C, and the ice left in it, g. */
  tempC: number;
  iceLeftG: number;
}

/** What a drink is made in: the kitchen's ingredients and prices, and how warm milk and kitchen are, °C. */
export interface DrinkKitchen {
  pantry: Pantry;
  prices: Prices;
  milkTempC: number;
  roomTempC: number;
}

/** A drink from a jar, served in one way. `prediction` is the batch as it is expected by now. */
export function drinkFigures(
  state: BatchState,
  prediction: PlannedPrediction,
  jar: JarState,
  { milkMl, doses, serving }: Pick<Drink, 'milkMl' | 'doses' | 'serving'>,
  { pantry, prices, milkTempC, roomTempC }: DrinkKitchen,
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
  const milk = prediction.finish ?? prediction.milk;
  const inIt = (dose: HandDose, tempC: (addition: Addition) => number): DrinkPart[] => {
    const addition = findAddition(dose.addition, all);
    return addition ? [{ massG: dose.massG, waterPct: addition.waterPct, tempC: tempC(addition) }] : [];
  };
  const mixed = mixedDrink([
    { massG: (baseMl * milk.massG) / milk.volumeMl, waterPct: 100 - milk.solidsPct, tempC: milkTempC },
    ...fromJar.flatMap((dose) => inIt(dose, () => milkTempC)),
    ...doses.flatMap((dose) => inIt(dose, (addition) => tempInDrinkC(addition, serving, roomTempC))),
  ]);
  return {
    volumeMl,
    allergens: jarAllergens(state, { doses: together }, all),
    nutrition:
      prediction.nutrition &&
      nutritionOf(nutritionWith(prediction.nutrition, baseMl, together, all), volumeMl / 100),
    cost: unpriced === parts.length ? null : cost,
    partlyPriced: unpriced > 0,
    ...mixed,
  };
}
