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
/** The first cooling ends after so many of the jar's time constants in the fridge: by then it is as cold as the air. */
export const COOLING_DRIFTS = 8;
/** From the end of blending this long belongs to the usual making, h: the jar counts as standing in its fridge by then. */
export const USUAL_MAKING_H = 0.5;
/** Bare hands or unscalded gear, and fruit in the milk, each cut the budget to this. */
export const CARELESS_FACTOR = 0.75;
/** Two-hour rule, h; half of it above 32 °C. */
export const OUT_LIMIT_H = 2;
export const OUT_HOT_C = 32;
/** A fridge that reads above this counts as being out of the fridge, °C. */
export const NOT_A_FRIDGE_C = 10;
/** The coldest that a fridge is taken to be, °C: what is set lower is a freezer, what a log reads lower counts as this. */
export const COLDEST_AIR_C = -1;
/** Most hours by the clock from the end of blending, the freezer left out, however cold the fridge was. */
export const MAX_FRIDGE_H = 120;
/** Frozen milk is thawed within so many hours. */
export const FROZEN_H = 60 * 24;
/** Thawed milk is used within so many hours, or what was left of its budget. */
export const THAWED_H = 48;
/** Far beyond any budget, h: where the search for a moment ends. */
export const FAR_H = 24 * 400;

export type JarPlace = 'fridge' | 'freezer' | 'out';

/** From when a jar has been in a place, and how cold it is there. Lasts until the next spell. */
export interface JarSpell {
  fromMs: number;
  place: JarPlace;
  tempC: number;
  /** A fridge's log shows it; left out where it is only what the fridge was set to, or the room. */
  measured?: true;
}

/** What milk had been through by the moment it was poured together: one past, the worse of each. */
export interface KeepingPast {
  atMs: number;
  /** Part of the budget used, and the hours that its own milk had used of it. */
  usedShare: number;
  ownUsedH: number;
  /** On the meter of the two-hour rule, and since the end of blending without the freezer, h. */
  outH: number;
  ageH: number;
  tempC: number;
  /** First moments, by then, at which the limits were reached; Infinity for those that were not. */
  bestMs: number;
  spentMs: number;
  outMs: number;
  agedMs: number;
  wasFrozen: boolean;
  /** By when thawed milk has to be gone; Infinity where none was frozen. */
  thawedEndMs: number;
  costs: Omit<KeepingCosts, 'gearH' | 'fruitH'>;
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
  /**
   * When it was bottled. The last half hour before it, as far back as the blending, belongs to the usual making: where a
   * jar goes into a fridge its spells begin there, and are charged as in that fridge.
   */
  bottledAtMs: number;
  /** Air around it until it was bottled, °C. */
  roomTempC: number;
  /** What it had been through when it was last poured together with other milk; its spells begin then. */
  past?: KeepingPast | undefined;
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
  /** Milk poured in that had used more. */
  pouredH: number;
}

/** Time constant with which a jar of `volumeMl` takes the temperature around it, h. */
export function jarDriftH(volumeMl: number): number {
  return LITRE_DRIFT_H * Math.cbrt(volumeMl / 1000);
}

export function budgetOf(terms: Pick<JarTerms, 'budgetH' | 'scalded' | 'fruit'>): number {
  return terms.budgetH * (terms.scalded ? 1 : CARELESS_FACTOR) * (terms.fruit ? CARELESS_FACTOR : 1);
}
