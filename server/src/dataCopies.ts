import { cpSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';

/** Copies of the data made before a migration, kept beside it. */
const FOLDER = 'copies';
const KEPT = 3;
const UNFINISHED = '.unfinished';

/**
 * Copies the closed database of a data folder beside it, and keeps the last three copies. Rejects with a sentence when
 * there is no room for it; the data itself is then as it was.
 */
export function copyData(dataDir: string, now: Date): string {
  const copies = join(dataDir, FOLDER);
  mkdirSync(copies, { recursive: true });
  const name = `pg-${now.toISOString().replace(/[:.]/g, '-')}`;
  const unfinished = join(copies, `${name}${UNFINISHED}`);
  try {
    cpSync(join(dataDir, 'pg'), unfinished, { recursive: true });
    renameSync(unfinished, join(copies, name));
  } catch (error) {
    rmSync(unfinished, { recursive: true, force: true });
    throw new Error(
      `The kitchen's data could not be copied before it is brought up to date, so nothing was changed. Is the disk full? ${String(error)}`,
      { cause: error },
    );
  }
  for (const old of copiesOf(dataDir).slice(0, -KEPT)) {
    rmSync(join(copies, old), { recursive: true, force: true });
  }
  return join(copies, name);
}

/** Names of the copies there are, oldest first. */
export function copiesOf(dataDir: string): string[] {
  const copies = join(dataDir, FOLDER);
  if (!existsSync(copies)) return [];
  return readdirSync(copies)
    .filter((name) => !name.endsWith(UNFINISHED))
    .sort();
}
