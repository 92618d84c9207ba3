import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import type { ChangeFeed } from './changeFeed';

/** A transaction in a database of either kind, or the whole of it. */
export type Db = PgDatabase<PgQueryResultHKT>;

export interface OpenDatabase {
  db: Db;
  /** Other processes may write to it, too: what was read before says nothing of now. */
  shared: boolean;
  feed: ChangeFeed;
  /** Runs what only one process may do at a time, such as making the first kitchen. */
  alone: <T>(work: () => Promise<T>) => Promise<T>;
  close: () => Promise<void>;
}
