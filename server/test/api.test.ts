import { randomUUID } from 'node:crypto';
import {
  BatchListSchema,
  BatchSchema,
  COMMAND_NAMES,
  FridgeDaysSchema,
  FridgeLogSchema,
  KitchenSchema,
  PredictionSchema,
  ProblemSchema,
  ROUTES,
  RecipeHistorySchema,
  RecipeListSchema,
  SavedRecipeSchema,
  UncertaintySchema,
  coreEvent,
  kitchenModel,
} from '@humble-churn/contract';
import type { FridgeDays } from '@humble-churn/contract';
import type { Recipe } from '@humble-churn/core';
import { batchState, predict, recipeChanges, uncertainty, USUAL_KITCHEN } from '@humble-churn/core';
import { ADDITION_PACK, RECIPE, RunningServer, newDataDir, removeDataDir, runSql } from './runningServer';

const dataDir = newDataDir();
let server: RunningServer;

beforeAll(async () => {
  server = await RunningServer.start(dataDir);
});

afterAll(async () => {
  expect(await server.stop()).toBe(0);
  removeDataDir(dataDir);
});

async function startBatch(): Promise<string> {
  const { status, body } = await server.create('/api/batches', { recipe: RECIPE });
  expect(status).toBe(201);
  return BatchSchema.parse(body).id;
}

function say(batchId: string, ...happenings: unknown[]) {
  return server.say(batchId, happenings);
}

async function fridgeTemps(): Promise<number[]> {
  const { body } = await server.get('/api/kitchen/fridge-log');
  return FridgeLogSchema.parse(body).readings.map(({ tempC }) => tempC);
}

function stateOf(body: unknown) {
  const state = batchState(BatchSchema.parse(body).events.map(coreEvent));
  if (!state) throw new Error('a batch without a plan');
  return state;
}

describe('a new kitchen', () => {
  test('has settings to start from, and a fridge log that begins', async () => {
    const { status, body } = await server.get('/api/kitchen');
    expect(status).toBe(200);
    const kitchen = KitchenSchema.parse(body);
    expect(kitchen).toMatchObject({ fridgeTempC: 4, budgetH: 96, measures: 'metric' });
    expect((await fridgeTemps())[0]).toBe(4);
  });

  test('keeps a change, and logs a new fridge temperature, a page at a time', async () => {
    const before = await fridgeTemps();
    const temps = [6, 6.5].filter((tempC) => tempC !== before.at(-1));
    for (const fridgeTempC of temps) {
      await server.call('PATCH', '/api/kitchen', { name: 'Boat house', fridgeTempC });
    }
    const kitchen = KitchenSchema.parse((await server.get('/api/kitchen')).body);
    expect(kitchen).toMatchObject({ name: 'Boat house', fridgeTempC: 6.5 });
    expect(await fridgeTemps()).toEqual([...before, ...temps]);
    await server.call('PATCH', '/api/kitchen', { name: 'Boat house' });
    expect(await fridgeTemps()).toHaveLength(before.length + temps.length);
    const all = FridgeLogSchema.parse((await server.get('/api/kitchen/fridge-log')).body).readings;
    const page = FridgeLogSchema.parse((await server.get('/api/kitchen/fridge-log?limit=1')).body);
    expect(page).toEqual({ readings: all.slice(0, 1), more: true });
    const rest = await server.get(`/api/kitchen/fridge-log?after=${all.at(-2)?.id}`);
    expect(FridgeLogSchema.parse(rest.body)).toEqual({ readings: all.slice(-1), more: false });
    await server.call('PATCH', '/api/kitchen', { fridgeTempC: 4 });
  });

  test('turns a bad setting away at its field and changes nothing', async () => {
    const before = (await server.get('/api/kitchen')).body;
    const { status, body, type } = await server.call('PATCH', '/api/kitchen', {
      name: 'Shed',
      fridgeTempC: 40,
    });
    expect(status).toBe(400);
    expect(type).toContain('application/problem+json');
    expect(ProblemSchema.parse(body).fields?.[0]?.path).toEqual(['fridgeTempC']);
    expect((await server.get('/api/kitchen')).body).toMatchObject({
      name: before.name,
      revision: before.revision,
    });
  });
});

describe('the profile of the kitchen', () => {
  test('is kept whole and survives next to the settings', async () => {
    const { body } = await server.get('/api/kitchen');
    const profile = {
      ...KitchenSchema.parse(body).profile,
      people: [{ name: 'Ines', avoids: ['tree nut'] }],
      packs: [{ key: 'almond', packG: 500, price: 7.5 }],
      quietFrom: '20:30',
    };
    expect((await server.call('PATCH', '/api/kitchen', { profile })).status).toBe(200);
    await server.call('PATCH', '/api/kitchen', { name: 'Boat house' });
    expect(KitchenSchema.parse((await server.get('/api/kitchen')).body).profile).toEqual(profile);
  });

  test('a part that is changed leaves the parts that another device changed meanwhile', async () => {
    await server.call('PATCH', '/api/kitchen', { profile: { glassMl: 250 } });
    await server.call('PATCH', '/api/kitchen', { profile: { shopPerL: 2.2 }, locale: 'en-AU' });
    const { profile, locale } = KitchenSchema.parse((await server.get('/api/kitchen')).body);
    expect(profile).toMatchObject({ glassMl: 250, shopPerL: 2.2, quietFrom: '20:30' });
    expect(locale).toBe('en-AU');
  });

  test('turns a bad clock time away at its field', async () => {
    const { status, body } = await server.call('PATCH', '/api/kitchen', { profile: { quietFrom: '25:00' } });
    expect(status).toBe(400);
    expect(ProblemSchema.parse(body).fields?.[0]?.path).toEqual(['profile', 'quietFrom']);
  });
});

