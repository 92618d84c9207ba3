import type { Caution, EventRefusalCode, RefusalCode } from '@humble-churn/core';
import {
  ADDITION_TABLE,
  LIMITS,
  NUT_TABLE,
  predict,
  readQuantity,
  uncertainty,
  USUAL_KITCHEN,
} from '@humble-churn/core';
import fc from 'fast-check';
import {
  BatchSchema,
  EventBodySchema,
  InstantSchema,
  KitchenPatchSchema,
  KitchenProfileSchema,
  KitchenSettingsSchema,
  OwnItemSchema,
  itemFromPack,
  SentPackSchema,
  PlannedPredictionSchema,
  PredictionSchema,
  ProblemSchema,
  RECIPE_FORMAT,
  ROUTES,
  RecipeFileSchema,
  RecipeSchema,
  UncertaintySchema,
  SurroundingsSchema,
  ChosenTimeZoneSchema,
  TimeZoneSchema,
  cautionMessage,
  coreEvent,
  eventRefusalMessage,
  fromInstant,
  quantityMessage,
  refusalMessage,
  toInstant,
} from '../src';

const RECIPE = {
  name: 'Almond milk',
  nuts: [{ ingredient: 'almond', form: 'whole' as const, share: 1 }],
  amount: { by: 'milk' as const, volumeMl: 1000 },
  waterPerNut: 6.6,
  soak: {
    method: 'fridge' as const,
    hours: 12,
    pourTempC: 15,
    saltGPerKg: 0,
    changeEveryH: 12,
    water: 'poured' as const,
  },
  peel: 'leave' as const,
  blend: {
    machine: 'standard-jug' as const,
    machineName: null,
    powerW: null,
    fillLineMl: null,
    speed: 1,
    waterOrder: 'at-once' as const,
    end: { by: 'rupture' as const, rupture: 0.85 },
    presses: 1 as const,
    liquidTempC: 15,
    iceShare: 0,
    warmthLimitC: 35,
  },
  strain: {
    strainer: 'fine-bag' as const,
    strainerName: null,
    squeeze: 'firm' as const,
    washShare: 0,
    second: null,
  },
  otherLiquid: null,
  additions: [],
  drinkers: [],
  purpose: null,
};

function predicted() {
  const result = predict(RECIPE);
  if (!result.ok) throw new Error(result.refusal.code);
  return result.value;
}

/** Paths at which a schema turned a value away. */
function complaints(result: {
  success: boolean;
  error?: { issues: { path: PropertyKey[] }[] } | undefined;
}): string[] {
  return (result.error?.issues ?? []).map((issue) => issue.path.join('.'));
}

describe('a recipe in its open form', () => {
  test('survives being written and read', () => {
    const file = { format: RECIPE_FORMAT, version: 1, recipe: RECIPE, ownIngredients: [] };
    expect(RecipeFileSchema.parse(JSON.parse(JSON.stringify(file)))).toEqual(file);
  });

  test('may leave out ingredients of its own', () => {
    expect(
      RecipeFileSchema.parse({ format: RECIPE_FORMAT, version: 1, recipe: RECIPE }).ownIngredients,
    ).toEqual([]);
  });

  test.each<[string, unknown, string]>([
    ['another format', { format: 'something/else', version: 1, recipe: RECIPE }, 'format'],
    ['a later version', { format: RECIPE_FORMAT, version: 2, recipe: RECIPE }, 'version'],
    ['no nuts', { format: RECIPE_FORMAT, version: 1, recipe: { ...RECIPE, nuts: [] } }, 'recipe.nuts'],
    [
      'a word for a number',
      { format: RECIPE_FORMAT, version: 1, recipe: { ...RECIPE, waterPerNut: 'lots' } },
      'recipe.waterPerNut',
    ],
    [
      'an endless soak',
      { format: RECIPE_FORMAT, version: 1, recipe: { ...RECIPE, soak: { ...RECIPE.soak, hours: 1e9 } } },
      'recipe.soak.hours',
    ],
    [
      'an unknown machine',
      {
        format: RECIPE_FORMAT,
        version: 1,
        recipe: { ...RECIPE, blend: { ...RECIPE.blend, machine: 'mixer' } },
      },
      'recipe.blend.machine',
    ],
  ])('names the field of %s', (_name, file, path) => {
    const result = RecipeFileSchema.safeParse(file);
    expect(result.success).toBe(false);
    expect(complaints(result)).toContain(path);
  });

  test('lets through no number outside the core’s limits', () => {
    fc.assert(
      fc.property(fc.double({ noNaN: false }), (waterPerNut) => {
        const taken = RecipeSchema.safeParse({ ...RECIPE, waterPerNut }).success;
        expect(taken).toBe(waterPerNut >= LIMITS.waterPerNut.min && waterPerNut <= LIMITS.waterPerNut.max);
      }),
    );
  });
});

