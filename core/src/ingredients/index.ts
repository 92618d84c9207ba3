export type { Addition, OwnAddition } from './addition';
export { isSalt } from './addition';
export { ADDITION_TABLE } from './additionTable';
export { DRINK_ADDITIONS } from './drinkAdditions';
export type { Allergen, AllergenFacts, AllergenLabel, ContainedAllergen } from './allergen';
export { ALLERGENS, allergensIn, isFreeOf, metAllergens } from './allergen';
export type { Composition } from './composition';
export {
  EMPTY_COMPOSITION,
  addCompositions,
  compositionOf,
  densityGPerMl,
  scaleComposition,
  solidsG,
  subtractComposition,
  totalG,
  volumeMl,
} from './composition';
export type { Ingredient, NutForm, OwnIngredient } from './ingredient';
export { USUAL_NUT_CUP_G, cupG } from './ingredient';
export { NUT_TABLE } from './nutTable';
export type { PackFigures } from './ownIngredient';
export { ingredientFromPack, ownKeyFrom, packOf } from './ownIngredient';
export type { AdditionPack } from './ownAddition';
export { additionFromPack, additionPackOf } from './ownAddition';
export type { OwnItem, Pantry } from './pantry';
export { TABLE_ONLY, findAddition, findIngredient, isOwnAddition, isOwnNut } from './pantry';
export type { PoisonReason } from './refusedName';
export { poisonousName } from './refusedName';
