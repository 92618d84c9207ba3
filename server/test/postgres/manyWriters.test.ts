import { randomUUID } from 'node:crypto';
import {
  FridgeLogSchema,
  KitchenSchema,
  LiveChangeSchema,
  PlanListSchema,
  RecipeHistorySchema,
} from '@humble-churn/contract';
import { RECIPE, RunningServer, newDataDir, removeDataDir, runSql } from '../runningServer';
import type { Answer } from '../runningServer';

// Two servers on one database: nothing that one of them remembers may stand for what the other wrote.

const WRITERS = 20;

const dataDir = newDataDir();
let servers: readonly [RunningServer, RunningServer];

beforeAll(async () => {
  // Started at the same moment on an empty database: one of them makes its tables and its kitchen.
  servers = await Promise.all([RunningServer.start(dataDir), RunningServer.start(dataDir)]);
});
afterAll(async () => {
  await Promise.all(servers.map((server) => server.stop()));
  removeDataDir(dataDir);
});

/** The same call by so many at once, every other one to the other server. */
function atOnce(call: (server: RunningServer, n: number) => Promise<Answer>): Promise<Answer[]> {
  return Promise.all(Array.from({ length: WRITERS }, (_, n) => call(servers[n % 2 === 0 ? 0 : 1], n)));
}

const count = (answers: readonly Answer[], status: number): number =>
  answers.filter((answer) => answer.status === status).length;

async function started(): Promise<string> {
  const { status, body } = await servers[0].create('/api/batches', { recipe: RECIPE });
  expect(status).toBe(201);
  return body.id as string;
}

test('both serve one kitchen', async () => {
  await servers[0].call('PATCH', '/api/kitchen', { name: 'Shared' });
  expect((await servers[1].get('/api/kitchen')).body.name).toBe('Shared');
});

test('whoever reads on one server what was confirmed on the other reads it', async () => {
  const id = await started();
  for (let n = 0; n < WRITERS; n++) {
    const [here, there] = n % 2 === 0 ? servers : [servers[1], servers[0]];
    expect((await here.say(id, [{ type: 'probed', what: 'bowl', tempC: n }])).status).toBe(201);
    const { events } = (await there.get(`/api/batches/${id}`)).body;
    expect(events.at(-1).what).toMatchObject({ tempC: n });
    expect(events).toHaveLength(n + 2);
  }
});

test('whoever listens to one server hears of what changes on the other', async () => {
  const live = await servers[1].live();
  for (const name of ['One', 'Two']) {
    const { body } = await servers[0].call('PATCH', '/api/kitchen', { name });
    expect(await live.next()).toEqual({ revision: body.revision });
  }
  live.end();
});

test('when the database stops telling of changes, listeners are told that they may have missed some', async () => {
  const live = await servers[1].live();
  await runSql(
    dataDir,
    `SELECT pg_terminate_backend(pid) FROM pg_stat_activity
     WHERE datname = current_database() AND query LIKE 'LISTEN %'`,
  );
  expect(await live.next()).toEqual({ revision: null });
  const { body } = await servers[0].call('PATCH', '/api/kitchen', { name: 'Told again' });
  for (;;) {
    const change = LiveChangeSchema.parse(await live.next());
    if (change.revision === null) continue;
    expect(change.revision).toBe(body.revision);
    break;
  }
  live.end();
});

test('twenty add to one batch, and every line is there once, in order', async () => {
  const id = await started();
  const answers = await atOnce((server, n) =>
    server.create(`/api/batches/${id}/events`, { happenings: [{ type: 'probed', what: 'bowl', tempC: n }] }),
  );
  expect(count(answers, 201)).toBe(WRITERS);
  const { events } = (await servers[1].get(`/api/batches/${id}`)).body;
  expect(events).toHaveLength(WRITERS + 1);
  expect(new Set(events.map((event: any) => event.what.tempC)).size).toBe(WRITERS + 1);
  const moments = events.map((event: any) => event.at as string);
  expect(moments).toEqual([...moments].sort());
  // Each was told which line it is.
  expect(new Set(answers.map(({ body }) => body.before)).size).toBe(WRITERS);
});

test('twenty finish one step, and it is done once', async () => {
  const id = await started();
  const answers = await atOnce((server) =>
    server.create(`/api/batches/${id}/events`, { happenings: [{ type: 'step-done', step: 'weigh' }] }),
  );
  expect([count(answers, 201), count(answers, 409)]).toEqual([1, WRITERS - 1]);
  const { events } = (await servers[0].get(`/api/batches/${id}`)).body;
  expect(events.filter((event: any) => event.what.type === 'step-done')).toHaveLength(1);
});

