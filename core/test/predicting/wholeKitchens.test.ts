import type { Recipe } from '../../src';
import {
  CUP_ML,
  NUT_TABLE,
  WATER_G_PER_ML,
  drinkerCount,
  findIngredient,
  firstRecipe,
  nutCupG,
  nutsAndWaterOf,
  pairedDifference,
  predict,
  repeatGlassesMs,
  TABLE_ONLY,
  USUAL_KITCHEN,
  withNutsAndWater,
} from '../../src';
import { workedRecipe } from '../recipes';

function made(recipe: Recipe) {
  const found = predict(recipe);
  if (!found.ok) throw new Error(found.refusal.code);
  return found.value;
}

test('1¼ US cups of hazelnuts to 4½ of water: 169 g, 1065 mL, 1 to 3.6 by cups', () => {
  const said = withNutsAndWater(
    workedRecipe('hazelnut', 100, 4, 10),
    [1.25 * (nutCupG(workedRecipe('hazelnut', 100, 4, 10), 0, TABLE_ONLY, 'us') ?? 0)],
    4.5 * CUP_ML.us,
  );
  const batch = made(said);
  expect(batch.nutG).toBeCloseTo(168.75, 6);
  expect(batch.liquidMl).toBeCloseTo(1064.646, 3);
  expect((batch.liquidMl / CUP_ML.us / (batch.nutG / 135)).toFixed(2)).toBe('3.60');
});

test('a blend by cups of each has the shares of their weights', () => {
  const blend: Recipe = {
    ...workedRecipe('almond', 100, 4, 10),
    nuts: [
      { ingredient: 'almond', form: 'whole', share: 1 },
      { ingredient: 'macadamia', form: 'chopped', share: 1 },
    ],
  };
  const said = withNutsAndWater(blend, [143, 60], 900);
  const batch = made(said);
  expect(batch.nuts.map(({ massG }) => massG)).toEqual([expect.closeTo(143, 9), expect.closeTo(60, 9)]);
  expect(said.waterPerNut * 203).toBeCloseTo(900 * WATER_G_PER_ML, 9);
  expect(nutCupG(blend, 1, TABLE_ONLY, 'metric')).toBeCloseTo(
    ((findIngredient('macadamia', TABLE_ONLY)?.cupChoppedG ?? 0) * 250) / 236.588,
    9,
  );
});

test('cups of nuts and of water are read from the recipe as they were said; of an unknown nut as of a usual one', () => {
  const blend: Recipe = {
    ...workedRecipe('almond', 100, 4, 10),
    nuts: [
      { ingredient: 'almond', form: 'whole', share: 1 },
      { ingredient: 'unheard-of', form: 'whole', share: 1 },
    ],
  };
  const said = withNutsAndWater(blend, [143, 70], 2 * CUP_ML.us);
  const { nuts, waterMl, waterCups } = nutsAndWaterOf(said, TABLE_ONLY, 'us') ?? { nuts: [] };
  expect(nuts.map(({ massG }) => massG)).toEqual([expect.closeTo(143, 9), expect.closeTo(70, 9)]);
  expect(nuts.map(({ cups }) => cups)).toEqual([expect.closeTo(1, 9), expect.closeTo(0.5, 9)]);
  expect([waterMl, waterCups]).toEqual([expect.closeTo(473.176, 9), expect.closeTo(2, 9)]);
  expect(nutsAndWaterOf({ ...said, amount: { by: 'milk', volumeMl: 500 } }, TABLE_ONLY, 'us')).toBeNull();
});

test('kept soak water as the cook measured it is part of the liquid, not more of it', () => {
  const flour: Recipe = {
    ...workedRecipe('almond', 100, 3, 8),
    nuts: [{ ingredient: 'almond', form: 'ground', share: 1 }],
  };
  const usual = made({ ...flour, soak: { ...flour.soak, method: 'fridge' } });
  const less = made({ ...flour, soak: { ...flour.soak, method: 'fridge', keptPerNut: 1.5 } });
  expect(usual.soak.keptWaterG).toBeCloseTo(300, 9);
  expect(less.soak.keptWaterG).toBeCloseTo(150, 9);
  expect(less.liquidMl).toBeCloseTo(usual.liquidMl, 9);
  expect(less.milk.volumeMl).toBeCloseTo(usual.milk.volumeMl, 6);
  const none = { ...flour, soak: { ...flour.soak, method: 'fridge' as const, keptPerNut: 0.1 } };
  expect(predict(none)).toMatchObject({ refusal: { path: ['soak', 'keptPerNut'] } });
});

test('a first batch is of what everybody in the house may have, in the house’s measures', () => {
  const gear = { machine: 'standard-jug', strainer: 'fine-bag', cupSystem: 'us' } as const;
  const almond = firstRecipe({ ...gear, measures: 'metric', people: [] });
  expect(almond).toMatchObject({ name: 'Almond milk', amount: { volumeMl: 1000 } });
  const seeds = firstRecipe({
    ...gear,
    measures: 'us',
    people: [{ name: 'Noor', avoids: ['tree nut'] }],
  });
  const [first] = seeds.nuts;
  expect(NUT_TABLE.find(({ key }) => key === first?.ingredient)?.allergens).not.toContain('tree nut');
  expect(seeds.amount).toEqual({ by: 'milk', volumeMl: 4 * CUP_ML.us });
  for (const recipe of [almond, seeds]) expect(predict(recipe).ok).toBe(true);
});

test('of the same nuts a bag leaves some undrunk, and leaving it unstrained next to none', () => {
  const bag = workedRecipe('almond', 143, 4, 10);
  const none: Recipe = { ...bag, strain: { ...bag.strain, strainer: 'none' } };
  const found = pairedDifference(bag, none, USUAL_KITCHEN, { draws: 200 });
  if (!found.ok) throw new Error(found.refusal.code);
  const { one, other, size, difference } = found.value;
  // 143 g of almonds at 4.4 % water leave 81 g of their 137 g of solids in pulp, cloth and soak water.
  expect(one.nutsLeftG).toBeGreaterThan(60);
  expect(one.nutsLeftG).toBeLessThan(100);
  expect(other.nutsLeftG).toBeLessThan(8);
  expect(size.nutsLeftG).toBeCloseTo(other.nutsLeftG - one.nutsLeftG, 9);
  expect(difference.nutsLeftG.high).toBeLessThan(0);
});

test('who drinks, and the glasses that are tried for them', () => {
  expect(drinkerCount(['Ilse', 'Bram'], [1, 2, 3])).toBe(2);
  expect(drinkerCount([], [1, 2, 3])).toBe(3);
  expect(drinkerCount([], [])).toBe(1);
  const now = Date.UTC(2031, 5, 10, 12);
  const hour = 3_600_000;
  expect(repeatGlassesMs(now, 'UTC')[0]).toBe(now + 19.5 * hour);
  expect(repeatGlassesMs(now, 'UTC', 4)[0]).toBe(now + (4 * 24 + 19.5) * hour);
  const glasses = repeatGlassesMs(now, 'UTC');
  expect([...glasses].sort((a, b) => a - b)).toEqual(glasses);
});
