import type { PlannedPrediction } from './prediction';
import type { Recipe } from './recipe';
import { WATER_G_PER_ML } from './units';

/** One thing to do at the jug, in its order; amounts are of one load. */
export type JugStep =
  | { do: 'liquid'; volumeMl: number }
  | { do: 'nuts'; massG: number; soaked: boolean }
  | { do: 'additions'; massG: number; names: readonly string[] }
  | { do: 'ice'; massG: number }
  | { do: 'lid' }
  | { do: 'run'; seconds: number }
  | { do: 'rinse'; volumeMl: number }
  | { do: 'ladle'; nutG: number; volumeMl: number; presses: number };

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
    return [{ do: 'ladle', nutG, volumeMl, presses: recipe.blend.presses }];
  }
  const order: JugStep[] = [
    { do: 'liquid', volumeMl: blend.loadLiquidMl },
    { do: 'nuts', massG: nutG, soaked: recipe.soak.method !== 'none' },
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
