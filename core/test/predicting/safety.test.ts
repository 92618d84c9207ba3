import fc from 'fast-check';
import type { BatchEvent, EventBody, OwnIngredient, PackFigures, Prediction, Recipe } from '../../src';
import {
  ADDITION_TABLE,
  ALLERGENS,
  NUT_TABLE,
  allergensIn,
  batchAllergens,
  batchState,
  cautionsAt,
  cautionsBefore,
  clockLengthS,
  eventRefusal,
  findAddition,
  findIngredient,
  finishedMilkMl,
  householdCautions,
  ingredientFromPack,
  isFreeOf,
  plannedEvent,
  packOf,
  plainRecipe,
  pouringOrder,
  predict,
  recipeAllergens,
  replan,
  strainersOf,
  warmthAtC,
  warmthAfterC,
  withDose,
  USUAL_KITCHEN,
  TABLE_ONLY,
  NO_LOGS,
} from '../../src';
import { anyRecipe, workedRecipe } from '../recipes';
import { kitchenAt } from '../kitchens';

const AROUND = { roomTempC: 20, fridgeTempC: 4 };
const T0 = Date.UTC(2031, 2, 10, 9);
const MIN = 60_000;

function made(recipe: Recipe, own: readonly OwnIngredient[] = []): Prediction {
  const result = predict(recipe, kitchenAt(AROUND, own));
  if (!result.ok) throw new Error(result.refusal.code);
  return result.value;
}

const codes = (p: Prediction): string[] => p.cautions.map((caution) => caution.code);

const PACK: PackFigures = {
  key: 'own-one',
  name: 'One',
  kind: 'seed',
  allergens: [],
  byRegion: false,
  gels: false,
  seleniumUgPerG: null,
  rawLimitGPerServing: null,
  fatPct: 42.16,
  carbPct: 28.88,
  carbIncludesFibre: true,
  proteinPct: 18.29,
  sugarsPct: 1.55,
  fibrePct: 27.3,
  kcalPer100G: 534,
  cupG: 168,
};

function own(change: Partial<PackFigures>): OwnIngredient {
  const result = ingredientFromPack({ ...PACK, ...change });
  if (!result.ok) throw new Error(result.refusal.code);
  return result.value;
}

describe('allergens', () => {
  test('pine nut is a tree nut, whatever a region says of it', () => {
    const pine = findIngredient('pine', TABLE_ONLY)!;
    expect(allergensIn([pine])).toEqual([{ allergen: 'tree nut', byRegion: true }]);
    expect(allergensIn([pine, findIngredient('almond', TABLE_ONLY)!])).toEqual([
      { allergen: 'tree nut', byRegion: false },
    ]);
    expect(isFreeOf(recipeAllergens(plainRecipe('P', 'pine', 5, 2), TABLE_ONLY), ['tree nut'])).toBe(false);
  });

  test('an allergen that is not in our list is taken to be what is avoided', () => {
    const facts = { contains: allergensIn([own({ allergens: ['other'] })]), unknown: false };
    for (const avoided of ALLERGENS) expect(isFreeOf(facts, [avoided])).toBe(false);
    expect(isFreeOf(facts, [])).toBe(true);
  });

  test('while an ingredient cannot be read, its recipe is for nobody who avoids anything', () => {
    const facts = recipeAllergens(plainRecipe('Gone', 'own-gone', 5, 2), TABLE_ONLY);
    expect(facts).toEqual({ contains: [], unknown: true });
    expect(isFreeOf(facts, ['sesame'])).toBe(false);
  });

  test('whoever avoids anything and drinks it is told that its allergens are unknown', () => {
    const gone = { ...plainRecipe('Gone', 'own-gone', 5, 2), drinkers: ['Ilse', 'Bram'] };
    const people = [
      { name: 'Ilse', avoids: ['sesame' as const] },
      { name: 'Bram', avoids: [] },
    ];
    const household = { people, gear: USUAL_KITCHEN.gear };
    const found = cautionsBefore(gone, recipeAllergens(gone, TABLE_ONLY), [], household);
    expect(found[0]).toEqual({ code: 'allergens-unknown', params: { name: 'Ilse' } });
    expect(found.map(({ params }) => params['name'])).not.toContain('Bram');
  });

  test('a batch keeps the ingredient as it was when it was planned', () => {
    const was = own({ allergens: ['sesame'] });
    const planned = plannedEvent(plainRecipe('Own', 'own-one', 5, 2), kitchenAt(AROUND, [was]), 96);
    if (!planned.ok) throw new Error(planned.refusal.code);
    const state = batchState([{ ...planned.value, id: 'p', atMs: T0 }])!;
    const now = { ...was, allergens: [], revision: 2 };
    expect(batchAllergens(state, { own: [now] }).contains).toEqual([{ allergen: 'sesame', byRegion: false }]);
    expect(batchAllergens(state, TABLE_ONLY)).toMatchObject({ unknown: false });
  });

  test('what the recipe says and what its prediction says are the same, for any recipe', () => {
    let seen = 0;
    fc.assert(
      fc.property(anyRecipe, (recipe) => {
        const result = predict(recipe);
        if (!result.ok) return;
        seen++;
        expect(recipeAllergens(recipe, TABLE_ONLY)).toEqual({
          contains: result.value.allergens,
          unknown: false,
        });
      }),
      { numRuns: 400 },
    );
    expect(seen).toBeGreaterThan(40);
  });

  test('whoever avoids what is in it is warned of, drinker or not', () => {
    const pine = { ...plainRecipe('Pine', 'pine', 5, 2), drinkers: ['Ilse'] };
    const household = {
      people: [{ name: 'Ilse', avoids: ['tree nut' as const] }],
      gear: USUAL_KITCHEN.gear,
    };
    const found = householdCautions(pine, made(pine).allergens, household).map(({ code }) => code);
    expect(found).toEqual(['not-for-drinker']);
  });
});