describe('predicting', () => {
  const file = { format: 'humble-churn/recipe', version: 1, recipe: RECIPE };

  test('answers the core’s own figures', async () => {
    const surroundings = { roomTempC: 20, fridgeTempC: 4 };
    const { status, body } = await server.call('POST', '/api/predict', { ...file, surroundings });
    expect(status).toBe(200);
    const local = predict(RECIPE as Recipe, { ...USUAL_KITCHEN, surroundings });
    expect(local.ok && local.value).toEqual(PredictionSchema.parse(body));
  });

  test('brings its own ingredients along', async () => {
    const { body: made } = await server.create('/api/ingredients', {
      name: 'Tiger nut',
      kind: 'nut',
      allergen: 'none listed',
      fatPct: 24,
      carbPct: 43,
      carbIncludesFibre: true,
      proteinPct: 5,
      sugarsPct: 18,
      fibrePct: 20,
      kcalPer100G: null,
      cupG: null,
    });
    const recipe = { ...RECIPE, nuts: [{ ingredient: 'own-elsewhere', form: 'whole', share: 1 }] };
    const elsewhere = { ...made, key: 'own-elsewhere', name: 'From elsewhere' };
    const { status, body } = await server.call('POST', '/api/predict', {
      ...file,
      recipe,
      ownIngredients: [elsewhere],
    });
    expect(status).toBe(200);
    expect(body.nuts[0].name).toBe('From elsewhere');
  });

  test('says why not, with the code and the field', async () => {
    const recipe = { ...RECIPE, nuts: [{ ingredient: 'moon-nut', form: 'whole', share: 1 }] };
    const { status, body } = await server.call('POST', '/api/predict', { ...file, recipe });
    expect(status).toBe(422);
    const problem = ProblemSchema.parse(body);
    expect(problem).toMatchObject({ code: 'not-computable', reason: 'unknown-ingredient' });
    expect(problem.fields?.[0]?.path).toEqual(['recipe', 'nuts', 0, 'ingredient']);
  });

  test.each<[string, unknown, number, string]>([
    ['nothing', {}, 400, 'format'],
    ['a recipe without water', { ...file, recipe: { ...RECIPE, waterPerNut: 0 } }, 400, 'recipe.waterPerNut'],
    ['a list', [], 400, ''],
  ])('%s is 400 with its field', async (_name, sent, status, path) => {
    const answer = await server.call('POST', '/api/predict', sent);
    expect(answer.status).toBe(status);
    const problem = ProblemSchema.parse(answer.body);
    expect(problem.fields?.map((field) => field.path.join('.'))).toContain(path);
  });
});

