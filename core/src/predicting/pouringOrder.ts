import type { Recipe } from '../making';
import { WATER_G_PER_ML } from '../measures';
import type { PlannedPrediction } from './prediction';

/** One thing to do at the jug, in its order; amounts are of one load. */
export type JugStep =
  | { do: 'liquid'; volumeMl: number }
  /** `withWater`: the soak water is kept and goes in with them. */
  | { do: 'nuts'; massG: number; soaked: boolean; withWater: boolean }
  | { do: 'additions'; massG: number; names: readonly string[] }
  | { do: 'ice'; massG: number }
  | { do: 'lid' }
  | { do: 'run'; seconds: number }
  | { do: 'rinse'; volumeMl: number }
  | { do: 'ladle'; nutG: number; volumeMl: number; presses: number };

/** Less than this is not poured, mL. */
const NO_WATER_ML = 0.5;

/**
 * The order in which a load goes into the machine: liquid first so that the blades turn, ice last so that it meets
 * them cold; thick first, nuts with part of the water, and the rest to rinse the jug. A press is ladled into.
 */
export function pouringOrder(recipe: Recipe, prediction: PlannedPrediction): JugStep[] {
  const { blend, soak, peel, iceG } = prediction;
  const { loads } = blend;
  const nutG = (soak.soakedMassG - peel.skinsG) / loads;
  const before = prediction.additions.filter((addition) => addition.when === 'before');
  const additionsG = before.reduce((sum, addition) => sum + addition.massG, 0) / loads;
  if (recipe.blend.machine === 'cold-press') {
    const volumeMl = blend.loadLiquidMl + iceG / loads / WATER_G_PER_ML;
    const keptG = soak.keptWaterG / loads;
    const pouredMl = Math.max(0, volumeMl - keptG / WATER_G_PER_ML);
    return [{ do: 'ladle', nutG: nutG + keptG, volumeMl: pouredMl, presses: recipe.blend.presses }];
  }
  // Kept soak water comes with the nuts: only the rest is poured.
  const keptG = soak.keptWaterG / loads;
  const volumeMl = blend.loadLiquidMl - keptG / WATER_G_PER_ML;
  const soaked = recipe.soak.method !== 'none';
  const order: JugStep[] = [
    ...(volumeMl > NO_WATER_ML ? [{ do: 'liquid' as const, volumeMl }] : []),
    { do: 'nuts', massG: nutG + keptG, soaked, withWater: keptG > 0 },
  ];
  if (additionsG > 0) {
    order.push({ do: 'additions', massG: additionsG, names: before.map((addition) => addition.name) });
  }
  if (iceG > 0) order.push({ do: 'ice', massG: iceG / loads });
  order.push({ do: 'lid' }, { do: 'run', seconds: blend.secondsPerLoad });
  if (blend.rinseLiquidMl > 0) order.push({ do: 'rinse', volumeMl: blend.rinseLiquidMl / loads });
  return order;
}

/** Water kept back for the second washing of the pulp, mL; 0 without one. */
export function washWaterMl(recipe: Recipe, prediction: PlannedPrediction): number {
  return ((prediction.liquidG + prediction.iceG) * recipe.strain.washShare) / WATER_G_PER_ML;
}
