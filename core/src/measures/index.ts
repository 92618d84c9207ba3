export type { DisplayPreferences, Measures } from './display';
export {
  celsiusFrom,
  formatClock,
  formatDose,
  formatDuration,
  formatMass,
  formatMoney,
  formatReadMass,
  formatReadTemp,
  formatTemp,
  formatVolume,
  tempIn,
} from './display';
export { KEPT_SOAK_COUNTER_H, LIMITS, counterSoakLimitH, outOfRange } from './limits';
export type { MassUnit, VolumeUnit } from './measure';
export { gPer, isVolumeUnit, mlPer, readingIn, typedFigure } from './measure';
export type { QuantityReading } from './quantity';
export { quarters, readQuantity } from './quantity';
export { ratioFaces, ratioFromCups, ratioFromShare } from './ratio';
export { DAY_MS, HOUR_MS, MIN_MS } from './time';
export type { CupSystem } from './units';
export {
  CUP_ML,
  OUNCE_G,
  POUND_G,
  SPOON_ML,
  US_CUP_ML,
  US_FL_OZ_ML,
  US_QUART_ML,
  WATER_G_PER_ML,
  kitchenRound,
} from './units';
