export type { BladeHeat, Breakable, Heat, Warming } from './blend';
export {
  BOIL_OVER_C,
  COOKED_FROM_C,
  DEFAULT_RUPTURE,
  DEFAULT_WARMTH_LIMIT_C,
  LEAST_SECONDS,
  LOSS_W_PER_K,
  MAX_LOADS,
  PRESS_RUPTURE,
  RUPTURE_BY_HAND,
  SOAKED_NUT_G_PER_ML,
  breakingEnergyKjPerKg,
  energyForRupture,
  iceForLimitG,
  iceLeftAfterG,
  loadVolumeMl,
  meanRupture,
  mixedWithRinseC,
  rinseShareOf,
  rupture,
  warmingOf,
  warmthAfterC,
} from './blend';
export type { Drink, Serving } from './drinks';
export type { DrinkPart } from './drinkHeat';
export { BREWED_C, mixedDrink, tempInDrinkC } from './drinkHeat';
export { DRINKS, WARM_DRINK_C, warmthOfDrink, withDrink } from './drinks';
export type { EquipmentUsed } from './equipment';
export { withEquipment } from './equipment';
export type { AddedPart, Brought } from './finish';
export {
  MOST_CAPS,
  SALT_G_PER_L,
  SWEETNESS_G_PER_L,
  doseForSweetness,
  FIRST_LIQUID_SHARE,
  firstDose,
  firstDoseG,
  moreDoseG,
  mostGPerL,
  doseG,
  doseTrouble,
  dosedGPerL,
  partAddition,
  shortensKeeping,
  sugarEquivalentPerG,
  sweeteningOf,
  sweetnessGPerL,
  withSweetness,
} from './finish';
export {
  JUG_AGAIN_LEAST_S,
  JUG_AGAIN_SPEED,
  isFibrous,
  isFruit,
  jugAgainFills,
  jugAgainMachine,
  jugAgainWarming,
  needsBlades,
} from './jugAgain';
export type { Machine, MachineKind } from './machine';
export {
  FROTH_FACTOR,
  MACHINES,
  MACHINE_KINDS,
  POWER_OF_RATED,
  fillLineOf,
  powerAtSpeedW,
  powerIntoLoadW,
} from './machine';
export { MOST_NUTS, plainName, withNutAdded, withNutForm, withNuts, withSoakMethod } from './nutChoice';
export type { Peel, PeeledNut } from './peel';
export { canPeel, peelNut, skinsSlip } from './peel';
export type {
  AdditionDose,
  Blend,
  HandDose,
  Purpose,
  Recipe,
  SecondStrainer,
  Strain,
  Soak,
  SoakMethod,
  Surroundings,
} from './recipe';
export {
  HOT_POUR_TEMP_C,
  PURPOSES,
  SALTED_SOAK_G_PER_KG,
  TAP_TEMP_C,
  USUAL_SURROUNDINGS,
  nutPercents,
  plainRecipe,
  recipeForGlasses,
  soakSpells,
  strainersOf,
  withNutPercent,
} from './recipe';
export type { RecipePart } from './recipeChanges';
export { recipeChanges } from './recipeChanges';
export type { Cooling, SoakHistory, SoakSpell, SoakedNut } from './soak';
export {
  HOT_SOAK_PROTEIN,
  KEPT_WATER_PER_GROUND_NUT,
  RINSED_MAX_C,
  SOAK_DRIFT_H,
  SODIUM_SHARE_OF_SALT,
  coolingFrom,
  integrateDrift,
  soakHistory,
  soakNut,
} from './soak';
export { soakAdvice } from './soakAdvice';
export type { Squeeze, StrainNut, Strained, Strainer } from './strain';
export { strain } from './strain';
export type { StepMinutes } from './timing';
export { readyAfterMin, stepMinutes } from './timing';
export { withIntoGlass, withJars } from './intoGlass';
