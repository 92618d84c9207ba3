import type { Recipe, RefusalCode } from '../../src';
import { LIMITS, predict } from '../../src';
import { workedRecipe } from '../recipes';
import { kitchenAt } from '../kitchens';

const base = workedRecipe('almond', 143, 4, 8);

function refusalOf(recipe: Recipe, roomTempC = 20) {
  const result = predict(recipe, kitchenAt({ roomTempC, fridgeTempC: 4 }));
  if (result.ok) throw new Error('this should have been refused');
  return result.refusal;
}

const blend = (change: Partial<Recipe['blend']>): Recipe => ({
  ...base,
  blend: { ...base.blend, ...change },
});
const soak = (change: Partial<Recipe['soak']>): Recipe => ({ ...base, soak: { ...base.soak, ...change } });
const nuts = (change: Partial<Recipe['nuts'][number]>): Recipe => ({
  ...base,
  nuts: base.nuts.map((nut) => ({ ...nut, ...change })),
});

const CASES: readonly [string, Recipe, RefusalCode, readonly (string | number)[]][] = [
  [
    'an ingredient nobody knows',
    nuts({ ingredient: 'moon-nut' }),
    'unknown-ingredient',
    ['nuts', 0, 'ingredient'],
  ],
  ['no nuts at all', { ...base, nuts: [] }, 'no-nuts', ['nuts']],
  ['a share of zero', nuts({ share: 0 }), 'share-not-positive', ['nuts', 0, 'share']],
  ['a share that is no number', nuts({ share: NaN }), 'share-not-positive', ['nuts', 0, 'share']],
  [
    'negative nuts',
    { ...base, amount: { by: 'nuts', massG: -5 } },
    'amount-out-of-range',
    ['amount', 'massG'],
  ],
  [
    'no milk wanted',
    { ...base, amount: { by: 'milk', volumeMl: 0 } },
    'amount-out-of-range',
    ['amount', 'volumeMl'],
  ],
  ['no water', { ...base, waterPerNut: 0 }, 'ratio-out-of-range', ['waterPerNut']],
  ['a sea of water', { ...base, waterPerNut: 400 }, 'ratio-out-of-range', ['waterPerNut']],
  ['a soak of a month', soak({ method: 'fridge', hours: 720 }), 'soak-too-long', ['soak', 'hours']],
  ['a soak of no time', soak({ hours: 0 }), 'soak-not-positive', ['soak', 'hours']],
  ['13 h on the counter', soak({ hours: 13 }), 'soak-too-long', ['soak', 'hours']],
  ['kept water 3 h on the counter', soak({ hours: 3, water: 'kept' }), 'soak-too-long', ['soak', 'hours']],
  ['frozen soak water', soak({ pourTempC: -3 }), 'soak-temperature-out-of-range', ['soak', 'pourTempC']],
  ['brine from the sea bed', soak({ saltGPerKg: 90 }), 'salt-out-of-range', ['soak', 'saltGPerKg']],
  ['peeling cashews', { ...nuts({ ingredient: 'cashew' }), peel: 'pinch' }, 'cannot-peel', ['peel']],
  ['roasting almonds to peel them', { ...base, peel: 'roast' }, 'cannot-peel', ['peel']],
  ['nothing but ice', blend({ iceShare: 1 }), 'ice-exceeds-water', ['blend', 'iceShare']],
  [
    'rupture of everything',
    blend({ end: { by: 'rupture', rupture: 1 } }),
    'rupture-out-of-range',
    ['blend', 'end', 'rupture'],
  ],
  [
    'blending for no time',
    blend({ end: { by: 'seconds', seconds: 0 } }),
    'seconds-out-of-range',
    ['blend', 'end', 'seconds'],
  ],
  ['a machine of 10 kW', blend({ powerW: 10_000 }), 'machine-out-of-range', ['blend', 'powerW']],
  ['a jug of a thimble', blend({ fillLineMl: 20 }), 'machine-out-of-range', ['blend', 'fillLineMl']],
  ['a blender that stands still', blend({ speed: 0 }), 'machine-out-of-range', ['blend', 'speed']],
  ['boiling water in the jug', blend({ liquidTempC: 95 }), 'hot-liquid', ['blend', 'liquidTempC']],
  [
    'washing what is not strained',
    { ...base, strain: { ...base.strain, strainer: 'none', washShare: 0.2 } },
    'wash-out-of-range',
    ['strain', 'washShare'],
  ],
  [
    '40 kg of nuts',
    { ...base, amount: { by: 'nuts', massG: 40_000 } },
    'amount-out-of-range',
    ['amount', 'massG'],
  ],
  [
    '15 kg of nuts in a 1 L cup',
    { ...blend({ fillLineMl: 1000 }), amount: { by: 'nuts', massG: 15_000 } },
    'too-many-loads',
    ['amount'],
  ],
  [
    'a few nuts in next to no water',
    { ...base, amount: { by: 'nuts', massG: 10 }, waterPerNut: 0.6 },
    'no-milk',
    ['amount'],
  ],
  [
    'more milk than the jug can make',
    { ...blend({ fillLineMl: 300 }), amount: { by: 'milk', volumeMl: 50_000 } },
    'milk-out-of-reach',
    ['amount', 'volumeMl'],
  ],
];