describe('what was kept before a part existed is still read', () => {
  test('a recipe from before additions, other liquids and names of gear', () => {
    const { otherLiquid: _o, additions: _a, drinkers: _d, ...rest } = RECIPE;
    const { warmthLimitC: _w, machineName: _m, ...blend } = RECIPE.blend;
    const { strainerName: _s, ...strain } = RECIPE.strain;
    expect(RecipeSchema.parse({ ...rest, blend, strain })).toEqual(RECIPE);
  });

  test('a prediction from before nutrition: null, not a guess', () => {
    const { nutrition: _n, finish: _f, liquids: _l, additions: _a, ...old } = predicted();
    const read = PlannedPredictionSchema.parse(old);
    expect(read).toMatchObject({ nutrition: null, finish: null, liquids: [], additions: [] });
    expect(PredictionSchema.safeParse(old).success).toBe(false);
  });

  test('a kitchen from before its profile', () => {
    expect(KitchenProfileSchema.parse({})).toMatchObject({ glassMl: 200, people: [], packs: [] });
  });
});

describe('what the core says passes its own schema', () => {
  test('how sure it is', () => {
    const sure = uncertainty(RECIPE, USUAL_KITCHEN, { draws: 50 });
    expect(sure.ok && UncertaintySchema.parse(JSON.parse(JSON.stringify(sure.value)))).toEqual(
      sure.ok && sure.value,
    );
  });

  test('a prediction', () => {
    const prediction = predicted();
    expect(PredictionSchema.parse(JSON.parse(JSON.stringify(prediction)))).toEqual(prediction);
  });

  test('an ingredient from a pack', () => {
    const pack = SentPackSchema.parse({
      name: ' Tiger nut ',
      kind: 'nut',
      allergen: 'none listed',
      fatPct: 24,
      carbPct: 43,
      carbIncludesFibre: true,
      proteinPct: 5,
      sugarsPct: null,
      fibrePct: null,
      kcalPer100G: null,
      cupG: null,
    });
    expect(pack.name).toBe('Tiger nut');
    const made = itemFromPack(pack, 'own-tiger-nut');
    expect(OwnItemSchema.safeParse(made.ok && made.value).success).toBe(true);
  });

  test('every addition of the table has the shape of an own one', () => {
    for (const row of ADDITION_TABLE) {
      expect(OwnItemSchema.safeParse({ ...row, revision: 1, archived: false }).success).toBe(true);
    }
  });

  test('every ingredient of the table has the shape of an own one', () => {
    for (const row of NUT_TABLE) expect(OwnItemSchema.safeParse({ ...row, guessed: [] }).success).toBe(true);
  });

  test('an ingredient that weighs more than itself is turned away', () => {
    const row = { ...NUT_TABLE[0], guessed: [], fatPct: 90 };
    expect(complaints(OwnItemSchema.safeParse(row))).toContain('carbPct');
  });
});

