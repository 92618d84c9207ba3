import type { NutForm } from '../ingredients';
import type { SaidDose } from '../measures';
import { DEFAULT_RUPTURE, DEFAULT_WARMTH_LIMIT_C } from './blend';
import type { MachineKind } from './machine';
import type { Peel } from './peel';
import type { SoakSpell } from './soak';
import type { Squeeze, Strainer } from './strain';

export interface NutPortion {
  /** Key of an ingredient of the table or of the cook's own. */
  ingredient: string;
  form: NutForm;
  /** Part of the nuts by mass, in any unit: 2 and 1 are two thirds and one third. */
  share: number;
}

/** How much to make: from nuts at hand, or towards a wanted amount of milk. */
export type Amount = { by: 'nuts'; massG: number } | { by: 'milk'; volumeMl: number };

export type SoakMethod = 'none' | 'fridge' | 'counter' | 'hot';

export interface Soak {
  method: SoakMethod;
  /** Clock hours; ignored without a soak. */
  hours: number;
  /** Temperature just after pouring, °C. */
  pourTempC: number;
  /** Salt in the soak water, g/kg; 0 for plain water. */
  saltGPerKg: number;
  /** Fresh water every so many hours; null never. */
  changeEveryH: number | null;
  /** Kept soak water goes into the jug; ground nuts always keep it. */
  water: 'poured' | 'kept';
  /** Kept soak water, g per g of nuts as bought; left out where it is as usual. */
  keptPerNut?: number | undefined;
  /** Times the nuts are rinsed afterwards; left out where it is once. */
  rinses?: number | undefined;
}

export type BlendEnd = { by: 'rupture'; rupture: number } | { by: 'seconds'; seconds: number };

export interface Blend {
  machine: MachineKind;
  /** The household's own name for it; null for any of its kind. */
  machineName: string | null;
  /** The cook's own figures for the machine; null takes the usual ones of its kind. */
  powerW: number | null;
  fillLineMl: number | null;
  /** Speed setting, 0 (exclusive) to 1. */
  speed: number;
  waterOrder: 'at-once' | 'thick-first';
  end: BlendEnd;
  /** Times the mix goes through a cold press that stands for the machine. */
  presses: 1 | 2;
  liquidTempC: number;
  /** Part of the liquid put in as ice, 0 to 0.9. */
  iceShare: number;
  /** Warmest the mix may end, °C. */
  warmthLimitC: number;
}

export interface Strain {
  strainer: Strainer;
  /** The household's own name for it; null for any of its kind. */
  strainerName: string | null;
  squeeze: Squeeze;
  /** Part of the liquid kept back to wash the pulp a second time, 0 to 0.6. */
  washShare: number;
  /** What the strained milk passes once more; null for nothing. */
  second: SecondStrainer | null;
}

export interface SecondStrainer {
  strainer: Exclude<Strainer, 'none'>;
  strainerName: string | null;
}

/**
 * What the mix passes, in order; empty when nothing is strained off. A press strains by itself, and what leaves it
 * passes the recipe's strainer, if there is one.
 */
export function strainersOf({ blend, strain }: Pick<Recipe, 'blend' | 'strain'>): Strainer[] {
  const passed: Strainer[] = [];
  if (blend.machine === 'cold-press') passed.push('cold-press');
  const again = blend.machine === 'cold-press' && strain.strainer === 'cold-press';
  if (strain.strainer !== 'none' && !again) passed.push(strain.strainer);
  if (strain.second) passed.push(strain.second.strainer);
  return passed;
}

/** Something that goes in besides nuts and liquid. */
export interface AdditionDose {
  /** Key of the additions' table. */
  addition: string;
  /** Blended in, or stirred into the strained milk. */
  when: 'before' | 'after';
  /** Grams per litre of strained milk. */
  gPerL: number;
  /** How the cook said it; left out where it was not said. */
  said?: SaidDose | undefined;
}

/** So much of an addition, put in by hand. */
export interface HandDose {
  addition: string;
  massG: number;
  /** How the cook said it; left out where it was weighed. */
  said?: SaidDose | undefined;
}

/** A liquid that takes the place of part of the water. */
export interface OtherLiquid {
  /** Key of a liquid of the additions' table. */
  liquid: string;
  /** Part of the liquid by mass, above 0 to 1. */
  share: number;
}

/** What the milk is for. */
export const PURPOSES = ['drinking', 'coffee', 'porridge', 'smoothies', 'baking', 'sauces'] as const;

export type Purpose = (typeof PURPOSES)[number];

