import type { Recipe } from './recipe';
import type { Strainer } from './strain';

/**
 * The recipe straight into the glass: nuts and water, and what is blended in with them, unsoaked and unstrained, as much
 * as is drunk at once (mL, above 0); there is no jar. A press, which strains, gives way to a jug.
 */
export function withIntoGlass(recipe: Recipe, volumeMl: number): Recipe {
  const { blend, soak, strain } = recipe;
  const pressed = blend.machine === 'cold-press';
  return {
    ...recipe,
    intoGlass: true,
    amount: { by: 'milk', volumeMl },
    soak: { ...soak, method: 'none' },
    peel: 'leave',
    blend: pressed
      ? { ...blend, machine: 'standard-jug', machineName: null, powerW: null, fillLineMl: null }
      : blend,
    strain: { ...strain, strainer: 'none', strainerName: null, washShare: 0, second: null },
    additions: recipe.additions.map((dose) => ({ ...dose, when: 'before' })),
  };
}

/** The same for jars, through the kitchen's strainer. */
export function withJars(recipe: Recipe, strainer: Strainer): Recipe {
  const { intoGlass: _, ...kept } = recipe;
  return { ...kept, strain: { ...recipe.strain, strainer } };
}
