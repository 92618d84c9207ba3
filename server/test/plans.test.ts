import { randomUUID } from 'node:crypto';
import {
  BatchSchema,
  FitSchema,
  PlanListSchema,
  PlanSchema,
  coreEvent,
  coreStartTimes,
} from '@humble-churn/contract';
import { batchState } from '@humble-churn/core';
import ICAL from 'ical.js';
import { RECIPE, RunningServer, newDataDir, removeDataDir } from './runningServer';

const dataDir = newDataDir();
let server: RunningServer;

beforeAll(async () => {
  server = await RunningServer.start(dataDir, [], { TZ: 'Europe/Lisbon' });
});
afterAll(async () => {
  await server.stop();
  removeDataDir(dataDir);
});

const H = 3_600_000;
const FRIDGE = { ...RECIPE, soak: { ...RECIPE.soak, method: 'fridge', pourTempC: 15, hours: 10 } };

/** Half past noon in Lisbon, so many days on. */
function glassIn(days: number): string {
  const day = new Date(Date.now() + days * 24 * H);
  day.setUTCHours(12, 30, 0, 0);
  return day.toISOString();
}

async function makePlan(glassAt: string, more: object = {}) {
  const { status, body } = await server.create('/api/plans', { recipe: FRIDGE, glassAt, ...more });
  return { status, body, plan: status === 201 ? PlanSchema.parse(body) : null };
}

interface Told {
  uid: string;
  sequence: number;
  summary: string;
  description: string;
  status: string;
  startMs: number;
  endMs: number;
  alarms: number[];
}

/** The calendar file as a calendar would read it. */
async function calendar(): Promise<Map<string, Told>> {
  const { status, type, body } = await server.get('/api/plans.ics');
  expect(status).toBe(200);
  expect(type).toContain('text/calendar');
  const root = new ICAL.Component(ICAL.parse(body as string));
  const events = root.getAllSubcomponents('vevent').map((one) => {
    const event = new ICAL.Event(one);
    return {
      uid: event.uid,
      sequence: event.sequence,
      summary: event.summary,
      description: event.description,
      status: String(one.getFirstPropertyValue('status')),
      startMs: event.startDate.toUnixTime() * 1000,
      endMs: event.endDate.toUnixTime() * 1000,
      alarms: one
        .getAllSubcomponents('valarm')
        .map((alarm) => (alarm.getFirstPropertyValue('trigger') as ICAL.Duration).toSeconds()),
    };
  });
  const byUid = new Map(events.map((event) => [event.uid, event]));
  expect(byUid.size).toBe(events.length);
  return byUid;
}

