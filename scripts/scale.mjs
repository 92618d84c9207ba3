// npm run scale: what one process, two processes and one PostgreSQL carry on this machine, beside the same rows written
// by the same transactions with nothing but the database's own driver. The figures in docs/scale.md are from here.
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import pg from 'pg';
import { plainRecipe } from '../core/src/index.ts';
import { RunningServer, databaseUrl, newDataDir, removeDataDir } from '../server/test/runningServer.ts';
import { startPostgres } from './postgres.mjs';
import { bundleServer, bundleTestServer } from './serverBundle.mjs';
import { ROOT, postgres } from './setUp.mjs';

const KITCHENS = 16;
const FOR_MS = 15_000;
/** So long a log is when it is added to: a batch has about that many lines. */
const LINES = 20;
const RECIPE = { ...plainRecipe('Scale', 'almond', 6.6, 12), amount: { by: 'nuts', massG: 143 } };
const PROBED = { type: 'probed', what: 'bowl', tempC: 20 };

await postgres();
await Promise.all([bundleServer(), bundleTestServer()]);
const { url, stop } = await startPostgres({ durable: true });
process.env.POSTGRES_URL = url;

/** Runs so many workers side by side for a while; answers how often they were done in a second. */
async function rate(workers) {
  const until = performance.now() + FOR_MS;
  let done = 0;
  await Promise.all(
    workers.map(async (work) => {
      while (performance.now() < until) {
        await work();
        done++;
      }
    }),
  );
  return done / (FOR_MS / 1000);
}

/** One cook of a kitchen: each time it is called it adds a line, and now and then begins a new batch. */
async function cook(server, kitchen) {
  const headers = () => ({ 'x-kitchen': String(kitchen), 'idempotency-key': randomUUID() });
  const must = (answer) => {
    if (answer.status !== 201) throw new Error(JSON.stringify(answer.body));
    return answer.body;
  };
  const begin = async () => must(await server.call('POST', '/api/batches', { recipe: RECIPE }, headers())).id;
  const batches = [];
  for (let n = 0; n < 3; n++) batches.push(await begin());
  let turn = 0;
  return async () => {
    const id = batches[turn++ % batches.length];
    must(await server.call('POST', `/api/batches/${id}/events`, { happenings: [PROBED] }, headers()));
    // The log stays about as long as a batch's: what was added is taken out of the way, unmeasured work is not.
    if (turn % (LINES * batches.length) === 0) batches[turn % batches.length] = await begin();
  };
}

async function servers(count) {
  const dataDir = newDataDir({ onDisk: true });
  const program = [join(ROOT, 'server/dist-test/main.mjs')];
  const environment = { KITCHENS: String(KITCHENS / count) };
  const running = [];
  for (let n = 0; n < count; n++) {
    running.push(await RunningServer.start(dataDir, [], environment, { program, engine: 'postgres' }));
  }
  const cooks = [];
  for (const server of running) {
    for (let kitchen = 0; kitchen < KITCHENS / count; kitchen++) cooks.push(await cook(server, kitchen));
  }
  const perSecond = await rate(cooks);
  await Promise.all(running.map((server) => server.stop()));
  return { perSecond, dataDir };
}

/** The same rows by the same transactions, in the database the servers have just left. */
async function bare(dataDir) {
  const pool = new pg.Pool({ connectionString: databaseUrl(dataDir), max: 10 });
  const { rows } = await pool.query(
    'SELECT DISTINCT ON (kitchen_id) kitchen_id, id FROM batches ORDER BY kitchen_id, created_at DESC',
  );
  const what = JSON.stringify(PROBED);
  const workers = rows.map(({ kitchen_id: kitchen, id: batch }) => async () => {
    const client = await pool.connect();
    try {
      const [key, event, at] = [randomUUID(), randomUUID(), new Date()];
      const q = (text, values) => client.query(text, values);
      const keyOf = 'SELECT * FROM idempotency_keys WHERE kitchen_id = $1 AND key = $2';
      await q('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
      await q(keyOf, [kitchen, key]);
      await q('COMMIT');
      await q('BEGIN');
      await q('SELECT revision FROM kitchens WHERE id = $1 FOR NO KEY UPDATE', [kitchen]);
      await q(keyOf, [kitchen, key]);
      const { rows: found } = await q('SELECT * FROM batches WHERE kitchen_id = $1 AND id = $2', [
        kitchen,
        batch,
      ]);
      await q('SELECT * FROM kitchens WHERE id = $1', [kitchen]);
      await q('SELECT * FROM fridge_readings WHERE kitchen_id = $1 ORDER BY id', [kitchen]);
      const { rows: raised } = await q(
        'UPDATE kitchens SET revision = revision + 1 WHERE id = $1 RETURNING revision',
        [kitchen],
      );
      const revision = raised[0].revision;
      await q(
        'INSERT INTO batch_events (kitchen_id, batch_id, id, at, time_zone, what, added_in) VALUES ($1, $2, $3, $4, $5, $6, $7)',
        [kitchen, batch, event, at, 'UTC', what, revision],
      );
      await q(
        'UPDATE batches SET changed_in = $3, active = true, summary = $4 WHERE kitchen_id = $1 AND id = $2',
        [kitchen, batch, revision, found[0].summary],
      );
      await q(
        'INSERT INTO idempotency_keys (kitchen_id, key, request_hash, made, at) VALUES ($1, $2, $3, $4, $5)',
        [kitchen, key, key, '1+1', at],
      );
      await q(`SELECT pg_notify('kitchen_changes', $1)`, [JSON.stringify({ kitchenId: kitchen, revision })]);
      await q('COMMIT');
      await q('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
      await q('SELECT * FROM batches WHERE kitchen_id = $1 AND id = $2', [kitchen, batch]);
      await q(
        'SELECT * FROM batch_events WHERE kitchen_id = $1 AND batch_id = $2 AND added_in >= $3 ORDER BY seq',
        [kitchen, batch, revision],
      );
      await q('COMMIT');
    } finally {
      client.release();
    }
  });
  const perSecond = await rate(workers);
  await pool.end();
  return perSecond;
}

try {
  const one = await servers(1);
  const driver = await bare(one.dataDir);
  const two = await servers(2);
  console.log(`${KITCHENS} kitchens, one cook each, who adds a line as soon as the last one is confirmed:`);
  console.log(`  nothing but the driver, one process   ${driver.toFixed(0)} a second`);
  console.log(
    `  one server   ${one.perSecond.toFixed(0)} a second, ${((100 * one.perSecond) / driver).toFixed(0)} %`,
  );
  console.log(
    `  two servers  ${two.perSecond.toFixed(0)} a second, ${((100 * two.perSecond) / driver).toFixed(0)} %`,
  );
  removeDataDir(one.dataDir);
  removeDataDir(two.dataDir);
} finally {
  await stop();
}
