import type { JarState } from '@humble-churn/core';
import { jarAgeDays } from '@humble-churn/core';
import { fridgeName } from '../../ui/kitchenFridges';
import type { KnownKitchen } from '../../wire/kitchen';

/** So many whole days, in words. */
export function ageWords(days: number): string {
  return days === 0 ? 'less than a day old' : `${days === 1 ? '1 day' : `${days} days`} old`;
}

/** How old a jar is. */
export function ageText(jar: JarState, nowMs: number): string {
  return ageWords(jarAgeDays(jar, nowMs));
}

/** Where it is, in words; fridges are told apart only where there are several. */
export function placeText(jar: JarState, kitchen: KnownKitchen): string {
  const stay = jar.places[jar.places.length - 1];
  if (stay?.place === 'freezer') return 'In the freezer';
  if (stay?.place === 'out') return 'On the counter';
  return kitchen.profile.otherFridges.length === 0 || !stay
    ? 'In the fridge'
    : `In: ${fridgeName(stay.fridge, kitchen)}`;
}
