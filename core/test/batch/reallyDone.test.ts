import fc from 'fast-check';
import type { BatchState, CorrectableBody, EventBody, JarPlace, Recipe } from '../../src';
import {
  BREWED_C,
  DRINKS,
  DRINK_ADDITIONS,
  USUAL_KITCHEN,
  batchAllergens,
  batchState,
  batchSummary,
  bottledMilkTempC,
  departures,
  doseLines,
  doseTrouble,
  dosesTogether,
  drinkFigures,
  findAddition,
  finishedMilkMl,
  hygieneAsked,
  isCorrectable,
  isFibrous,
  jarAllergens,
  jarKeeping,
  jarTerms,
  jarsToFill,
  jugAgainLoad,
  jugAgainWarmthC,
  likedBest,
  lineG,
  meanLiking,
  mixedDrink,
  needsBlades,
  nutritionWith,
  outUntilMs,
  recipeAsMade,
  replan,
  strainedMilkMl,
  stretchOf,
  tempInDrinkC,
  warmthOfDrink,
  withDrink,
} from '../../src';
import { kitchenAt } from '../kitchens';
import { workedRecipe } from '../recipes';
import { AROUND, H, JAR, Making, READINGS, S } from './making';

const PANTRY = { own: [] };
const KITCHEN = kitchenAt(AROUND);
const plain: Recipe = {
  ...workedRecipe('almond', 143, 4, 4),
  soak: { ...workedRecipe('almond', 143, 4, 4).soak, method: 'none' },
};
const salted: Recipe = { ...plain, additions: [{ addition: 'salt', when: 'after', gPerL: 0.5 }] };
const dated: Recipe = {
  ...plain,
  additions: [
    { addition: 'date_medjool', when: 'after', gPerL: 30 },
    { addition: 'cocoa_powder', when: 'after', gPerL: 10 },
  ],
};
const measuredMl = (volumeMl: number): EventBody => ({
  type: 'measured',
  what: 'milk',
  reading: { volumeMl },
});
const planned = (batch: Making) => replan(batch.state, KITCHEN, batch.nowMs).prediction;
const gPerL = ({ additions }: Recipe, key: string): number =>
  additions.reduce((sum, one) => (one.addition === key ? sum + one.gPerL : sum), 0);

