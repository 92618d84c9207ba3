import { ENGINE, RunningServer, newDataDir, removeDataDir } from './runningServer';
import { fuzzRoutes } from './torture/fuzzing';
import { killOverAndOver } from './torture/killing';

// `npm run torture` does the same for longer, and keeps time. Routes read what they are sent alike on both databases, and
// PostgreSQL was built to be killed: there it is done for less long.
const [KILLS, CALLS] = ENGINE === 'postgres' ? [6, 20] : [12, 60];

test('what was answered is there once after a kill, over and over', async () => {
  const dir = newDataDir();
  try {
    const { acknowledged, lost, doubled } = await killOverAndOver(dir, KILLS);
    expect({ lost, doubled }).toEqual({ lost: [], doubled: [] });
    expect(acknowledged).toBeGreaterThanOrEqual(KILLS);
  } finally {
    removeDataDir(dir);
  }
});

test('no route is broken by what it is sent', async () => {
  const seed = Number(process.env['LAW_SEED']);
  const dir = newDataDir();
  const server = await RunningServer.start(dir);
  try {
    const { broken, taken, calls } = await fuzzRoutes(server, CALLS, seed);
    expect({ seed, broken }).toEqual({ seed, broken: [] });
    expect(taken).toBeGreaterThan(calls / 10);
  } finally {
    await server.stop();
    removeDataDir(dir);
  }
});
