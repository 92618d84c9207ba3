import type { Ingredient, NutForm } from '../ingredients';
import type { MachineKind } from './machine';

/** Rupture wanted unless the cook says otherwise. */
export const DEFAULT_RUPTURE = 0.85;
/** As fine as a cook sets it by hand, share of the cells; less is hardly blended, more is hardly reached. */
export const RUPTURE_BY_HAND = { min: 0.3, max: 0.97 } as const;
/** Mixes above this end temperature cook and thicken; the cook may move it. */
export const DEFAULT_WARMTH_LIMIT_C = 35;
/** Density of soaked nuts, g/mL. */
export const SOAKED_NUT_G_PER_ML = 1.05;
/** More loads than this is another machine's job. */
export const MAX_LOADS = 12;
/** Share of cells opened by one and two passes of a cold press. */
export const PRESS_RUPTURE: Readonly<Record<1 | 2, number>> = { 1: 0.85, 2: 0.93 };
/** Minutes per litre and pass at a cold press. */
export const PRESS_MIN_PER_L = 4;

const CUT: Readonly<Record<NutForm, number>> = { whole: 1, chopped: 0.7, ground: 0.35 };

/** Heat capacities of water, of nuts as bought and other solids, and of ice, kJ/kg·K. */
export const WATER_KJ = 4.18;
export const SOLIDS_KJ = 1.9;
export const ICE_KJ = 2.1;
/** Heat that melts ice, kJ/kg, and how far below zero the freezer holds it, °C. */
export const MELT_KJ = 334;
export const ICE_BELOW_ZERO_C = 18;
/** To warm 1 kg of ice from the freezer and melt it, kJ. */
const ICE_TO_WATER_KJ = ICE_KJ * ICE_BELOW_ZERO_C + MELT_KJ;
/** A mix that reaches this boils over: it gets no warmer, °C. */
export const BOIL_OVER_C = 95;
/** Above this the milk tastes cooked and thickens, °C. */
export const COOKED_FROM_C = 55;
/**
 * Heat that a running load gives off for each degree above the room, W/K: an effective figure with the blades running,
 * the warming of the jug in it. A starting estimate.
 */
export const LOSS_W_PER_K: Readonly<Record<MachineKind, number>> = {
  'personal-cup': 2,
  'standard-jug': 4,
  'high-speed-jug': 4,
  'cold-press': 0,
};
/** Least seconds proposed: low speed first, then time to draw everything through the blades. */
export const LEAST_SECONDS: Readonly<Record<MachineKind, number>> = {
  'personal-cup': 45,
  'standard-jug': 60,
  'high-speed-jug': 40,
  'cold-press': 0,
};

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

/** Volume that a load fills in the jug, mL, without its froth: that has its room above the maker's MAX line. */
export function loadVolumeMl(liquidMl: number, iceMl: number, soakedNutG: number, addedMl: number): number {
  return liquidMl + iceMl + addedMl + soakedNutG / SOAKED_NUT_G_PER_ML;
}

/** What one load is mixed from; masses in g, temperatures in °C. */
export interface Heat {
  nutAsBoughtG: number;
  uptakeG: number;
  nutTempC: number;
  /** Soak water that comes with the nuts, as warm as it has become. */
  keptWaterG: number;
  keptWaterTempC: number;
  /** Liquid besides kept soak water and ice. */
  liquidG: number;
  liquidTempC: number;
  iceG: number;
  /** Water and solids of additions blended in, at the liquid's temperature. */
  addedWaterG: number;
  addedSolidsG: number;
}

/** The blades' part in the heat balance of one load. */
export interface BladeHeat {
  /** Power that reaches the mix, W. */
  powerW: number;
  /** Heat given off for each degree above the room, W/K. */
  lossWPerK: number;
  roomTempC: number;
}

/** How a load warms while the blades run. */
export interface Warming extends BladeHeat {
  /** The mix before the blades start, °C; 0 while ice is left in it. */
  startC: number;
  /** Ice left in the mix before the blades start, g. */
  iceLeftG: number;
  capacityKjPerK: number;
}

/** Heat capacity once all is liquid, kJ/K, and heat above that of the same mix at 0 °C with its ice melted, kJ. */
function balance(heat: Heat): { capacityKjPerK: number; aboveZeroKj: number } {
  const nutKj = (heat.nutAsBoughtG * SOLIDS_KJ + heat.uptakeG * WATER_KJ) / 1000;
  const keptKj = (heat.keptWaterG * WATER_KJ) / 1000;
  const liquidKj = ((heat.liquidG + heat.addedWaterG) * WATER_KJ + heat.addedSolidsG * SOLIDS_KJ) / 1000;
  const iceKg = heat.iceG / 1000;
  return {
    capacityKjPerK: nutKj + keptKj + liquidKj + iceKg * WATER_KJ,
    aboveZeroKj:
      nutKj * heat.nutTempC +
      keptKj * heat.keptWaterTempC +
      liquidKj * heat.liquidTempC -
      iceKg * ICE_TO_WATER_KJ,
  };
}

