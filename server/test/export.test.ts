import type { OwnPulpRecipe } from '@humble-churn/contract';
import { BatchListSchema } from '@humble-churn/contract';
import type { ImportLine, KitchenFile } from '@humble-churn/contract/kitchenFile';
import {
  BATCHES_ENTRY,
  BatchLineSchema,
  EXPORT_PATH,
  EXPORT_TYPE,
  IMPORT_PATH,
  ImportLineSchema,
  KITCHEN_ENTRY,
  KitchenFileSchema,
  SCHEMA_ENTRY,
  kitchenJsonSchema,
} from '@humble-churn/contract/kitchenFile';
import { readPulpRecipe, readRecipe } from '@humble-churn/contract/recipeText';
import type { Unzipped } from 'fflate';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import Papa from 'papaparse';
import { everything } from './everything';
import {
  ADDITION_PACK,
  PACK,
  RECIPE,
  RunningServer,
  newDataDir,
  removeDataDir,
  runSql,
} from './runningServer';

const dirs: string[] = [];
const servers: RunningServer[] = [];

async function start(...args: string[]): Promise<RunningServer> {
  const dir = newDataDir();
  dirs.push(dir);
  const server = await RunningServer.start(dir, args);
  servers.push(server);
  return server;
}

async function exported(from: RunningServer): Promise<Unzipped> {
  const response = await fetch(from.url + EXPORT_PATH, { headers: from.letIn });
  expect(response.headers.get('content-type')).toBe(EXPORT_TYPE);
  return unzipSync(new Uint8Array(await response.arrayBuffer()));
}

async function imported(to: RunningServer, file: Uint8Array, type = EXPORT_TYPE): Promise<ImportLine> {
  const body = Buffer.from(file);
  const response = await fetch(to.url + IMPORT_PATH, {
    method: 'POST',
    headers: { 'content-type': type, ...to.letIn },
    body,
  });
  const lines = (await response.text()).trim().split('\n');
  if (response.status !== 200) return ImportLineSchema.parse({ problem: JSON.parse(lines[0] ?? '') });
  return ImportLineSchema.parse(JSON.parse(lines[lines.length - 1] ?? ''));
}

const text = (files: Unzipped, name: string): string => strFromU8(files[name] ?? new Uint8Array());
const kitchenIn = (files: Unzipped): KitchenFile =>
  KitchenFileSchema.parse(JSON.parse(text(files, KITCHEN_ENTRY)));
const tableIn = (files: Unzipped, name: string): Record<string, string>[] => {
  const read = Papa.parse<Record<string, string>>(text(files, `tables/${name}.csv`), {
    header: true,
    skipEmptyLines: true,
  });
  expect(read.errors).toEqual([]);
  return read.data;
};

/** Numbered anew in each kitchen. */
const NUMBERED = [
  'id',
  'kitchenId',
  'revision',
  'settingsChangedIn',
  'ingredientsChangedIn',
  'recipesChangedIn',
] as const;

let cook: RunningServer;
let files: Unzipped;

const CELLAR = '44444444-4444-4444-8444-444444444444';
const PULP_RECIPE: OwnPulpRecipe = {
  key: '55555555-5555-4555-8555-555555555555',
  name: 'Herb crisps',
  dryG: 82,
  parts: [{ name: 'Oat flour', massG: 80, gPerMl: 0.5, gEach: null, piece: null, allergens: [] }],
  waterG: 168,
  heat: { oven: 165 },
  minutes: 30,
  makes: { count: 20, one: 'crisp', many: 'crisps' },
  steps: ['Bake.'],
  notWith: ['sweetened'],
  only: null,
  use: 'baked',
  caution: null,
  allergens: ['gluten'],
};

