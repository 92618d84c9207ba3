import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { CommandBody, Plan } from '@humble-churn/contract';
import { OwnItemSchema, PlannedPredictionSchema, PlannedSchema, toInstant } from '@humble-churn/contract';
import { ingredientFromPack, plainRecipe, USUAL_KITCHEN } from '@humble-churn/core';
import { batchLooks, BATCH_LOOKS } from '~/ui/BatchBand';
import { firstWishes, readTimeOfDay } from '~/features/days/wish';
import { markNow, noteServerTime, serverNowMs, sinceMs, whenClockJumps } from '~/wire/clock';
import { isKept, readKept } from '~/wire/keptCache';
import {
  agoMs,
  forgetRefused,
  keepRefused,
  refusedEntries,
  dequeue,
  unkeptCount,
  waitingEntries,
  enqueue,
} from '~/wire/outbox';
import { planIdOf } from '~/wire/commandEntries';
import { entryLabel } from '~/wire/entryLabels';
import { enqueueEvents, known, undoingTo, withBegun, withWaiting } from '~/wire/batches';
import { measuredMeans } from '~/wire/fridgeDays';
import { KitchenWithLogSchema } from '~/wire/kitchen';
import { withWaitingIngredients, withWaitingSettings } from '~/wire/knownKitchen';
import { withWaitingPlans } from '~/wire/plans';
import { withWaitingRecipes } from '~/wire/recipes';
import { isSettled } from '~/wire/sending';
import { AT, BATCH_ID, batch } from './batchWire';
import { emptyDeviceStorage } from './deviceStorage';
import { QueryClient, dehydrate, hydrate } from '@tanstack/react-query';

const OTHER_ID = '1b7a9c34-0d43-4a0c-9d55-2f6f2f0e9c10';

function plan(more: Partial<Plan>): Plan {
  const { recipe, prediction } = PlannedSchema.parse(batch().events[0]?.what);
  return {
    id: BATCH_ID,
    recipe,
    prediction: PlannedPredictionSchema.parse(prediction),
    ingredients: [],
    glassAt: '2031-03-11T08:00:00.000Z',
    fresh: false,
    soakedAlready: false,
    moments: {
      weighAt: AT,
      drainAt: toInstant(Date.parse(AT) + 28_800_000),
      blendAt: toInstant(Date.parse(AT) + 28_860_000),
    },
    provenBest: true,
    status: 'open',
    batchId: null,
    revision: 0,
    changedAt: AT,
    ...more,
  };
}

beforeEach(() => emptyDeviceStorage());

const PACK = {
  name: 'Oat',
  kind: 'seed' as const,
  allergens: ['gluten' as const],
  byRegion: false,
  gels: false,
  seleniumUgPerG: null,
  rawLimitGPerServing: null,
  fatPct: 7,
  carbPct: 60,
  carbIncludesFibre: false,
  proteinPct: 13,
  sugarsPct: null,
  fibrePct: 10,
  kcalPer100G: null,
  cupG: null,
};

/** A kitchen as the device keeps it. */
const KITCHEN = {
  name: 'Mine',
  timeZone: 'Europe/Lisbon',
  timeZoneSet: true,
  roomTempC: 20,
  fridgeTempC: 4,
  cupSystem: 'us',
  measures: 'metric',
  currency: 'EUR',
  budgetH: 96,
  machine: 'standard-jug',
  strainer: 'fine-bag',
  profile: {},
  revision: 3,
  serverTime: AT,
  fridgeLog: [{ id: 1, at: AT, tempC: 4 }],
};

