import { readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { RunningServer, newDataDir, removeDataDir, runMain } from './runningServer';

const dataDir = newDataDir();
let server: RunningServer;
beforeAll(async () => {
  server = await RunningServer.start(dataDir);
});
afterAll(async () => {
  await server.stop();
  removeDataDir(dataDir);
});

const PATH = '/api/kitchen/fridge-days';
const DAY_MS = Date.parse(new Date(Date.now() - 86_400_000).toISOString().slice(0, 10));
/** A reading of each minute; no two days are alike, so that none is stored as another one. */
const reading = (minute: number) => ({
  at: new Date(DAY_MS + minute * 60_000).toISOString(),
  tempC: Number((3 + Math.random()).toFixed(3)),
});

/** A log that is read live writes its day anew each minute, with all there was before. */
async function readLive(): Promise<void> {
  const all = await server.create(PATH, { readings: Array.from({ length: 1440 }, (_, i) => reading(i)) });
  expect(all.status).toBe(201);
  for (let minute = 0; minute < 60; minute++) {
    expect((await server.create(PATH, { readings: [reading(minute)] })).status).toBe(201);
  }
}

/** A backup, and all that the server does after it: it says so at the end, when whoever asked for it is already gone. */
async function backUp(): Promise<void> {
  const made = (): number => server.said().split('Backed up to').length;
  const before = made();
  expect((await runMain(dataDir, ['--backup'])).status).toBe(0);
  while (made() === before) await sleep(20);
}

/** How large the tables are on the disk, MB. */
function sizeMb(): number {
  const folder = join(dataDir, 'pg', 'base');
  const files = readdirSync(folder, { recursive: true, withFileTypes: true }).filter((one) => one.isFile());
  return files.reduce((sum, { parentPath, name }) => sum + statSync(join(parentPath, name)).size, 0) / 1e6;
}

test('a log that is read live takes no more room after the night’s backup than before', async () => {
  const sizes: number[] = [];
  for (let night = 0; night < 3; night++) {
    await readLive();
    await backUp();
    sizes.push(sizeMb());
  }
  const [first = 0, , last = 0] = sizes;
  expect(last).toBeLessThan(first + 0.5);
});