test('twenty send the same tap, and it is carried out once', async () => {
  const id = await started();
  const key = randomUUID();
  const body = { happenings: [{ type: 'probed', what: 'bowl', tempC: 11 }], ids: [randomUUID()] };
  const answers = await atOnce((server) => server.create(`/api/batches/${id}/events`, body, key));
  expect(count(answers, 201)).toBe(WRITERS);
  expect((await servers[1].get(`/api/batches/${id}`)).body.events).toHaveLength(2);
  const begun = await atOnce((server) => server.create('/api/batches', { recipe: RECIPE }, `${key}-batch`));
  expect(new Set(begun.map((answer) => answer.body.id)).size).toBe(1);
});

test('twenty begin one plan, and it becomes one batch', async () => {
  const glassAt = new Date(Date.now() + 40 * 3_600_000).toISOString();
  const plan = (await servers[0].create('/api/plans', { recipe: RECIPE, glassAt })).body;
  const answers = await atOnce((server) =>
    server.create('/api/batches', { recipe: RECIPE, planId: plan.id }),
  );
  expect([count(answers, 201), count(answers, 409)]).toEqual([1, WRITERS - 1]);
});

test('twenty want one slot for the jug, and it is never in two batches at once', async () => {
  const glassAt = new Date(Date.now() + 70 * 3_600_000).toISOString();
  const answers = await atOnce((server) => server.create('/api/plans', { recipe: RECIPE, glassAt }));
  for (const { status, body } of answers) {
    if (status === 409) expect(body.reason).toBe('kitchen-moved');
    else if (status === 422) expect(body.reason).toBe('jug');
    else expect(status).toBe(201);
  }
  const { plans } = PlanListSchema.parse((await servers[1].get('/api/plans')).body);
  const there = plans.filter((plan) => plan.glassAt === glassAt);
  expect(there).toHaveLength(count(answers, 201));
  expect(there.length).toBeGreaterThan(0);
  expect(new Set(there.map(({ moments }) => moments.blendAt)).size).toBe(there.length);
});

test('twenty change one setting, and the last one stands on both, with each on the record', async () => {
  const readings = async (): Promise<number[]> => {
    const { body } = await servers[0].get('/api/kitchen/fridge-log');
    return FridgeLogSchema.parse(body).readings.map(({ tempC }) => tempC);
  };
  const before = (await readings()).length;
  const { revision } = KitchenSchema.parse((await servers[0].get('/api/kitchen')).body);
  const answers = await atOnce((server, n) =>
    server.call('PATCH', '/api/kitchen', { fridgeTempC: 1 + n / 4 }),
  );
  expect(count(answers, 200)).toBe(WRITERS);
  const kitchens = await Promise.all(servers.map((server) => server.get('/api/kitchen')));
  const [one, other] = kitchens.map(({ body }) => KitchenSchema.parse(body));
  expect(one?.fridgeTempC).toBe(other?.fridgeTempC);
  // Every change is a revision of its own; two of the same temperature in a row are one reading.
  expect(one?.revision).toBe(revision + WRITERS);
  const log = (await readings()).slice(before);
  expect(log.at(-1)).toBe(one?.fridgeTempC);
  expect(log.length).toBeGreaterThanOrEqual(WRITERS - 1);
});

test('twenty save a version of one recipe, and each has its number', async () => {
  const { id } = (await servers[0].create('/api/recipes', { recipe: RECIPE })).body;
  const answers = await atOnce((server, n) =>
    server.create(`/api/recipes/${id}/versions`, { recipe: { ...RECIPE, name: `Milk ${n}` } }),
  );
  expect(count(answers, 201)).toBe(WRITERS);
  const { versions } = RecipeHistorySchema.parse((await servers[1].get(`/api/recipes/${id}`)).body);
  expect(versions.map(({ version }) => version)).toEqual(
    Array.from({ length: WRITERS + 1 }, (_, n) => WRITERS + 1 - n),
  );
});

test('a kitchen deleted by so many at once is deleted once, and both serve the one that takes its place', async () => {
  const before = KitchenSchema.parse((await servers[0].get('/api/kitchen')).body);
  const live = await servers[1].live();
  const answers = await atOnce((server) =>
    server.call('DELETE', `/api/kitchen?name=${encodeURIComponent(before.name)}`),
  );
  // Whoever came later met a kitchen that is gone, or that has another name.
  expect(count(answers, 200)).toBe(1);
  expect(count(answers, 404) + count(answers, 400)).toBe(WRITERS - 1);
  expect(await live.next()).toEqual({ revision: null });
  const { id } = KitchenSchema.parse((await servers[0].get('/api/kitchen')).body);
  expect(id).not.toBe(before.id);
  // The other one hears of it a moment later.
  for (let there = ''; there !== id;) there = (await servers[1].get('/api/kitchen')).body.id ?? '';
  expect((await servers[1].get('/api/notebook')).body.batches).toEqual([]);
});
