import type { BackupPlace } from './backup';
import type { OpenDatabase } from './database';
import type { Before } from './migrations';
import { openPglite } from './pgliteDatabase';
import { openPostgres } from './postgresDatabase';

export interface DatabasePlace {
  /** Where the database is kept, unless it is a PostgreSQL server's. */
  dataDir: string;
  /** A database of a PostgreSQL server, in place of the one in the folder. */
  databaseUrl?: string | undefined;
  backups: BackupPlace;
  /** Remove what is in the data folder first. */
  startOver?: boolean;
}

/** Opens the database and brings its tables up to date; `before` is done with it as it is found. */
export function openDatabase(
  { dataDir, databaseUrl, backups, startOver }: DatabasePlace,
  before?: Before,
): Promise<OpenDatabase> {
  if (databaseUrl === undefined) return openPglite(dataDir, backups, startOver, before);
  // What a server holds may be somebody else's work, too.
  if (startOver)
    throw new Error('--fresh starts a data folder over; a database of DATABASE_URL is left as it is.');
  return openPostgres(databaseUrl, backups, before);
}
