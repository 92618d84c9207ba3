import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { PGlite } from '@electric-sql/pglite';
import type { PgDatabase } from 'drizzle-orm/pg-core';
import type { PgliteQueryResultHKT } from 'drizzle-orm/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { lockDataFolder } from './dataLock';

/** What services need of a database: the whole of it or a transaction in it. */
export type Db = PgDatabase<PgliteQueryResultHKT>;

export interface OpenDatabase {
  db: Db;
  close: () => Promise<void>;
}

const MIGRATIONS = fileURLToPath(new URL('../drizzle', import.meta.url));

/**
 * Locks the folder, opens the database in it and brings its tables up to date. `startOver` first removes what was
 * in it, but never while another server has it.
 */
export async function openDatabase(dataDir: string, startOver = false): Promise<OpenDatabase> {
  const lock = lockDataFolder(dataDir);
  try {
    if (startOver) rmSync(join(dataDir, 'pg'), { recursive: true, force: true });
    const client = await PGlite.create(join(dataDir, 'pg'));
    const db = drizzle(client);
    await migrate(db, { migrationsFolder: MIGRATIONS });
    return {
      db,
      close: async () => {
        await client.close();
        lock.release();
      },
    };
  } catch (error) {
    lock.release();
    throw error;
  }
}
