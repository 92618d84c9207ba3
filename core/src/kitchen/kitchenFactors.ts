import type { MachineKind, Recipe } from '../making';
import { strainersOf } from '../making';
import type { Random } from '../numerics';
import { cholesky, normalDraw } from '../numerics';
import type { Calibration, ParameterId } from './calibration';

/** How a kitchen differs from the starting estimates, as factors on them; 1 throughout is the usual kitchen. */
export interface KitchenFactors {
  /** On what each nut takes up, in the order of the recipe's nuts. */
  uptake: readonly number[];
  /** exp(θ) of each nut's extraction: share = 1 - (1 - usual)^factor. */
  extraction: readonly number[];
  /** On the liquid that the residue holds, by strainer in the order the mix passes them. */
  held: readonly number[];
  /** On what sticks to the tools. */
  loss: number;
  /** On the power that reaches the mix. */
  power: number;
}

/** Prior standard deviations on the log scale, mean 0: starting estimates of how far kitchens differ. */
export const PRIOR_SD = {
  uptake: 0.15,
  extractionByMachine: 0.2,
  extractionByNut: 0.1,
  held: 0.25,
  loss: 0.5,
  power: 0.3,
} as const;

interface Parameters {
  uptake: readonly ParameterId[];
  byNut: readonly ParameterId[];
  byMachine: ParameterId;
  held: readonly ParameterId[];
  loss: ParameterId;
  power: ParameterId;
}

function parametersOf(recipe: Recipe): Parameters {
  const machine: MachineKind = recipe.blend.machine;
  return {
    uptake: recipe.nuts.map((nut) => `uptake ${nut.ingredient}`),
    byNut: recipe.nuts.map((nut) => `extraction ${nut.ingredient}`),
    byMachine: `extraction ${machine}`,
    held: strainersOf(recipe).map((strainer) => `held ${strainer}`),
    loss: 'loss',
    power: `power ${machine}`,
  };
}

function priorSds(parameters: readonly Parameters[]): Map<ParameterId, number> {
  const sds = new Map<ParameterId, number>();
  for (const one of parameters) {
    for (const id of one.uptake) sds.set(id, PRIOR_SD.uptake);
    for (const id of one.byNut) sds.set(id, PRIOR_SD.extractionByNut);
    sds.set(one.byMachine, PRIOR_SD.extractionByMachine);
    for (const id of one.held) sds.set(id, PRIOR_SD.held);
    sds.set(one.loss, PRIOR_SD.loss);
    sds.set(one.power, PRIOR_SD.power);
  }
  return sds;
}

function factorsOf(parameters: Parameters, theta: (id: ParameterId) => number): KitchenFactors {
  return {
    uptake: parameters.uptake.map((id) => Math.exp(theta(id))),
    extraction: parameters.byNut.map((id) => Math.exp(theta(id) + theta(parameters.byMachine))),
    held: parameters.held.map((id) => Math.exp(theta(id))),
    loss: Math.exp(theta(parameters.loss)),
    power: Math.exp(theta(parameters.power)),
  };
}

/** The factors a recipe is predicted with: this kitchen's means. All 1 where nothing is known of it. */
export function kitchenFactors(recipe: Recipe, { ids, mean }: Calibration): KitchenFactors {
  return factorsOf(parametersOf(recipe), (id) => mean[ids.indexOf(id)] ?? 0);
}

/**
 * Draws kitchens for several recipes at once, from what is known of this one and from the prior: whatever the recipes
 * share, the nut or the bag, is the same in each draw, so that their difference is not blurred by it. Answers one set
 * of factors a recipe.
 */
export function kitchenDraws(
  recipes: readonly Recipe[],
  { ids, mean, covariance }: Calibration,
  random: Random,
): () => KitchenFactors[] {
  const parameters = recipes.map(parametersOf);
  const unknown = [...priorSds(parameters)].filter(([id]) => !ids.includes(id));
  const lower = cholesky(covariance);
  return () => {
    const theta = new Map<ParameterId, number>();
    for (const [id, sd] of unknown) theta.set(id, sd * normalDraw(random));
    const normals = ids.map(() => normalDraw(random));
    for (const [i, id] of ids.entries()) {
      const off = (lower[i] ?? []).reduce((sum, l, k) => sum + l * (normals[k] ?? 0), 0);
      theta.set(id, (mean[i] ?? 0) + off);
    }
    return parameters.map((one) => factorsOf(one, (id) => theta.get(id) ?? 0));
  };
}
