import { integrateDrift } from '../making';
import { HOUR_MS } from '../measures';

/** Time constant with which a jar of a litre takes the temperature around it, h; it grows with the cube root. */
const LITRE_DRIFT_H = 2.5;
/** Hours at 4 °C that a batch may be given; two and three days are the cook's choice, five need a fridge log. */
export const BUDGETS_H = [48, 72, 96, 120] as const;
export type BudgetH = (typeof BUDGETS_H)[number];
export const DEFAULT_BUDGET_H: BudgetH = 96;
/** Part of the budget after which milk is past its best. */
export const BEST_SHARE = 0.6;
/**
 * Hours that a litre bottled at 20 °C spends on cooling to 4 °C. The customary four days are said of such milk, so so
 * many hours of the first cooling are not charged. An assumption about custom, not safety data.
 */
export const USUAL_COOLING_H = 25.1;
/** From the end of blending this long belongs to the usual making, h. */
export const USUAL_MAKING_H = 0.5;
/** Bare hands or unscalded gear, and fruit in the milk, each cut the budget to this. */
const CARELESS_FACTOR = 0.75;
/** Two-hour rule, h; half of it above 32 °C. */
const OUT_LIMIT_H = 2;
const OUT_HOT_C = 32;
/** A fridge that reads above this counts as being out of the fridge, °C. */
const NOT_A_FRIDGE_C = 10;
/** Frozen milk is thawed within so many hours. */
export const FROZEN_H = 60 * 24;
/** Thawed milk is used within so many hours, or what was left of its budget. */
export const THAWED_H = 48;
/** Far beyond any budget, h: where the search for a moment ends. */
const FAR_H = 24 * 400;

/** Relative spoilage at `tempC`: 1 at 4 °C, 1.86 at 6, 2.98 at 8 (square-root rules). */
export function spoilageRate(tempC: number): number {
  const cold = Math.pow(Math.max(0, 1 + 0.1 * tempC), 2) / 1.96;
  return tempC <= 4 ? cold : Math.max(cold, Math.pow((tempC + 1.5) / 5.5, 2));
}

export type JarPlace = 'fridge' | 'freezer' | 'out';

/** From when a jar has been in a place, and how cold it is there. Lasts until the next spell. */
export interface JarSpell {
  fromMs: number;
  place: JarPlace;
  tempC: number;
}

export interface JarTerms {
  /** The milk when blending ended, and until it was bottled, °C. */
  milkTempC: number;
  /** What the jar was filled with, mL: a small jar cools sooner. */
  volumeMl: number;
  budgetH: BudgetH;
  /** Jug, bag and jars scalded and hands clean or gloved. */
  scalded: boolean;
  /** Fruit, dates or coconut water in it. */
  fruit: boolean;
  /** Hours counted against the milk before it was blended (a long counter soak). */
  spentH: number;
  /** End of blending: from here on hours are used, and time out of the fridge adds up. */
  blendedAtMs: number;
  /** Air around it until it was bottled, °C. */
  roomTempC: number;
}

export type KeepingState = 'good' | 'past-best' | 'discard';

export interface Keeping {
  budgetH: number;
  /** Hours of the budget used by `nowMs`. */
  usedH: number;
  /** Hours out of the fridge by `nowMs`; an hour above 32 °C counts as two. */
  outH: number;
  bestBeforeMs: number;
  discardAtMs: number;
  /** Which rule sets the moment of discarding. */
  because: 'budget' | 'out-of-fridge' | 'frozen' | 'thawed';
  state: KeepingState;
  /** Freezing is for milk that is still at its best, and only once. */
  mayFreeze: boolean;
}

/** What took hours off a jar's time, each in hours at 4 °C; below 0 where it spared some. */
export interface KeepingCosts {
  /** Gear not scalded or bare hands, and fruit: off the budget. */
  gearH: number;
  fruitH: number;
  /** A soak too long on the counter. */
  soakH: number;
  /** Standing between blending and bottling, past the usual half hour. */
  standingH: number;
  /** Cooling down in the fridge: what is charged of it, and what is free by custom. */
  coolingH: number;
  freeCoolingH: number;
  /** A fridge above 4 °C, or below it. */
  warmFridgeH: number;
  /** Time out of the fridge, and getting cold again after it. */
  timeOutH: number;
}

/** Time constant with which a jar of `volumeMl` takes the temperature around it, h. */
export function jarDriftH(volumeMl: number): number {
  return LITRE_DRIFT_H * Math.cbrt(volumeMl / 1000);
}

export function budgetOf(terms: Pick<JarTerms, 'budgetH' | 'scalded' | 'fruit'>): number {
  return terms.budgetH * (terms.scalded ? 1 : CARELESS_FACTOR) * (terms.fruit ? CARELESS_FACTOR : 1);
}

/** How fast an hour counts on the meter of the two-hour rule. */
function outWeight(place: JarPlace, airC: number): number {
  const out = place === 'out' || (place === 'fridge' && airC > NOT_A_FRIDGE_C);
  if (!out) return 0;
  return airC > OUT_HOT_C ? 2 : 1;
}