describe('what was stirred in', () => {
  test('two dates more, salt left out, and cinnamon that nobody planned', () => {
    const batch = new Making({ ...dated, additions: [...dated.additions, ...salted.additions] })
      .upTo('weigh-milk')
      .record(measuredMl(900))
      .upTo('finish')
      .record({ type: 'stirred-in', addition: 'date_medjool', massG: 27 })
      .record({
        type: 'stirred-in',
        addition: 'date_medjool',
        massG: 48,
        said: { unit: 'each', per: 'batch' },
      })
      .record({ type: 'left-out', addition: 'salt' })
      .record({ type: 'stirred-in', addition: 'cinnamon', massG: 0.9 });
    const strainedMl = strainedMilkMl(batch.state, planned(batch));
    expect(strainedMl).toBeCloseTo(900, 6);
    const lines = doseLines(batch.state, 933, strainedMl);
    expect(lines.map((line) => [line.addition, lineG(line), line.plannedG, line.leftOut])).toEqual([
      ['date_medjool', 75, expect.closeTo(27, 6), false],
      ['cocoa_powder', expect.closeTo(9, 6), expect.closeTo(9, 6), false],
      ['salt', 0, expect.closeTo(0.45, 6), true],
      ['cinnamon', 0.9, null, false],
    ]);
    const made = recipeAsMade(batch.state);
    expect(gPerL(made, 'date_medjool')).toBeCloseTo(75 / 0.9, 6);
    expect(gPerL(made, 'salt')).toBe(0);
    expect(gPerL(made, 'cinnamon')).toBeCloseTo(1, 6);
    expect(departures(batch.state).filter(({ what }) => what === 'dose')).toEqual([
      { what: 'dose', addition: 'date_medjool', when: 'after', plannedG: expect.closeTo(27, 6), doneG: 75 },
      { what: 'dose', addition: 'salt', when: 'after', plannedG: expect.closeTo(0.45, 6), doneG: 0 },
      { what: 'dose', addition: 'cinnamon', when: 'after', plannedG: null, doneG: 0.9 },
    ]);
  });

  test('cost, nutrition, allergens and keeping follow it', () => {
    const batch = new Making(plain).upTo('taste');
    const before = planned(batch);
    expect(batchAllergens(batch.state, PANTRY).contains.map(({ allergen }) => allergen)).toEqual([
      'tree nut',
    ]);
    batch.record(
      { type: 'stirred-in', addition: 'lecithin_soy', massG: 2 },
      { type: 'stirred-in', addition: 'date_medjool', massG: 48 },
    );
    const after = planned(batch);
    expect(batchAllergens(batch.state, PANTRY).contains.map(({ allergen }) => allergen)).toContain('soy');
    // 48 g of dates hold 66.47 % sugars, all of them in the milk.
    const sugarsG = (p: typeof after): number =>
      ((p.nutrition?.sugarsG ?? 0) * (p.finish?.volumeMl ?? 0)) / 100;
    expect(sugarsG(after) - sugarsG(before)).toBeCloseTo(48 * 0.6647, 1);
    expect(jarTerms(batch.state, { cooledAsMl: 900, doses: [] }).fruit).toBe(true);
    expect(batchSummary(batch.state).parts).toEqual([
      { key: 'almond', massG: 143 },
      { key: 'lecithin_soy', massG: 2 },
      { key: 'date_medjool', massG: 48 },
    ]);
    // Blended in, it takes the way through the strainer like any other.
    const early = new Making(plain).record({ type: 'stirred-in', addition: 'date_medjool', massG: 48 });
    expect(recipeAsMade(early.state).additions).toEqual([
      {
        addition: 'date_medjool',
        when: 'before',
        gPerL: expect.closeTo(48000 / early.state.prediction.milk.volumeMl, 3),
      },
    ]);
    expect(planned(early).milk.solidsPct).toBeGreaterThan(before.milk.solidsPct + 2);
  });

  test('what is left out needs to be planned; nothing goes in once it is bottled', () => {
    const batch = new Making(salted).upTo('finish');
    expect(batch.refusal({ type: 'left-out', addition: 'cinnamon' })).toBe('not-planned');
    batch.upTo('label');
    expect(batch.refusal({ type: 'stirred-in', addition: 'salt', massG: 1 })).toBe('batch-over');
  });

  test('a dose that is a slip is told from one that is much', () => {
    const nutmeg = findAddition('nutmeg', PANTRY);
    if (!nutmeg) throw new Error('no nutmeg');
    expect(doseTrouble(nutmeg, 0, 1000)).toEqual({ why: 'nothing' });
    expect(doseTrouble(nutmeg, 1, 1000)).toBeNull();
    // Three times the cap of half a gram a litre.
    expect(doseTrouble(nutmeg, 1.6, 1000)).toEqual({ why: 'too-much', gPerL: 1.5 });
  });
});

describe('taste and stretch', () => {
  test('worked: water to the aim of a thinner body, and the tasting glass counted', () => {
    const batch = new Making(plain).upTo('weigh-milk').record(measuredMl(900)).upTo('taste');
    const prediction = planned(batch);
    const { solidsPct, body, waterMl } = stretchOf(batch.state, prediction);
    expect(body).toBe('everyday');
    expect(solidsPct).toBeCloseTo(prediction.milk.solidsPct, 9);
    const massG = 900 * prediction.milk.densityGPerMl;
    expect(waterMl).toEqual([
      { body: 'everyday', volumeMl: expect.closeTo((massG * (solidsPct / 5.25 - 1)) / 0.998, 6) },
      { body: 'light', volumeMl: expect.closeTo((massG * (solidsPct / 3.2 - 1)) / 0.998, 6) },
    ]);
    const lightMl = waterMl[1]?.volumeMl ?? 0;
    batch.record({ type: 'tasted', volumeMl: 30 }).record({ type: 'liquid-added', volumeMl: lightMl });
    expect(strainedMilkMl(batch.state, planned(batch))).toBeCloseTo(870 + lightMl, 6);
    expect(stretchOf(batch.state, planned(batch)).body).toBe('light');
    expect(batch.refusal({ type: 'tasted', volumeMl: 20_000 })).toBe('more-than-there-is');
  });

  test('nothing is tasted before it is strained', () => {
    expect(new Making(plain).refusal({ type: 'tasted', volumeMl: 30 })).toBe('not-strained');
  });
});

