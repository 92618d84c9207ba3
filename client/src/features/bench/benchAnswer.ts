import type { Contrast, Curves, OwnIngredient, Recipe, Sureness, Surroundings } from '@humble-churn/core';
import { contrast, curves, sureness } from '@humble-churn/core';

export interface BenchJob {
  id: number;
  recipe: Recipe;
  other: Recipe | null;
  around: Surroundings;
  own: readonly OwnIngredient[];
  cost: number;
  otherCost: number;
}

export interface BenchAnswer {
  id: number;
  /** Null when the recipe cannot be computed. */
  sure: Sureness | null;
  curves: Curves;
  contrast: Contrast | null;
  /** What the draws took, ms. */
  drawsMs: number;
}

/** All that is too much for the page while a finger moves. */
export function answer({ id, recipe, other, around, own, cost, otherCost }: BenchJob): BenchAnswer {
  const from = performance.now();
  const sure = sureness(recipe, around, own, { batchCost: cost });
  const drawsMs = performance.now() - from;
  const beside = other ? contrast(recipe, other, around, own, { one: cost, other: otherCost }) : null;
  return {
    id,
    sure: sure.ok ? sure.value : null,
    curves: curves(recipe, around, own),
    contrast: beside?.ok === true ? beside.value : null,
    drawsMs,
  };
}
