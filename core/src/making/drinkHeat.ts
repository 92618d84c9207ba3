import type { Addition } from '../ingredients';
import { DRINK_ADDITIONS } from '../ingredients';
import { ICE_BELOW_ZERO_C, ICE_KJ, MELT_KJ, SOLIDS_KJ, WATER_KJ } from './blend';
import type { Serving } from './drinks';
import { isFruit } from './jugAgain';

/** Coffee and tea as they are poured into a warm drink, freshly brewed, °C: a starting estimate. */
export const BREWED_C = 85;
/** Fruit of which less is water is dried: it stands in the cupboard, not in the freezer. */
const FRESH_FROM_WATER_PCT = 50;

/** One thing of a drink: g, share of water in 100, °C. Below 0 °C its water is frozen. */
export interface DrinkPart {
  massG: number;
  waterPct: number;
  tempC: number;
}

/** How warm something goes into a drink, °C: ice and fruit for the blades frozen, coffee and tea hot into a warm one. */
export function tempInDrinkC(addition: Addition, serving: Serving, roomTempC: number): number {
  const frozenFruit = serving === 'blended' && isFruit(addition) && addition.waterPct >= FRESH_FROM_WATER_PCT;
  if (addition.key === 'ice' || frozenFruit) return -ICE_BELOW_ZERO_C;
  const brewed = DRINK_ADDITIONS.some(({ key }) => key === addition.key);
  return brewed && serving === 'warm' ? BREWED_C : roomTempC;
}

/**
 * Parts mixed without loss of heat: °C, and the ice in it, g, which holds it at 0 °C. Much that is frozen freezes a
 * little of the rest. An estimate.
 */
export function mixedDrink(parts: readonly DrinkPart[]): { tempC: number; iceLeftG: number } {
  let capacityKjPerK = 0;
  let aboveZeroKj = 0;
  let waterG = 0;
  for (const { massG, waterPct, tempC } of parts) {
    const waterKg = (massG * waterPct) / 100_000;
    const solidsKj = (massG / 1000 - waterKg) * SOLIDS_KJ;
    capacityKjPerK += waterKg * WATER_KJ + solidsKj;
    const frozen = tempC < 0;
    aboveZeroKj += solidsKj * tempC + waterKg * (frozen ? ICE_KJ * tempC - MELT_KJ : WATER_KJ * tempC);
    waterG += waterKg * 1000;
  }
  if (capacityKjPerK === 0) return { tempC: 0, iceLeftG: 0 };
  return {
    tempC: Math.max(0, aboveZeroKj / capacityKjPerK),
    iceLeftG: aboveZeroKj < 0 ? Math.min(waterG, (-1000 * aboveZeroKj) / MELT_KJ) : 0,
  };
}
