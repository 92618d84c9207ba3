import { isDeepStrictEqual } from 'node:util';
import { eq, sql } from 'drizzle-orm';
import type { ChangeScope, KitchenAccess, Scope } from './kitchenAccess';
import { ProblemError } from './problemError';
import { kitchens } from './tables';

/** What a change is made in, where that is asked for again as a whole. Batches and plans keep their own revision. */
const TOPICS = {
  settings: 'settingsChangedIn',
  ingredients: 'ingredientsChangedIn',
  recipes: 'recipesChangedIn',
} as const;

/** Raises the kitchen's revision, in the transaction of the change it stands for, and answers it. */
export async function raiseRevision(
  { db, kitchenId, raised }: ChangeScope,
  ...topics: (keyof typeof TOPICS)[]
): Promise<number> {
  const next = sql`${kitchens.revision} + 1`;
  const changedIn = Object.fromEntries(topics.map((topic) => [TOPICS[topic], next]));
  const [row] = await db
    .update(kitchens)
    .set({ revision: next, ...changedIn })
    .where(eq(kitchens.id, kitchenId))
    .returning({ revision: kitchens.revision });
  if (!row) throw new Error('There is no kitchen whose revision could be raised.');
  raised(row.revision);
  return row.revision;
}

export interface Revisions {
  revision: number;
  settingsChangedIn: number;
  ingredientsChangedIn: number;
  recipesChangedIn: number;
}

export async function readRevisions({ db, kitchenId }: Scope): Promise<Revisions> {
  const [row] = await db
    .select({
      revision: kitchens.revision,
      settingsChangedIn: kitchens.settingsChangedIn,
      ingredientsChangedIn: kitchens.ingredientsChangedIn,
      recipesChangedIn: kitchens.recipesChangedIn,
    })
    .from(kitchens)
    .where(eq(kitchens.id, kitchenId));
  return row ?? { revision: 0, settingsChangedIn: 0, ingredientsChangedIn: 0, recipesChangedIn: 0 };
}

/** What is worked out from, and the revision of the kitchen it was read at. */
export interface Grounds<G> {
  from: G;
  revision: number;
}

/** Reads what something is worked out from. */
export function readGrounds<G>(
  kitchen: KitchenAccess,
  read: (scope: Scope) => Promise<G>,
): Promise<Grounds<G>> {
  return kitchen.read(async (scope) => {
    const { revision } = await readRevisions(scope);
    return { revision, from: await read(scope) };
  });
}

/** What was computed before a transaction, and what it rests on. */
export interface Computed<T> extends Grounds<unknown> {
  value: T;
  /** Reads the same again; null where it rests on nothing in the kitchen. */
  readAgain: ((scope: Scope) => Promise<unknown>) | null;
}

/** What rests on nothing in the kitchen. */
export function settled<T>(value: T): Computed<T> {
  return { value, revision: 0, from: null, readAgain: null };
}

class KitchenMoved extends Error {}

/**
 * The revision up to which it still holds. A kitchen that changed in what does not matter here, such as its name, is
 * no reason to compute anew.
 */
async function holdsUntil(
  scope: Scope,
  { revision, from, readAgain }: Computed<unknown>,
  now: number,
): Promise<number> {
  if (readAgain === null || now <= revision) return revision;
  if (!isDeepStrictEqual(await readAgain(scope), from)) throw new KitchenMoved();
  return now;
}

/**
 * Computes outside any transaction, however long that takes, and writes what came out in a short one. When the kitchen
 * changed meanwhile in what it rests on, it is computed once more; when it changed again, the answer is 409.
 */
export async function computeThenWrite<T, R>(
  kitchen: KitchenAccess,
  compute: () => Promise<Computed<T>>,
  write: (scope: ChangeScope, value: T) => Promise<R>,
): Promise<R> {
  for (let last = false; ; last = true) {
    const computed = await compute();
    try {
      // Looked at once before the change, so that in it there is mostly nothing left to compare.
      const revision = computed.readAgain
        ? await kitchen.read(async (scope) =>
            holdsUntil(scope, computed, (await readRevisions(scope)).revision),
          )
        : 0;
      return await kitchen.change(async (scope) => {
        await holdsUntil(scope, { ...computed, revision }, scope.revision);
        return write(scope, computed.value);
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