describe('own ingredients', () => {
  const pack = {
    name: 'Blue walnut',
    kind: 'nut',
    allergen: 'tree nut',
    fatPct: 60,
    carbPct: 14,
    carbIncludesFibre: true,
    proteinPct: 15,
    sugarsPct: null,
    fibrePct: null,
    kcalPer100G: null,
    cupG: null,
  };

  test('are listed, each under its own key', async () => {
    const first = await server.create('/api/ingredients', { ...pack, name: 'Red walnut' });
    const second = await server.create('/api/ingredients', { ...pack, name: 'Red walnut' });
    expect(first.body.key).toBe('own-red-walnut');
    expect(second.body.key).toBe('own-red-walnut-2');
    const { body } = await server.get('/api/ingredients');
    expect(body.ingredients.map((one: { key: string }) => one.key)).toEqual(
      expect.arrayContaining(['own-red-walnut', 'own-red-walnut-2']),
    );
  });

  test('a name in other letters still gets a key', async () => {
    const { status, body } = await server.create('/api/ingredients', { ...pack, name: 'جوز' });
    expect(status).toBe(201);
    expect(body).toMatchObject({ key: 'own-ingredient', name: 'جوز' });
  });

  test('poison is refused at its name', async () => {
    const { status, body } = await server.create('/api/ingredients', { ...pack, name: 'Bitter almonds' });
    expect(status).toBe(422);
    expect(body).toMatchObject({ reason: 'name-poisonous', fields: [{ path: ['name'] }] });
  });

  test('can be made into a batch', async () => {
    const { key } = (await server.create('/api/ingredients', pack)).body;
    const recipe = { ...RECIPE, nuts: [{ ingredient: key, form: 'whole', share: 1 }] };
    const { status, body } = await server.create('/api/batches', { recipe });
    expect(status).toBe(201);
    expect(stateOf(body).prediction.cautions.map((one) => one.code)).toContain('guessed-figures');
  });

  test('an addition is kept with the batch that it went into, whatever becomes of it', async () => {
    const { status, body: fig } = await server.create('/api/ingredients', ADDITION_PACK);
    expect(status).toBe(201);
    expect(fig).toMatchObject({ key: 'own-fig-paste', piece: { one: 'square', many: 'squares' } });
    const additions = [{ addition: fig.key, when: 'before', gPerL: 30 }];
    const { body: batch } = await server.create('/api/batches', { recipe: { ...RECIPE, additions } });
    const corrected = { pack: { ...ADDITION_PACK, name: 'Fig butter', allergens: [] } };
    const { body: listed } = await server.call('PATCH', `/api/ingredients/${fig.key}`, corrected);
    expect(listed.ingredients).toContainEqual(
      expect.objectContaining({ key: fig.key, name: 'Fig butter', revision: 2 }),
    );
    const state = stateOf((await server.get(`/api/batches/${batch.id}`)).body);
    expect(state.ingredients).toMatchObject([{ name: 'Fig paste', allergens: ['soy'] }]);
    expect(state.prediction.additions).toMatchObject([{ name: 'Fig paste' }]);
    const dosed = { ...RECIPE, additions: [{ addition: fig.key, when: 'before', gPerL: 300 }] };
    expect((await server.create('/api/batches', { recipe: dosed })).body.reason).toBe('dose-over-cap');
  });

  test('an addition that means something else here gets a key of its own in the recipe it came with', async () => {
    const here = (await server.create('/api/ingredients', { ...ADDITION_PACK, name: 'Carob syrup' })).body;
    const theirs = { ...here, name: 'Carob powder', sugarsPct: 20 };
    const additions = [{ addition: here.key, when: 'after', gPerL: 10 }];
    const recipe = { ...RECIPE, name: 'With carob', additions };
    const { body } = await server.create('/api/recipes', { recipe, ownIngredients: [theirs] });
    const kept = SavedRecipeSchema.parse(body);
    expect(kept.recipe.additions[0]?.addition).not.toBe(here.key);
    expect(kept.ingredients).toMatchObject([{ name: 'Carob powder', sugarsPct: 20 }]);
  });

  test.each([
    ['poison', { name: 'Bitter almond drops' }, 422, 'name-poisonous'],
    ['more than a hundred grams', { fatPct: 60 }, 422, 'composition-over-100'],
    ['a weight that nothing has', { gPerMl: 30 }, 400, undefined],
  ])('of additions %s is refused', async (_name, wrong, code, reason) => {
    const { status, body } = await server.create('/api/ingredients', { ...ADDITION_PACK, ...wrong });
    expect(status).toBe(code);
    expect(body.reason).toBe(reason);
  });
});

