import type { Allergen, AllergenFacts, ContainedAllergen } from '../ingredients';
import { metAllergens } from '../ingredients';
import type { KitchenModel, Person } from '../kitchen';
import type { Recipe } from '../making';
import type { Caution } from '../results';

/**
 * Everything to know before a recipe is made here: first who must not have it, then what its making asks. `cautions` are
 * its prediction's.
 */
export function cautionsBefore(
  recipe: Recipe,
  { contains, unknown }: AllergenFacts,
  cautions: readonly Caution[],
  kitchen: Pick<KitchenModel, 'people' | 'gear'>,
): Caution[] {
  const blind: Caution[] = kitchen.people
    .filter(({ name, avoids }) => unknown && avoids.length > 0 && recipe.drinkers.includes(name))
    .map(({ name }) => ({ code: 'allergens-unknown', params: { name } }));
  return [...blind, ...householdCautions(recipe, contains, kitchen), ...cautions];
}

/** What the drinkers of a recipe avoid, each allergen once. */
export function avoidedBy(people: readonly Person[], drinkers: readonly string[]): Allergen[] {
  return [...new Set(people.filter(({ name }) => drinkers.includes(name)).flatMap(({ avoids }) => avoids))];
}

/**
 * Warns where a batch with these allergens meets somebody who avoids them, or gear that is kept apart from them.
 * Says nothing about how strong an allergy is: that is for the person and their doctor.
 */
export function householdCautions(
  recipe: Recipe,
  allergens: readonly ContainedAllergen[],
  kitchen: Pick<KitchenModel, 'people' | 'gear'>,
): Caution[] {
  const found: Caution[] = [];
  /** A machine and a strainer, and a second one where there is. */
  const passed = recipe.strain.second ? 3 : 2;
  const gear = [
    kitchen.gear.machines.find((one) => one.name === recipe.blend.machineName),
    kitchen.gear.strainers.find((one) => one.name === recipe.strain.strainerName),
    ...kitchen.gear.strainers.filter((one) => one.name === recipe.strain.second?.strainerName),
  ].filter((one) => one !== undefined);
  for (const { name, avoids } of kitchen.people) {
    const met = metAllergens(allergens, avoids);
    const drinks = recipe.drinkers.includes(name);
    if (met.length > 0) {
      const params = { name, allergens: met.join(', ') };
      found.push({ code: drinks ? 'not-for-drinker' : 'someone-avoids', params });
      continue;
    }
    const apart = avoids.every(
      (avoided) => gear.length === passed && gear.every((one) => one.keptFrom.includes(avoided)),
    );
    if (drinks && avoids.length > 0 && !apart) {
      found.push({ code: 'gear-shared', params: { name, allergens: avoids.join(', ') } });
    }
  }
  for (const { name, keptFrom } of gear) {
    const met = metAllergens(allergens, keptFrom);
    if (met.length > 0) found.push({ code: 'gear-kept-apart', params: { name, allergens: met.join(', ') } });
  }
  return found;
}
