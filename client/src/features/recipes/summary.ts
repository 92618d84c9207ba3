import type { Manner, OwnIngredient, Recipe } from '@humble-churn/core';
import { findIngredient, nutPercents, shownDuration, shownMass, shownVolume } from '@humble-churn/core';
import { SOAK_WORDS, strainedWords } from '../bench/words';

/** A recipe in one line, as a cook would tell it. */
export function summaryWords(recipe: Recipe, own: readonly OwnIngredient[], manner: Manner): string {
  const percents = nutPercents(recipe.nuts);
  const nuts = recipe.nuts
    .map((nut, i) => {
      const name = findIngredient(nut.ingredient, own)?.name.toLowerCase() ?? nut.ingredient;
      return recipe.nuts.length === 1 ? name : `${Math.round(percents[i] ?? 0)} % ${name}`;
    })
    .join(', ');
  const amount =
    recipe.amount.by === 'milk'
      ? shownVolume(recipe.amount.volumeMl, manner)
      : `from ${shownMass(recipe.amount.massG, manner)}`;
  const soak =
    recipe.soak.method === 'none'
      ? 'no soak'
      : `${shownDuration(recipe.soak.hours * 3600)} ${SOAK_WORDS[recipe.soak.method].toLowerCase()}`;
  const strained = strainedWords(recipe);
  return `${amount}; ${nuts}; 1 to ${recipe.waterPerNut.toFixed(1)} by weight; ${soak}; ${strained}`;
}