describe('facts of an ingredient, wherever it comes from', () => {
  const flax = findIngredient('flax', TABLE_ONLY)!;
  const unsoaked = (ingredient: string): Recipe => {
    const base = workedRecipe(ingredient, 100, 4, 1);
    return { ...base, soak: { ...base.soak, method: 'none' } };
  };

  test('the cook’s own flax holds its milk as the table’s does', () => {
    const mine = own({ gels: true, rawLimitGPerServing: 15 });
    const theirs = made(unsoaked('flax'));
    const here = made(unsoaked('own-one'), [mine]);
    expect(here.pulp.massG / theirs.pulp.massG).toBeCloseTo(1, 1);
    expect(theirs.pulp.massG).toBeGreaterThan(400);
    expect(codes(here)).toEqual(expect.arrayContaining(['raw-limit', 'gel-keeps-milk']));
    const plain = made(unsoaked('own-one'), [own({})]);
    expect(plain.pulp.massG).toBeLessThan(0.5 * here.pulp.massG);
  });

  test('unstrained flax has no grit caution, strained flax the gel’s', () => {
    const recipe = unsoaked('flax');
    const loose = made({ ...recipe, strain: { ...recipe.strain, strainer: 'none' } });
    expect(codes(loose)).not.toContain('gritty-unstrained');
    expect(codes(loose)).not.toContain('gel-keeps-milk');
    expect(codes(made(recipe))).toContain('gel-keeps-milk');
    expect(flax.gels).toBe(true);
  });

  test('selenium is watched by what is in the nut, also in a blend', () => {
    const rich = own({ key: 'own-rich', seleniumUgPerG: 19.2, gels: false });
    expect(codes(made(workedRecipe('own-rich', 100, 4, 4), [rich]))).toContain('selenium-accent');
    const accent: Recipe = {
      ...workedRecipe('almond', 100, 4, 8),
      nuts: [
        { ingredient: 'almond', form: 'whole', share: 93 },
        { ingredient: 'brazil', form: 'whole', share: 7 },
      ],
    };
    expect(codes(made(accent))).not.toContain('selenium-accent');
    const more = accent.nuts.map((nut) => ({ ...nut, share: 1 }));
    expect(codes(made({ ...accent, nuts: more }))).toContain('selenium-accent');
  });

  test('a pack taken apart again makes the same ingredient', () => {
    const mine = own({ gels: true, allergens: ['soy'], seleniumUgPerG: 3 });
    expect(ingredientFromPack(packOf(mine))).toEqual({ ok: true, value: mine });
    const silent = own({ sugarsPct: null, fibrePct: null, kcalPer100G: null, cupG: null });
    expect(packOf(silent)).toMatchObject({ sugarsPct: null, fibrePct: null, kcalPer100G: null, cupG: null });
  });

  test('a pack that cannot be is refused at the field that is wrong', () => {
    const chia = { ...PACK, fatPct: 31, carbPct: 7.7, proteinPct: 17, sugarsPct: null, fibrePct: 34.4 };
    expect(ingredientFromPack(chia)).toMatchObject({
      refusal: { code: 'fibre-over-carbohydrate', path: ['fibrePct'] },
    });
    expect(ingredientFromPack({ ...chia, carbIncludesFibre: false })).toMatchObject({
      ok: true,
      value: { carbPct: expect.closeTo(42.1, 9) as number },
    });
    expect(ingredientFromPack({ ...PACK, sugarsPct: 9 })).toMatchObject({
      refusal: { code: 'sugars-over-carbohydrate', path: ['sugarsPct'] },
    });
  });
});

