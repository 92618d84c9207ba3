import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { RunningServer, newDataDir, removeDataDir, runMain } from '../runningServer';

test('a backup moves a kitchen from the embedded database to PostgreSQL and back', async () => {
  const dirs = [newDataDir(), newDataDir(), newDataDir()] as const;
  const engines = ['pglite', 'postgres', 'pglite'] as const;
  let expected: unknown;
  let file: string | undefined;
  for (const [i, dir] of dirs.entries()) {
    const engine = engines[i] ?? 'pglite';
    if (file !== undefined) {
      expect(await runMain(dir, ['--restore', file], engine)).toMatchObject({ status: 0 });
    }
    const server = await RunningServer.start(dir, file === undefined ? ['--demo'] : [], {}, { engine });
    const { batches } = (await server.get('/api/batches?limit=100')).body;
    const logs = batches.map(({ serverTime: _, ...batch }: any) => batch);
    const recipes = (await server.get('/api/recipes')).body;
    const { revision } = (await server.get('/api/kitchen')).body;
    const shown = { logs, recipes, revision };
    expected ??= shown;
    expect(shown).toEqual(expected);
    await server.stop();
    expect(await runMain(dir, ['--backup'], engine)).toMatchObject({ status: 0 });
    file = join(dir, 'backups', readdirSync(join(dir, 'backups'))[0] ?? '');
  }
  dirs.forEach(removeDataDir);
});
