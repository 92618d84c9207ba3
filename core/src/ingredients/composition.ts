/** What a portion of food is made of, in grams. Carbohydrate is split into fibre, sugars and the rest. */
export interface Composition {
  waterG: number;
  proteinG: number;
  fatG: number;
  fibreG: number;
  sugarsG: number;
  otherG: number;
  ashG: number;
}

export const EMPTY_COMPOSITION: Readonly<Composition> = {
  waterG: 0,
  proteinG: 0,
  fatG: 0,
  fibreG: 0,
  sugarsG: 0,
  otherG: 0,
  ashG: 0,
};

/** The percentages every food table row carries. */
export interface FoodPercent {
  waterPct: number;
  proteinPct: number;
  fatPct: number;
  fibrePct: number;
  sugarsPct: number;
  ashPct: number;
}

/**
 * Grams of each part in `massG` of a food. Other carbohydrate is taken by difference, so that the parts always
 * add up to the mass even where a rounded table row adds up to 100.01.
 */
export function compositionOf(food: FoodPercent, massG: number): Composition {
  const perG = massG / 100;
  const named = food.waterPct + food.proteinPct + food.fatPct + food.fibrePct + food.sugarsPct + food.ashPct;
  return {
    waterG: food.waterPct * perG,
    proteinG: food.proteinPct * perG,
    fatG: food.fatPct * perG,
    fibreG: food.fibrePct * perG,
    sugarsG: food.sugarsPct * perG,
    otherG: (100 - named) * perG,
    ashG: food.ashPct * perG,
  };
}

export function addCompositions(a: Composition, b: Composition): Composition {
  return {
    waterG: a.waterG + b.waterG,
    proteinG: a.proteinG + b.proteinG,
    fatG: a.fatG + b.fatG,
    fibreG: a.fibreG + b.fibreG,
    sugarsG: a.sugarsG + b.sugarsG,
    otherG: a.otherG + b.otherG,
    ashG: a.ashG + b.ashG,
  };
}

export function scaleComposition(a: Composition, by: number): Composition {
  return {
    waterG: a.waterG * by,
    proteinG: a.proteinG * by,
    fatG: a.fatG * by,
    fibreG: a.fibreG * by,
    sugarsG: a.sugarsG * by,
    otherG: a.otherG * by,
    ashG: a.ashG * by,
  };
}

export function subtractComposition(a: Composition, b: Composition): Composition {
  return addCompositions(a, scaleComposition(b, -1));
}

/** Everything but the water, g. */
export function solidsG(a: Composition): number {
  return a.proteinG + a.fatG + a.fibreG + a.sugarsG + a.otherG + a.ashG;
}

export function totalG(a: Composition): number {
  return a.waterG + solidsG(a);
}

/** Densities of the parts, g/mL, by which a mix's own density is worked out. */
const DENSITY = { water: 0.998, fat: 0.92, protein: 1.35, carbohydrate: 1.55, fibre: 1.5, ash: 2.4 } as const;

/** Volume in mL of a mix of these parts, each keeping its own volume. */
export function volumeMl(a: Composition): number {
  return (
    a.waterG / DENSITY.water +
    a.fatG / DENSITY.fat +
    a.proteinG / DENSITY.protein +
    (a.sugarsG + a.otherG) / DENSITY.carbohydrate +
    a.fibreG / DENSITY.fibre +
    a.ashG / DENSITY.ash
  );
}

/** Density in g/mL; the mass must be above zero. */
export function densityGPerMl(a: Composition): number {
  return totalG(a) / volumeMl(a);
}
