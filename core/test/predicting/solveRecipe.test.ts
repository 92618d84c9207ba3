import fc from 'fast-check';
import type { Body, RecipeGoal, Recipe } from '../../src';
import { BODY_MIDDLE_PCT, LIMITS, NUT_TABLE, solveRecipe, bodyOf, predict, USUAL_KITCHEN } from '../../src';
import { sensibleRecipe, workedRecipe } from '../recipes';

const BODIES: readonly Body[] = ['light', 'everyday', 'full', 'cream'];
const base = workedRecipe('hazelnut', 180, 4, 8);
const held: Recipe = { ...base, blend: { ...base.blend, end: { by: 'rupture', rupture: 0.85 } } };

function answer(recipe: Recipe, goal: RecipeGoal) {
  const result = solveRecipe(recipe, goal, USUAL_KITCHEN);
  if (!result.ok) throw new Error(result.refusal.code);
  return result.value;
}

test.each(BODIES)('a litre of %s milk is a litre, and has that body', (body) => {
  const { prediction, recipe } = answer(held, {
    want: 'milk',
    volumeMl: 1000,
    thickness: { by: 'body', body },
  });
  expect(prediction.milk.volumeMl).toBeCloseTo(1000, 4);
  expect(prediction.milk.body).toBe(body);
  expect(prediction.milk.solidsPct).toBeCloseTo(BODY_MIDDLE_PCT[body], 6);
  expect(recipe.amount).toEqual({ by: 'milk', volumeMl: 1000 });
});

test('solids and ratio can be named instead', () => {
  const bySolids = answer(held, {
    want: 'milk',
    volumeMl: 700,
    thickness: { by: 'solids', solidsPct: 7 },
  });
  expect(bySolids.prediction.milk.solidsPct).toBeCloseTo(7, 6);
  const byRatio = answer(held, { want: 'milk', volumeMl: 700, thickness: { by: 'ratio', waterPerNut: 5 } });
  expect(byRatio.recipe.waterPerNut).toBe(5);
  expect(byRatio.prediction.milk.volumeMl).toBeCloseTo(700, 4);
});

test('180 g of hazelnuts: the most milk that is still full lies on the edge of full', () => {
  const { prediction } = answer(held, {
    want: 'most-milk',
    nutG: 180,
    thickness: { by: 'body', body: 'full' },
  });
  expect(prediction.nutG).toBe(180);
  expect(prediction.milk.solidsPct).toBeCloseTo(6.5, 6);
  const more = predict({
    ...held,
    amount: { by: 'nuts', massG: 180 },
    waterPerNut: prediction.liquidG / 180 + 0.1,
  });
  expect(more.ok && bodyOf(more.value.milk.solidsPct)).toBe('everyday');
});

test('a lighter body from the same nuts is more milk', () => {
  const volumes = BODIES.map(
    (body) =>
      answer(held, { want: 'most-milk', nutG: 180, thickness: { by: 'body', body } }).prediction.milk
        .volumeMl,
  );
  expect(volumes).toEqual([...volumes].sort((a, b) => b - a));
});

test('so much pulp is so many nuts', () => {
  fc.assert(
    fc.property(sensibleRecipe, fc.double({ min: 30, max: 600, noNaN: true }), (recipe, massG) => {
      const result = solveRecipe(recipe, { want: 'pulp', massG }, USUAL_KITCHEN);
      if (result.ok) expect(result.value.prediction.pulp.massG).toBeCloseTo(massG, 5);
      // So little pulp that the tools keep all the milk, less than the smallest batch leaves, or more than the machine's last load: nothing else.
      else expect(['pulp-out-of-reach', 'no-milk']).toContain(result.refusal.code);
    }),
    { numRuns: 150 },
  );
});

test('less pulp than the smallest batch leaves is refused with what that is', () => {
  const flax = workedRecipe('flax', 54, 2, 4);
  const recipe: Recipe = {
    ...flax,
    blend: { ...flax.blend, end: { by: 'seconds', seconds: 15 } },
    strain: { ...flax.strain, squeeze: 'light' },
  };
  const result = solveRecipe(recipe, { want: 'pulp', massG: 10 }, USUAL_KITCHEN);
  if (result.ok || result.refusal.code !== 'pulp-out-of-reach') throw new Error('not refused');
  const leastG = Number(result.refusal.params['leastG']);
  expect(leastG).toBeGreaterThan(10);
  const again = solveRecipe(recipe, { want: 'pulp', massG: leastG + 0.01 }, USUAL_KITCHEN);
  expect(again.ok && again.value.prediction.pulp.massG).toBeCloseTo(leastG + 0.01, 5);
});

test('so little pulp that its milk would all stick to the tools is refused for that reason', () => {
  const thick = workedRecipe('almond', 77, 1, 0.5);
  const recipe: Recipe = {
    ...thick,
    waterPerNut: 2,
    blend: { ...thick.blend, end: { by: 'seconds', seconds: 15 } },
    strain: { ...thick.strain, squeeze: 'light' },
  };
  const result = solveRecipe(recipe, { want: 'pulp', massG: 20 }, USUAL_KITCHEN);
  expect(!result.ok && result.refusal.code).toBe('no-milk');
});

