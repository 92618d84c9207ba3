import {
  AddedSchema,
  BatchListSchema,
  ChangesSchema,
  LiveChangeSchema,
  PlanListSchema,
} from '@humble-churn/contract';
import type { Changes } from '@humble-churn/contract';
import { RECIPE, RunningServer, newDataDir, removeDataDir } from './runningServer';

const dataDir = newDataDir();
let server: RunningServer;

beforeAll(async () => {
  server = await RunningServer.start(dataDir);
});
afterAll(async () => {
  await server.stop();
  removeDataDir(dataDir);
});

async function changes(since: number): Promise<Changes> {
  const { status, body } = await server.get(`/api/changes?since=${since}`);
  expect(status).toBe(200);
  return ChangesSchema.parse(body);
}

const revision = async (): Promise<number> => (await changes(0)).revision;

async function started(): Promise<string> {
  return (await server.create('/api/batches', { recipe: RECIPE })).body.id as string;
}

const H = 3_600_000;
const glassIn = (hours: number): string => new Date(Date.now() + hours * H).toISOString();
const LONG = { ...RECIPE, soak: { ...RECIPE.soak, method: 'fridge', hours: 12 } };

describe('what changed since a revision', () => {
  test('is nothing where nothing did', async () => {
    await started();
    const at = await revision();
    expect(await changes(at)).toMatchObject({ known: true, revision: at, batches: [], plans: [] });
  });

  test('is what was added to a log, not all of it again', async () => {
    const id = await started();
    const at = await revision();
    const done = { happenings: [{ type: 'step-done', step: 'weigh' }] };
    const added = AddedSchema.parse((await server.create(`/api/batches/${id}/events`, done)).body);
    const [batch, ...others] = (await changes(at)).batches;
    expect(others).toEqual([]);
    expect(batch).toMatchObject({ id, active: true, before: 1, events: added.events });
    expect(batch?.events).toHaveLength(1);
    // Who knows nothing yet is told all of it.
    const whole = (await changes(0)).batches.find((one) => one.id === id);
    expect(whole).toMatchObject({ before: 0 });
    expect(whole?.events).toHaveLength(2);
  });

  test('is not told one by one where it is more than a device shows', async () => {
    const at = await revision();
    for (let n = 0; n < 100; n++) await started();
    expect(await changes(at)).toMatchObject({ known: true, batches: { length: 100 } });
    await started();
    expect(await changes(at)).toMatchObject({ known: false, revision: at + 101, batches: [] });
    expect(await changes(at + 1)).toMatchObject({ known: true, batches: { length: 100 } });
  });

  test('tells of a batch that is over, and of plans made and dropped', async () => {
    const id = await started();
    const plan = (await server.create('/api/plans', { recipe: LONG, glassAt: glassIn(60) })).body;
    const at = await revision();
    await server.say(id, [{ type: 'abandoned', reason: 'No time' }]);
    await server.call('PATCH', `/api/plans/${plan.id}`, { status: 'dropped' });
    const after = await changes(at);
    expect(after.batches).toMatchObject([{ id, active: false, before: 1 }]);
    expect(after).toMatchObject({ plans: [], closedPlans: [plan.id] });
    await server.call('PATCH', `/api/plans/${plan.id}`, { status: 'open' });
    expect((await changes(after.revision)).plans).toMatchObject([{ id: plan.id, status: 'open' }]);
  });

  test('names the revision of settings, ingredients and recipes', async () => {
    const at = await revision();
    await server.call('PATCH', '/api/kitchen', { name: 'Shed' });
    const named = await changes(at);
    expect(named.settingsChangedIn).toBe(named.revision);
    expect(named.recipesChangedIn).toBeLessThanOrEqual(at);
    await server.create('/api/recipes', { recipe: RECIPE });
    const kept = await changes(at);
    expect(kept.recipesChangedIn).toBe(kept.revision);
    expect(kept.settingsChangedIn).toBe(named.revision);
  });

  test('is told as it happens, pressed together or not', async () => {
    for (const encoding of ['gzip, br', 'identity']) {
      const live = await server.live({ 'accept-encoding': encoding });
      await server.call('PATCH', '/api/kitchen', { name: encoding });
      expect(LiveChangeSchema.parse(await live.next())).toEqual({ revision: await revision() });
      // What is refused is not told: the next that is heard of is what comes after it.
      expect((await server.call('PATCH', '/api/kitchen', { fridgeTempC: 99 })).status).toBe(400);
      await started();
      expect(await live.next()).toEqual({ revision: await revision() });
      live.end();
    }
  });

  test('a refused change raises nothing, and a revision still to come is not known', async () => {
    const id = await started();
    const at = await revision();
    expect((await server.say(id, [{ type: 'step-done', step: 'blend-1' }])).status).toBe(409);
    expect((await server.call('PATCH', '/api/kitchen', { fridgeTempC: 99 })).status).toBe(400);
    expect(await revision()).toBe(at);
    expect(await changes(at + 1)).toMatchObject({ known: false, revision: at });
  });

  test('lists say the revision they were read at', async () => {
    const at = await revision();
    const list = BatchListSchema.parse((await server.get('/api/batches?scope=active')).body);
    const plans = PlanListSchema.parse((await server.get('/api/plans')).body);
    expect([list.revision, plans.revision]).toEqual([at, at]);
  });
});