interface Run {
  usedH: number;
  outH: number;
  /** First moments at which the asked-for amounts were reached; Infinity when they never are. */
  bestMs: number;
  spentMs: number;
  outMs: number;
  costs: Omit<KeepingCosts, 'gearH' | 'fruitH'>;
}

/** One stretch of a jar's history: hours used after so many of its own, and how it counts as being out. */
interface Stretch {
  fromMs: number;
  hours: number;
  usedAfter: (hours: number) => number;
  outWeight: number;
}

/** Lets a stretch pass and notes when best, budget and out-of-fridge limits are reached in it. */
function pass(run: Run, { fromMs, hours, usedAfter, outWeight: weight }: Stretch, budgetH: number): void {
  const gained = usedAfter(hours);
  const reach = (targetH: number): number =>
    run.usedH + gained < targetH
      ? Infinity
      : fromMs + whenReached(usedAfter, targetH - run.usedH, hours) * HOUR_MS;
  if (run.bestMs === Infinity) run.bestMs = reach(BEST_SHARE * budgetH);
  if (run.spentMs === Infinity) run.spentMs = reach(budgetH);
  run.usedH += gained;
  if (weight === 0) return;
  if (run.outMs === Infinity && run.outH + hours * weight > OUT_LIMIT_H) {
    run.outMs = fromMs + (Math.max(0, OUT_LIMIT_H - run.outH) / weight) * HOUR_MS;
  }
  run.outH += hours * weight;
}

/** Walks a jar's history from the end of blending up to `untilMs`; `onSpell` hears what is used by each spell's end. */
function walk(
  terms: JarTerms,
  spells: readonly JarSpell[],
  budgetH: number,
  untilMs: number,
  onSpell?: (endMs: number, usedH: number) => void,
): Run {
  const { milkTempC, blendedAtMs, roomTempC, spentH } = terms;
  const costs = { soakH: spentH, standingH: 0, coolingH: 0, freeCoolingH: 0, warmFridgeH: 0, timeOutH: 0 };
  const run: Run = { usedH: spentH, outH: 0, bestMs: Infinity, spentMs: Infinity, outMs: Infinity, costs };
  const bottledMs = Math.min(untilMs, spells[0]?.fromMs ?? blendedAtMs);
  const standsH = Math.max(0, bottledMs - blendedAtMs) / HOUR_MS;
  const standingAfter = (h: number): number => Math.max(0, h - USUAL_MAKING_H) * spoilageRate(milkTempC);
  if (standsH > 0) {
    const weight = outWeight('out', roomTempC);
    pass(run, { fromMs: blendedAtMs, hours: standsH, usedAfter: standingAfter, outWeight: weight }, budgetH);
    costs.standingH = standingAfter(standsH);
  }

  const driftH = jarDriftH(terms.volumeMl);
  let tempC = milkTempC;
  let freeH = USUAL_COOLING_H;
  /** A jar is in its first cooling until it leaves the fridge, or was as cold as the fridge; there is no second one. */
  let first = true;
  let wasOut = false;
  for (const [i, spell] of spells.entries()) {
    const endMs = Math.min(untilMs, spells[i + 1]?.fromMs ?? Infinity);
    if (endMs <= spell.fromMs) continue;
    const hours = Math.min((endMs - spell.fromMs) / HOUR_MS, FAR_H);
    if (spell.place !== 'fridge' || tempC <= spell.tempC) first = false;
    wasOut ||= spell.place === 'out';
    if (spell.place === 'freezer') {
      // The clock stands still; the jar comes back as cold as the fridge that thaws it.
      tempC = 0;
      onSpell?.(endMs, run.usedH);
      continue;
    }
    const startC = tempC;
    const airC = spell.tempC;
    const over = (rate: (c: number) => number, h: number): number =>
      integrateDrift(rate, startC, airC, driftH, h);
    const airRate = spoilageRate(airC);
    const extraAfter = (h: number): number => over((c) => Math.max(0, spoilageRate(c) - airRate), h);
    const canCredit = first ? freeH : 0;
    const usedAfter = (h: number): number =>
      over(spoilageRate, h) - (canCredit > 0 ? Math.min(canCredit, extraAfter(h)) : 0);
    const usedBeforeH = run.usedH;
    pass(run, { fromMs: spell.fromMs, hours, usedAfter, outWeight: outWeight(spell.place, airC) }, budgetH);
    if (spell.place === 'fridge') {
      const creditedH = Math.min(canCredit, extraAfter(hours));
      // Milk colder than its fridge spares a little: then this is below zero.
      const extraH = over(spoilageRate, hours) - airRate * hours;
      freeH -= creditedH;
      costs.freeCoolingH += creditedH;
      if (first) costs.coolingH += extraH - creditedH;
      else if (wasOut) costs.timeOutH += extraH;
      else costs.warmFridgeH += extraH;
      costs.warmFridgeH += (airRate - 1) * hours;
    } else costs.timeOutH += run.usedH - usedBeforeH - hours;
    tempC = airC + (startC - airC) * Math.exp(-hours / driftH);
    onSpell?.(endMs, run.usedH);
  }
  return run;
}

