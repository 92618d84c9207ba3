import {
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  writeFileSync,
  copyFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BatchListSchema, PlanListSchema, coreEvent } from '@humble-churn/contract';
import type { BatchState } from '@humble-churn/core';
import { batchAllergens, batchState, plainRecipe, TABLE_ONLY } from '@humble-churn/core';
import fc from 'fast-check';
import {
  ADDITION_PACK,
  PACK,
  RunningServer,
  newDataDir,
  removeDataDir,
  runMain,
  runSql,
} from './runningServer';

const MIGRATIONS = join(__dirname, '../drizzle');
const FIXTURE = join(__dirname, 'fixtures/demo-before-allergens');

function recipeOf(key: string, name = 'Own milk') {
  const plain = plainRecipe(name, key, 8, 1);
  return {
    ...plain,
    amount: { by: 'nuts' as const, massG: 80 },
    soak: { ...plain.soak, method: 'none' as const },
  };
}

/** Every call that uses the cook's own ingredients, with the status it answers. */
async function everyUse(server: RunningServer, key: string): Promise<Record<string, number>> {
  const recipe = recipeOf(key);
  const open = { format: 'humble-churn/recipe', version: 1, recipe };
  const glassAt = new Date(Date.now() + 48 * 3_600_000).toISOString();
  const statuses: Record<string, number> = {};
  const note = (what: string, { status }: { status: number }): void => {
    statuses[what] = status;
  };
  note('predict', await server.call('POST', '/api/predict', open));
  note('sureness', await server.call('POST', '/api/sureness', open));
  note('recipe', await server.create('/api/recipes', { recipe }));
  note('batch', await server.create('/api/batches', { recipe }));
  note('plan', await server.create('/api/plans', { recipe, glassAt, fresh: true }));
  for (const path of ['ingredients', 'kitchen', 'recipes', 'batches', 'plans', 'plans.ics', 'unreadable']) {
    note(path, await server.get(`/api/${path}`));
  }
  return statuses;
}

function broken(statuses: Record<string, number>): string[] {
  return Object.entries(statuses).flatMap(([what, status]) => (status >= 500 ? [`${what} ${status}`] : []));
}

