import { setTimeout as sleep } from 'node:timers/promises';
import { freePort } from './freePort';
import { RECIPE, RunningServer, newDataDir, removeDataDir } from './runningServer';

const dataDir = newDataDir();
let server: RunningServer;
let operations: string;

beforeAll(async () => {
  const port = String(await freePort());
  operations = `http://127.0.0.1:${port}`;
  server = await RunningServer.start(dataDir, [], { OPS_PORT: port, LOG_LEVEL: 'info' });
});
afterAll(async () => {
  await server.stop();
  removeDataDir(dataDir);
});

async function asked(path: string): Promise<{ status: number; text: string }> {
  const response = await fetch(`${operations}${path}`);
  return { status: response.status, text: await response.text() };
}

/** What was logged of answers, a line of JSON each. */
const logged = (): Record<string, unknown>[] =>
  server
    .said()
    .split('\n')
    .filter((line) => line.startsWith('{'))
    .map((line) => JSON.parse(line) as Record<string, unknown>);

test('says that it runs, and that it can do its work', async () => {
  expect(await asked('/live')).toEqual({ status: 200, text: 'live\n' });
  expect(await asked('/ready')).toEqual({ status: 200, text: 'ready\n' });
  expect((await asked('/anything')).status).toBe(404);
});

test('the app’s own port has none of it', async () => {
  for (const path of ['/live', '/ready', '/metrics']) expect((await server.get(path)).status).toBe(404);
});

test('counts answers by route, and open streams, and names nothing of the cook’s', async () => {
  const batch = (await server.create('/api/batches', { recipe: { ...RECIPE, name: 'Aunt Brin’s milk' } }))
    .body;
  await server.get(`/api/batches/${batch.id}`);
  const live = await server.live();
  const { text } = await asked('/metrics');
  expect(text).toMatch(
    /http_request_duration_seconds_count\{method="GET",route="\/api\/batches\/:batchId",status="200"\} 1/,
  );
  expect(text).toContain('live_streams 1');
  expect(text).toContain('process_cpu_seconds_total');
  expect(text).not.toContain(batch.id);
  live.end();
});

test('logs each answer by its route; no name, no id, no key and no address of who asked', async () => {
  const named = { recipe: { ...RECIPE, name: 'Aunt Brin’s milk' } };
  const batch = (await server.create('/api/batches', named)).body;
  await server.get(`/api/batches/${batch.id}`, {
    'x-forwarded-for': '203.0.113.9',
    cookie: 'humble-churn=secret',
  });
  await server.call('PATCH', '/api/kitchen', { name: 'Aunt Brin’s kitchen' });
  const { path } = (await server.call('POST', '/api/calendar-links', { name: 'Brin' })).body;
  await server.get(path);
  // Its line comes along a pipe.
  while (!logged().some(({ route }) => route === '/calendar/:token.ics')) await sleep(20);
  const routes = logged().map(({ route }) => route);
  for (const route of ['/api/batches/:batchId', '/api/kitchen']) {
    expect(routes).toContain(route);
  }
  const said = server.said();
  for (const secret of ['Brin', batch.id, 'secret', '203.0.113.9', '127.0.0.1"', path.slice(10, 30)]) {
    expect(said).not.toContain(secret);
  }
  for (const line of logged()) {
    expect(Object.keys(line).sort()).toEqual(['level', 'method', 'ms', 'msg', 'route', 'status', 'time']);
  }
});

test('a level that is none is refused in a sentence', async () => {
  await expect(RunningServer.start(newDataDir(), [], { LOG_LEVEL: 'loud' })).rejects.toThrow(
    'LOG_LEVEL must be one of silent, error, warn, info, debug.',
  );
});
