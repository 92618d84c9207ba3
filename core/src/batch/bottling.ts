import type { PlannedPrediction } from '../predicting';
import type { BatchState } from './batchState';

/**
 * Strained milk there is, mL: as measured, with the water added since, or as expected by now. Additions stirred in are
 * dosed on it.
 */
export function strainedMilkMl(
  { measured, added }: Pick<BatchState, 'measured' | 'added'>,
  prediction: PlannedPrediction,
): number {
  const { milkMl, milkAtMs } = measured;
  if (milkMl === null) return prediction.milk.volumeMl;
  const sinceMl = added
    .filter(({ strained, atMs }) => strained && milkAtMs !== null && atMs > milkAtMs)
    .reduce((sum, { volumeMl }) => sum + volumeMl, 0);
  return milkMl + sinceMl;
}

/** Milk to be bottled, mL: strained milk with what is stirred in, in the proportion that the recipe doses it. */
export function finishedMilkMl(
  state: Pick<BatchState, 'measured' | 'added'>,
  prediction: PlannedPrediction,
): number {
  const { finish, milk } = prediction;
  const grows = finish && milk.volumeMl > 0 ? finish.volumeMl / milk.volumeMl : 1;
  return strainedMilkMl(state, prediction) * grows;
}
