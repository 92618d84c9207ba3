import type { Addition } from './addition';
import { ADDITION_TABLE } from './additionTable';
import type { Ingredient } from './ingredient';
import { NUT_TABLE } from './nutTable';

const NUTS: ReadonlyMap<string, Ingredient> = new Map(NUT_TABLE.map((row) => [row.key, row]));
const ADDITIONS: ReadonlyMap<string, Addition> = new Map(ADDITION_TABLE.map((row) => [row.key, row]));

/** The table's ingredient of that key, or the cook's own, or undefined. */
export function findIngredient(key: string, own: readonly Ingredient[] = []): Ingredient | undefined {
  return NUTS.get(key) ?? own.find((row) => row.key === key);
}

export function findAddition(key: string): Addition | undefined {
  return ADDITIONS.get(key);
}