describe('own ingredients', () => {
  const dataDir = newDataDir();
  let server: RunningServer;

  beforeAll(async () => {
    server = await RunningServer.start(dataDir);
  });
  afterAll(async () => {
    await server.stop();
    removeDataDir(dataDir);
  });

  test('a pack that cannot be is refused at its field, and nothing is written', async () => {
    const refused = await server.create('/api/ingredients', { ...PACK, carbIncludesFibre: true });
    expect(refused.status).toBe(422);
    expect(refused.body.fields[0].path).toEqual(['fibrePct']);
    expect(refused.body.detail).toMatch(/beside carbohydrate/);
    expect((await server.get('/api/ingredients')).body.ingredients).toEqual([]);
  });

  test('a light cup is taken, and everything goes on', async () => {
    const made = await server.create('/api/ingredients', { ...PACK, name: 'Puffed', cupG: 24 });
    expect(made.status).toBe(201);
    expect(broken(await everyUse(server, made.body.key as string))).toEqual([]);
  });

  test('any pack that is taken goes through every route that uses it', async () => {
    const pct = (max: number) => fc.double({ min: 0, max, noNaN: true });
    const maybe = <T>(one: fc.Arbitrary<T>) => fc.option(one, { nil: null });
    const pack = fc.record({
      name: fc.constantFrom('Kernel', 'Seed', 'Nut of ours'),
      kind: fc.constantFrom('nut', 'seed'),
      allergens: fc.subarray(['tree nut', 'sesame', 'other']),
      gels: fc.boolean(),
      fatPct: pct(70),
      carbPct: pct(40),
      carbIncludesFibre: fc.boolean(),
      proteinPct: pct(40),
      sugarsPct: maybe(pct(20)),
      fibrePct: maybe(pct(40)),
      kcalPer100G: maybe(pct(900)),
      cupG: maybe(fc.double({ min: 20, max: 400, noNaN: true })),
      seleniumUgPerG: maybe(pct(30)),
      rawLimitGPerServing: maybe(fc.double({ min: 0.1, max: 30, noNaN: true })),
    });
    let taken = 0;
    await fc.assert(
      fc.asyncProperty(pack, async (one) => {
        const made = await server.create('/api/ingredients', one);
        expect([201, 422]).toContain(made.status);
        if (made.status !== 201) return;
        taken++;
        expect(broken(await everyUse(server, made.body.key as string))).toEqual([]);
      }),
      { numRuns: 20, endOnFailure: true },
    );
    expect(taken).toBeGreaterThan(4);
  });

  test('a change is a new revision; what was made keeps the one it was made with', async () => {
    const made = await server.create('/api/ingredients', { ...PACK, name: 'Sow thistle seed', gels: false });
    const key = made.body.key as string;
    const batch = await server.create('/api/batches', { recipe: recipeOf(key) });
    const kept = await server.create('/api/recipes', { recipe: recipeOf(key, 'Thistle milk') });
    const changed = await server.call('PATCH', `/api/ingredients/${key}`, {
      pack: { ...PACK, name: 'Sow thistle seed', gels: false, allergens: ['sesame'] },
    });
    expect(changed.status).toBe(200);
    const now = changed.body.ingredients.find((one: { key: string }) => one.key === key);
    expect(now).toMatchObject({ revision: 2, allergens: ['sesame'] });
    const log = await server.get(`/api/batches/${batch.body.id}`);
    expect(log.body.events[0].what.ingredients).toMatchObject([{ key, revision: 1, allergens: [] }]);
    const version = await server.get(`/api/recipes/${kept.body.id}`);
    expect(version.body.versions[0].ingredients).toMatchObject([{ key, revision: 1, allergens: [] }]);
    const next = await server.create(`/api/recipes/${kept.body.id}/versions`, {
      recipe: recipeOf(key, 'Thistle milk'),
    });
    expect(next.body.ingredients).toMatchObject([{ revision: 2, allergens: ['sesame'] }]);
  });

  test('archived it is not lost: what uses it still finds it, and it comes back', async () => {
    const made = await server.create('/api/ingredients', { ...PACK, name: 'Old seed' });
    const key = made.body.key as string;
    await server.call('PATCH', `/api/ingredients/${key}`, { archived: true });
    expect(broken(await everyUse(server, key))).toEqual([]);
    expect((await everyUse(server, key))['predict']).toBe(200);
    const back = await server.call('PATCH', `/api/ingredients/${key}`, { archived: false });
    expect(back.body.ingredients.find((one: { key: string }) => one.key === key).archived).toBe(false);
  });

  test('poison is refused also where it comes along with a recipe', async () => {
    const made = await server.create('/api/ingredients', { ...PACK, name: 'Seed' });
    const brought = { ...made.body, key: 'own-seed', name: 'Bittermandel' };
    const recipe = recipeOf('own-seed');
    const said = await Promise.all([
      server.create('/api/batches', { recipe, ownIngredients: [brought] }),
      server.create('/api/recipes', { recipe, ownIngredients: [brought] }),
      server.call('POST', '/api/predict', {
        format: 'humble-churn/recipe',
        version: 1,
        recipe,
        ownIngredients: [brought],
      }),
    ]);
    expect(said.map(({ status }) => status)).toEqual([422, 422, 422]);
  });

  test('a fixed abbreviation is no zone of a kitchen; a place is, and is then chosen', async () => {
    expect((await server.get('/api/kitchen')).body.timeZoneSet).toBe(false);
    const fixed = await server.call('PATCH', '/api/kitchen', { timeZone: 'EST' });
    expect(fixed.status).toBe(400);
    expect(fixed.body.fields[0].path).toEqual(['timeZone']);
    await server.call('PATCH', '/api/kitchen', { roomTempC: 21 });
    expect((await server.get('/api/kitchen')).body.timeZoneSet).toBe(false);
    const chosen = await server.call('PATCH', '/api/kitchen', { timeZone: 'America/New_York' });
    expect(chosen.body).toMatchObject({ timeZone: 'America/New_York', timeZoneSet: true });
  });
});

