import type { Blend, Recipe, Strain } from './recipe';

/** Gear, speed and squeeze that were used in place of the planned ones. What is left out is as planned. */
export interface EquipmentUsed {
  blend?: Pick<Blend, 'machine' | 'machineName' | 'powerW' | 'fillLineMl' | 'speed'> | undefined;
  strain?: Pick<Strain, 'strainer' | 'strainerName' | 'squeeze' | 'second'> | undefined;
  /** Speed at which the strained milk ran in the jug, 0.1 to 1. */
  jugAgainSpeed?: number | undefined;
}

/** The recipe with other gear. Where nothing is strained off there is no pulp to wash and nothing to strain again. */
export function withEquipment(recipe: Recipe, { blend, strain }: EquipmentUsed): Recipe {
  const straining = { ...recipe.strain, ...strain };
  const plain = straining.strainer === 'none' && (blend ?? recipe.blend).machine !== 'cold-press';
  return {
    ...recipe,
    blend: { ...recipe.blend, ...blend },
    strain: plain ? { ...straining, washShare: 0, second: null } : straining,
  };
}