describe('a soak whose water is kept', () => {
  const flour = workedRecipe('almond', 60, 1, 0.5);
  const hot: Recipe = {
    ...flour,
    nuts: [{ ingredient: 'almond', form: 'ground', share: 1 }],
    waterPerNut: 10,
    soak: { ...flour.soak, method: 'hot', hours: 0.5, pourTempC: 95 },
  };

  test('hot, it has to cool, and says for how long', () => {
    const { soak, cautions, minutes } = made(hot);
    const endC = 20 + 75 * Math.exp(-0.5 / 0.75);
    expect(soak.endTempC).toBeCloseTo(endC, 9);
    expect(soak.cooling?.bathH).toBeCloseTo(0.25 * Math.log((endC - 15) / 15), 9);
    expect(soak.cooling?.standingH).toBeCloseTo(0.75 * Math.log((endC - 20) / 10), 9);
    expect(minutes.coolMin).toBeCloseTo((soak.cooling?.bathH ?? 0) * 60, 9);
    expect(cautions.map(({ code }) => code)).toContain('cool-kept-soak');
    expect(cautions.map(({ code }) => code)).not.toContain('hot-soak');
  });

  test('enters the jug as warm as it has become, and no colder', () => {
    // 60 g of flour and 180 g of its water at 30 °C, 420 g more at 15 °C.
    const { blend } = made(hot);
    const kj = { flour: 0.06 * 1.9, kept: 0.18 * 4.18, rest: 0.42 * 4.18 };
    const startC = ((kj.flour + kj.kept) * 30 + kj.rest * 15) / (kj.flour + kj.kept + kj.rest);
    expect(blend.warming.startC).toBeCloseTo(startC, 6);
    // All the liquid kept: nothing cold is left to add.
    expect(made({ ...hot, waterPerNut: 3 }).blend.warming.startC).toBeCloseTo(30, 6);
  });

  test('cold, it comes at the fridge’s warmth and needs no cooling', () => {
    const cold: Recipe = { ...hot, soak: { ...hot.soak, method: 'fridge', hours: 10, pourTempC: 15 } };
    expect(made(cold).soak.cooling).toBeNull();
    expect(made(cold).blend.warming.startC).toBeLessThan(made(hot).blend.warming.startC);
  });

  test('at the jug the water still to add is what the bowl does not bring', () => {
    const prediction = made(hot);
    const order = pouringOrder(hot, prediction);
    expect(order[0]).toMatchObject({ do: 'liquid' });
    const liquid = order.find((step) => step.do === 'liquid');
    const soaked = order.find((step) => step.do === 'nuts');
    expect(liquid?.do === 'liquid' && liquid.volumeMl).toBeCloseTo(420 / 0.998, 6);
    expect(soaked?.do === 'nuts' && soaked.massG).toBeCloseTo(240, 6);
    expect(pouringOrder({ ...hot, waterPerNut: 3 }, made({ ...hot, waterPerNut: 3 }))[0]).toMatchObject({
      do: 'nuts',
    });
  });

  describe('at the counter', () => {
    const planned = plannedEvent(hot, kitchenAt(AROUND), 96);
    if (!planned.ok) throw new Error(planned.refusal.code);
    const log = (...taps: [number, EventBody][]): BatchEvent[] => [
      { ...planned.value, id: 'p', atMs: T0 },
      ...taps.map(([min, what], i) => ({ ...what, id: `e${i}`, atMs: T0 + min * MIN })),
    ];
    const soaked: [number, EventBody][] = [
      [1, { type: 'step-done', step: 'weigh' }],
      [2, { type: 'step-begun', step: 'soak', timerS: null }],
      [32, { type: 'step-done', step: 'soak' }],
    ];
    const state = (...more: [number, EventBody][]) => batchState(log(...soaked, ...more))!;
    const done: EventBody = { type: 'step-done', step: 'cool' };
    const begun: EventBody = { type: 'step-begun', step: 'cool', timerS: null };
    const bowl = (tempC: number): EventBody => ({ type: 'probed', what: 'bowl', tempC });

    test('nothing is drained and nothing weighed: it cools, then it is blended', () => {
      expect(
        state()
          .steps.map(({ kind }) => kind)
          .slice(0, 4),
      ).toEqual(['weigh', 'soak', 'cool', 'blend']);
    });

    test('blending before it is cool is refused', () => {
      const at = (min: number, ...more: [number, EventBody][]) =>
        eventRefusal(state(...more), done, NO_LOGS, T0 + min * MIN);
      expect(at(33)).toBe('still-hot');
      expect(at(40, [33, begun])).toBe('still-hot');
      expect(at(60, [33, begun])).toBeNull();
      // What the probe says counts, whatever the clock does.
      expect(at(60, [33, begun], [59, bowl(41)])).toBe('still-hot');
      expect(at(40, [33, begun], [39, bowl(29)])).toBeNull();
      const early = eventRefusal(
        state(),
        { type: 'step-begun', step: 'blend-1', timerS: null },
        NO_LOGS,
        T0 + 33 * MIN,
      );
      expect(early).toBe('not-the-current-step');
    });

    test('a soak that was cut short leaves a hotter bowl, which needs longer', () => {
      const cut = batchState(
        log(...soaked.slice(0, 2), [7, { type: 'step-done', step: 'soak' }], [8, begun]),
      )!;
      const endC = 20 + 75 * Math.exp(-5 / 60 / 0.75);
      const needsMin = Math.ceil(15 * Math.log((endC - 15) / 15));
      expect(clockLengthS(cut.current!, replan(cut, USUAL_KITCHEN, T0 + 8 * MIN), cut)).toBe(needsMin * 60);
      const at = (min: number) => eventRefusal(cut, done, NO_LOGS, T0 + (8 + min) * MIN);
      expect(at(needsMin - 1)).toBe('still-hot');
      expect(at(needsMin)).toBeNull();
      // However short somebody sets the clock.
      const hasty: EventBody = { type: 'step-begun', step: 'cool', timerS: 1 };
      const set = batchState(log(...soaked, [33, hasty]))!;
      expect(eventRefusal(set, done, NO_LOGS, T0 + 35 * MIN)).toBe('still-hot');
    });

    test('a batch of the guide before, which has no cooling step, is not blended hot either', () => {
      const older = plannedEvent(hot, kitchenAt(AROUND), 96, 2);
      if (!older.ok) throw new Error(older.refusal.code);
      const taps = [...soaked, [33, { type: 'step-done', step: 'drain' }] as const].map(([min, what], i) => ({
        ...(what as EventBody),
        id: `e${i}`,
        atMs: T0 + min * MIN,
      }));
      const weighed = { type: 'step-done' as const, step: 'weigh-soaked', id: 'w', atMs: T0 + 34 * MIN };
      const there = batchState([{ ...older.value, id: 'p', atMs: T0 }, ...taps, weighed])!;
      const blend: EventBody = { type: 'step-begun', step: 'blend-1', timerS: null };
      expect(eventRefusal(there, blend, NO_LOGS, T0 + 35 * MIN)).toBe('still-hot');
      expect(eventRefusal(there, blend, NO_LOGS, T0 + 50 * MIN)).toBeNull();
    });

    test('a bowl that was probed enters the jug as it was read', () => {
      const cold = replan(state([33, begun], [45, bowl(18)], [46, done]), USUAL_KITCHEN, T0 + 47 * MIN);
      expect(cold.warming.startC).toBeLessThan(made(hot).blend.warming.startC - 3);
      expect(warmthAtC(cold, 40)).toBeCloseTo(warmthAfterC(cold.prediction.blend.warming!, 40), 9);
    });
  });
});

