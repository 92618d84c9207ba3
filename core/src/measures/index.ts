export type { DisplayPreferences, Measures } from './display';
export {
  celsiusFrom,
  formatClock,
  formatDuration,
  formatMass,
  formatMoney,
  formatReadMass,
  formatReadTemp,
  formatSetTemp,
  formatTemp,
  formatVolume,
  inKitchenMeasures,
  tempIn,
} from './display';
export type { Dosable, DoseMeasures, DoseReading, DoseUnit, SaidDose } from './dose';
export {
  DOSE_UNITS,
  doseUnitG,
  doseUnitsFor,
  formatDose,
  formatDoseOf,
  readDose,
  sayDose,
  steppedDoseG,
  usualDoseUnit,
} from './dose';
export { readBrine, sayBrine, sayBrineInSpoons } from './brine';
export type { FieldMeasure, MeasureKind } from './fieldMeasure';
export { fieldMeasure, priceMasses, pricePer, priceVolumes } from './fieldMeasure';
export type { DatePreferences, WritingPreferences } from './locale';
export {
  clockText,
  dayMonthText,
  decimalMarkOf,
  hasTwelveHours,
  readClock,
  timeText,
  weekdayText,
} from './locale';
export { KEPT_SOAK_COUNTER_H, LIMITS, counterSoakLimitH, outOfRange } from './limits';
export type { MassUnit, VolumeUnit } from './measure';
export { gPer, isVolumeUnit, mlPer, readingIn, typedFigure } from './measure';
export type { MeasureSet, MeasureSetKey } from './measureSets';
export { MEASURE_SETS, suggestedMeasures } from './measureSets';
export type { QuantityReading } from './quantity';
export { eighths, fractions, quarters, readQuantity, readSigned } from './quantity';
export { ratioFaces, ratioFromCups, ratioFromShare } from './ratio';
export { DAY_MS, HOUR_MS, MIN_MS } from './time';
export type { CupSystem, SpoonSystem } from './units';
export {
  CUP_ML,
  DROP_ML,
  OUNCE_G,
  PINCH_ML,
  POUND_G,
  SPOON_ML,
  US_CUP_ML,
  US_FL_OZ_ML,
  US_QUART_ML,
  WATER_G_PER_ML,
  kitchenRound,
} from './units';
