import type { Composition, Ingredient } from '../ingredients';
import {
  EMPTY_COMPOSITION,
  addCompositions,
  scaleComposition,
  solidsG,
  subtractComposition,
  totalG,
} from '../ingredients';

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

/** The residue of a seed that gels, wet flax above all, holds this many times the usual. */
const GEL_HELD = 3.5;
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
  /** How this kitchen's extraction differs: share = 1 - (1 - usual)^factor; 1 is the usual. */
  extraction: number;
}

export interface StrainInput {
  nuts: readonly StrainNut[];
  /** Mass as bought of all nuts, g. */
  nutAsBoughtG: number;
  /** Water in the first mix besides the nuts' own: uptake, liquids, ice and additions, g. */
  addedWaterG: number;
  /** Solids of liquids and additions that pass, and that stay; g. */
  addedPasses: Composition;
  addedStays: Composition;
  /** What the mix passes, in order; empty when nothing is strained off. */
  strainers: readonly Strainer[];
  squeeze: Squeeze;
  /** On the liquid that each strainer's residue holds, and on the tool loss: how this kitchen differs; 1 is the usual. */
  heldFactors: readonly number[];
  lossFactor: number;
  loads: number;
  /** Fresh water for a second washing of the pulp, g; 0 for none. */
  washWaterG: number;
}

export interface Strained {
  /** Milk; not above zero in its total when there is none. */
  milk: Composition;
  milkG: number;
  /** What of the milk's solids came out of the nuts, g; and their calcium, mg. */
  fromNuts: Composition;
  calciumMg: number;
  /** Part of what was dissolved in the first mix that ends in the milk. */
  mixShare: number;
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
  fines: Fines;
  residue: Composition;
  /** Dry residue, what gels counted as often as it holds, g. */
  holdingG: number;
  /** Calcium goes with the ash. */
  calciumMg: number;
}

/** Grains that slip through a strainer with the milk. */
interface Fines {
  solids: Composition;
  /** Their dry mass, what gels counted as often as it holds, g. */
  holdingG: number;
  calciumMg: number;
}

/** Share set free once the kitchen's own factor is on it. */
function freed(usual: number, factor: number): number {
  return factor === 1 ? usual : 1 - Math.pow(1 - usual, factor);
}

/** Splits every nut's solids into what passes, what of it is grains, and what stays. */
function release(nuts: readonly StrainNut[], g: number, pass: number): Release {
  const passed: Composition = { ...EMPTY_COMPOSITION };
  const residue: Composition = { ...EMPTY_COMPOSITION };
  const fines: Fines = { solids: { ...EMPTY_COMPOSITION }, holdingG: 0, calciumMg: 0 };
  let holdingG = 0;
  let calciumMg = 0;
  for (const { ingredient, nut, rupture, proteinFactor, extraction } of nuts) {
    const fg = rupture * g;
    let staysG = 0;
    let finesG = 0;
    const part = (what: keyof Composition, emax: number): void => {
      const free = freed(emax * fg, extraction);
      const fine = nut[what] * (1 - free) * pass;
      const through = nut[what] * free + fine;
      passed[what] += through;
      residue[what] += nut[what] - through;
      fines.solids[what] += fine;
      finesG += fine;
      staysG += nut[what] - through;
      if (what === 'ashG' && ingredient.ashPct > 0) {
        calciumMg += (through * ingredient.calciumMgPer100G) / ingredient.ashPct;
        fines.calciumMg += (fine * ingredient.calciumMgPer100G) / ingredient.ashPct;
      }
    };
    part('proteinG', ingredient.emaxProtein * proteinFactor);
    part('fatG', ingredient.emaxFat);
    part('fibreG', ingredient.emaxFibre);
    part('sugarsG', EMAX_SUGARS);
    part('otherG', EMAX_OTHER);
    part('ashG', EMAX_ASH);
    const holds = ingredient.gels ? GEL_HELD : 1;
    holdingG += staysG * holds;
    fines.holdingG += finesG * holds;
  }
  return { passed, fines, residue, holdingG, calciumMg };
}

/** What the first strainer gives, and the grains that are still in it. */
interface Passed {
  strained: Strained;
  fines: Fines;
}

