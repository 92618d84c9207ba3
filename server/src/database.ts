import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';

/** A transaction in a database of either kind, or the whole of it. */
export type Db = PgDatabase<PgQueryResultHKT>;

/** A kitchen that changed. */
export interface KitchenChange {
  kitchenId: string;
  /** The one it now has; null where the kitchen was deleted. */
  revision: number | null;
}

/** What is heard: one change, or that some may have been missed. */
export type Heard = KitchenChange | 'missed';

/** Tells of changes to kitchens, whichever process made them. */
export interface ChangeFeed {
  /** Said in the transaction of a change: it is heard of once the transaction is confirmed, and not otherwise. */
  changing: (db: Db, change: KitchenChange) => Promise<void>;
  /** Said once the transaction is confirmed. */
  confirmed: (change: KitchenChange) => void;
  /** Answers how to stop. */
  listen: (heard: (what: Heard) => void) => () => void;
}

export interface OpenDatabase {
  db: Db;
  /** Other processes may write to it, too: what was read before says nothing of now. */
  shared: boolean;
  feed: ChangeFeed;
  /** Runs what only one process may do at a time, such as making the first kitchen. */
  alone: <T>(work: () => Promise<T>) => Promise<T>;
  /**
   * Frees the space of rows that were replaced or removed, and writes a checkpoint, so that the write-ahead log does not
   * grow. A PostgreSQL server does both by itself.
   */
  vacuum: () => Promise<void>;
  close: () => Promise<void>;
}
