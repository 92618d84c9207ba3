import type { Batch } from '@humble-churn/contract';
import {
  AccountSchema,
  BatchListSchema,
  FridgeLogSchema,
  coreEvent,
  fromInstant,
} from '@humble-churn/contract';
import type { BatchState } from '@humble-churn/core';
import { RATE_DAYS, batchState, comparisons, jarKeeping, pours, pulpKeeping } from '@humble-churn/core';
import { ENGINE, RunningServer, newDataDir, removeDataDir } from './runningServer';

const dataDir = newDataDir();
let server: RunningServer;
let states: BatchState[];
let batches: Batch[];

beforeAll(async () => {
  server = await RunningServer.start(dataDir, ['--demo']);
  batches = BatchListSchema.parse((await server.get('/api/batches?limit=100')).body).batches;
  states = batches.map((batch) => {
    const state = batchState(batch.events.map(coreEvent));
    if (!state) throw new Error('a batch without a plan');
    return state;
  });
});

afterAll(async () => {
  await server.stop();
  removeDataDir(dataDir);
});

const DAY_MS = 86_400_000;

test('six weeks of batches, none from tomorrow', () => {
  const now = Date.now();
  const events = batches.flatMap((batch) => batch.events.map((event) => fromInstant(event.at)));
  expect(Math.min(...events)).toBeLessThan(now - 38 * DAY_MS);
  expect(Math.min(...events)).toBeGreaterThan(now - 52 * DAY_MS);
  expect(Math.max(...events)).toBeLessThanOrEqual(now);
  expect(states.length).toBeGreaterThan(20);
});

test('every log tells its events in the order of time', () => {
  for (const { events } of batches) {
    const moments = events.map((event) => fromInstant(event.at));
    expect(moments).toEqual([...moments].sort((a, b) => a - b));
  }
});

test('two jars in the fridge at different ages, one in the freezer', async () => {
  const log = FridgeLogSchema.parse((await server.get('/api/kitchen/fridge-log')).body);
  const fridges = { first: log.readings.map(({ at, tempC }) => ({ atMs: fromInstant(at), tempC })) };
  const now = Date.now();
  const inUse = states.flatMap((state) =>
    state.jars
      .filter((jar) => jar.fate === 'in-use')
      .map((jar) => ({
        place: jar.places[jar.places.length - 1]?.place,
        state: jarKeeping(state, jar, fridges, now).state,
        filledAtMs: jar.filledAtMs,
      })),
  );
  const fridge = inUse.filter((jar) => jar.place === 'fridge');
  expect(fridge.map((jar) => jar.state).sort()).toEqual(['good', 'past-best']);
  expect(Math.abs((fridge[0]?.filledAtMs ?? 0) - (fridge[1]?.filledAtMs ?? 0))).toBeGreaterThan(DAY_MS);
  expect(inUse.filter((jar) => jar.place === 'freezer').map((jar) => jar.state)).toEqual(['good']);
});

test('pulp in three states, all of it still good', () => {
  const pulp = states.flatMap((state) => state.pulp.filter((one) => one.usedAtMs === null));
  expect(pulp.map((one) => one.place).sort()).toEqual(['dried', 'freezer', 'fridge']);
  for (const one of pulp) expect(pulpKeeping(one.spells, Date.now()).usedShare).toBeLessThan(1);
});

test('one soak under way, one batch mis-weighed, one thrown away', () => {
  expect(states.filter((state) => state.status === 'under-way').map((state) => state.current?.id)).toEqual([
    'soak',
  ]);
  const wrong = states.filter((state) =>
    comparisons(state).some((row) => row.what === 'milk' && Math.abs(row.difference) > 0.15),
  );
  expect(wrong).toHaveLength(1);
  const thrown = states.filter((state) => state.jars.some((jar) => jar.fate === 'discarded'));
  expect(thrown.map((state) => state.jars[0]?.discardReason)).toEqual(['Smells sour']);
});

test('where its nuts went closes to one in a hundred, and what is drunk a day is what was poured', async () => {
  const answer = await server.get('/api/account?months=3');
  const { months, drunkPerDayMl } = AccountSchema.parse(answer.body);
  expect(new Set(months.map(({ nut }) => nut)).size).toBeGreaterThan(3);
  for (const { nutG, wentG } of months) {
    const went = Object.values(wentG).reduce((sum, one) => sum + one, 0);
    expect(Math.abs(went - nutG)).toBeLessThan(nutG / 100);
  }
  const nutG = states.reduce((sum, { prediction }) => sum + prediction.nutG, 0);
  expect(months.reduce((sum, one) => sum + one.nutG, 0)).toBeCloseTo(nutG, 3);
  const since = Date.now() - RATE_DAYS * DAY_MS;
  const poured = states.flatMap((state) => pours(state)).filter(({ atMs }) => atMs > since);
  const pouredMl = poured.reduce((sum, { volumeMl }) => sum + volumeMl, 0);
  expect(pouredMl).toBeGreaterThan(500);
  // A pour two weeks ago to the minute may have left the window between the two questions.
  expect(Math.abs(drunkPerDayMl * RATE_DAYS - pouredMl)).toBeLessThan(1000);
});

test('the nut-free milk is free of tree nuts', () => {
  const seeds = states.filter((state) => state.recipe.name.startsWith('Seed milk'));
  expect(seeds.length).toBeGreaterThan(3);
  for (const { prediction } of seeds) {
    expect(prediction.allergens).toEqual([{ allergen: 'sesame', byRegion: false }]);
  }
});

test('Sunday’s milk is made on Sundays', () => {
  const sundays = states.filter((state) => state.recipe.name.startsWith('Sunday'));
  expect(sundays.length).toBeGreaterThan(4);
  for (const { jars } of sundays) expect(new Date(jars[0]?.filledAtMs ?? 0).getUTCDay()).toBe(0);
});

test('a second start keeps what the cook entered', async () => {
  await server.call('PATCH', '/api/kitchen', { name: 'Renamed' });
  const [first] = batches;
  await server.create(`/api/batches/${first?.id}/events`, {
    happenings: [{ type: 'step-done', step: 'soak' }],
  });
  await server.stop();
  server = await RunningServer.start(dataDir, ['--demo']);
  expect((await server.get('/api/kitchen')).body.name).toBe('Renamed');
  const again = BatchListSchema.parse((await server.get('/api/batches?limit=100')).body).batches;
  expect(again).toHaveLength(batches.length);
  const state = batchState((again[0]?.events ?? []).map(coreEvent));
  expect(state?.current?.id).toBe('drain');
});

test('starting over brings the demo back as it was, and leaves another server’s database alone', async () => {
  await server.stop();
  const args = ['--demo', '--fresh'];
  if (ENGINE === 'postgres') {
    await expect(RunningServer.start(dataDir, args)).rejects.toThrow(/is left as it is/);
    server = await RunningServer.start(dataDir, ['--demo']);
    expect((await server.get('/api/kitchen')).body.name).toBe('Renamed');
    return;
  }
  server = await RunningServer.start(dataDir, args);
  expect((await server.get('/api/kitchen')).body.name).toMatch(/ferry keeper/);
});