describe('a batch', () => {
  test('from plan to shelf and on to the washing up', async () => {
    const id = await startBatch();
    const done = (step: string) => say(id, { type: 'step-done', step });
    await done('weigh');
    const soaking = stateOf((await say(id, { type: 'step-begun', step: 'soak' })).body);
    expect(soaking.current).toMatchObject({ id: 'soak', timerS: 8 * 3600 });
    await done('soak');
    await done('drain');
    await say(
      id,
      { type: 'measured', what: 'soaked', reading: { massG: 188 } },
      { type: 'step-done', step: 'weigh-soaked' },
    );
    await say(id, { type: 'step-begun', step: 'blend-1', timerS: 61 });
    for (const step of ['blend-1', 'feel-1', 'strain-1', 'strain-2', 'strain-3']) await done(step);
    await done('squeeze');
    await say(
      id,
      { type: 'measured', what: 'milk', reading: { volumeMl: 930 } },
      { type: 'measured', what: 'pulp', reading: { massG: 175 } },
      { type: 'step-done', step: 'weigh-milk' },
      { type: 'step-done', step: 'taste' },
    );
    const jar = { id: crypto.randomUUID(), label: 'Blue lid', volumeMl: 930, place: 'fridge' };
    const { body } = await say(id, { type: 'bottled', jars: [jar], scalded: true });
    const state = stateOf(body);
    expect(state).toMatchObject({ status: 'bottled', current: { id: 'label' } });
    expect(state.jars[0]).toMatchObject({ label: 'Blue lid', leftMl: 930 });
    expect(stateOf((await server.get(`/api/batches/${id}`)).body)).toEqual(state);
    await done('label');
    await say(id, { type: 'pulp-stored', place: 'fridge', massG: 175 });
    expect(stateOf((await done('wash-up')).body).current).toBeNull();
  });

  test('is planned with the prediction of that moment, which later settings do not touch', async () => {
    const id = await startBatch();
    const before = stateOf((await server.get(`/api/batches/${id}`)).body).prediction;
    await server.call('PATCH', '/api/kitchen', { roomTempC: 15 });
    expect(stateOf((await server.get(`/api/batches/${id}`)).body).prediction).toEqual(before);
    await server.call('PATCH', '/api/kitchen', { roomTempC: 20 });
  });

  test('events carry a UTC moment and the household’s zone', async () => {
    const zone = 'Pacific/Auckland';
    const before = (await server.get('/api/kitchen')).body.timeZone as string;
    await server.call('PATCH', '/api/kitchen', { timeZone: zone });
    const id = await startBatch();
    await server.call('PATCH', '/api/kitchen', { timeZone: before });
    const [planned] = BatchSchema.parse((await server.get(`/api/batches/${id}`)).body).events;
    expect(planned?.timeZone).toBe(zone);
    expect(planned?.at).toMatch(/Z$/);
    expect(Math.abs(Date.parse(planned?.at ?? '') - Date.now())).toBeLessThan(60_000);
  });

  test('begun on a device while the server was away, it keeps its id and its moment, and is there once', async () => {
    const batchId = randomUUID();
    const body = { recipe: RECIPE, batchId };
    const first = await server.create('/api/batches?agoMs=5400000', body, batchId);
    expect(first.status).toBe(201);
    // The answer got lost: told again, later.
    const again = await server.create('/api/batches?agoMs=5402500', body, batchId);
    expect(again.status).toBe(201);
    const { id, events, serverTime } = BatchSchema.parse(again.body);
    expect(id).toBe(batchId);
    expect(events).toHaveLength(1);
    const agoMs = Date.parse(serverTime) - Date.parse(events[0]?.at ?? '');
    expect(agoMs).toBeGreaterThanOrEqual(5_400_000);
    expect(agoMs).toBeLessThan(5_460_000);
    // What was said of it meanwhile comes after it, however close.
    const said = await server.say(batchId, [{ type: 'step-done', step: 'weigh' }], '?agoMs=5402500');
    expect(stateOf(said.body).current?.id).toBe('soak');
    const taken = await server.create('/api/batches', body);
    expect(taken.status).toBe(409);
    expect(taken.body).toMatchObject({ code: 'conflict', reason: 'id-taken' });
  });

  test('what belongs together goes in together or not at all', async () => {
    const id = await startBatch();
    const { status, body } = await say(
      id,
      { type: 'measured', what: 'soaked', reading: { massG: 180 } },
      { type: 'step-done', step: 'strain-1' },
    );
    expect(status).toBe(409);
    expect(body).toMatchObject({ code: 'conflict', reason: 'not-the-current-step' });
    expect((await server.get(`/api/batches/${id}`)).body.events).toHaveLength(1);
  });

  test('a step done on two devices at once is done once', async () => {
    const id = await startBatch();
    const taps = await Promise.all([1, 2, 3].map(() => say(id, { type: 'step-done', step: 'weigh' })));
    expect(taps.map((tap) => tap.status).sort()).toEqual([201, 409, 409]);
    expect((await server.get(`/api/batches/${id}`)).body.events).toHaveLength(2);
  });

  test('undo takes the last entry back and keeps the record of it', async () => {
    const id = await startBatch();
    const done = BatchSchema.parse((await say(id, { type: 'step-done', step: 'weigh' })).body);
    const last = done.events[done.events.length - 1];
    const { body } = await say(id, { type: 'undone', eventId: last?.id });
    expect(stateOf(body).current?.id).toBe('weigh');
    expect(body.events).toHaveLength(3);
    expect((await say(id, { type: 'undone', eventId: last?.id })).status).toBe(409);
  });

  test('leaves the active list when nothing of it is left', async () => {
    const active = async (): Promise<string[]> => {
      const { body } = await server.get('/api/batches?scope=active');
      return BatchListSchema.parse(body).batches.map((batch) => batch.id);
    };
    const id = await startBatch();
    expect(await active()).toContain(id);
    await say(id, { type: 'abandoned', reason: 'Spilled' });
    expect(await active()).not.toContain(id);
    const all = BatchListSchema.parse((await server.get('/api/batches')).body);
    expect(all.batches[0]?.id).toBe(id);
  });

  test('the list comes in pages, newest first, none twice', async () => {
    for (let i = 0; i < 5; i++) await startBatch();
    const seen: string[] = [];
    let before: string | null = '';
    while (before !== null) {
      const query: string = before === '' ? '' : `&before=${encodeURIComponent(before)}`;
      const page = BatchListSchema.parse((await server.get(`/api/batches?limit=2${query}`)).body);
      seen.push(...page.batches.map((batch) => batch.id));
      before = page.nextBefore;
    }
    const all = BatchListSchema.parse((await server.get('/api/batches?limit=100')).body);
    expect(seen).toEqual(all.batches.map((batch) => batch.id));
    expect(new Set(seen).size).toBe(seen.length);
  });
});

