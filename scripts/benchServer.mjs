// Rows of npm run bench about the server: what others feel while heavy work is done, and long logs.
import { randomUUID } from 'node:crypto';
import { plainRecipe } from '../core/src/index.ts';
import { RunningServer, newDataDir, removeDataDir } from '../server/test/runningServer.ts';
import { demoServer } from './demoServer.mjs';

const IDLE_READS = 300;
/** While the clients work, for so long, ms. */
const BUSY_MS = 15_000;
const LONG_LOG = 1200;
const HOUR_MS = 3_600_000;

function percentile(times, share) {
  const sorted = [...times].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
}

async function timed(call) {
  const from = performance.now();
  await call();
  return performance.now() - from;
}

/** How long a built server takes to answer on a folder that is there already, the median of five starts, ms. */
async function startOnExistingFolder() {
  const dataDir = newDataDir({ onDisk: true });
  await (await RunningServer.start(dataDir)).stop();
  const starts = [];
  for (let n = 0; n < 5; n++) {
    let running;
    starts.push(await timed(async () => (running = await RunningServer.start(dataDir))));
    await running.stop();
  }
  removeDataDir(dataDir);
  return percentile(starts, 0.5);
}

/** Measures a demo server of its own; `note` takes what was measured beside its limit. */
export async function benchServer(note) {
  note('the built server answers on an existing folder', await startOnExistingFolder(), 3000, 'ms');
  const { url, stop } = await demoServer();
  const get = async (path) => (await fetch(url + path)).json();
  const create = async (path, body) => {
    const headers = { 'content-type': 'application/json', 'idempotency-key': randomUUID() };
    const answer = await fetch(url + path, { method: 'POST', headers, body: JSON.stringify(body) });
    return { status: answer.status, body: await answer.json() };
  };
  try {
    const recipe = { ...plainRecipe('Bench', 'almond', 6.6, 12), amount: { by: 'nuts', massG: 143 } };
    const { id } = (await create('/api/batches', { recipe })).body;
    const reads = {
      '/api/health': () => get('/api/health'),
      'a batch read': () => get(`/api/batches/${id}`),
    };
    const idle = {};
    for (const [name, read] of Object.entries(reads)) {
      const times = [];
      for (let i = 0; i < IDLE_READS; i++) times.push(await timed(read));
      idle[name] = percentile(times, 0.95);
    }
    const until = performance.now() + BUSY_MS;
    const done = { plans: 0, refused: 0, batches: 0 };
    const planner = async (nth) => {
      for (let n = 0; performance.now() < until; n++) {
        const glassAt = new Date(Date.now() + (30 + ((n * 7 + nth * 3) % 60)) * HOUR_MS).toISOString();
        const { status } = await create('/api/plans', { recipe, glassAt });
        if (status === 201) done.plans++;
        else done.refused++;
      }
    };
    const starter = async () => {
      while (performance.now() < until) {
        if ((await create('/api/batches', { recipe })).status === 201) done.batches++;
      }
    };
    const busy = { '/api/health': [], 'a batch read': [] };
    const reader = async () => {
      while (performance.now() < until) {
        for (const [name, read] of Object.entries(reads)) busy[name].push(await timed(read));
        await new Promise((resolve) => setTimeout(resolve, 20));
      }
    };
    await Promise.all([planner(0), planner(1), planner(2), starter(), starter(), starter(), reader()]);
    console.log(
      `${done.plans} plans kept and ${done.refused} refused, ${done.batches} batches begun meanwhile.`,
    );
    for (const [name, times] of Object.entries(busy)) {
      note(`${name}, idle, 95 of 100`, idle[name], 25, 'ms', 1);
      const limit = Math.max(25, 3 * idle[name]);
      note(`${name}, three plan and three start`, percentile(times, 0.95), limit.toFixed(0), 'ms', 1);
    }
    const probe = { type: 'probed', what: 'bowl', tempC: 20 };
    for (let n = 0; n < LONG_LOG; n += 60) {
      await create(`/api/batches/${id}/events`, { happenings: Array(60).fill(probe) });
    }
    const adds = [];
    for (let n = 0; n < 20; n++) {
      adds.push(await timed(() => create(`/api/batches/${id}/events`, { happenings: [probe] })));
    }
    note(`one more line at ${LONG_LOG}, median`, percentile(adds, 0.5), 60, 'ms', 1);
    note(`one more line at ${LONG_LOG}, longest`, percentile(adds, 1), 60, 'ms', 1);
    const { revision } = await get('/api/batches?scope=active');
    const size = async (path) => (await (await fetch(url + path)).arrayBuffer()).byteLength / 1000;
    note('a poll when nothing changed', await size(`/api/changes?since=${revision}`), 1, 'kB', 2);
    console.log(`The list of what is active is ${(await size('/api/batches?scope=active')).toFixed(0)} kB.`);
  } finally {
    stop();
  }
}
