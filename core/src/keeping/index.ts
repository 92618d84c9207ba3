export type { BadLine, FridgeCsv, FridgeCsvJob } from './fridgeCsv';
export { readFridgeCsv } from './fridgeCsv';
export type { ColdLog, FridgeLogs, FridgeReading, FridgeStretch, MeasuredTemp } from './fridgeLog';
export {
  COLD_LOG_C,
  FIRST_FRIDGE,
  FRIDGE_READS_C,
  MEANS_A_DAY,
  MEAN_MS,
  NO_LOGS,
  coldLog,
  fridgeLogs,
  fridgeSteps,
  fridgeStretch,
  logOfFridge,
  tenMinuteMeans,
} from './fridgeLog';
export type { Hygiene, HygienePart } from './hygiene';
export { HYGIENE_PARTS, hygieneAsked, hygieneFailed } from './hygiene';
export type { BudgetH, JarPlace, JarSpell, JarTerms, KeepingCosts, KeepingPast } from './jarTerms';
export {
  BEST_SHARE,
  COLDEST_AIR_C,
  DEFAULT_BUDGET_H,
  MAX_FRIDGE_H,
  THAWED_H,
  USUAL_MAKING_H,
  budgetOf,
} from './jarTerms';
export { pastOf, pouredTogether } from './jarWalk';
export type { DiscardReason, Keeping, KeepingState } from './keeping';
export { keeping, keepingCosts, keepingCurve, outUntilMs } from './keeping';
export type { Servings } from './servings';
export { batchDays, drinkerCount, fridgeDays, servingsMl } from './servings';
export { chargedRate, spoilageRate } from './spoilage';
