import { drizzle } from 'drizzle-orm/node-postgres';
import type pg from 'pg';

type PoolDatabase = ReturnType<typeof drizzle<Record<string, never>, pg.Pool>>;

/**
 * The database of a pool of connections. Drizzle's own transaction gives a connection back only once it has begun on it:
 * one that breaks just then would count as in use for good, and with the last of them nobody were served any more.
 */
export function poolDatabase(pool: pg.Pool): PoolDatabase {
  const db = drizzle(pool);
  const transaction: PoolDatabase['transaction'] = async (work, config) => {
    const client = await pool.connect();
    try {
      return await drizzle(client).transaction(work, config);
    } finally {
      client.release();
    }
  };
  return Object.assign(db, { transaction });
}
