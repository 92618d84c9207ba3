import fc from 'fast-check';
import type { EventBody, PulpPlace, PulpRecipe, PulpSpell, Recipe } from '../../src';
import {
  DRIED_FROM_C,
  PULP_RECIPES,
  bagHistory,
  PULP_USES,
  dryingForecast,
  dryingHours,
  dryingMassG,
  dryingRatePerH,
  enoughFor,
  pulpRecipeAllergens,
  recipeSolidsG,
  layerMm,
  learnedRatePerH,
  movedPart,
  oldestFirst,
  pulpBags,
  pulpKeeping,
  pulpRecipeRefusal,
  pulpTraits,
  pulpUseRefusal,
  scaledPulpRecipe,
  weighedTogether,
} from '../../src';
import { H, Making, T0 } from '../batch/making';
import { workedRecipe } from '../recipes';

const DAY = 24 * H;
const plain: Recipe = {
  ...workedRecipe('almond', 143, 4, 4),
  soak: { ...workedRecipe('almond', 143, 4, 4).soak, method: 'none' },
};
/** 100 g of pulp with 59 % of water on a tray that makes it 3 mm high. */
const TRAY = { trayCm2: (10 * 100) / (3 * 0.6), airC: 65 };
const drying = (over: object = {}) => ({ ...TRAY, startMs: 0, startG: 100, dryG: 41, weighIns: [], ...over });

const stored = (portionId: string, massG: number, place: PulpPlace, bagId?: string): EventBody => ({
  type: 'pulp-stored',
  place,
  massG,
  portionId,
  bagId,
});
const taken = (portionId: string, massG: number, became: 'baked' | 'animals' | 'compost'): EventBody => ({
  type: 'pulp-taken',
  portionId,
  massG,
  became,
});

describe('drying', () => {
  test('worked: 3 mm from 59 % water take about 6 h at 65 °C and 12 at 43', () => {
    expect(layerMm(100, TRAY.trayCm2)).toBeCloseTo(3, 9);
    // M0 1.439, target 0.0638: ln 0.02401 is -3.729, at 0.6 an hour.
    expect(dryingHours(drying(), dryingRatePerH(3, 65))).toBeCloseTo(6.216, 2);
    expect(dryingHours(drying(), dryingRatePerH(3, 43))).toBeCloseTo(12.43, 1);
    const { targetG, energyKWh } = dryingForecast(drying());
    expect(targetG).toBeCloseTo(43.617, 3);
    expect(energyKWh).toBeCloseTo(2.6 * 0.056383, 5);
  });

  test('weigh-ins move the end and narrow its interval', () => {
    const slow = 0.4;
    const at = (hours: number) => ({ atMs: hours * H, massG: dryingMassG(drying(), slow, hours) });
    const widths = [[], [at(1)], [at(1), at(2)], [at(1), at(2), at(3)]].map((weighIns) => {
      const { endMs, endInterval } = dryingForecast(drying({ weighIns }));
      expect(endMs).toBeGreaterThan(endInterval.low);
      expect(endMs).toBeLessThan(endInterval.high);
      return endInterval.high - endInterval.low;
    });
    expect(widths).toEqual([...widths].sort((a, b) => b - a));
    const { ratePerH } = learnedRatePerH(drying({ weighIns: [at(1), at(2), at(3)] }));
    expect(Math.abs(ratePerH - slow)).toBeLessThan(0.02);
    // A first guess of 0.6 with sd 0.4: 80 % lie within a factor of 1.67.
    const { interval } = learnedRatePerH(drying());
    expect(interval.low).toBeCloseTo(0.6 / Math.exp(1.2816 * 0.4), 2);
    expect(interval.high).toBeCloseTo(0.6 * Math.exp(1.2816 * 0.4), 2);
  });

  test('drying to target leaves the target, thicker and cooler take longer', () => {
    let tested = 0;
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 800, noNaN: true }),
        fc.double({ min: 30, max: 85, noNaN: true }),
        fc.double({ min: 100, max: 4000, noNaN: true }),
        fc.double({ min: 40, max: 110, noNaN: true }),
        (startG, waterPct, trayCm2, airC) => {
          const one = drying({ startG, dryG: startG * (1 - waterPct / 100), trayCm2, airC });
          const { ratePerH, targetG, endMs } = dryingForecast(one);
          expect(dryingMassG(one, ratePerH, endMs / H)).toBeCloseTo(targetG, 6);
          const thicker = dryingForecast({ ...one, trayCm2: trayCm2 / 1.3 });
          expect(thicker.endMs).toBeGreaterThan(endMs);
          if (airC < 105) expect(dryingForecast({ ...one, airC: airC + 5 }).endMs).toBeLessThan(endMs);
          tested++;
        },
      ),
    );
    expect(tested).toBeGreaterThanOrEqual(100);
  });

  test('a scale that says less than there can be changes nothing', () => {
    const mad = drying({ weighIns: [{ atMs: H, massG: 20 }] });
    expect(learnedRatePerH(mad)).toEqual(learnedRatePerH(drying()));
  });
});

