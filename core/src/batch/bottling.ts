import type { PlannedPrediction } from '../predicting';
import type { BatchState } from './batchState';

type Strained = Pick<BatchState, 'measured' | 'added' | 'tasted'>;

/**
 * Strained milk there is, mL: as measured, with the water added since and without what was tasted since, or as expected
 * by now. Additions stirred in are dosed on it.
 */
export function strainedMilkMl({ measured, added, tasted }: Strained, prediction: PlannedPrediction): number {
  const { milkMl, milkAtMs } = measured;
  const tastedMl = tasted
    .filter(({ atMs }) => milkAtMs === null || atMs > milkAtMs)
    .reduce((sum, { volumeMl }) => sum + volumeMl, 0);
  if (milkMl === null) return Math.max(0, prediction.milk.volumeMl - tastedMl);
  const sinceMl = added
    .filter(({ strained, atMs }) => strained && milkAtMs !== null && atMs > milkAtMs)
    .reduce((sum, { volumeMl }) => sum + volumeMl, 0);
  return Math.max(0, milkMl + sinceMl - tastedMl);
}

/** Milk to be bottled, mL: strained milk with what is stirred in, in the proportion that the recipe doses it. */
export function finishedMilkMl(state: Strained, prediction: PlannedPrediction): number {
  const { finish, milk } = prediction;
  const grows = finish && milk.volumeMl > 0 ? finish.volumeMl / milk.volumeMl : 1;
  return strainedMilkMl(state, prediction) * grows;
}

/** Jars of one kind in the household, in the order in which the cook fills them. */
export interface HouseholdJar {
  name: string;
  volumeMl: number;
  count: number;
}

/** What is left over is worth a jar of its own from so much on, mL. */
const WORTH_A_JAR_ML = 10;

/**
 * The household's own jars filled with so much milk, in their order, the last one as far as it goes; what no jar of the
 * household holds comes in one more without a name of its own. With no jars named it is one. Names that stand for
 * several jars are numbered.
 */
export function jarsToFill(
  totalMl: number,
  household: readonly HouseholdJar[],
): { label: string; volumeMl: number }[] {
  const filled: { label: string; volumeMl: number }[] = [];
  let leftMl = totalMl;
  for (const { name, volumeMl, count } of household) {
    for (let nth = 1; nth <= count && leftMl >= WORTH_A_JAR_ML; nth++) {
      const intoMl = Math.min(volumeMl, leftMl);
      filled.push({ label: count > 1 ? `${name} ${nth}` : name, volumeMl: intoMl });
      leftMl -= intoMl;
    }
  }
  if (filled.length === 0 || leftMl >= WORTH_A_JAR_ML) {
    filled.push({ label: `Jar ${filled.length + 1}`, volumeMl: leftMl });
  }
  return filled;
}