describe('back into the jug', () => {
  const ids = ({ steps }: BatchState): string[] => steps.map(({ id }) => id);

  test('the recipe decides: fat, emulsifier, dates and fruit want blades, and what is fibrous is strained again', () => {
    const wants = (key: string): [boolean, boolean] => {
      const found = findAddition(key, PANTRY);
      if (!found) throw new Error(key);
      return [needsBlades(found), isFibrous(found)];
    };
    expect(wants('coconut_oil')).toEqual([true, false]);
    expect(wants('lecithin_sunflower')).toEqual([true, false]);
    expect(wants('date_medjool')).toEqual([true, true]);
    expect(wants('banana')).toEqual([true, false]);
    expect(wants('ice')).toEqual([true, false]);
    expect(wants('salt')).toEqual([false, false]);
    expect(wants('cocoa_powder')).toEqual([false, false]);
    const steps = ids(new Making(dated).state);
    expect(steps.slice(steps.indexOf('finish'))).toEqual([
      'finish',
      'jug-again-1',
      'strain-finished',
      'bottle',
      'label',
      'pulp',
      'wash-up',
    ]);
    expect(ids(new Making(salted).state)).not.toContain('jug-again-1');
    // A litre in a small cup goes in twice.
    const cup: Recipe = { ...dated, blend: { ...dated.blend, machine: 'personal-cup' } };
    expect(ids(new Making(cup).state)).toContain('jug-again-2');
  });

  test('without the dates it is not needed, and the cook may ask for it', () => {
    const batch = new Making(dated).upTo('finish').record({ type: 'left-out', addition: 'date_medjool' });
    expect(ids(batch.state)).not.toContain('jug-again-1');
    batch.record({ type: 'jug-again', strain: false });
    expect(ids(batch.state)).toContain('jug-again-1');
    expect(ids(batch.state)).not.toContain('strain-finished');
    expect(new Making(plain).refusal({ type: 'jug-again', strain: false })).toBe('not-strained');
  });

  test('worked: ten seconds at two fifths of the speed hardly warm it; a minute at full speed would', () => {
    const batch = new Making(dated).upTo('jug-again-1');
    const startC = jugAgainWarmthC(batch.state, 0);
    // P = 700 · 0.4^2.5 = 70.8 W into 4.18 kJ/K of a litre, less what the jug loses to a cooler room.
    expect(jugAgainWarmthC(batch.state, 10) - startC).toBeLessThan(0.25);
    const cold = bottledMilkTempC(batch.state);
    batch
      .begin()
      .after(600 * S)
      .done();
    expect(bottledMilkTempC(batch.state)).toBeGreaterThan(cold);
    // The two hours count on from the first blending.
    expect(batch.state.blendEndMs).toBeLessThan(batch.nowMs - 600 * S);
  });

  test('another speed can be said: a fill at full speed takes (1 / 0.4)^2.5 times the power', () => {
    const cup: Recipe = { ...dated, blend: { ...dated.blend, machine: 'personal-cup' } };
    const batch = new Making(cup).upTo('jug-again-1');
    const { fills, massG, speed } = jugAgainLoad(batch.state);
    expect([fills, speed]).toEqual([2, 0.4]);
    expect(2 * massG).toBeCloseTo(batch.state.prediction.finish?.massG ?? 0, 9);
    const risenC = (seconds: number): number =>
      jugAgainWarmthC(batch.state, seconds) - jugAgainWarmthC(batch.state, 0);
    const slowC = risenC(1);
    batch.record({ type: 'equipment-used', jugAgainSpeed: 1 });
    // 250 · 0.4^2.5 = 25.3 W against 250, less what 2 W/K give off to the room.
    const lossW = 2 * (jugAgainWarmthC(batch.state, 0) - AROUND.roomTempC);
    expect(risenC(1) / slowC).toBeCloseTo((250 - lossW) / (250 * 0.4 ** 2.5 - lossW), 2);
    expect(departures(batch.state)).toContainEqual({ what: 'jug-again-speed', planned: 0.4, done: 1 });
    expect(batch.undo().state.equipment.jugAgainSpeed).toBeUndefined();
  });
});