describe('the warmth limit in force', () => {
  test('is the cook’s own, but 30 °C after a hot soak', () => {
    const base = workedRecipe('almond', 143, 4, 8);
    expect(made(base).blend.warmthLimitC).toBe(35);
    const hot: Recipe = { ...base, soak: { ...base.soak, method: 'hot', hours: 0.5, pourTempC: 95 } };
    expect(made(hot).blend.warmthLimitC).toBe(30);
    const shy = { ...hot, blend: { ...hot.blend, warmthLimitC: 25 } };
    expect(made(shy).blend.warmthLimitC).toBe(25);
  });

  test('six minutes on flour with ten parts of water stay below boiling', () => {
    const flour: Recipe = {
      ...workedRecipe('almond', 60, 1, 1),
      nuts: [{ ingredient: 'almond', form: 'ground', share: 1 }],
      waterPerNut: 10,
    };
    const long: Recipe = {
      ...flour,
      soak: { ...flour.soak, method: 'none' },
      blend: { ...flour.blend, end: { by: 'seconds', seconds: 360 } },
    };
    const p = made(long);
    expect(p.blend.endTempC).toBeLessThan(90);
    expect(codes(p)).toEqual(expect.arrayContaining(['too-warm', 'tastes-cooked']));
    const boiling = made({ ...long, blend: { ...long.blend, end: { by: 'seconds', seconds: 1800 } } });
    expect(boiling.blend.endTempC).toBe(95);
    expect(codes(boiling)).toContain('boils-over');
  });

  test.each([
    [20, 4, 29.3],
    [20, 2, 33.5],
    [15, 4, 25.0],
    [15, 2, 29.9],
  ])('almonds, liquid at %s °C, %s cups: worked figure', (liquidTempC, cups, endC) => {
    const base = workedRecipe('almond', 143, cups, 10);
    const p = made({ ...base, blend: { ...base.blend, liquidTempC } });
    expect(Math.abs(p.blend.endTempC - endC)).toBeLessThan(0.0501);
  });

  test.each([
    ['high-speed-jug', 20, 73.0],
    ['standard-jug', 20, 47.6],
    ['high-speed-jug', 15, 70.0],
    ['standard-jug', 15, 44.6],
  ] as const)('flour in a %s, liquid at %s °C: worked figure', (machine, liquidTempC, endC) => {
    const base = workedRecipe('almond', 60, 1, 1);
    const p = made({
      ...base,
      nuts: [{ ingredient: 'almond', form: 'ground', share: 1 }],
      waterPerNut: (600 * 0.998) / 60,
      soak: { ...base.soak, method: 'none' },
      blend: { ...base.blend, machine, liquidTempC, end: { by: 'seconds', seconds: 300 } },
    });
    expect(Math.abs(p.blend.endTempC - endC)).toBeLessThan(0.0501);
  });

  test('a plain litre fits a standard jug, whose line is the maker’s', () => {
    expect(made(plainRecipe('Plain', 'almond', 6.6, 12)).blend).toMatchObject({ loads: 1 });
  });

  test('seconds proposed are never too few to draw everything through the blades', () => {
    const least = { 'personal-cup': 45, 'standard-jug': 60, 'high-speed-jug': 40 } as const;
    const soft = { ...plainRecipe('Hemp', 'hemp', 4, 1), amount: { by: 'nuts' as const, massG: 40 } };
    for (const machine of Object.keys(least) as (keyof typeof least)[]) {
      const recipe: Recipe = {
        ...soft,
        soak: { ...soft.soak, method: 'none' },
        blend: { ...soft.blend, machine },
      };
      expect(made(recipe).blend.secondsPerLoad).toBe(least[machine]);
      const byHand: Recipe = { ...recipe, blend: { ...recipe.blend, end: { by: 'seconds', seconds: 12 } } };
      expect(made(byHand).blend.secondsPerLoad).toBe(12);
    }
  });

  test('ice that is left is told, and holds the load at zero', () => {
    const base = workedRecipe('almond', 143, 4, 8);
    const icy = made({ ...base, blend: { ...base.blend, iceShare: 0.9 } });
    expect(icy.blend.iceLeftG).toBeGreaterThan(100);
    expect(icy.blend.endTempC).toBe(0);
    expect(codes(icy)).toContain('ice-left');
  });

  test('thick first, the rinse cools the milk that the keeping clock starts with', () => {
    const base = workedRecipe('almond', 250, 4, 8);
    const thick = made({ ...base, blend: { ...base.blend, waterOrder: 'thick-first' } });
    expect(thick.blend.milkTempC).toBeLessThan(thick.blend.endTempC - 1);
    expect(thick.blend.milkTempC).toBeGreaterThan(15);
    expect(made(base).blend.milkTempC).toBe(made(base).blend.endTempC);
  });
});

