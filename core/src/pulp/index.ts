export type { Drying, DryingForecast } from './drying';
export {
  DRIED_WATER_PCT,
  DRYING_KWH_PER_KG,
  DRYING_C,
  USUAL_TRAY,
  driedTargetG,
  dryingForecast,
  dryingHours,
  dryingMassG,
  dryingRatePerH,
  layerMm,
  learnedRatePerH,
} from './drying';
export type { PulpKeeping, PulpMoveRefusal, PulpPlace, PulpSpell } from './pulpKeeping';
export {
  DRIED_FROM_C,
  PULP_KEEP_DAYS,
  isDriedLow,
  pulpKeeping,
  pulpMoveRefusal,
  pulpUseByMs,
  storedPulpG,
} from './pulpKeeping';
export type {
  PulpAtHand,
  PulpRecipe,
  PulpRecipePart,
  PulpRecipeRefusal,
  RecipePulp,
  ScaledPulpRecipe,
} from './pulpRecipes';
export { pulpRecipeAllergens, pulpRecipeRefusal, recipeSolidsG, scaledPulpRecipe } from './pulpRecipes';
export { PULP_RECIPES, enoughFor } from './pulpRecipeTable';
export type { PulpTrait, PulpUse, PulpUseRefusal } from './pulpUses';
export { PULP_TRAITS, PULP_USES, pulpUseRefusal } from './pulpUses';