describe('other gear than planned', () => {
  test('muslin for the bag: more fines, more pulp, its own step for a second strainer, and the record says so', () => {
    const batch = new Making(plain).upTo('strain-1');
    const before = planned(batch);
    batch.record({
      type: 'equipment-used',
      strain: {
        strainer: 'muslin',
        strainerName: null,
        squeeze: 'light',
        second: { strainer: 'fine-sieve', strainerName: null },
      },
    });
    const after = planned(batch);
    expect(after.milk.volumeMl).toBeLessThan(before.milk.volumeMl);
    expect(batch.state.steps.map(({ id }) => id)).toContain('strain-again');
    expect(recipeAsMade(batch.state).strain.strainer).toBe('muslin');
    expect(departures(batch.state).map(({ what }) => what)).toContain('strainer');
    expect(replan(batch.state, KITCHEN, batch.nowMs).changes.map(({ fact }) => fact)).toContain('equipment');
  });

  test('the same figures as had it been planned so', () => {
    const speed = { ...plain.blend, speed: 0.8, end: { by: 'seconds' as const, seconds: 60 } };
    const { machine, machineName, powerW, fillLineMl } = speed;
    const changed = new Making(plain).record({
      type: 'equipment-used',
      blend: { machine, machineName, powerW, fillLineMl, speed: 0.8 },
    });
    const meant = new Making({ ...plain, blend: speed });
    expect(planned(changed).milk.volumeMl).toBeCloseTo(meant.state.prediction.milk.volumeMl, 6);
    expect(planned(changed).blend.rupture).toBeCloseTo(meant.state.prediction.blend.rupture, 9);
  });

  test('steps that were done stay done, and nothing is asked twice', () => {
    const batch = new Making(plain).upTo('squeeze').record({
      type: 'equipment-used',
      strain: { strainer: 'none', strainerName: null, squeeze: 'firm', second: null },
    });
    const done = batch.state.steps.filter(({ doneAtMs }) => doneAtMs !== null);
    expect(done.filter(({ kind }) => kind === 'strain').length).toBeGreaterThan(1);
    expect(batch.current).toBe('weigh-milk');
    expect(new Set(batch.state.steps.map(({ id }) => id)).size).toBe(batch.state.steps.length);
  });
});