describe('the same tap twice', () => {
  test('makes one batch', async () => {
    const key = crypto.randomUUID();
    const [a, b] = await Promise.all([
      server.create('/api/batches', { recipe: RECIPE }, key),
      server.create('/api/batches', { recipe: RECIPE }, key),
    ]);
    const again = await server.create('/api/batches', { recipe: RECIPE }, key);
    expect([a.status, b.status, again.status]).toEqual([201, 201, 201]);
    expect(new Set([a.body.id, b.body.id, again.body.id]).size).toBe(1);
  });

  test('adds one entry', async () => {
    const id = await startBatch();
    const key = crypto.randomUUID();
    const path = `/api/batches/${id}/events`;
    const sent = { happenings: [{ type: 'measured', what: 'soaked', reading: { massG: 185 } }] };
    await server.create(path, sent, key);
    const { body, status } = await server.create(path, sent, key);
    expect(status).toBe(201);
    // What was added, and how many lines came before it.
    expect(body).toMatchObject({ batchId: id, before: 1, events: [{ what: sent.happenings[0] }] });
    expect(body.events).toHaveLength(1);
    expect((await server.get(`/api/batches/${id}`)).body.events).toHaveLength(2);
  });

  test('a key used for something else is refused, a missing one asked for', async () => {
    const key = crypto.randomUUID();
    await server.create('/api/batches', { recipe: RECIPE }, key);
    const other = await server.create('/api/batches', { recipe: { ...RECIPE, name: 'Other' } }, key);
    expect(other).toMatchObject({ status: 422, body: { code: 'idempotency-key-reused' } });
    const none = await server.call('POST', '/api/batches', { recipe: RECIPE });
    expect(none).toMatchObject({ status: 400, body: { code: 'idempotency-key-missing' } });
  });

  test('a refused tap leaves its key free to try again', async () => {
    const key = crypto.randomUUID();
    const impossible = { recipe: { ...RECIPE, amount: { by: 'nuts', massG: 10 }, waterPerNut: 0.6 } };
    expect((await server.create('/api/batches', impossible, key)).status).toBe(422);
    expect((await server.create('/api/batches', { recipe: RECIPE }, key)).status).toBe(201);
  });
});

describe('what is asked for wrongly', () => {
  test.each<[string, string, number]>([
    ['GET', '/api/batches/00000000-0000-4000-8000-000000000000', 404],
    ['GET', '/api/batches/not-an-id', 404],
    ['GET', '/api/nothing', 404],
    ['GET', '/api/batches?limit=0', 400],
    ['GET', '/api/batches?limit=lots', 400],
    ['GET', '/api/batches?scope=mine', 400],
    ['GET', '/api/batches?before=yesterday', 400],
    ['GET', '/api/batches/%E0%A4%A', 400],
    ['DELETE', '/api/recipes', 405],
    ['GET', '/missing.png', 404],
  ])('%s %s is %d, as a problem in words', async (method, path, status) => {
    const answer = await server.call(method, path);
    expect(answer.status).toBe(status);
    expect(answer.type).toContain('application/problem+json');
    const problem = ProblemSchema.parse(answer.body);
    expect(problem.status).toBe(status);
    expect(problem.detail).toMatch(/\.$/);
    expect(JSON.stringify(problem)).not.toMatch(/\bat .*\.ts|node_modules|Error:/);
  });

  test.each<[string, string, string, number]>([
    ['broken JSON', '{"name":', 'application/json', 400],
    ['a bare word', '"name"', 'application/json', 400],
    ['a form', 'name=x', 'application/x-www-form-urlencoded', 415],
    ['plain text', '{"name":"x"}', 'text/plain', 415],
    ['a strange charset', '{}', 'application/json; charset=utf-99', 415],
    ['far too much', JSON.stringify({ name: 'x'.repeat(400_000) }), 'application/json', 413],
  ])('%s is answered in words', async (_name, sent, type, status) => {
    const answer = await server.call('PATCH', '/api/kitchen', sent, { 'content-type': type });
    expect(answer.status).toBe(status);
    expect(ProblemSchema.parse(answer.body).detail).toMatch(/changed|JSON/);
  });
});

describe('the description of the wire', () => {
  test('is OpenAPI and names every route', async () => {
    const { body, status } = await server.get('/api/openapi.json');
    expect(status).toBe(200);
    expect(body.openapi).toMatch(/^3\.1/);
    const commands: readonly string[] = COMMAND_NAMES;
    for (const [name, route] of Object.entries(ROUTES)) {
      const operation = body.paths[route.path.replace(/:(\w+)/g, '{$1}')]?.[route.method];
      expect(operation).toBeDefined();
      expect(operation.responses[String(route.status)].content['application/json'].schema).toBeDefined();
      const key = operation.parameters?.find((p: { name: string }) => p.name === 'Idempotency-Key');
      // What makes something needs a key; what changes something may have one.
      expect(Boolean(key)).toBe(commands.includes(name));
      expect(Boolean(key?.required)).toBe(route.creates);
    }
    expect(body.components.schemas.Recipe.properties.waterPerNut).toMatchObject({
      type: 'number',
      minimum: 0.5,
    });
  });
});

