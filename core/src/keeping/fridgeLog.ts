import { HOUR_MS, MIN_MS } from '../measures';

/** From this moment on a fridge was at this temperature, °C: as it was set, or as it was measured. */
export interface FridgeReading {
  atMs: number;
  tempC: number;
  /** A mean of what was measured, which holds for ten minutes; left out where nobody measured. */
  measured?: true;
}

/** The fridge a kitchen begins with; others have ids of their own. */
export const FIRST_FRIDGE = 'first';

/** How warm each fridge of a kitchen was from each moment on, sorted by time, by the fridge's id. */
export interface FridgeLogs {
  readonly [FIRST_FRIDGE]: readonly FridgeReading[];
  readonly [fridgeId: string]: readonly FridgeReading[];
}

/** Where nothing is asked of any fridge: as if nobody had ever set one. */
export const NO_LOGS: FridgeLogs = { [FIRST_FRIDGE]: [] };

/** The log of one fridge. Of a fridge that nobody ever set, the first one's. */
export function logOfFridge(logs: FridgeLogs, fridgeId: string = FIRST_FRIDGE): readonly FridgeReading[] {
  return logs[fridgeId] ?? logs[FIRST_FRIDGE];
}

/** What a thermometer in the fridge read at a moment. */
export interface MeasuredTemp {
  atMs: number;
  tempC: number;
}

/** Keeping reads means over so long: a door that is opened for a minute warms no jar. */
export const MEAN_MS = 10 * MIN_MS;
/** Means that lie in a UTC day. */
export const MEANS_A_DAY = 144;
/** What a fridge's thermometer may read, °C; a typed or imported figure outside is a mistake. */
export const FRIDGE_READS_C = { min: -30, max: 50 } as const;
/** Five days are for a fridge whose every hour averages no more than this, °C. */
export const COLD_LOG_C = 4;
/** The longest stretch without a measurement that a cold log may have, ms. */
export const COLD_LOG_GAP_MS = HOUR_MS;
/** Means of ten minutes each, by the clock; stretches without a measurement have none. Any order comes in. */
export function tenMinuteMeans(temps: readonly MeasuredTemp[]): MeasuredTemp[] {
  const sums = new Map<number, { sumC: number; count: number }>();
  for (const { atMs, tempC } of temps) {
    const fromMs = Math.floor(atMs / MEAN_MS) * MEAN_MS;
    const sum = sums.get(fromMs);
    if (sum) {
      sum.sumC += tempC;
      sum.count++;
    } else sums.set(fromMs, { sumC: tempC, count: 1 });
  }
  return [...sums]
    .map(([atMs, { sumC, count }]) => ({ atMs, tempC: sumC / count }))
    .sort((a, b) => a.atMs - b.atMs);
}

/** What a fridge was set to at a moment, °C; before the first setting it was as set then. Null where nobody ever said. */
function setAtC(set: readonly FridgeReading[], atMs: number): number | null {
  let tempC = set[0]?.tempC ?? null;
  for (const one of set) {
    if (one.atMs > atMs) break;
    tempC = one.tempC;
  }
  return tempC;
}

/**
 * How warm a fridge was from each moment on: as measured where it was (`means`, ten minutes each), in a gap the warmer
 * of what it is set to (`set`) and what was measured last. Both are sorted by time; so is the answer.
 */
export function fridgeSteps(
  set: readonly FridgeReading[],
  means: readonly MeasuredTemp[],
): readonly FridgeReading[] {
  const [first] = means;
  if (!first) return set;
  const steps: FridgeReading[] = set.filter(({ atMs }) => atMs < first.atMs);
  // Before anything was said or measured it was as it was set first, not as cold as its first minutes.
  if (steps.length === 0 && set[0]) steps.push({ atMs: 0, tempC: set[0].tempC });
  for (const [i, mean] of means.entries()) {
    steps.push({ ...mean, measured: true });
    const endMs = mean.atMs + MEAN_MS;
    const nextMs = means[i + 1]?.atMs ?? Infinity;
    if (nextMs <= endMs) continue;
    const warmerC = (tempC: number): number => Math.max(tempC, mean.tempC);
    steps.push({ atMs: endMs, tempC: warmerC(setAtC(set, endMs) ?? mean.tempC) });
    for (const { atMs, tempC } of set) {
      if (atMs > endMs && atMs < nextMs) steps.push({ atMs, tempC: warmerC(tempC) });
    }
  }
  return steps;
}

/** Something that is said of one fridge. */
type OfFridge<T> = T & { fridge: string };

function byFridge<T>(all: readonly OfFridge<T>[]): Map<string, OfFridge<T>[]> {
  const found = new Map<string, OfFridge<T>[]>([[FIRST_FRIDGE, []]]);
  for (const one of all) {
    const list = found.get(one.fridge);
    if (list) list.push(one);
    else found.set(one.fridge, [one]);
  }
  return found;
}