/** What the cook decides about a batch. Everything else is computed from it. */
export interface Recipe {
  name: string;
  nuts: readonly NutPortion[];
  amount: Amount;
  /** Grams of liquid, ice included, per gram of nuts as bought. */
  waterPerNut: number;
  soak: Soak;
  peel: Peel;
  blend: Blend;
  strain: Strain;
  /** Null when all the liquid is water. */
  otherLiquid: OtherLiquid | null;
  additions: readonly AdditionDose[];
  /** Names of those it is meant for; empty when nobody in particular. */
  drinkers: readonly string[];
  /** What it was set up for; null for nothing in particular. Every setting may have been changed since. */
  purpose: Purpose | null;
  /** Drunk as it is blended, unstrained; left out where it goes into jars. */
  intoGlass?: boolean | undefined;
}

/** The kitchen the batch is made in. */
export interface Surroundings {
  roomTempC: number;
  fridgeTempC: number;
}

export const USUAL_SURROUNDINGS: Surroundings = { roomTempC: 20, fridgeTempC: 4 };

/** Soak water from the tap, °C. */
export const TAP_TEMP_C = 15;
/** Salt of a salted soak, g per kg of water: what cooks who salt put in, an estimate. */
export const SALTED_SOAK_G_PER_KG = 10;
/** Water just off the boil, once it has met bowl and nuts, °C. */
export const HOT_POUR_TEMP_C = 95;
/** Water is changed this often in a long soak, h. */
export const CHANGE_EVERY_H = 12;

/** The stretches of time a soak is made of; changes of water begin a new one. */
export function soakSpells(soak: Soak, surroundings: Surroundings): SoakSpell[] {
  if (soak.method === 'none') return [];
  const placeTempC = soak.method === 'fridge' ? surroundings.fridgeTempC : surroundings.roomTempC;
  const every = soak.changeEveryH ?? soak.hours;
  const spells: SoakSpell[] = [];
  for (let doneH = 0; doneH < soak.hours - 1e-9; doneH += every) {
    // Only the first pouring of a hot soak is hot: by the change it is a rinse.
    const pourTempC = doneH > 0 && soak.method === 'hot' ? TAP_TEMP_C : soak.pourTempC;
    spells.push({ hours: Math.min(every, soak.hours - doneH), placeTempC, pourTempC });
  }
  return spells;
}

/**
 * The plainest recipe of one whole nut: a litre of milk, soaked in the fridge with the water poured away, blended
 * all at once to the usual rupture, through a fine bag with a firm squeeze. What a cook or a kitchen has decided
 * is put over it.
 */
export function plainRecipe(name: string, ingredient: string, waterPerNut: number, soakH: number): Recipe {
  return {
    name,
    nuts: [{ ingredient, form: 'whole', share: 1 }],
    amount: { by: 'milk', volumeMl: 1000 },
    waterPerNut,
    soak: {
      method: 'fridge',
      hours: soakH,
      pourTempC: TAP_TEMP_C,
      saltGPerKg: 0,
      changeEveryH: CHANGE_EVERY_H,
      water: 'poured',
    },
    peel: 'leave',
    blend: {
      machine: 'standard-jug',
      machineName: null,
      powerW: null,
      fillLineMl: null,
      speed: 1,
      waterOrder: 'at-once',
      end: { by: 'rupture', rupture: DEFAULT_RUPTURE },
      presses: 1,
      liquidTempC: TAP_TEMP_C,
      iceShare: 0,
      warmthLimitC: DEFAULT_WARMTH_LIMIT_C,
    },
    strain: { strainer: 'fine-bag', strainerName: null, squeeze: 'firm', washShare: 0, second: null },
    otherLiquid: null,
    additions: [],
    drinkers: [],
    purpose: null,
  };
}

/** The same recipe for so many glasses of `glassMl`. */
export function recipeForGlasses(recipe: Recipe, glasses: number, glassMl: number): Recipe {
  return { ...recipe, amount: { by: 'milk', volumeMl: glasses * glassMl } };
}

/** Each nut's part of the nuts by mass, %. */
export function nutPercents(nuts: readonly NutPortion[]): number[] {
  const sum = nuts.reduce((shares, nut) => shares + nut.share, 0);
  return nuts.map((nut) => (100 * nut.share) / sum);
}

/** One nut set to `percent` (above 0, below 100) of the blend; the others share the rest as they did. */
export function withNutPercent(nuts: readonly NutPortion[], index: number, percent: number): NutPortion[] {
  const others = nuts.reduce((sum, nut, i) => (i === index ? sum : sum + nut.share), 0);
  const share = (others * percent) / (100 - percent);
  return nuts.map((nut, i) => (i === index ? { ...nut, share } : nut));
}