describe('jars of their own', () => {
  const filled = (doses: { addition: string; massG: number }[], hygiene = {}) =>
    new Making(plain).upTo('bottle').record({
      type: 'bottled',
      jars: [
        { ...JAR, volumeMl: 450 },
        { ...JAR, id: 'jar-2', label: 'Small one', volumeMl: 450, doses, carried: true },
      ],
      scalded: true,
      hygiene,
    });

  test('half cocoa: its own mass, allergens, nutrition and keeping; the other half stays plain', () => {
    const { state } = filled([
      { addition: 'cocoa_powder', massG: 9 },
      { addition: 'strawberry', massG: 60 },
      { addition: 'lecithin_soy', massG: 1 },
    ]);
    const [base, variant] = state.jars;
    if (!base || !variant) throw new Error('no jars');
    expect(base.filledMl).toBe(450);
    expect(variant.filledMl).toBeGreaterThan(450 + 50);
    const keys = (jar: typeof base) =>
      jarAllergens(state, jar, PANTRY).contains.map(({ allergen }) => allergen);
    expect(keys(base)).toEqual(['tree nut']);
    expect(keys(variant)).toEqual(expect.arrayContaining(['tree nut', 'soy']));
    expect(jarTerms(state, base).fruit).toBe(false);
    expect(jarTerms(state, variant).fruit).toBe(true);
    const milk = state.prediction.nutrition;
    if (!milk) throw new Error('no nutrition');
    // 9 g cocoa at 228, 60 g strawberries at 32 and 1 g lecithin at 763 kcal per 100 g.
    const of = nutritionWith(milk, 450, variant.doses, PANTRY);
    const wholeKcal = (of.kcal * variant.filledMl) / 100;
    expect(wholeKcal).toBeCloseTo((milk.kcal * 450) / 100 + 20.52 + 19.2 + 7.63, 6);
  });

  test('base and variants add up, in mass and in allergens', () => {
    const keys = ['cocoa_powder', 'strawberry', 'lecithin_soy', 'coconut_oil', 'honey', 'salt'];
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            volumeMl: fc.integer({ min: 50, max: 900 }),
            doses: fc.uniqueArray(
              fc.record({ addition: fc.constantFrom(...keys), massG: fc.integer({ min: 1, max: 80 }) }),
              { selector: ({ addition }) => addition, maxLength: 4 },
            ),
          }),
          { minLength: 1, maxLength: 5 },
        ),
        (jars) => {
          const { state } = new Making(plain).upTo('bottle').record({
            type: 'bottled',
            jars: jars.map((jar, i) => ({ ...JAR, id: `jar-${i}`, ...jar })),
            scalded: true,
          });
          const all = jars.flatMap(({ doses }) => doses);
          const filledMl = state.jars.reduce((sum, jar) => sum + jar.filledMl, 0);
          const milkMl = jars.reduce((sum, { volumeMl }) => sum + volumeMl, 0);
          expect(filledMl).toBeCloseTo(milkMl + dosesTogether(all, PANTRY).volumeMl, 6);
          const massG = all.reduce((sum, dose) => sum + dose.massG, 0);
          const parts = batchSummary(state).parts.filter(({ key }) => key !== 'almond');
          expect(parts.reduce((sum, part) => sum + part.massG, 0)).toBeCloseTo(massG, 6);
          const every = new Set(
            state.jars.flatMap((jar) =>
              jarAllergens(state, jar, PANTRY).contains.map(({ allergen }) => allergen),
            ),
          );
          const base = batchAllergens(state, PANTRY).contains.map(({ allergen }) => allergen);
          const brought = all.flatMap(({ addition }) => findAddition(addition, PANTRY)?.allergens ?? []);
          expect(every).toEqual(new Set([...base, ...brought]));
        },
      ),
    );
  });

  test('one factor on keeping however many answers were no, and only what the gear asks for', () => {
    expect(hygieneAsked(['fine-bag'])).toHaveLength(4);
    expect(hygieneAsked(['fine-sieve'])).toEqual(['jug-and-jars-scalded', 'clean-hands']);
    const budget = (hygiene: object): number => {
      const { state } = filled([], hygiene);
      const [jar] = state.jars;
      return jar ? jarKeeping(state, jar, READINGS, jar.filledAtMs).budgetH : 0;
    };
    expect(budget({ 'bag-turned': true, 'clean-hands': true })).toBe(96);
    expect(budget({ 'bag-turned': false })).toBe(72);
    expect(budget({ 'bag-turned': false, 'clean-hands': false, 'bag-scalded': false })).toBe(72);
  });

  test('a jar that is carried has what is left of its two hours', () => {
    const { state, nowMs } = filled([]);
    const [, jar] = state.jars;
    if (!jar) throw new Error('no jar');
    expect(jar.carried).toBe(true);
    const kept = jarKeeping(state, jar, READINGS, nowMs);
    expect(outUntilMs(kept, nowMs + H)).toBeCloseTo(nowMs + H + (2 - kept.outH) * H, 0);
  });

  test('the household’s jars are filled in their order, the last as far as it goes', () => {
    const jars = [
      { name: 'Flip top', volumeMl: 500, count: 1 },
      { name: 'Small', volumeMl: 200, count: 2 },
    ];
    expect(jarsToFill(800, jars)).toEqual([
      { label: 'Flip top', volumeMl: 500 },
      { label: 'Small 1', volumeMl: 200 },
      { label: 'Small 2', volumeMl: 100 },
    ]);
    expect(jarsToFill(1000, jars)[3]).toEqual({ label: 'Jar 4', volumeMl: 100 });
    expect(jarsToFill(905, jars)).toHaveLength(3);
    expect(jarsToFill(300, [])).toEqual([{ label: 'Jar 1', volumeMl: 300 }]);
  });
});