test('a full load whose pulp keeps all the milk is no reason to refuse a small one', () => {
  const flax = workedRecipe('flax', 195, 2, 4);
  const recipe: Recipe = {
    ...flax,
    waterPerNut: 2.77,
    soak: { ...flax.soak, hours: 2 },
    blend: { ...flax.blend, fillLineMl: 8000, end: { by: 'seconds', seconds: 43 } },
    strain: { ...flax.strain, squeeze: 'hard' },
  };
  expect(predict({ ...recipe, amount: { by: 'nuts', massG: 3000 } })).toMatchObject({
    ok: false,
    refusal: { code: 'no-milk' },
  });
  const there = predict(recipe);
  if (!there.ok) throw new Error(there.refusal.code);
  const { volumeMl } = there.value.milk;
  const back = predict({ ...recipe, amount: { by: 'milk', volumeMl } });
  if (!back.ok) throw new Error(back.refusal.code);
  expect(back.value.milk.volumeMl).toBeCloseTo(volumeMl, 5);
});

test('backwards(forwards(x)) = x: milk and solids lead back to nuts and water', () => {
  fc.assert(
    fc.property(sensibleRecipe, (recipe) => {
      const there = predict(recipe);
      fc.pre(there.ok && there.value.blend.loads === 1);
      const { milk, nutG, blend } = there.value;
      // Finer than the finest a recipe may ask for cannot be held.
      fc.pre(blend.rupture <= LIMITS.rupture.max && milk.volumeMl >= LIMITS.milkMl.min);
      const back = solveRecipe(
        recipe,
        { want: 'milk', volumeMl: milk.volumeMl, thickness: { by: 'solids', solidsPct: milk.solidsPct } },
        USUAL_KITCHEN,
      );
      if (!back.ok) throw new Error(back.refusal.code);
      expect(back.value.recipe.waterPerNut / recipe.waterPerNut).toBeCloseTo(1, 5);
      expect(back.value.prediction.nutG / nutG).toBeCloseTo(1, 5);
    }),
    { numRuns: 60 },
  );
});

test('with dates blended in, body and millilitres still come out as asked', () => {
  const dates: Recipe = { ...held, additions: [{ addition: 'date_medjool', when: 'before', gPerL: 60 }] };
  const { prediction } = answer(dates, {
    want: 'milk',
    volumeMl: 900,
    thickness: { by: 'solids', solidsPct: 9 },
  });
  expect(prediction.milk.volumeMl).toBeCloseTo(900, 4);
  expect(prediction.milk.solidsPct).toBeCloseTo(9, 4);
});

test('every nut reaches an everyday milk', () => {
  for (const { key } of NUT_TABLE) {
    const recipe = { ...held, nuts: [{ ingredient: key, form: 'whole' as const, share: 1 }] };
    const result = solveRecipe(
      recipe,
      { want: 'milk', volumeMl: 800, thickness: { by: 'body', body: 'everyday' } },
      USUAL_KITCHEN,
    );
    // Flax holds most of its water back; every other one does.
    if (key !== 'flax') expect(result.ok && result.value.prediction.milk.body).toBe('everyday');
  }
});

describe('impossible, because', () => {
  const refusal = (recipe: Recipe, goal: RecipeGoal) => {
    const result = solveRecipe(recipe, goal, USUAL_KITCHEN);
    if (result.ok) throw new Error('this should have been refused');
    return result.refusal;
  };

  test('no ratio gives such solids, with the range that can be reached', () => {
    const { code, params } = refusal(held, {
      want: 'milk',
      volumeMl: 500,
      thickness: { by: 'solids', solidsPct: 60 },
    });
    expect(code).toBe('solids-out-of-reach');
    expect(params['mostPct']).toBeGreaterThan(10);
    expect(params['mostPct']).toBeLessThan(60);
    expect(params['leastPct']).toBeLessThan(3);
  });

  test('what is not strained has no pulp', () => {
    const none = { ...held, strain: { ...held.strain, strainer: 'none' as const } };
    expect(refusal(none, { want: 'pulp', massG: 100 }).code).toBe('pulp-out-of-reach');
  });

  test('a small cup has an end, and says where', () => {
    const cup = { ...held, blend: { ...held.blend, fillLineMl: 300 } };
    const { code, params } = refusal(cup, { want: 'pulp', massG: 5000 });
    expect(code).toBe('pulp-out-of-reach');
    expect(params['mostG']).toBeGreaterThan(100);
    const milk = refusal(cup, { want: 'milk', volumeMl: 9000, thickness: { by: 'body', body: 'everyday' } });
    expect(milk.code).toBe('milk-out-of-reach');
  });

  test('a recipe that is none stays refused for its own reason', () => {
    const nobody = { ...held, nuts: [{ ingredient: 'moon-nut', form: 'whole' as const, share: 1 }] };
    expect(refusal(nobody, { want: 'pulp', massG: 50 }).code).toBe('unknown-ingredient');
    expect(
      refusal(nobody, { want: 'most-milk', nutG: 100, thickness: { by: 'body', body: 'full' } }).code,
    ).toBe('unknown-ingredient');
  });
});
