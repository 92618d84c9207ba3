import fc from 'fast-check';
import type { Recipe } from '../src';
import { ADDITION_TABLE, LIMITS, NUT_TABLE, US_CUP_ML, WATER_G_PER_ML } from '../src';

/** The plain recipe of the worked figures: a high-speed jug for 60 s, fine bag, firm squeeze, all at 20 °C. */
export function workedRecipe(ingredient: string, massG: number, cups: number, soakH: number): Recipe {
  return {
    name: `${ingredient} milk`,
    nuts: [{ ingredient, form: 'whole', share: 1 }],
    amount: { by: 'nuts', massG },
    waterPerNut: (cups * US_CUP_ML * WATER_G_PER_ML) / massG,
    soak: {
      method: 'counter',
      hours: soakH,
      pourTempC: 20,
      saltGPerKg: 0,
      changeEveryH: null,
      water: 'poured',
    },
    peel: 'leave',
    blend: {
      machine: 'high-speed-jug',
      machineName: null,
      powerW: null,
      fillLineMl: null,
      speed: 1,
      waterOrder: 'at-once',
      end: { by: 'seconds', seconds: 60 },
      presses: 1,
      liquidTempC: 15,
      iceShare: 0,
      warmthLimitC: 35,
    },
    strain: { strainer: 'fine-bag', strainerName: null, squeeze: 'firm', washShare: 0, second: null },
    otherLiquid: null,
    additions: [],
    drinkers: [],
    purpose: null,
  };
}

const double = (range: { min: number; max: number }) =>
  fc.double({ min: range.min, max: range.max, noNaN: true, noDefaultInfinity: true });

const anyDose = fc
  .record({
    row: fc.constantFrom(...ADDITION_TABLE.filter((row) => row.kind !== 'liquid')),
    when: fc.constantFrom('before' as const, 'after' as const),
    gPerL: double({ min: 0.01, max: 60 }),
  })
  // Twice the same stays below what is refused.
  .map(({ row, when, gPerL }) => ({
    addition: row.key,
    when,
    gPerL: Math.min(gPerL, row.capGPerL ?? gPerL),
  }));

const anyRecipeAtAll: fc.Arbitrary<Recipe> = fc.record({
  name: fc.constant('Anything'),
  nuts: fc.array(
    fc.record({
      ingredient: fc.constantFrom(...NUT_TABLE.map((row) => row.key)),
      form: fc.constantFrom('whole' as const, 'chopped' as const, 'ground' as const),
      share: double({ min: 0.001, max: 1000 }),
    }),
    { minLength: 1, maxLength: 4 },
  ),
  amount: fc.oneof(
    fc.record({ by: fc.constant('nuts' as const), massG: double(LIMITS.nutG) }),
    fc.record({ by: fc.constant('milk' as const), volumeMl: double(LIMITS.milkMl) }),
  ),
  waterPerNut: double(LIMITS.waterPerNut),
  soak: fc.record({
    method: fc.constantFrom('none' as const, 'fridge' as const, 'counter' as const, 'hot' as const),
    hours: double({ min: 0, max: 48 }),
    pourTempC: double(LIMITS.soakPourTempC),
    saltGPerKg: double(LIMITS.saltGPerKg),
    changeEveryH: fc.option(double({ min: 1, max: 48 })),
    water: fc.constantFrom('poured' as const, 'kept' as const),
  }),
  peel: fc.constantFrom('leave' as const, 'pinch' as const, 'towel' as const, 'roast' as const),
  blend: fc.record({
    machine: fc.constantFrom(
      'personal-cup' as const,
      'standard-jug' as const,
      'high-speed-jug' as const,
      'cold-press' as const,
    ),
    powerW: fc.option(double(LIMITS.powerW)),
    fillLineMl: fc.option(double(LIMITS.fillLineMl)),
    speed: double({ min: 0.1, max: 1 }),
    waterOrder: fc.constantFrom('at-once' as const, 'thick-first' as const),
    end: fc.oneof(
      fc.record({ by: fc.constant('rupture' as const), rupture: double(LIMITS.rupture) }),
      fc.record({ by: fc.constant('seconds' as const), seconds: double(LIMITS.seconds) }),
    ),
    presses: fc.constantFrom(1 as const, 2 as const),
    liquidTempC: double(LIMITS.liquidTempC),
    iceShare: double(LIMITS.iceShare),
    warmthLimitC: double(LIMITS.warmthLimitC),
    machineName: fc.constant(null),
  }),
  strain: fc.record({
    strainer: fc.constantFrom('fine-bag' as const, 'muslin' as const, 'fine-sieve' as const, 'none' as const),
    squeeze: fc.constantFrom('light' as const, 'firm' as const, 'hard' as const),
    washShare: double(LIMITS.washShare),
    strainerName: fc.constant(null),
    second: fc.option(
      fc.record({
        strainer: fc.constantFrom(
          'fine-bag' as const,
          'muslin' as const,
          'fine-sieve' as const,
          'cold-press' as const,
        ),
        strainerName: fc.constant(null),
      }),
    ),
  }),
  otherLiquid: fc.option(
    fc.record({ liquid: fc.constant('coconut_water'), share: double(LIMITS.otherLiquidShare) }),
  ),
  additions: fc.array(anyDose, { maxLength: 3 }),
  drinkers: fc.constant([]),
  purpose: fc.constant(null),
});

/**
 * Any recipe that the schema of the open form lets through, sensible or not, but for what is refused out of hand: peeled
 * flour, and a strainer after none or after a press with one already.
 */
export const anyRecipe: fc.Arbitrary<Recipe> = anyRecipeAtAll.map((recipe) => {
  const { strain, blend, nuts } = recipe;
  const third = blend.machine === 'cold-press' && strain.strainer !== 'cold-press';
  return {
    ...recipe,
    peel: nuts.some((nut) => nut.form === 'ground') ? 'leave' : recipe.peel,
    strain: { ...strain, second: strain.strainer === 'none' || third ? null : strain.second },
  };
});

/** Recipes a cook might really make: from nuts, one pouring, moderate ratios. */
export const sensibleRecipe: fc.Arbitrary<Recipe> = fc
  .record({
    ingredient: fc.constantFrom(...NUT_TABLE.map((row) => row.key)),
    massG: double({ min: 40, max: 400 }),
    waterPerNut: double({ min: 2, max: 10 }),
    soakH: double({ min: 0.5, max: 8 }),
    seconds: double({ min: 15, max: 300 }),
    squeeze: fc.constantFrom('light' as const, 'firm' as const, 'hard' as const),
  })
  .map(({ ingredient, massG, waterPerNut, soakH, seconds, squeeze }) => {
    const recipe = workedRecipe(ingredient, massG, 1, soakH);
    return {
      ...recipe,
      waterPerNut,
      blend: { ...recipe.blend, fillLineMl: 8000, end: { by: 'seconds' as const, seconds } },
      strain: { ...recipe.strain, squeeze },
    };
  });
