import {
  findIngredient,
  plainName,
  predict,
  USUAL_SURROUNDINGS,
  TABLE_ONLY,
  firstRecipe,
} from '@humble-churn/core';
import fc from 'fast-check';
import { partOf, soakZones, stepFrom, stopAt } from '~/features/bench/soakStops';
import { intervalText, jugText } from '~/ui/recipeLabels';
import { recipeSummary } from '~/features/recipes/summary';
import { snapped } from '~/ui/useDrag';
import { jarVolumeMl, jarY } from '~/ui/JarDrawing';
import { FIRST } from './firstKitchen';

const METRIC = { measures: 'metric' as const, cupSystem: 'us' as const };

describe('the soak’s slide', () => {
  const part = fc.double({ min: 0, max: 1, noNaN: true });

  test('goes from a day in the fridge to no soak, by the time that is left', () => {
    expect(stopAt(0)).toEqual({ method: 'fridge', hours: 24, pourTempC: 15 });
    expect(stopAt(0.5).method).toBe('counter');
    expect(stopAt(0.8)).toMatchObject({ method: 'hot', pourTempC: 95 });
    expect(stopAt(1).method).toBe('none');
  });

  test('within a zone a step to the right is never longer', () => {
    fc.assert(
      fc.property(part, part, (a, b) => {
        const left = stopAt(Math.min(a, b));
        const right = stopAt(Math.max(a, b));
        if (left.method === right.method) expect(right.hours).toBeLessThanOrEqual(left.hours);
      }),
    );
  });

  test('every stop stands where it is slid to, and can be soaked', () => {
    fc.assert(
      fc.property(part, (at) => {
        const { method, hours, pourTempC } = stopAt(at);
        const back = stopAt(partOf(method, hours));
        expect(back).toEqual({ method, hours, pourTempC });
        const recipe = firstRecipe(FIRST);
        const made = predict({ ...recipe, soak: { ...recipe.soak, method, hours, pourTempC } });
        expect(made.ok).toBe(true);
      }),
    );
  });

  test('arrow keys reach every way of soaking, there and back', () => {
    const seen: string[] = [];
    let stop = stopAt(0);
    for (let i = 0; i < 300 && stop.method !== 'none'; i++) {
      if (seen[seen.length - 1] !== stop.method) seen.push(stop.method);
      stop = stepFrom(stop.method, stop.hours, 1);
    }
    expect(seen).toEqual(['fridge', 'counter', 'hot']);
    for (let i = 0; i < 300 && stop.method !== 'fridge'; i++) stop = stepFrom(stop.method, stop.hours, -1);
    expect(stop.method).toBe('fridge');
  });

  test('marks what is usual for the nut', () => {
    const zones = soakZones(findIngredient('almond', TABLE_ONLY), USUAL_SURROUNDINGS);
    const fridge = zones.find((zone) => zone.method === 'fridge');
    expect(fridge?.usual?.from).toBeLessThan(fridge?.usual?.to ?? 0);
    expect(soakZones(undefined, USUAL_SURROUNDINGS).every((zone) => zone.usual === null)).toBe(true);
  });
});

test('the water’s line in the jar and the volume under it are the same thing', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 2000, noNaN: true }), (ml) => {
      expect(jarVolumeMl(jarY(ml, 2000, 270), 2000, 270)).toBeCloseTo(ml, 6);
    }),
  );
  expect(jarY(1000, 2000, 270)).toBeLessThan(jarY(500, 2000, 270));
});

test('a slid value snaps to its step and stays in its range', () => {
  const range = { min: 1, max: 8, step: 0.05 };
  expect(snapped(3.333, range)).toBe(3.35);
  expect(snapped(-5, range)).toBe(1);
  expect(snapped(50, range)).toBe(8);
});

describe('words', () => {
  test('an interval names its unit once', () => {
    const mL = (x: number): string => `${Math.round(x)} mL`;
    expect(intervalText({ low: 870, high: 990 }, mL)).toBe('870 to 990 mL');
    expect(intervalText({ low: 870, high: 870.2 }, mL)).toBe('about 870 mL');
    expect(intervalText({ low: 0.4, high: 1.2 }, (x) => (x < 1 ? `${x * 100} mL` : `${x} L`))).toBe(
      '40 mL to 1.2 L',
    );
  });

  test('each thing done at the jug is one sentence', () => {
    expect(jugText({ do: 'liquid', volumeMl: 946 }, METRIC)).toBe('Pour in 950 mL of the liquid');
    expect(jugText({ do: 'nuts', massG: 196, soaked: true, withWater: false }, METRIC)).toBe(
      'Add 195 g of soaked nuts',
    );
    expect(jugText({ do: 'nuts', massG: 143, soaked: false, withWater: false }, METRIC)).toBe(
      'Add 145 g of nuts',
    );
    expect(jugText({ do: 'ice', massG: 120 }, METRIC)).toBe('Ice last, 120 g');
    expect(jugText({ do: 'run', seconds: 65 }, METRIC)).toMatch(/^Run 1 min 5 s: no grain/);
    expect(jugText({ do: 'ladle', nutG: 180, volumeMl: 900, presses: 2 }, METRIC)).toMatch(/once more$/);
  });

  test('a blend is named by its nuts', () => {
    const nut = (ingredient: string) => ({ ingredient, form: 'whole' as const, share: 1 });
    expect(plainName([nut('almond')], TABLE_ONLY)).toBe('Almond milk');
    expect(plainName([nut('almond'), nut('macadamia')], TABLE_ONLY)).toBe('Almond and macadamia milk');
  });

  test('a recipe in one line', () => {
    const words = recipeSummary(firstRecipe(FIRST), TABLE_ONLY, METRIC);
    expect(words).toMatch(
      /^1000 mL; almond; 1 to 6\.6 by weight; \d+ h.* in the fridge; fine bag, firm squeeze$/,
    );
  });
});
