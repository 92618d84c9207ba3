import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import type { RouteName } from '@humble-churn/contract';
import { CALENDAR_PATH, ROUTES } from '@humble-churn/contract';
import { EXPORT_PATH } from '@humble-churn/contract/kitchenFile';
import { strFromU8, unzipSync } from 'fflate';
import { PACK, RECIPE, RunningServer, newDataDir, removeDataDir } from './runningServer';
import type { Answer } from './runningServer';

const PROGRAM = [join(process.cwd(), 'server/dist-test/main.mjs')];
const OURS = { 'x-kitchen': '0' };
const THEIRS = { 'x-kitchen': '1' };
/** Another one, which is deleted. */
const THIRD = { 'x-kitchen': '2' };

const dataDir = newDataDir();
let server: RunningServer;
/** What our kitchen has. */
let ours: { key: string; recipeId: string; batchId: string; planId: string; eventId: string };

type Headers = Record<string, string>;

function create(path: string, body: unknown, kitchen: Headers, key: string = randomUUID()): Promise<Answer> {
  return server.call('POST', path, body, { ...kitchen, 'idempotency-key': key });
}

const soon = (hours: number): string => new Date(Date.now() + hours * 3_600_000).toISOString();
const OPEN = { format: 'humble-churn/recipe', version: 1, recipe: RECIPE };
const MEASURED = {
  at: new Date(Math.floor(Date.now() / 60_000 - 11_520) * 60_000).toISOString(),
  tempC: 4.5,
};
const PROBED = { type: 'probed', what: 'bowl', tempC: 20 };

async function made(path: string, body: unknown): Promise<any> {
  const answer = await create(path, body, OURS);
  expect(answer.status).toBe(201);
  return answer.body;
}

beforeAll(async () => {
  server = await RunningServer.start(dataDir, [], { KITCHENS: '3' }, { program: PROGRAM });
  const { key } = await made('/api/ingredients', PACK);
  const recipe = await made('/api/recipes', { recipe: RECIPE });
  const plan = await made('/api/plans', { recipe: RECIPE, glassAt: soon(30) });
  const batch = await made('/api/batches', { recipe: RECIPE });
  const eventId = randomUUID();
  await made(`/api/batches/${batch.id}/events`, { happenings: [PROBED], ids: [eventId] });
  ours = { key, recipeId: recipe.id, batchId: batch.id, planId: plan.id, eventId };
});
afterAll(async () => {
  await server.stop();
  removeDataDir(dataDir);
});

const get = (path: string, kitchen: Headers = THEIRS): Promise<Answer> => server.get(path, kitchen);
const status = async (answer: Promise<Answer>): Promise<number> => (await answer).status;
const patch = (path: string, body: unknown): Promise<Answer> => server.call('PATCH', path, body, THEIRS);

