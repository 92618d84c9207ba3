import type { KitchenFactors, Prediction, Prices, Recipe, Uncertainty } from '../../src';
import {
  UNCERTAIN_FIGURES,
  pairedDifference,
  kitchenDraws,
  predict,
  seededRandom,
  uncertainty,
  USUAL_CALIBRATION,
  USUAL_KITCHEN,
} from '../../src';
import { simulateRun } from '../../src/predicting/simulate';
import { resolveRecipe } from '../../src/predicting/resolveRecipe';
import { workedRecipe } from '../recipes';

function must<T>(result: { ok: true; value: T } | { ok: false; refusal: { code: string } }): T {
  if (!result.ok) throw new Error(result.refusal.code);
  return result.value;
}

const RECIPES: readonly [string, Recipe][] = [
  ['almonds in a bag', workedRecipe('almond', 143, 4, 8)],
  [
    'a blend with dates, washed twice',
    {
      ...workedRecipe('cashew', 120, 4, 3),
      nuts: [
        { ingredient: 'cashew', form: 'whole', share: 2 },
        { ingredient: 'hazelnut', form: 'chopped', share: 1 },
      ],
      additions: [{ addition: 'date_medjool', when: 'before', gPerL: 40 }],
      strain: { strainer: 'muslin', strainerName: null, squeeze: 'hard', washShare: 0.25, second: null },
    },
  ],
  [
    'sunflower at a press',
    {
      ...workedRecipe('sunflower', 150, 4, 6),
      blend: { ...workedRecipe('sunflower', 150, 4, 6).blend, machine: 'cold-press', presses: 2 },
    },
  ],
];

/** The batch as planned, made in a kitchen with these factors. */
function madeIn(recipe: Recipe, plan: Prediction, factors: KitchenFactors) {
  const p = must(resolveRecipe(recipe, USUAL_KITCHEN));
  const before = plan.additions.find((one) => one.when === 'before');
  const perL = recipe.additions.find((one) => one.when === 'before')?.gPerL ?? 1;
  return simulateRun(p, {
    nutG: plan.nutG,
    loads: plan.blend.loads,
    secondsPerLoad: recipe.blend.machine === 'cold-press' ? null : plan.blend.secondsPerLoad,
    doseMl: ((before?.massG ?? 0) * 1000) / perL,
    factors,
  });
}

describe.each(RECIPES)('%s', (_name, recipe) => {
  const plan = must(predict(recipe));
  const sure = must(uncertainty(recipe, USUAL_KITCHEN));

  test('80 % intervals hold the truth in 75 to 85 of 100 kitchens they have not seen', () => {
    const draw = kitchenDraws([recipe], USUAL_CALIBRATION, seededRandom(90_001));
    const inside = { milkMl: 0, pulpG: 0, soakedG: 0, endTempC: 0, rupture: 0 };
    const kitchens = 1500;
    for (let i = 0; i < kitchens; i++) {
      const [factors] = draw();
      if (!factors) continue;
      const outcome = madeIn(recipe, plan, factors);
      const truth = {
        milkMl: outcome.milkMl,
        pulpG: outcome.strained.pulpG,
        soakedG: outcome.soakedMassG,
        endTempC: outcome.endTempC,
        rupture: outcome.rupture,
      };
      for (const what of Object.keys(inside) as (keyof typeof inside)[]) {
        if (truth[what] >= sure[what].low && truth[what] <= sure[what].high) inside[what]++;
      }
    }
    const pressed = recipe.blend.machine === 'cold-press';
    for (const [what, count] of Object.entries(inside)) {
      // Nothing warms and nothing varies between the rollers of a press.
      if (pressed && what === 'rupture') continue;
      expect({ what, share: count / kitchens }).toEqual({ what, share: expect.any(Number) });
      expect(count / kitchens).toBeGreaterThan(0.75);
      expect(count / kitchens).toBeLessThan(0.85);
    }
  });

  test('the plan itself lies inside its intervals', () => {
    expect(plan.milk.volumeMl).toBeGreaterThan(sure.milkMl.low);
    expect(plan.milk.volumeMl).toBeLessThan(sure.milkMl.high);
    expect(plan.milk.solidsPct).toBeGreaterThan(sure.solidsPct.low);
    expect(plan.milk.solidsPct).toBeLessThan(sure.solidsPct.high);
  });

  test('the same seed gives the same intervals, another one nearly so', () => {
    expect(must(uncertainty(recipe, USUAL_KITCHEN))).toEqual(sure);
    const other = must(uncertainty(recipe, USUAL_KITCHEN, { seed: 5 }));
    expect(other.milkMl).not.toEqual(sure.milkMl);
    expect(other.milkMl.low / sure.milkMl.low).toBeCloseTo(1, 1);
  });
});