beforeAll(async () => {
  cook = await start('--demo');
  const made = async (path: string, body: unknown): Promise<any> => {
    const answer = await cook.create(path, body);
    expect(answer.status).toBe(201);
    return answer.body;
  };
  const glassAt = new Date(Date.now() + 60 * 3_600_000).toISOString();
  await made('/api/plans', { recipe: RECIPE, glassAt });
  const plan = await made('/api/plans', { recipe: RECIPE, glassAt });
  await made('/api/batches', { recipe: RECIPE, planId: plan.id });
  const { key, ...pack } = { key: 'own-chia', ...PACK };
  await made('/api/ingredients', { ...pack, key, name: '=Chia, "black"' });
  await cook.call('PATCH', `/api/ingredients/${key}`, { pack: { ...pack, fatPct: 30 }, archived: true });
  const fig = await made('/api/ingredients', ADDITION_PACK);
  const said = { unit: 'each', per: 'batch' };
  const additions = [{ addition: fig.key, when: 'before', gPerL: 30, said }];
  await made('/api/batches', { recipe: { ...RECIPE, additions } });
  const recipe = await made('/api/recipes', { recipe: { ...RECIPE, additions, name: 'Two / versions' } });
  await made(`/api/recipes/${recipe.id}/versions`, { recipe: { ...RECIPE, name: 'Zwei Fassungen' } });
  await cook.call('PATCH', `/api/recipes/${recipe.id}`, { away: true });
  await cook.call('PATCH', '/api/kitchen', { fridgeTempC: 5.5, name: 'Ferry / house' });
  const profile = {
    otherFridges: [{ id: CELLAR, name: 'Cellar', tempC: 7 }],
    pulpRecipes: [PULP_RECIPE],
  };
  await cook.call('PATCH', '/api/kitchen', { profile });
  const at = new Date(Date.now() - 3_600_000).toISOString();
  await made('/api/kitchen/fridge-days', { fridge: CELLAR, readings: [{ at, tempC: 6.5 }] });
  files = await exported(cook);
});
afterAll(async () => {
  for (const server of servers) await server.stop();
  dirs.forEach(removeDataDir);
});

describe('an export', () => {
  test('is taken in by an empty kitchen, which then says the same in all it is asked', async () => {
    const other = await start();
    const { recipes, plans, ingredients, batchCount } = kitchenIn(files);
    expect(await imported(other, zipSync(files))).toEqual({
      imported: {
        name: 'Ferry / house',
        batches: batchCount,
        recipes: recipes.length,
        plans: plans.length,
        ingredients: ingredients.length,
        leftOut: 0,
      },
    });
    const there = await everything(cook, 'revision', ...NUMBERED.slice(1));
    const here = await everything(other, 'revision', ...NUMBERED.slice(1));
    // The kitchen and a reading have another number; all else keeps its own.
    for (const path of ['/api/kitchen', '/api/kitchen/fridge-log']) {
      expect((await everything(other, ...NUMBERED))[path]).toEqual(
        (await everything(cook, ...NUMBERED))[path],
      );
      delete there[path];
      delete here[path];
    }
    expect(here).toEqual(there);
    const again = await exported(other);
    expect({ ...kitchenIn(again), exportedAt: '' }).toEqual({ ...kitchenIn(files), exportedAt: '' });
    expect(text(again, BATCHES_ENTRY)).toBe(text(files, BATCHES_ENTRY));
    // It goes on from there.
    const [batch] = BatchListSchema.parse((await other.get('/api/batches?scope=active')).body).batches;
    const said = await other.say(batch?.id ?? '', [{ type: 'probed', what: 'bowl', tempC: 12 }]);
    expect(said.body.events).toHaveLength((batch?.events.length ?? 0) + 1);
  });

  test('holds its schema, and each batch with its log', () => {
    expect(JSON.parse(text(files, SCHEMA_ENTRY))).toEqual(JSON.parse(JSON.stringify(kitchenJsonSchema())));
    const lines = text(files, BATCHES_ENTRY).trimEnd().split('\n');
    const batches = lines.map((line) => BatchLineSchema.parse(JSON.parse(line)));
    expect(batches).toHaveLength(kitchenIn(files).batchCount);
    expect(batches.every(({ events }) => events[0]?.what.type === 'planned')).toBe(true);
  });

  test('holds a table of each kind, for spreadsheets', () => {
    const { fridgeReadings, ingredients, recipes, plans, batchCount } = kitchenIn(files);
    expect(tableIn(files, 'fridge-readings').map(({ tempC }) => Number(tempC))).toEqual(
      fridgeReadings.map(({ tempC }) => tempC),
    );
    const measured = tableIn(files, 'fridge-measured');
    expect(measured.filter(({ fridge }) => fridge === CELLAR)).toMatchObject([{ tempC: '6.5' }]);
    expect(measured.filter(({ fridge }) => fridge === 'first').length).toBeGreaterThan(100);
    expect(tableIn(files, 'ingredients')).toHaveLength(ingredients.length);
    // The name as it was before it was corrected; no spreadsheet is to compute with it.
    expect(tableIn(files, 'ingredient-revisions')).toMatchObject([
      { name: '\'=Chia, "black"', fatPct: '31' },
    ]);
    expect(tableIn(files, 'recipes')).toHaveLength(recipes.flatMap(({ versions }) => versions).length);
    expect(tableIn(files, 'plans').map(({ id }) => id)).toEqual(plans.map(({ id }) => id));
    expect(tableIn(files, 'batches')).toHaveLength(batchCount);
    const lines = text(files, BATCHES_ENTRY)
      .trimEnd()
      .split('\n')
      .flatMap((line) => JSON.parse(line).events);
    const events = tableIn(files, 'batch-events');
    expect(events.map(({ eventId }) => eventId)).toEqual(lines.map(({ id }) => id));
    expect(events.map(({ type, values }) => ({ type, ...JSON.parse(values ?? '') }))).toEqual(
      lines.map(({ what }) => what),
    );
  });

  test('holds every recipe for other programs, which read back is the recipe', () => {
    const names = Object.keys(files).filter((name) => name.startsWith('recipes/'));
    const read = names.map((name) => readRecipe(text(files, name), 'us'));
    const latest = kitchenIn(files).recipes.map(({ versions }) => versions[versions.length - 1]?.recipe);
    const found = read.map((one) => (one.ok ? one.file.recipe : one.problems));
    expect(found).toHaveLength(latest.length);
    expect(found).toEqual(expect.arrayContaining(latest));
    expect(names).toContain('recipes/zwei-fassungen.jsonld');
    const crisps = readPulpRecipe(text(files, 'pulp-recipes/herb-crisps.jsonld'));
    expect(crisps).toMatchObject({
      ok: true,
      text: { name: PULP_RECIPE.name, minutes: PULP_RECIPE.minutes },
    });
  });

  test('leaves out what cannot be read, and says so', async () => {
    const dir = newDataDir();
    dirs.push(dir);
    const before = await RunningServer.start(dir);
    await before.create('/api/recipes', { recipe: RECIPE });
    const { id } = (await before.create('/api/batches', { recipe: RECIPE })).body;
    await before.stop();
    await runSql(
      dir,
      `UPDATE recipe_versions SET recipe = '{"name": "Torn"}'; UPDATE batch_events SET what = '{"type": "?"}'`,
    );
    const after = await RunningServer.start(dir);
    servers.push(after);
    const torn = await exported(after);
    const { unreadable, recipes, batchCount } = kitchenIn(torn);
    expect({ recipes, batchCount }).toEqual({ recipes: [], batchCount: 0 });
    expect(unreadable).toMatchObject([
      { table: 'recipe_versions', row: { recipe: { name: 'Torn' } } },
      { table: 'batch_events', row: { batchId: id, what: { type: '?' } } },
    ]);
    expect(await imported(await start(), zipSync(torn))).toMatchObject({
      imported: { batches: 0, leftOut: 2 },
    });
  });
});