describe('drinks from a jar', () => {
  const batch = new Making(plain).upTo('label');
  const [jar] = batch.state.jars;
  if (!jar) throw new Error('no jar');
  const prices = {
    ...USUAL_KITCHEN.prices,
    packs: [
      { key: 'almond', packG: 1000, price: 10 },
      { key: 'cocoa_powder', packG: 250, price: 5 },
    ],
  };

  test('a dozen of ours, each made of what is known', () => {
    expect(DRINKS.length).toBeGreaterThanOrEqual(12);
    expect(new Set(DRINKS.map(({ key }) => key)).size).toBe(DRINKS.length);
    for (const { doses } of DRINKS) {
      for (const { addition } of doses) expect(findAddition(addition, PANTRY)).toBeDefined();
    }
    expect(DRINK_ADDITIONS.every(({ key }) => findAddition(key, PANTRY)?.kind === 'liquid')).toBe(true);
  });

  test('worked: 200 mL of a batch of 143 g almonds with 8 g cocoa', () => {
    const prediction = planned(batch);
    const cup = drinkFigures(
      batch.state,
      prediction,
      jar,
      { milkMl: 200, doses: [{ addition: 'cocoa_powder', massG: 8 }], serving: 'warm' },
      { pantry: PANTRY, prices, milkTempC: 4, roomTempC: 20 },
    );
    const batchMl = finishedMilkMl(batch.state, prediction);
    expect(cup.cost).toBeCloseTo((1.43 * 200) / batchMl + 0.16, 9);
    expect(cup.partlyPriced).toBe(false);
    expect(cup.nutrition?.kcal).toBeCloseTo(2 * (prediction.nutrition?.kcal ?? 0) + 18.24, 6);
    expect(cup.volumeMl).toBeGreaterThan(200);
  });

  test('worked: coffee at 85 °C into cold milk is not yet warm; frozen fruit leaves ice', () => {
    const milk = { waterPct: 93.5, tempC: 4 };
    const coffee = { massG: 100, waterPct: 99.4, tempC: BREWED_C };
    // (0.484 · 4 + 0.417 · 85) / 0.900 kJ/K.
    expect(mixedDrink([{ ...milk, massG: 120 }, coffee]).tempC).toBeCloseTo(41.478, 3);
    // 200 g of milk bring 3.2 kJ above 0 °C, 120 g of strawberries from the freezer 40.9 below it.
    const shake = mixedDrink([
      { ...milk, massG: 200 },
      { massG: 120, waterPct: 90.95, tempC: -18 },
    ]);
    expect(shake).toEqual({ tempC: 0, iceLeftG: expect.closeTo(112.947, 3) });
    const strawberry = findAddition('strawberry', PANTRY);
    const date = findAddition('date_medjool', PANTRY);
    const brewed = findAddition('coffee_brewed', PANTRY);
    if (!strawberry || !date || !brewed) throw new Error('missing');
    expect(tempInDrinkC(strawberry, 'blended', 20)).toBe(-18);
    expect(tempInDrinkC(strawberry, 'cold', 20)).toBe(20);
    expect(tempInDrinkC(date, 'blended', 20)).toBe(20);
    expect(tempInDrinkC(brewed, 'iced', 20)).toBe(20);
  });

  test('a drink lies between its coldest and its warmest part, and heat goes nowhere', () => {
    const part = fc.record({
      massG: fc.double({ min: 1, max: 500, noNaN: true }),
      waterPct: fc.double({ min: 0, max: 100, noNaN: true }),
      tempC: fc.double({ min: 0, max: 95, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 6 }), (parts) => {
        const { tempC, iceLeftG } = mixedDrink(parts);
        const temps = parts.map((one) => one.tempC);
        expect(tempC).toBeGreaterThanOrEqual(Math.min(...temps) - 1e-9);
        expect(tempC).toBeLessThanOrEqual(Math.max(...temps) + 1e-9);
        expect(iceLeftG).toBe(0);
        // Mixed in two goes or in one.
        const [first, ...rest] = parts;
        if (!first || rest.length === 0) return;
        const massG = rest.reduce((sum, one) => sum + one.massG, 0);
        const waterPct = rest.reduce((sum, one) => sum + one.massG * one.waterPct, 0) / massG;
        const twice = mixedDrink([first, { massG, waterPct, tempC: mixedDrink(rest).tempC }]);
        expect(twice.tempC).toBeCloseTo(tempC, 6);
      }),
    );
  });

  test('own drinks are kept as made last, the latest first', () => {
    const kept = [{ name: 'Mine', milkMl: 200 }, { name: 'Yours' }];
    expect(withDrink(kept, { name: 'Yours', milkMl: 90 }, 2)).toEqual([
      { name: 'Yours', milkMl: 90 },
      kept[0],
    ]);
    expect(withDrink(kept, { name: 'New' }, 2)).toEqual([{ name: 'New' }, kept[0]]);
  });

  test('it takes its milk out of the jar, and not more than there is', () => {
    const made: EventBody = {
      type: 'drink-made',
      jarId: jar.id,
      volumeMl: 200,
      name: 'Mine',
      serving: 'warm',
      doses: [],
    };
    const drunk = new Making(plain).upTo('label').record(made);
    expect(drunk.state.jars[0]?.leftMl).toBe(jar.leftMl - 200);
    expect(drunk.refusal({ ...made, volumeMl: 900 })).toBe('more-than-there-is');
  });

  test('warm means 65 °C asked and 75 at most', () => {
    expect([64.9, 65, 75, 75.1].map(warmthOfDrink)).toEqual(['warm-on', 'there', 'there', 'too-hot']);
  });
});

