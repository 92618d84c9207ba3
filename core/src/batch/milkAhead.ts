import type { FridgeLogs } from '../keeping';
import { THAWED_H } from '../keeping';
import { DAY_MS, HOUR_MS } from '../measures';
import type { BatchState } from './batchState';
import { jarKeeping } from './jarHistory';

/** A jar as it is drunk from: what is left of it, and until when. */
export interface JarAhead {
  id: string;
  leftMl: number;
  discardAtMs: number;
  frozen: boolean;
}

/** How the milk goes on, if drinking does; an estimate. */
export interface MilkAhead {
  /** What will be thrown away of each jar, mL; jars that are drunk up are left out. */
  thrown: readonly { id: string; volumeMl: number; atMs: number }[];
  /** When the fridge has none left, ms; null where nothing is drunk. */
  fridgeEmptyMs: number | null;
  /** The frozen jar to thaw for then, the soonest to end first, and whether it is time to speak of it. */
  thaw: { id: string; byMs: number; soon: boolean } | null;
  /** When there is none left at all, frozen jars counted; null where nothing is drunk. */
  allGoneMs: number | null;
}

/** The last of these days say how much is drunk. */
export const RATE_DAYS = 14;
/** A litre thaws in the fridge within so long, ms: a night and half a day. */
const THAWING_MS = 0.75 * DAY_MS;
/** A thaw is spoken of so long before it is due, ms. */
const TOLD_BEFORE_MS = 2 * DAY_MS;
/** Thawed milk is drunk within so long, ms. */
const THAWED_MS = THAWED_H * HOUR_MS;
/** Less than this is left in a jar, mL. */
const DREGS_ML = 5;
/** Drunk less than this a day, nothing is foretold, mL. */
export const FORETOLD_FROM_ML = 20;

/** Milk drunk a day, mL, over the last two weeks; of a kitchen younger than that over its days, at least three. */
export function drunkPerDayMl(
  poured: readonly { atMs: number; volumeMl: number }[],
  firstBatchMs: number,
  nowMs: number,
): number {
  const since = nowMs - RATE_DAYS * DAY_MS;
  const days = Math.min(RATE_DAYS, Math.max(3, (nowMs - firstBatchMs) / DAY_MS));
  return (
    poured.filter(({ atMs }) => atMs > since && atMs <= nowMs).reduce((sum, one) => sum + one.volumeMl, 0) /
    days
  );
}

/** Orders jars as they should be drunk: the one that ends first comes first. */
export function drinkingOrder(a: { discardAtMs: number }, b: { discardAtMs: number }): number {
  return a.discardAtMs - b.discardAtMs;
}

/** The jars in use as they are drunk from. */
export function jarsAhead(
  batches: readonly { state: BatchState }[],
  fridges: FridgeLogs,
  nowMs: number,
): JarAhead[] {
  return batches.flatMap(({ state }) =>
    state.jars
      .filter(({ fate }) => fate === 'in-use')
      .map((jar) => ({
        id: jar.id,
        leftMl: jar.leftMl,
        discardAtMs: jarKeeping(state, jar, fridges, nowMs).discardAtMs,
        frozen: jar.places[jar.places.length - 1]?.place === 'freezer',
      })),
  );
}

/**
 * How milk goes on from `nowMs` if `perDayMl` are drunk a day, always from the jar that ends first. Frozen jars are
 * thawed one after the other from when the fridge is empty; of each as much is drunk as two days take.
 */
export function milkAhead(jars: readonly JarAhead[], perDayMl: number, nowMs: number): MilkAhead {
  const fridge = jars.filter((jar) => !jar.frozen && jar.discardAtMs > nowMs).sort(drinkingOrder);
  const frozen = jars.filter((jar) => jar.frozen && jar.discardAtMs > nowMs).sort(drinkingOrder);
  const thrown: { id: string; volumeMl: number; atMs: number }[] = [];
  let atMs = nowMs;
  for (const { id, leftMl, discardAtMs } of fridge) {
    const fromMs = Math.min(atMs, discardAtMs);
    const drinkableMl = (perDayMl * (discardAtMs - fromMs)) / DAY_MS;
    const drunkMl = Math.min(leftMl, drinkableMl);
    if (leftMl - drunkMl > DREGS_ML) thrown.push({ id, volumeMl: leftMl - drunkMl, atMs: discardAtMs });
    if (perDayMl > 0) atMs = fromMs + (drunkMl / perDayMl) * DAY_MS;
  }
  const fridgeEmptyMs = perDayMl > 0 ? atMs : null;
  const [next] = frozen;
  if (fridgeEmptyMs === null) return { thrown, fridgeEmptyMs, thaw: null, allGoneMs: null };
  for (const { id, leftMl } of frozen) {
    const drunkMl = Math.min(leftMl, (perDayMl * THAWED_MS) / DAY_MS);
    if (leftMl - drunkMl > DREGS_ML) thrown.push({ id, volumeMl: leftMl - drunkMl, atMs: atMs + THAWED_MS });
    atMs += (drunkMl / perDayMl) * DAY_MS;
  }
  const thawByMs = fridgeEmptyMs - THAWING_MS;
  return {
    thrown,
    fridgeEmptyMs,
    thaw: next ? { id: next.id, byMs: thawByMs, soon: thawByMs - nowMs < TOLD_BEFORE_MS } : null,
    allGoneMs: atMs,
  };
}
