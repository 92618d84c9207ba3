import { closeSync, mkdirSync, openSync, readFileSync, writeSync, ftruncateSync } from 'node:fs';
import { join } from 'node:path';
import { createRequire } from 'node:module';
import { z } from 'zod';

// The package ships no types. The kernel drops such a lock when its process ends, however it ends.
const { tryLock } = createRequire(import.meta.url)('fs-native-extensions') as {
  tryLock: (fd: number) => boolean;
};

const HolderSchema = z.object({ pid: z.number(), since: z.string() });

/** Another process has the folder. */
export class DataFolderBusy extends Error {
  constructor(
    words: string,
    /** Its number, where it is known. */
    readonly pid: number | null,
  ) {
    super(words);
  }
}

export interface DataLock {
  release: () => void;
}

/**
 * Takes the data folder for this process alone. PGlite itself does not: two processes on one folder would lose
 * each other's writes without an error. Throws `DataFolderBusy` with a sentence for the cook.
 */
export function lockDataFolder(dataDir: string): DataLock {
  mkdirSync(dataDir, { recursive: true });
  const file = join(dataDir, 'lock');
  const fd = openSync(file, 'a+');
  if (!tryLock(fd)) {
    closeSync(fd);
    const holder = holderOf(file);
    throw new DataFolderBusy(
      `The data folder ${dataDir} is in use by another Humble Churn server${holder ? ` (process ${holder.pid}, since ${holder.since})` : ''}. ` +
        'Stop that one first, or choose another folder with DATA_DIR. Nothing was changed.',
      holder?.pid ?? null,
    );
  }
  ftruncateSync(fd);
  writeSync(fd, JSON.stringify({ pid: process.pid, since: new Date().toISOString() }));
  return { release: () => closeSync(fd) };
}

function holderOf(file: string): z.infer<typeof HolderSchema> | null {
  try {
    return HolderSchema.parse(JSON.parse(readFileSync(file, 'utf8')));
  } catch {
    return null;
  }
}
