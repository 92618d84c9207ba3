import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { RunningServer, newDataDir, removeDataDir } from './runningServer';

const dirs: string[] = [];

function freshDir(): string {
  const dir = newDataDir();
  dirs.push(dir);
  return dir;
}

afterAll(() => dirs.forEach(removeDataDir));

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
});

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
);

test('a port that is taken is said in a sentence', async () => {
  const server = await RunningServer.start(freshDir());
  const { port } = new URL(server.url);
  await expect(RunningServer.start(freshDir(), [], { PORT: port })).rejects.toThrow(
    new RegExp(`Port ${port} is in use. Choose another with PORT`),
  );
  await server.stop();
});

test('a port that is no port is said in a sentence', async () => {
  await expect(RunningServer.start(freshDir(), [], { PORT: 'kitchen' })).rejects.toThrow(
    /PORT must be a number/,
  );
});
