import type {
  Contrast,
  Curves,
  OwnIngredient,
  Prices,
  Recipe,
  Sureness,
  Surroundings,
} from '@humble-churn/core';
import { contrast, curves, sureness } from '@humble-churn/core';

export interface BenchJob {
  recipe: Recipe;
  other: Recipe | null;
  around: Surroundings;
  own: readonly OwnIngredient[];
  prices: Prices;
}

export interface BenchAnswer {
  /** Null when the recipe cannot be computed. */
  sure: Sureness | null;
  curves: Curves;
  contrast: Contrast | null;
  /** What the draws took, ms. */
  drawsMs: number;
}

/** All that is too much for the page while a finger moves. */
export function answer({ recipe, other, around, own, prices }: BenchJob): BenchAnswer {
  const from = performance.now();
  const sure = sureness(recipe, around, own, { prices });
  const drawsMs = performance.now() - from;
  const beside = other ? contrast(recipe, other, around, own, { prices }) : null;
  return {
    sure: sure.ok ? sure.value : null,
    curves: curves(recipe, around, own),
    contrast: beside?.ok === true ? beside.value : null,
    drawsMs,
  };
}
