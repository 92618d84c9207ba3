import { HOUR_MS } from '../measures';
import type { JarSpell, JarTerms, KeepingCosts, KeepingPast } from './jarTerms';
import {
  BEST_SHARE,
  COOLING_DRIFTS,
  COLDEST_AIR_C,
  FAR_H,
  FROZEN_H,
  MAX_FRIDGE_H,
  NOT_A_FRIDGE_C,
  OUT_HOT_C,
  OUT_LIMIT_H,
  THAWED_H,
  USUAL_COOLING_H,
  budgetOf,
  jarDriftH,
} from './jarTerms';
import type { Drift } from './spoilage';
import { chargedAtMostAirH, chargedH, chargedRate, driftedC } from './spoilage';

/** Hours that were charged, by what they were charged for; each is what goes beyond an hour for an hour. */
export type ChargedCosts = Omit<KeepingCosts, 'gearH' | 'fruitH'>;

/** How a jar stands at a moment of its history. */
export interface JarProgress {
  usedH: number;
  /** On the meter of the two-hour rule. */
  outH: number;
  /** Since the end of blending, the freezer left out. */
  ageH: number;
  tempC: number;
  /** First moments at which the limits were reached; Infinity when they never are. */
  bestMs: number;
  spentMs: number;
  outMs: number;
  agedMs: number;
  frozenAtMs: number | null;
  thawedAtMs: number | null;
  wasOut: boolean;
  costs: ChargedCosts;
}

/** A part of a history in which nothing changes but the milk's temperature. */
interface Segment {
  fromMs: number;
  toMs: number;
  place: JarSpell['place'] | 'standing';
  airC: number;
  measured: boolean;
  /** How fast an hour counts on the meter of the two-hour rule. */
  outWeight: number;
  /** Part of the first cooling. */
  cools: boolean;
}

/** What the first cooling has come to, h: as charged at most at the air's rate, and as warm as the milk really was. */
interface Cooling {
  atMostAirH: number;
  wholeH: number;
}

/** What a first cooling is charged: the larger of both, the usual cooling taken off the second. */
function coolingChargedH({ atMostAirH, wholeH }: Cooling): number {
  return Math.max(atMostAirH, wholeH - USUAL_COOLING_H);
}

const NO_COSTS: ChargedCosts = {
  soakH: 0,
  standingH: 0,
  coolingH: 0,
  freeCoolingH: 0,
  warmFridgeH: 0,
  timeOutH: 0,
  pouredH: 0,
};

function weightOut(airC: number): number {
  return airC > OUT_HOT_C ? 2 : 1;
}

function outWeight({ place, tempC }: JarSpell): number {
  const isOut = place === 'out' || (place === 'fridge' && tempC > NOT_A_FRIDGE_C);
  return isOut ? weightOut(tempC) : 0;
}

/** When the first cooling ends: after so many time constants in the fridge, or when the jar leaves it. */
function coolingEndMs(terms: JarTerms, spells: readonly JarSpell[]): number {
  const [first] = spells;
  if (terms.past || first?.place !== 'fridge') return -Infinity;
  const leavesMs = spells.find(({ place }) => place !== 'fridge')?.fromMs ?? Infinity;
  return Math.min(leavesMs, first.fromMs + COOLING_DRIFTS * jarDriftH(terms.volumeMl) * HOUR_MS);
}

/** The parts of a history up to `untilMs`, in their order. */
function segmentsOf(terms: JarTerms, spells: readonly JarSpell[], untilMs: number): Segment[] {
  const { blendedAtMs, bottledAtMs, roomTempC } = terms;
  const segments: Segment[] = [];
  const firstMs = spells[0]?.fromMs ?? bottledAtMs;
  const makingWeight = weightOut(roomTempC);
  if (!terms.past && Math.min(firstMs, untilMs) > blendedAtMs) {
    segments.push({
      fromMs: blendedAtMs,
      toMs: Math.min(firstMs, untilMs),
      place: 'standing',
      airC: roomTempC,
      measured: false,
      outWeight: makingWeight,
      cools: false,
    });
  }
  const endOfCoolingMs = coolingEndMs(terms, spells);
  const cutsMs = terms.past ? [] : [bottledAtMs, endOfCoolingMs].sort((a, b) => a - b);
  for (const [i, spell] of spells.entries()) {
    const toMs = Math.min(untilMs, spells[i + 1]?.fromMs ?? Infinity);
    if (toMs <= spell.fromMs) continue;
    const edgesMs = [spell.fromMs, ...cutsMs.filter((ms) => ms > spell.fromMs && ms < toMs), toMs];
    const airC = spell.place === 'fridge' ? Math.max(COLDEST_AIR_C, spell.tempC) : spell.tempC;
    for (let edge = 0; edge + 1 < edgesMs.length; edge++) {
      const fromMs = edgesMs[edge] ?? spell.fromMs;
      segments.push({
        fromMs,
        toMs: edgesMs[edge + 1] ?? toMs,
        place: spell.place,
        airC,
        measured: spell.measured === true,
        // Until it is bottled the milk stands in the room, though it is charged as in its fridge.
        outWeight: !terms.past && fromMs < bottledAtMs ? makingWeight : outWeight(spell),
        cools: fromMs < endOfCoolingMs,
      });
    }
  }
  return segments;
}

