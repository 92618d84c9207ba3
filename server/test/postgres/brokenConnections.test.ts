import { sql } from 'drizzle-orm';
import pg from 'pg';
import { poolDatabase } from '../../src/postgresPool';

const MOST = 3;
const pool = new pg.Pool({
  connectionString: `${process.env['POSTGRES_URL'] ?? ''}/postgres`,
  max: MOST,
  connectionTimeoutMillis: 1000,
});
pool.on('error', () => undefined);
pool.on('connect', (client) => client.on('error', () => undefined));
afterAll(() => pool.end());

/** Has the server end a connection that then lies in the pool, not yet known to be broken. */
async function breakOne(): Promise<void> {
  const client = await pool.connect();
  await expect(client.query('SELECT pg_terminate_backend(pg_backend_pid())')).rejects.toThrow();
  client.release();
}

test('a transaction that cannot begin gives its connection back', async () => {
  for (let broken = 0; broken <= MOST; broken++) {
    await breakOne();
    const asked = poolDatabase(pool).transaction((tx) => tx.execute(sql`SELECT 1`));
    await expect(asked).rejects.toThrow('begin');
  }
  const done = await poolDatabase(pool).transaction((tx) =>
    tx.execute<{ one: number }>(sql`SELECT 1 AS one`),
  );
  expect(done.rows).toEqual([{ one: 1 }]);
  expect(pool.totalCount - pool.idleCount).toBe(0);
});

test('what is thrown inside is what is told, and nothing of it is kept', async () => {
  const db = poolDatabase(pool);
  await db.execute(sql`CREATE TEMPORARY TABLE kept (one integer)`);
  const asked = db.transaction(async (tx) => {
    await tx.execute(sql`INSERT INTO kept VALUES (1)`);
    throw new Error('said inside');
  });
  await expect(asked).rejects.toThrow('said inside');
  expect((await db.execute(sql`SELECT one FROM kept`)).rows).toEqual([]);
  expect(pool.totalCount - pool.idleCount).toBe(0);
});
