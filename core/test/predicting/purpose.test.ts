import fc from 'fast-check';
import {
  BODY_MIDDLE_PCT,
  PURPOSES,
  PURPOSE_SETTINGS,
  USUAL_KITCHEN,
  plainRecipe,
  predict,
  readyAfterMin,
  sweeteningOf,
  withPurpose,
  TABLE_ONLY,
} from '../../src';
import { sensibleRecipe } from '../recipes';

const almond = plainRecipe('Almond milk', 'almond', 6.6, 12);

function setUp(recipe: typeof almond, purpose: (typeof PURPOSES)[number]) {
  const set = withPurpose(recipe, purpose, USUAL_KITCHEN);
  if (!set.ok) throw new Error(set.refusal.code);
  return set.value;
}

test.each(PURPOSES)('%s sets body, strainer, grit and sweetness, and keeps the litre', (purpose) => {
  const { body, strainer, rupture, sugarGPerL } = PURPOSE_SETTINGS[purpose];
  const recipe = setUp(almond, purpose);
  expect(recipe).toMatchObject({ purpose, strain: { strainer }, blend: { end: { by: 'rupture', rupture } } });
  expect(sweeteningOf(recipe, TABLE_ONLY).sugarGPerL).toBeCloseTo(sugarGPerL, 6);
  const predicted = predict(recipe);
  if (!predicted.ok) throw new Error(predicted.refusal.code);
  expect(predicted.value.milk.body).toBe(body);
  expect(predicted.value.milk.solidsPct).toBeCloseTo(BODY_MIDDLE_PCT[body], 3);
  expect(predicted.value.milk.volumeMl).toBeCloseTo(1000, 3);
});

test('from nuts at hand it turns the ratio to the thinnest that is still so thick', () => {
  const recipe = setUp({ ...almond, amount: { by: 'nuts', massG: 143 } }, 'sauces');
  const predicted = predict(recipe);
  if (!predicted.ok) throw new Error(predicted.refusal.code);
  expect(recipe.amount).toEqual({ by: 'nuts', massG: 143 });
  expect(predicted.value.milk.body).toBe('cream');
});

test('a press keeps straining by itself, and a bag of the household that fits stays', () => {
  const pressed = { ...almond, blend: { ...almond.blend, machine: 'cold-press' as const } };
  expect(setUp(pressed, 'porridge').strain).toEqual(pressed.strain);
  const own = { ...almond, strain: { ...almond.strain, strainerName: 'Green-lid bag' } };
  expect(setUp(own, 'coffee').strain.strainerName).toBe('Green-lid bag');
  expect(setUp(own, 'porridge').strain.strainerName).toBeNull();
});

test('what it sets can be set again: nothing changes, or nothing is changed with a reason', () => {
  fc.assert(
    fc.property(sensibleRecipe, fc.constantFrom(...PURPOSES), (recipe, purpose) => {
      const once = withPurpose(recipe, purpose, USUAL_KITCHEN);
      if (!once.ok) return;
      const twice = withPurpose(once.value, purpose, USUAL_KITCHEN);
      expect(twice.ok && twice.value.waterPerNut).toBeCloseTo(once.value.waterPerNut, 6);
      expect(twice.ok && { ...twice.value, waterPerNut: 0, blend: 0, amount: 0 }).toEqual({
        ...once.value,
        waterPerNut: 0,
        blend: 0,
        amount: 0,
      });
    }),
    { numRuns: 40 },
  );
});

test('milk is ready after soak, cooling and all handling but the washing up', () => {
  const predicted = predict(almond);
  if (!predicted.ok) throw new Error(predicted.refusal.code);
  const { minutes } = predicted.value;
  expect(readyAfterMin(minutes)).toBeCloseTo(12 * 60 + minutes.handsOnMin - 8, 9);
});
