import type { PulpBag, PulpTrait } from '@humble-churn/core';
import { findIngredient, formatMass } from '@humble-churn/core';
import type { KnownKitchen } from '../../wire/kitchen';

/** What is in a bag: "170 g of almond and hazelnut pulp". */
export function bagName(bag: PulpBag, kitchen: KnownKitchen): string {
  const own = bag.portions.flatMap(({ state }) => state.ingredients);
  const names = bag.nuts.map((key) => findIngredient(key, { own })?.name.toLowerCase() ?? key);
  const last = names[names.length - 1] ?? '';
  const nuts = names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${last}` : last;
  return `${formatMass(bag.massG, kitchen)} of ${nuts} pulp`;
}

const TRAITS: Readonly<Record<PulpTrait, string>> = {
  sweetened: 'sweetened',
  salted: 'salted',
  fruit: 'with fruit',
  'toxic-to-dogs': 'dangerous to dogs',
  unknown: 'with an ingredient of your own',
  pressed: 'from a press',
};

export function traitsText(traits: readonly PulpTrait[]): string {
  return traits.map((trait) => TRAITS[trait]).join(', ');
}