describe('a second strainer', () => {
  const base = workedRecipe('almond', 143, 4, 10);
  const through = (strain: Partial<Recipe['strain']>, blend: Partial<Recipe['blend']> = {}): Recipe => ({
    ...base,
    blend: { ...base.blend, ...blend },
    strain: { ...base.strain, ...strain },
  });
  const bag = { strainer: 'fine-bag' as const, strainerName: null };

  test('bag after sieve catches four grains in five, which hold the bag’s share', () => {
    const sieve = made(through({ strainer: 'fine-sieve' }));
    const both = made(through({ strainer: 'fine-sieve', second: bag }));
    const finesG = (p: Prediction): number => (p.milk.gritPct / 100) * p.milk.massG;
    const caughtG = 0.8 * finesG(sieve);
    const restG = sieve.milk.massG - caughtG;
    const heldG = 1.7 * caughtG;
    expect(both.milk.massG).toBeCloseTo(restG - heldG, 6);
    expect(both.pulp.massG).toBeCloseTo(sieve.pulp.massG + caughtG + heldG, 6);
    expect(finesG(both)).toBeCloseTo((0.2 * finesG(sieve) * (restG - heldG)) / restG, 6);
    expect(both.lossG).toBe(sieve.lossG);
  });

  test('a coarser one after a finer one changes nothing', () => {
    const once = made(base);
    const twice = made(through({ second: { strainer: 'fine-sieve', strainerName: null } }));
    expect(twice.milk.massG).toBeCloseTo(once.milk.massG, 9);
    expect(twice.milk.gritPct).toBeCloseTo(once.milk.gritPct, 9);
  });

  test('what leaves a press passes the recipe’s strainer', () => {
    const press = { machine: 'cold-press' as const };
    expect(strainersOf(through({}, press))).toEqual(['cold-press', 'fine-bag']);
    const alone = made(through({ strainer: 'none' }, press));
    const bagged = made(through({}, press));
    const sieved = made(through({ strainer: 'fine-sieve' }, press));
    expect(bagged.milk.gritPct).toBeLessThan(0.65 * alone.milk.gritPct);
    expect(sieved.milk.gritPct).toBeCloseTo(alone.milk.gritPct, 9);
    expect(made(through({ strainer: 'cold-press' }, press)).milk).toEqual(alone.milk);
  });

  test('jug then press: the press holds less than a bag', () => {
    const pressed = made(through({ strainer: 'cold-press' }));
    expect(pressed.pulp.massG).toBeLessThan(made(base).pulp.massG);
    expect(pressed.blend.secondsPerLoad).toBe(60);
  });

  test('is refused where nothing is strained first', () => {
    const result = predict(through({ strainer: 'none', second: bag }));
    expect(result).toMatchObject({ ok: false, refusal: { code: 'no-second-strainer' } });
  });

  test('is a step of its own', () => {
    const planned = plannedEvent(through({ strainer: 'fine-sieve', second: bag }), kitchenAt(AROUND), 96);
    if (!planned.ok) throw new Error(planned.refusal.code);
    const { steps } = batchState([{ ...planned.value, id: 'p', atMs: T0 }])!;
    expect(steps.map(({ kind }) => kind)).toContain('strain-again');
  });
});

