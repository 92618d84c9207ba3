import type { MachineKind, Recipe } from '../making';
import { strainersOf } from '../making';
import type { Random } from '../numerics';
import { normalDraw } from '../numerics';

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

/** A parameter a kitchen may differ in, and its name across recipes: the same bag is the same bag in both. */
export type ParameterId = string;

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

const NO_FACTORS_BY_SIZE: KitchenFactors[] = [];

/** The usual kitchen, for a recipe of so many nuts: what it says nothing of is as usual. */
export function usualFactors(nuts: number): KitchenFactors {
  const ones = Array.from({ length: nuts }, () => 1);
  return (NO_FACTORS_BY_SIZE[nuts] ??= { uptake: ones, extraction: ones, held: [], loss: 1, power: 1 });
}

/**
 * Draws kitchens from the prior for several recipes at once: whatever they share, the nut or the bag, is the same
 * in each draw, so that their difference is not blurred by it. Answers one set of factors a recipe.
 */
export function kitchenDraws(recipes: readonly Recipe[], random: Random): () => KitchenFactors[] {
  const parameters = recipes.map(parametersOf);
  const sds = new Map<ParameterId, number>();
  for (const one of parameters) {
    for (const id of one.uptake) sds.set(id, PRIOR_SD.uptake);
    for (const id of one.byNut) sds.set(id, PRIOR_SD.extractionByNut);
    sds.set(one.byMachine, PRIOR_SD.extractionByMachine);
    for (const id of one.held) sds.set(id, PRIOR_SD.held);
    sds.set(one.loss, PRIOR_SD.loss);
    sds.set(one.power, PRIOR_SD.power);
  }
  const ids = [...sds.entries()];
  return () => {
    const theta = new Map<ParameterId, number>();
    for (const [id, sd] of ids) theta.set(id, sd * normalDraw(random));
    const of = (id: ParameterId): number => theta.get(id) ?? 0;
    return parameters.map((one) => ({
      uptake: one.uptake.map((id) => Math.exp(of(id))),
      extraction: one.byNut.map((id) => Math.exp(of(id) + of(one.byMachine))),
      held: one.held.map((id) => Math.exp(of(id))),
      loss: Math.exp(of(one.loss)),
      power: Math.exp(of(one.power)),
    }));
  };
}
