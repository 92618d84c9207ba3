import type { Allergen } from '../ingredients';

/** Someone the milk is made for, and the allergens they avoid. */
export interface Person {
  name: string;
  avoids: readonly Allergen[];
}

/** A machine or strainer of the household that some allergens are kept away from. */
export interface Gear {
  name: string;
  keptFrom: readonly Allergen[];
}