/** First moment within a segment at which a growing amount reaches its target, ms; Infinity when it does not. */
function reachedMs(
  segment: Segment,
  hours: number,
  grownBy: (hours: number) => number,
  wanted: number,
): number {
  if (wanted <= 0) return segment.fromMs;
  if (grownBy(hours) < wanted) return Infinity;
  let low = 0;
  let high = hours;
  for (let i = 0; i < 60 && high - low > 1e-7; i++) {
    const middle = (low + high) / 2;
    if (grownBy(middle) < wanted) low = middle;
    else high = middle;
  }
  return segment.fromMs + high * HOUR_MS;
}

/** What a segment is charged, h at 4 °C. */
interface Charge {
  hours: number;
  usedH: number;
  /** What of it the air alone would have been charged, and what milk as warm as it was would have been. */
  airH: number;
  wholeH: number;
  wasOut: boolean;
}

/** Adds what a segment cost beyond an hour for an hour to the costs it belongs to. */
function bookCosts(
  costs: ChargedCosts,
  segment: Segment,
  { hours, usedH, airH, wholeH, wasOut }: Charge,
): void {
  if (segment.place === 'freezer') return;
  if (segment.place === 'standing') costs.standingH += usedH - hours;
  else if (segment.place === 'out') costs.timeOutH += usedH - hours;
  else {
    costs.warmFridgeH += airH - hours;
    if (segment.cools) {
      costs.coolingH += usedH - airH;
      costs.freeCoolingH += wholeH - usedH;
    } else if (wasOut) costs.timeOutH += usedH - airH;
    else costs.warmFridgeH += usedH - airH;
  }
}

/** Lets a segment pass: hours used, the meter of the two-hour rule, age, temperature, and which limits are reached. */
function pass(at: JarProgress, segment: Segment, cooling: Cooling, budgetH: number, driftH: number): void {
  const { fromMs, place, airC, measured, cools, outWeight: weight } = segment;
  const hours = Math.min((segment.toMs - fromMs) / HOUR_MS, FAR_H);
  const drift: Drift = { startC: at.tempC, airC, driftH };
  const chargedBeforeH = coolingChargedH(cooling);
  const coolingAfter = (h: number): Cooling => ({
    atMostAirH: cooling.atMostAirH + chargedAtMostAirH(drift, measured, h),
    wholeH: cooling.wholeH + chargedH(drift, measured, h),
  });
  const usedAfterH = (h: number): number => {
    if (place === 'freezer') return 0;
    if (place === 'standing') return chargedRate(at.tempC, false) * h;
    return cools ? coolingChargedH(coolingAfter(h)) - chargedBeforeH : chargedH(drift, measured, h);
  };
  const usedH = usedAfterH(hours);
  const firstMs = (earlierMs: number, grownBy: (h: number) => number, wanted: number): number =>
    earlierMs === Infinity ? reachedMs(segment, hours, grownBy, wanted) : earlierMs;
  at.bestMs = firstMs(at.bestMs, usedAfterH, BEST_SHARE * budgetH - at.usedH);
  at.spentMs = firstMs(at.spentMs, usedAfterH, budgetH - at.usedH);
  if (weight > 0 && at.outMs === Infinity && at.outH + hours * weight > OUT_LIMIT_H) {
    at.outMs = fromMs + (Math.max(0, OUT_LIMIT_H - at.outH) / weight) * HOUR_MS;
  }
  at.wasOut ||= place === 'out';
  const wholeH = cools ? chargedH(drift, measured, hours) : usedH;
  const airH = cools ? chargedAtMostAirH(drift, measured, hours) : chargedRate(airC, measured) * hours;
  bookCosts(at.costs, segment, { hours, usedH, airH, wholeH, wasOut: at.wasOut });
  if (cools) Object.assign(cooling, coolingAfter(hours));
  at.usedH += usedH;
  at.outH += hours * weight;
  if (place === 'freezer') {
    at.frozenAtMs ??= fromMs;
    // It comes back as cold as the fridge that thaws it.
    at.tempC = 0;
    return;
  }
  if (at.frozenAtMs !== null) at.thawedAtMs ??= fromMs;
  if (at.agedMs === Infinity && at.ageH + hours > MAX_FRIDGE_H) {
    at.agedMs = fromMs + Math.max(0, MAX_FRIDGE_H - at.ageH) * HOUR_MS;
  }
  at.ageH += hours;
  if (place !== 'standing') at.tempC = driftedC(drift, hours);
}