describe('doses', () => {
  const base = workedRecipe('almond', 143, 4, 8);
  const dosed = (addition: string, gPerL: number, when: 'before' | 'after' = 'after'): Recipe => ({
    ...base,
    additions: [{ addition, when, gPerL }],
  });

  test.each(ADDITION_TABLE.filter((row) => row.capGPerL !== null).map((row) => [row.key, row.capGPerL ?? 0]))(
    '%s: above its cap a caution with the reason, above three times a refusal',
    (key, cap) => {
      expect(codes(made(dosed(key, cap)))).not.toContain('over-cap');
      const over = made(dosed(key, 2.9 * cap)).cautions.find(({ code }) => code === 'over-cap');
      expect(over?.params['note']).toBe(findAddition(key, TABLE_ONLY)?.caution);
      expect(predict(dosed(key, 3.1 * cap))).toMatchObject({ refusal: { code: 'dose-over-cap' } });
      // Parted in two it is still as much.
      const twice = {
        ...base,
        additions: [...dosed(key, 2 * cap).additions, ...dosed(key, 2 * cap, 'before').additions],
      };
      expect(predict(twice)).toMatchObject({ refusal: { code: 'dose-over-cap' } });
    },
  );

  test('four dates are four dates, also blended in', () => {
    for (const when of ['before', 'after'] as const) {
      const four = withDose(
        dosed('date_medjool', 20, when),
        0,
        96,
        { unit: 'each', per: 'batch' },
        kitchenAt(AROUND),
      );
      expect(made(four).additions[0]?.massG).toBeCloseTo(96, 5);
    }
  });

  test('salt and soda pass the strainer whole', () => {
    for (const key of ['salt', 'baking_soda']) {
      const before = made(dosed(key, 0.5, 'before'));
      const solidsG = (p: Prediction): number => (p.milk.solidsPct / 100) * p.milk.massG + p.pulp.dryG;
      const share =
        before.milk.massG / (before.milk.massG + before.pulp.massG + before.lossG - before.pulp.dryG);
      const sodium = (before.nutrition.sodiumMg * before.finish.volumeMl) / 100;
      const brought =
        ((before.additions[0]?.massG ?? 0) * (findAddition(key, TABLE_ONLY)?.sodiumMgPer100G ?? 0)) / 100;
      expect(sodium / brought).toBeCloseTo(share, 1);
      expect(sodium / brought).toBeGreaterThan(0.85);
      expect(solidsG(before)).toBeGreaterThan(0);
    }
  });
});

