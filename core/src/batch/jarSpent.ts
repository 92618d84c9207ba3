import type { FridgeLogs, JarTerms } from '../keeping';
import { BEST_SHARE, budgetOf, keepingCurve } from '../keeping';
import { HOUR_MS } from '../measures';
import type { BatchState, JarState } from './batchState';
import { decidingPast, jarKeeping, jarSpells, jarTermsBy } from './jarHistory';

/** A time a jar stood outside the fridge, and what it cost. */
export interface CounterSpell {
  fromMs: number;
  /** Null while it still stands out. */
  toMs: number | null;
  /** Hours of the budget it took that the fridge would not have taken, getting cold again included. */
  costH: number;
}

/** How the hours of a jar's budget go. */
export interface JarSpent {
  /** Moments, ms, and the hours of the budget used by each. */
  momentsMs: readonly number[];
  usedH: readonly number[];
  budgetH: number;
  /** Past so many of them it is past its best. */
  bestH: number;
  spells: readonly CounterSpell[];
}

/** After a jar is back in the fridge it is cold again within so long, h. */
const COLD_AGAIN_H = 24;
const POINTS = 60;

function usedAt(terms: JarTerms, jar: JarState, fridges: FridgeLogs, atMs: number): number {
  return keepingCurve(terms, jarSpells(jar, fridges, terms.roomTempC), [atMs])[0] ?? 0;
}

/** The jar as it were had it not been taken out of the fridge at `places[i]`. */
function without(jar: JarState, i: number): JarState {
  return { ...jar, places: jar.places.filter((_, j) => j !== i) };
}

function spellAt(
  terms: JarTerms,
  jar: JarState,
  fridges: FridgeLogs,
  i: number,
  endMs: number,
): CounterSpell[] {
  const place = jar.places[i];
  if (place?.place !== 'out' || i === 0) return [];
  const next = jar.places[i + 1];
  const byMs = next ? Math.max(next.fromMs, Math.min(endMs, next.fromMs + COLD_AGAIN_H * HOUR_MS)) : endMs;
  const costH = usedAt(terms, jar, fridges, byMs) - usedAt(terms, without(jar, i), fridges, byMs);
  return [{ fromMs: place.fromMs, toMs: next?.fromMs ?? null, costH: Math.max(0, costH) }];
}

/**
 * The hours of a jar's budget used from its bottling to the moment it has to go, or went, with the times it stood
 * outside and what each cost. Ahead of `nowMs` it is an estimate.
 */
export function jarSpent(state: BatchState, whole: JarState, fridges: FridgeLogs, nowMs: number): JarSpent {
  const jar = decidingPast(state, whole, fridges, nowMs);
  const terms = jarTermsBy(state, jar, fridges, nowMs);
  const { discardAtMs } = jarKeeping(state, whole, fridges, nowMs);
  const fromMs = jar.places[0]?.fromMs ?? jar.filledAtMs;
  const endMs = Math.max(fromMs + HOUR_MS, jar.fateAtMs ?? Math.max(discardAtMs, nowMs));
  const momentsMs = Array.from({ length: POINTS }, (_, i) => fromMs + ((endMs - fromMs) * i) / (POINTS - 1));
  const byMs = jar.fateAtMs ?? nowMs;
  return {
    momentsMs,
    usedH: keepingCurve(terms, jarSpells(jar, fridges, terms.roomTempC), momentsMs),
    budgetH: budgetOf(terms),
    bestH: BEST_SHARE * budgetOf(terms),
    spells: jar.places.flatMap((_, i) => spellAt(terms, jar, fridges, i, byMs)),
  };
}
