import fc from 'fast-check';
import type { KitchenModel, Prediction, Prices, Recipe } from '../../src';
import {
  DRYING_KWH_PER_KG,
  costOf,
  costOfParts,
  curves,
  householdCautions,
  nutPercents,
  massFlow,
  pouringOrder,
  predict,
  recipeChanges,
  recipeForGlasses,
  withNutPercent,
  USUAL_KITCHEN,
} from '../../src';
import { anyRecipe, workedRecipe } from '../recipes';

function made(recipe: Recipe): Prediction {
  const result = predict(recipe);
  if (!result.ok) throw new Error(result.refusal.code);
  return result.value;
}

const almond = workedRecipe('almond', 143, 4, 10);
const PRICES: Prices = {
  packs: [
    { key: 'almond', packG: 500, price: 7.5 },
    { key: 'sugar', packG: 1000, price: 1.2 },
  ],
  shopPerL: 2.8,
  mealPerKg: 12,
  perKWh: 0.3,
};

describe('cost', () => {
  test('143 g from a 500 g pack at 7.50 cost 2.145, spread over the finished milk', () => {
    const prediction = made(almond);
    const cost = costOf(prediction, PRICES, 200);
    expect(cost.batch).toBeCloseTo(2.145, 9);
    expect(cost.perL).toBeCloseTo((2.145 * 1000) / prediction.finish.volumeMl, 9);
    expect(cost.perGlass).toBeCloseTo(cost.perL / 5, 9);
    expect(cost.unpriced).toEqual([]);
    expect(cost.shop?.saved.perL).toBeCloseTo(2.8 - cost.perL, 9);
    expect(cost.shop?.of.perGlass).toBeCloseTo(0.56, 9);
    expect((cost.shop?.of.batch ?? 0) - (cost.shop?.saved.batch ?? 0)).toBeCloseTo(2.145, 9);
  });

  test('from masses alone it is the same, and what has no price is counted', () => {
    const prediction = made(almond);
    const parts = [
      { key: 'almond', massG: 143 },
      { key: 'cinnamon', massG: 2 },
    ];
    expect(costOfParts(parts, PRICES)).toEqual({ cost: costOf(prediction, PRICES, 200).batch, unpriced: 1 });
    expect(costOfParts([], PRICES)).toEqual({ cost: 0, unpriced: 0 });
  });

  test('additions count, and what has no price is named instead of taken for free', () => {
    const sweet = made({
      ...almond,
      additions: [
        { addition: 'sugar', when: 'after', gPerL: 30 },
        { addition: 'cinnamon', when: 'after', gPerL: 2 },
      ],
    });
    const cost = costOf(sweet, PRICES, 200);
    expect(cost.parts.map((part) => part.key)).toEqual(['almond', 'sugar']);
    expect(cost.parts[1]?.cost).toBeCloseTo((0.03 * sweet.milk.volumeMl * 1.2) / 1000, 9);
    expect(cost.unpriced).toEqual(['Ground cinnamon']);
  });

  test('the pulp’s worth is its meal less the energy to dry it', () => {
    const prediction = made(almond);
    const { pulp } = costOf(prediction, PRICES, 200);
    const mealKg = prediction.pulp.dryG / 0.94 / 1000;
    const driedOffKg = prediction.pulp.massG / 1000 - mealKg;
    expect(pulp?.worth).toBeCloseTo(12 * mealKg, 9);
    expect(pulp?.drying).toBeCloseTo(driedOffKg * DRYING_KWH_PER_KG * 0.3, 9);
    expect(pulp?.net).toBeCloseTo((pulp?.worth ?? 0) - (pulp?.drying ?? 0), 9);
    expect(costOf(prediction, { ...PRICES, perKWh: null }, 200).pulp).toBeNull();
  });

  test('a blend and several loads carry their cost along', () => {
    const blend: Recipe = {
      ...almond,
      nuts: [
        { ingredient: 'almond', form: 'whole', share: 3 },
        { ingredient: 'macadamia', form: 'whole', share: 1 },
      ],
      blend: { ...almond.blend, fillLineMl: 700 },
    };
    const prediction = made(blend);
    expect(prediction.blend.loads).toBeGreaterThan(1);
    const cost = costOf(prediction, { ...PRICES, packs: [{ key: 'macadamia', packG: 100, price: 4 }] }, 200);
    expect(cost.batch).toBeCloseTo((143 / 4) * 0.04, 9);
    expect(cost.unpriced).toEqual(['Almond']);
  });
});