describe('an import that cannot be', () => {
  let empty: RunningServer;
  beforeAll(async () => {
    empty = await start();
  });

  const withEntry = (name: string, change: (text: string) => string): Uint8Array =>
    zipSync({ ...files, [name]: strToU8(change(text(files, name))) });
  const kitchenWith = (change: (file: any) => unknown): Uint8Array =>
    withEntry(KITCHEN_ENTRY, (said) => JSON.stringify(change(JSON.parse(said))));
  const linesWith = (change: (lines: string[]) => string[]): Uint8Array =>
    withEntry(BATCHES_ENTRY, (said) => `${change(said.trimEnd().split('\n')).join('\n')}\n`);

  test.each<[string, () => Uint8Array, RegExp]>([
    ['no zip', () => strToU8('{"format": "humble-churn/kitchen"}'), /not a kitchen/],
    ['a zip of something else', () => zipSync({ 'notes.txt': strToU8('x') }), /not a kitchen/],
    ['a zip that is cut short', () => zipSync(files).slice(0, 4000), /not a kitchen/],
    ['a later form', () => kitchenWith((file) => ({ ...file, version: 2 })), /newer Humble Churn/],
    [
      'a recipe nobody can make sense of',
      () => kitchenWith((file) => ({ ...file, recipes: [{ ...file.recipes[0], versions: [] }] })),
      /kitchen\.json\.recipes\.0\.versions/,
    ],
    [
      'a poison under another name',
      () => {
        const poison = (file: any) => ({
          ...file,
          ingredients: file.ingredients.map((one: any) => ({
            ...one,
            ingredient: { ...one.ingredient, name: 'Bitter almond' },
          })),
        });
        return kitchenWith(poison);
      },
      /[Bb]itter almond/,
    ],
    [
      'a recipe twice',
      () => kitchenWith((file) => ({ ...file, recipes: [...file.recipes, file.recipes[0]] })),
      /twice/,
    ],
    ['a batch twice', () => linesWith((lines) => [...lines, lines[0] ?? '']), /twice/],
    ['a batch too few', () => linesWith((lines) => lines.slice(1)), /cut short/],
    [
      'a batch with a line nobody can read',
      () => linesWith(([first = '', ...rest]) => [first.replace('"planned"', '"guessed"'), ...rest]),
      /batches\.ndjson, line 1.*Nothing was changed/,
    ],
    [
      'a letter that no database keeps',
      () => kitchenWith((file) => ({ ...file, settings: { ...file.settings, name: 'A\u0000' } })),
      /cannot be kept/,
    ],
  ])('for %s is refused with a reason, and nothing is changed', async (_, file, reason) => {
    const before = await everything(empty);
    expect(await imported(empty, file())).toMatchObject({
      problem: { detail: expect.stringMatching(reason) },
    });
    expect(await everything(empty)).toEqual(before);
  });

  test('into a kitchen that is used is refused', async () => {
    const before = await everything(cook);
    expect(await imported(cook, zipSync(files))).toMatchObject({ problem: { reason: 'kitchen-not-empty' } });
    expect(await everything(cook)).toEqual(before);
  });

  test('is told to send a zip', async () => {
    expect(await imported(empty, strToU8('{}'), 'application/json')).toMatchObject({
      problem: { code: 'unsupported-media' },
    });
  });
});

