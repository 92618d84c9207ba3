import type { Addition } from './addition';
import { ADDITION_TABLE } from './additionTable';
import type { Ingredient, OwnIngredient } from './ingredient';
import { NUT_TABLE } from './nutTable';

const NUTS: ReadonlyMap<string, Ingredient> = new Map(NUT_TABLE.map((row) => [row.key, row]));
const ADDITIONS: ReadonlyMap<string, Addition> = new Map(ADDITION_TABLE.map((row) => [row.key, row]));

/** What a kitchen has to make milk from: the table's ingredients and additions, and besides them the cook's own. */
export interface Pantry {
  own: readonly OwnIngredient[];
}

/** A pantry with nothing but the table. */
export const TABLE_ONLY: Pantry = { own: [] };

/** The table's ingredient of that key, or the cook's own, or undefined. */
export function findIngredient(key: string, pantry: Pantry): Ingredient | undefined {
  return NUTS.get(key) ?? pantry.own.find((row) => row.key === key);
}

export function findAddition(key: string): Addition | undefined {
  return ADDITIONS.get(key);
}
