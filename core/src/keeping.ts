import { integrateDrift } from './soak';

const HOUR_MS = 3_600_000;

/** Time constant with which a jar takes the temperature around it, h. */
export const JAR_DRIFT_H = 2.5;
/** Hours at 4 °C that a batch is given; the shorter is the cook's choice, the longer needs a fridge log. */
export const BUDGETS_H = [72, 96, 120] as const;
export type BudgetH = (typeof BUDGETS_H)[number];
export const DEFAULT_BUDGET_H: BudgetH = 96;
/** Part of the budget after which milk is past its best. */
export const BEST_SHARE = 0.6;
/** Bare hands or unscalded gear, and fruit in the milk, each cut the budget to this. */
const CARELESS_FACTOR = 0.75;
/** Two-hour rule, h; half of it above 32 °C. */
const OUT_LIMIT_H = 2;
const OUT_HOT_C = 32;
/** A fridge that reads above this counts as being out of the fridge, °C. */
const NOT_A_FRIDGE_C = 10;
/** Frozen milk is used within so many hours. */
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
  /** Temperature of the milk when it was bottled, °C. */
  milkTempC: number;
  budgetH: BudgetH;
  /** Jug, bag and jars scalded and hands clean or gloved. */
  scalded: boolean;
  /** Fruit, dates or coconut water in it. */
  fruit: boolean;
  /** Hours counted against the milk before it was bottled (a long counter soak). */
  spentH: number;
  /** End of blending: from here on time out of the fridge adds up. */
  outSinceMs: number;
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

export function budgetOf(terms: JarTerms): number {
  return terms.budgetH * (terms.scalded ? 1 : CARELESS_FACTOR) * (terms.fruit ? CARELESS_FACTOR : 1);
}

function outWeight(spell: JarSpell): number {
  const out = spell.place === 'out' || (spell.place === 'fridge' && spell.tempC > NOT_A_FRIDGE_C);
  if (!out) return 0;
  return spell.tempC > OUT_HOT_C ? 2 : 1;
}

interface Run {
  usedH: number;
  outH: number;
  /** First moments at which the asked-for amounts were reached; Infinity when they never are. */
  bestMs: number;
  spentMs: number;
  outMs: number;
}

/** Walks a jar's history up to `untilMs` and notes when best, budget and out-of-fridge limits are reached. */
function walk(terms: JarTerms, spells: readonly JarSpell[], budgetH: number, untilMs: number): Run {
  let tempC = terms.milkTempC;
  const first = spells[0];
  const bottledMs = first?.fromMs ?? terms.outSinceMs;
  const run: Run = {
    usedH: terms.spentH,
    outH: Math.max(0, bottledMs - terms.outSinceMs) / HOUR_MS,
    bestMs: Infinity,
    spentMs: Infinity,
    outMs: Infinity,
  };
  if (run.outH > OUT_LIMIT_H) run.outMs = terms.outSinceMs + OUT_LIMIT_H * HOUR_MS;
  for (const [i, spell] of spells.entries()) {
    const endMs = Math.min(untilMs, spells[i + 1]?.fromMs ?? Infinity);
    if (endMs <= spell.fromMs) continue;
    const hours = Math.min((endMs - spell.fromMs) / HOUR_MS, FAR_H);
    if (spell.place === 'freezer') {
      // The clock stands still; the jar comes back as cold as the fridge that thaws it.
      tempC = 0;
      continue;
    }
    const startC = tempC;
    const usedAfter = (h: number): number =>
      integrateDrift(spoilageRate, startC, spell.tempC, JAR_DRIFT_H, h);
    const gained = usedAfter(hours);
    const reach = (targetH: number): number =>
      run.usedH + gained < targetH
        ? Infinity
        : spell.fromMs + whenReached(usedAfter, targetH - run.usedH, hours) * HOUR_MS;
    if (run.bestMs === Infinity) run.bestMs = reach(BEST_SHARE * budgetH);
    if (run.spentMs === Infinity) run.spentMs = reach(budgetH);
    run.usedH += gained;
    const weight = outWeight(spell);
    if (weight > 0) {
      const leftH = OUT_LIMIT_H - run.outH;
      if (run.outMs === Infinity && run.outH + hours * weight > OUT_LIMIT_H) {
        run.outMs = spell.fromMs + (Math.max(0, leftH) / weight) * HOUR_MS;
      }
      run.outH += hours * weight;
    }
    tempC = spell.tempC + (startC - spell.tempC) * Math.exp(-hours / JAR_DRIFT_H);
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
  if (last?.place === 'freezer') {
    because = 'frozen';
    discardAtMs = Math.min(discardAtMs, last.fromMs + FROZEN_H * HOUR_MS);
  }
  if (thawed && thawed.fromMs + THAWED_H * HOUR_MS < discardAtMs) {
    because = 'thawed';
    discardAtMs = thawed.fromMs + THAWED_H * HOUR_MS;
  }
  if (ahead.outMs < discardAtMs) {
    because = 'out-of-fridge';
    discardAtMs = ahead.outMs;
  }
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