describe('the pour', () => {
  test('what goes in comes out, for any recipe', () => {
    let seen = 0;
    fc.assert(
      fc.property(anyRecipe, (recipe) => {
        const result = predict(recipe);
        if (!result.ok) return;
        seen++;
        const { into, out, totalG } = massFlow(result.value);
        const sum = (bands: typeof into): number => bands.reduce((all, band) => all + band.massG, 0);
        expect(sum(into)).toBeCloseTo(totalG, 6);
        expect(sum(out) / totalG).toBeCloseTo(1, 9);
        for (const band of [...into, ...out]) expect(band.massG).toBeGreaterThan(0);
      }),
      { numRuns: 600 },
    );
    expect(seen).toBeGreaterThan(40);
  });

  test('a hundred grams that went missing are found in the loss', () => {
    const prediction = made(almond);
    const weighed = {
      soakedG: prediction.soak.soakedMassG,
      milkG: prediction.milk.massG - 100,
      pulpG: prediction.pulp.massG,
    };
    const loss = massFlow(prediction, weighed).out.find((band) => band.what === 'loss');
    expect(loss?.measuredG).toBeCloseTo(prediction.lossG + 100, 6);
    expect(
      massFlow(prediction, { ...weighed, milkG: null }).out.find((b) => b.what === 'loss')?.measuredG,
    ).toBeNull();
  });
});

describe('curves round a recipe', () => {
  const all = curves(almond, USUAL_KITCHEN);

  test('more water: more milk, thinner', () => {
    const { ratio } = all;
    expect(ratio.length).toBeGreaterThan(20);
    for (const [i, point] of ratio.entries()) {
      const before = ratio[i - 1];
      if (!before) continue;
      expect(point.milkMl).toBeGreaterThan(before.milkMl);
      expect(point.solidsPct).toBeLessThan(before.solidsPct);
    }
  });

  test('longer: finer and warmer; and the recipe itself lies on the curve', () => {
    const { seconds } = all;
    for (const [i, point] of seconds.entries()) {
      const before = seconds[i - 1];
      if (!before) continue;
      expect(point.rupture).toBeGreaterThan(before.rupture);
      expect(point.endTempC).toBeGreaterThan(before.endTempC);
    }
    const { blend } = made(almond);
    const after = seconds.find((point) => point.seconds >= blend.secondsPerLoad);
    expect(after?.rupture).toBeGreaterThanOrEqual(blend.rupture - 1e-9);
  });

  test('a longer soak takes up more', () => {
    const uptake = all.soak.map((point) => point.uptakeG);
    expect(uptake.length).toBeGreaterThan(20);
    expect(uptake).toEqual([...uptake].sort((a, b) => a - b));
  });

  test('a press has no seconds, a dry start no hours, a broken recipe nothing', () => {
    const pressed: Recipe = { ...almond, blend: { ...almond.blend, machine: 'cold-press' } };
    expect(curves(pressed, USUAL_KITCHEN).seconds).toEqual([]);
    expect(curves({ ...almond, soak: { ...almond.soak, method: 'none' } }, USUAL_KITCHEN).soak).toEqual([]);
    expect(curves({ ...almond, waterPerNut: 0 }, USUAL_KITCHEN)).toEqual({
      ratio: [],
      seconds: [],
      soak: [],
    });
  });
});

describe('the order at the jug', () => {
  const kinds = (recipe: Recipe) => pouringOrder(recipe, made(recipe)).map((step) => step.do);

  test('all at once: liquid, nuts, lid, run', () => {
    expect(kinds(almond)).toEqual(['liquid', 'nuts', 'lid', 'run']);
  });

  test('nuts that were not soaked are not called so', () => {
    const nuts = (recipe: Recipe) => pouringOrder(recipe, made(recipe)).filter((step) => step.do === 'nuts');
    const dry: Recipe = { ...almond, soak: { ...almond.soak, method: 'none', hours: 0 } };
    expect(nuts(dry)).toEqual([{ do: 'nuts', massG: 143, soaked: false, withWater: false }]);
    expect(nuts(almond)).toMatchObject([{ soaked: true }]);
  });

  test('dates go in with the nuts, ice last, and thick first rinses with the rest', () => {
    const thick: Recipe = {
      ...almond,
      blend: { ...almond.blend, waterOrder: 'thick-first', iceShare: 0.1 },
      additions: [{ addition: 'date_medjool', when: 'before', gPerL: 50 }],
    };
    expect(kinds(thick)).toEqual(['liquid', 'nuts', 'additions', 'ice', 'lid', 'run', 'rinse']);
  });

  test('a press is ladled into, through as often as the recipe says', () => {
    const pressed: Recipe = { ...almond, blend: { ...almond.blend, machine: 'cold-press', presses: 2 } };
    const [only, ...none] = pouringOrder(pressed, made(pressed));
    expect(only).toMatchObject({ do: 'ladle', presses: 2 });
    expect(none).toEqual([]);
  });

  test('what the steps name is what the batch has', () => {
    const prediction = made({ ...almond, blend: { ...almond.blend, fillLineMl: 700, iceShare: 0.1 } });
    const steps = pouringOrder({ ...almond, blend: { ...almond.blend, iceShare: 0.1 } }, prediction);
    const { loads } = prediction.blend;
    const liquid = steps.find((step) => step.do === 'liquid');
    const ice = steps.find((step) => step.do === 'ice');
    expect((liquid?.volumeMl ?? 0) * loads).toBeCloseTo(prediction.liquidMl, 6);
    expect((ice?.massG ?? 0) * loads).toBeCloseTo(prediction.iceG, 6);
  });
});

