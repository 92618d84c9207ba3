import type { Composition } from './composition';
import { EMPTY, add, scale, solidsG, totalG } from './composition';
import type { Ingredient } from './ingredient';

export type Strainer = 'fine-bag' | 'muslin' | 'fine-sieve' | 'none' | 'cold-press';
export type Squeeze = 'light' | 'firm' | 'hard';

interface StrainerFigures {
  /** Share of the grains that slips through as fines. */
  pass: number;
  /** Liquid that stays in the residue, g per g of dry residue. */
  held: Readonly<Record<Squeeze, number>>;
  /** Straining minutes per litre of milk. */
  minPerL: number;
}

/** Starting estimates for each strainer. */
export const STRAINERS: Readonly<Record<Strainer, StrainerFigures>> = {
  'fine-bag': { pass: 0.03, held: { light: 2.4, firm: 1.7, hard: 1.4 }, minPerL: 3 },
  muslin: { pass: 0.06, held: { light: 2.7, firm: 1.9, hard: 1.6 }, minPerL: 3 },
  'fine-sieve': { pass: 0.15, held: { light: 3.6, firm: 3.2, hard: 2.8 }, minPerL: 6 },
  none: { pass: 1, held: { light: 0, firm: 0, hard: 0 }, minPerL: 0 },
  'cold-press': { pass: 0.05, held: { light: 1, firm: 1, hard: 1 }, minPerL: 0 },
};

/** Milk left on jug, bag and bowl, g: for the first load, and for each one more. */
export const TOOL_LOSS_FIRST_G = 20;
export const TOOL_LOSS_MORE_G = 5;

/** Wet flax gels: its residue holds this many times the usual. */
const FLAX_HELD = 3.5;
const EMAX_SUGARS = 0.97;
const EMAX_OTHER = 0.5;
const EMAX_ASH = 0.75;

/** How far the water can carry what the blades set free; `waterPerNut` is all water in the mix per g as bought. */
export function washOut(waterPerNut: number): number {
  return waterPerNut / (waterPerNut + 0.6);
}

export interface StrainNut {
  ingredient: Ingredient;
  /** The peeled nut with its own water. */
  nut: Composition;
  /** Share of its cells open. */
  rupture: number;
  /** 1, or less where heat has set the protein. */
  proteinFactor: number;
}

export interface StrainInput {
  nuts: readonly StrainNut[];
  /** Mass as bought of all nuts, g. */
  nutAsBoughtG: number;
  /** Water in the first mix besides the nuts' own: uptake, liquid and ice, g. */
  addedWaterG: number;
  strainer: Strainer;
  squeeze: Squeeze;
  loads: number;
  /** Fresh water for a second washing of the pulp, g; 0 for none. */
  washWaterG: number;
}

export interface Strained {
  /** Milk; not above zero in its total when there is none. */
  milk: Composition;
  milkG: number;
  /** Grains in the milk, g. */
  finesG: number;
  pulp: Composition;
  pulpG: number;
  /** Dry residue in the pulp, g. */
  residueG: number;
  loss: Composition;
  lossG: number;
}

interface Release {
  passed: Composition;
  fines: Composition;
  residue: Composition;
  heldFactorG: number;
}

/** Splits every nut's solids into what passes, what of it is grains, and what stays. */
function release(nuts: readonly StrainNut[], g: number, pass: number): Release {
  let passed: Composition = EMPTY;
  let fines: Composition = EMPTY;
  let residue: Composition = EMPTY;
  let heldFactorG = 0;
  for (const { ingredient, nut, rupture, proteinFactor } of nuts) {
    const fg = rupture * g;
    const x = {
      waterG: 0,
      proteinG: ingredient.emaxProtein * proteinFactor * fg,
      fatG: ingredient.emaxFat * fg,
      fibreG: ingredient.emaxFibre * fg,
      sugarsG: EMAX_SUGARS * fg,
      otherG: EMAX_OTHER * fg,
      ashG: EMAX_ASH * fg,
    };
    const fine = portion(nut, x, (free) => (1 - free) * pass);
    const through = portion(nut, x, (free) => free + (1 - free) * pass);
    const stays = portion(nut, x, (free) => (1 - free) * (1 - pass));
    fines = add(fines, fine);
    passed = add(passed, through);
    residue = add(residue, stays);
    heldFactorG += solidsG(stays) * (ingredient.key === 'flax' ? FLAX_HELD : 1);
  }
  return { passed, fines, residue, heldFactorG };
}

function portion(nut: Composition, x: Composition, share: (free: number) => number): Composition {
  return {
    waterG: 0,
    proteinG: nut.proteinG * share(x.proteinG),
    fatG: nut.fatG * share(x.fatG),
    fibreG: nut.fibreG * share(x.fibreG),
    sugarsG: nut.sugarsG * share(x.sugarsG),
    otherG: nut.otherG * share(x.otherG),
    ashG: nut.ashG * share(x.ashG),
  };
}

/**
 * Parts a blended mix into milk, pulp and what sticks to the tools. The three masses add up to the mix to
 * rounding. Says nothing about whether there is any milk: `milkG` may come out at or below zero.
 */
export function strain(input: StrainInput): Strained {
  const { pass, held: heldBy } = STRAINERS[input.strainer];
  const held = heldBy[input.squeeze];
  let nutWaterG = 0;
  for (const { nut } of input.nuts) nutWaterG += nut.waterG;
  const waterG = nutWaterG + input.addedWaterG;
  const g1 = washOut(waterG / input.nutAsBoughtG);

  const first = release(input.nuts, g1, pass);
  const mix: Composition = { ...first.passed, waterG };
  const mixG = totalG(mix);
  const lossG = TOOL_LOSS_FIRST_G + TOOL_LOSS_MORE_G * (input.loads - 1);
  const loss = scale(mix, lossG / mixG);
  const heldG = held * first.heldFactorG;
  const heldMix = scale(mix, heldG / mixG);
  const firstMilkG = mixG - heldG - lossG;
  const firstMilk = scale(mix, firstMilkG / mixG);
  const finesShare = solidsG(first.fines) / mixG;

  if (input.washWaterG <= 0) {
    const pulp = add(first.residue, heldMix);
    return {
      milk: firstMilk,
      milkG: firstMilkG,
      finesG: finesShare * firstMilkG,
      pulp,
      pulpG: totalG(pulp),
      residueG: solidsG(first.residue),
      loss,
      lossG,
    };
  }

  // The grains that could slip through did so the first time; the second washing only draws out what was left.
  const q2 = (input.washWaterG + heldMix.waterG) / input.nutAsBoughtG;
  const gBoth = 1 - (1 - g1) * (1 - washOut(q2));
  const both = release(input.nuts, gBoth, pass);
  const drawn = add(first.residue, scale(both.residue, -1));
  const mix2 = add(add(heldMix, drawn), { ...EMPTY, waterG: input.washWaterG });
  const mix2G = totalG(mix2);
  const held2G = held * both.heldFactorG;
  const heldMix2 = scale(mix2, held2G / mix2G);
  const secondMilk = scale(mix2, 1 - held2G / mix2G);
  const milk = add(firstMilk, secondMilk);
  const pulp = add(both.residue, heldMix2);
  const fines2G = finesShare * heldG * (1 - held2G / mix2G);
  return {
    milk,
    milkG: totalG(milk),
    finesG: finesShare * firstMilkG + fines2G,
    pulp,
    pulpG: totalG(pulp),
    residueG: solidsG(both.residue),
    loss,
    lossG,
  };
}
