import type { Prediction, Recipe } from '../../src';
import { predict, soakHistory, spoilageRate } from '../../src';
import { workedRecipe } from '../recipes';

function mustPredict(recipe: Recipe): Prediction {
  const result = predict(recipe);
  if (!result.ok) throw new Error(result.refusal.code);
  return result.value;
}

describe('soak-equivalent hours', () => {
  test('half an hour from 95 °C in a 20 °C room is 3.61 h', () => {
    const { teH } = soakHistory([{ hours: 0.5, placeTempC: 20, pourTempC: 95 }]);
    expect(teH.toFixed(2)).toBe('3.61');
  });

  test('twelve hours from 15 °C in a 4 °C fridge is 6.11 h', () => {
    const { teH } = soakHistory([{ hours: 12, placeTempC: 4, pourTempC: 15 }]);
    expect(teH.toFixed(2)).toBe('6.11');
  });

  test('an hour at 20 °C is an hour', () => {
    expect(soakHistory([{ hours: 7, placeTempC: 20, pourTempC: 20 }]).teH).toBeCloseTo(7, 9);
  });

  test('the nuts of a half-hour hot soak are still at 58.5 °C', () => {
    const { endTempC, hot } = soakHistory([{ hours: 0.5, placeTempC: 20, pourTempC: 95 }]);
    expect(endTempC).toBeCloseTo(20 + 75 * Math.exp(-0.5 / 0.75), 9);
    expect(hot).toBe(true);
  });
});

describe('143 g of almonds, soaked 10 h', () => {
  const four = mustPredict(workedRecipe('almond', 143, 4, 10));

  test('drained, they weigh 188.5 g', () => {
    expect(four.soak.soakedMassG.toFixed(1)).toBe('188.5');
  });

  test('with 4 US cups of water: 933 mL at 6.45 % solids', () => {
    expect(four.milk.volumeMl.toFixed(0)).toBe('933');
    expect(four.milk.solidsPct.toFixed(2)).toBe('6.45');
    expect(four.milk.fatPct.toFixed(2)).toBe('3.95');
    expect(four.milk.proteinPct.toFixed(2)).toBe('1.59');
    expect(four.milk.gritPct.toFixed(2)).toBe('0.19');
    expect(four.milk.body).toBe('everyday');
  });

  test('and 177 g of pulp, 59 % of it water', () => {
    expect(four.pulp.massG.toFixed(0)).toBe('177');
    expect(four.pulp.waterPct.toFixed(0)).toBe('59');
  });

  test('with 2 US cups: 463 mL at 11.7 %, a cream', () => {
    const two = mustPredict(workedRecipe('almond', 143, 2, 10));
    expect(two.milk.volumeMl.toFixed(0)).toBe('463');
    expect(two.milk.solidsPct.toFixed(1)).toBe('11.7');
    expect(two.milk.body).toBe('cream');
  });

  test('one cup to four is about 1 to 6.6 by mass', () => {
    expect((four.liquidG / four.nutG).toFixed(1)).toBe('6.6');
    expect(four.liquidMl).toBeCloseTo(946.352, 6);
  });

  test('60 s at 700 W give the energy that the load’s mass says', () => {
    expect(four.blend.loadG).toBeCloseTo(four.soak.soakedMassG + four.liquidG, 9);
    expect(four.blend.energyKjPerKg).toBeCloseTo((700 * 60) / four.blend.loadG, 9);
    expect(four.blend.rupture).toBeCloseTo(1 - Math.exp(-four.blend.energyKjPerKg / 18), 9);
  });
});

test('137 g of cashews, soaked 3 h, with 4 US cups: 1006 mL at 8.94 %, pulp 85 g', () => {
  const cashew = mustPredict(workedRecipe('cashew', 137, 4, 3));
  expect(cashew.milk.volumeMl.toFixed(0)).toBe('1006');
  expect(cashew.milk.solidsPct.toFixed(2)).toBe('8.94');
  expect(cashew.pulp.massG.toFixed(0)).toBe('85');
});

test('100 g of walnuts 20 h in a 4 °C fridge from 15 °C, 4 US cups, fine sieve: 941 mL at 6.50 %', () => {
  const recipe = workedRecipe('walnut', 100, 4, 20);
  const walnut = mustPredict({
    ...recipe,
    soak: { ...recipe.soak, method: 'fridge', pourTempC: 15 },
    strain: { ...recipe.strain, strainer: 'fine-sieve' },
  });
  expect(walnut.milk.volumeMl.toFixed(0)).toBe('941');
  expect(walnut.milk.solidsPct.toFixed(2)).toBe('6.50');
  expect(walnut.pulp.massG.toFixed(0)).toBe('111');
  expect(walnut.pulp.waterPct.toFixed(0)).toBe('71');
});

test('110 g of pecans 14 h in a 4 °C fridge from 15 °C, 950 mL, fine sieve: 930 mL at 6.98 %, pulp 132 g at 71 %', () => {
  const recipe = workedRecipe('pecan', 110, 4, 14);
  const pecan = mustPredict({
    ...recipe,
    waterPerNut: (950 * 0.998) / 110,
    soak: { ...recipe.soak, method: 'fridge', pourTempC: 15 },
    strain: { ...recipe.strain, strainer: 'fine-sieve' },
  });
  expect(pecan.milk.volumeMl.toFixed(0)).toBe('930');
  expect(pecan.milk.solidsPct.toFixed(2)).toBe('6.98');
  expect(pecan.pulp.massG.toFixed(0)).toBe('132');
  expect(pecan.pulp.waterPct.toFixed(0)).toBe('71');
  expect(pecan.cautions.map(({ code }) => code)).not.toContain('past-soak-maximum');
});

test('milk spoils at 1 at 4 °C, 1.86 at 6 and 2.98 at 8', () => {
  expect(spoilageRate(4)).toBeCloseTo(1, 12);
  expect(spoilageRate(6).toFixed(2)).toBe('1.86');
  expect(spoilageRate(8).toFixed(2)).toBe('2.98');
  expect(spoilageRate(0)).toBeCloseTo(1 / 1.96, 12);
});
