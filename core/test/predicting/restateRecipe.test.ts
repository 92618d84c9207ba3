import fc from 'fast-check';
import {
  USUAL_KITCHEN,
  WATER_G_PER_ML,
  plainRecipe,
  predict,
  withAmountBy,
  withEndBy,
  withEnoughIce,
  withWaterMl,
} from '../../src';
import type { Recipe } from '../../src';

const almond = plainRecipe('Almond', 'almond', 6.6, 8);

function made(recipe: Recipe) {
  const result = predict(recipe, USUAL_KITCHEN);
  if (!result.ok) throw new Error(result.refusal.code);
  return result.value;
}

test('told by the milk or by the nuts it is the same batch, to the rounding', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 60, max: 160 }),
      fc.double({ min: 4, max: 9, noNaN: true }),
      (massG, ratio) => {
        const byNuts: Recipe = { ...almond, amount: { by: 'nuts', massG }, waterPerNut: ratio };
        const byMilk = withAmountBy(byNuts, 'milk', USUAL_KITCHEN);
        expect(Math.abs(made(byMilk).milk.volumeMl - made(byNuts).milk.volumeMl)).toBeLessThanOrEqual(5.001);
        expect(byMilk.amount.by === 'milk' && byMilk.amount.volumeMl % 10).toBe(0);
        const back = withAmountBy(byMilk, 'nuts', USUAL_KITCHEN);
        expect(back.amount.by === 'nuts' && Math.abs(back.amount.massG - massG)).toBeLessThanOrEqual(2);
      },
    ),
    { numRuns: 40 },
  );
});

test('by the clock it is blended as long as before, and back again as fine', () => {
  const fine: Recipe = { ...almond, blend: { ...almond.blend, end: { by: 'rupture', rupture: 0.85 } } };
  const byClock = withEndBy(fine, 'seconds', USUAL_KITCHEN);
  expect(byClock.blend.end).toEqual({ by: 'seconds', seconds: Math.round(made(fine).blend.secondsPerLoad) });
  const again = withEndBy(byClock, 'rupture', USUAL_KITCHEN);
  expect(again.blend.end.by === 'rupture' && again.blend.end.rupture).toBeCloseTo(0.85, 2);
  // A few seconds leave it coarser than anybody sets by hand.
  const short: Recipe = { ...almond, blend: { ...almond.blend, end: { by: 'seconds', seconds: 2 } } };
  expect(made(short).blend.rupture).toBeLessThan(0.3);
  expect(withEndBy(short, 'rupture', USUAL_KITCHEN).blend.end).toEqual({
    by: 'rupture',
    rupture: 0.3,
  });
});

test('enough ice keeps it below its limit, with as much water in all; none is added where none is needed', () => {
  const warm: Recipe = { ...almond, blend: { ...almond.blend, warmthLimitC: 18 } };
  expect(made(warm).blend.endTempC).toBeGreaterThan(18);
  const iced = withEnoughIce(warm, USUAL_KITCHEN);
  expect(made(iced).blend.endTempC).toBeLessThanOrEqual(18);
  expect(made(iced).blend.endTempC).toBeGreaterThan(17);
  expect(made(iced).liquidG + made(iced).iceG).toBeCloseTo(made(warm).liquidG, 0);
  expect(withEnoughIce(iced, USUAL_KITCHEN)).toEqual(iced);
});

test('what cannot be made is told by what is usual', () => {
  const none: Recipe = { ...almond, waterPerNut: 0 };
  expect(withAmountBy(none, 'milk', USUAL_KITCHEN).amount).toEqual({ by: 'milk', volumeMl: 1000 });
  expect(withAmountBy(none, 'nuts', USUAL_KITCHEN).amount).toEqual({ by: 'nuts', massG: 140 });
  expect(withEnoughIce(none, USUAL_KITCHEN)).toBe(none);
});

test('more water on the same nuts: the amount stays told as it was, and the nuts stay the same', () => {
  fc.assert(
    fc.property(fc.integer({ min: 60, max: 160 }), fc.integer({ min: 400, max: 900 }), (massG, waterMl) => {
      const byNuts: Recipe = { ...almond, amount: { by: 'nuts', massG } };
      const poured = withWaterMl(byNuts, massG, waterMl, USUAL_KITCHEN);
      expect(poured.amount).toEqual({ by: 'nuts', massG });
      expect(poured.waterPerNut * massG).toBeCloseTo(waterMl * WATER_G_PER_ML, 6);
      const byMilk = withAmountBy(byNuts, 'milk', USUAL_KITCHEN);
      const milk = withWaterMl(byMilk, massG, waterMl, USUAL_KITCHEN);
      expect(milk.amount.by === 'milk' && milk.amount.volumeMl).toBe(Math.round(made(poured).milk.volumeMl));
      // To the whole millilitre of milk.
      expect(Math.abs(made(milk).nutG - massG)).toBeLessThanOrEqual(massG / 300);
    }),
    { numRuns: 40 },
  );
});

test('water that nothing can be made with leaves the recipe as it was', () => {
  expect(withWaterMl(almond, 140, 0, USUAL_KITCHEN)).toBe(almond);
});
