import type { Recipe, KitchenModel } from '@humble-churn/core';
import { avoidedBy, isFreeOf, readClock, recipeAllergens, timeOnDay } from '@humble-churn/core';
import type { KnownKitchen } from '../../wire/kitchen';

/** What is to be ready, and by when. */
export interface Wish {
  /** Place in the list of recipes to choose from. */
  choice: number;
  jars: number;
  jarMl: number;
  glassMs: number;
  fresh: boolean;
}

/** Days from now that can be chosen. */
export const DAYS_OFFERED = 7;

/** Jars that can be wished for at once. */
export const MOST_JARS = 24;

/** Milk that can be wished for in each, mL. */
export const JAR_ML = { min: 30, max: 10_000 } as const;

/** `08:00`, `8`, `8.30`, `20:15` or `8:15 pm`: a time of day; null when it is none. */
export function readTimeOfDay(text: string): { hours: number; minutes: number } | null {
  const [hours, minutes] = readClock(text)?.split(':').map(Number) ?? [];
  return hours === undefined || minutes === undefined ? null : { hours, minutes };
}

/** Mornings that are tried for the first breakfast. */
const MORNINGS = [1, 2, 3] as const;

/**
 * What most cooks would ask first, the likeliest first: a jar for tomorrow's breakfast; late in the evening, when no time
 * is left for that, for one of the next breakfasts.
 */
export function firstWishes(
  choices: readonly Recipe[],
  kitchen: { timeZone: string; profile: Pick<KnownKitchen['profile'], 'jars'> },
  model: KitchenModel,
  fromMs: number,
): readonly [Wish, ...Wish[]] {
  const [jar] = kitchen.profile.jars;
  // None that one of its own drinkers avoids is proposed unasked.
  const choice = Math.max(
    0,
    choices.findIndex((recipe) =>
      isFreeOf(recipeAllergens(recipe, model.pantry), avoidedBy(model.people, recipe.drinkers)),
    ),
  );
  const amount = choices[choice]?.amount;
  const breakfast = (daysOn: number): Wish => ({
    choice,
    jars: 1,
    jarMl: jar?.volumeMl ?? (amount?.by === 'milk' ? amount.volumeMl : 1000),
    glassMs: timeOnDay(fromMs, daysOn, 8, 0, kitchen.timeZone),
    fresh: false,
  });
  const [first, ...later] = MORNINGS;
  return [breakfast(first), ...later.map(breakfast)];
}

/** The chosen recipe for so many jars; null when there is none to choose. */
export function recipeOf({ choice, jars, jarMl }: Wish, choices: readonly Recipe[]): Recipe | null {
  const recipe = choices[choice];
  return recipe ? { ...recipe, amount: { by: 'milk', volumeMl: jars * jarMl } } : null;
}
