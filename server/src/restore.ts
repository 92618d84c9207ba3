import { copyFileSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { z } from 'zod';
import type { Backup } from './backup';
import { BackupSchema } from './backup';
import type { Db } from './database';
import { MIGRATIONS } from './migrations';
import { namesLetIn } from './pairedDevices';
import type { DatabasePlace } from './openDatabase';
import { openDatabase } from './openDatabase';
import { readZipLines, readZipText } from './zip';

/** No row is nearly as long. */
const MOST_LETTERS = 64_000_000;

/** What a backup says of itself. Rejects with a sentence where the file is none. */
async function readBackup(path: string): Promise<Backup> {
  try {
    return BackupSchema.parse(JSON.parse(await readZipText(path, 'backup.json', MOST_LETTERS)));
  } catch (error) {
    throw new Error(`${path} is no backup of Humble Churn, or it is cut short. Nothing was changed.`, {
      cause: error,
    });
  }
}

const JournalSchema = z.looseObject({
  entries: z.array(z.looseObject({ tag: z.string(), when: z.number() })),
});

/** Runs with a folder that holds the migrations up to a moment. */
async function withMigrationsUntil<T>(untilMs: number, work: (folder: string) => Promise<T>): Promise<T> {
  const journal = JournalSchema.parse(
    JSON.parse(readFileSync(join(MIGRATIONS, 'meta/_journal.json'), 'utf8')),
  );
  const entries = journal.entries.filter(({ when }) => when <= untilMs);
  if (entries.at(-1)?.when !== untilMs) {
    throw new Error(
      'The backup was made by a newer Humble Churn. Update this one first. Nothing was changed.',
    );
  }
  const folder = mkdtempSync(join(tmpdir(), 'humble-churn-migrations-'));
  try {
    mkdirSync(join(folder, 'meta'));
    writeFileSync(join(folder, 'meta/_journal.json'), JSON.stringify({ ...journal, entries }));
    for (const { tag } of entries) copyFileSync(join(MIGRATIONS, `${tag}.sql`), join(folder, `${tag}.sql`));
    return await work(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const CountSchema = z.object({ rows: z.array(z.object({ there: z.coerce.boolean() })).length(1) });

/** Whether a database has tables already. */
async function hasTables(db: Db): Promise<boolean> {
  const found = await db.execute(sql`SELECT to_regclass('public.kitchens') IS NOT NULL AS there`);
  return CountSchema.parse(found).rows[0]?.there === true;
}

const ReferencesSchema = z.object({ rows: z.array(z.object({ table: z.string(), to: z.string() })) });
const SequencesSchema = z.object({ rows: z.array(z.object({ table: z.string(), column: z.string() })) });

/** Tables in an order in which each comes after those its rows refer to. */
async function inOrder(db: Db, tables: readonly string[]): Promise<string[]> {
  const { rows } = ReferencesSchema.parse(
    await db.execute(
      sql`SELECT conrelid::regclass::text AS "table", confrelid::regclass::text AS "to" FROM pg_constraint WHERE contype = 'f'`,
    ),
  );
  const order: string[] = [];
  while (order.length < tables.length) {
    const next = tables.find(
      (one) =>
        !order.includes(one) &&
        rows.every(
          ({ table, to }) => table !== one || to === one || order.includes(to) || !tables.includes(to),
        ),
    );
    if (next === undefined) throw new Error('Tables refer to one another in a circle.');
    order.push(next);
  }
  return order;
}

/** Rows that are written at once. */
const CHUNK = 500;

/** Writes the rows of one table of a backup; answers how many. */
async function loadTable(db: Db, path: string, table: string): Promise<number> {
  let count = 0;
  let lines: string[] = [];
  const write = async (): Promise<void> => {
    if (lines.length === 0) return;
    const rows = `[${lines.join(',')}]`;
    const name = sql.identifier(table);
    await db.execute(
      sql`INSERT INTO ${name} SELECT * FROM jsonb_populate_recordset(NULL::${name}, ${rows}::jsonb)`,
    );
    count += lines.length;
    lines = [];
  };
  const rest = await readZipLines(path, `${table}.ndjson`, MOST_LETTERS, async (line) => {
    lines.push(line);
    if (lines.length >= CHUNK) await write();
  });
  await write();
  if (rest !== '') throw new Error(`The backup is cut short in ${table}. Nothing was changed.`);
  return count;
}

/** Numbers that are counted up go on after the largest that was restored. */
async function setSequences(db: Db): Promise<void> {
  const { rows } = SequencesSchema.parse(
    await db.execute(
      sql`SELECT table_name AS "table", column_name AS "column" FROM information_schema.columns
          WHERE table_schema = 'public' AND column_default LIKE 'nextval(%'`,
    ),
  );
  for (const { table, column } of rows) {
    await db.execute(
      sql`SELECT setval(pg_get_serial_sequence(${table}, ${column}), coalesce(max(${sql.identifier(column)}), 0) + 1, false) FROM ${sql.identifier(table)}`,
    );
  }
}

/** Writes all rows of a backup into empty tables of the same migration, all or nothing. */
async function loadBackup(db: Db, path: string, backup: Backup): Promise<void> {
  await db.transaction(async (tx) => {
    for (const table of await inOrder(tx, Object.keys(backup.tables))) {
      const count = await loadTable(tx, path, table);
      if (count !== backup.tables[table]) {
        throw new Error(`The backup is cut short: ${count} rows of ${table}. Nothing was changed.`);
      }
    }
    await setSequences(tx);
  });
}

/** Removes all tables: those of a backup that could not be read to its end. */
async function removeTables(db: Db): Promise<void> {
  await db.execute(sql`DROP SCHEMA public CASCADE`);
  await db.execute(sql`DROP SCHEMA drizzle CASCADE`);
  await db.execute(sql`CREATE SCHEMA public`);
}

/** What was restored. */
export interface Restored {
  backup: Backup;
  /** Names of the devices and calendars that come in again, those among them that were removed since. */
  letIn: string[];
}

/**
 * Restores a backup into a database with nothing in it yet, of either kind, and brings it up to date. Rejects with a
 * sentence where that cannot be; nothing is changed then.
 */
export async function restoreBackup(place: DatabasePlace, path: string): Promise<Restored> {
  const backup = await readBackup(path);
  let letIn: string[] = [];
  await withMigrationsUntil(backup.migratedAt, async (folder) => {
    const database = await openDatabase(place, async (db, migrateIn) => {
      if (await hasTables(db)) {
        throw new Error(
          'There is a kitchen in this database already. Choose an empty folder with DATA_DIR, or an empty database. Nothing was changed.',
        );
      }
      await migrateIn(folder);
      try {
        await loadBackup(db, path, backup);
      } catch (error) {
        await removeTables(db);
        throw error;
      }
    });
    letIn = await namesLetIn(database.db);
    await database.close();
  });
  return { backup, letIn };
}