function startOf({ past, spentH, milkTempC }: JarTerms, budgetH: number): JarProgress {
  const nothing = { wasOut: false, frozenAtMs: null, thawedAtMs: null };
  if (past) {
    const { outH, ageH, tempC, bestMs, spentMs, outMs, agedMs } = past;
    const usedH = past.usedShare * budgetH;
    const costs = { ...past.costs, pouredH: past.costs.pouredH + usedH - past.ownUsedH };
    return { ...nothing, usedH, outH, ageH, tempC, bestMs, spentMs, outMs, agedMs, costs };
  }
  return {
    ...nothing,
    usedH: spentH,
    outH: 0,
    ageH: 0,
    tempC: milkTempC,
    bestMs: Infinity,
    spentMs: Infinity,
    outMs: Infinity,
    agedMs: Infinity,
    costs: { ...NO_COSTS, soakH: spentH },
  };
}

/**
 * How a jar stands at `untilMs` (Infinity for as far as anything matters), and when it reached its limits by then. From
 * the end of blending, or from when its milk was poured together.
 */
export function walkHistory(terms: JarTerms, spells: readonly JarSpell[], untilMs: number): JarProgress {
  const budgetH = budgetOf(terms);
  const driftH = jarDriftH(terms.volumeMl);
  const progress = startOf(terms, budgetH);
  const cooling: Cooling = { atMostAirH: 0, wholeH: 0 };
  for (const segment of segmentsOf(terms, spells, untilMs)) pass(progress, segment, cooling, budgetH, driftH);
  return progress;
}

/** When milk that was frozen has to be gone: thawed within its days, and then within two; Infinity where it was not. */
export function frozenEndMs({ frozenAtMs, thawedAtMs }: Pick<JarProgress, 'frozenAtMs' | 'thawedAtMs'>): {
  frozenMs: number;
  thawedMs: number;
} {
  if (frozenAtMs === null) return { frozenMs: Infinity, thawedMs: Infinity };
  const thawByMs = frozenAtMs + FROZEN_H * HOUR_MS;
  if (thawedAtMs === null) return { frozenMs: thawByMs, thawedMs: Infinity };
  return { frozenMs: thawedAtMs > thawByMs ? thawByMs : Infinity, thawedMs: thawedAtMs + THAWED_H * HOUR_MS };
}

/** What a jar's milk has been through by `atMs`, as one past: it can be poured together with another. */
export function pastOf(terms: JarTerms, spells: readonly JarSpell[], atMs: number): KeepingPast {
  const { past } = terms;
  const progress = walkHistory(terms, spells, atMs);
  const { usedH, outH, ageH, tempC, bestMs, spentMs, outMs, agedMs, frozenAtMs, costs } = progress;
  // What is poured out of the freezer is thawed by then.
  const { frozenMs, thawedMs } = frozenEndMs({ frozenAtMs, thawedAtMs: progress.thawedAtMs ?? atMs });
  return {
    atMs,
    usedShare: usedH / budgetOf(terms),
    ownUsedH: usedH,
    outH,
    ageH,
    tempC,
    bestMs,
    spentMs,
    outMs,
    agedMs,
    wasFrozen: past?.wasFrozen === true || frozenAtMs !== null,
    thawedEndMs: Math.min(past?.thawedEndMs ?? Infinity, frozenMs, thawedMs),
    costs,
  };
}

/**
 * The past of milk that was poured together: of each thing the worse of the two. No credit for a first cooling survives.
 * The costs stay those of `own`, the milk that was in the jar; what the other had used beyond it is a cost by itself.
 */
export function pouredTogether(own: KeepingPast, other: KeepingPast): KeepingPast {
  return {
    ...own,
    usedShare: Math.max(own.usedShare, other.usedShare),
    outH: Math.max(own.outH, other.outH),
    ageH: Math.max(own.ageH, other.ageH),
    tempC: Math.max(own.tempC, other.tempC),
    bestMs: Math.min(own.bestMs, other.bestMs),
    spentMs: Math.min(own.spentMs, other.spentMs),
    outMs: Math.min(own.outMs, other.outMs),
    agedMs: Math.min(own.agedMs, other.agedMs),
    wasFrozen: own.wasFrozen || other.wasFrozen,
    thawedEndMs: Math.min(own.thawedEndMs, other.thawedEndMs),
  };
}