describe('moments', () => {
  test('are UTC and come back as they went', () => {
    fc.assert(
      fc.property(fc.date({ min: new Date(0), max: new Date('2200-01-01'), noInvalidDate: true }), (date) => {
        const instant = toInstant(date.getTime());
        expect(InstantSchema.parse(instant)).toBe(instant);
        expect(fromInstant(instant)).toBe(date.getTime());
      }),
    );
  });

  test.each(['2031-03-10', '10 March', '2031-03-10T09:00:00+02:00', '2031-13-01T00:00:00Z', 7])(
    '%s is not one',
    (value) => {
      expect(InstantSchema.safeParse(value).success).toBe(false);
    },
  );

  test('time zones are those the machine knows', () => {
    expect(TimeZoneSchema.safeParse('Europe/Lisbon').success).toBe(true);
    expect(TimeZoneSchema.safeParse('Middle/Nowhere').success).toBe(false);
    expect(TimeZoneSchema.safeParse('').success).toBe(false);
  });

  test.each(['EST', 'MST', 'HST', 'CET', 'EST5EDT', '+05:00', 'Etc/GMT+5'])('%s is not chosen', (zone) => {
    expect(ChosenTimeZoneSchema.safeParse(zone).success).toBe(false);
  });

  test.each(['UTC', 'Europe/Lisbon', 'America/New_York', 'Asia/Calcutta', 'US/Eastern', 'Japan'])(
    '%s is',
    (zone) => {
      expect(ChosenTimeZoneSchema.safeParse(zone).success).toBe(true);
    },
  );
});

describe('a batch on the wire', () => {
  const event = {
    id: '0b9f6c1e-6a34-4f0e-9a3b-0d7c0a2f4b11',
    at: '2031-03-10T09:00:00.000Z',
    timeZone: 'Europe/Lisbon',
    what: {
      type: 'planned' as const,
      recipe: RECIPE,
      prediction: PredictionSchema.parse(predicted()),
      sureness: null,
      around: { roomTempC: 20, fridgeTempC: 4 },
      budgetH: 96 as const,
      guide: 2 as const,
      ingredients: [],
    },
  };

  test('reads back and turns into a core event', () => {
    const batch = {
      id: '7f0d3c52-3f8e-4a51-8f0c-5e1a8e6a7b21',
      timeZone: 'Europe/Lisbon',
      events: [event],
      serverTime: '2031-03-10T10:00:00.000Z',
    };
    expect(BatchSchema.parse(JSON.parse(JSON.stringify(batch)))).toEqual(batch);
    expect(coreEvent(event)).toMatchObject({ type: 'planned', id: event.id, atMs: Date.UTC(2031, 2, 10, 9) });
  });

  test('clients may not plan by themselves, nor say what nobody knows', () => {
    expect(EventBodySchema.safeParse(event.what).success).toBe(false);
    expect(EventBodySchema.safeParse({ type: 'exploded' }).success).toBe(false);
    expect(EventBodySchema.safeParse({ type: 'step-done', step: 'soak' }).success).toBe(true);
  });

  test.each<[string, unknown]>([
    ['no jars', { type: 'bottled', jars: [], scalded: true }],
    [
      'a jar without a name',
      { type: 'bottled', jars: [{ id: event.id, label: ' ', volumeMl: 5, place: 'fridge' }], scalded: true },
    ],
    ['a negative weight', { type: 'measured', what: 'milk', reading: { massG: -1 } }],
    ['neither weight nor volume', { type: 'measured', what: 'milk', reading: {} }],
    ['an endless weight', { type: 'measured', what: 'milk', reading: { massG: Infinity } }],
    ['throwing away without a reason', { type: 'jar-discarded', jarId: event.id, reason: '' }],
    ['a jar id that is none', { type: 'jar-emptied', jarId: 'jar-1' }],
  ])('%s is turned away', (_name, what) => {
    expect(EventBodySchema.safeParse(what).success).toBe(false);
  });
});

test('a kitchen’s settings', () => {
  const settings = {
    name: 'Kitchen',
    timeZone: 'UTC',
    roomTempC: 20,
    fridgeTempC: 4,
    cupSystem: 'us',
    measures: 'metric',
    currency: 'EUR',
    budgetH: 96,
    machine: 'standard-jug',
    strainer: 'fine-bag',
  };
  expect(KitchenSettingsSchema.safeParse(settings).success).toBe(true);
  expect(complaints(KitchenSettingsSchema.safeParse({ ...settings, fridgeTempC: 30 }))).toEqual([
    'fridgeTempC',
  ]);
  expect(complaints(KitchenSettingsSchema.safeParse({ ...settings, currency: 'euro' }))).toEqual([
    'currency',
  ]);
  // Five days can be chosen: a jar has them only while the fridge's log shows it. A week cannot.
  expect(complaints(KitchenSettingsSchema.safeParse({ ...settings, budgetH: 120 }))).toEqual([]);
  expect(complaints(KitchenSettingsSchema.safeParse({ ...settings, budgetH: 168 }))).toEqual(['budgetH']);
  // A patch holds what it names and nothing that would be filled in.
  for (const patch of [{ fridgeTempC: 5 }, { profile: { glassMl: 250 } }, { locale: null }]) {
    expect(KitchenPatchSchema.parse(patch)).toEqual(patch);
  }
  expect(complaints(KitchenPatchSchema.safeParse({ locale: 'English' }))).toEqual(['locale']);
  expect(SurroundingsSchema.safeParse({ roomTempC: 90, fridgeTempC: 4 }).success).toBe(false);
});

