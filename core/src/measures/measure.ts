import type { CupSystem } from './units';
import { CUP_ML, OUNCE_G } from './units';

export type VolumeUnit = 'mL' | 'cups';
export type MassUnit = 'g' | 'oz';

/** Millilitres in one of this unit. */
export function mlPer(unit: VolumeUnit, cupSystem: CupSystem): number {
  return unit === 'cups' ? CUP_ML[cupSystem] : 1;
}

/** Grams in one of this unit. */
export function gPer(unit: MassUnit): number {
  return unit === 'oz' ? OUNCE_G : 1;
}

export function isVolumeUnit(unit: VolumeUnit | MassUnit): unit is VolumeUnit {
  return unit === 'mL' || unit === 'cups';
}

/** A number typed in some unit, as the reading that is kept: grams for a weight, millilitres for a volume. */
export function readingIn(
  value: number,
  unit: VolumeUnit | MassUnit,
  cupSystem: CupSystem,
): { massG: number } | { volumeMl: number } {
  return isVolumeUnit(unit) ? { volumeMl: value * mlPer(unit, cupSystem) } : { massG: value * gPer(unit) };
}

/** A value in the field it is typed in: four figures, no more than a kitchen can tell apart. */
export function typedFigure(value: number): string {
  return String(Number(value.toPrecision(4)));
}
