import type { Composition, Ingredient, NutForm } from '../ingredients';
import { EMPTY_COMPOSITION, compositionOf, solidsG } from '../ingredients';

const ACTIVATION_J_PER_MOL = 30_000;
const GAS_CONSTANT = 8.314;
const ZERO_C_K = 273.15;
const REFERENCE_K = 293.15;

/** Time constant with which soak water drifts to its surroundings, h. */
export const SOAK_DRIFT_H = 0.75;
/** From this pouring temperature on a soak counts as hot: drain, rinse cold, blend below 30 °C. */
export const HOT_SOAK_FROM_C = 80;
/** Hot-soaked protein comes out this much worse. */
export const HOT_SOAK_PROTEIN = 0.85;
/** Warmest the nuts, and soak water kept with them, may be when they reach the jug, °C. */
export const RINSED_MAX_C = 30;
/** Kept soak water stands in a bath of cold water of this temperature, refreshed, °C. */
export const BATH_TEMP_C = 15;
/** Time constants of a covered bowl: in a cold bath, and standing in the room; h. */
export const BATH_DRIFT_H = 0.25;
/** Share of brine salt that is sodium. */
export const SODIUM_SHARE_OF_SALT = 0.393;

/** A stretch of soaking in one place. */
export interface SoakSpell {
  /** Clock hours, > 0. */
  hours: number;
  /** Air temperature around the bowl, °C. */
  placeTempC: number;
  /** Temperature just after fresh water was poured on, °C; null when the water stayed as it was. */
  pourTempC: number | null;
}

/** Relative rate of soaking at `tempC`; 1 at 20 °C (Arrhenius, 30 kJ/mol). */
export function soakRate(tempC: number): number {
  return Math.exp((-ACTIVATION_J_PER_MOL / GAS_CONSTANT) * (1 / (tempC + ZERO_C_K) - 1 / REFERENCE_K));
}

// Five-point Gauss-Legendre on [-1, 1].
const GAUSS: readonly (readonly [number, number])[] = [
  [0, 0.5688888888888889],
  [-0.5384693101056831, 0.4786286704993665],
  [0.5384693101056831, 0.4786286704993665],
  [-0.906179845938664, 0.2369268850561891],
  [0.906179845938664, 0.2369268850561891],
];
// Panel edges in time constants: narrow while the temperature moves, wide when it has settled.
const PANEL_EDGES = [0, 0.25, 0.5, 1, 1.5, 2.5, 4, 7, 14];

/**
 * ∫ rate(T(t)) dt over `hours`, in hours, for a temperature that starts at `startTempC` and drifts to
 * `placeTempC` with time constant `driftH`. `rate` must be smooth in T, but for corners.
 */
export function integrateDrift(
  rate: (tempC: number) => number,
  startTempC: number,
  placeTempC: number,
  driftH: number,
  hours: number,
): number {
  let sum = 0;
  for (let i = 0; i < PANEL_EDGES.length; i++) {
    const fromH = (PANEL_EDGES[i] ?? 0) * driftH;
    if (fromH >= hours) break;
    const edge = PANEL_EDGES[i + 1];
    const toH = edge === undefined ? hours : Math.min(hours, edge * driftH);
    const half = (toH - fromH) / 2;
    const mid = (toH + fromH) / 2;
    for (const [node, weight] of GAUSS) {
      const atH = mid + half * node;
      sum += weight * half * rate(placeTempC + (startTempC - placeTempC) * Math.exp(-atH / driftH));
    }
  }
  return sum;
}

export interface SoakHistory {
  /** Soak-equivalent hours at 20 °C. */
  teH: number;
  /** Clock hours. */
  clockH: number;
  /** Temperature of water and nuts at the end, °C. */
  endTempC: number;
  /** Whether any water was poured at 80 °C or above. */
  hot: boolean;
}

/**
 * Runs the spells one after another. `startTempC` stands in for the first pouring temperature when the first
 * spell gives none.
 */