describe('heavy work', () => {
  test('a kitchen that goes on meanwhile is taken into account, and nobody meets anybody else', async () => {
    // Three plans wanted at once for one glass, and a jug that can be in one batch at a time.
    const glassAt = glassIn(70);
    const made = await Promise.all(
      [1, 2, 3].map(() => server.create('/api/plans', { recipe: LONG, glassAt })),
    );
    for (const { status, body } of made) {
      if (status === 409) expect(body).toMatchObject({ reason: 'kitchen-moved' });
      else expect(status).toBe(201);
    }
    const plans = PlanListSchema.parse((await server.get('/api/plans')).body).plans.filter(
      (plan) => plan.glassAt === glassAt,
    );
    expect(plans).toHaveLength(made.filter(({ status }) => status === 201).length);
    expect(plans.length).toBeGreaterThan(0);
    // Worked out around one another: the jug is never asked for twice at one moment.
    expect(new Set(plans.map(({ moments }) => moments.blendAt)).size).toBe(plans.length);
  });

  test('the server answers while it is worked on', async () => {
    let planning = true;
    const work = Promise.all(
      [44, 50, 56, 62].map((hours) => server.create('/api/plans', { recipe: LONG, glassAt: glassIn(hours) })),
    ).finally(() => {
      planning = false;
    });
    let answered = 0;
    while (planning) {
      expect((await server.get('/api/health')).status).toBe(200);
      answered++;
    }
    await work;
    expect(answered).toBeGreaterThan(1);
  });

  test('whoever reads after an addition was confirmed reads it, however many read meanwhile', async () => {
    const id = await started();
    let confirmed = 1;
    let reads = 0;
    let writing = true;
    const reader = async (): Promise<void> => {
      while (writing) {
        const least = confirmed;
        const { body } = await server.get(`/api/batches/${id}`);
        expect(body.events.length).toBeGreaterThanOrEqual(least);
        reads++;
      }
    };
    const readers = Promise.all([reader(), reader(), reader()]);
    for (let n = 0; n < 40; n++) {
      expect((await server.say(id, [{ type: 'probed', what: 'bowl', tempC: n % 20 }])).status).toBe(201);
      confirmed++;
    }
    writing = false;
    await readers;
    expect(reads).toBeGreaterThan(40);
    expect((await server.get(`/api/batches/${id}`)).body.events).toHaveLength(41);
  });

  test('the same tap sent twice at once is worked out for one batch', async () => {
    const key = crypto.randomUUID();
    const body = { recipe: RECIPE };
    const [a, b] = await Promise.all([
      server.create('/api/batches', body, key),
      server.create('/api/batches', body, key),
    ]);
    expect([a.status, b.status]).toEqual([201, 201]);
    expect(a.body.id).toBe(b.body.id);
  });
});
