import { cpSync, existsSync, renameSync, rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

/** A database with nothing in it, as the embedded one makes it for itself; `npm run build` lays it there. */
const PREPARED = fileURLToPath(new URL('./emptyDatabase', import.meta.url));

/**
 * Lays an empty database where none is. Copying one takes a tenth of a second, making one takes several. It gets its
 * name last: a folder of which only a part was copied is never opened. Without a prepared one nothing is done, and
 * the embedded database makes its own.
 */
export function layEmptyDatabase(folder: string, prepared = PREPARED): void {
  if (existsSync(folder) || !existsSync(prepared)) return;
  const partial = `${folder}.new`;
  rmSync(partial, { recursive: true, force: true });
  cpSync(prepared, partial, { recursive: true });
  renameSync(partial, folder);
}