const prices: Prices = {
  packs: [{ key: 'almond', packG: 143, price: 3 }],
  shopPerL: null,
  mealPerKg: null,
  perKWh: null,
};

test('the cost of a litre is as unsure as the litres are', () => {
  const recipe = workedRecipe('almond', 143, 4, 8);
  const sure = must(uncertainty(recipe, { ...USUAL_KITCHEN, prices }));
  expect(sure.costPerL.low).toBeCloseTo(3000 / sure.milkMl.high, 3);
  expect(sure.costPerL.high).toBeCloseTo(3000 / sure.milkMl.low, 3);
});

test('what cannot be predicted is refused the same way', () => {
  const recipe = { ...workedRecipe('almond', 143, 4, 8), waterPerNut: 0 };
  const refusedSure = uncertainty(recipe, USUAL_KITCHEN);
  expect(refusedSure).toEqual(predict(recipe));
});

describe('two recipes side by side', () => {
  const firm = workedRecipe('almond', 143, 4, 8);
  const hard: Recipe = { ...firm, strain: { ...firm.strain, squeeze: 'hard' } };
  const beside = (one: Recipe, other: Recipe) => must(pairedDifference(one, other, USUAL_KITCHEN));

  test('a recipe beside itself differs in nothing, surely', () => {
    const { difference } = beside(firm, firm);
    for (const figure of UNCERTAIN_FIGURES) expect(difference[figure]).toEqual({ low: 0, high: 0 });
  });

  test('the figures are those of each alone', () => {
    const both = beside(firm, hard);
    expect(both.one.milkMl).toBe(must(predict(firm)).milk.volumeMl);
    expect(both.other.milkMl).toBe(must(predict(hard)).milk.volumeMl);
  });

  test('in the same kitchen a harder squeeze is surely more milk, though each alone is unsure', () => {
    const { difference } = beside(firm, hard);
    expect(difference.milkMl.low).toBeGreaterThan(0);
    const alone = (recipe: Recipe): Uncertainty => must(uncertainty(recipe, USUAL_KITCHEN));
    const width = difference.milkMl.high - difference.milkMl.low;
    expect(width).toBeLessThan((alone(firm).milkMl.high - alone(firm).milkMl.low) / 2);
  });

  test('with the same millilitres wanted of both, both are made from the same nuts', () => {
    const litre = (recipe: Recipe): Recipe => ({ ...recipe, amount: { by: 'milk', volumeMl: 900 } });
    const both = beside(litre(firm), litre(hard));
    expect(both.nutG).toBeCloseTo(must(predict(litre(firm))).nutG, 6);
    expect(both.size.milkMl).toBeGreaterThan(5);
    const apart = beside(litre(firm), { ...hard, amount: { by: 'milk', volumeMl: 800 } });
    expect(apart.nutG).toBeNull();
    expect(apart.size.milkMl).toBeCloseTo(-100, 3);
  });

  test('from the same nuts a litre of the one that yields more is cheaper', () => {
    const both = must(pairedDifference(firm, hard, { ...USUAL_KITCHEN, prices }));
    expect(both.one.costPerL).toBeCloseTo(3000 / both.one.milkMl, 6);
    expect(both.difference.costPerL.high).toBeLessThan(0);
  });

  test('swapped sides differ by as much the other way', () => {
    const there = beside(firm, hard).difference.milkMl;
    const back = beside(hard, firm).difference.milkMl;
    expect(back.low).toBeCloseTo(-there.high, 6);
    expect(back.high).toBeCloseTo(-there.low, 6);
  });
});