test('a problem has a code from the list', () => {
  const problem = { type: 'urn:x', title: 'T', status: 400, code: 'invalid-input', detail: 'D.' };
  expect(ProblemSchema.safeParse(problem).success).toBe(true);
  expect(ProblemSchema.safeParse({ ...problem, code: 'oops' }).success).toBe(false);
});

test('routes lie under /api, each operation once, and only creating ones take a key', () => {
  const routes = Object.values(ROUTES);
  const operations = routes.map((route) => `${route.method} ${route.path}`);
  expect(new Set(operations).size).toBe(operations.length);
  for (const route of routes) {
    expect(route.path).toMatch(/^\/api\//);
    if (route.creates) expect(route).toMatchObject({ method: 'post', status: 201 });
  }
});

describe('every code has a sentence', () => {
  const REFUSALS: Record<RefusalCode, Record<string, number | string>> = {
    'unknown-ingredient': { ingredient: 'moon-nut' },
    'no-nuts': {},
    'share-not-positive': {},
    'amount-out-of-range': { min: 5, max: 20000 },
    'ratio-out-of-range': { min: 0.5, max: 25 },
    'not-a-number': {},
    'soak-too-long': { hours: 20, maxH: 12, method: 'counter' },
    'soak-not-positive': {},
    'soak-temperature-out-of-range': { min: 0, max: 100 },
    'salt-out-of-range': { min: 0, max: 60 },
    'cannot-peel': { name: 'Cashew', form: 'whole' },
    'ice-exceeds-water': {},
    'rupture-out-of-range': {},
    'seconds-out-of-range': { min: 1, max: 1800 },
    'machine-out-of-range': { min: 20, max: 3000 },
    'too-many-loads': { loads: 31, maxLoads: 12 },
    'wash-out-of-range': {},
    'no-milk': { lostG: 40, nutG: 10 },
    'milk-out-of-reach': { mostMl: 14061.4 },
    'unknown-addition': { addition: 'glitter' },
    'dose-out-of-range': { name: 'Salt', min: 0.1, max: 400 },
    'not-a-liquid': { liquid: 'salt' },
    'hot-liquid': { mostC: 30 },
    'solids-out-of-reach': { wantedPct: 60.5, leastPct: 1.5, mostPct: 30.5 },
    'pulp-out-of-reach': { wantedG: 5000, mostG: 800 },
    'name-poisonous': { name: 'Bitter almond', why: 'cyanide' },
    'composition-over-100': { sumPct: 120 },
    'fibre-over-carbohydrate': { fibrePct: 34.4, carbPct: 7.7 },
    'sugars-over-carbohydrate': { sugarsPct: 9.5, leftPct: 1.5 },
    'dose-over-cap': { name: 'Ground nutmeg', gPerL: 1.8, mostGPerL: 1.5, note: 'a pinch only' },
    'no-second-strainer': {},
    'glass-strained': {},
  };

  test.each(Object.entries(REFUSALS))('%s', (code, params) => {
    const words = refusalMessage({ code: code as RefusalCode, path: [], params });
    expect(words).toMatch(/^\P{Ll}.*[.?]$/u);
    expect(words).not.toMatch(/undefined|NaN|null/);
    for (const value of Object.values(params)) {
      if (typeof value === 'number' && code !== 'no-milk' && code !== 'composition-over-100') {
        expect(words).toContain(value.toFixed(Number.isInteger(value) ? 0 : value > 100 ? 0 : 1));
      }
    }
  });

  test('too little pulp is told apart from too much, and from none', () => {
    const say = (params: Record<string, number>) =>
      refusalMessage({ code: 'pulp-out-of-reach', path: [], params: { wantedG: 30, ...params } });
    expect(say({ mostG: 20 })).toContain('20 g is the most');
    expect(say({ leastG: 43 })).toContain('less than the smallest batch leaves: 43 g');
    expect(say({ mostG: 0 })).toContain('Choose a strainer');
  });

  test('poison is told apart', () => {
    const say = (why: string) =>
      refusalMessage({ code: 'name-poisonous', path: [], params: { name: 'X', why } });
    expect(say('cyanide')).toContain('cyanide');
    expect(say('raw-bean')).toContain('beans');
    expect(say('toxic-seed')).toContain('poisonous');
  });

  const CAUTIONS: Record<Caution['code'], Caution['params']> = {
    'below-soak-minimum': { name: 'Almond', teH: 1, minH: 4 },
    'past-soak-maximum': { name: 'Walnut', hours: 20, maxH: 12 },
    'counter-soak-long': { hours: 10, limitH: 8 },
    'salted-soak': { saltGPerKg: 10 },
    'hot-soak': { belowC: 30 },
    'skins-hold': { name: 'Almond', teH: 1 },
    'peel-roast-hot': {},
    'too-warm': { endTempC: 42.4, limitC: 35 },
    'not-broken': { rupture: 0.4 },
    'gritty-unstrained': { name: 'Almond' },
    'boils-over': { endTempC: 95 },
    'tastes-cooked': { fromC: 55 },
    'ice-left': { iceG: 120 },
    'gel-keeps-milk': { name: 'Flaxseed' },
    'cool-kept-soak': { minutes: 16, belowC: 30 },
    'over-cap': { name: 'Ground nutmeg', gPerL: 0.8, maxGPerL: 0.5, note: 'a pinch only' },
    'selenium-accent': { name: 'Brazil nut', gPerL: 150, maxGPerL: 15 },
    'raw-limit': { name: 'Flaxseed', gPerL: 100, limitG: 15 },
    'brazil-accent': { gPerL: 150, maxGPerL: 15 },
    'flax-raw': { gPerL: 100 },
    'kept-soak-water': { keptWaterG: 300 },
    'guessed-figures': { name: 'Tiger nut' },
    'several-loads': { loads: 2, fillLineMl: 1250 },
    'addition-note': { name: 'Honey', note: 'never for a child under 12 months' },
    'salted-twice': {},
    salty: { gPerL: 2, maxGPerL: 1 },
    'much-soda': { gPerL: 2, maxGPerL: 0.5 },
    'keeps-shorter': {},
    'allergens-unknown': { name: 'Ines' },
    'not-for-drinker': { name: 'Ines', allergens: 'tree nut' },
    'someone-avoids': { name: 'Ines', allergens: 'tree nut' },
    'gear-kept-apart': { name: 'Green jug', allergens: 'tree nut' },
    'gear-shared': { name: 'Ines', allergens: 'tree nut' },
  };

  test.each(Object.entries(CAUTIONS))('%s', (code, params) => {
    const words = cautionMessage({ code: code as Caution['code'], params });
    expect(words).toMatch(/\.$/);
    expect(words).not.toMatch(/undefined|NaN|null/);
    if (params['name'] !== undefined) expect(words).toContain(String(params['name']));
  });

  const EVENTS: readonly EventRefusalCode[] = [
    'batch-over',
    'not-the-current-step',
    'step-already-done',
    'unknown-step',
    'unknown-jar',
    'jar-gone',
    'too-late-to-freeze',
    'not-the-last-event',
    'already-planned',
    'no-such-pulp',
    'still-hot',
  ];

  test.each(EVENTS)('%s', (code) => {
    expect(eventRefusalMessage(code)).toMatch(/\.$/);
  });

  test.each(['', 'x', '1/0', '1,250'])('a number typed as “%s”', (text) => {
    const reading = readQuantity(text);
    expect(!reading.ok && quantityMessage(reading)).toMatch(/\.$/);
  });
});
