import type { OwnItem, Pantry } from '../ingredients';
import { TABLE_ONLY } from '../ingredients';
import type { Surroundings } from '../making';
import { USUAL_SURROUNDINGS } from '../making';
import type { Calibration } from './calibration';
import { USUAL_CALIBRATION } from './calibration';
import type { Gear, Person } from './people';
import type { Prices } from './prices';
import { NO_PRICES } from './prices';

/**
 * All that an answer depends on besides the recipe: the kitchen it is made in. Plain data, so that it can be sent to a
 * worker. The fridge's log is not in it: only what keeps needs that, and it grows without end.
 */
export interface KitchenModel {
  surroundings: Surroundings;
  pantry: Pantry;
  /** Machines and strainers of the household, by name, and what they are kept apart from. */
  gear: { machines: readonly Gear[]; strainers: readonly Gear[] };
  people: readonly Person[];
  prices: Prices;
  /** How this kitchen differs from the starting estimates. */
  calibration: Calibration;
}

/** A kitchen of which nothing is known: usual temperatures, the table's ingredients, no gear, people or prices. */
export const USUAL_KITCHEN: KitchenModel = {
  surroundings: USUAL_SURROUNDINGS,
  pantry: TABLE_ONLY,
  gear: { machines: [], strainers: [] },
  people: [],
  prices: NO_PRICES,
  calibration: USUAL_CALIBRATION,
};

/** The kitchen with these ingredients as well; where a key is known already, these come first. */
export function withIngredients(kitchen: KitchenModel, ingredients: readonly OwnItem[]): KitchenModel {
  if (ingredients.length === 0) return kitchen;
  return { ...kitchen, pantry: { own: [...ingredients, ...kitchen.pantry.own] } };
}
