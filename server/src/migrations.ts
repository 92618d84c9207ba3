import { fileURLToPath } from 'node:url';
import { sql } from 'drizzle-orm';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { z } from 'zod';
import type { OpenDatabase } from './database';
import type { BackupPlace } from './backup';
import { makeBackup } from './backup';
import type { Db } from './database';

/** Migrations, the same for both kinds of database. */
export const MIGRATIONS = fileURLToPath(new URL('../drizzle', import.meta.url));

const ThereSchema = z.object({ rows: z.array(z.object({ there: z.coerce.boolean() })).length(1) });
const AppliedSchema = z.object({ rows: z.array(z.object({ at: z.coerce.number().nullable() })).length(1) });

/** Whether there are tables in the database that are older than this program. */
async function isBehind(db: Db): Promise<boolean> {
  const known = await db.execute(
    sql`SELECT to_regclass('drizzle.__drizzle_migrations') IS NOT NULL AS there`,
  );
  if (ThereSchema.parse(known).rows[0]?.there !== true) return false;
  const applied = await db.execute(sql`SELECT max(created_at) AS at FROM drizzle.__drizzle_migrations`);
  const lastMs = AppliedSchema.parse(applied).rows[0]?.at ?? 0;
  const all = readMigrationFiles({ migrationsFolder: MIGRATIONS });
  return lastMs > 0 && all.some(({ folderMillis }) => folderMillis > lastMs);
}

/** What is done with a database before it is brought up to date; `migrateIn` runs the migrations of a folder. */
export type Before = (db: Db, migrateIn: (folder: string) => Promise<void>) => Promise<void>;

/** Brings a database up to date. One that is older than this program is backed up first. */
export async function bringUpToDate(
  database: Pick<OpenDatabase, 'db' | 'shared'>,
  migrateIn: (folder: string) => Promise<void>,
  backups: BackupPlace,
  before?: Before,
): Promise<void> {
  await before?.(database.db, migrateIn);
  if (await isBehind(database.db)) {
    try {
      const path = await makeBackup(database, backups, new Date());
      console.log(`The kitchen's data is brought up to date; it was copied to ${path} first.`);
    } catch (error) {
      throw new Error(
        `The kitchen's data could not be copied before it is brought up to date, so nothing was changed. Is the disk full? ${String(error)}`,
        { cause: error },
      );
    }
  }
  await migrateIn(MIGRATIONS);
}