describe('entries on their way', () => {
  const weighed = { type: 'step-done' as const, step: 'weigh' };
  const begun = { type: 'step-begun' as const, step: 'soak', timerS: null };

  test('are written down before anything is sent, in their order, and struck off by themselves', () => {
    const first = enqueueEvents(BATCH_ID, [weighed]);
    const second = enqueueEvents(BATCH_ID, [begun]);
    expect(waitingEntries().map(({ key }) => key)).toEqual([first.key, second.key]);
    dequeue(first);
    const third = enqueueEvents(BATCH_ID, [weighed]);
    expect(waitingEntries().map(({ key }) => key)).toEqual([second.key, third.key]);
    expect(new Set([first, second, third].flatMap(({ body }) => body.ids ?? [])).size).toBe(3);
  });

  test('of the release before are still sent, in their order, whatever has changed since', () => {
    const kept = JSON.parse(
      readFileSync(join(__dirname, 'fixtures/waiting-before-allergens.json'), 'utf8'),
    ) as { key: string }[];
    for (const entry of kept) {
      localStorage.setItem(`humble-churn.waiting.${entry.key}`, JSON.stringify(entry));
    }
    const waiting = waitingEntries();
    expect(waiting.map(({ key }) => key)).toEqual(kept.map(({ key }) => key));
    const [first] = waiting;
    if (first?.name !== 'startBatch') throw new Error('it begins a batch');
    expect(first.effect.planned).toMatchObject({
      guide: 2,
      prediction: { allergens: [{ allergen: 'tree nut', byRegion: true }] },
    });
    expect(first.body.ownIngredients).toMatchObject([{ allergens: [], gels: true, revision: 1 }]);
  });

  test('from another version, or broken, are left alone', () => {
    enqueueEvents(BATCH_ID, [weighed]);
    localStorage.setItem('humble-churn.waiting.x', '{"key":');
    localStorage.setItem('humble-churn.waiting.y', '{"key":"y","order":1}');
    expect(waitingEntries()).toHaveLength(1);
  });

  test('where the browser keeps nothing, go out all the same', () => {
    Object.defineProperty(globalThis, 'localStorage', {
      configurable: true,
      get: () => {
        throw new Error('cookies are blocked');
      },
    });
    const entry = enqueueEvents(BATCH_ID, [weighed]);
    expect(entry.body.happenings).toEqual([weighed]);
    expect(waitingEntries()).toEqual([]);
    expect(() => dequeue(entry)).not.toThrow();
  });

  test('that were refused are kept with the reason until they were seen', () => {
    const entry = enqueueEvents(BATCH_ID, [weighed]);
    keepRefused(entry, 'Already done.', true);
    expect(waitingEntries()).toEqual([]);
    const [refused] = refusedEntries();
    expect(refused).toMatchObject({
      key: entry.key,
      why: 'Already done.',
      settled: true,
      body: { happenings: [weighed] },
    });
    if (refused) forgetRefused(refused);
    expect(refusedEntries()).toEqual([]);
  });

  test('that another device made first are settled only where they say nothing else', () => {
    const figure = { type: 'measured', what: 'soaked', reading: { massG: 187 } } as const;
    expect(isSettled(enqueueEvents(BATCH_ID, [weighed]), 'step-already-done')).toBe(true);
    // A figure that came along is not in the record: it may not pass for taken.
    expect(isSettled(enqueueEvents(BATCH_ID, [figure, weighed]), 'step-already-done')).toBe(false);
    expect(isSettled(enqueueEvents(BATCH_ID, [weighed]), 'batch-over')).toBe(false);
    expect(isSettled(enqueueEvents(BATCH_ID, [weighed]), undefined)).toBe(false);
  });

  test('count at once, and not twice when they have arrived', () => {
    const wire = batch();
    const there = known(wire);
    if (!there) throw new Error('no batch');
    const entry = enqueueEvents(BATCH_ID, [weighed]);
    const ahead = withWaiting(there, [entry]);
    expect(ahead.state.current?.id).toBe('soak');
    expect(ahead.waiting).toBe(1);
    const [plan] = wire.events;
    if (!plan) throw new Error('no plan');
    const arrived = known({
      ...wire,
      events: [
        plan,
        { ...plan, id: entry.body.ids?.[0] ?? '', at: '2031-03-10T09:00:01.000Z', what: weighed },
      ],
    });
    const merged = arrived && withWaiting(arrived, [entry]);
    expect(merged?.events).toHaveLength(2);
    expect(merged?.waiting).toBe(0);
  });

  test('that the batch would not take are left out of what is shown', () => {
    const there = known(batch());
    if (!there) throw new Error('no batch');
    const ahead = withWaiting(there, [enqueueEvents(BATCH_ID, [{ type: 'step-done', step: 'squeeze' }])]);
    expect(ahead.state.current?.id).toBe('weigh');
  });

  test('begin a batch that the server does not know yet, and go on with it, through a reload', () => {
    const wire = batch();
    const planned = PlannedSchema.parse(wire.events[0]?.what);
    const { recipe } = planned;
    const body = { recipe, ownIngredients: [], planId: BATCH_ID, batchId: BATCH_ID };
    const effect = { planned, timeZone: 'Europe/Lisbon' };
    enqueue('startBatch', { params: undefined, body, effect }, BATCH_ID);
    enqueueEvents(BATCH_ID, [weighed]);
    // As after a reload: read back from the device.
    const waiting = waitingEntries();
    expect(waiting).toHaveLength(2);
    const [begun, ...others] = withBegun([], waiting);
    expect(others).toEqual([]);
    expect(begun).toMatchObject({ id: BATCH_ID, timeZone: 'Europe/Lisbon', waiting: 2 });
    expect(begun?.state.current?.id).toBe('soak');
    expect(begun?.state.prediction).toEqual(known(wire)?.state.prediction);
    // The plan it carries out is none any more; others are.
    const other = plan({ id: OTHER_ID });
    expect(withWaitingPlans([plan({ id: BATCH_ID }), other], waiting)).toEqual([other]);
    // Once the server has it, it is there once, whatever is still on the list.
    const there = known(wire);
    const both = withBegun(there ? [there] : [], waiting);
    expect(both).toHaveLength(1);
    expect(both[0]).toMatchObject({ waiting: 1 });
    expect(both[0]?.state.current?.id).toBe('soak');
    if (waiting[0]) keepRefused(waiting[0], 'No.', false);
    expect(refusedEntries().map(entryLabel)).toEqual(['the start of Almond']);
  });

  test('plans kept, moved, dropped and taken up again count at once, through a reload', () => {
    const later = plan({ id: OTHER_ID, glassAt: '2031-03-12T08:00:00.000Z' });
    const { recipe, glassAt, fresh, soakedAlready, moments } = later;
    const makes = { recipe, ownIngredients: [], glassAt, fresh, soakedAlready, moments };
    const there = plan({});
    const shown = () => withWaitingPlans([there], waitingEntries());
    const body = { ...makes, ownIngredients: [], planId: OTHER_ID };
    enqueue('makePlan', { params: undefined, body, effect: later });
    const change = (one: Plan, patch: CommandBody<'changePlan'>) =>
      enqueue('changePlan', { params: { planId: one.id }, body: patch, effect: { ...one, ...patch } });
    expect(shown()).toEqual([there, later]);
    const moved = { ...moments, weighAt: '2031-03-10T08:30:00.000Z' };
    change(later, { moments: moved });
    expect(shown()[1]?.moments).toEqual(moved);
    const dropping = change(there, { status: 'dropped' });
    expect(shown().map(({ id }) => id)).toEqual([OTHER_ID]);
    // The server has dropped it already when it is taken up again.
    dequeue(dropping);
    change(there, { status: 'open' });
    expect(withWaitingPlans([], waitingEntries()).map(({ id }) => id)).toEqual([BATCH_ID, OTHER_ID]);
    // In the order they were made, plans and batches together.
    const entry = enqueueEvents(BATCH_ID, [weighed]);
    expect(waitingEntries().map((one) => planIdOf(one) ?? one.key)).toEqual([
      OTHER_ID,
      OTHER_ID,
      BATCH_ID,
      entry.key,
    ]);
    keepRefused(dropping, 'This batch has been started.', false);
    expect(refusedEntries().map(entryLabel)).toEqual(['the plan for Almond, dropped']);
    // No plan's entry touches a batch.
    expect(withBegun([], waitingEntries())).toEqual([]);
  });

  test('of any kind are read back from the device as they were, and say what they were', () => {
    const { recipe } = plan({});
    const saved = { id: BATCH_ID, version: 1, savedAt: AT, away: false, recipe, ingredients: [] };
    const made = ingredientFromPack({ ...PACK, key: 'own-oat' });
    if (!made.ok) throw new Error(made.refusal.code);
    const ingredient = OwnItemSchema.parse(made.value);
    const own = { params: { key: 'own-oat' }, effect: { ...ingredient, archived: true } };
    const ofRecipe = { params: { recipeId: BATCH_ID } };
    const newRecipe = { recipe, ownIngredients: [], recipeId: BATCH_ID };
    enqueue('addIngredient', { params: undefined, body: { ...PACK, key: 'own-oat' }, effect: ingredient });
    enqueue('changeIngredient', { ...own, body: { archived: true } });
    enqueue('saveRecipe', { params: undefined, body: newRecipe, effect: saved });
    enqueue('saveVersion', { ...ofRecipe, body: { recipe }, effect: { ...saved, version: 2 } });
    const second = { params: { recipeId: BATCH_ID, version: 2 }, body: undefined };
    enqueue('removeVersion', { ...second, effect: saved });
    enqueue('archiveRecipe', { ...ofRecipe, body: { away: true }, effect: { ...saved, away: true } });
    enqueue('changeKitchen', { params: undefined, body: { name: 'Shed', fridgeTempC: 7 }, effect: null });
    enqueue('setAside', { params: { kind: 'recipe', id: BATCH_ID }, body: { aside: true }, effect: null });
    const waiting = waitingEntries();
    expect(waiting.map(entryLabel)).toEqual([
      'the ingredient Oat',
      'Oat, archived',
      'the recipe Almond',
      'version 2 of Almond',
      'version 2 of Almond, taken back',
      'Almond, archived',
      'a change of settings',
      'a row set aside',
    ]);
    // What of each shows at once.
    expect(withWaitingIngredients([], waiting)).toMatchObject([{ key: 'own-oat', archived: true }]);
    expect(withWaitingRecipes([], 'in-use', waiting.slice(0, 3))).toEqual([saved]);
    expect(withWaitingRecipes([], 'in-use', waiting.slice(0, 4))).toMatchObject([{ version: 2 }]);
    expect(withWaitingRecipes([], 'in-use', waiting.slice(0, 5))).toEqual([saved]);
    expect(withWaitingRecipes([], 'in-use', waiting)).toEqual([]);
    expect(withWaitingRecipes([], 'away', waiting)).toMatchObject([{ id: BATCH_ID, away: true }]);
    const kitchen = KitchenWithLogSchema.parse(KITCHEN);
    const changed = withWaitingSettings(kitchen, waiting);
    expect(changed).toMatchObject({ name: 'Shed', fridgeTempC: 7 });
    expect(changed.fridgeLog.map(({ tempC }) => tempC)).toEqual([4, 7]);
    const other = { id: OTHER_ID, name: 'Cellar', tempC: 9 };
    enqueue('changeKitchen', {
      params: undefined,
      body: { profile: { otherFridges: [other] } },
      effect: null,
    });
    const readings = [{ at: AT, tempC: 8 }];
    const measured = { fridge: OTHER_ID, readings, removed: [] };
    enqueue('logFridge', { params: undefined, body: measured, effect: null });
    const both = withWaitingSettings(kitchen, waitingEntries());
    expect(both.fridgeLog.map(({ fridge, tempC }) => [fridge, tempC])).toEqual([
      ['first', 4],
      ['first', 7],
      [OTHER_ID, 9],
    ]);
    expect(measuredMeans(both.fridgeDays.fridges)).toMatchObject([{ fridge: OTHER_ID, tempC: 8 }]);
    // What an earlier release kept of the log is asked for again, and takes nothing else down.
    const earlier = { ...KITCHEN, fridgeDays: { revision: 3, days: { '2031-03-10': [] } } };
    expect(KitchenWithLogSchema.parse(earlier).fridgeDays).toEqual({ revision: 0, fridges: {} });
    // Nothing of it touches batches or plans.
    expect(withBegun([], waiting)).toEqual([]);
    expect(withWaitingPlans([], waiting)).toEqual([]);
  });

  test('where the device is full, what was fetched makes room for what was entered; without room that is said', () => {
    const store = emptyDeviceStorage();
    const room = { left: 0 };
    const setItem = (name: string, value: string): void => {
      if (store.size >= room.left && !store.has(name)) throw new Error('QuotaExceededError');
      store.set(name, value);
    };
    Object.assign(localStorage, { setItem });
    room.left = 1;
    setItem('humble-churn.kept', 'fetched');
    const first = enqueueEvents(BATCH_ID, [weighed]);
    expect(waitingEntries().map(({ key }) => key)).toEqual([first.key]);
    expect(store.has('humble-churn.kept')).toBe(false);
    expect(unkeptCount()).toBe(0);
    const second = enqueueEvents(BATCH_ID, [begun]);
    expect(waitingEntries()).toHaveLength(1);
    expect(unkeptCount()).toBe(1);
    // Sent after all: nothing is left to say.
    dequeue(second);
    expect(unkeptCount()).toBe(0);
  });

  test('going back to a step takes back every tap since, the last first', () => {
    const there = known(batch());
    if (!there) throw new Error('no batch');
    const entries = [weighed, begun, { type: 'step-done' as const, step: 'soak' }].map((what, i) => ({
      ...enqueueEvents(BATCH_ID, [what]),
      atMs: Date.parse(AT) + (i + 1) * 1000,
    }));
    const ahead = withWaiting(there, entries);
    expect(ahead.state.current?.id).toBe('drain');
    const undos = undoingTo(ahead.events, 'weigh');
    expect(undos.map((one) => (one.type === 'undone' ? one.eventId : ''))).toEqual(
      entries.map(({ body }) => body.ids?.[0]).reverse(),
    );
    const back = withWaiting(ahead, [
      {
        ...enqueueEvents(BATCH_ID, undos),
        atMs: Date.parse(AT) + 9000,
      },
    ]);
    expect(back.state.current?.id).toBe('weigh');
    expect(undoingTo(ahead.events, 'bottle')).toEqual([]);
  });
});

