import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { BatchListSchema, KitchenSchema } from '@humble-churn/contract';
import { RECIPE, RunningServer, newDataDir, removeDataDir } from './runningServer';

const dirs: string[] = [];

function freshDir(): string {
  const dir = newDataDir();
  dirs.push(dir);
  return dir;
}

afterAll(() => dirs.forEach(removeDataDir));

const ROUNDS = 20;

test('what was answered 2xx is there after a kill, twenty times over', async () => {
  const dir = freshDir();
  const confirmedBatches = new Set<string>();
  const confirmedEvents = new Map<string, number>();
  let confirmedName = '';
  for (let round = 0; round < ROUNDS; round++) {
    const server = await RunningServer.start(dir);
    const list = BatchListSchema.parse((await server.get('/api/batches?limit=100')).body);
    const found = new Map(list.batches.map((batch) => [batch.id, batch.events.length]));
    for (const id of confirmedBatches) expect(found.has(id)).toBe(true);
    for (const [id, count] of confirmedEvents) expect(found.get(id)).toBeGreaterThanOrEqual(count);
    if (confirmedName !== '') {
      // A write still under way at the kill may or may not have gone in; an older one never comes back.
      const { name } = KitchenSchema.parse((await server.get('/api/kitchen')).body);
      expect(Number(name)).toBeGreaterThanOrEqual(Number(confirmedName));
    }

    let killed = false;
    const work = async (): Promise<void> => {
      for (let n = 0; !killed; n++) {
        const { status, body } = await server.create('/api/batches', { recipe: RECIPE });
        if (status !== 201) throw new Error(`status ${status}`);
        confirmedBatches.add(body.id as string);
        const name = String(round * 1000 + n + 1);
        const patched = await server.call('PATCH', '/api/kitchen', { name });
        if (patched.status === 200) confirmedName = name;
        const said = await server.create(`/api/batches/${body.id}/events`, {
          happenings: [{ type: 'step-done', step: 'weigh' }],
        });
        if (said.status === 201) confirmedEvents.set(body.id as string, 2);
      }
    };
    const working = work().catch(() => undefined);
    // Killed at another point of the work each round: after the first write that was confirmed, and on.
    const had = confirmedBatches.size;
    while (confirmedBatches.size === had) await new Promise((resolve) => setTimeout(resolve, 5));
    await new Promise((resolve) => setTimeout(resolve, (round * 37) % 90));
    killed = true;
    await server.stop('SIGKILL');
    await working;
  }
  expect(confirmedBatches.size).toBeGreaterThanOrEqual(ROUNDS);
}, 300_000);

test('a second server on the same folder is refused with a sentence, and the first goes on', async () => {
  const dir = freshDir();
  const first = await RunningServer.start(dir);
  await expect(RunningServer.start(dir)).rejects.toThrow(
    /exit 1:.*in use by another Humble Churn server \(process \d+/s,
  );
  // Starting over must not pull the folder from under it either.
  await expect(RunningServer.start(dir, ['--demo', '--fresh'])).rejects.toThrow(/in use by another/);
  expect((await first.get('/api/health')).status).toBe(200);
  expect(existsSync(join(dir, 'pg'))).toBe(true);
  await first.stop();
  const after = await RunningServer.start(dir);
  expect((await after.get('/api/health')).status).toBe(200);
  await after.stop();
}, 60_000);

test.each<NodeJS.Signals>(['SIGTERM', 'SIGINT'])(
  '%s stops in good order and keeps everything',
  async (signal) => {
    const dir = freshDir();
    const server = await RunningServer.start(dir);
    await server.call('PATCH', '/api/kitchen', { name: 'Kept' });
    expect(await server.stop(signal)).toBe(0);
    const again = await RunningServer.start(dir);
    expect((await again.get('/api/kitchen')).body.name).toBe('Kept');
    await again.stop();
  },
  60_000,
);

test('a port that is taken is said in a sentence', async () => {
  const server = await RunningServer.start(freshDir());
  const { port } = new URL(server.url);
  await expect(RunningServer.start(freshDir(), [], { PORT: port })).rejects.toThrow(
    new RegExp(`Port ${port} is in use. Choose another with PORT`),
  );
  await server.stop();
}, 60_000);

test('a port that is no port is said in a sentence', async () => {
  await expect(RunningServer.start(freshDir(), [], { PORT: 'kitchen' })).rejects.toThrow(
    /PORT must be a number/,
  );
}, 30_000);