/** What each route answers another kitchen: nothing of ours, and 404 to our ids. */
const ROUTE_CASES: Readonly<Record<RouteName, () => Promise<void>>> = {
  health: async () => expect(await status(get('/api/health'))).toBe(200),
  kitchen: async () => {
    await server.call('PATCH', '/api/kitchen', { name: 'Ours', fridgeTempC: 6 }, OURS);
    expect((await get('/api/kitchen')).body).toMatchObject({ name: 'My kitchen', fridgeTempC: 4 });
  },
  changeKitchen: async () => {
    expect((await patch('/api/kitchen', { name: 'Theirs' })).body.name).toBe('Theirs');
    expect((await get('/api/kitchen', OURS)).body.name).not.toBe('Theirs');
  },
  deleteKitchen: async () => {
    await create('/api/recipes', { recipe: RECIPE }, THIRD);
    const deleted = await server.call('DELETE', '/api/kitchen?name=My%20kitchen', undefined, THIRD);
    expect(deleted.body).toEqual({ deleted: true });
    expect(await status(get('/api/kitchen', THIRD))).toBe(404);
    expect(await status(get('/api/kitchen'))).toBe(200);
    expect((await get('/api/recipes', OURS)).body.recipes.length).toBeGreaterThan(0);
  },
  fridgeLog: async () => {
    await server.call('PATCH', '/api/kitchen', { fridgeTempC: 7 }, OURS);
    const { readings } = (await get('/api/kitchen/fridge-log')).body;
    expect(readings.map((one: any) => one.tempC)).toEqual([4]);
  },
  fridgeDays: async () => {
    await made('/api/kitchen/fridge-days', { readings: [MEASURED] });
    expect((await get('/api/kitchen/fridge-days')).body.days).toEqual([]);
    expect((await get('/api/kitchen/fridge-days', OURS)).body.days).toHaveLength(1);
  },
  fridgeDay: async () => {
    await made('/api/kitchen/fridge-days', { readings: [MEASURED] });
    const path = `/api/kitchen/fridge-days/${MEASURED.at.slice(0, 10)}`;
    expect((await get(path)).body.readings).toEqual([]);
    expect((await get(path, OURS)).body.readings).toEqual([MEASURED]);
  },
  logFridge: async () => {
    await made('/api/kitchen/fridge-days', { readings: [MEASURED] });
    const struck = await create('/api/kitchen/fridge-days', { readings: [], removed: [MEASURED.at] }, THEIRS);
    expect(struck.status).toBe(201);
    const path = `/api/kitchen/fridge-days/${MEASURED.at.slice(0, 10)}`;
    expect((await get(path, OURS)).body.readings).toEqual([MEASURED]);
  },
  account: async () => expect((await get('/api/account')).body).toEqual({ months: [], drunkPerDayMl: 0 }),
  changes: async () => {
    const { body } = await get('/api/changes?since=0');
    expect(JSON.stringify(body)).not.toMatch(new RegExp(`${ours.batchId}|${ours.planId}`));
  },
  ingredients: async () => expect((await get('/api/ingredients')).body.ingredients).toEqual([]),
  addIngredient: async () => {
    // The same name gets the same key: keys are a kitchen's own.
    const added = await create('/api/ingredients', { ...PACK, fatPct: 30 }, THEIRS);
    expect(added.body.key).toBe(ours.key);
    const [mine] = (await get('/api/ingredients', OURS)).body.ingredients;
    expect(mine).toMatchObject({ key: ours.key, fatPct: PACK.fatPct, revision: 1 });
  },
  changeIngredient: async () =>
    expect(await status(patch(`/api/ingredients/${ours.key}-none`, { archived: true }))).toBe(404),
  unreadable: async () => expect((await get('/api/unreadable')).body.unreadable).toEqual([]),
  setAside: async () => {
    const path = `/api/unreadable/recipe/${ours.recipeId}`;
    expect((await patch(path, { aside: true })).body.unreadable).toEqual([]);
  },
  predict: async () => {
    const own = { ...OPEN, recipe: { ...RECIPE, nuts: [{ ingredient: ours.key, form: 'whole', share: 1 }] } };
    expect(await status(server.call('POST', '/api/predict', own, OURS))).toBe(200);
    expect(await status(server.call('POST', '/api/predict', own, THEIRS))).toBe(422);
  },
  sureness: async () => {
    const own = { ...OPEN, recipe: { ...RECIPE, nuts: [{ ingredient: ours.key, form: 'whole', share: 1 }] } };
    expect(await status(server.call('POST', '/api/sureness', own, THEIRS))).toBe(422);
  },
  recipes: async () => expect((await get('/api/recipes')).body.recipes).toEqual([]),
  recipe: async () => expect(await status(get(`/api/recipes/${ours.recipeId}`))).toBe(404),
  saveRecipe: async () => {
    const { body } = await create('/api/recipes', { recipe: { ...RECIPE, name: 'Theirs' } }, THEIRS);
    expect(await status(get(`/api/recipes/${body.id}`, OURS))).toBe(404);
  },
  saveVersion: async () => {
    const path = `/api/recipes/${ours.recipeId}/versions`;
    expect(await status(create(path, { recipe: RECIPE }, THEIRS))).toBe(404);
  },
  removeVersion: async () => {
    const path = `/api/recipes/${ours.recipeId}/versions`;
    await create(path, { recipe: RECIPE }, OURS);
    expect(await status(server.call('DELETE', `${path}/2`, undefined, THEIRS))).toBe(404);
    expect((await get(`/api/recipes/${ours.recipeId}`, OURS)).body.versions).toHaveLength(2);
  },
  archiveRecipe: async () =>
    expect(await status(patch(`/api/recipes/${ours.recipeId}`, { away: true }))).toBe(404),
  batches: async () => {
    for (const query of ['scope=active', 'limit=100', `before=${encodeURIComponent(soon(1))}`]) {
      expect((await get(`/api/batches?${query}`)).body.batches).toEqual([]);
    }
  },
  notebook: async () => {
    for (const query of ['', `?before=${encodeURIComponent(soon(1))}`]) {
      expect((await get(`/api/notebook${query}`)).body.batches).toEqual([]);
    }
  },
  batch: async () => {
    // Asked for by us first: what is kept in memory is a kitchen's own, too.
    expect(await status(get(`/api/batches/${ours.batchId}`, OURS))).toBe(200);
    expect(await status(get(`/api/batches/${ours.batchId}`))).toBe(404);
  },
  startBatch: async () => {
    const ofOurPlan = { recipe: RECIPE, planId: ours.planId };
    expect(await status(create('/api/batches', ofOurPlan, THEIRS))).toBe(404);
    // Ids are a kitchen's own: the same one names another batch here.
    const same = await create('/api/batches', { recipe: RECIPE, batchId: ours.batchId }, THEIRS);
    expect(same.status).toBe(201);
    expect((await get(`/api/batches/${ours.batchId}`)).body.events).toHaveLength(1);
    expect((await get(`/api/batches/${ours.batchId}`, OURS)).body.events.length).toBeGreaterThan(1);
  },
  recordEvents: async () => {
    const other = (await create('/api/batches', { recipe: RECIPE }, OURS)).body.id;
    const path = (id: string): string => `/api/batches/${id}/events`;
    expect(await status(create(path(other), { happenings: [PROBED] }, THEIRS))).toBe(404);
    const mine = (await create('/api/batches', { recipe: RECIPE }, THEIRS)).body.id;
    const entry = { happenings: [PROBED], ids: [ours.eventId] };
    expect(await status(create(path(mine), entry, THEIRS))).toBe(201);
    expect(await status(create(path(other), entry, OURS))).toBe(409);
  },
  atStep: async () => {
    const path = `/api/batches/${ours.batchId}/at-step`;
    const at = (step: string): unknown => ({ page: randomUUID(), step });
    await server.call('POST', path, at('blend'), OURS);
    expect((await server.call('POST', path, at('blend'), THEIRS)).body.others).toEqual([]);
    expect((await server.call('POST', path, at('strain'), OURS)).body.others).toMatchObject([
      { step: 'blend' },
    ]);
  },
  plans: async () => expect((await get('/api/plans')).body.plans).toEqual([]),
  makePlan: async () => {
    // Our batch takes up nothing of theirs: the same glass fits without being moved.
    const asked = { recipe: RECIPE, glassAt: soon(200) };
    const one = (await create('/api/plans', asked, OURS)).body;
    const two = (await create('/api/plans', { ...asked, planId: one.id }, THEIRS)).body;
    expect(two.moments).toEqual(one.moments);
    expect(two.id).toBe(one.id);
    await patch(`/api/plans/${two.id}`, { status: 'dropped' });
    expect((await get('/api/plans', OURS)).body.plans.map((plan: any) => plan.id)).toContain(one.id);
  },
  fit: async () => {
    const { body } = await server.call('POST', '/api/plans/fit', { ...OPEN, glassAt: soon(30) }, THEIRS);
    expect(body.found.ok).toBe(true);
  },
  changePlan: async () =>
    expect(await status(patch(`/api/plans/${ours.planId}`, { status: 'dropped' }))).toBe(404),
  pair: async () => {
    // A code is of one kitchen, and so is whoever comes in by it.
    const { code } = (await create('/api/pairing-codes', undefined, OURS)).body;
    const asked = { name: 'Phone', by: { code } };
    expect(await status(create('/api/pair', asked, THEIRS))).toBe(403);
    expect(await status(create('/api/pair', asked, OURS))).toBe(201);
    expect((await get('/api/paired-devices')).body.devices).toEqual([]);
  },
  makePairingCode: async () => {
    const ours = (await create('/api/pairing-codes', undefined, OURS)).body;
    await create('/api/pairing-codes', undefined, THEIRS);
    // Theirs does not end ours.
    const asked = { name: 'Phone', by: { secret: ours.secret } };
    expect(await status(create('/api/pair', asked, OURS))).toBe(201);
  },
  pairedDevices: async () => {
    const { id } = await ourPhone();
    expect(JSON.stringify((await get('/api/paired-devices')).body)).not.toContain(id);
  },
  renamePairedDevice: async () => {
    const { id } = await ourPhone();
    expect(await status(patch(`/api/paired-devices/${id}`, { name: 'Theirs' }))).toBe(404);
  },
  removePairedDevice: async () => {
    const { id } = await ourPhone();
    expect(await status(server.call('DELETE', `/api/paired-devices/${id}`, undefined, THEIRS))).toBe(404);
    expect(JSON.stringify((await get('/api/paired-devices', OURS)).body)).toContain(id);
  },
  makeCalendarLink: async () => {
    const { path } = (await create('/api/calendar-links', { name: 'Wall' }, OURS)).body;
    expect((await get(path, OURS)).body).toContain(ours.planId);
    expect(await status(get(path))).toBe(404);
  },
  homeNetwork: async () => expect((await get('/api/home-network')).body.state).toBe('elsewhere'),
  switchHomeNetwork: async () => expect(await status(patch('/api/home-network', { on: true }))).toBe(200),
};

