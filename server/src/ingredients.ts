import { isDeepStrictEqual } from 'node:util';
import type { PackFiguresWire } from '@humble-churn/contract';
import { OwnIngredientSchema } from '@humble-churn/contract';
import type { OwnIngredient } from '@humble-churn/core';
import { findIngredient, ingredientFromPack, poisonousName, refused } from '@humble-churn/core';
import { asc, eq } from 'drizzle-orm';
import type { Db } from './database';
import { ProblemError, notComputable } from './problemError';
import { ownIngredients } from './tables';

export async function listOwnIngredients(db: Db): Promise<OwnIngredient[]> {
  const rows = await db.select().from(ownIngredients).orderBy(asc(ownIngredients.createdAt));
  return rows.map((row) => OwnIngredientSchema.parse(row.body));
}

export async function viewOwnIngredient(db: Db, key: string): Promise<OwnIngredient> {
  const [row] = await db.select().from(ownIngredients).where(eq(ownIngredients.key, key));
  if (!row) throw new ProblemError('not-found', 'There is no such ingredient.');
  return OwnIngredientSchema.parse(row.body);
}

/** A key from the name: Latin letters and digits, told apart by a number where it is taken. */
function freeKey(name: string, taken: (key: string) => boolean): string {
  const plain = name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);
  const base = `own-${plain === '' ? 'ingredient' : plain}`;
  let key = base;
  for (let n = 2; taken(key); n++) key = `${base}-${n}`;
  return key;
}

/**
 * Takes in ingredients that came along with a recipe, and answers how its keys are to be read here: a key that means
 * something else in this kitchen already gets a new one.
 */
export async function adoptIngredients(
  db: Db,
  brought: readonly OwnIngredient[],
  now: Date,
): Promise<Map<string, string>> {
  const keys = new Map<string, string>();
  for (const one of brought) {
    const own = await listOwnIngredients(db);
    const why = poisonousName(one.name);
    if (why) throw notComputable(refused('name-poisonous', ['name'], { name: one.name, why }).refusal);
    const { key: _key, ...what } = one;
    const same = own.find((mine) => {
      const { key: _mineKey, ...mineWhat } = mine;
      return isDeepStrictEqual(mineWhat, what);
    });
    if (same) {
      keys.set(one.key, same.key);
      continue;
    }
    const key = freeKey(one.name, (taken) => findIngredient(taken, own) !== undefined);
    await db.insert(ownIngredients).values({ key, body: { ...one, key }, createdAt: now });
    keys.set(one.key, key);
  }
  return keys;
}

/** Adds an ingredient from its pack and answers its key. */
export async function addIngredient(db: Db, pack: PackFiguresWire, now: Date): Promise<string> {
  const own = await listOwnIngredients(db);
  const key = freeKey(pack.name, (one) => findIngredient(one, own) !== undefined);
  const made = ingredientFromPack({ ...pack, key });
  if (!made.ok) throw notComputable(made.refusal);
  await db.insert(ownIngredients).values({ key, body: made.value, createdAt: now });
  return key;
}
