import type {
  PairedDifference,
  Curves,
  OwnIngredient,
  Prices,
  Recipe,
  Uncertainty,
  Surroundings,
} from '@humble-churn/core';
import { pairedDifference, curves, uncertainty } from '@humble-churn/core';

export interface BenchJob {
  recipe: Recipe;
  other: Recipe | null;
  around: Surroundings;
  own: readonly OwnIngredient[];
  prices: Prices;
}

export interface BenchAnswer {
  /** Null when the recipe cannot be computed. */
  sure: Uncertainty | null;
  curves: Curves;
  contrast: PairedDifference | null;
  /** What the draws took, ms. */
  drawsMs: number;
}

/** All that is too much for the page while a finger moves. */
export function answer({ recipe, other, around, own, prices }: BenchJob): BenchAnswer {
  const from = performance.now();
  const sure = uncertainty(recipe, around, own, { prices });
  const drawsMs = performance.now() - from;
  const beside = other ? pairedDifference(recipe, other, around, own, { prices }) : null;
  return {
    sure: sure.ok ? sure.value : null,
    curves: curves(recipe, around, own),
    contrast: beside?.ok === true ? beside.value : null,
    drawsMs,
  };
}
