import { setTimeout as sleep } from 'node:timers/promises';
import { AwayDatabase } from '../awayDatabase';
import { freePort } from '../freePort';
import { RECIPE, RunningServer, databaseUrl, newDataDir, removeDataDir } from '../runningServer';

const dataDir = newDataDir();
let server: RunningServer;
let database: AwayDatabase;
let operations: string;

beforeAll(async () => {
  const port = String(await freePort());
  operations = `http://127.0.0.1:${port}`;
  server = await RunningServer.start(dataDir, [], { OPS_PORT: port });
  database = await AwayDatabase.of(databaseUrl(dataDir));
});
afterAll(async () => {
  await database.close();
  await server.stop();
  removeDataDir(dataDir);
});

const status = async (path: string): Promise<number> => (await fetch(operations + path)).status;
const batchCount = async (): Promise<number> =>
  (await server.get('/api/batches?scope=active&limit=100')).body.batches.length;

test('without its database the server still runs, is not ready, and takes what is sent again', async () => {
  expect([await status('/live'), await status('/ready')]).toEqual([200, 200]);
  await database.takeAway();
  expect([await status('/live'), await status('/ready')]).toEqual([200, 503]);
  const key = crypto.randomUUID();
  for (const answer of [
    await server.get('/api/kitchen'),
    await server.create('/api/batches', { recipe: RECIPE }, key),
  ]) {
    expect(answer.status).toBe(503);
    expect(answer.body.code).toBe('database-away');
    expect(answer.headers.get('retry-after')).toBe('5');
  }
  await database.giveBack();
  expect(await status('/ready')).toBe(200);
  expect((await server.create('/api/batches', { recipe: RECIPE }, key)).status).toBe(201);
  expect((await server.create('/api/batches', { recipe: RECIPE }, key)).status).toBe(201);
  expect(await batchCount()).toBe(1);
});

test('connections that are cut in the middle of transactions end no server and make nothing twice', async () => {
  const before = await batchCount();
  let writing = true;
  const cuts = (async () => {
    for (let count = 0; writing && count < 60; count++) {
      await database.cut();
      // Now and then there is time to get something done.
      await sleep(count % 5 === 4 ? 200 : 5);
    }
  })();
  const WRITERS = 20;
  const written = Array.from({ length: WRITERS }, async () => {
    const key = crypto.randomUUID();
    const sent = () => server.create('/api/batches', { recipe: RECIPE }, key);
    let answer = await sent();
    while (answer.status === 503) answer = await sent();
    return answer.status;
  });
  expect(new Set(await Promise.all(written))).toEqual(new Set([201]));
  writing = false;
  await cuts;
  await expect(batchCount()).resolves.toBe(before + WRITERS);
  expect(server.process.exitCode).toBeNull();
});