describe('the device’s clock', () => {
  // Both of its clocks stand still but for what a test does to them.
  beforeEach(() => {
    jest.useFakeTimers({ now: Date.parse(AT) });
  });
  afterEach(() => {
    jest.useRealTimers();
    noteServerTime(new Date().toISOString());
  });
  const setWall = (byMs: number): void => {
    jest.setSystemTime(Date.now() + byMs);
  };

  test('set back, is not believed; set forward or slept, it is, and the server is asked once', () => {
    const mark = markNow();
    jest.advanceTimersByTime(5000);
    setWall(-3_600_000);
    expect(sinceMs(mark)).toBe(5000);
    setWall(2 * 3_600_000);
    expect(sinceMs(mark)).toBe(3_605_000);
  });

  test('however wrong, does not change what time it is at the server', () => {
    const ask = jest.fn();
    const stop = whenClockJumps(ask);
    setWall(7 * 3_600_000);
    noteServerTime(AT);
    expect(serverNowMs()).toBe(Date.parse(AT));
    expect(ask).not.toHaveBeenCalled();
    jest.advanceTimersByTime(800);
    setWall(-8 * 3_600_000);
    expect(serverNowMs()).toBe(Date.parse(AT) + 800);
    serverNowMs();
    expect(ask).toHaveBeenCalledTimes(1);
    stop();
  });

  test('tells how long an entry has waited, on this page and after a reload', () => {
    const entry = enqueueEvents(BATCH_ID, [{ type: 'step-done', step: 'weigh' }]);
    jest.advanceTimersByTime(700);
    expect(agoMs(entry)).toBe(700);
    // Another page's entry: only the wall clock can tell.
    const fromElsewhere = { ...entry, key: crypto.randomUUID() };
    expect(agoMs({ ...fromElsewhere, wallMs: Date.now() - 60_000 })).toBe(60_000);
    expect(agoMs({ ...fromElsewhere, wallMs: Date.now() + 60_000 })).toBe(0);
  });
});

