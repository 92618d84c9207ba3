import type { Calibration } from '../../src/kitchen/calibration';
import { USUAL_CALIBRATION } from '../../src/kitchen/calibration';
import { PRIOR_SD, kitchenDraws, kitchenFactors } from '../../src/kitchen/kitchenFactors';
import { USUAL_KITCHEN, plainRecipe, predict, seededRandom, uncertainty } from '../../src';

const ALMOND = plainRecipe('Almond', 'almond', 6.6, 10);
const CASHEW = plainRecipe('Cashew', 'cashew', 4, 3);

/** Almonds drink a tenth more here, and what sticks to the tools is all but known; the two move together. */
const LEARNED: Calibration = {
  ids: ['uptake almond', 'loss'],
  mean: [Math.log(1.1), Math.log(0.8)],
  covariance: [
    [0.0025, 0.001],
    [0.001, 0.0009],
  ],
};

function must<T>(result: { ok: true; value: T } | { ok: false }): T {
  if (!result.ok) throw new Error('refused');
  return result.value;
}

test('a kitchen of which nothing is known is as usual', () => {
  expect(kitchenFactors(ALMOND, USUAL_CALIBRATION)).toMatchObject({
    uptake: [1],
    extraction: [1],
    loss: 1,
    power: 1,
  });
});

test('what is known moves its own factors and no others', () => {
  const factors = kitchenFactors(ALMOND, LEARNED);
  expect(factors.uptake[0]).toBeCloseTo(1.1, 12);
  expect(factors.loss).toBeCloseTo(0.8, 12);
  expect(factors.extraction).toEqual([1]);
  expect(kitchenFactors(CASHEW, LEARNED).uptake).toEqual([1]);
});

test('a prediction is made with what is known', () => {
  const usual = must(predict({ ...ALMOND, amount: { by: 'nuts', massG: 143 } }));
  const learned = must(
    predict({ ...ALMOND, amount: { by: 'nuts', massG: 143 } }, { ...USUAL_KITCHEN, calibration: LEARNED }),
  );
  expect(learned.soak.uptakeG).toBeCloseTo(1.1 * usual.soak.uptakeG, 6);
});

test('draws have the mean and the covariance that is known, and the prior where nothing is', () => {
  const draw = kitchenDraws([ALMOND, CASHEW], LEARNED, seededRandom(17));
  const rows: number[][] = [];
  for (let i = 0; i < 20_000; i++) {
    const [almond, cashew] = draw();
    if (!almond || !cashew) throw new Error('a recipe without factors');
    // The tools are the same in both.
    expect(cashew.loss).toBe(almond.loss);
    rows.push([almond.uptake[0] ?? 1, almond.loss, cashew.uptake[0] ?? 1].map(Math.log));
  }
  const mean = (k: number): number => rows.reduce((sum, row) => sum + (row[k] ?? 0), 0) / rows.length;
  const centre = [mean(0), mean(1), mean(2)];
  const covariance = (j: number, k: number): number =>
    rows.reduce(
      (sum, row) => sum + ((row[j] ?? 0) - (centre[j] ?? 0)) * ((row[k] ?? 0) - (centre[k] ?? 0)),
      0,
    ) / rows.length;
  expect(centre[0]).toBeCloseTo(Math.log(1.1), 2);
  expect(centre[1]).toBeCloseTo(Math.log(0.8), 2);
  expect(centre[2]).toBeCloseTo(0, 2);
  expect(covariance(0, 0)).toBeCloseTo(0.0025, 3);
  expect(covariance(0, 1)).toBeCloseTo(0.001, 3);
  expect(covariance(1, 1)).toBeCloseTo(0.0009, 3);
  expect(Math.sqrt(covariance(2, 2))).toBeCloseTo(PRIOR_SD.uptake, 2);
});

test('what is better known makes its figures surer', () => {
  const before = must(uncertainty(ALMOND, USUAL_KITCHEN));
  const after = must(uncertainty(ALMOND, { ...USUAL_KITCHEN, calibration: LEARNED }));
  const width = ({ low, high }: { low: number; high: number }): number => high - low;
  expect(width(after.soakedG)).toBeLessThan(0.5 * width(before.soakedG));
  expect(width(after.milkMl)).toBeLessThan(width(before.milkMl));
});
