import { isDeepStrictEqual } from 'node:util';
import { eq, sql } from 'drizzle-orm';
import type { Db } from './database';
import { ProblemError } from './problemError';
import { kitchens } from './tables';

const ONLY = 1;

/** What a change is made in, where that is asked for again as a whole. Batches and plans keep their own revision. */
const TOPICS = {
  settings: 'settingsChangedIn',
  ingredients: 'ingredientsChangedIn',
  recipes: 'recipesChangedIn',
} as const;

/** Raises the kitchen's revision, in the transaction of the change it stands for, and answers it. */
export async function raiseRevision(tx: Db, topic?: keyof typeof TOPICS): Promise<number> {
  const next = sql`${kitchens.revision} + 1`;
  const [row] = await tx
    .update(kitchens)
    .set({ revision: next, ...(topic && { [TOPICS[topic]]: next }) })
    .where(eq(kitchens.id, ONLY))
    .returning({ revision: kitchens.revision });
  if (!row) throw new Error('There is no kitchen whose revision could be raised.');
  return row.revision;
}

export interface Revisions {
  revision: number;
  settingsChangedIn: number;
  ingredientsChangedIn: number;
  recipesChangedIn: number;
}

export async function readRevisions(db: Db): Promise<Revisions> {
  const [row] = await db
    .select({
      revision: kitchens.revision,
      settingsChangedIn: kitchens.settingsChangedIn,
      ingredientsChangedIn: kitchens.ingredientsChangedIn,
      recipesChangedIn: kitchens.recipesChangedIn,
    })
    .from(kitchens)
    .where(eq(kitchens.id, ONLY));
  return row ?? { revision: 0, settingsChangedIn: 0, ingredientsChangedIn: 0, recipesChangedIn: 0 };
}

/** What was computed before a transaction, and what it rests on. */
export interface Computed<T> {
  value: T;
  /** The kitchen's revision when it was begun. */
  revision: number;
  /** What it was computed from. */
  from: unknown;
  /** Reads the same again. */
  readAgain: (db: Db) => Promise<unknown>;
}

/** What rests on nothing in the kitchen. */
export function settled<T>(value: T): Computed<T> {
  return { value, revision: Infinity, from: null, readAgain: () => Promise.resolve(null) };
}

class KitchenMoved extends Error {}

/**
 * The revision up to which it still holds. A kitchen that changed in what does not matter here, such as its name, is
 * no reason to compute anew.
 */
async function holdsUntil(db: Db, { revision, from, readAgain }: Computed<unknown>): Promise<number> {
  const now = await readRevisions(db);
  if (now.revision <= revision) return revision;
  if (!isDeepStrictEqual(await readAgain(db), from)) throw new KitchenMoved();
  return now.revision;
}

/**
 * Computes outside any transaction, however long that takes, and writes what came out in a short one. When the kitchen
 * changed meanwhile in what it rests on, it is computed once more; when it changed again, the answer is 409.
 */
export async function computeThenWrite<T, R>(
  db: Db,
  compute: () => Promise<Computed<T>>,
  write: (tx: Db, value: T) => Promise<R>,
): Promise<R> {
  for (let last = false; ; last = true) {
    const computed = await compute();
    try {
      // Looked at once before the transaction, so that in it there is mostly nothing left to compare.
      const revision = await holdsUntil(db, computed);
      return await db.transaction(async (tx) => {
        await holdsUntil(tx, { ...computed, revision });
        return write(tx, computed.value);
      });
    } catch (error) {
      if (!(error instanceof KitchenMoved)) throw error;
      if (last) {
        throw new ProblemError(
          'conflict',
          'The kitchen changed while this was worked out, twice. Nothing was changed; try again.',
          { reason: 'kitchen-moved' },
        );
      }
    }
  }
}
