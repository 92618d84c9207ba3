import { isDeepStrictEqual } from 'node:util';
import type { IngredientPatchSchema, PackFiguresWire } from '@humble-churn/contract';
import { OwnIngredientSchema } from '@humble-churn/contract';
import type { OwnIngredient, PackFigures } from '@humble-churn/core';
import { findIngredient, ingredientFromPack, poisonousName, refused, TABLE_ONLY } from '@humble-churn/core';
import { asc, eq } from 'drizzle-orm';
import type { z } from 'zod';
import type { Db } from './database';
import { ProblemError, notComputable } from './problemError';
import { raiseRevision } from './revision';
import { ownIngredientRevisions, ownIngredients } from './tables';

type Row = typeof ownIngredients.$inferSelect;

function readRow({ body, archived }: Row): OwnIngredient | null {
  const read = OwnIngredientSchema.safeParse(body);
  return read.success ? { ...read.data, archived } : null;
}

/** The cook's own ingredients that can be read, archived ones too: what uses them still finds them. */
export async function listOwnIngredients(db: Db): Promise<OwnIngredient[]> {
  const rows = await db.select().from(ownIngredients).orderBy(asc(ownIngredients.createdAt));
  return rows.map(readRow).filter((one) => one !== null);
}

const none = (): ProblemError => new ProblemError('not-found', 'There is no such ingredient.');

export async function viewOwnIngredient(db: Db, key: string): Promise<OwnIngredient> {
  const [row] = await db.select().from(ownIngredients).where(eq(ownIngredients.key, key));
  const read = row && readRow(row);
  if (!read) throw none();
  return read;
}

/** A key from the name that no row has: Latin letters and digits, told apart by a number where it is taken. */
async function freeKey(db: Db, name: string): Promise<string> {
  const taken = new Set(
    (await db.select({ key: ownIngredients.key }).from(ownIngredients)).map((row) => row.key),
  );
  const plain = name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);
  const base = `own-${plain === '' ? 'ingredient' : plain}`;
  let key = base;
  for (let n = 2; taken.has(key) || findIngredient(key, TABLE_ONLY) !== undefined; n++) key = `${base}-${n}`;
  return key;
}

/** Ingredients that came along with a recipe; a poisonous one turns all of it away. */
export function checkBrought(brought: readonly OwnIngredient[]): readonly OwnIngredient[] {
  for (const { name } of brought) {
    const why = poisonousName(name);
    if (why) throw notComputable(refused('name-poisonous', ['name'], { name, why }).refusal);
  }
  return brought;
}

/** What an ingredient says, whatever it is called and however often it was changed here. */
function contentOf({ key: _key, revision: _revision, archived: _archived, ...what }: OwnIngredient): unknown {
  return what;
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
  for (const one of checkBrought(brought)) {
    const own = await listOwnIngredients(db);
    const same = own.find((mine) => isDeepStrictEqual(contentOf(mine), contentOf(one)));
    if (same) {
      keys.set(one.key, same.key);
      continue;
    }
    const key = await freeKey(db, one.name);
    const body = OwnIngredientSchema.parse({ ...one, key, revision: 1, archived: false });
    await raiseRevision(db, 'ingredients');
    await db.insert(ownIngredients).values({ key, body, createdAt: now });
    keys.set(one.key, key);
  }
  return keys;
}

/** What a pack comes to, as it is read back: a row that could not be read is never written. */
function fromPack(pack: PackFigures, revision: number): OwnIngredient {
  const made = ingredientFromPack(pack);
  if (!made.ok) throw notComputable(made.refusal);
  return OwnIngredientSchema.parse({ ...made.value, revision });
}

/** Adds an ingredient from its pack and answers its key. */
export async function addIngredient(db: Db, pack: PackFiguresWire, now: Date): Promise<string> {
  const key = await freeKey(db, pack.name);
  await raiseRevision(db, 'ingredients');
  await db.insert(ownIngredients).values({ key, body: fromPack({ ...pack, key }, 1), createdAt: now });
  return key;
}

/**
 * Corrects an ingredient, or archives it or brings it back. What it said before is kept as a revision; batches, plans
 * and recipe versions keep the one they were written with.
 */
export async function changeIngredient(
  db: Db,
  key: string,
  { pack, archived }: z.output<typeof IngredientPatchSchema>,
  now: Date,
): Promise<OwnIngredient[]> {
  return db.transaction(async (tx) => {
    const [row] = await tx.select().from(ownIngredients).where(eq(ownIngredients.key, key));
    if (!row) throw none();
    await raiseRevision(tx, 'ingredients');
    if (pack) {
      const before = readRow(row)?.revision ?? 1;
      await tx
        .insert(ownIngredientRevisions)
        .values({ key, revision: before, body: row.body, replacedAt: now })
        .onConflictDoNothing();
      const body = fromPack({ ...pack, key }, before + 1);
      await tx.update(ownIngredients).set({ body }).where(eq(ownIngredients.key, key));
    }
    if (archived !== undefined) {
      await tx.update(ownIngredients).set({ archived }).where(eq(ownIngredients.key, key));
    }
    return listOwnIngredients(tx);
  });
}
