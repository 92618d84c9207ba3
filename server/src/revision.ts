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

/** What was computed before a transaction, and the revision it rests on. */
export interface Computed<T> {
  value: T;
  revision: number;
  /** Whether it rests on all of the kitchen, or on its settings and ingredients only; null rests on nothing kept. */
  restsOn: 'all' | 'settings' | null;
}

class KitchenMoved extends Error {}

async function checkStillHolds(tx: Db, { revision, restsOn }: Computed<unknown>): Promise<void> {
  if (restsOn === null) return;
  const now = await readRevisions(tx);
  const last = restsOn === 'all' ? now.revision : Math.max(now.settingsChangedIn, now.ingredientsChangedIn);
  if (last > revision) throw new KitchenMoved();
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
      return await db.transaction(async (tx) => {
        await checkStillHolds(tx, computed);
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
