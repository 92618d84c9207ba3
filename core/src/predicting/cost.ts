import type { Prices } from '../kitchen';
import { DRYING_KWH_PER_KG, driedTargetG } from '../pulp';
import type { Prediction } from './prediction';

/** A sum for the batch, a litre and a glass. */
export interface ForAmounts {
  batch: number;
  perL: number;
  perGlass: number;
}

export interface Cost {
  /** What is priced of the batch. */
  batch: number;
  parts: readonly { key: string; name: string; massG: number; cost: number }[];
  /** Names of what goes in without a known price. */
  unpriced: readonly string[];
  perL: number;
  perGlass: number;
  /** The same milk from the shop, and what is saved by making it (below zero: paid on top); null without its price. */
  shop: { of: ForAmounts; saved: ForAmounts } | null;
  /** The pulp dried to meal: its worth, the energy to dry it, and what is left; null where a price is missing. */
  pulp: { mealG: number; worth: number; drying: number; net: number } | null;
}

/** What so many grams of something cost; null without its price. */
function priceOf(key: string, massG: number, { packs }: Prices): number | null {
  const pack = packs.find((one) => one.key === key);
  return pack ? (massG * pack.price) / pack.packG : null;
}

/** What these masses cost together at these prices, and how many of them have no price. */
export function costOfParts(
  parts: readonly { key: string; massG: number }[],
  prices: Prices,
): { cost: number; unpriced: number } {
  const costs = parts.map(({ key, massG }) => priceOf(key, massG, prices));
  return {
    cost: costs.reduce<number>((sum, cost) => sum + (cost ?? 0), 0),
    unpriced: costs.filter((cost) => cost === null).length,
  };
}

/** Costs a batch over its finished milk. Nuts and additions count; water and time do not. */
export function costOf(prediction: Prediction, prices: Prices, glassMl: number): Cost {
  const parts: { key: string; name: string; massG: number; cost: number }[] = [];
  const unpriced: string[] = [];
  const count = (key: string, name: string, massG: number): void => {
    const cost = priceOf(key, massG, prices);
    if (cost === null) unpriced.push(name);
    else parts.push({ key, name, massG, cost });
  };
  for (const nut of prediction.nuts) count(nut.ingredient, nut.name, nut.massG);
  for (const liquid of prediction.liquids) {
    if (liquid.key !== 'water') count(liquid.key, liquid.name, liquid.massG);
  }
  for (const addition of prediction.additions) count(addition.key, addition.name, addition.massG);
  const batch = parts.reduce((sum, part) => sum + part.cost, 0);
  const litres = prediction.finish.volumeMl / 1000;
  const perL = batch / litres;
  const mealG = driedTargetG(prediction.pulp.dryG);
  const driedOffKg = Math.max(0, prediction.pulp.massG - mealG) / 1000;
  let pulp: Cost['pulp'] = null;
  if (prices.mealPerKg !== null && prices.perKWh !== null && mealG > 0) {
    const worth = (prices.mealPerKg * mealG) / 1000;
    const drying = driedOffKg * DRYING_KWH_PER_KG * prices.perKWh;
    pulp = { mealG, worth, drying, net: worth - drying };
  }
  const forAmounts = (sumPerL: number): ForAmounts => ({
    batch: sumPerL * litres,
    perL: sumPerL,
    perGlass: (sumPerL * glassMl) / 1000,
  });
  const { shopPerL } = prices;
  return {
    batch,
    parts,
    unpriced,
    perL,
    perGlass: forAmounts(perL).perGlass,
    shop: shopPerL === null ? null : { of: forAmounts(shopPerL), saved: forAmounts(shopPerL - perL) },
    pulp,
  };
}
