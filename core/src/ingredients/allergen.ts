/**
 * Allergens that the app tells apart. `other` stands for one the pack names that is not in this list: it is taken to
 * be whatever a drinker avoids.
 */
export const ALLERGENS = [
  'tree nut',
  'peanut',
  'sesame',
  'soy',
  'coconut',
  'lupin',
  'mustard',
  'gluten',
  'other',
] as const;
export type Allergen = (typeof ALLERGENS)[number];

/** What a food says of its allergens. */
export interface AllergenLabel {
  allergens: readonly Allergen[];
  /** Only the rules of some regions name them: they are named everywhere all the same. */
  byRegion: boolean;
}

/** An allergen in a batch. */
export interface ContainedAllergen {
  allergen: Allergen;
  /** Nothing but foods that only some regions label brings it. */
  byRegion: boolean;
}

/** What is known of the allergens in a batch. `unknown`: an ingredient of it cannot be read. */
export interface AllergenFacts {
  contains: readonly ContainedAllergen[];
  unknown: boolean;
}

/** The allergens of all these foods together, each once, in the order of `ALLERGENS`. */
export function allergensIn(foods: readonly AllergenLabel[]): ContainedAllergen[] {
  return ALLERGENS.flatMap((allergen) => {
    const bringing = foods.filter((food) => food.allergens.includes(allergen));
    return bringing.length === 0 ? [] : [{ allergen, byRegion: bringing.every((food) => food.byRegion) }];
  });
}

/** Which of the avoided allergens are in it. An allergen that only some regions label counts like any other. */
export function metAllergens(
  contains: readonly Pick<ContainedAllergen, 'allergen'>[],
  avoids: readonly Allergen[],
): Allergen[] {
  return avoids.filter((avoided) =>
    contains.some(({ allergen }) => allergen === avoided || allergen === 'other'),
  );
}

/** Whether it may be proposed to somebody who avoids these: never while any of its allergens are unknown. */
export function isFreeOf({ contains, unknown }: AllergenFacts, avoids: readonly Allergen[]): boolean {
  return avoids.length === 0 || (!unknown && metAllergens(contains, avoids).length === 0);
}