describe('verdicts and liking', () => {
  test('the last verdict counts, liking is a mean, and lists show them', () => {
    const { state } = new Making(plain)
      .upTo('label')
      .record({ type: 'judged', what: 'grit', verdict: 'gritty' })
      .record({ type: 'judged', what: 'grit', verdict: 'a-little' })
      .record({ type: 'liked', liking: 4, words: null, jarId: 'jar-1' })
      .record({ type: 'liked', liking: 3, words: 'good, a little gritty', jarId: null });
    expect(batchSummary(state)).toMatchObject({
      grit: 'a-little',
      liking: 3.5,
      words: 'good, a little gritty',
    });
    expect(meanLiking([{ liking: null }])).toBeNull();
  });

  test('a best ratio needs two that were liked differently', () => {
    const at = (waterPerNut: number, liking: number | null) => ({ waterPerNut, liking });
    expect(likedBest([at(3.5, 4), at(3.6, 3)])).toBeNull();
    expect(likedBest([at(3.5, 3), at(6.6, 3)])).toBeNull();
    expect(likedBest([at(3.4, 4), at(3.6, 3), at(6.6, 1), at(6.6, null)])).toEqual({
      waterPerNut: 3.5,
      liking: 3.5,
      batches: 2,
      of: 3,
    });
  });
});