describe('what is kept of the kitchen', () => {
  const kept = (data: unknown, queryKey: unknown[] = ['batch', BATCH_ID]): string =>
    JSON.stringify({
      timestamp: 1,
      buster: '',
      clientState: {
        mutations: [],
        queries: [{ queryKey, queryHash: 'h', state: { status: 'success', data } }],
      },
    });

  test('is taken up again when it is what this version would have kept', () => {
    const { queries } = readKept(kept(batch())).clientState;
    expect(queries).toHaveLength(1);
    // Shown at once, but asked for again whatever its date says.
    expect(queries[0]?.state.isInvalidated).toBe(true);
  });

  test('stays what it was when the server falls silent before the page is opened again', async () => {
    const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
    const key = ['batch', BATCH_ID];
    client.setQueryData(key, batch());
    await client
      .fetchQuery({ queryKey: key, queryFn: () => Promise.reject(new Error('silence')) })
      .catch(() => undefined);
    expect(client.getQueryState(key)?.status).toBe('error');
    const clientState = dehydrate(client, { shouldDehydrateQuery: isKept });
    const text = JSON.stringify({ timestamp: Date.now(), buster: '', clientState });
    const later = new QueryClient();
    hydrate(later, readKept(text).clientState);
    expect(later.getQueryData(key)).toEqual(batch());
    expect(later.getQueryState(key)).toMatchObject({ status: 'success', isInvalidated: true });
    for (const one of [client, later]) one.clear();
  });

  test.each([
    ['from another version', kept({ id: BATCH_ID, steps: [] })],
    ['of a kind that is not kept', kept(batch(), ['secrets'])],
    ['cut short', '{"timestamp":1,'],
    ['something else', '"hello"'],
  ])('%s is left out', (_name, text) => {
    expect(readKept(text).clientState.queries).toEqual([]);
  });
});