describe('who keeps off what', () => {
  const household: Pick<KitchenModel, 'people' | 'gear'> = {
    people: [
      { name: 'Ines', avoids: ['tree nut'] },
      { name: 'Tom', avoids: [] },
    ],
    gear: {
      machines: [{ name: 'Green jug', keptFrom: ['tree nut'] }],
      strainers: [{ name: 'Green bag', keptFrom: ['tree nut'] }],
    },
  };
  const codes = (recipe: Recipe): string[] =>
    householdCautions(recipe, made(recipe).allergens, household).map((one) => one.code);
  const seeds = workedRecipe('sunflower', 120, 4, 6);
  const inGreen = (recipe: Recipe): Recipe => ({
    ...recipe,
    blend: { ...recipe.blend, machineName: 'Green jug' },
    strain: { ...recipe.strain, strainerName: 'Green bag' },
  });

  test('almonds are not for Ines, least of all in her cup', () => {
    expect(codes(almond)).toEqual(['someone-avoids']);
    expect(codes({ ...almond, drinkers: ['Ines', 'Tom'] })).toEqual(['not-for-drinker']);
    expect(codes({ ...workedRecipe('pine', 100, 4, 2), drinkers: ['Ines'] })).toEqual(['not-for-drinker']);
  });

  test('almonds in the gear kept apart are said as well', () => {
    expect(codes(inGreen(almond))).toEqual(['someone-avoids', 'gear-kept-apart', 'gear-kept-apart']);
  });

  test('seeds for Ines: from shared gear with a word about traces, from the green gear without', () => {
    expect(codes({ ...seeds, drinkers: ['Ines'] })).toEqual(['gear-shared']);
    expect(codes(inGreen({ ...seeds, drinkers: ['Ines'] }))).toEqual([]);
    expect(codes({ ...seeds, drinkers: ['Tom'] })).toEqual([]);
  });
});

describe('what changed between two versions', () => {
  test('nothing between a recipe and its copy', () => {
    fc.assert(
      fc.property(anyRecipe, (recipe) => {
        expect(recipeChanges(recipe, JSON.parse(JSON.stringify(recipe)) as Recipe)).toEqual([]);
      }),
      { numRuns: 50 },
    );
  });

  test('names each part a cook would say', () => {
    const later: Recipe = {
      ...almond,
      waterPerNut: 5,
      soak: { ...almond.soak, hours: 6 },
      strain: { ...almond.strain, squeeze: 'hard' },
      additions: [{ addition: 'salt', when: 'after', gPerL: 0.5 }],
    };
    expect(recipeChanges(almond, later)).toEqual(['ratio', 'soak', 'squeeze', 'additions']);
    expect(recipeChanges(later, almond)).toEqual(['ratio', 'soak', 'squeeze', 'additions']);
  });
});

test('parts of a blend in per cent, and one of them set anew', () => {
  const nuts = [
    { ingredient: 'almond', form: 'whole' as const, share: 3 },
    { ingredient: 'cashew', form: 'whole' as const, share: 1 },
    { ingredient: 'pecan', form: 'whole' as const, share: 1 },
  ];
  expect(nutPercents(nuts)).toEqual([60, 20, 20]);
  const next = nutPercents(withNutPercent(nuts, 0, 20));
  expect(next[0]).toBeCloseTo(20, 9);
  // The others keep their proportion.
  expect(next[1]).toBeCloseTo(40, 9);
  expect(next[2]).toBeCloseTo(40, 9);
});

test('four glasses of 200 mL are 800 mL', () => {
  expect(made(recipeForGlasses(almond, 4, 200)).milk.volumeMl).toBeCloseTo(800, 4);
});
