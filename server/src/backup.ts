import { createWriteStream, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { z } from 'zod';
import type { Db, OpenDatabase } from './database';
import { ZipWriter } from './zip';
import { fault, log } from './log';

/** What a backup says of itself, in `backup.json`. */
export const BackupSchema = z.object({
  format: z.literal('humble-churn/backup'),
  version: z.literal(1),
  madeAt: z.iso.datetime(),
  /** The last migration its tables had: it is read by the same tables, and brought up to date afterwards. */
  migratedAt: z.number(),
  /** Rows of each table. */
  tables: z.record(z.string(), z.number().int()),
});

export type Backup = z.infer<typeof BackupSchema>;

/** Rows that are read at once. */
const CHUNK = 500;
const SUFFIX = '.zip';
const UNFINISHED = '.unfinished';

const TablesSchema = z.object({ rows: z.array(z.object({ name: z.string() })) });
const RowsSchema = z.object({ rows: z.array(z.object({ row: z.string() })) });
const LastSchema = z.object({ rows: z.array(z.object({ at: z.coerce.number() })).length(1) });

/** The names of all tables. */
export async function tablesOf(db: Db): Promise<string[]> {
  const found = TablesSchema.parse(
    await db.execute(
      sql`SELECT tablename AS name FROM pg_tables WHERE schemaname = 'public' ORDER BY tablename`,
    ),
  );
  return found.rows.map(({ name }) => name);
}

/** Writes a table's rows as JSON, one a line; answers how many. */
async function dumpTable(db: Db, table: string, write: (text: string) => Promise<void>): Promise<number> {
  let count = 0;
  await db.execute(
    sql`DECLARE dump NO SCROLL CURSOR FOR SELECT to_jsonb(t)::text AS row FROM ${sql.identifier(table)} t`,
  );
  for (;;) {
    const { rows } = RowsSchema.parse(await db.execute(sql.raw(`FETCH ${CHUNK} FROM dump`)));
    if (rows.length === 0) break;
    count += rows.length;
    await write(rows.map(({ row }) => `${row}\n`).join(''));
  }
  await db.execute(sql`CLOSE dump`);
  return count;
}

/**
 * Copies the whole database as it is at one moment into a zip: a file of JSON lines for each table, and what it is in
 * `backup.json`. It can be restored into either kind of database.
 */
export async function writeBackup(
  { db, shared }: Pick<OpenDatabase, 'db' | 'shared'>,
  path: string,
  now: Date,
): Promise<Backup> {
  const unfinished = `${path}${UNFINISHED}`;
  rmSync(unfinished, { force: true });
  const file = new ZipWriter(createWriteStream(unfinished, { flags: 'wx', mode: 0o600 }));
  try {
    const dump = async (tx: Db): Promise<Backup> => {
      const tables: Record<string, number> = {};
      for (const table of await tablesOf(tx)) {
        const { write, end } = file.entry(`${table}.ndjson`);
        tables[table] = await dumpTable(tx, table, write);
        end();
      }
      const last = LastSchema.parse(
        await tx.execute(sql`SELECT max(created_at) AS at FROM drizzle.__drizzle_migrations`),
      );
      const migratedAt = last.rows[0]?.at ?? 0;
      return { format: 'humble-churn/backup', version: 1, madeAt: now.toISOString(), migratedAt, tables };
    };
    const backup = shared
      ? await db.transaction(dump, { isolationLevel: 'repeatable read', accessMode: 'read only' })
      : await db.transaction(dump);
    await file.file('backup.json', `${JSON.stringify(backup, null, 2)}\n`);
    await file.close();
    renameSync(unfinished, path);
    return backup;
  } catch (error) {
    rmSync(unfinished, { force: true });
    throw error;
  }
}

/** Where backups are kept, and how many. */
export interface BackupPlace {
  folder: string;
  keep: number;
}

/** Names of the backups there are, oldest first. */
export function backupsIn(folder: string): string[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter((name) => name.startsWith('humble-churn-') && name.endsWith(SUFFIX))
    .sort();
}

/** Makes a backup named by its moment, and removes the oldest beyond those that are kept. Answers where it is. */
export async function makeBackup(
  database: Pick<OpenDatabase, 'db' | 'shared'>,
  { folder, keep }: BackupPlace,
  now: Date,
): Promise<string> {
  mkdirSync(folder, { recursive: true });
  const path = join(folder, `humble-churn-${now.toISOString().replace(/[:.]/g, '-')}${SUFFIX}`);
  await writeBackup(database, path, now);
  for (const old of backupsIn(folder).slice(0, -keep)) rmSync(join(folder, old), { force: true });
  return path;
}

/** When a backup was made, by its name, ms; null for a name that says none. */
function madeAtMs(name: string): number | null {
  const found = /^humble-churn-(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)-(\d{3})Z\.zip$/.exec(name);
  if (!found) return null;
  const [, day, h, min, s, ms] = found;
  return Date.parse(`${day}T${h}:${min}:${s}.${ms}Z`);
}

/** The hour of the night after which the day's backup is made, by this machine's clock. */
const FROM_HOUR = 3;

/** Whether the backup of this night has yet to be made. */
export function backupIsDue(names: readonly string[], now: Date): boolean {
  const tonight = new Date(now);
  tonight.setHours(FROM_HOUR, 0, 0, 0);
  if (tonight > now) tonight.setDate(tonight.getDate() - 1);
  const last = Math.max(0, ...names.map((name) => madeAtMs(name) ?? 0));
  return last < tonight.getTime();
}

/** How often it is looked whether a backup is due, ms. */
const LOOK_EVERY_MS = 15 * 60_000;
/** It is first looked so long after the start, ms: many a machine is on for no more than a breakfast. */
const FIRST_LOOK_MS = 60_000;

/** Has a backup made every night, or as soon as the machine is on again after one. Answers how to stop. */
export function backUpNightly(
  { folder }: Pick<BackupPlace, 'folder'>,
  backUp: (now: Date) => Promise<unknown>,
): () => Promise<void> {
  let running: Promise<void> = Promise.resolve();
  const backUpIfDue = async (): Promise<void> => {
    const now = new Date();
    // The folder may be on a disk that is not there now.
    if (backupIsDue(backupsIn(folder), now)) await backUp(now);
  };
  const look = (): void => {
    running = running
      .then(backUpIfDue)
      .catch((error: unknown) => log.error(fault(error), 'The nightly backup failed'));
  };
  const timers = [setTimeout(look, FIRST_LOOK_MS), setInterval(look, LOOK_EVERY_MS)];
  for (const timer of timers) timer.unref();
  return async () => {
    timers.forEach(clearTimeout);
    await running;
  };
}
