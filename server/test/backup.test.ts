import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { BatchListSchema } from '@humble-churn/contract';
import { everything } from './everything';
import { ENGINE, RECIPE, RunningServer, newDataDir, removeDataDir, runMain } from './runningServer';

const dirs: string[] = [];
function freshDir(): string {
  const dir = newDataDir();
  dirs.push(dir);
  return dir;
}

const dataDir = freshDir();
let server: RunningServer;
/** Made while the server was running. */
let backup: string;

async function restoredTo(dir: string, file: string, engine = ENGINE): Promise<RunningServer> {
  const { status, said } = await runMain(dir, ['--restore', file], engine);
  expect({ status, said }).toMatchObject({ status: 0 });
  // Whoever was removed since is let in again: it is said who comes in.
  expect(said).toMatch(/Let in again.*: .*The quay’s tablet.*Remove any/);
  return RunningServer.start(dir, [], {}, { engine });
}

beforeAll(async () => {
  server = await RunningServer.start(dataDir, ['--demo']);
  const glassAt = new Date(Date.now() + 40 * 3_600_000).toISOString();
  expect((await server.create('/api/plans', { recipe: RECIPE, glassAt })).status).toBe(201);
  expect((await server.call('POST', '/api/calendar-links', { name: 'The quay’s tablet' })).status).toBe(201);
  const { status, said } = await runMain(dataDir, ['--backup']);
  expect({ status, said }).toMatchObject({ status: 0 });
  backup = /Backed up to (.*\.zip)/.exec(said)?.[1] ?? '';
});
afterAll(async () => {
  await server.stop();
  dirs.forEach(removeDataDir);
});

test('a backup made while the server runs holds all of the kitchen, and it goes on from there', async () => {
  const again = await restoredTo(freshDir(), backup);
  expect(await everything(again)).toEqual(await everything(server));
  // What is added comes after what was restored.
  const [batch] = BatchListSchema.parse((await again.get('/api/batches?scope=active')).body).batches;
  const said = await again.say(batch?.id ?? '', [{ type: 'probed', what: 'bowl', tempC: 12 }]);
  expect(said.status).toBe(201);
  expect(said.body.events).toHaveLength((batch?.events.length ?? 0) + 1);
  expect(said.body.events.at(-1).what).toMatchObject({ type: 'probed', tempC: 12 });
  expect((await again.call('PATCH', '/api/kitchen', { fridgeTempC: 5.5 })).status).toBe(200);
  await again.stop();
});

test('nothing is restored over a kitchen', async () => {
  const dir = freshDir();
  const other = await RunningServer.start(dir);
  await other.call('PATCH', '/api/kitchen', { name: 'Mine' });
  await other.stop();
  const { status, said } = await runMain(dir, ['--restore', backup]);
  expect(status).toBe(1);
  expect(said).toMatch(/There is a kitchen in this database already.*Nothing was changed/);
  const after = await RunningServer.start(dir);
  expect((await after.get('/api/kitchen')).body.name).toBe('Mine');
  await after.stop();
});

test('a file that is cut short, or none of ours, is refused, and the database stays empty', async () => {
  const dir = freshDir();
  const whole = readFileSync(backup);
  for (const bytes of [whole.subarray(0, whole.length / 2), Buffer.from('not a zip')]) {
    const file = join(dir, 'broken.zip');
    writeFileSync(file, bytes);
    const { status, said } = await runMain(dir, ['--restore', file]);
    expect(status).toBe(1);
    expect(said).toMatch(/is no backup of Humble Churn, or it is cut short. Nothing was changed/);
  }
  const again = await restoredTo(dir, backup);
  expect((await again.get('/api/kitchen')).body.name).toBe('The ferry keeper’s kitchen');
  await again.stop();
});

test('the oldest beyond those that are kept are removed', async () => {
  const folder = freshDir();
  const dir = freshDir();
  const environment = { BACKUP_DIR: folder, BACKUPS_KEPT: '2' };
  const names: string[] = [];
  for (let n = 0; n < 3; n++) {
    const { status } = await runMain(dir, ['--backup'], ENGINE, environment);
    expect(status).toBe(0);
    names.push(...readdirSync(folder).filter((name) => !names.includes(name)));
  }
  expect(readdirSync(folder).sort()).toEqual(names.slice(1));
});
