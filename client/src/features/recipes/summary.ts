import type { DisplayPreferences, Recipe, Pantry } from '@humble-churn/core';
import { findIngredient, nutPercents, formatDuration, formatMass, formatVolume } from '@humble-churn/core';
import { SOAK_LABELS, strainedLabel } from '../../ui/recipeLabels';

/** A recipe in one line, as a cook would tell it. */
export function recipeSummary(recipe: Recipe, pantry: Pantry, preferences: DisplayPreferences): string {
  const percents = nutPercents(recipe.nuts);
  const nuts = recipe.nuts
    .map((nut, i) => {
      const name = findIngredient(nut.ingredient, pantry)?.name.toLowerCase() ?? nut.ingredient;
      return recipe.nuts.length === 1 ? name : `${Math.round(percents[i] ?? 0)} % ${name}`;
    })
    .join(', ');
  const amount =
    recipe.amount.by === 'milk'
      ? formatVolume(recipe.amount.volumeMl, preferences)
      : `from ${formatMass(recipe.amount.massG, preferences)}`;
  const soak =
    recipe.soak.method === 'none'
      ? 'no soak'
      : `${formatDuration(recipe.soak.hours * 3600)} ${SOAK_LABELS[recipe.soak.method].toLowerCase()}`;
  const strained = strainedLabel(recipe);
  return `${amount}; ${nuts}; 1 to ${recipe.waterPerNut.toFixed(1)} by weight; ${soak}; ${strained}`;
}
