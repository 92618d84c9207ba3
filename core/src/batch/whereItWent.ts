import type { PulpUse } from '../pulp';
import type { BatchState, JarState, PulpState } from './batchState';
import { strainedMilkMl } from './bottling';

/** Where the nuts of a batch went, by their solids. */
export const DESTINATIONS = [
  'drunk',
  'pulp-eaten',
  'pulp-dried',
  'kept',
  'animals',
  'scrub',
  'compost',
  'thrown',
  'soak-water',
  'skins',
  'cloth',
  'not-recorded',
] as const;
/** `kept`: milk and pulp still in fridge and freezer. `cloth`: left in cloth and jug. `not-recorded`: nobody said. */
export type Destination = (typeof DESTINATIONS)[number];

export interface WhereItWent {
  /** Nuts and seeds of the batch, g. */
  nutG: number;
  /** The part of them that went each way; together 1. An estimate, by the solids as predicted. */
  shares: Readonly<Record<Destination, number>>;
}

const PULP_WENT: Readonly<Record<PulpUse, Destination>> = {
  baked: 'pulp-eaten',
  eaten: 'pulp-eaten',
  spread: 'pulp-eaten',
  animals: 'animals',
  compost: 'compost',
  scrub: 'scrub',
  binned: 'thrown',
};

type Parts = Partial<Record<Destination, number>>;

function put(parts: Parts, where: Destination, amount: number): void {
  parts[where] = (parts[where] ?? 0) + Math.max(0, amount);
}

/** Milk of a jar, mL of the batch's own: what is left of it, and what is gone. */
function jarParts(jar: JarState, parts: Parts): void {
  const perMl = jar.filledMl > 0 ? jar.milkMl / jar.filledMl : 0;
  put(parts, jar.fate === 'discarded' ? 'thrown' : 'kept', jar.leftMl * perMl);
  put(parts, 'drunk', (jar.filledMl - jar.leftMl) * perMl);
}

/** Solids of a portion, g: by what became of them and where the rest lies. */
function portionParts({ taken, dryG, place, storedDryG, usedAtMs }: PulpState, parts: Parts): void {
  for (const one of taken) put(parts, PULP_WENT[one.became], one.dryG);
  const takenG = taken.reduce((sum, one) => sum + one.dryG, 0);
  // Older releases said that it was gone, not to what.
  if (usedAtMs !== null) put(parts, 'not-recorded', storedDryG - takenG);
  else put(parts, place === 'dried' || place === 'dried-fridge' ? 'pulp-dried' : 'kept', dryG);
}

/** Adds `weight` parted as `parts` are; what they lack to `whole` goes to `rest`. */
function share(into: Parts, weight: number, parts: Parts, whole: number, rest: Destination): void {
  const said = Object.values(parts).reduce((sum, one) => sum + one, 0);
  const all = Math.max(whole, said);
  if (all <= 0) {
    put(into, rest, weight);
    return;
  }
  for (const [where, amount] of Object.entries(parts) as [Destination, number][]) {
    put(into, where, (weight * amount) / all);
  }
  put(into, rest, (weight * (all - said)) / all);
}

function milkParts(state: BatchState): { parts: Parts; wholeMl: number } {
  const parts: Parts = {};
  const { prediction, jars, tasted } = state;
  const strainedMl = strainedMilkMl(state, prediction);
  if (state.recipe.intoGlass === true) put(parts, 'drunk', strainedMl);
  for (const jar of jars) jarParts(jar, parts);
  const tastedMl = tasted.reduce((sum, { volumeMl }) => sum + volumeMl, 0);
  put(parts, 'drunk', tastedMl);
  return { parts, wholeMl: strainedMl + tastedMl };
}

/**
 * Where the nuts of a batch went: its solids as they were parted between soak water, skins, milk, pulp and tools by the
 * prediction, and milk and pulp by what was done with them.
 */