/**
 * How warm each fridge of a kitchen was from each moment on, by what they were set to and by what was measured, ten
 * minutes each; both sorted by time. A fridge that was never set is as warm as it was measured.
 */
export function fridgeLogs(
  set: readonly OfFridge<FridgeReading>[],
  means: readonly OfFridge<MeasuredTemp>[],
): FridgeLogs {
  const setBy = byFridge(set);
  const meansBy = byFridge(means);
  const logs = [...new Set([...setBy.keys(), ...meansBy.keys()])].map((id) => {
    const strip = ({ atMs, tempC }: MeasuredTemp): MeasuredTemp => ({ atMs, tempC });
    return [id, fridgeSteps((setBy.get(id) ?? []).map(strip), (meansBy.get(id) ?? []).map(strip))] as const;
  });
  return { [FIRST_FRIDGE]: [], ...Object.fromEntries(logs) };
}

/** Whether a fridge's log allows five days, and if not, since when and why. */
export type ColdLog =
  | { cold: true }
  /** Nobody measured for more than an hour, from `atMs` on. */
  | { cold: false; because: 'gap'; atMs: number }
  /** The hour that ends at `atMs` averaged `tempC`. */
  | { cold: false; because: 'warm'; atMs: number; tempC: number };

/**
 * Whether each hour between two moments, by the log's ten-minute means, averaged 4.0 °C or less, and none of them went
 * unmeasured.
 */
export function coldLog(steps: readonly FridgeReading[], fromMs: number, toMs: number): ColdLog {
  let coveredMs = fromMs;
  let firstMs: number | null = null;
  let hour: FridgeReading[] = [];
  const gapAt = (untilMs: number): boolean => untilMs - coveredMs > COLD_LOG_GAP_MS;
  for (const step of steps) {
    if (step.measured !== true || step.atMs + MEAN_MS <= fromMs) continue;
    if (step.atMs >= toMs) break;
    if (gapAt(step.atMs)) return { cold: false, because: 'gap', atMs: coveredMs };
    coveredMs = Math.max(coveredMs, step.atMs + MEAN_MS);
    hour = [...hour.filter(({ atMs }) => atMs > step.atMs - HOUR_MS), step];
    const tempC = hour.reduce((sum, one) => sum + one.tempC, 0) / hour.length;
    firstMs ??= step.atMs;
    // The very first minutes are no hour yet: a door may stand open in them.
    if (coveredMs - firstMs >= HOUR_MS && tempC > COLD_LOG_C)
      return { cold: false, because: 'warm', atMs: coveredMs, tempC };
  }
  return gapAt(toMs) ? { cold: false, because: 'gap', atMs: coveredMs } : { cold: true };
}

/** A stretch of a fridge's log in so many points, for a curve, and what it comes to. */
export interface FridgeStretch {
  /** Moments, ms, and the warmest that counts in the time each stands for, °C. */
  momentsMs: readonly number[];
  tempsC: readonly number[];
  meanC: number;
  warmest: { atMs: number; tempC: number };
  /** Of the stretch, so many hours were measured. */
  measuredH: number;
}

/** How warm a fridge was between two moments, as keeping counts it; null where nothing is known of it. */
export function fridgeStretch(
  steps: readonly FridgeReading[],
  fromMs: number,
  toMs: number,
  points: number,
): FridgeStretch | null {
  const lastBefore = steps.findLast(({ atMs }) => atMs <= fromMs) ?? steps[0];
  if (!lastBefore || toMs <= fromMs) return null;
  const within = [
    { ...lastBefore, atMs: fromMs },
    ...steps.filter(({ atMs }) => atMs > fromMs && atMs < toMs),
  ];
  const partMs = (toMs - fromMs) / points;
  const tempsC = Array<number>(points).fill(-Infinity);
  let warmest: MeasuredTemp = lastBefore;
  let sumCMs = 0;
  let measuredMs = 0;
  for (const [i, step] of within.entries()) {
    const endMs = within[i + 1]?.atMs ?? toMs;
    sumCMs += step.tempC * (endMs - step.atMs);
    if (step.measured === true) measuredMs += endMs - step.atMs;
    if (i === 0 || step.tempC > warmest.tempC) warmest = { atMs: step.atMs, tempC: step.tempC };
    const last = Math.min(points - 1, Math.ceil((endMs - fromMs) / partMs) - 1);
    for (let at = Math.floor((step.atMs - fromMs) / partMs); at <= last; at++) {
      tempsC[at] = Math.max(tempsC[at] ?? -Infinity, step.tempC);
    }
  }
  return {
    momentsMs: tempsC.map((_, i) => fromMs + (i + 0.5) * partMs),
    tempsC,
    meanC: sumCMs / (toMs - fromMs),
    warmest,
    measuredH: measuredMs / HOUR_MS,
  };
}