export function soakHistory(spells: readonly SoakSpell[], startTempC = 15): SoakHistory {
  let tempC = startTempC;
  let teH = 0;
  let clockH = 0;
  let hot = false;
  for (const spell of spells) {
    if (spell.pourTempC !== null) {
      tempC = spell.pourTempC;
      hot ||= spell.pourTempC >= HOT_SOAK_FROM_C;
    }
    teH += integrateDrift(soakRate, tempC, spell.placeTempC, SOAK_DRIFT_H, spell.hours);
    tempC = spell.placeTempC + (tempC - spell.placeTempC) * Math.exp(-spell.hours / SOAK_DRIFT_H);
    clockH += spell.hours;
  }
  return { teH, clockH, endTempC: tempC, hot };
}

/** How a bowl of kept soak water comes down to what a closed jug may hold. */
export interface Cooling {
  /** In a cold bath, h. */
  bathH: number;
  /** Standing in the room, h; null where the room itself is too warm. */
  standingH: number | null;
}

/** Cooling to `RINSED_MAX_C` of a bowl that the soak left at `tempC`; null when it is cool enough. */
export function coolingFrom(tempC: number, roomTempC: number): Cooling | null {
  if (tempC <= RINSED_MAX_C) return null;
  const hoursTo = (placeTempC: number, driftH: number): number =>
    driftH * Math.log((tempC - placeTempC) / (RINSED_MAX_C - placeTempC));
  return {
    bathH: hoursTo(BATH_TEMP_C, BATH_DRIFT_H),
    standingH: roomTempC < RINSED_MAX_C ? hoursTo(roomTempC, SOAK_DRIFT_H) : null,
  };
}

const FORM_T50: Readonly<Record<NutForm, number>> = { whole: 1, chopped: 0.4, ground: 0.1 };

/** How full of water the nut is, 0 (dry) to 1, after `teH` soak-equivalent hours. */
export function saturation(ingredient: Ingredient, form: NutForm, teH: number): number {
  return teH <= 0 ? 0 : teH / (ingredient.t50H * FORM_T50[form] + teH);
}

/** Share of the solids lost to soak water that is poured away. */
export function leachedShare(teH: number): number {
  return teH <= 0 ? 0 : (0.025 * teH) / (teH + 6);
}

/** Water kept with ground nuts unless weighed, g per g of nut. */
export const KEPT_WATER_PER_GROUND_NUT = 3;

export interface SoakedNut {
  saturation: number;
  /** Water taken up, g; zero when the soak water is kept, for then it counts as liquid. */
  uptakeG: number;
  /** Sugars and ash that went away with the soak water. */
  leached: Composition;
  /** Drained, unpeeled, g: what the scale should show. */
  soakedMassG: number;
  /** What is left of the nut's own substance, its own water included, uptake not. */
  nut: Composition;
  /** Sodium carried in by a salted soak, g. */
  sodiumG: number;
}

/**
 * Soaks `massG` (> 0) of a nut for `teH` soak-equivalent hours. With `keptWater` nothing leaches and nothing is
 * counted as taken up: the water is in the liquid already. `saltGPerKg` is grams of salt per kg of soak water;
 * `uptakeFactor` is how this kitchen's uptake differs from the usual.
 */
export function soakNut(
  ingredient: Ingredient,
  form: NutForm,
  massG: number,
  teH: number,
  keptWater: boolean,
  saltGPerKg: number,
  uptakeFactor = 1,
): SoakedNut {
  const dry = compositionOf(ingredient, massG);
  const s = saturation(ingredient, form, teH);
  const takenUpG = ingredient.uptakeInf * s * massG * uptakeFactor;
  const sodiumG = (takenUpG * saltGPerKg * SODIUM_SHARE_OF_SALT) / 1000;
  if (keptWater) {
    return { saturation: s, uptakeG: 0, leached: EMPTY_COMPOSITION, soakedMassG: massG, nut: dry, sodiumG };
  }
  const soluble = dry.sugarsG + dry.ashG;
  const leachedG = Math.min(leachedShare(teH) * solidsG(dry), 0.9 * soluble);
  const share = soluble > 0 ? leachedG / soluble : 0;
  const leached = { ...EMPTY_COMPOSITION, sugarsG: dry.sugarsG * share, ashG: dry.ashG * share };
  const nut = { ...dry, sugarsG: dry.sugarsG - leached.sugarsG, ashG: dry.ashG - leached.ashG };
  return {
    saturation: s,
    uptakeG: takenUpG,
    leached,
    soakedMassG: massG + takenUpG - leached.sugarsG - leached.ashG,
    nut,
    sodiumG,
  };
}
