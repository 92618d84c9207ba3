import { setTimeout as sleep } from 'node:timers/promises';
import { eq } from 'drizzle-orm';
import { z } from 'zod';
import type { Db, KitchenChange, OpenDatabase } from './database';
import { ProblemError } from './problemError';
import { kitchens } from './tables';

/** What services get: one kitchen inside one transaction. */
export interface Scope {
  db: Db;
  kitchenId: string;
  now: Date;
}

/**
 * One kitchen that nobody else changes until the transaction ends: what was read in it still holds when something is
 * written that rests on it.
 */
export interface ChangeScope extends Scope {
  /** The kitchen's revision when it was locked. */
  revision: number;
  /**
   * Takes note of a new revision, or by null that the kitchen was deleted: others are told of the last one once all of
   * it is confirmed.
   */
  raised: (revision: number | null) => void;
}

/** What two transactions that meet end with in PostgreSQL: a serialization failure, or each waiting for the other. */
const MET_ANOTHER = new Set(['40001', '40P01']);
const MOST_TRIES = 5;

const CodeSchema = z.object({ code: z.string() });
const CausedSchema = z.object({ cause: CodeSchema });

/** PostgreSQL's code of an error, whether it was wrapped or not; null where it has none. */
function sqlCodeOf(error: unknown): string | null {
  const caused = CausedSchema.safeParse(error);
  if (caused.success) return caused.data.cause.code;
  const plain = CodeSchema.safeParse(error);
  return plain.success ? plain.data.code : null;
}

/** Runs a transaction again that met another one, a little later each time. */
async function triedAgain<T>(transaction: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await transaction();
    } catch (error) {
      if (tries === MOST_TRIES || !MET_ANOTHER.has(sqlCodeOf(error) ?? '')) throw error;
      await sleep(Math.random() * 20 * 2 ** tries);
    }
  }
}

/** What a kitchen is read and changed in. */
export type KitchenDatabase = Pick<OpenDatabase, 'db' | 'shared' | 'feed'>;

/** One kitchen of a database, as one request reads and changes it. */
export class KitchenAccess {
  constructor(
    private readonly database: KitchenDatabase,
    readonly kitchenId: string,
    readonly now: Date,
  ) {}

  /** Reads the kitchen as it is at one moment. */
  read<T>(work: (scope: Scope) => Promise<T>): Promise<T> {
    const { db, shared } = this.database;
    const transaction = (tx: Db): Promise<T> => work({ db: tx, kitchenId: this.kitchenId, now: this.now });
    // A database of our own runs one transaction at a time.
    return shared
      ? db.transaction(transaction, { isolationLevel: 'repeatable read', accessMode: 'read only' })
      : db.transaction(transaction);
  }

  /** Changes the kitchen, all or nothing. Whoever else wants to change it waits until this is done. */
  change<T>(work: (scope: ChangeScope) => Promise<T>): Promise<T> {
    return triedAgain(() => this.changeOnce(work));
  }

  private async changeOnce<T>(work: (scope: ChangeScope) => Promise<T>): Promise<T> {
    const { kitchenId, now } = this;
    const { db: database, feed } = this.database;
    let change: KitchenChange | null = null;
    const done = await database.transaction(async (db) => {
      const [row] = await db
        .select({ revision: kitchens.revision })
        .from(kitchens)
        .where(eq(kitchens.id, kitchenId))
        .for('no key update');
      if (!row) throw new ProblemError('not-found', 'There is no such kitchen here.');
      const raised = (revision: number | null): void => {
        change = { kitchenId, revision };
      };
      const result = await work({ db, kitchenId, now, revision: row.revision, raised });
      if (change !== null) await feed.changing(db, change);
      return result;
    });
    if (change !== null) feed.confirmed(change);
    return done;
  }
}