describe('how long pulp keeps', () => {
  const at = (place: PulpPlace, fromMs: number, airC: number | null = null): PulpSpell => ({
    place,
    fromMs,
    airC,
  });

  test('worked: each place has its time, and a move keeps what was used', () => {
    expect(pulpKeeping([at('fridge', 0)], 0).useByMs).toBe(2 * DAY);
    expect(pulpKeeping([at('freezer', 0)], 0).useByMs).toBe(90 * DAY);
    // A day in the fridge is half of its time; in the freezer half of 90 days are left.
    expect(pulpKeeping([at('fridge', 0), at('freezer', DAY)], DAY).useByMs).toBe(DAY + 45 * DAY);
    const hot = [at('drying', 0, DRIED_FROM_C), at('dried', 6 * H)];
    expect(pulpKeeping(hot, 6 * H)).toEqual({ usedShare: 0, useByMs: 6 * H + 30 * DAY });
    // A hot tray that is forgotten for two days has used half of its time.
    expect(pulpKeeping(hot.slice(0, 1), 2 * DAY)).toEqual({ usedShare: 0.5, useByMs: 3 * DAY });
    // Twelve hours at 43 °C are a quarter of two days, and it stays pulp of two days.
    const low = [at('drying', 0, 43), at('dried-fridge', 12 * H)];
    expect(pulpKeeping(low, 12 * H)).toEqual({ usedShare: 0.25, useByMs: 2 * DAY });
  });

  test('moving never gains time, and waiting never gives any back', () => {
    const place = fc.constantFrom<PulpPlace>('fridge', 'freezer', 'dried', 'dried-fridge', 'drying');
    let moved = 0;
    fc.assert(
      fc.property(
        fc.array(fc.tuple(place, fc.integer({ min: 1, max: 100 })), { minLength: 1, maxLength: 6 }),
        (steps) => {
          let fromMs = 0;
          const spells = steps.map(([where, hours]) => {
            const spell = at(where, fromMs, where === 'drying' ? 43 : null);
            fromMs += hours * H;
            return spell;
          });
          let last = 0;
          for (let i = 1; i <= spells.length; i++) {
            const { usedShare } = pulpKeeping(spells.slice(0, i), spells[i]?.fromMs ?? fromMs);
            // What was dried low loses its long life once it is known: it only ever used more.
            expect(usedShare).toBeGreaterThanOrEqual(last - 1e-9);
            last = usedShare;
            moved++;
          }
        },
      ),
    );
    expect(moved).toBeGreaterThan(100);
  });
});

