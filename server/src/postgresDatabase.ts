import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import type { BackupPlace } from './backup';
import type { OpenDatabase } from './database';
import type { Before } from './migrations';
import { bringUpToDate } from './migrations';
import { postgresFeed } from './postgresFeed';
import { poolDatabase } from './postgresPool';
import { fault, log } from './log';

/** Connections of one process: each is a transaction at a time, and PostgreSQL takes 100 in all unless told otherwise. */
const MOST_CONNECTIONS = 10;
/** A request waits so long for a free connection, and a start for a server that does not answer, ms. */
const CONNECT_WITHIN_MS = 10_000;
/** Names the lock of what only one process may do at a time. Any number does, as long as it stays the same. */
const ALONE = 4_711_001;

/**
 * Opens a database of a PostgreSQL server, 15 or later, and brings its tables up to date. Rejects with a sentence where
 * the server does not answer.
 */
export async function openPostgres(
  url: string,
  backups: BackupPlace,
  before?: Before,
): Promise<OpenDatabase> {
  const pool = new pg.Pool({
    connectionString: url,
    max: MOST_CONNECTIONS,
    connectionTimeoutMillis: CONNECT_WITHIN_MS,
  });
  // A connection may break between two statements of a transaction, where nobody waits for an answer: the next statement
  // says so to whoever asks, and without a listener it would end the process.
  pool.on('connect', (client) => {
    client.on('error', (error) => log.error(fault(error), 'A connection to the database broke'));
  });
  // The same of one that nobody uses: the next one who asks gets a new one.
  pool.on('error', () => undefined);
  const alone: OpenDatabase['alone'] = async (work) => {
    const client = await pool.connect();
    try {
      await client.query('SELECT pg_advisory_lock($1)', [ALONE]);
      return await work();
    } finally {
      // The lock is the connection's, and falls with it.
      client.release(true);
    }
  };
  const db = poolDatabase(pool);
  try {
    const migrateIn = (migrationsFolder: string) => migrate(db, { migrationsFolder });
    await alone(() => bringUpToDate({ db, shared: true }, migrateIn, backups, before));
    const feed = await postgresFeed(url);
    const close = async (): Promise<void> => {
      await feed.close();
      await pool.end();
    };
    return { db, shared: true, feed, alone, vacuum: () => Promise.resolve(), close };
  } catch (error) {
    await pool.end();
    const why = error instanceof Error ? error.message : String(error);
    throw new Error(`The database of DATABASE_URL could not be opened: ${why}`, { cause: error });
  }
}
