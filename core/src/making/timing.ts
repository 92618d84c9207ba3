import { PRESS_MIN_PER_L } from './blend';
import type { Peel } from './peel';
import { PEEL_MIN_PER_100G, ROAST_MIN } from './peel';
import type { Cooling } from './soak';
import type { Strainer } from './strain';
import { STRAINERS } from './strain';

export interface StepMinutes {
  weighMin: number;
  soakMin: number;
  drainMin: number;
  /** A bowl of hot soak water cools in its bath: nobody has to stand by. */
  coolMin: number;
  peelMin: number;
  blendMin: number;
  strainMin: number;
  /** Only where something is stirred in. */
  finishMin: number;
  bottleMin: number;
  washUpMin: number;
  /** Everything but the soak and its cooling. */
  handsOnMin: number;
}

export interface StepSizes {
  soakH: number;
  nutG: number;
  peel: Peel;
  loads: number;
  runS: number;
  pressed: boolean;
  presses: number;
  milkMl: number;
  /** What the mix passes, in order. */
  strainers: readonly Strainer[];
  /** Whether the soak water is poured away. */
  drained: boolean;
  cooling: Cooling | null;
  /** Whether anything is stirred into the strained milk. */
  stirredIn: boolean;
  /** Whether it is drunk as it is blended. */
  intoGlass: boolean;
}

/**
 * From the first weighing until there is milk in the jar, min: soak, cooling and all handling but the washing up, with
 * nobody keeping it waiting.
 */
export function readyAfterMin({ soakMin, coolMin, handsOnMin, washUpMin }: StepMinutes): number {
  return soakMin + coolMin + handsOnMin - washUpMin;
}

/** Minutes each step takes, by the usual pace of a home kitchen. */
export function stepMinutes(sizes: StepSizes): StepMinutes {
  const litres = sizes.milkMl / 1000;
  const weighMin = 5;
  const soakMin = sizes.soakH * 60;
  const drainMin = sizes.soakH > 0 && sizes.drained ? 4 : 0;
  const coolMin = (sizes.cooling?.bathH ?? 0) * 60;
  const peelMin =
    (sizes.nutG / 100) * PEEL_MIN_PER_100G[sizes.peel] + (sizes.peel === 'roast' ? ROAST_MIN : 0);
  const blendMin = sizes.pressed
    ? PRESS_MIN_PER_L * litres * sizes.presses
    : 3 * sizes.loads + sizes.runS / 60;
  const strainMin = sizes.strainers.reduce((sum, one) => sum + STRAINERS[one].minPerL, 0) * litres;
  const finishMin = sizes.stirredIn ? 4 : 0;
  const bottleMin = sizes.intoGlass ? 0 : 3;
  const washUpMin = 8;
  const handsOnMin = weighMin + drainMin + peelMin + blendMin + strainMin + finishMin + bottleMin + washUpMin;
  return {
    weighMin,
    soakMin,
    drainMin,
    coolMin,
    peelMin,
    blendMin,
    strainMin,
    finishMin,
    bottleMin,
    washUpMin,
    handsOnMin,
  };
}