describe('the app’s own files', () => {
  test('any screen’s address gives the page, never cached for good', async () => {
    for (const path of ['/', '/bench', '/shelf/a/b']) {
      const answer = await server.get(path);
      expect(answer.status).toBe(200);
      expect(answer.body).toContain('The app');
      expect(answer.headers.get('cache-control')).toBe('no-cache');
    }
  });

  test('hashed files may be kept', async () => {
    const answer = await server.get('/_expo/entry.js');
    expect(answer.headers.get('cache-control')).toContain('immutable');
    expect((await server.get('/_expo/none.js')).status).toBe(404);
  });
});

describe('how sure a prediction is', () => {
  const file = { format: 'humble-churn/recipe', version: 1, recipe: RECIPE };
  const surroundings = { roomTempC: 20, fridgeTempC: 4 };

  test('is the core’s own intervals, computed beside the requests', async () => {
    const kept = KitchenSchema.parse((await server.get('/api/kitchen')).body);
    const profile = { ...kept.profile, packs: [{ key: 'almond', packG: 500, price: 7.5 }] };
    expect((await server.call('PATCH', '/api/kitchen', { profile })).status).toBe(200);
    const { status, body } = await server.call('POST', '/api/sureness', { ...file, surroundings });
    expect(status).toBe(200);
    const local = uncertainty(RECIPE as Recipe, kitchenModel({ ...surroundings, profile }, []));
    expect(local.ok && local.value).toEqual(UncertaintySchema.parse(body));
  });

  test('is kept with a batch when it is planned', async () => {
    const state = stateOf((await server.get(`/api/batches/${await startBatch()}`)).body);
    const { volumeMl } = state.prediction.milk;
    expect(state.sureness?.milkMl.low).toBeLessThan(volumeMl);
    expect(state.sureness?.milkMl.high).toBeGreaterThan(volumeMl);
  });

  test('refuses what cannot be predicted', async () => {
    const recipe = { ...RECIPE, nuts: [{ ingredient: 'moon-nut', form: 'whole', share: 1 }] };
    expect((await server.call('POST', '/api/sureness', { ...file, recipe })).status).toBe(422);
  });
});