describe('portions and bags', () => {
  const batchOf = (over: Partial<Recipe> = {}) => new Making({ ...plain, ...over }).upTo('pulp');

  test('a bag is filled from two batches, used oldest first, and its grams close', () => {
    const one = batchOf().record(stored('a', 170, 'freezer', 'bag'));
    const two = batchOf()
      .after(DAY)
      .record(stored('b', 100, 'freezer', 'bag'));
    const batches = [
      { id: 'two', state: two.state },
      { id: 'one', state: one.state },
    ];
    const [bag, ...more] = pulpBags(batches, two.nowMs);
    if (!bag || more.length > 0) throw new Error('one bag');
    expect(bag).toMatchObject({ place: 'freezer', massG: 270, nuts: ['almond'] });
    expect(bag.useByMs).toBe((one.state.pulp[0]?.sinceMs ?? 0) + 90 * DAY);
    expect(oldestFirst(bag, 200)).toEqual([
      { batchId: 'one', portionId: 'a', massG: 170 },
      { batchId: 'two', portionId: 'b', massG: 30 },
    ]);
    let ids = 0;
    const moved = movedPart(bag, 200, { place: 'fridge', bagId: null }, () => `new-${++ids}`);
    expect(moved.map(({ batchId, event }) => [batchId, event.type])).toEqual([
      ['one', 'pulp-moved'],
      ['two', 'pulp-split'],
      ['two', 'pulp-moved'],
    ]);
    for (const { batchId, event } of moved) (batchId === 'one' ? one : two).record(event);
    const parted = pulpBags(
      [
        { id: 'one', state: one.state },
        { id: 'two', state: two.state },
      ],
      two.nowMs,
    );
    expect(parted.map(({ place, massG }) => [place, massG])).toEqual([
      ['fridge', 170],
      ['fridge', expect.closeTo(30, 6)],
      ['freezer', expect.closeTo(70, 6)],
    ]);
    const shares = weighedTogether(bag, 111);
    expect(shares.reduce((sum, { massG }) => sum + massG, 0)).toBeCloseTo(111, 9);
  });

  test('split, moved, weighed, taken: nothing appears and nothing is lost', () => {
    const step = fc.oneof(
      fc.record({ do: fc.constant('split' as const), share: fc.double({ min: 0.1, max: 0.9, noNaN: true }) }),
      fc.record({ do: fc.constant('take' as const), share: fc.double({ min: 0.1, max: 1, noNaN: true }) }),
      fc.record({ do: fc.constant('move' as const), share: fc.constant(1) }),
    );
    let done = 0;
    fc.assert(
      fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
        const batch = batchOf().record(stored('p0', 180, 'fridge'));
        const dryG = batch.state.pulp[0]?.dryG ?? 0;
        for (const [i, one] of steps.entries()) {
          const open = batch.state.pulp.filter(({ usedAtMs }) => usedAtMs === null);
          const portion = open[i % Math.max(1, open.length)];
          if (!portion) break;
          const massG = portion.massG * one.share;
          const event: EventBody =
            one.do === 'split'
              ? { type: 'pulp-split', portionId: portion.id, newId: `p${i + 1}`, massG }
              : one.do === 'take'
                ? taken(portion.id, massG, 'baked')
                : { type: 'pulp-moved', portionId: portion.id, place: 'freezer' };
          if (batch.refusal(event) !== null) continue;
          batch.record(event);
          done++;
        }
        const { pulp } = batch.state;
        const there = pulp.reduce((sum, { dryG: g }) => sum + g, 0);
        const gone = pulp.flatMap((one) => one.taken).reduce((sum, { dryG: g }) => sum + g, 0);
        expect(there + gone).toBeCloseTo(dryG, 6);
        expect(pulp.reduce((sum, { storedDryG }) => sum + storedDryG, 0)).toBeCloseTo(dryG, 6);
        while (batch.state.undoable?.type.startsWith('pulp')) batch.undo();
        expect(batch.state.pulp).toEqual([]);
      }),
    );
    expect(done).toBeGreaterThan(100);
  });

  test('dried on a tray: weighed on the way, put away at what it weighs, and low heat is not for the cupboard', () => {
    const tray = { trayCm2: 1200, airC: 70 };
    const batch = batchOf().record({ ...stored('a', 170, 'drying'), drying: tray } as EventBody);
    const toCupboard: EventBody = { type: 'pulp-moved', portionId: 'a', place: 'dried' };
    expect(batch.refusal({ type: 'pulp-split', portionId: 'a', newId: 'b', massG: 20 })).toBe('still-drying');
    batch.after(2 * H).record({ type: 'pulp-weighed', portionId: 'a', massG: 110 });
    expect(batch.state.pulp[0]?.drying?.weighIns).toHaveLength(1);
    batch.after(4 * H).record({ type: 'pulp-weighed', portionId: 'a', massG: 75 });
    batch.record(toCupboard);
    expect(batch.state.pulp[0]).toMatchObject({ place: 'dried', massG: 75, drying: null });
    expect(batch.refusal({ type: 'pulp-weighed', portionId: 'a', massG: 70 })).toBe('not-drying');

    const low = batchOf().record({
      ...stored('a', 170, 'drying'),
      drying: { ...tray, airC: 43 },
    } as EventBody);
    expect(low.after(12 * H).refusal(toCupboard)).toBe('not-dried-for-cupboard');
    low.record({ type: 'pulp-moved', portionId: 'a', place: 'dried-fridge' });
    // Nobody weighed it: it is taken to weigh its target.
    expect(low.state.pulp[0]?.massG).toBeCloseTo((low.state.pulp[0]?.dryG ?? 0) / 0.94, 9);
  });

  test('it is not frozen twice, not called dried when it is wet, and past its time only thrown away', () => {
    const move = (place: PulpPlace): EventBody => ({ type: 'pulp-moved', portionId: 'a', place });
    const batch = batchOf()
      .record(stored('a', 170, 'freezer'))
      .record(move('fridge'));
    expect(batch.refusal(stored('a', 20, 'fridge'))).toBe('portion-there');
    expect(batch.refusal({ type: 'pulp-split', portionId: 'a', newId: 'a', massG: 20 })).toBe(
      'portion-there',
    );
    expect(batch.refusal(move('freezer'))).toBe('thawed-once');
    expect(batch.refusal(move('dried'))).toBe('not-dried');
    expect(batch.refusal(taken('a', 190, 'baked'))).toBe('more-than-there-is');
    batch.after(3 * DAY);
    expect(batch.refusal(move('fridge'))).toBe('past-its-time');
    expect(batch.refusal(taken('a', 50, 'baked'))).toBe('past-its-time');
    expect(batch.refusal(taken('a', 50, 'compost'))).toBeNull();
    expect(batch.record(taken('a', 170, 'compost')).state.pulp[0]?.usedAtMs).toBe(batch.nowMs);
    expect(batch.refusal(taken('a', 1, 'compost'))).toBe('no-such-pulp');
  });

  test('what came into a bag and went out of it, by what is in it still', () => {
    const batch = batchOf().record({ ...stored('a', 170, 'freezer'), bagId: 'bag' } as EventBody);
    batch.after(DAY).record({ type: 'pulp-split', portionId: 'a', newId: 'b', massG: 50 });
    batch.after(H).record({ type: 'pulp-moved', portionId: 'b', place: 'fridge', bagId: null });
    batch.after(H).record({ ...taken('a', 40, 'baked'), what: 'Crackers' } as EventBody);
    const bags = pulpBags([{ id: 'batch', state: batch.state }], batch.nowMs);
    const told = (place: PulpPlace) => {
      const bag = bags.find((one) => one.place === place);
      if (!bag) throw new Error(place);
      return bagHistory(bag).map(({ massG, to }) => [massG, to]);
    };
    expect(told('freezer')).toEqual([
      [-40, { became: 'baked', what: 'Crackers' }],
      [-50, 'parted'],
      [170, { place: 'freezer' }],
    ]);
    expect(told('fridge')).toEqual([
      [null, { place: 'fridge' }],
      [50, 'parted'],
    ]);
    // What is in each by its own entries.
    expect(bags.map(({ massG }) => Math.round(massG)).sort((a, b) => a - b)).toEqual([50, 80]);
    batch.undo();
    expect(
      bagHistory({
        portions: pulpBags([{ id: 'batch', state: batch.state }], batch.nowMs).flatMap((bag) => bag.portions),
      }).map(({ massG }) => massG),
    ).toEqual([null, 170]);
  });

  test('an entry of an older release still counts, and names its portion by itself', () => {
    const { state } = batchOf()
      .record({ type: 'pulp-stored', place: 'dried', massG: 70 })
      .record({ type: 'pulp-used', place: 'dried' });
    expect(state.pulp[0]).toMatchObject({ massG: 70, dryG: 65.8, usedAtMs: expect.any(Number) });
    expect(state.pulp[0]?.sinceMs).toBeGreaterThan(T0);
  });
});