describe('peeling', () => {
  const base = { ...workedRecipe('almond', 143, 4, 10), peel: 'pinch' as const };
  const of = (ingredient: string, form: 'whole' | 'chopped' | 'ground') => ({ ingredient, form, share: 1 });
  test.each([
    ['flour', [of('almond', 'ground')]],
    ['chopped nuts', [of('almond', 'chopped')]],
    ['blanched nuts', [of('almond_blanched', 'whole')]],
    ['whole nuts in a bowl with flour', [of('almond', 'whole'), of('almond', 'ground')]],
  ])('%s are refused', (_name, nuts) => {
    const soak = { ...base.soak, hours: 1.5 };
    expect(predict({ ...base, nuts, soak })).toMatchObject({ ok: false, refusal: { code: 'cannot-peel' } });
  });

  test('whole almonds beside cashews are peeled, the cashews not', () => {
    expect(
      made({ ...base, nuts: [of('almond', 'whole'), of('cashew', 'whole')] }).peel.skinsG,
    ).toBeGreaterThan(0);
  });
});

test('no figure of any recipe is -0, or nothing with rounding on it', () => {
  const numbers = (value: unknown): number[] =>
    typeof value === 'number'
      ? [value]
      : typeof value === 'object' && value !== null
        ? Object.values(value).flatMap(numbers)
        : [];
  let seen = 0;
  fc.assert(
    fc.property(anyRecipe, (recipe) => {
      const result = predict(recipe);
      if (!result.ok) return;
      seen++;
      for (const one of numbers(result.value))
        expect(Object.is(one, -0) || (one < 0 && one > -1e-9)).toBe(false);
    }),
    { numRuns: 500 },
  );
  expect(seen).toBeGreaterThan(50);
});

