import type { Addition, OwnAddition } from './addition';
import { ADDITION_TABLE } from './additionTable';
import { DRINK_ADDITIONS } from './drinkAdditions';
import type { Ingredient, OwnIngredient } from './ingredient';
import { NUT_TABLE } from './nutTable';

const NUTS: ReadonlyMap<string, Ingredient> = new Map(NUT_TABLE.map((row) => [row.key, row]));
const ADDITIONS: ReadonlyMap<string, Addition> = new Map(
  [...ADDITION_TABLE, ...DRINK_ADDITIONS].map((row) => [row.key, row]),
);

/** What a kitchen has to make milk from: the table's ingredients and additions, and besides them the cook's own. */
export interface Pantry {
  own: readonly OwnItem[];
}

/** What a cook has added to the table: a nut or seed, or something that goes in besides. */
export type OwnItem = OwnIngredient | OwnAddition;

/** Whether milk is made of it: a nut or a seed. */
export function isOwnNut(item: OwnItem): item is OwnIngredient {
  return item.kind === 'nut' || item.kind === 'seed';
}

export function isOwnAddition(item: OwnItem): item is OwnAddition {
  return !isOwnNut(item);
}

/** A pantry with nothing but the table. */
export const TABLE_ONLY: Pantry = { own: [] };

/** The table's ingredient of that key, or the cook's own, or undefined. */
export function findIngredient(key: string, pantry: Pantry): Ingredient | undefined {
  return NUTS.get(key) ?? pantry.own.filter(isOwnNut).find((row) => row.key === key);
}

/** The table's addition of that key, or the cook's own, or undefined. */
export function findAddition(key: string, pantry: Pantry): Addition | undefined {
  return ADDITIONS.get(key) ?? pantry.own.filter(isOwnAddition).find((row) => row.key === key);
}