async function ourPhone(): Promise<{ id: string }> {
  const { secret } = (await create('/api/pairing-codes', undefined, OURS)).body;
  return (await create('/api/pair', { name: 'Phone', by: { secret } }, OURS)).body;
}

test('the routes that are looked at are all there are', () => {
  expect(Object.keys(ROUTE_CASES).sort()).toEqual(Object.keys(ROUTES).sort());
});

// Lists are looked at, and our ingredient asked for, before anything is made in the other kitchen.
const LISTS = [
  'batches',
  'notebook',
  'plans',
  'recipes',
  'ingredients',
  'fridgeLog',
  'changes',
  'predict',
  'sureness',
] as const;
const ORDER = [
  ...LISTS,
  ...(Object.keys(ROUTE_CASES) as RouteName[]).filter((name) => !LISTS.some((one) => one === name)),
];

test.each(ORDER)('another kitchen sees and changes nothing of ours: %s', async (name) => {
  await ROUTE_CASES[name]();
});

test('the calendar tells of our plans to us only', async () => {
  expect((await get(CALENDAR_PATH, OURS)).body).toContain(ours.planId);
  expect((await get(CALENDAR_PATH)).body).not.toContain(ours.planId);
});

test('an export holds our kitchen to us only', async () => {
  const names = async (kitchen: Headers): Promise<string> => {
    const response = await fetch(server.url + EXPORT_PATH, { headers: kitchen });
    const files = unzipSync(new Uint8Array(await response.arrayBuffer()));
    return Object.values(files)
      .map((file) => strFromU8(file))
      .join();
  };
  expect(await names(OURS)).toContain(ours.planId);
  expect(await names(THEIRS)).not.toContain(ours.planId);
});

test('a stream tells of its own kitchen only', async () => {
  const live = await server.live(THEIRS);
  await server.call('PATCH', '/api/kitchen', { name: 'Ours again' }, OURS);
  await patch('/api/kitchen', { name: 'Theirs again' });
  const { revision } = (await get('/api/kitchen')).body;
  expect(await live.next()).toEqual({ revision });
  live.end();
});

test('the same key of two kitchens makes a thing in each', async () => {
  const key = randomUUID();
  const body = { recipe: { ...RECIPE, name: 'Twice' } };
  const one = await create('/api/recipes', body, OURS, key);
  const two = await create('/api/recipes', body, THEIRS, key);
  expect([one.status, two.status]).toEqual([201, 201]);
  expect(one.body.id).not.toBe(two.body.id);
});

test('a kitchen that is not there is said so', async () => {
  const nowhere = { 'x-kitchen': '9' };
  expect((await server.call('PATCH', '/api/kitchen', { name: 'X' }, nowhere)).status).toBe(404);
  expect((await get('/api/kitchen', nowhere)).status).toBe(404);
});
