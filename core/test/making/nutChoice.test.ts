import fc from 'fast-check';
import {
  NUT_TABLE,
  TABLE_ONLY,
  USUAL_SURROUNDINGS,
  findIngredient,
  plainName,
  plainRecipe,
  predict,
  soakAdvice,
  withNutAdded,
  withNutForm,
  withNuts,
  withSoakMethod,
} from '../../src';
import type { Recipe } from '../../src';

const almond: Recipe = plainRecipe('Almond milk', 'almond', 6.6, 8);
const whole = (ingredient: string) => [{ ingredient, form: 'whole' as const, share: 1 }];
const chosen = (recipe: Recipe, ingredient: string): Recipe =>
  withNuts(recipe, whole(ingredient), TABLE_ONLY, USUAL_SURROUNDINGS);
const soakOf = (ingredient: string, method: Recipe['soak']['method']) => {
  const found = findIngredient(ingredient, TABLE_ONLY);
  if (!found) throw new Error(`no ${ingredient}`);
  const { hours, pourTempC } = soakAdvice(found, method, USUAL_SURROUNDINGS);
  return { method, hours, pourTempC };
};

describe('another nut', () => {
  test('takes the soak that is usual for it, the same way as before, and its own plain name', () => {
    const cashew = chosen(almond, 'cashew');
    expect(cashew.name).toBe('Cashew milk');
    expect(cashew.soak).toEqual({ ...almond.soak, ...soakOf('cashew', 'fridge') });
    expect(cashew.soak.hours).toBeLessThan(almond.soak.hours);
  });

  test('a name given by the cook stays', () => {
    expect(chosen({ ...almond, name: 'Ferry white' }, 'cashew').name).toBe('Ferry white');
  });

  test('what needs no soak gets none, and a nut after it is soaked in the fridge again', () => {
    const hemp = chosen(almond, 'hemp');
    expect(hemp.soak.method).toBe('none');
    expect(hemp.soak.hours).toBe(0);
    expect(chosen(hemp, 'almond').soak).toMatchObject(soakOf('almond', 'fridge'));
  });

  test('skins are peeled only where they come off', () => {
    const pinched: Recipe = { ...almond, peel: 'pinch' };
    expect(chosen(pinched, 'cashew').peel).toBe('leave');
    expect(chosen(pinched, 'almond').peel).toBe('pinch');
  });

  test('any nut for any other leaves a recipe that can be made or says why not by its water, never by its soak', () => {
    const key = fc.constantFrom(...NUT_TABLE.map((row) => row.key));
    fc.assert(
      fc.property(key, key, (from, to) => {
        const result = predict(chosen(chosen(almond, from), to));
        if (!result.ok) expect(result.refusal.code).not.toMatch(/soak|peel/);
        expect(chosen(chosen(almond, from), to).name).toBe(plainName(whole(to), TABLE_ONLY));
      }),
    );
  });
});

test('one more nut has the average share, and leaves soak and skins to the first', () => {
  const two: Recipe = {
    ...almond,
    nuts: [
      { ingredient: 'almond', form: 'whole', share: 3 },
      { ingredient: 'cashew', form: 'whole', share: 1 },
    ],
  };
  const three = withNutAdded(two, 'hazelnut', TABLE_ONLY, USUAL_SURROUNDINGS);
  expect(three.nuts[2]).toEqual({ ingredient: 'hazelnut', form: 'whole', share: 2 });
  expect(three.soak).toEqual(two.soak);
  expect(withNutAdded(almond, 'cashew', TABLE_ONLY, USUAL_SURROUNDINGS).name).toBe('Almond and cashew milk');
});

test('chopped or ground nuts keep their skins; of several, one whole one that peels is enough unless one is flour', () => {
  const pinched: Recipe = { ...almond, peel: 'pinch' };
  expect(withNutForm(pinched, 0, 'chopped', TABLE_ONLY).peel).toBe('leave');
  expect(withNutForm(pinched, 0, 'whole', TABLE_ONLY).peel).toBe('pinch');
  const two: Recipe = { ...pinched, nuts: [...almond.nuts, ...whole('cashew')] };
  expect(withNutForm(two, 1, 'chopped', TABLE_ONLY).peel).toBe('pinch');
  expect(withNutForm(two, 1, 'ground', TABLE_ONLY)).toMatchObject({
    peel: 'leave',
    nuts: [{ form: 'whole' }, { form: 'ground' }],
  });
});

test('soaked another way it takes the usual hours and warmth of that way, and keeps salt and changes of water', () => {
  const salted: Recipe = { ...almond, soak: { ...almond.soak, saltGPerKg: 5, changeEveryH: 6 } };
  for (const method of ['none', 'fridge', 'counter', 'hot'] as const) {
    expect(withSoakMethod(salted, method, TABLE_ONLY, USUAL_SURROUNDINGS)).toEqual({
      ...salted,
      soak: { ...salted.soak, ...soakOf('almond', method) },
    });
  }
  // Nothing is known of a nut that is in no table: it keeps its hours.
  const unknown: Recipe = { ...almond, nuts: whole('no-such-nut') };
  expect(withSoakMethod(unknown, 'counter', TABLE_ONLY, USUAL_SURROUNDINGS).soak).toEqual({
    ...almond.soak,
    method: 'counter',
  });
});
