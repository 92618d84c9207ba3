// Run by tests as a program of its own: SQL from standard input into a database that no server has open, after the
// migrations of the second argument, if there is one. The database is that of the folder of the first, or that of
// DATABASE_URL. The test runner's sandbox cannot load the embedded one.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { drizzle as drizzlePostgres } from 'drizzle-orm/node-postgres';
import { migrate as migratePostgres } from 'drizzle-orm/node-postgres/migrator';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import pg from 'pg';
import { layEmptyDatabase } from '../src/emptyDatabase';

async function main(): Promise<void> {
  const [, , dataDir = '', migrationsFolder] = process.argv;
  const sql = readFileSync(0, 'utf8');
  const url = process.env['DATABASE_URL'];
  if (url !== undefined) {
    const client = new pg.Client(url);
    await client.connect();
    if (migrationsFolder !== undefined) await migratePostgres(drizzlePostgres(client), { migrationsFolder });
    await client.query(sql);
    await client.end();
    return;
  }
  const folder = join(dataDir, 'pg');
  layEmptyDatabase(folder, join(process.cwd(), 'server/dist/emptyDatabase'));
  const db = await PGlite.create(folder);
  if (migrationsFolder !== undefined) await migrate(drizzle(db), { migrationsFolder });
  await db.exec(sql);
  await db.close();
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