describe('plans', () => {
  test('give every step its moment: weighed, soaked, blended in waking hours, chilled in time', async () => {
    const glassAt = glassIn(3);
    const { plan } = await makePlan(glassAt);
    if (!plan) throw new Error('no plan');
    const { weighMs, drainMs, blendMs } = coreStartTimes(plan.moments);
    expect(drainMs - weighMs).toBeGreaterThan(4 * H);
    expect(blendMs).toBeGreaterThanOrEqual(drainMs);
    expect(blendMs + 3 * H).toBeLessThan(Date.parse(glassAt));
    expect(plan).toMatchObject({ status: 'open', revision: 0, batchId: null });
  });

  test('keep out of one another’s way at the jug', async () => {
    const glassAt = glassIn(4);
    const [a, b] = [await makePlan(glassAt), await makePlan(glassAt)];
    const blends = [a, b].map(({ plan }) => (plan ? coreStartTimes(plan.moments).blendMs : 0));
    expect(Math.abs((blends[0] ?? 0) - (blends[1] ?? 0))).toBeGreaterThanOrEqual(5 * 60_000);
  });

  test('that do not fit are refused with the limit that is missing', async () => {
    const { status, body } = await makePlan(new Date(Date.now() + 2 * H).toISOString());
    expect(status).toBe(422);
    expect(body).toMatchObject({ code: 'not-computable', reason: 'time' });
    expect(body.detail).toMatch(/No time fits before that glass/);
  });

  test.each<[string, object]>([
    ['no moment', { glassAt: 'Saturday' }],
    [
      'moments out of order',
      {
        glassAt: glassIn(3),
        moments: { weighAt: glassIn(2), drainAt: glassIn(1), blendAt: glassIn(3) },
      },
    ],
  ])('with %s are not understood', async (_name, change) => {
    const { status } = await server.create('/api/plans', { recipe: FRIDGE, ...change });
    expect(status).toBe(400);
  });

  test('kept on a device while the server was away have its id, and are there once', async () => {
    const planId = randomUUID();
    const body = { recipe: FRIDGE, glassAt: glassIn(5), planId };
    const key = randomUUID();
    const first = await server.create('/api/plans', body, key);
    expect(first.status).toBe(201);
    // The answer got lost: told again.
    const again = await server.create('/api/plans', body, key);
    expect(again.body).toEqual(first.body);
    expect(PlanSchema.parse(again.body).id).toBe(planId);
    const taken = await server.create('/api/plans', body);
    expect(taken.status).toBe(409);
    expect(taken.body).toMatchObject({ code: 'conflict', reason: 'id-taken' });
    const { plans } = PlanListSchema.parse((await server.get('/api/plans')).body);
    expect(plans.filter(({ id }) => id === planId)).toHaveLength(1);
    expect((await server.call('PATCH', `/api/plans/${planId}`, { status: 'dropped' })).status).toBe(200);
  });

  test('can be moved, dropped and taken up again; every change counts', async () => {
    const { plan } = await makePlan(glassIn(5));
    const path = `/api/plans/${plan?.id}`;
    const later = PlanSchema.parse((await server.call('PATCH', path, { glassAt: glassIn(6) })).body);
    expect(later.revision).toBe(1);
    expect(coreStartTimes(later.moments).blendMs).toBeGreaterThan(coreStartTimes(plan!.moments).blendMs);
    const byHand = { weighAt: glassIn(5), drainAt: glassIn(6), blendAt: glassIn(6) };
    expect((await server.call('PATCH', path, { moments: byHand })).body.moments).toEqual(byHand);
    await server.call('PATCH', path, { status: 'dropped' });
    const open = PlanListSchema.parse((await server.get('/api/plans')).body).plans;
    expect(open.map(({ id }) => id)).not.toContain(plan?.id);
    expect((await server.call('PATCH', path, { status: 'open' })).body).toMatchObject({
      status: 'open',
      revision: 4,
    });
  });

  test('become a batch once', async () => {
    const { plan } = await makePlan(glassIn(5));
    const start = () => server.create('/api/batches', { recipe: FRIDGE, planId: plan?.id });
    const { body, status } = await start();
    expect(status).toBe(201);
    expect((await start()).status).toBe(409);
    const open = PlanListSchema.parse((await server.get('/api/plans')).body).plans;
    expect(open.map(({ id }) => id)).not.toContain(plan?.id);
    expect((await server.call('PATCH', `/api/plans/${plan?.id}`, { status: 'dropped' })).status).toBe(409);
    // A refused start makes no batch either.
    const list = (await server.get('/api/batches?limit=100')).body.batches as { id: string }[];
    expect(list.filter(({ id }) => id === body.id)).toHaveLength(1);
  });
});