describe('the recipe book', () => {
  const save = (recipe: unknown, ownIngredients: unknown[] = []) =>
    server.create('/api/recipes', { recipe, ownIngredients });

  test('keeps a recipe and its versions, the newest first', async () => {
    const { status, body } = await save({ ...RECIPE, name: 'Thursday milk' });
    expect(status).toBe(201);
    const first = SavedRecipeSchema.parse(body);
    expect(first.version).toBe(1);
    const thinner = { ...RECIPE, name: 'Thursday milk', waterPerNut: 8 };
    const second = await server.create(`/api/recipes/${first.id}/versions`, { recipe: thinner });
    expect(SavedRecipeSchema.parse(second.body)).toMatchObject({ id: first.id, version: 2 });
    const history = RecipeHistorySchema.parse((await server.get(`/api/recipes/${first.id}`)).body);
    expect(history.versions.map((one) => one.version)).toEqual([2, 1]);
    const [newest, oldest] = history.versions;
    expect(oldest && newest && recipeChanges(oldest.recipe, newest.recipe)).toEqual(['ratio']);
    const listed = RecipeListSchema.parse((await server.get('/api/recipes')).body).recipes;
    expect(listed.filter((one) => one.id === first.id)).toMatchObject([{ version: 2 }]);
  });

  test('takes the newest version back, once, and never the first', async () => {
    const { id } = SavedRecipeSchema.parse((await save({ ...RECIPE, name: 'Second thoughts' })).body);
    const path = `/api/recipes/${id}/versions`;
    await server.create(path, { recipe: { ...RECIPE, name: 'Second thoughts', waterPerNut: 8 } });
    await server.create(path, { recipe: { ...RECIPE, name: 'Second thoughts', waterPerNut: 9 } });
    const remove = (version: number, key: string) =>
      server.call('DELETE', `${path}/${version}`, undefined, { 'idempotency-key': key });
    expect((await remove(2, 'not-the-newest')).body).toMatchObject({ status: 409, reason: 'not-newest' });
    const taken = SavedRecipeSchema.parse((await remove(3, 'a-second-thought')).body);
    expect(taken).toMatchObject({ version: 2, recipe: { waterPerNut: 8 } });
    expect((await remove(3, 'a-second-thought')).body).toEqual(JSON.parse(JSON.stringify(taken)));
    expect((await remove(3, 'another-thought')).status).toBe(409);
    await remove(2, 'a-third-thought');
    expect((await remove(1, 'a-fourth-thought')).status).toBe(404);
    const history = RecipeHistorySchema.parse((await server.get(`/api/recipes/${id}`)).body);
    expect(history.versions.map(({ version }) => version)).toEqual([1]);
    // The number is free again.
    const next = await server.create(path, {
      recipe: { ...RECIPE, name: 'Second thoughts', waterPerNut: 7 },
    });
    expect(SavedRecipeSchema.parse(next.body)).toMatchObject({ version: 2 });
  });

  test('puts a recipe away and back, and keeps all of it', async () => {
    const { id } = SavedRecipeSchema.parse((await save({ ...RECIPE, name: 'Away' })).body);
    await server.call('PATCH', `/api/recipes/${id}`, { away: true });
    const ids = async (put: string) =>
      RecipeListSchema.parse((await server.get(`/api/recipes?put=${put}`)).body).recipes.map((one) => one.id);
    expect(await ids('in-use')).not.toContain(id);
    expect(await ids('away')).toContain(id);
    await server.call('PATCH', `/api/recipes/${id}`, { away: false });
    expect(await ids('in-use')).toContain(id);
  });

  test('the same tap twice keeps it once', async () => {
    const body = { recipe: { ...RECIPE, name: 'Doubled' }, ownIngredients: [] };
    const a = await server.create('/api/recipes', body, 'key-for-one-tap');
    const b = await server.create('/api/recipes', body, 'key-for-one-tap');
    expect(b.body.id).toBe(a.body.id);
  });

  test('what cannot be made is not kept', async () => {
    const nuts = [{ ingredient: 'flax', form: 'whole', share: 1 }];
    const { status, body } = await save({ ...RECIPE, nuts, waterPerNut: 0.5 });
    expect(status).toBe(422);
    expect(ProblemSchema.parse(body).reason).toBe('no-milk');
  });

  test('ingredients that come along are taken in once, and never under another one’s key', async () => {
    const { body: mine } = await server.create('/api/ingredients', {
      name: 'Acorn flour',
      kind: 'nut',
      allergen: 'tree nut',
      fatPct: 30,
      carbPct: 50,
      carbIncludesFibre: true,
      proteinPct: 8,
      sugarsPct: null,
      fibrePct: null,
      kcalPer100G: null,
      cupG: null,
    });
    const theirs = { ...mine, name: 'Acorn flour', fatPct: 10, carbPct: 70 };
    const recipe = { ...RECIPE, name: 'Acorn', nuts: [{ ingredient: mine.key, form: 'whole', share: 1 }] };
    const kept = SavedRecipeSchema.parse((await save(recipe, [theirs])).body);
    const key = kept.recipe.nuts[0]?.ingredient;
    expect(key).not.toBe(mine.key);
    const again = SavedRecipeSchema.parse((await save(recipe, [theirs])).body);
    expect(again.recipe.nuts[0]?.ingredient).toBe(key);
    const { ingredients } = (await server.get('/api/ingredients')).body;
    expect(ingredients.filter((one: { name: string }) => one.name === 'Acorn flour')).toHaveLength(2);
  });

  test('a poison does not come in with a recipe', async () => {
    const { body } = await server.get('/api/ingredients');
    const poison = { ...body.ingredients[0], key: 'own-x', name: 'Peach kernel' };
    const recipe = { ...RECIPE, nuts: [{ ingredient: 'own-x', form: 'whole', share: 1 }] };
    const { status, body: problem } = await save(recipe, [poison]);
    expect(status).toBe(422);
    expect(ProblemSchema.parse(problem).reason).toBe('name-poisonous');
  });

  test('a recipe that is not there is not found', async () => {
    const nobody = '/api/recipes/7f0d3c52-3f8e-4a51-8f0c-5e1a8e6a7b21';
    expect((await server.get(nobody)).status).toBe(404);
    expect((await server.create(`${nobody}/versions`, { recipe: RECIPE })).status).toBe(404);
    expect((await server.call('PATCH', nobody, { away: true })).status).toBe(404);
  });
});

