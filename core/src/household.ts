import type { Caution } from './caution';
import type { Recipe } from './recipe';

/** Someone the milk is made for, and the allergens they keep off. */
export interface Person {
  name: string;
  avoids: readonly string[];
}

/** A machine or strainer of the household that some allergens are kept away from. */
export interface Gear {
  name: string;
  keptFrom: readonly string[];
}

export interface Household {
  people: readonly Person[];
  machines: readonly Gear[];
  strainers: readonly Gear[];
}

/** An allergen named with its region is the allergen all the same. */
function isAllergen(named: string, avoided: string): boolean {
  return named === avoided || named.startsWith(`${avoided} (`);
}

/**
 * Warns where a batch with these allergens meets somebody who keeps off them, or gear that is kept apart from them.
 * Says nothing about how strong an allergy is: that is for the person and their doctor.
 */
export function householdCautions(
  recipe: Recipe,
  allergens: readonly string[],
  household: Household,
): Caution[] {
  const found: Caution[] = [];
  const gear = [
    household.machines.find((one) => one.name === recipe.blend.machineName),
    household.strainers.find((one) => one.name === recipe.strain.strainerName),
  ].filter((one) => one !== undefined);
  const contains = (avoided: string): boolean => allergens.some((named) => isAllergen(named, avoided));
  for (const { name, avoids } of household.people) {
    const met = avoids.filter(contains);
    const drinks = recipe.drinkers.includes(name);
    if (met.length > 0) {
      const params = { name, allergens: met.join(', ') };
      found.push({ code: drinks ? 'not-for-drinker' : 'someone-avoids', params });
      continue;
    }
    const apart = avoids.every(
      (avoided) => gear.length === 2 && gear.every((one) => one.keptFrom.includes(avoided)),
    );
    if (drinks && avoids.length > 0 && !apart) {
      found.push({ code: 'gear-shared', params: { name, allergens: avoids.join(', ') } });
    }
  }
  for (const { name, keptFrom } of gear) {
    const met = keptFrom.filter(contains);
    if (met.length > 0) found.push({ code: 'gear-kept-apart', params: { name, allergens: met.join(', ') } });
  }
  return found;
}