describe('the calendar file', () => {
  test('tells each time someone must be there, with an alarm ten minutes before', async () => {
    const { plan } = await makePlan(glassIn(3));
    const told = await calendar();
    const weigh = told.get(`${plan?.id}-weigh@humble-churn`);
    expect(weigh?.startMs).toBe(Date.parse(plan?.moments.weighAt ?? ''));
    expect(weigh?.alarms).toEqual([-600]);
    const make = told.get(`${plan?.id}-make@humble-churn`) ?? told.get(`${plan?.id}-drain@humble-churn`);
    expect((make?.endMs ?? 0) - (make?.startMs ?? 0)).toBeGreaterThan(5 * 60_000);
  });

  test('read a second time, moves what was read before and takes away what was dropped', async () => {
    const { plan } = await makePlan(glassIn(4));
    const mine = (told: Map<string, Told>): Told[] =>
      [...told.values()].filter(({ uid }) => uid.startsWith(plan?.id ?? '-'));
    const first = await calendar();
    await server.call('PATCH', `/api/plans/${plan?.id}`, { glassAt: glassIn(5) });
    const second = await calendar();
    const weighUid = `${plan?.id}-weigh@humble-churn`;
    expect(second.get(weighUid)?.sequence).toBe((first.get(weighUid)?.sequence ?? 0) + 1);
    expect(second.get(weighUid)?.startMs).toBeGreaterThan(first.get(weighUid)?.startMs ?? Infinity);
    // A calendar that keeps events by uid holds one of each after both readings.
    const read = new Map([...first, ...second]);
    expect(mine(read).map(({ uid }) => uid)).toEqual([...new Set(mine(read).map(({ uid }) => uid))]);
    await server.call('PATCH', `/api/plans/${plan?.id}`, { status: 'dropped' });
    const third = mine(await calendar());
    expect(third.length).toBeGreaterThan(0);
    expect(third.every(({ status }) => status === 'CANCELLED')).toBe(true);
    expect(third.every(({ sequence }) => sequence === 2)).toBe(true);
  });

  test('a visit that a move makes part of another is taken away, and the other says all that is done', async () => {
    const glassAt = glassIn(6);
    const glassMs = Date.parse(glassAt);
    const byHand = (drainMs: number, blendMs: number) => ({
      weighAt: new Date(drainMs - 9 * H).toISOString(),
      drainAt: new Date(drainMs).toISOString(),
      blendAt: new Date(blendMs).toISOString(),
    });
    const drainMs = glassMs - 8 * H;
    const { plan } = await makePlan(glassAt, { moments: byHand(drainMs, drainMs + 2 * H) });
    const told = async (key: string) => (await calendar()).get(`${plan?.id}-${key}@humble-churn`);
    const apart = await told('drain');
    expect(apart).toMatchObject({
      startMs: drainMs,
      status: 'CONFIRMED',
      summary: 'Drain the nuts: Almond milk',
    });
    expect((await told('make'))?.startMs).toBe(drainMs + 2 * H);
    await server.call('PATCH', `/api/plans/${plan?.id}`, { moments: byHand(drainMs, apart?.endMs ?? 0) });
    const together = await told('drain');
    expect(together).toMatchObject({ startMs: drainMs, status: 'CONFIRMED', summary: 'Make Almond milk' });
    expect(together?.description).toBe(
      'Drain and rinse, blend, strain, bottle. Then into the fridge. Contains: tree nut.',
    );
    expect(together?.endMs).toBeGreaterThan(apart?.endMs ?? Infinity);
    expect(await told('make')).toMatchObject({
      status: 'CANCELLED',
      sequence: 1,
      summary: 'Make Almond milk',
    });
  });

  test('lines are no longer than the format lets them be, and end as it asks', async () => {
    const text = (await server.get('/api/plans.ics')).body as string;
    expect(text.startsWith('BEGIN:VCALENDAR\r\n')).toBe(true);
    expect(text.endsWith('END:VCALENDAR\r\n')).toBe(true);
    expect(text.replace(/\r\n/g, '')).not.toMatch(/[\r\n]/);
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
  });
});

describe('fitting without keeping', () => {
  const ask = (body: object) =>
    server.call('POST', '/api/plans/fit', { recipe: FRIDGE, fresh: false, ...body });

  test('answers what a plan for the same glass then gets, and keeps nothing', async () => {
    const before = PlanListSchema.parse((await server.get('/api/plans')).body).plans.length;
    const glassAt = glassIn(12);
    const { found } = FitSchema.parse((await ask({ glassAt })).body);
    if (!found.ok) throw new Error(found.tightest);
    expect(PlanListSchema.parse((await server.get('/api/plans')).body).plans).toHaveLength(before);
    const { plan } = await makePlan(glassAt);
    const [placed] = found.placed;
    const at = (kind: string): number | undefined => placed?.steps.find((step) => step.kind === kind)?.fromMs;
    expect(plan && coreStartTimes(plan.moments)).toEqual({
      weighMs: at('weigh'),
      drainMs: at('drain'),
      blendMs: at('blend'),
    });
    // A plan that is to be moved is not in its own way.
    const again = FitSchema.parse((await ask({ glassAt, planId: plan?.id })).body);
    expect(again.found).toMatchObject({ ok: true, placed: [{ steps: placed?.steps }] });
  });

  test('of a glass nobody can make in time says why, and what else would fit', async () => {
    const answer = FitSchema.parse((await ask({ glassAt: new Date(Date.now() + 3 * H).toISOString() })).body);
    expect(answer.found).toMatchObject({ ok: false, proven: true });
    expect(answer.offers.map(({ kind }) => kind)).toContain('later');
  });

  test('looks sixty days ahead and no further', async () => {
    const { status, body } = await ask({ glassAt: glassIn(61) });
    expect(status).toBe(400);
    expect(body.fields[0].path).toEqual(['glassAt']);
    expect((await makePlan(glassIn(4000))).status).toBe(400);
  });
});