test.each(CASES)('%s is refused with its field', (_name, recipe, code, path) => {
  const refusal = refusalOf(recipe);
  expect(refusal.code).toBe(code);
  expect(refusal.path).toEqual(path);
});

test('a soak of nine hours is taken in a cool room and refused in a warm one', () => {
  expect(predict(soak({ hours: 9 }), kitchenAt({ roomTempC: 19, fridgeTempC: 4 })).ok).toBe(true);
  expect(refusalOf(soak({ hours: 9 }), 26)).toMatchObject({ code: 'soak-too-long', params: { maxH: 4 } });
});

test('the reach of a machine is really its reach', () => {
  const far = { ...blend({ fillLineMl: 300, end: { by: 'rupture', rupture: 0.85 } }) };
  const refusal = refusalOf({ ...far, amount: { by: 'milk', volumeMl: 50_000 } });
  const mostMl = Number(refusal.params['mostMl']);
  expect(predict({ ...far, amount: { by: 'milk', volumeMl: mostMl - 0.01 } }).ok).toBe(true);
  expect(predict({ ...far, amount: { by: 'milk', volumeMl: mostMl + 0.01 } }).ok).toBe(false);
});

test('a blend in which only one nut can be peeled is peeled as far as it goes', () => {
  const recipe: Recipe = {
    ...base,
    peel: 'pinch',
    nuts: [
      { ingredient: 'almond', form: 'whole', share: 1 },
      { ingredient: 'cashew', form: 'whole', share: 1 },
    ],
  };
  const result = predict(recipe);
  if (!result.ok) throw new Error(result.refusal.code);
  const { nutG, peel, soak: soaked } = result.value;
  // Skins are 4.5 % of the almonds, which are half of the nuts; with them goes their share of the uptake.
  expect(peel.skinsG).toBeGreaterThan(nutG * 0.5 * 0.045);
  expect(peel.skinsG).toBeLessThan(nutG * 0.5 * 0.045 + soaked.uptakeG * 0.045);
});

test('the limits leave room for every ratio that cooks name', () => {
  for (const cups of [1.5, 2, 3, 4, 6]) {
    expect(predict(workedRecipe('almond', 143, cups, 8)).ok).toBe(true);
  }
  expect(LIMITS.waterPerNut.max).toBeGreaterThan(10);
});

describe('cautions', () => {
  const codes = (recipe: Recipe, roomTempC = 20): string[] => {
    const result = predict(recipe, kitchenAt({ roomTempC, fridgeTempC: 4 }));
    if (!result.ok) throw new Error(result.refusal.code);
    return result.value.cautions.map((caution) => caution.code);
  };

  test('a usual batch has none', () => {
    expect(codes(base)).toEqual([]);
  });

  test.each<[string, Recipe, string]>([
    ['a short soak', soak({ hours: 1 }), 'below-soak-minimum'],
    [
      'walnuts 30 h in the fridge',
      { ...nuts({ ingredient: 'walnut' }), soak: { ...base.soak, method: 'fridge', hours: 30 } },
      'past-soak-maximum',
    ],
    ['ten hours on the counter', soak({ hours: 10 }), 'counter-soak-long'],
    ['a salted soak', soak({ saltGPerKg: 10 }), 'salted-soak'],
    ['boiling water', soak({ method: 'hot', hours: 0.5, pourTempC: 95 }), 'hot-soak'],
    ['pinching after a short cold soak', { ...soak({ hours: 2 }), peel: 'pinch' }, 'skins-hold'],
    ['roasted hazelnuts', { ...nuts({ ingredient: 'hazelnut' }), peel: 'roast' }, 'peel-roast-hot'],
    ['ten minutes at full speed', blend({ end: { by: 'seconds', seconds: 600 } }), 'too-warm'],
    ['three seconds of blending', blend({ end: { by: 'seconds', seconds: 3 } }), 'not-broken'],
    [
      'almond milk unstrained',
      { ...base, strain: { ...base.strain, strainer: 'none' } },
      'gritty-unstrained',
    ],
    ['Brazil nuts alone', nuts({ ingredient: 'brazil' }), 'selenium-accent'],
    ['flax', nuts({ ingredient: 'flax' }), 'raw-limit'],
    [
      'flour soaked in its own water',
      { ...nuts({ form: 'ground' }), soak: { ...base.soak, hours: 1 } },
      'kept-soak-water',
    ],
  ])('%s is cautioned', (_name, recipe, code) => {
    expect(codes(recipe)).toContain(code);
  });

  test('cashews may go unstrained without a word', () => {
    const recipe = workedRecipe('cashew', 137, 4, 3);
    expect(codes({ ...recipe, strain: { ...recipe.strain, strainer: 'none' } })).not.toContain(
      'gritty-unstrained',
    );
  });

  test('pinching works after a hot soak, or eight hours at room warmth', () => {
    expect(codes({ ...soak({ method: 'hot', hours: 0.5, pourTempC: 95 }), peel: 'pinch' })).not.toContain(
      'skins-hold',
    );
    expect(codes({ ...soak({ hours: 8 }), peel: 'pinch' })).not.toContain('skins-hold');
  });
});
