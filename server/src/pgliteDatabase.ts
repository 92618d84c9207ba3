import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { setImmediate } from 'node:timers/promises';
import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { sql } from 'drizzle-orm';
import type { BackupPlace } from './backup';
import { tablesOf } from './backup';
import { localFeed } from './changeFeed';
import { lockDataFolder } from './dataLock';
import type { OpenDatabase } from './database';
import { layEmptyDatabase } from './emptyDatabase';
import type { Before } from './migrations';
import { bringUpToDate } from './migrations';

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

/**
 * Locks the folder, opens the database in it and brings its tables up to date. `startOver` first removes what was
 * in it, but never while another server has it.
 */
export async function openPglite(
  dataDir: string,
  backups: BackupPlace,
  startOver = false,
  before?: Before,
): Promise<OpenDatabase> {
  const lock = lockDataFolder(dataDir);
  try {
    const folder = join(dataDir, 'pg');
    if (startOver) rmSync(folder, { recursive: true, force: true });
    layEmptyDatabase(folder);
    const client = await PGlite.create(folder);
    giveWay(client);
    const db = drizzle(client);
    const shared = false;
    const close = async (): Promise<void> => {
      await client.close();
      lock.release();
    };
    try {
      const migrateIn = (migrationsFolder: string) => migrate(db, { migrationsFolder });
      await bringUpToDate({ db, shared }, migrateIn, backups, before);
    } catch (error) {
      await client.close();
      throw error;
    }
    // A table at a time, and whoever asks in between is answered.
    const vacuum = async (): Promise<void> => {
      for (const table of await tablesOf(db))
        await db.execute(sql`VACUUM (ANALYZE) ${sql.identifier(table)}`);
      await db.execute(sql`CHECKPOINT`);
    };
    return { db, shared, feed: localFeed(), alone: (work) => work(), vacuum, close };
  } catch (error) {
    lock.release();
    throw error;
  }
}
