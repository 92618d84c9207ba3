import type { Composition, Ingredient, NutForm } from '../ingredients';
import { EMPTY_COMPOSITION, subtractComposition } from '../ingredients';
import type { SoakedNut } from './soak';

export type Peel = 'leave' | 'pinch' | 'towel' | 'roast';

/** Skins are 60 % fibre and 40 % other carbohydrate, besides their share of water. */
const SKIN_FIBRE = 0.6;
/** Cold soak after which almond skins slip, soak-equivalent hours. */
export const SLIP_FROM_TE_H = 8;

/** Hand minutes for 100 g as bought; roasting has 15 min in the oven besides, and rubs like a towel. */
export const PEEL_MIN_PER_100G: Readonly<Record<Peel, number>> = { leave: 0, pinch: 5, towel: 3, roast: 3 };

/** Oven minutes at 165 °C that loosen hazelnut skins. */
export const ROAST_MIN = 15;

export interface PeeledNut {
  /** Skins taken off, their own water included. */
  skins: Composition;
  /** Uptake that left with the skins, g. */
  skinUptakeG: number;
  nut: Composition;
  uptakeG: number;
}

/** Whether this way of peeling can take the skins off this nut: whole ones only, and none that has been blanched. */
export function canPeel(ingredient: Ingredient, form: NutForm, peel: Peel): boolean {
  if (peel === 'leave') return true;
  if (form !== 'whole') return false;
  return peel === 'roast' ? ingredient.peelable === 'roast' : ingredient.peelable === 'yes';
}

/** Whether the skins slip after this soak: hot water, or long enough in cold. */
export function skinsSlip(hot: boolean, teH: number): boolean {
  return hot || teH >= SLIP_FROM_TE_H;
}

/** Takes the skins off a soaked nut of `massG` as bought. */
export function peelNut(ingredient: Ingredient, massG: number, soaked: SoakedNut, peel: Peel): PeeledNut {
  if (peel === 'leave' || ingredient.skinFraction === 0) {
    return { skins: EMPTY_COMPOSITION, skinUptakeG: 0, nut: soaked.nut, uptakeG: soaked.uptakeG };
  }
  const fraction = ingredient.skinFraction;
  const waterG = soaked.nut.waterG * fraction;
  const solids = massG * fraction - waterG;
  const skins = {
    ...EMPTY_COMPOSITION,
    waterG,
    // A pack of the cook's own may state less fibre than skins of this size would hold.
    fibreG: Math.min(soaked.nut.fibreG, solids * SKIN_FIBRE),
    otherG: Math.min(soaked.nut.otherG, solids * (1 - SKIN_FIBRE)),
  };
  const skinUptakeG = soaked.uptakeG * fraction;
  return {
    skins,
    skinUptakeG,
    nut: subtractComposition(soaked.nut, skins),
    uptakeG: soaked.uptakeG - skinUptakeG,
  };
}
