import { join, resolve } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { backupsIn, makeBackup } from './backup';
import { DataFolderBusy } from './dataLock';
import { readEnvironment } from './environment';
import type { DatabasePlace } from './openDatabase';
import { openDatabase } from './openDatabase';
import { restoreBackup } from './restore';
import { startServer } from './server';
import { fault, log } from './log';

/** Where the app is built to. */
const SITE = fileURLToPath(new URL('../../client/dist', import.meta.url));

const OPTIONS = {
  /** Fill an empty database with the demo kitchen. */
  demo: { type: 'boolean', default: false },
  /** Remove what is in the data folder first. */
  fresh: { type: 'boolean', default: false },
  /** Make anew what is derived from the logs. */
  rebuild: { type: 'boolean', default: false },
  /** Open it to phones on the home network. */
  home: { type: 'boolean', default: false },
  /** Say a pairing code at the start. */
  pair: { type: 'boolean', default: false },
  /** Only make a backup. */
  backup: { type: 'boolean', default: false },
  /** Only restore this backup, into a database with nothing in it. */
  restore: { type: 'string' },
} as const;

/** A server that has the folder makes its backup itself when it is told to; this long it may take, ms. */
const BACKUP_WITHIN_MS = 10 * 60_000;
const LOOK_EVERY_MS = 200;

/** Has the process that has the folder make a backup, and answers where it is. */
async function backupByHolder(pid: number, folder: string): Promise<string> {
  const before = new Set(backupsIn(folder));
  process.kill(pid, 'SIGUSR2');
  for (let waitedMs = 0; waitedMs < BACKUP_WITHIN_MS; waitedMs += LOOK_EVERY_MS) {
    const made = backupsIn(folder).find((name) => !before.has(name));
    if (made !== undefined) return join(folder, made);
    await sleep(LOOK_EVERY_MS);
  }
  throw new Error(`The server (process ${pid}) has made no backup in ${folder}.`);
}

async function backUp(place: DatabasePlace): Promise<string> {
  try {
    const database = await openDatabase(place);
    try {
      return await makeBackup(database, place.backups, new Date());
    } finally {
      await database.close();
    }
  } catch (error) {
    if (!(error instanceof DataFolderBusy) || error.pid === null) throw error;
    return backupByHolder(error.pid, place.backups.folder);
  }
}

async function main(): Promise<void> {
  const environment = readEnvironment(process.env);
  log.level = environment.LOG_LEVEL;
  const { DATA_DIR, DATABASE_URL, BACKUP_DIR, BACKUPS_KEPT } = environment;
  const { values } = parseArgs({ options: OPTIONS });
  const dataDir = resolve(DATA_DIR);
  const place: DatabasePlace = {
    dataDir,
    databaseUrl: DATABASE_URL,
    backups: { folder: resolve(BACKUP_DIR ?? join(dataDir, 'backups')), keep: BACKUPS_KEPT },
    startOver: values.fresh,
  };
  if (values.backup) {
    console.log(`Backed up to ${await backUp(place)}`);
    return;
  }
  if (values.restore !== undefined) {
    const { backup, letIn } = await restoreBackup(place, resolve(values.restore));
    const rows = Object.values(backup.tables).reduce((sum, count) => sum + count, 0);
    console.log(`Restored ${rows} rows of the backup made at ${backup.madeAt}.`);
    if (letIn.length > 0) {
      console.log(
        `Let in again, as they were when it was made: ${letIn.join(', ')}. Remove any that is not to be, in Kitchen, Phones of the house.`,
      );
    }
    return;
  }
  const server = await startServer({
    ...place,
    siteDir: resolve(environment.SITE_DIR ?? SITE),
    port: environment.PORT,
    listen: environment.LISTEN ?? null,
    home: values.home,
    homePort: environment.HOME_PORT,
    announced: environment.ANNOUNCE === 'on',
    allowedHosts: environment.ALLOWED_HOSTS,
    publicUrl: environment.PUBLIC_URL ?? null,
    trustProxy: environment.TRUST_PROXY,
    operations:
      environment.OPS_PORT === undefined
        ? null
        : { port: environment.OPS_PORT, address: environment.OPS_LISTEN },
    pair: values.pair,
    demo: values.demo,
    rebuild: values.rebuild,
  });
  console.log([`Humble Churn is at ${server.url}`, ...server.words].join('\n'));
  let stopping = false;
  const stop = (): void => {
    if (stopping) return;
    stopping = true;
    console.log('Stopping; everything confirmed is kept.');
    server.stop().then(
      () => process.exit(0),
      (error: unknown) => {
        log.error(fault(error), 'It did not stop in good order');
        process.exit(1);
      },
    );
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  process.on('SIGUSR2', () => {
    server.backUp().then(
      (path) => console.log(`Backed up to ${path}`),
      (error: unknown) => log.error(fault(error), 'The backup failed'),
    );
  });
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