describe('afterwards', () => {
  test('a figure is corrected: the entry stays, the new figure counts, and undo brings the old one back', () => {
    const batch = new Making(plain).upTo('weigh-milk').record(measuredMl(900));
    const [entry] = batch.state.entries.slice(-1);
    if (!entry) throw new Error('no entry');
    const correction: EventBody = {
      type: 'corrected',
      eventId: entry.id,
      to: { type: 'measured', what: 'milk', reading: { volumeMl: 800 } },
    };
    batch.record(correction);
    expect(batch.state.measured.milkMl).toBeCloseTo(800, 9);
    expect(batch.events.find(({ id }) => id === entry.id)).toMatchObject({ reading: { volumeMl: 900 } });
    batch.undo();
    expect(batch.state.measured.milkMl).toBeCloseTo(900, 9);
  });

  test('what cannot be is refused', () => {
    const batch = new Making(plain)
      .upTo('label')
      .record({ type: 'jar-drawn', jarId: 'jar-1', volumeMl: 300 });
    const { entries } = batch.state;
    const idOf = (type: EventBody['type']): string => entries.find((event) => event.type === type)?.id ?? '';
    const to = (volumeMl: number) => ({
      type: 'bottled' as const,
      jars: [{ ...JAR, volumeMl }],
      scalded: true,
    });
    const refusal = (eventId: string, what: EventBody & { type: 'bottled' | 'tasted' }) =>
      batch.refusal({ type: 'corrected', eventId, to: what });
    expect(refusal(idOf('bottled'), to(200))).toBe('less-than-was-poured');
    expect(refusal(idOf('bottled'), to(400))).toBeNull();
    expect(refusal(idOf('jar-drawn'), to(400))).toBe('other-kind');
    expect(refusal(idOf('step-done'), to(400))).toBe('not-correctable');
    expect(refusal('nowhere', to(400))).toBe('unknown-entry');
    expect(entries.filter(isCorrectable).map(({ type }) => type)).toEqual(['bottled', 'jar-drawn']);
  });

  test('gear, places and reasons are corrected, but no step comes back and no hour is frozen afterwards', () => {
    const batch = new Making(plain)
      .upTo('blend-1')
      .record({ type: 'equipment-used', strain: { ...plain.strain, second: null, strainer: 'muslin' } })
      .upTo('label')
      .record({ type: 'jar-moved', jarId: 'jar-1', place: 'out' })
      .record({ type: 'jar-discarded', jarId: 'jar-1', reason: 'Sour' });
    const idOf = (type: string): string => batch.events.find((event) => event.type === type)?.id ?? '';
    const corrected = (eventId: string, to: CorrectableBody): EventBody => ({
      type: 'corrected',
      eventId,
      to,
    });
    const gear = (strain: Partial<Recipe['strain']>): EventBody =>
      corrected(idOf('equipment-used'), {
        type: 'equipment-used',
        strain: { ...plain.strain, second: null, ...strain },
      });
    // A second strainer has a step of its own, which this batch is past.
    expect(batch.refusal(gear({ second: { strainer: 'muslin', strainerName: null } }))).toBe(
      'steps-would-change',
    );
    expect(batch.record(gear({ strainer: 'fine-sieve' })).state.recipe.strain.strainer).toBe('fine-sieve');
    const jarId = 'jar-1';
    const moved = (place: JarPlace): EventBody =>
      corrected(idOf('jar-moved'), { type: 'jar-moved', jarId, place });
    expect(batch.refusal(moved('freezer'))).toBe('freezing-is-moving');
    expect(batch.record(moved('fridge')).state.jars[0]?.places.map(({ place }) => place)).toEqual([
      'fridge',
      'fridge',
    ]);
    batch.record(corrected(idOf('jar-discarded'), { type: 'jar-discarded', jarId, reason: 'Spilled' }));
    expect(batch.state.jars[0]?.discardReason).toBe('Spilled');
    expect(batch.undo().state.jars[0]?.discardReason).toBe('Sour');
  });

  test('a soak whose clock was never started can be told how long it was', () => {
    const soaked = workedRecipe('almond', 143, 4, 8);
    const batch = new Making(soaked);
    while (batch.current !== 'blend-1') batch.after(60 * S).done();
    expect(recipeAsMade(batch.state).soak.hours).toBe(8);
    expect(batch.refusal({ type: 'step-timed', step: 'weigh', seconds: 60 })).toBe('not-timed');
    batch.record({ type: 'step-timed', step: 'soak', seconds: 5.5 * 3600 });
    expect(recipeAsMade(batch.state).soak.hours).toBe(5.5);
    expect(departures(batch.state)).toEqual([{ what: 'soak', plannedH: 8, doneH: expect.closeTo(5.5, 6) }]);
  });

  test('a batch made without the app is entered in three entries, and was made as planned', () => {
    const batch = new Making(workedRecipe('almond', 143, 4, 8)).record(
      { type: 'entered-afterwards' },
      measuredMl(900),
      { type: 'bottled', jars: [JAR], scalded: true },
    );
    expect(batch.state.status).toBe('bottled');
    expect(batch.current).toBeNull();
    expect(batchSummary(batch.state)).toMatchObject({ outcome: 'on-shelf', milkMl: expect.closeTo(900, 6) });
    expect(recipeAsMade(batch.state)).toEqual(batch.state.plannedRecipe);
    expect(new Making(plain).done().refusal({ type: 'entered-afterwards' })).toBe('already-begun');
  });

  test('undo of any order of entries equals never having made them', () => {
    const eventually: readonly EventBody[] = [
      { type: 'stirred-in', addition: 'date_medjool', massG: 48 },
      { type: 'stirred-in', addition: 'salt', massG: 0.5 },
      { type: 'left-out', addition: 'cocoa_powder' },
      { type: 'tasted', volumeMl: 30 },
      { type: 'liquid-added', volumeMl: 110 },
      { type: 'jug-again', strain: true },
      { type: 'judged', what: 'froth', verdict: 'plenty' },
      { type: 'liked', liking: 2, words: 'thin', jarId: null },
      measuredMl(880),
      {
        type: 'equipment-used',
        strain: { strainer: 'muslin', strainerName: null, squeeze: 'hard', second: null },
      },
    ];
    const bare = (state: BatchState | null) => {
      if (!state) throw new Error('no state');
      const { entries: _, undoable: __, ...rest } = state;
      return rest;
    };
    fc.assert(
      fc.property(fc.shuffledSubarray([...eventually.keys()], { minLength: 1 }), (order) => {
        const batch = new Making(dated).upTo('taste');
        const states = [bare(batch.state)];
        for (const i of order) {
          const what = eventually[i];
          if (what) states.push(bare(batch.record(what).state));
        }
        // An entry corrected and taken back is the entry.
        const last = batch.state.entries[batch.state.entries.length - 1];
        if (last?.type === 'tasted') {
          batch.record({ type: 'corrected', eventId: last.id, to: { type: 'tasted', volumeMl: 60 } });
          batch.undo();
        }
        for (const was of [...states].reverse()) {
          expect(bare(batchState(batch.events))).toEqual(was);
          if (was !== states[0]) batch.undo();
        }
      }),
      { numRuns: 40 },
    );
  });
});