/** Fails where any table still has a row of this kitchen. */
const noneOf = (kitchenId: string): string => `
  DO $$ DECLARE t text; n int; BEGIN
    FOR t IN SELECT table_name FROM information_schema.columns
             WHERE table_schema = 'public' AND column_name = 'kitchen_id' LOOP
      EXECUTE format('SELECT count(*) FROM %I WHERE kitchen_id = %L', t, '${kitchenId}') INTO n;
      IF n > 0 THEN RAISE EXCEPTION '% rows left in %', n, t; END IF;
    END LOOP;
    IF EXISTS (SELECT FROM kitchens WHERE id = '${kitchenId}') THEN RAISE EXCEPTION 'it is still there'; END IF;
  END $$`;

test('deleting a kitchen by its name deletes all of it, and leaves an empty one that takes the export in', async () => {
  const dir = newDataDir();
  dirs.push(dir);
  let server = await RunningServer.start(dir, ['--demo']);
  const { id, name } = (await server.get('/api/kitchen')).body;
  const file = zipSync(await exported(server));
  const before = await everything(server);
  const [batch] = BatchListSchema.parse((await server.get('/api/batches?scope=active')).body).batches;
  const wrong = await server.call('DELETE', '/api/kitchen?name=Nobody');
  expect(wrong.body).toMatchObject({ code: 'invalid-input', fields: [{ path: ['name'] }] });
  expect(await everything(server)).toEqual(before);

  const live = await server.live();
  const deleted = await server.call('DELETE', `/api/kitchen?name=${encodeURIComponent(name)}`);
  expect(deleted.body).toEqual({ deleted: true });
  expect(await live.next()).toEqual({ revision: null });
  await expect(live.next()).rejects.toThrow('the stream ended');

  const fresh = (await server.get('/api/kitchen')).body;
  expect(fresh).toMatchObject({ name: 'My kitchen', revision: 0 });
  expect(fresh.id).not.toBe(id);
  expect((await server.get('/api/notebook')).body.batches).toEqual([]);
  expect((await server.get(`/api/batches/${batch?.id ?? ''}`)).status).toBe(404);
  expect((await server.get('/api/changes?since=0')).body).toMatchObject({ kitchenId: fresh.id, batches: [] });

  await server.stop();
  await runSql(dir, noneOf(id));
  server = await RunningServer.start(dir, ['--demo']);
  servers.push(server);
  // A kitchen that was emptied is not filled again unasked.
  expect((await server.get('/api/kitchen')).body.id).toBe(fresh.id);
  expect(await imported(server, file)).toMatchObject({ imported: { name } });
  expect((await server.get('/api/notebook')).body.batches).toEqual(
    (before['/api/notebook?limit=100'] as any).batches.slice(0, 30),
  );
});
