import type { NutForm, Pantry } from '../ingredients';
import { findIngredient } from '../ingredients';
import { canPeel } from './peel';
import type { Recipe, Surroundings } from './recipe';
import { soakAdvice } from './soakAdvice';

/** Nuts and seeds that go into one batch at most. */
export const MOST_NUTS = 8;

/** The plain name a recipe gets from its nuts, unless the cook gives it one. */
export function plainName(nuts: Recipe['nuts'], pantry: Pantry): string {
  const names = nuts.map((nut) => findIngredient(nut.ingredient, pantry)?.name ?? '');
  const [first, ...rest] = names;
  return rest.length === 0
    ? `${first ?? 'Nut'} milk`
    : `${[first, ...rest.map((name) => name.toLowerCase())].join(' and ')} milk`;
}

/**
 * The recipe from another set of nuts, with the soak and peel that make sense for the first of them: a soak that was
 * right for the last nut may drown this one. A plain name follows the nuts.
 */
export function withNuts(
  recipe: Recipe,
  nuts: Recipe['nuts'],
  pantry: Pantry,
  surroundings: Surroundings,
): Recipe {
  const named = recipe.name !== '' && recipe.name !== plainName(recipe.nuts, pantry);
  const next = { ...recipe, nuts, name: named ? recipe.name : plainName(nuts, pantry) };
  const first = findIngredient(nuts[0]?.ingredient ?? '', pantry);
  if (!first || nuts[0]?.ingredient === recipe.nuts[0]?.ingredient) return next;
  const { method: before } = recipe.soak;
  const method = first.soakUsualH === 0 ? 'none' : before === 'none' ? 'fridge' : before;
  const { hours, pourTempC } = soakAdvice(first, method, surroundings);
  return {
    ...next,
    soak: { ...recipe.soak, method, hours, pourTempC },
    peel: nuts.some((nut, i) => i === 0 && canPeel(first, nut.form, recipe.peel)) ? recipe.peel : 'leave',
  };
}

/** One more nut, as large a share as the others are on average. */
export function withNutAdded(
  recipe: Recipe,
  ingredient: string,
  pantry: Pantry,
  surroundings: Surroundings,
): Recipe {
  const share = recipe.nuts.reduce((sum, nut) => sum + nut.share, 0) / recipe.nuts.length;
  return withNuts(recipe, [...recipe.nuts, { ingredient, form: 'whole', share }], pantry, surroundings);
}

/** One nut in another form; skins that cannot come off it any more are left on. */
export function withNutForm(recipe: Recipe, index: number, form: NutForm, pantry: Pantry): Recipe {
  const nuts = recipe.nuts.map((nut, i) => (i === index ? { ...nut, form } : nut));
  const peels =
    nuts.every((nut) => nut.form !== 'ground') &&
    nuts.some((nut) => {
      const found = findIngredient(nut.ingredient, pantry);
      return found && canPeel(found, nut.form, recipe.peel);
    });
  return { ...recipe, nuts, peel: peels ? recipe.peel : 'leave' };
}

/** The recipe soaked another way, for as long and as warm as the way is usual for its first nut. */
export function withSoakMethod(
  recipe: Recipe,
  method: Recipe['soak']['method'],
  pantry: Pantry,
  surroundings: Surroundings,
): Recipe {
  const first = findIngredient(recipe.nuts[0]?.ingredient ?? '', pantry);
  const { hours, pourTempC } = first ? soakAdvice(first, method, surroundings) : recipe.soak;
  return { ...recipe, soak: { ...recipe.soak, method, hours, pourTempC } };
}
