import pg from 'pg';
import { freePort } from '../freePort';
import { RunningServer, databaseUrl, newDataDir, removeDataDir } from '../runningServer';

test('without its database the server still runs, and is not ready', async () => {
  const dataDir = newDataDir();
  const port = String(await freePort());
  const server = await RunningServer.start(dataDir, [], { OPS_PORT: port });
  const status = async (path: string): Promise<number> =>
    (await fetch(`http://127.0.0.1:${port}${path}`)).status;
  expect([await status('/live'), await status('/ready')]).toEqual([200, 200]);
  const { pathname } = new URL(databaseUrl(dataDir));
  const other = new pg.Client(new URL('/postgres', databaseUrl(dataDir)).href);
  await other.connect();
  await other.query(`DROP DATABASE "${pathname.slice(1)}" WITH (FORCE)`);
  await other.end();
  expect([await status('/live'), await status('/ready')]).toEqual([200, 503]);
  expect((await server.get('/api/kitchen')).status).toBe(500);
  expect(await server.stop()).toBe(0);
  removeDataDir(dataDir);
});
