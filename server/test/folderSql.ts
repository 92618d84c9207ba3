// Run by tests as a program of its own: SQL from standard input into the database of a folder that no server has open,
// after the migrations of the second argument, if there is one. The test runner's sandbox cannot load the database.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';

async function main(): Promise<void> {
  const [, , dataDir = '', migrationsFolder] = process.argv;
  const db = await PGlite.create(join(dataDir, 'pg'));
  if (migrationsFolder !== undefined) await migrate(drizzle(db), { migrationsFolder });
  await db.exec(readFileSync(0, 'utf8'));
  await db.close();
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
