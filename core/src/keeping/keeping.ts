import { HOUR_MS } from '../measures';
import type { JarSpell, JarTerms, KeepingCosts } from './jarTerms';
import { CARELESS_FACTOR, OUT_LIMIT_H, budgetOf } from './jarTerms';
import { frozenEndMs, walkHistory } from './jarWalk';

export type KeepingState = 'good' | 'past-best' | 'discard';

/** Which rule sets the moment of discarding; `max-hours` is the most that any fridge gives by the clock. */
export type DiscardReason = 'budget' | 'out-of-fridge' | 'frozen' | 'thawed' | 'max-hours';

export interface Keeping {
  budgetH: number;
  /** Hours of the budget used by `nowMs`. */
  usedH: number;
  /** Hours out of the fridge by `nowMs`; an hour above 32 °C counts as two. */
  outH: number;
  bestBeforeMs: number;
  discardAtMs: number;
  because: DiscardReason;
  state: KeepingState;
  /** Freezing is for milk that is still at its best, and only once. */
  mayFreeze: boolean;
}

/**
 * How a jar stands at `nowMs`, from its own history. `spells` starts with the bottling (see `JarTerms.bottledAtMs`) and
 * runs on as it is; temperatures in °C, moments in ms since 1970. Salt plays no part: it does not lengthen the keeping
 * time.
 */
export function keeping(terms: JarTerms, spells: readonly JarSpell[], nowMs: number): Keeping {
  const current = walkHistory(terms, spells, nowMs);
  const ahead = walkHistory(terms, spells, Infinity);
  const last = spells[spells.length - 1];
  const { frozenMs, thawedMs } = frozenEndMs(ahead);
  let because: DiscardReason = 'budget';
  let discardAtMs = ahead.spentMs;
  const endBy = (reason: DiscardReason, atMs: number): void => {
    if (atMs >= discardAtMs) return;
    because = reason;
    discardAtMs = atMs;
  };
  // In the freezer no hours are used: nothing else sets the moment as long as it stays there.
  if (last?.place === 'freezer') because = 'frozen';
  endBy('frozen', frozenMs);
  endBy('thawed', Math.min(thawedMs, terms.past?.thawedEndMs ?? Infinity));
  endBy('out-of-fridge', ahead.outMs);
  endBy('max-hours', ahead.agedMs);
  const bestBeforeMs = Math.min(ahead.bestMs, discardAtMs);
  const state: KeepingState = nowMs >= discardAtMs ? 'discard' : nowMs >= bestBeforeMs ? 'past-best' : 'good';
  const wasFrozen = terms.past?.wasFrozen === true || ahead.frozenAtMs !== null;
  return {
    budgetH: budgetOf(terms),
    usedH: current.usedH,
    outH: current.outH,
    bestBeforeMs,
    discardAtMs,
    because,
    state,
    mayFreeze: state === 'good' && !wasFrozen && last?.place === 'fridge',
  };
}

/**
 * Until when a jar that leaves the fridge at `nowMs` has to be drunk: what is left of its two hours, where the air is
 * no warmer than 32 °C, or its end where that is sooner.
 */
export function outUntilMs(jar: Pick<Keeping, 'outH' | 'discardAtMs'>, nowMs: number): number {
  return Math.min(jar.discardAtMs, nowMs + Math.max(0, OUT_LIMIT_H - jar.outH) * HOUR_MS);
}

/** What took hours off a jar's time, up to the moment at which it has to go. */
export function keepingCosts(
  terms: JarTerms,
  spells: readonly JarSpell[],
  { discardAtMs }: Pick<Keeping, 'discardAtMs'>,
): KeepingCosts {
  const gearH = terms.scalded ? 0 : terms.budgetH * (1 - CARELESS_FACTOR);
  const fruitH = terms.fruit ? (terms.budgetH - gearH) * (1 - CARELESS_FACTOR) : 0;
  return { gearH, fruitH, ...walkHistory(terms, spells, discardAtMs).costs };
}

/** Hours of a jar's budget used by each of some moments, ms since 1970; `spells` as in `keeping`. */
export function keepingCurve(
  terms: JarTerms,
  spells: readonly JarSpell[],
  momentsMs: readonly number[],
): number[] {
  return momentsMs.map((atMs) => walkHistory(terms, spells, atMs).usedH);
}
