/** What a pack of something cost; a kitchen keeps the latest of each. */
export interface PackPrice {
  /** Key of a nut, seed or addition. */
  key: string;
  packG: number;
  price: number;
}

/** Prices of a kitchen, in its one currency; null where the cook has not said. */
export interface Prices {
  packs: readonly PackPrice[];
  /** A litre of the bought kind. */
  shopPerL: number | null;
  /** A kilogram of bought nut meal, which dried pulp stands in for. */
  mealPerKg: number | null;
  perKWh: number | null;
}

/** Nothing is known of what anything costs. */
export const NO_PRICES: Prices = { packs: [], shopPerL: null, mealPerKg: null, perKWh: null };
