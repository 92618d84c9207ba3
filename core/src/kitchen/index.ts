export { USUAL_CALIBRATION } from './calibration';
export type { KitchenFactors } from './kitchenFactors';
export { kitchenDraws, kitchenFactors } from './kitchenFactors';
export type { KitchenModel } from './kitchenModel';
export { USUAL_KITCHEN, withIngredients } from './kitchenModel';
export type { Person } from './people';
export type { Prices } from './prices';
