import type { Ingredient, NutForm } from './ingredient';

/** Rupture wanted unless the cook says otherwise. */
export const DEFAULT_RUPTURE = 0.85;
/** As fine as a cook sets it by hand, share of the cells; less is hardly blended, more is hardly reached. */
export const RUPTURE_BY_HAND = { min: 0.3, max: 0.97 } as const;
/** Mixes above this end temperature cook and thicken; the cook may move it. */
export const DEFAULT_WARMTH_LIMIT_C = 35;
/** Froth on a running load: the jug must hold this much more than what was poured in. */
export const FROTH_FACTOR = 1.15;
/** Density of soaked nuts, g/mL. */
export const SOAKED_NUT_G_PER_ML = 1.05;
/** More loads than this is another machine's job. */
export const MAX_LOADS = 12;
/** Share of cells opened by one and two passes of a cold press. */
export const PRESS_RUPTURE: Readonly<Record<1 | 2, number>> = { 1: 0.85, 2: 0.93 };
/** Minutes per litre and pass at a cold press. */
export const PRESS_MIN_PER_L = 4;

const CUT: Readonly<Record<NutForm, number>> = { whole: 1, chopped: 0.7, ground: 0.35 };

const WATER_KJ = 4.18;
const NUT_KJ = 1.9;
const ICE_KJ = 2.1;
const MELT_KJ = 334;
const ICE_BELOW_ZERO_C = 18;

/** Specific energy that opens 63 % of this nut's cells as soaked and cut, kJ/kg. */
export function breakingEnergyKjPerKg(ingredient: Ingredient, form: NutForm, saturation: number): number {
  const hardness = form === 'ground' ? 1 : 1.6 - 0.6 * Math.min(1, saturation / 0.6);
  return ingredient.e0KjPerKg * hardness * CUT[form];
}

/** Share of cells open after specific energy `eKjPerKg`. */
export function rupture(eKjPerKg: number, breakingKjPerKg: number): number {
  return 1 - Math.exp(-eKjPerKg / breakingKjPerKg);
}

export interface Breakable {
  massG: number;
  breakingKjPerKg: number;
}

/** Mean rupture by mass of nuts that share one load. */
export function meanRupture(nuts: readonly Breakable[], eKjPerKg: number): number {
  let mass = 0;
  let sum = 0;
  for (const nut of nuts) {
    mass += nut.massG;
    sum += nut.massG * rupture(eKjPerKg, nut.breakingKjPerKg);
  }
  return sum / mass;
}

/** Specific energy in kJ/kg for a mean rupture of `wanted` (0 to below 1). */
export function energyForRupture(nuts: readonly Breakable[], wanted: number): number {
  const first = nuts[0];
  if (nuts.length === 1 && first) return -first.breakingKjPerKg * Math.log(1 - wanted);
  let low = Infinity;
  let high = 0;
  for (const nut of nuts) {
    const alone = -nut.breakingKjPerKg * Math.log(1 - wanted);
    low = Math.min(low, alone);
    high = Math.max(high, alone);
  }
  // The mean lies between its parts; it rises with e, so halving always closes in.
  for (let i = 0; i < 60 && high - low > 1e-12 * high; i++) {
    const mid = (low + high) / 2;
    if (meanRupture(nuts, mid) < wanted) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

/** Volume a load takes up in the jug with its froth, mL. */
export function loadVolumeMl(liquidMl: number, iceMl: number, soakedNutG: number, addedMl: number): number {
  return (liquidMl + iceMl + addedMl + soakedNutG / SOAKED_NUT_G_PER_ML) * FROTH_FACTOR;
}

export interface Heat {
  nutAsBoughtG: number;
  uptakeG: number;
  nutTempC: number;
  liquidG: number;
  liquidTempC: number;
  iceG: number;
  /** Water and solids of additions blended in, at the liquid's temperature; g. */
  addedWaterG: number;
  addedSolidsG: number;
  /** Blade energy, kJ. */
  energyKj: number;
}

/** Temperature when the blades stop, °C, all blade energy having become heat; never below melting ice. */
export function endTempC(heat: Heat): number {
  const nutKj = (heat.nutAsBoughtG * NUT_KJ + heat.uptakeG * WATER_KJ) / 1000;
  const liquidKj = ((heat.liquidG + heat.addedWaterG) * WATER_KJ + heat.addedSolidsG * NUT_KJ) / 1000;
  const iceKg = heat.iceG / 1000;
  const gained =
    nutKj * heat.nutTempC + liquidKj * heat.liquidTempC + heat.energyKj - iceKg * ICE_TO_WATER_KJ;
  return Math.max(0, gained / (nutKj + liquidKj + iceKg * WATER_KJ));
}

/** To warm 1 kg of ice from the freezer and melt it, kJ. */
const ICE_TO_WATER_KJ = ICE_KJ * ICE_BELOW_ZERO_C + MELT_KJ;

/**
 * Ice in g that takes the place of as much liquid and keeps the end at `limitC`; 0 when none is needed, null
 * when not even all the liquid as ice would do. The balance is linear in the ice, so it is solved outright.
 */
export function iceForLimitG(heat: Heat, limitC: number): number | null {
  const liquidG = heat.liquidG + heat.iceG;
  const without = { ...heat, liquidG, iceG: 0 };
  const surplusC = endTempC(without) - limitC;
  if (surplusC <= 0) return 0;
  const nutKj = (heat.nutAsBoughtG * NUT_KJ + heat.uptakeG * WATER_KJ) / 1000;
  const liquidKj = ((liquidG + heat.addedWaterG) * WATER_KJ + heat.addedSolidsG * NUT_KJ) / 1000;
  // A gram of ice for a gram of liquid leaves the heat capacity as it is and takes up melting and the liquid's warmth.
  const perG = (ICE_TO_WATER_KJ + WATER_KJ * heat.liquidTempC) / 1000;
  const iceG = (surplusC * (nutKj + liquidKj)) / perG;
  return iceG > liquidG ? null : iceG;
}
