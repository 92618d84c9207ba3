// Rows of npm run bench about a kitchen of many years: 5,000 batches with the demo's own logs, in which what was
// measured is said again until each has 35 lines, on both databases.
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import pg from 'pg';
import {
  RunningServer,
  databaseUrl,
  newDataDir,
  removeDataDir,
  runMain,
  runSql,
} from '../server/test/runningServer.ts';
import { startPostgres } from './postgres.mjs';

const BATCHES = 5000;
const LINES = 35;
/** What has milk or pulp left is there so many times more: some forty batches. */
const KEPT = 3;
const READS = 100;
const LIMIT_MS = 50;

/**
 * Batches that are over, over and over, each time a month earlier; a batch every three days or oftener whose pulp lies in
 * the freezer for ninety; a fridge's log of ten weeks, minute by minute.
 */
const MANY = `
  CREATE TEMP TABLE copies AS
    SELECT gen_random_uuid() AS copy, b.*, n * interval '30 days' AS earlier
    FROM batches b, generate_series(1, ${BATCHES}) n WHERE NOT b.active ORDER BY n LIMIT ${BATCHES};
  INSERT INTO copies SELECT gen_random_uuid(), b.*, n * interval '1 minute' FROM batches b, generate_series(1, ${KEPT}) n
    WHERE b.active;
  INSERT INTO fridge_days (kitchen_id, day, readings, means)
    SELECT k.id, to_char(now() - n * interval '1 day', 'YYYY-MM-DD'),
      (SELECT jsonb_agg(jsonb_build_array(m * 60000, 4)) FROM generate_series(0, 1439) m),
      (SELECT jsonb_agg(4) FROM generate_series(1, 144)) FROM kitchens k, generate_series(0, 69) n
    ON CONFLICT (kitchen_id, fridge, day) DO UPDATE SET readings = excluded.readings, means = excluded.means;
  INSERT INTO batches (kitchen_id, id, time_zone, created_at, active, changed_in, summary)
    SELECT kitchen_id, copy, time_zone, created_at - earlier, active, changed_in, summary FROM copies;
  INSERT INTO batch_events (kitchen_id, batch_id, id, at, time_zone, what, added_in)
    SELECT e.kitchen_id, copy, gen_random_uuid(), e.at - earlier, e.time_zone, e.what, e.added_in
    FROM copies c JOIN batch_events e ON e.kitchen_id = c.kitchen_id AND e.batch_id = c.id ORDER BY copy, e.seq;
  INSERT INTO batch_events (kitchen_id, batch_id, id, at, time_zone, what, added_in)
    SELECT e.kitchen_id, e.batch_id, gen_random_uuid(), e.at, e.time_zone, e.what, e.added_in
    FROM (SELECT kitchen_id, batch_id, count(*) AS lines FROM batch_events GROUP BY 1, 2) b
    CROSS JOIN LATERAL (SELECT e.*, b.lines + n AS line FROM generate_series(1, ${LINES}) n
      CROSS JOIN LATERAL (SELECT * FROM batch_events e WHERE e.kitchen_id = b.kitchen_id
        AND e.batch_id = b.batch_id AND e.what->>'type' IN ('step-done', 'measured') ORDER BY e.seq DESC LIMIT 1) e) e
    WHERE e.line <= ${LINES};
  ANALYZE;
`;

/** What the screens ask the database, and the index that is to answer it. */
const ASKED = {
  batches_active: `SELECT * FROM batches WHERE kitchen_id = $1 AND active ORDER BY created_at DESC, id DESC`,
  batches_created: `SELECT id, summary FROM batches WHERE kitchen_id = $1 ORDER BY created_at DESC, id DESC LIMIT 31`,
  batches_changed: `SELECT * FROM batches WHERE kitchen_id = $1 AND changed_in > 1000000`,
  batch_events_kitchen_id_batch_id_seq_pk: `SELECT * FROM batch_events WHERE kitchen_id = $1 AND batch_id = $2 ORDER BY seq`,
};

async function checkPlans(query, engine) {
  const [{ kitchen_id: kitchen, id }] = (await query('SELECT kitchen_id, id FROM batches LIMIT 1')).rows;
  for (const [index, sql] of Object.entries(ASKED)) {
    const text = sql.replace('$1', `'${kitchen}'`).replace('$2', `'${id}'`);
    const plan = JSON.stringify((await query(`EXPLAIN (FORMAT JSON) ${text}`)).rows);
    if (!plan.includes(index)) console.error(`WRONG: ${engine} does not use ${index}: ${plan}`);
  }
  const { rows } = await query(
    'SELECT count(*)::int AS lines, count(DISTINCT batch_id)::int AS batches FROM batch_events',
  );
  console.log(`${engine}: ${rows[0].batches} batches with ${rows[0].lines} lines in all.`);
}

async function onEngine(engine, note) {
  const dataDir = newDataDir({ onDisk: true });
  await (await RunningServer.start(dataDir, ['--demo'], {}, { engine })).stop();
  await runSql(dataDir, MANY, { engine });
  if (engine === 'postgres') {
    const client = new pg.Client(databaseUrl(dataDir));
    await client.connect();
    await checkPlans((sql) => client.query(sql), engine);
    await client.end();
  } else {
    const db = await PGlite.create(join(dataDir, 'pg'));
    await checkPlans((sql) => db.query(sql), engine);
    await db.close();
  }
  const server = await RunningServer.start(dataDir, [], {}, { engine });
  const middle = (await server.get('/api/notebook?limit=100')).body.nextBefore;
  const paths = {
    'what is active (Now, Shelf, Pulp)': '/api/batches?scope=active',
    'where the nuts went': '/api/account',
    'ten weeks of the fridge’s log': '/api/kitchen/fridge-days',
    'a page of the notebook': '/api/notebook?limit=30',
    'a page further back': `/api/notebook?limit=30&before=${encodeURIComponent(middle)}`,
  };
  for (const [what, path] of Object.entries(paths)) {
    const times = [];
    for (let n = 0; n < READS; n++) {
      const from = performance.now();
      await server.get(path);
      times.push(performance.now() - from);
    }
    times.sort((a, b) => a - b);
    note(`${what}, ${engine}, 95 of 100`, times[Math.floor(READS * 0.95)], LIMIT_MS, 'ms', 1);
  }
  const from = performance.now();
  await (await fetch(`${server.url}/api/kitchen/export.zip`, { headers: server.letIn })).arrayBuffer();
  note(`the whole kitchen exported, ${engine}`, (performance.now() - from) / 1000, 60, 's', 1);
  await server.stop();
  const before = performance.now();
  await runMain(dataDir, ['--backup'], engine);
  note(`a backup of it, ${engine}`, (performance.now() - before) / 1000, 60, 's', 1);
  removeDataDir(dataDir);
}

/** Measures both kinds of database; `note` takes what was measured beside its limit. */
export async function benchMany(note) {
  const postgres = await startPostgres({ durable: true });
  process.env.POSTGRES_URL = postgres.url;
  try {
    for (const engine of ['pglite', 'postgres']) await onEngine(engine, note);
  } finally {
    await postgres.stop();
  }
}