describe('entries of a device that was out of reach', () => {
  const log = async (batchId: string) =>
    BatchSchema.parse((await server.get(`/api/batches/${batchId}`)).body);
  const start = async (): Promise<string> =>
    (await server.create('/api/batches', { recipe: FRIDGE })).body.id as string;

  test('count from when they were said, in the order of the log', async () => {
    const id = await start();
    await new Promise((resolve) => setTimeout(resolve, 60));
    const path = `/api/batches/${id}/events`;
    const said = await server.create(`${path}?agoMs=40`, {
      happenings: [{ type: 'step-done', step: 'weigh' }],
    });
    expect(said.status).toBe(201);
    // Said before the plan was made, by a device's mistaken clock: never before what is there.
    await server.create(`${path}?agoMs=900000`, { happenings: [{ type: 'step-begun', step: 'soak' }] });
    const { events } = await log(id);
    const moments = events.map(({ at }) => Date.parse(at));
    expect(moments).toEqual([...moments].sort((a, b) => a - b));
    expect(new Set(moments).size).toBe(moments.length);
    expect(Date.now() - (moments[1] ?? 0)).toBeGreaterThanOrEqual(40);
    expect((moments[2] ?? 0) - (moments[1] ?? 0)).toBe(1);
  });

  test('keep the ids the device gave them, so that it can take them back unheard', async () => {
    const id = await start();
    const [first, second] = [crypto.randomUUID(), crypto.randomUUID()];
    const path = `/api/batches/${id}/events`;
    await server.create(path, { happenings: [{ type: 'step-done', step: 'weigh' }], ids: [first] });
    await server.create(path, { happenings: [{ type: 'undone', eventId: first }], ids: [second] });
    const { events } = await log(id);
    expect(events.map((event) => event.id).slice(1)).toEqual([first, second]);
    expect(batchState(events.map(coreEvent))?.current?.id).toBe('weigh');
    const twice = await server.create(path, {
      happenings: [{ type: 'step-done', step: 'weigh' }],
      ids: [first],
    });
    expect(twice.status).toBe(409);
    const uneven = await server.create(path, { happenings: [{ type: 'step-done', step: 'weigh' }], ids: [] });
    expect(uneven.status).toBe(400);
  });

  test('sent again with the same key go in once, however long ago they were said by then', async () => {
    const id = await start();
    const key = crypto.randomUUID();
    const sent = { happenings: [{ type: 'step-done', step: 'weigh' }], ids: [crypto.randomUUID()] };
    for (const agoMs of [0, 1500, 90_000]) {
      const answer = await server.create(`/api/batches/${id}/events?agoMs=${agoMs}`, sent, key);
      expect(answer.status).toBe(201);
    }
    expect((await log(id)).events).toHaveLength(2);
  });

  test('of two devices at once end in one log that both read alike', async () => {
    const id = await start();
    const path = `/api/batches/${id}/events`;
    const device = async (): Promise<void> => {
      for (const step of ['weigh', 'soak', 'drain', 'weigh-soaked', 'blend-1']) {
        await server.create(path, { happenings: [{ type: 'step-done', step }], ids: [crypto.randomUUID()] });
      }
    };
    await Promise.all([device(), device(), device()]);
    const { events } = await log(id);
    const done = events.flatMap(({ what }) => (what.type === 'step-done' ? [what.step] : []));
    expect(done).toEqual(['weigh', 'soak', 'drain', 'weigh-soaked', 'blend-1']);
    const again = await log(id);
    expect(batchState(again.events.map(coreEvent))).toEqual(batchState(events.map(coreEvent)));
  });
});