function whenReached(usedAfter: (h: number) => number, targetH: number, mostH: number): number {
  if (targetH <= 0) return 0;
  let low = 0;
  let high = mostH;
  for (let i = 0; i < 60 && high - low > 1e-7; i++) {
    const mid = (low + high) / 2;
    if (usedAfter(mid) < targetH) low = mid;
    else high = mid;
  }
  return high;
}

/**
 * How a jar stands at `nowMs`, from its own history. `spells` starts with the bottling and runs on as it is;
 * temperatures in °C, moments in ms since 1970. Salt plays no part: it does not lengthen the keeping time.
 */
export function keeping(terms: JarTerms, spells: readonly JarSpell[], nowMs: number): Keeping {
  const budgetH = budgetOf(terms);
  const soFar = walk(terms, spells, budgetH, nowMs);
  const ahead = walk(terms, spells, budgetH, Infinity);
  const last = spells[spells.length - 1];
  const frozen = spells.find((spell) => spell.place === 'freezer');
  const thawed = frozen && spells.find((s) => s.fromMs > frozen.fromMs && s.place !== 'freezer');

  let because: Keeping['because'] = 'budget';
  let discardAtMs = ahead.spentMs;
  const no = (reason: Keeping['because'], laterThanMs: number): void => {
    if (laterThanMs >= discardAtMs) return;
    because = reason;
    discardAtMs = laterThanMs;
  };
  const frozenUntilMs = frozen ? frozen.fromMs + FROZEN_H * HOUR_MS : Infinity;
  // In the freezer no hours are used: nothing else sets the moment as long as it stays there.
  if (last?.place === 'freezer') because = 'frozen';
  if (last?.place === 'freezer' || (thawed && thawed.fromMs > frozenUntilMs)) no('frozen', frozenUntilMs);
  if (thawed) no('thawed', thawed.fromMs + THAWED_H * HOUR_MS);
  no('out-of-fridge', ahead.outMs);
  const bestBeforeMs = Math.min(ahead.bestMs, discardAtMs);
  const state: KeepingState = nowMs >= discardAtMs ? 'discard' : nowMs >= bestBeforeMs ? 'past-best' : 'good';
  return {
    budgetH,
    usedH: soFar.usedH,
    outH: soFar.outH,
    bestBeforeMs,
    discardAtMs,
    because,
    state,
    mayFreeze: state === 'good' && frozen === undefined && last?.place === 'fridge',
  };
}

/**
 * Until when a jar that leaves the fridge at `nowMs` has to be drunk: what is left of its two hours, where the air is
 * no warmer than 32 °C, or its end where that is sooner.
 */
export function outUntilMs(kept: Pick<Keeping, 'outH' | 'discardAtMs'>, nowMs: number): number {
  return Math.min(kept.discardAtMs, nowMs + Math.max(0, OUT_LIMIT_H - kept.outH) * HOUR_MS);
}

/** What took hours off a jar's time, up to the moment at which it has to go. */
export function keepingCosts(terms: JarTerms, spells: readonly JarSpell[], kept: Keeping): KeepingCosts {
  const gearH = terms.scalded ? 0 : terms.budgetH * (1 - CARELESS_FACTOR);
  const fruitH = terms.fruit ? (terms.budgetH - gearH) * (1 - CARELESS_FACTOR) : 0;
  return { gearH, fruitH, ...walk(terms, spells, kept.budgetH, kept.discardAtMs).costs };
}

/**
 * Hours of a jar's budget used by each of some moments, ms since 1970, in their order; `spells` as in `keeping`. Before
 * the bottling it is what was used by then.
 */
export function keepingCurve(
  terms: JarTerms,
  spells: readonly JarSpell[],
  momentsMs: readonly number[],
): number[] {
  const [first] = spells;
  if (!first) return momentsMs.map(() => terms.spentH);
  // A spell that is parted at a moment uses in its parts what it uses whole.
  const parted = [...spells];
  for (const atMs of momentsMs) {
    let before = first;
    for (const spell of spells) if (spell.fromMs <= atMs) before = spell;
    if (atMs > first.fromMs) parted.push({ ...before, fromMs: atMs });
  }
  parted.sort((a, b) => a.fromMs - b.fromMs);
  const usedBy = new Map<number, number>();
  const last = Math.max(...momentsMs, first.fromMs);
  walk(terms, parted, budgetOf(terms), last, (endMs, usedH) => usedBy.set(endMs, usedH));
  const bottledH = walk(terms, spells, budgetOf(terms), first.fromMs).usedH;
  return momentsMs.map((atMs) => usedBy.get(atMs) ?? bottledH);
}
