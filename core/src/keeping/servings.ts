import type { JarTerms } from './jarTerms';
import { DEFAULT_BUDGET_H, budgetOf } from './jarTerms';
import { chargedRate } from './spoilage';

/** Who drinks, and for how long: so many people, glasses a day each, and days. */
export interface Servings {
  people: number;
  glassesADay: number;
  days: number;
}

/** Milk for all of them, mL, by the household's glass. */
export function servingsMl({ people, glassesADay, days }: Servings, glassMl: number): number {
  return people * glassesADay * days * glassMl;
}

/**
 * How long milk keeps in a fridge that stays at `fridgeTempC`, in days and parts of a day. An estimate; five days hang on
 * a log that is still to come, and are not counted on.
 */
export function fridgeDays(
  terms: Pick<JarTerms, 'budgetH' | 'scalded' | 'fruit'>,
  fridgeTempC: number,
): number {
  const budgetH = terms.budgetH > DEFAULT_BUDGET_H ? DEFAULT_BUDGET_H : terms.budgetH;
  return budgetOf({ ...terms, budgetH }) / chargedRate(fridgeTempC, false) / 24;
}

/** Days for which milk is wanted, parted into batches that each keep as long as they are drunk. */
export function batchDays(days: number, keepsDays: number): number[] {
  const most = Math.max(1, Math.floor(keepsDays));
  const count = Math.ceil(days / most);
  // As even as whole days allow, the longer ones first.
  return Array.from({ length: count }, (_, i) => Math.floor(days / count) + (i < days % count ? 1 : 0));
}

/** How many drink: those whose names are on it, or all who are named in the kitchen; at least one. */
export function drinkerCount(drinkers: readonly string[], people: readonly unknown[]): number {
  return Math.max(1, drinkers.length || people.length);
}
