import type { AllergenFacts, AllergenLabel, ContainedAllergen, OwnItem, Pantry } from '../ingredients';
import { allergensIn, findAddition, findIngredient } from '../ingredients';
import type { Recipe } from '../making';
import type { BatchState } from './batchState';
import { recipeWithDoses } from './stirredIn';

/** The cook's own ingredients and additions that a recipe uses, each once: what is kept with it. */
export function ownIn(
  { nuts, additions, otherLiquid }: Pick<Recipe, 'nuts' | 'additions' | 'otherLiquid'>,
  { own }: Pantry,
): OwnItem[] {
  const used = [...nuts.map((nut) => nut.ingredient), ...additions.map((dose) => dose.addition)];
  const keys = [...new Set(otherLiquid ? [...used, otherLiquid.liquid] : used)];
  return keys.flatMap((key) => own.find((one) => one.key === key) ?? []);
}

/** Allergens of foods and of what is known of others together; unknown where one of them cannot be read. */
export function allergensOfAll(parts: readonly (AllergenLabel | AllergenFacts | undefined)[]): AllergenFacts {
  const foods = parts.filter((part): part is AllergenLabel => part !== undefined && 'allergens' in part);
  const facts = parts.filter((part): part is AllergenFacts => part !== undefined && 'contains' in part);
  const contains = new Map<ContainedAllergen['allergen'], ContainedAllergen>();
  for (const one of [...allergensIn(foods), ...facts.flatMap((fact) => fact.contains)]) {
    const before = contains.get(one.allergen);
    // What counts everywhere is not made less by what counts in some places.
    if (!before || before.byRegion) contains.set(one.allergen, one);
  }
  return {
    contains: [...contains.values()],
    unknown: parts.includes(undefined) || facts.some((fact) => fact.unknown),
  };
}

/** Allergens of all that goes into a recipe; unknown where one of its ingredients cannot be read. */
export function recipeAllergens(
  { nuts, additions, otherLiquid }: Pick<Recipe, 'nuts' | 'additions' | 'otherLiquid'>,
  pantry: Pantry,
): AllergenFacts {
  return allergensOfAll([
    ...nuts.map((nut) => findIngredient(nut.ingredient, pantry)),
    ...additions.map((dose) => findAddition(dose.addition, pantry)),
    ...(otherLiquid ? [findAddition(otherLiquid.liquid, pantry)] : []),
  ]);
}

/** Allergens of a batch as it was made, by the ingredients kept with it; `pantry` is the kitchen's, for older batches. */
export function batchAllergens(
  state: Parameters<typeof recipeWithDoses>[0] & Pick<BatchState, 'ingredients'>,
  pantry: Pantry,
): AllergenFacts {
  return recipeAllergens(recipeWithDoses(state), { own: [...state.ingredients, ...pantry.own] });
}