export function whereItWent(state: BatchState): WhereItWent {
  const { prediction } = state;
  const { nutG, soak, peel, milk, pulp, lossG } = prediction;
  const went: Parts = {};
  if (state.status === 'abandoned') put(went, 'thrown', 1);
  else if (state.status === 'under-way') put(went, 'kept', 1);
  else {
    const milkShare = milk.solidsPct / 100;
    put(went, 'soak-water', soak.leachedG);
    put(went, 'skins', peel.skinsG);
    // What stays on the tools is taken to be as thick as the milk.
    put(went, 'cloth', lossG * milkShare);
    const { parts, wholeMl } = milkParts(state);
    share(went, milk.massG * milkShare, parts, wholeMl, 'not-recorded');
    const portions: Parts = {};
    for (const portion of state.pulp) portionParts(portion, portions);
    share(went, pulp.dryG, portions, pulp.dryG, 'not-recorded');
  }
  const sum = Object.values(went).reduce((all, one) => all + one, 0);
  const shares = Object.fromEntries(
    DESTINATIONS.map((where) => [
      where,
      sum > 0 ? (went[where] ?? 0) / sum : where === 'not-recorded' ? 1 : 0,
    ]),
  ) as Record<Destination, number>;
  return { nutG, shares };
}

/** Milk that was drunk out of the jars of a batch, mL, and when. */
export function pours({ entries }: Pick<BatchState, 'entries'>): { atMs: number; volumeMl: number }[] {
  const leftMl = new Map<string, number>();
  const found: { atMs: number; volumeMl: number }[] = [];
  const drawn = (jarId: string, atMs: number, wantedMl: number): void => {
    const volumeMl = Math.min(wantedMl, leftMl.get(jarId) ?? 0);
    leftMl.set(jarId, (leftMl.get(jarId) ?? 0) - volumeMl);
    if (volumeMl > 0) found.push({ atMs, volumeMl });
  };
  for (const entry of entries) {
    if (entry.type === 'bottled') for (const jar of entry.jars) leftMl.set(jar.id, jar.volumeMl);
    if (entry.type === 'jar-drawn' || entry.type === 'drink-made')
      drawn(entry.jarId, entry.atMs, entry.volumeMl);
    if (entry.type === 'jar-split') {
      leftMl.set(entry.jarId, (leftMl.get(entry.jarId) ?? 0) - entry.volumeMl);
      leftMl.set(entry.newId, entry.volumeMl);
    }
    if (entry.type === 'jar-topped-up') {
      const movedMl = Math.min(entry.volumeMl, leftMl.get(entry.fromId) ?? 0);
      leftMl.set(entry.fromId, (leftMl.get(entry.fromId) ?? 0) - movedMl);
      leftMl.set(entry.jarId, (leftMl.get(entry.jarId) ?? 0) + movedMl);
    }
    if (entry.type === 'jar-emptied') drawn(entry.jarId, entry.atMs, Infinity);
  }
  return found;
}

/** What went each way of so many grams of the nuts of a month, g. */
export function wentOf(
  { nutG, wentG }: Pick<MonthOfNut, 'nutG' | 'wentG'>,
  ofG: number,
): Record<Destination, number> {
  return Object.fromEntries(
    DESTINATIONS.map((where) => [where, nutG > 0 ? (ofG * wentG[where]) / nutG : 0]),
  ) as Record<Destination, number>;
}

/** The nuts of a month that went each way, g. */
export interface MonthOfNut {
  /** Such as `2026-11`, by the kitchen's clock. */
  month: string;
  nut: string;
  batches: number;
  nutG: number;
  wentG: Readonly<Record<Destination, number>>;
}

/** What was made in a period, by month and nut, the latest month first; a batch of several nuts counts for each by its part. */
export function nutAccount(
  batches: readonly {
    month: string;
    went: WhereItWent;
    nuts: readonly { key: string; massG: number }[];
  }[],
): MonthOfNut[] {
  const found = new Map<string, MonthOfNut>();
  for (const { month, went, nuts } of batches) {
    const totalG = nuts.reduce((sum, { massG }) => sum + massG, 0);
    for (const { key, massG } of nuts) {
      if (totalG <= 0) continue;
      const nutG = (went.nutG * massG) / totalG;
      const before = found.get(`${month} ${key}`);
      const wentG = Object.fromEntries(
        DESTINATIONS.map((where) => [where, (before?.wentG[where] ?? 0) + nutG * went.shares[where]]),
      ) as Record<Destination, number>;
      found.set(`${month} ${key}`, {
        month,
        nut: key,
        batches: (before?.batches ?? 0) + 1,
        nutG: (before?.nutG ?? 0) + nutG,
        wentG,
      });
    }
  }
  return [...found.values()].sort((a, b) => b.month.localeCompare(a.month) || b.nutG - a.nutG);
}
