import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { setImmediate } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { PGlite } from '@electric-sql/pglite';
import type { PgDatabase } from 'drizzle-orm/pg-core';
import type { PgliteQueryResultHKT } from 'drizzle-orm/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { z } from 'zod';
import { copyData } from './dataCopies';
import { lockDataFolder } from './dataLock';

/** What services need of a database: the whole of it or a transaction in it. */
export type Db = PgDatabase<PgliteQueryResultHKT>;

export interface OpenDatabase {
  db: Db;
  close: () => Promise<void>;
}

const MIGRATIONS = fileURLToPath(new URL('../drizzle', import.meta.url));

const AppliedSchema = z.array(z.object({ at: z.coerce.number().nullable() })).length(1);

/** Whether there are tables in the database that are older than this program. */
async function isBehind(client: PGlite): Promise<boolean> {
  const { rows: known } = await client.query("SELECT to_regclass('drizzle.__drizzle_migrations') AS at");
  if (known.every((row) => (row as { at: unknown }).at === null)) return false;
  const { rows } = await client.query('SELECT max(created_at) AS at FROM drizzle.__drizzle_migrations');
  const lastMs = AppliedSchema.parse(rows)[0]?.at ?? 0;
  const all = readMigrationFiles({ migrationsFolder: MIGRATIONS });
  return lastMs > 0 && all.some(({ folderMillis }) => folderMillis > lastMs);
}

/**
 * Lets other requests in between any two messages to the database. It works on this thread, and what it answers with
 * are promises already kept: a transaction of many statements would hold up everybody until it ends.
 */
function giveWay(client: PGlite): void {
  const run = client.execProtocolRaw.bind(client);
  client.execProtocolRaw = async (...args) => {
    await setImmediate();
    return run(...args);
  };
}

/** Opens a database; one that is to be migrated is first copied beside itself, while it is closed. */
async function openCopied(dataDir: string): Promise<PGlite> {
  const path = join(dataDir, 'pg');
  const existed = existsSync(path);
  const client = await PGlite.create(path);
  if (!existed || !(await isBehind(client))) return client;
  await client.close();
  const copy = copyData(dataDir, new Date());
  console.log(`The kitchen's data is brought up to date; it was copied to ${copy} first.`);
  return PGlite.create(path);
}

/**
 * Locks the folder, opens the database in it and brings its tables up to date. `startOver` first removes what was
 * in it, but never while another server has it.
 */
export async function openDatabase(dataDir: string, startOver = false): Promise<OpenDatabase> {
  const lock = lockDataFolder(dataDir);
  try {
    if (startOver) rmSync(join(dataDir, 'pg'), { recursive: true, force: true });
    const client = await openCopied(dataDir);
    giveWay(client);
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
