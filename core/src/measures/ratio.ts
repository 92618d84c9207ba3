import type { CupSystem } from './units';
import { CUP_ML, WATER_G_PER_ML } from './units';

/**
 * A ratio is one fact with three faces. What is kept is grams of liquid (ice included) per gram of nuts as
 * bought; the faces are derived from it.
 */
export interface RatioFaces {
  /** Cups of water to one cup of nuts. */
  waterCupsPerNutCup: number;
  /** Grams of water to one gram of nuts. */
  waterPerNut: number;
  /** Nuts / (nuts + water) by mass, 0 to 1. */
  nutShare: number;
}

/** All three faces. `nutCupG` is the grams of these nuts in one cup of `system`. */
export function ratioFaces(waterPerNut: number, nutCupG: number, system: CupSystem): RatioFaces {
  return {
    waterCupsPerNutCup: (waterPerNut * nutCupG) / (CUP_ML[system] * WATER_G_PER_ML),
    waterPerNut,
    nutShare: 1 / (1 + waterPerNut),
  };
}

/** Grams of water per gram of nuts from cups of water to one cup of nuts. */
export function ratioFromCups(waterCups: number, nutCupG: number, system: CupSystem): number {
  return (waterCups * CUP_ML[system] * WATER_G_PER_ML) / nutCupG;
}

/** Grams of water per gram of nuts from the nut share by mass (0 to 1, exclusive). */
export function ratioFromShare(nutShare: number): number {
  return 1 / nutShare - 1;
}