describe('batches side by side', () => {
  test('look different as long as there are looks, and keep theirs when one ends', () => {
    const soaking = known(batch())?.state;
    if (!soaking) throw new Error('no batch');
    const heads = ['00000000', '00000005', 'a0000001', 'b0000002', 'c0000003', 'd0000000'];
    const all = heads.map((head, i) => ({ id: `${head}-rest`, state: { ...soaking, plannedAtMs: i } }));
    const five = all.slice(0, 5);
    const looks = batchLooks(five);
    expect(new Set(looks.values()).size).toBe(BATCH_LOOKS.length);
    // The one begun first chooses first, in whatever order the list has them.
    const fewer = batchLooks(all.slice(0, 3).reverse());
    for (const { id } of all.slice(0, 3)) expect(fewer.get(id)).toBe(looks.get(id));
    expect(batchLooks(all).size).toBe(6);
    expect(batchLooks([{ id: 'over', state: { ...soaking, current: null } }]).size).toBe(0);
  });
});

describe('a glass by its day and time', () => {
  test.each([
    ['08:00', { hours: 8, minutes: 0 }],
    ['8', { hours: 8, minutes: 0 }],
    ['20.15', { hours: 20, minutes: 15 }],
    ['7h30', { hours: 7, minutes: 30 }],
    ['24:00', null],
    ['8:75', null],
    ['early', null],
    ['', null],
  ])('%s', (text, read) => {
    expect(readTimeOfDay(text)).toEqual(read);
  });

  test('that is proposed is tomorrow’s breakfast, or one of the next', () => {
    const kitchen = {
      timeZone: 'Europe/Lisbon',
      profile: { jars: [{ name: 'Jar', volumeMl: 750, count: 2 }] },
    };
    const choices = [plainRecipe('Almond', 'almond', 6.6, 8)];
    const wishes = (fromMs: number) => firstWishes(choices, kitchen, USUAL_KITCHEN, fromMs);
    const afternoon = Date.UTC(2026, 0, 10, 15);
    const evening = Date.UTC(2026, 0, 10, 23);
    expect(wishes(afternoon)[0]).toMatchObject({ jars: 1, jarMl: 750, glassMs: Date.UTC(2026, 0, 11, 8) });
    expect(wishes(evening).map(({ glassMs }) => glassMs)).toEqual(
      [11, 12, 13].map((day) => Date.UTC(2026, 0, day, 8)),
    );
    // A recipe that one of its own drinkers avoids is not what is proposed.
    const forIlse = { ...plainRecipe('Pine', 'pine', 5, 2), drinkers: ['Ilse'] };
    const avoiding = { ...USUAL_KITCHEN, people: [{ name: 'Ilse', avoids: ['tree nut' as const] }] };
    const seeds = { ...plainRecipe('Hemp', 'hemp', 5, 1), drinkers: ['Ilse'] };
    expect(firstWishes([forIlse, seeds], kitchen, avoiding, afternoon)[0].choice).toBe(1);
  });
});