describe('cautions at the step they concern', () => {
  const base = workedRecipe('almond', 143, 4, 8);
  const dates: Recipe = {
    ...base,
    additions: [
      { addition: 'date_medjool', when: 'before', gPerL: 40 },
      { addition: 'honey', when: 'after', gPerL: 10 },
    ],
  };
  const notes = (kind: Parameters<typeof cautionsAt>[0], recipe: Recipe): string[] =>
    cautionsAt(kind, made(recipe).cautions).map(
      ({ code, params }) => `${code} ${params['key'] ?? params['name']}`,
    );

  test('pits at the dates, honey at the finishing, Brazil nut and flax at the weighing', () => {
    expect(notes('weigh', dates)).toEqual(['addition-note date_medjool']);
    expect(notes('blend', dates)).toEqual(['addition-note date_medjool']);
    expect(notes('finish', dates)).toEqual(['addition-note honey']);
    expect(notes('weigh', { ...base, nuts: [{ ingredient: 'brazil', form: 'whole', share: 1 }] })).toContain(
      'selenium-accent Brazil nut',
    );
  });
});

describe('what there is to bottle', () => {
  const base = workedRecipe('almond', 143, 4, 8);
  const banana: Recipe = { ...base, additions: [{ addition: 'banana', when: 'after', gPerL: 118 }] };
  const planned = plannedEvent(banana, kitchenAt(AROUND), 96);
  if (!planned.ok) throw new Error(planned.refusal.code);
  const whole: BatchEvent = { ...planned.value, id: 'p', atMs: T0 };
  const state = (...happenings: EventBody[]) =>
    batchState([
      whole,
      ...happenings.map((what, i) => ({ ...what, id: `e${i}`, atMs: T0 + (i + 1) * MIN })),
    ])!;
  const litre: EventBody = { type: 'measured', what: 'milk', reading: { volumeMl: 1000 } };

  test('counts what is stirred in', () => {
    const { prediction } = state();
    const ml = finishedMilkMl(state(litre), prediction);
    // 118 g of banana: 88 g of water and 29 g of solids.
    expect(ml).toBeGreaterThan(1100);
    expect(ml).toBeLessThan(1118);
  });

  test('counts water that was added since the milk was measured, and not what was measured with it', () => {
    const strained = state(litre).steps.filter(({ kind }) => kind === 'strain');
    expect(strained).toHaveLength(3);
    const done = state()
      .steps.slice(0, -6)
      .map(({ id }): EventBody => ({ type: 'step-done', step: id }));
    const water: EventBody = { type: 'liquid-added', volumeMl: 100 };
    const { prediction } = state();
    const grown = finishedMilkMl(state(litre), prediction) / 1000;
    expect(finishedMilkMl(state(...done, litre, water), prediction)).toBeCloseTo(1100 * grown, 6);
    expect(finishedMilkMl(state(...done, water, litre), prediction)).toBeCloseTo(1000 * grown, 6);
  });

  test('not measured, the batch goes on with what is expected, and says so', () => {
    const without = state({ type: 'not-measured', what: 'milk' });
    expect(without.measured).toMatchObject({ milkMl: null, without: ['milk'] });
    expect(finishedMilkMl(without, without.prediction)).toBeCloseTo(
      without.prediction.finish?.volumeMl ?? 0,
      9,
    );
    const eyed = state({ ...litre, byEye: true });
    expect(eyed.measured.byEye).toEqual(['milk']);
    expect(state({ ...litre, byEye: true }, litre).measured.byEye).toEqual([]);
  });
});

test('every nut of the table says what can hurt in columns, not by its key', () => {
  expect(NUT_TABLE.filter((nut) => nut.gels).map(({ key }) => key)).toEqual(['flax']);
  expect(NUT_TABLE.filter((nut) => nut.seleniumUgPerG !== null).map(({ key }) => key)).toEqual(['brazil']);
  expect(NUT_TABLE.filter((nut) => nut.byRegion).map(({ key }) => key)).toEqual(['pine']);
  expect(ADDITION_TABLE.filter((one) => one.shortensKeeping).map(({ key }) => key)).toEqual([
    'date_medjool',
    'date_deglet',
    'banana',
    'strawberry',
    'coconut_water',
  ]);
});