describe('rows that cannot be read', () => {
  const dataDir = newDataDir();
  let server: RunningServer;
  let key: string;
  let batchIds: string[];

  beforeAll(async () => {
    server = await RunningServer.start(dataDir);
    key = (await server.create('/api/ingredients', PACK)).body.key as string;
    await server.create('/api/ingredients', { ...ADDITION_PACK, key: 'own-fig-paste' });
    await server.create('/api/recipes', { recipe: recipeOf(key, 'Chia milk') });
    await server.create('/api/recipes', { recipe: recipeOf('hemp', 'Hemp milk') });
    batchIds = [];
    for (let i = 0; i < 4; i++) {
      batchIds.push(
        (await server.create('/api/batches', { recipe: recipeOf(i === 0 ? key : 'hemp') })).body.id as string,
      );
    }
    await server.stop();
    await runSql(
      dataDir,
      // As the release before wrote it: a pack with more fibre than carbohydrate came out with negative sugars.
      `UPDATE own_ingredients SET body = body || '{"sugarsPct": -26.7}';
       UPDATE recipe_versions SET ingredients = '[]' WHERE recipe->>'name' = 'Chia milk';
       UPDATE batch_events SET what = what || '{"ingredients": []}' WHERE batch_id = '${batchIds[0]}';
       UPDATE recipe_versions SET recipe = '{"name": "Torn"}' WHERE recipe->>'name' = 'Hemp milk';
       UPDATE batch_events SET what = '{"type": "exploded"}' WHERE batch_id = '${batchIds[1]}';
       UPDATE kitchens SET profile = profile || '{"glassMl": "a lot"}';
       UPDATE batches SET created_at = '2026-10-01T09:00:00Z';
       WITH copies AS (
         INSERT INTO batches (kitchen_id, id, time_zone, created_at, active)
         SELECT kitchen_id, gen_random_uuid(), time_zone, created_at, true FROM batches, generate_series(1, 120)
         WHERE id = '${batchIds[2]}' RETURNING kitchen_id, id)
       INSERT INTO batch_events (kitchen_id, id, batch_id, at, time_zone, what)
       SELECT copies.kitchen_id, gen_random_uuid(), copies.id, at, time_zone, what FROM copies, batch_events
       WHERE batch_id = '${batchIds[2]}';`,
    );
    server = await RunningServer.start(dataDir);
  });
  afterAll(async () => {
    await server.stop();
    removeDataDir(dataDir);
  });

  test('are left out of every list, and nothing answers 500', async () => {
    expect(broken(await everyUse(server, 'almond'))).toEqual([]);
    expect((await server.get('/api/ingredients')).body.ingredients).toEqual([]);
    const names = (await server.get('/api/recipes')).body.recipes.map((one: any) => one.recipe.name);
    expect(names).toContain('Chia milk');
    expect(names).not.toContain('Torn');
    expect((await server.get(`/api/batches/${batchIds[1]}`)).status).toBe(404);
    expect((await server.get('/api/kitchen')).body.profile.glassMl).toBe(200);
  });

  test('are reported with what is wrong', async () => {
    const { unreadable } = (await server.get('/api/unreadable')).body;
    expect(unreadable.map((one: any) => one.kind).sort()).toEqual([
      'batch',
      'ingredient',
      'ingredient',
      'kitchen',
      'recipe',
    ]);
    const ingredient = unreadable.find((one: any) => one.id === key);
    expect(ingredient).toMatchObject({ id: key, name: 'Chia', pack: { fatPct: 31, fibrePct: 34.4 } });
    expect(ingredient.problems.join()).toMatch(/sugarsPct/);
    expect(ingredient.pack).not.toHaveProperty('sugarsPct');
    const addition = unreadable.find((one: any) => one.id === 'own-fig-paste');
    expect(addition).toMatchObject({
      name: 'Fig paste',
      pack: { kind: 'sweetener', gEach: 15, when: 'before' },
    });
    expect(addition.pack).not.toHaveProperty('sugarsPct');
  });

  test('what uses one has unknown allergens', async () => {
    const { events } = (await server.get(`/api/batches/${batchIds[0]}`)).body;
    const state = batchState(events.map(coreEvent)) as BatchState;
    expect(batchAllergens(state, TABLE_ONLY)).toMatchObject({ unknown: true });
  });

  test('batches of one moment are all seen, page by page', async () => {
    const seen: string[] = [];
    let before: string | null = null;
    do {
      const query: string = before === null ? '' : `&before=${encodeURIComponent(before)}`;
      const page = (await server.get(`/api/batches?limit=7${query}`)).body;
      seen.push(...page.batches.map((one: any) => one.id as string));
      before = page.nextBefore;
    } while (before !== null && seen.length < 500);
    for (const id of batchIds.filter((_, i) => i !== 1)) expect(seen).toContain(id);
    expect(new Set(seen).size).toBe(seen.length);
  });

  test('whatever is active is shown, however much that is', async () => {
    const list = (await server.get('/api/batches?scope=active&limit=100')).body;
    expect(list.batches.length).toBeGreaterThan(120);
    expect(list.nextBefore).toBeNull();
  });

  test('one can be corrected, one set aside and taken up again', async () => {
    const corrected = await server.call('PATCH', `/api/ingredients/${key}`, { pack: PACK });
    expect(corrected.body.ingredients.map((one: any) => one.key)).toEqual([key]);
    const mended = await server.call('PATCH', '/api/ingredients/own-fig-paste', { pack: ADDITION_PACK });
    expect(mended.body.ingredients).toHaveLength(2);
    const recipe = (await server.get('/api/unreadable')).body.unreadable.find(
      (one: any) => one.kind === 'recipe',
    );
    const path = `/api/unreadable/recipe/${recipe.id}`;
    const kinds = async (aside: boolean) =>
      (await server.call('PATCH', path, { aside })).body.unreadable.map((one: any) => one.kind).sort();
    expect(await kinds(true)).toEqual(['batch', 'kitchen']);
    expect(await kinds(false)).toEqual(['batch', 'kitchen', 'recipe']);
  });
});