describe('what becomes of it', () => {
  const made = (over: Partial<Recipe>) => new Making({ ...plain, ...over }).state;
  const before = (addition: string) => ({
    additions: [{ addition, when: 'before' as const, gPerL: 20 }],
  });

  test('what was blended in decides; what was stirred in after straining does not', () => {
    expect(pulpTraits(made({}))).toEqual([]);
    expect(pulpTraits(made(before('date_medjool')))).toEqual(['sweetened', 'fruit']);
    expect(pulpTraits(made(before('cocoa_powder')))).toEqual(['toxic-to-dogs']);
    expect(pulpTraits(made(before('salt')))).toEqual(['salted']);
    expect(pulpTraits(made({ additions: [{ addition: 'cocoa_powder', when: 'after', gPerL: 20 }] }))).toEqual(
      [],
    );
    expect(pulpTraits(made({ nuts: [{ ingredient: 'macadamia', share: 1, form: 'whole' }] }))).toEqual([
      'toxic-to-dogs',
    ]);
    expect(pulpTraits(made({ blend: { ...plain.blend, machine: 'cold-press' } }))).toEqual(['pressed']);
    expect(pulpTraits(made({ soak: { ...plain.soak, method: 'fridge', saltGPerKg: 10 } }))).toEqual([
      'salted',
    ]);
  });

  test('nothing but plain pulp is for animals, and past its time it is for nobody', () => {
    expect(pulpUseRefusal('animals', [], 0.5)).toBeNull();
    expect(pulpUseRefusal('animals', ['pressed'], 0.5)).toBeNull();
    for (const trait of ['sweetened', 'salted', 'fruit', 'toxic-to-dogs', 'unknown'] as const) {
      expect(pulpUseRefusal('animals', [trait], 0)).toBe('not-for-animals');
    }
    expect(PULP_USES.filter((use) => pulpUseRefusal(use, [], 1.1) === null)).toEqual(['compost', 'binned']);
  });

  test('a dozen and more recipes of our own, each for what it may hold', () => {
    expect(PULP_RECIPES.length).toBeGreaterThan(12);
    expect(new Set(PULP_RECIPES.map(({ key }) => key)).size).toBe(PULP_RECIPES.length);
    const refused = (key: string, at: Partial<Parameters<typeof pulpRecipeRefusal>[1]>) => {
      const recipe = PULP_RECIPES.find((one) => one.key === key);
      if (!recipe) throw new Error(key);
      return pulpRecipeRefusal(recipe, { dryG: 60, waterG: 90, traits: [], ...at });
    };
    expect(refused('crackers', {})).toBeNull();
    expect(refused('crackers', { traits: ['sweetened'] })).toBe('sweetened');
    expect(refused('crackers', { dryG: 20, waterG: 30 })).toBe('too-little');
    expect(refused('butter', { dryG: 200 })).toBe('not-pressed');
    expect(refused('butter', { dryG: 200, traits: ['pressed'] })).toBeNull();
    expect(refused('meal', {})).toBe('not-dried');
    expect(refused('meal', { waterG: 4 })).toBeNull();
  });

  test('a bag says what it is enough for, as soon as it is', () => {
    const at = (dryG: number) => enoughFor({ dryG, waterG: 1.5 * dryG, traits: ['sweetened'] })?.key ?? null;
    expect([10, 25, 59, 60].map(at)).toEqual([null, 'smoothie', 'porridge', 'biscuits']);
    expect(enoughFor({ dryG: 60, waterG: 90, traits: [] })?.key).toBe('crackers');
  });

  test('a recipe of the cook’s own comes before ours, and says what it contains', () => {
    const [first] = PULP_RECIPES;
    if (!first) throw new Error('no recipe');
    const crisps: PulpRecipe = {
      ...first,
      key: 'crisps',
      dryG: 40,
      parts: [
        { name: 'Wheat flour', massG: 50, gPerMl: 0.5, gEach: null, piece: null, allergens: ['gluten'] },
      ],
      allergens: ['sesame', 'gluten'],
    };
    expect(enoughFor({ dryG: 45, waterG: 60, traits: [] }, [crisps])?.key).toBe('crisps');
    expect(enoughFor({ dryG: 45, waterG: 60, traits: ['sweetened'] }, [crisps])?.key).toBe('porridge');
    expect(pulpRecipeAllergens(crisps).map(({ allergen }) => allergen)).toEqual(['sesame', 'gluten']);
    // From 59 % of water, and from 6 %.
    expect(recipeSolidsG(100, 'wet')).toBeCloseTo(41, 9);
    expect(recipeSolidsG(100, 'dried')).toBeCloseTo(94, 9);
  });

  test('scaled to the solids, with the water that the pulp brings taken off', () => {
    const crackers = PULP_RECIPES.find(({ key }) => key === 'crackers');
    if (!crackers) throw new Error('crackers');
    const scaled = scaledPulpRecipe(crackers, { dryG: 90, waterG: 100 });
    expect(scaled.factor).toBe(1.5);
    expect(scaled.waterG).toBeCloseTo(1.5 * crackers.waterG - 100, 9);
    expect(scaled.parts.map(({ massG }) => massG)).toEqual(crackers.parts.map(({ massG }) => 1.5 * massG));
    let tested = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...PULP_RECIPES),
        fc.double({ min: 5, max: 900, noNaN: true }),
        fc.double({ min: 0, max: 2000, noNaN: true }),
        (recipe, dryG, waterG) => {
          const one = scaledPulpRecipe(recipe, { dryG, waterG });
          expect(one.waterG + waterG - one.tooWetG).toBeCloseTo(recipe.waterG * one.factor, 6);
          expect(Math.min(one.waterG, one.tooWetG)).toBe(0);
          tested++;
        },
      ),
    );
    expect(tested).toBeGreaterThanOrEqual(100);
  });
});