describe('what was measured in the fridge', () => {
  const path = '/api/kitchen/fridge-days';
  const midnightMs = Math.floor(Date.now() / 86_400_000 - 1) * 86_400_000;
  const day = new Date(midnightMs).toISOString().slice(0, 10);
  const at = (minutes: number): string => new Date(midnightMs + minutes * 60_000).toISOString();
  const reading = (minutes: number, tempC: number) => ({ at: at(minutes), tempC });
  const means = async (since = 0): Promise<FridgeDays> =>
    FridgeDaysSchema.parse((await server.get(`${path}?since=${since}`)).body);

  test('is kept by its moment, and read as means of ten minutes', async () => {
    const log = [reading(61, 4), reading(65, 5), reading(2, 3), reading(1439, 7)];
    const { status, body } = await server.create(path, { readings: log });
    expect(status).toBe(201);
    const [only, ...others] = FridgeDaysSchema.parse(body).days;
    expect(others).toEqual([]);
    expect(only?.day).toBe(day);
    expect(only?.means.flatMap((tempC, i) => (tempC === null ? [] : [[i, tempC]]))).toEqual([
      [0, 3],
      [6, 4.5],
      [143, 7],
    ]);
    expect((await server.get(`${path}/${day}`)).body.readings).toEqual([
      reading(2, 3),
      reading(61, 4),
      reading(65, 5),
      reading(1439, 7),
    ]);
  });

  test('a moment said again takes the first one’s place, a struck one is gone, and devices hear of that day only', async () => {
    const other = new Date(midnightMs - 86_400_000 * 3).toISOString();
    await server.create(path, { readings: [{ at: other, tempC: 4 }] });
    const { revision } = await means();
    await server.create(path, { readings: [reading(65, 6)], removed: [at(2), at(1439)] });
    expect((await server.get(`${path}/${day}`)).body.readings).toEqual([reading(61, 4), reading(65, 6)]);
    const changed = await means(revision + 1);
    expect(changed.days.map((one) => one.day)).toEqual([day]);
    expect(changed.days[0]?.means.filter((tempC) => tempC !== null)).toEqual([5]);
    expect((await means()).days).toHaveLength(2);
    expect((await server.get('/api/changes?since=0')).body.settingsChangedIn).toBe(changed.revision);
  });

  test('nothing is measured in the future, or where no fridge is; nothing of such a log is kept', async () => {
    const before = await means();
    const ahead = { at: new Date(Date.now() + 3_600_000).toISOString(), tempC: 4 };
    const refused = await server.create(path, { readings: [reading(100, 4), ahead] });
    expect(refused.status).toBe(400);
    expect(ProblemSchema.parse(refused.body).fields).toMatchObject([{ path: ['readings', 1, 'at'] }]);
    expect((await server.create(path, { readings: [reading(100, 80)] })).status).toBe(400);
    expect((await server.create(path, { readings: [{ at: 'noon', tempC: 4 }] })).status).toBe(400);
    expect(await means()).toEqual(before);
  });

  test('a day that cannot be read is not written over', async () => {
    const old = '2025-01-02';
    const noon = { at: `${old}T12:00:00.000Z`, tempC: 4 };
    await server.create(path, { readings: [noon] });
    const kept = `[[0, "warm"]]`;
    await server.stop();
    await runSql(dataDir, `UPDATE fridge_days SET readings = '${kept}' WHERE day = '${old}'`);
    server = await RunningServer.start(dataDir);
    expect((await server.get(`${path}/${old}`)).body.readings).toEqual([]);
    const refused = await server.create(path, { readings: [noon] });
    expect(refused.status).toBe(400);
    expect(ProblemSchema.parse(refused.body).detail).toMatch(
      /2025-01-02 cannot be read. Nothing was changed/,
    );
  });

  test('each fridge has a log of its own, set and measured; a fridge that is not there is refused', async () => {
    const fridge = '44444444-4444-4444-8444-444444444444';
    const before = await means();
    expect((await server.create(path, { fridge, readings: [reading(30, 8)] })).status).toBe(400);
    const profile = { otherFridges: [{ id: fridge, name: 'Cellar', tempC: 7 }] };
    expect((await server.call('PATCH', '/api/kitchen', { profile })).status).toBe(200);
    await server.call('PATCH', '/api/kitchen', {
      profile: { otherFridges: [{ ...profile.otherFridges[0], tempC: 6 }] },
    });
    const set = FridgeLogSchema.parse((await server.get('/api/kitchen/fridge-log')).body).readings;
    expect(set.filter((one) => one.fridge === fridge).map(({ tempC }) => tempC)).toEqual([7, 6]);
    const { body } = await server.create(path, { fridge, readings: [reading(30, 8)] });
    expect(FridgeDaysSchema.parse(body).days).toMatchObject([{ fridge, day }]);
    expect((await server.get(`${path}/${day}?fridge=${fridge}`)).body.readings).toEqual([reading(30, 8)]);
    expect((await server.get(`${path}/${day}`)).body.readings).not.toContainEqual(reading(30, 8));
    expect((await means()).days.filter((one) => one.fridge === 'first')).toEqual(before.days);
    const struck = await server.create(path, { readings: [], removed: [at(30)] });
    expect(struck.status).toBe(201);
    expect((await server.get(`${path}/${day}?fridge=${fridge}`)).body.readings).toHaveLength(1);
    expect((await server.get(`${path}/${day}?fridge=loft`)).status).toBe(400);
    // A jar says in which it stands, and keeps by it.
    const made = await server.create('/api/batches', { recipe: RECIPE });
    const jar = { id: randomUUID(), label: 'Jar', volumeMl: 400, place: 'fridge', fridge };
    const said = await server.say(made.body.id, [
      { type: 'entered-afterwards' },
      { type: 'not-measured', what: 'milk' },
      { type: 'bottled', jars: [jar], scalded: true },
      { type: 'jar-moved', jarId: jar.id, place: 'fridge' },
    ]);
    expect(said.status).toBe(201);
    expect(said.body.events.at(-2).what.jars[0].fridge).toBe(fridge);
  });

  test('a log older than what can still be kept is stored, and not told', async () => {
    const old = '2024-02-29';
    await server.create(path, { readings: [{ at: `${old}T12:00:00.000Z`, tempC: 4 }] });
    expect((await server.get(`${path}/${old}`)).body.readings).toHaveLength(1);
    expect((await means()).days.map((one) => one.day)).not.toContain(old);
  });
});
