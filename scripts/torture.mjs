// npm run torture: kills the server over and over in the middle of the work, and sends every route what it allows and
// what it does not; `--engine postgres` does so on PostgreSQL. Exits 1 on a loss, a double, an answer of 500 or more, or
// one that took longer than a second.
import { parseArgs } from 'node:util';
import { startPostgres } from './postgres.mjs';
import { bundleServer } from './serverBundle.mjs';
import { postgres } from './setUp.mjs';

const SLOWEST_MS = 1000;
const { values } = parseArgs({
  options: {
    rounds: { type: 'string', default: '100' },
    calls: { type: 'string', default: '2000' },
    engine: { type: 'string', default: 'pglite' },
    seed: { type: 'string', default: String(Math.floor(Math.random() * 1e9)) },
  },
});
const [rounds, calls, seed] = [Number(values.rounds), Number(values.calls), Number(values.seed)];
let bad = false;
const wrong = (words) => {
  bad = true;
  console.error(`WRONG: ${words}`);
};
const slow = (what, ms, call) => {
  console.log(`  slowest ${what}: ${ms.toFixed(0)} ms`);
  if (ms > SLOWEST_MS) wrong(`an answer took ${ms.toFixed(0)} ms: ${call}`);
};

await bundleServer();
// Said before the modules that read it are loaded.
process.env.ENGINE = values.engine;
let stopPostgres = async () => undefined;
if (values.engine === 'postgres') {
  await postgres();
  const { url, stop } = await startPostgres();
  process.env.POSTGRES_URL = url;
  stopPostgres = stop;
}
const { RunningServer, newDataDir, removeDataDir } = await import('../server/test/runningServer.ts');
const { fuzzRoutes } = await import('../server/test/torture/fuzzing.ts');
const { killOverAndOver } = await import('../server/test/torture/killing.ts');
console.log(`${rounds} rounds of kill -9 …`);
const killDir = newDataDir({ onDisk: true });
const killed = await killOverAndOver(killDir, rounds, (round, { acknowledged }) => {
  if (round % 10 === 0) console.log(`  round ${round}: ${acknowledged} writes confirmed`);
});
removeDataDir(killDir);
for (const one of killed.lost) wrong(`lost: ${one}`);
for (const one of killed.doubled) wrong(`twice: ${one}`);
slow('write', killed.slowestMs, 'while killing');

console.log(`${calls} calls to every route, seed ${seed} …`);
const fuzzDir = newDataDir({ onDisk: true });
const server = await RunningServer.start(fuzzDir);
const fuzzed = await fuzzRoutes(server, calls, seed, (route, so) =>
  console.log(
    `  ${route}: ${so.calls} calls so far, ${so.taken} taken, slowest ${so.slowestMs.toFixed(0)} ms`,
  ),
);
await server.stop();
removeDataDir(fuzzDir);
for (const one of fuzzed.broken) wrong(one);
slow('call', fuzzed.slowestMs, fuzzed.slowest);
await stopPostgres();
console.log(bad ? 'Something is wrong.' : 'Nothing lost, nothing twice, nothing broken, nothing slow.');
process.exit(bad ? 1 : 0);
