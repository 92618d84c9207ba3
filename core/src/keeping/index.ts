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
export type { BudgetH, JarPlace, JarSpell, JarTerms, Keeping, KeepingCosts } from './keeping';
export {
  BEST_SHARE,
  DEFAULT_BUDGET_H,
  budgetOf,
  keeping,
  keepingCosts,
  keepingCurve,
  outUntilMs,
  spoilageRate,
} from './keeping';
export type { Servings } from './servings';
export { batchDays, drinkerCount, fridgeDays, servingsMl } from './servings';
