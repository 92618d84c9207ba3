import type { Composition } from '../ingredients';
import type { Brought } from '../making';

/** What a volume of milk gives; an estimate from the batch's balance. Not fortified with anything. */
export interface Nutrition {
  kcal: number;
  proteinG: number;
  fatG: number;
  /** Total carbohydrate, fibre and sugars included. */
  carbG: number;
  sugarsG: number;
  fibreG: number;
  calciumMg: number;
  /** From additions and brine; the nuts' own is not in the table. */
  sodiumMg: number;
}

/** Energy of nuts and seeds, kcal per g of protein, fat and carbohydrate. */
const KCAL = { protein: 3.47, fat: 8.37, carb: 4.07 } as const;

interface Share {
  brought: Brought;
  /** Part of what it brought that ends in the milk, 0 to 1. */
  share: number;
}

/**
 * Nutrition of 100 mL. `fromNuts` is what came out of the nuts into the milk, g; `calciumMg` theirs; `sodiumMg`
 * the brine's; `volumeMl` (> 0) the finished milk's.
 */
export function nutritionPer100Ml(
  fromNuts: Composition,
  calciumMg: number,
  sodiumMg: number,
  additions: readonly Share[],
  volumeMl: number,
): Nutrition {
  const nutCarbG = fromNuts.fibreG + fromNuts.sugarsG + fromNuts.otherG;
  const sum: Nutrition = {
    kcal: KCAL.protein * fromNuts.proteinG + KCAL.fat * fromNuts.fatG + KCAL.carb * nutCarbG,
    proteinG: fromNuts.proteinG,
    fatG: fromNuts.fatG,
    carbG: nutCarbG,
    sugarsG: fromNuts.sugarsG,
    fibreG: fromNuts.fibreG,
    calciumMg,
    sodiumMg,
  };
  for (const { brought, share } of additions) {
    sum.kcal += brought.kcal * share;
    sum.proteinG += brought.proteinG * share;
    sum.fatG += brought.fatG * share;
    sum.carbG += brought.carbG * share;
    sum.sugarsG += brought.sugarsG * share;
    sum.fibreG += brought.fibreG * share;
    sum.sodiumMg += brought.sodiumMg * share;
  }
  return nutritionOf(sum, 100 / volumeMl);
}

/** So many times the figures: a glass of `volumeMl` is `volumeMl / 100` times the figures of 100 mL. */
export function nutritionOf(per: Nutrition, times: number): Nutrition {
  return {
    kcal: per.kcal * times,
    proteinG: per.proteinG * times,
    fatG: per.fatG * times,
    carbG: per.carbG * times,
    sugarsG: per.sugarsG * times,
    fibreG: per.fibreG * times,
    calciumMg: per.calciumMg * times,
    sodiumMg: per.sodiumMg * times,
  };
}