/** The mix as it stands in the jug, and how the blades will warm it. */
export function warmingOf(heat: Heat, blades: BladeHeat): Warming {
  const { capacityKjPerK, aboveZeroKj } = balance(heat);
  const { powerW, lossWPerK, roomTempC } = blades;
  return {
    powerW,
    lossWPerK,
    roomTempC,
    startC: Math.max(0, aboveZeroKj / capacityKjPerK),
    iceLeftG: aboveZeroKj < 0 ? Math.min(heat.iceG, (-1000 * aboveZeroKj) / MELT_KJ) : 0,
    capacityKjPerK,
  };
}

/** Heat that reaches a mix held at 0 °C by its ice, W. */
function meltingW({ powerW, lossWPerK, roomTempC }: BladeHeat): number {
  return powerW + lossWPerK * roomTempC;
}

/** Ice left after the blades have run for `seconds`, g. */
export function iceLeftAfterG(warming: Warming, seconds: number): number {
  return Math.max(0, warming.iceLeftG - (meltingW(warming) * seconds) / MELT_KJ);
}

/**
 * Temperature after the blades have run for `seconds`, °C: ice melts first, then C·dT/dt = P - U·(T - room), never
 * above `BOIL_OVER_C`.
 */
export function warmthAfterC(warming: Warming, seconds: number): number {
  const { startC, iceLeftG, capacityKjPerK, powerW, lossWPerK, roomTempC } = warming;
  if (iceLeftAfterG(warming, seconds) > 0) return 0;
  const meltingS = iceLeftG > 0 ? (iceLeftG * MELT_KJ) / meltingW(warming) : 0;
  const ranS = seconds - meltingS;
  const capacityJPerK = capacityKjPerK * 1000;
  if (lossWPerK === 0) return Math.min(BOIL_OVER_C, startC + (powerW * ranS) / capacityJPerK);
  const levelC = roomTempC + powerW / lossWPerK;
  return Math.min(BOIL_OVER_C, levelC + (startC - levelC) * Math.exp((-lossWPerK * ranS) / capacityJPerK));
}

/** Part of the heat capacity of load and rinse together that the rinse brings, 0 to 1; its mass in g. */
export function rinseShareOf({ capacityKjPerK }: Warming, rinseG: number): number {
  const rinseKj = (rinseG * WATER_KJ) / 1000;
  return rinseKj / (capacityKjPerK + rinseKj);
}

/** The milk once liquid of `liquidTempC` has rinsed the jug into a load of `loadTempC`, °C. */
export function mixedWithRinseC(loadTempC: number, liquidTempC: number, rinseShare: number): number {
  return loadTempC + (liquidTempC - loadTempC) * rinseShare;
}

/**
 * Ice in g that takes the place of as much liquid and keeps the end of `seconds` of blending at `limitC`; 0 when none
 * is needed, null when not even all the liquid as ice would do. Solved outright: ice for liquid leaves the heat
 * capacity as it is and takes up its melting and the liquid's warmth.
 */
export function iceForLimitG(heat: Heat, blades: BladeHeat, seconds: number, limitC: number): number | null {
  const liquidG = heat.liquidG + heat.iceG;
  const without = { ...heat, liquidG, iceG: 0 };
  if (warmthAfterC(warmingOf(without, blades), seconds) <= limitC) return 0;
  const { capacityKjPerK, aboveZeroKj } = balance(without);
  const { powerW, lossWPerK, roomTempC } = blades;
  const capacityJPerK = capacityKjPerK * 1000;
  /** Where the blades would bring the mix if they ran for ever. */
  const levelC = lossWPerK === 0 ? 0 : roomTempC + powerW / lossWPerK;
  const fade = Math.exp((-lossWPerK * seconds) / capacityJPerK);
  const startC =
    lossWPerK === 0 ? limitC - (powerW * seconds) / capacityJPerK : levelC + (limitC - levelC) / fade;
  let wantedKj = startC * capacityKjPerK;
  if (startC < 0) {
    // The ice outlasts the pouring: only the seconds that are left once it has melted warm the mix.
    const warmS =
      lossWPerK === 0
        ? (limitC * capacityJPerK) / powerW
        : (-capacityJPerK / lossWPerK) * Math.log(1 - limitC / levelC);
    wantedKj = (-(seconds - warmS) * meltingW(blades)) / 1000;
  }
  const perG = (ICE_TO_WATER_KJ + WATER_KJ * heat.liquidTempC) / 1000;
  // Ice in a mix that freezes right through counts only for its melting, as in `warmingOf`.
  const iceG = Math.max((aboveZeroKj - wantedKj) / perG, (-1000 * wantedKj) / MELT_KJ);
  return iceG > liquidG ? null : iceG;
}
