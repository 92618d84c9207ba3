/** US customary cup, mL. */
export const US_CUP_ML = 236.588;
/** US fluid ounce, mL. */
export const US_FL_OZ_ML = 29.574;
/** US quart, mL. */
export const US_QUART_ML = 946.353;
/** Avoirdupois ounce, g. */
export const OUNCE_G = 28.3495;
/** Avoirdupois pound, g. */
export const POUND_G = 453.592;
/** Density of drinking water at kitchen temperature, g/mL. */
export const WATER_G_PER_ML = 0.998;

export type CupSystem = 'us' | 'metric' | 'imperial';

/** Volume of one cup in each system, mL. */
export const CUP_ML: Readonly<Record<CupSystem, number>> = { us: US_CUP_ML, metric: 250, imperial: 284.131 };

export type SpoonSystem = 'us' | 'metric' | 'australian';

/** Volume of a level tablespoon and teaspoon, mL. */
export const SPOON_ML: Readonly<Record<SpoonSystem, { tablespoonMl: number; teaspoonMl: number }>> = {
  us: { tablespoonMl: 14.787, teaspoonMl: 4.929 },
  metric: { tablespoonMl: 15, teaspoonMl: 5 },
  australian: { tablespoonMl: 20, teaspoonMl: 5 },
};

/** A pinch, mL: a sixteenth of a US teaspoon, as sets of small spoons have it. An estimate of what fingers take. */
export const PINCH_ML = 0.308;
/** A drop from a dropper, mL: twenty to the millilitre, as is customary. An estimate. */
export const DROP_ML = 0.05;

/** Nearest multiple of `step` (> 0), for display only; what is stored is never rounded. */
export function kitchenRound(value: number, step: number): number {
  const rounded = Math.round(value / step) * step;
  // Multiples of a decimal step pick up binary dust (0.1 * 3); twelve digits is far below any kitchen scale.
  return Number(rounded.toPrecision(12));
}
