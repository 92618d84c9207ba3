import type { PairedDifference, Curves, Recipe, Uncertainty, KitchenModel } from '@humble-churn/core';
import { pairedDifference, curves, uncertainty } from '@humble-churn/core';

export interface BenchJob {
  recipe: Recipe;
  other: Recipe | null;
  kitchen: KitchenModel;
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
export function answer({ recipe, other, kitchen }: BenchJob): BenchAnswer {
  const from = performance.now();
  const sure = uncertainty(recipe, kitchen);
  const drawsMs = performance.now() - from;
  const beside = other ? pairedDifference(recipe, other, kitchen) : null;
  return {
    sure: sure.ok ? sure.value : null,
    curves: curves(recipe, kitchen),
    contrast: beside?.ok === true ? beside.value : null,
    drawsMs,
  };
}
