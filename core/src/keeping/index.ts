export type { Hygiene, HygienePart } from './hygiene';
export { HYGIENE_PARTS, hygieneAsked, hygieneFailed } from './hygiene';
export type { BudgetH, JarPlace, JarSpell, JarTerms, Keeping, KeepingCosts } from './keeping';
export { budgetOf, keeping, keepingCosts, outUntilMs, spoilageRate } from './keeping';
export type { Servings } from './servings';
export { batchDays, drinkerCount, fridgeDays, servingsMl } from './servings';