describe('a kitchen of the release before', () => {
  const dataDir = newDataDir();
  const shown = JSON.parse(readFileSync(`${FIXTURE}.json`, 'utf8'));
  let server: RunningServer;

  beforeAll(async () => {
    // Its tables: the migrations there were then.
    const folder = mkdtempSync(join(tmpdir(), 'humble-churn-migrations-'));
    mkdirSync(join(folder, 'meta'));
    const journal = JSON.parse(readFileSync(join(MIGRATIONS, 'meta/_journal.json'), 'utf8'));
    const entries = journal.entries.slice(0, 3);
    writeFileSync(join(folder, 'meta/_journal.json'), JSON.stringify({ ...journal, entries }));
    for (const { tag } of entries) copyFileSync(join(MIGRATIONS, `${tag}.sql`), join(folder, `${tag}.sql`));
    mkdirSync(dataDir, { recursive: true });
    await runSql(dataDir, readFileSync(`${FIXTURE}.sql`, 'utf8'), { migrations: folder });
    rmSync(folder, { recursive: true });
    server = await RunningServer.start(dataDir);
  });
  afterAll(async () => {
    await server.stop();
    removeDataDir(dataDir);
  });

  const stateOf = (batch: any) => batchState(batch.events.map(coreEvent)) as BatchState;

  test('shows the same batches and jars', async () => {
    const list = BatchListSchema.parse((await server.get('/api/batches?limit=100')).body);
    expect(list.batches.map(({ id }) => id)).toEqual(shown.batches.map((one: any) => one.id));
    for (const [i, batch] of list.batches.entries()) {
      const state = stateOf(batch);
      const was = shown.batches[i];
      expect({
        name: state.recipe.name,
        status: state.status,
        step: state.current?.id ?? null,
        steps: state.steps.map(({ id }) => id),
        jars: state.jars.map(({ id, label, leftMl, filledMl, places, fate, discardReason: reason }) => ({
          id,
          label,
          leftMl,
          filledMl,
          places,
          fate,
          reason,
        })),
        pulp: state.pulp.map(({ place, massG, sinceMs, usedAtMs }) => ({ place, massG, sinceMs, usedAtMs })),
        milkMl: state.prediction.milk.volumeMl,
        nutG: state.prediction.nutG,
        endTempC: state.prediction.blend.endTempC,
      }).toEqual({
        name: was.name,
        status: was.status,
        step: was.step,
        steps: was.steps,
        // There was one fridge.
        jars: was.jars.map((jar: any) => ({
          ...jar,
          places: jar.places.map((stay: object) => ({ ...stay, fridge: 'first' })),
        })),
        pulp: was.pulp,
        milkMl: was.milkMl,
        nutG: was.nutG,
        endTempC: was.endTempC,
      });
      expect(state.measured).toMatchObject(was.measured);
    }
  });

  test('shows the same plans and recipes', async () => {
    const { plans } = PlanListSchema.parse((await server.get('/api/plans')).body);
    expect(
      plans.map(({ id, recipe, glassAt, moments, status }) => ({
        id,
        name: recipe.name,
        glassAt,
        moments,
        status,
      })),
    ).toEqual(shown.plans);
    const { recipes } = (await server.get('/api/recipes')).body;
    expect(
      recipes.map(({ id, version, savedAt, recipe }: any) => ({
        id,
        name: recipe.name,
        version,
        savedAt,
        nuts: recipe.nuts,
      })),
    ).toEqual(shown.recipes);
    const chufa = recipes.find((one: any) => one.recipe.name === 'Chufa milk');
    expect(chufa.ingredients).toMatchObject([{ name: 'Chufa', allergens: [], revision: 1 }]);
  });

  test('was copied first, and nothing in it is unreadable', async () => {
    expect((await server.get('/api/unreadable')).body.unreadable).toEqual([]);
    const [backup = '', ...others] = readdirSync(join(dataDir, 'backups'));
    expect(others).toEqual([]);
    // It is the kitchen as it was: restored it is brought up to date in its turn.
    const elsewhere = newDataDir();
    const restored = await runMain(elsewhere, ['--restore', join(dataDir, 'backups', backup)]);
    expect(restored).toMatchObject({ status: 0 });
    const again = await RunningServer.start(elsewhere);
    const ids = BatchListSchema.parse((await again.get('/api/batches?limit=100')).body).batches.map(
      ({ id }) => id,
    );
    expect(ids).toEqual(shown.batches.map((one: any) => one.id));
    await again.stop();
    removeDataDir(elsewhere);
  });

  test('takes what waited on a device since that release, each once', async () => {
    const path = join(__dirname, '../../client/test/fixtures/waiting-before-allergens.json');
    const entries = JSON.parse(readFileSync(path, 'utf8'));
    const send = (entry: any) =>
      entry.planId !== undefined
        ? entry.makes
          ? server.create('/api/plans', { ...entry.makes, planId: entry.planId }, entry.key)
          : server.call('PATCH', `/api/plans/${entry.planId}`, entry.changes)
        : entry.begins
          ? server.create(
              '/api/batches',
              { ...entry.begins.batch, guide: entry.begins.planned.guide },
              entry.key,
            )
          : server.create(
              `/api/batches/${entry.batchId}/events`,
              { happenings: entry.happenings, ids: entry.ids },
              entry.key,
            );
    const statuses: number[] = [];
    for (const entry of entries) statuses.push((await send(entry)).status);
    expect(statuses).toEqual([201, 201, 201, 201, 200]);
    const log = (await server.get(`/api/batches/${entries[0].batchId}`)).body;
    expect(log.events[0].what).toMatchObject({
      guide: 2,
      ingredients: [{ name: 'Brown linseed', gels: true }],
    });
    expect(log.events).toHaveLength(6);
  });

  test('its batch under way goes on by the guide it began with', async () => {
    const id = shown.batches.find((one: any) => one.step === 'soak').id;
    const done = await server.say(id, [{ type: 'step-done', step: 'soak' }]);
    expect(done.status).toBe(201);
    expect(stateOf(done.body).current?.id).toBe('drain');
  });
});
