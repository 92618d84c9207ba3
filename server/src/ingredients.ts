import { isDeepStrictEqual } from 'node:util';
import type { IngredientPatchSchema, ItemPack, NewIngredientSchema } from '@humble-churn/contract';
import { OwnItemSchema, itemFromPack } from '@humble-churn/contract';
import type { OwnItem } from '@humble-churn/core';
import {
  findAddition,
  findIngredient,
  ownKeyFrom,
  poisonousName,
  refused,
  TABLE_ONLY,
} from '@humble-churn/core';
import { and, asc, eq } from 'drizzle-orm';
import type { SQL } from 'drizzle-orm';
import type { z } from 'zod';
import type { ChangeScope, Scope } from './kitchenAccess';
import { ProblemError, notComputable } from './problemError';
import { raiseRevision } from './revision';
import { ownIngredientRevisions, ownIngredients } from './tables';

type Row = typeof ownIngredients.$inferSelect;

function readRow({ body, archived }: Row): OwnItem | null {
  const read = OwnItemSchema.safeParse(body);
  return read.success ? { ...read.data, archived } : null;
}

/** The cook's own ingredients that can be read, archived ones too: what uses them still finds them. */
export async function listOwnIngredients({ db, kitchenId }: Scope): Promise<OwnItem[]> {
  const rows = await db
    .select()
    .from(ownIngredients)
    .where(eq(ownIngredients.kitchenId, kitchenId))
    .orderBy(asc(ownIngredients.createdAt), asc(ownIngredients.key));
  return rows.map(readRow).filter((one) => one !== null);
}

const none = (): ProblemError => new ProblemError('not-found', 'There is no such ingredient.');

/** One ingredient of the cook's own, by its key. */
function ofKey({ kitchenId }: Scope, key: string): SQL | undefined {
  return and(eq(ownIngredients.kitchenId, kitchenId), eq(ownIngredients.key, key));
}

export async function viewOwnIngredient(scope: Scope, key: string): Promise<OwnItem> {
  const [row] = await scope.db.select().from(ownIngredients).where(ofKey(scope, key));
  const read = row && readRow(row);
  if (!read) throw none();
  return read;
}

/** A key from the name that no row has: Latin letters and digits, told apart by a number where it is taken. */
async function freeKey({ db, kitchenId }: Scope, name: string): Promise<string> {
  const rows = await db
    .select({ key: ownIngredients.key })
    .from(ownIngredients)
    .where(eq(ownIngredients.kitchenId, kitchenId));
  const taken = new Set(rows.map((row) => row.key));
  const base = ownKeyFrom(name);
  let key = base;
  const inTable = (): boolean =>
    (findIngredient(key, TABLE_ONLY) ?? findAddition(key, TABLE_ONLY)) !== undefined;
  for (let n = 2; taken.has(key) || inTable(); n++) key = `${base}-${n}`;
  return key;
}

/** Ingredients that came along with a recipe; a poisonous one turns all of it away. */
export function checkBrought(brought: readonly OwnItem[]): readonly OwnItem[] {
  for (const { name } of brought) {
    const why = poisonousName(name);
    if (why) throw notComputable(refused('name-poisonous', ['name'], { name, why }).refusal);
  }
  return brought;
}

/** What an ingredient says, whatever it is called and however often it was changed here. */
function contentOf({ key: _key, revision: _revision, archived: _archived, ...what }: OwnItem): unknown {
  return what;
}

async function addRow({ db, kitchenId, now }: ChangeScope, key: string, body: OwnItem): Promise<void> {
  await db.insert(ownIngredients).values({ kitchenId, key, body, createdAt: now });
}

/**
 * Takes in ingredients that came along with a recipe, and answers how its keys are to be read here: a key that means
 * something else in this kitchen already gets a new one.
 */
export async function adoptIngredients(
  scope: ChangeScope,
  brought: readonly OwnItem[],
): Promise<Map<string, string>> {
  const keys = new Map<string, string>();
  for (const one of checkBrought(brought)) {
    const own = await listOwnIngredients(scope);
    const same = own.find((mine) => isDeepStrictEqual(contentOf(mine), contentOf(one)));
    if (same) {
      keys.set(one.key, same.key);
      continue;
    }
    const key = await freeKey(scope, one.name);
    const body = OwnItemSchema.parse({ ...one, key, revision: 1, archived: false });
    await raiseRevision(scope, 'ingredients');
    await addRow(scope, key, body);
    keys.set(one.key, key);
  }
  return keys;
}

/** What a pack comes to, as it is read back: a row that could not be read is never written. */
function fromPack(pack: ItemPack, key: string, revision: number): OwnItem {
  const made = itemFromPack(pack, key);
  if (!made.ok) throw notComputable(made.refusal);
  return OwnItemSchema.parse({ ...made.value, revision });
}

/** Adds an ingredient from its pack, under the device's own key if it has one, and answers the key. */
export async function addIngredient(
  scope: ChangeScope,
  { key: given, ...pack }: z.output<typeof NewIngredientSchema>,
): Promise<string> {
  const key = given ?? (await freeKey(scope, pack.name));
  if (given !== undefined) {
    const [taken] = await scope.db.select().from(ownIngredients).where(ofKey(scope, key));
    if (taken) {
      throw new ProblemError('conflict', 'This ingredient has already been added.', { reason: 'id-taken' });
    }
  }
  await raiseRevision(scope, 'ingredients');
  await addRow(scope, key, fromPack(pack, key, 1));
  return key;
}

/**
 * Corrects an ingredient, or archives it or brings it back. What it said before is kept as a revision; batches, plans
 * and recipe versions keep the one they were written with. Answers its key.
 */
export async function changeIngredient(
  scope: ChangeScope,
  key: string,
  { pack, archived }: z.output<typeof IngredientPatchSchema>,
): Promise<string> {
  const { db, kitchenId, now } = scope;
  const [row] = await db.select().from(ownIngredients).where(ofKey(scope, key));
  if (!row) throw none();
  await raiseRevision(scope, 'ingredients');
  if (pack) {
    const before = readRow(row)?.revision ?? 1;
    await db
      .insert(ownIngredientRevisions)
      .values({ kitchenId, key, revision: before, body: row.body, replacedAt: now })
      .onConflictDoNothing();
    const body = fromPack(pack, key, before + 1);
    await db.update(ownIngredients).set({ body }).where(ofKey(scope, key));
  }
  if (archived !== undefined) {
    await db.update(ownIngredients).set({ archived }).where(ofKey(scope, key));
  }
  return key;
}