/** Parts the mix at the first strainer, the pulp washed a second time where the cook does so. */
function firstStrainer(input: StrainInput): Passed {
  const { pass, held: heldBy } = STRAINERS[input.strainers[0] ?? 'none'];
  const held = heldBy[input.squeeze] * (input.heldFactors[0] ?? 1);
  let nutWaterG = 0;
  for (const { nut } of input.nuts) nutWaterG += nut.waterG;
  const waterG = nutWaterG + input.addedWaterG;
  const g1 = washOut(waterG / input.nutAsBoughtG);
  const addedStaysG = solidsG(input.addedStays);

  const first = release(input.nuts, g1, pass);
  const mix: Composition = { ...addCompositions(first.passed, input.addedPasses), waterG };
  const mixG = totalG(mix);
  const lossG = (TOOL_LOSS_FIRST_G + TOOL_LOSS_MORE_G * (input.loads - 1)) * input.lossFactor;
  const loss = scaleComposition(mix, lossG / mixG);
  const heldG = held * (first.holdingG + addedStaysG);
  const heldMix = scaleComposition(mix, heldG / mixG);
  const firstMilkG = mixG - heldG - lossG;
  const firstShare = firstMilkG / mixG;
  const firstMilk = scaleComposition(mix, firstShare);

  // Pulp that keeps all of the first mix is not washed: there is no milk to add the washing to.
  if (input.washWaterG <= 0 || firstMilkG <= 0) {
    const pulp = addCompositions(addCompositions(first.residue, input.addedStays), heldMix);
    return {
      fines: scaleFines(first.fines, firstShare),
      strained: {
        milk: firstMilk,
        milkG: firstMilkG,
        fromNuts: scaleComposition(first.passed, firstShare),
        calciumMg: first.calciumMg * firstShare,
        mixShare: firstShare,
        finesG: solidsG(first.fines.solids) * firstShare,
        pulp,
        pulpG: totalG(pulp),
        residueG: solidsG(first.residue) + addedStaysG,
        loss,
        lossG,
      },
    };
  }

  // The grains that could slip through did so the first time; the second washing only draws out what was left.
  const q2 = (input.washWaterG + heldMix.waterG) / input.nutAsBoughtG;
  const gBoth = 1 - (1 - g1) * (1 - washOut(q2));
  const both = release(input.nuts, gBoth, pass);
  const drawn = subtractComposition(first.residue, both.residue);
  const mix2 = addCompositions(addCompositions(heldMix, drawn), {
    ...EMPTY_COMPOSITION,
    waterG: input.washWaterG,
  });
  const mix2G = totalG(mix2);
  const held2G = held * (both.holdingG + addedStaysG);
  const heldMix2 = scaleComposition(mix2, held2G / mix2G);
  const share2 = 1 - held2G / mix2G;
  const milk = addCompositions(firstMilk, scaleComposition(mix2, share2));
  const pulp = addCompositions(addCompositions(both.residue, input.addedStays), heldMix2);
  const mixShare = firstShare + (heldG / mixG) * share2;
  return {
    fines: scaleFines(first.fines, mixShare),
    strained: {
      milk,
      milkG: totalG(milk),
      fromNuts: addCompositions(scaleComposition(first.passed, mixShare), scaleComposition(drawn, share2)),
      calciumMg: first.calciumMg * mixShare + (both.calciumMg - first.calciumMg) * share2,
      mixShare,
      finesG: solidsG(first.fines.solids) * mixShare,
      pulp,
      pulpG: totalG(pulp),
      residueG: solidsG(both.residue) + addedStaysG,
      loss,
      lossG,
    },
  };
}

function scaleFines({ solids, holdingG, calciumMg }: Fines, by: number): Fines {
  return { solids: scaleComposition(solids, by), holdingG: holdingG * by, calciumMg: calciumMg * by };
}

/**
 * Strained milk through a further strainer: of the grains that slipped through before, so many as it is finer by are
 * caught. They join the pulp with the milk that they hold; the tools lose nothing more.
 */
function furtherStrainer(
  { strained, fines }: Passed,
  passBefore: number,
  strainer: Strainer,
  squeeze: Squeeze,
  heldFactor: number,
): Passed {
  const { pass, held } = STRAINERS[strainer];
  const kept = Math.min(1, pass / passBefore);
  const caught = scaleFines(fines, 1 - kept);
  const rest = subtractComposition(strained.milk, caught.solids);
  const heldShare = (held[squeeze] * heldFactor * caught.holdingG) / totalG(rest);
  const share = 1 - heldShare;
  const milk = scaleComposition(rest, share);
  const pulp = addCompositions(
    addCompositions(strained.pulp, caught.solids),
    scaleComposition(rest, heldShare),
  );
  const caughtG = solidsG(caught.solids);
  return {
    fines: scaleFines(fines, kept * share),
    strained: {
      ...strained,
      milk,
      milkG: totalG(milk),
      fromNuts: scaleComposition(subtractComposition(strained.fromNuts, caught.solids), share),
      calciumMg: (strained.calciumMg - caught.calciumMg) * share,
      mixShare: strained.mixShare * share,
      finesG: (strained.finesG - caughtG) * share,
      pulp,
      pulpG: totalG(pulp),
      residueG: strained.residueG + caughtG,
    },
  };
}

/**
 * Parts a blended mix into milk, pulp and what sticks to the tools, through one strainer or several. The three masses
 * add up to the mix to rounding. Says nothing about whether there is any milk: `milkG` may come out at or below zero.
 */
export function strain(input: StrainInput): Strained {
  let passed = firstStrainer(input);
  let { pass } = STRAINERS[input.strainers[0] ?? 'none'];
  for (let i = 1; i < input.strainers.length && passed.strained.milkG > 0; i++) {
    const strainer = input.strainers[i] ?? 'none';
    passed = furtherStrainer(passed, pass, strainer, input.squeeze, input.heldFactors[i] ?? 1);
    pass = Math.min(pass, STRAINERS[strainer].pass);
  }
  return passed.strained;
}
