import type { FridgeLogs } from '../keeping';
import { BEST_SHARE, keeping, keepingCurve } from '../keeping';
import { HOUR_MS } from '../measures';
import type { BatchState, JarPast, JarState } from './batchState';
import type { KeepingInputs } from './jarHistory';
import { jarStory, keepingInputs } from './jarHistory';

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

/** The past that the milk of a jar had at a moment: its own, before other milk was poured in. */
function pastAt(jar: JarPast, atMs: number): JarPast {
  let past = jar;
  while (past.poured && atMs < past.poured.atMs) past = past.poured.own;
  return past;
}

function usedAtH(inputs: KeepingInputs, past: JarPast, atMs: number): number {
  const { terms, spells } = jarStory(inputs, past);
  return keepingCurve(terms, spells, [atMs])[0] ?? 0;
}

/** The same past had the jar not been taken out of the fridge at `places[i]`. */
function withoutStay(past: JarPast, i: number): JarPast {
  return { ...past, places: past.places.filter((_, j) => j !== i) };
}

/** What one stay outside cost, up to `endMs`, or to when other milk was poured in. */
function counterSpell(inputs: KeepingInputs, jar: JarState, i: number, endMs: number): CounterSpell[] {
  const stay = jar.places[i];
  if (stay?.place !== 'out' || i === 0) return [];
  const next = jar.places[i + 1];
  const coldAgainMs = next ? Math.min(endMs, next.fromMs + COLD_AGAIN_H * HOUR_MS) : endMs;
  const past = pastAt(jar, stay.fromMs);
  const pouredMs = past === jar ? Infinity : pourAfterMs(jar, past);
  const byMs = Math.min(pouredMs, Math.max(next?.fromMs ?? stay.fromMs, coldAgainMs));
  const costH = usedAtH(inputs, past, byMs) - usedAtH(inputs, withoutStay(past, i), byMs);
  return [{ fromMs: stay.fromMs, toMs: next?.fromMs ?? null, costH: Math.max(0, costH) }];
}

/** When milk was poured into the jar that had `past` until then, ms. */
function pourAfterMs(jar: JarPast, past: JarPast): number {
  let { poured } = jar;
  while (poured && poured.own !== past) poured = poured.own.poured;
  return poured?.atMs ?? Infinity;
}

/**
 * The hours of a jar's budget used from its bottling to the moment it has to go, or went, with the times it stood
 * outside and what each cost. Ahead of `nowMs` it is an estimate. What was poured in raises the line at once.
 */
export function jarSpent(state: BatchState, jar: JarState, fridges: FridgeLogs, nowMs: number): JarSpent {
  const inputs = keepingInputs(state, jar, fridges, nowMs);
  const { terms, spells } = jarStory(inputs, jar);
  const { budgetH, discardAtMs } = keeping(terms, spells, nowMs);
  const fromMs = jar.places[0]?.fromMs ?? jar.filledAtMs;
  const endMs = Math.max(fromMs + HOUR_MS, jar.fateAtMs ?? Math.max(discardAtMs, nowMs));
  const momentsMs = Array.from({ length: POINTS }, (_, i) => fromMs + ((endMs - fromMs) * i) / (POINTS - 1));
  const byMs = jar.fateAtMs ?? nowMs;
  return {
    momentsMs,
    usedH: momentsMs.map((atMs) => usedAtH(inputs, pastAt(jar, atMs), atMs)),
    budgetH,
    bestH: BEST_SHARE * budgetH,
    spells: jar.places.flatMap((_, i) => counterSpell(inputs, jar, i, byMs)),
  };
}
