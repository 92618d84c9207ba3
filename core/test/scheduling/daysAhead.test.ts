import fc from 'fast-check';
import type { BatchEvent, PackFigures, KitchenCalendar, Recipe } from '../../src';
import {
  ALLERGENS,
  GUIDE,
  NUT_TABLE,
  batchState,
  dailyIntervals,
  findIngredient,
  ingredientFromPack,
  planJob,
  kitchenCalendar,
  plainRecipe,
  predict,
  schedule,
  soakChoices,
  bookingsUnderWay,
  timeOnDay,
  scheduledUnderWay,
  alternatives,
  TABLE_ONLY,
} from '../../src';
import { kitchenAt } from '../kitchens';

const AROUND = { roomTempC: 20, fridgeTempC: 4 };
const H = 3_600_000;
const DAYS = {
  wakingFrom: '06:30',
  wakingTo: '22:30',
  quietFrom: '21:00',
  quietTo: '07:30',
  bowls: [{ volumeMl: 1500, count: 2 }],
};
const PACK: PackFigures = {
  key: 'own-one',
  name: 'One',
  kind: 'nut',
  allergens: ['tree nut'],
  byRegion: false,
  gels: false,
  seleniumUgPerG: null,
  rawLimitGPerServing: null,
  fatPct: 60,
  carbPct: 8,
  carbIncludesFibre: true,
  proteinPct: 11,
  sugarsPct: null,
  fibrePct: null,
  kcalPer100G: null,
  cupG: null,
};
const ALMOND = plainRecipe('Almond', 'almond', 6.6, 10);

function calendarAt(nowMs: number, untilMs: number, zone = 'Europe/Lisbon', days = DAYS): KitchenCalendar {
  return kitchenCalendar(days, zone, nowMs, untilMs, []);
}

function jobFor(recipe: Recipe, glassMs: number, soakedAlready = false) {
  const made = predict(recipe, kitchenAt(AROUND));
  if (!made.ok) throw new Error(made.refusal.code);
  return planJob({ id: 'a', glassMs, fresh: false, soakedAlready }, recipe, made.value, kitchenAt(AROUND));
}

describe('hours of the day as instants', () => {
  const LISBON = 'Europe/Lisbon';

  test('a night runs over midnight, and touches the span from the day before', () => {
    const span = { fromMs: Date.UTC(2026, 0, 10, 3), toMs: Date.UTC(2026, 0, 11, 3) };
    expect(dailyIntervals(span, LISBON, '21:00', '07:30')).toEqual([
      { fromMs: Date.UTC(2026, 0, 9, 21), toMs: Date.UTC(2026, 0, 10, 7, 30) },
      { fromMs: Date.UTC(2026, 0, 10, 21), toMs: Date.UTC(2026, 0, 11, 7, 30) },
    ]);
  });

  test('the night the clocks go forward is an hour shorter, the one they go back an hour longer', () => {
    // Portugal 2026: forward on 29 March at 1:00, back on 25 October at 2:00.
    const night = (month: number, day: number): number => {
      const span = { fromMs: Date.UTC(2026, month, day, 22), toMs: Date.UTC(2026, month, day + 1, 2) };
      const [found] = dailyIntervals(span, LISBON, '21:00', '07:00').slice(-1);
      return ((found?.toMs ?? 0) - (found?.fromMs ?? 0)) / H;
    };
    expect(night(2, 27)).toBe(10);
    expect(night(2, 28)).toBe(9);
    expect(night(9, 24)).toBe(11);
    expect(night(9, 25)).toBe(10);
  });

  test('a time that the clock jumps over is the moment it jumps', () => {
    const span = { fromMs: Date.UTC(2026, 2, 29, 0), toMs: Date.UTC(2026, 2, 29, 12) };
    const [found] = dailyIntervals(span, LISBON, '01:30', '07:00').slice(-1);
    expect(found?.fromMs).toBe(Date.UTC(2026, 2, 29, 1, 30));
    expect(found?.toMs).toBe(Date.UTC(2026, 2, 29, 6));
  });

  test('a time of day is that on the wall, before and after the clocks change', () => {
    // Late on the evening before the short night: the day counts from the wall, not from 24 hours.
    const evening = Date.UTC(2026, 2, 28, 23, 30);
    expect(timeOnDay(evening, 0, 8, 0, LISBON)).toBe(Date.UTC(2026, 2, 28, 8));
    expect(timeOnDay(evening, 1, 8, 0, LISBON)).toBe(Date.UTC(2026, 2, 29, 7));
    expect(timeOnDay(evening, 1, 0, 0, LISBON)).toBe(Date.UTC(2026, 2, 29, 0));
    expect(timeOnDay(Date.UTC(2026, 9, 24, 22, 30), 1, 12, 15, LISBON)).toBe(Date.UTC(2026, 9, 25, 12, 15));
    expect(timeOnDay(Date.UTC(2026, 9, 24, 15), 1, 8, 0, LISBON)).toBe(Date.UTC(2026, 9, 25, 8));
    // Shortly before midnight, tomorrow is still tomorrow.
    expect(timeOnDay(Date.UTC(2026, 0, 10, 23, 58), 1, 8, 0, LISBON)).toBe(Date.UTC(2026, 0, 11, 8));
    expect(timeOnDay(evening, 3, 6, 45, 'Asia/Kathmandu')).toBe(Date.UTC(2026, 3, 1, 1, 0));
  });

  test('other zones, other days: a quarter of an hour off, and behind', () => {
    const span = { fromMs: Date.UTC(2026, 4, 1), toMs: Date.UTC(2026, 4, 2) };
    const kathmandu = dailyIntervals(span, 'Asia/Kathmandu', '06:00', '22:00');
    expect(kathmandu.map(({ fromMs }) => fromMs)).toContain(Date.UTC(2026, 4, 1, 0, 15));
    const honolulu = dailyIntervals(span, 'Pacific/Honolulu', '06:00', '22:00');
    expect(honolulu.map(({ fromMs }) => fromMs)).toContain(Date.UTC(2026, 4, 1, 16));
  });
});

describe('a plan over the night the clocks change', () => {
  const zone = 'Europe/Lisbon';
  /** The wall clock in Lisbon, by the zone's own rules. */
  const wall = (ms: number): string =>
    new Intl.DateTimeFormat('en-GB', { timeZone: zone, hour: '2-digit', minute: '2-digit' }).format(ms);

  test.each([
    ['forward', Date.UTC(2026, 2, 28, 12), Date.UTC(2026, 2, 29, 11)],
    ['back', Date.UTC(2026, 9, 24, 12), Date.UTC(2026, 9, 25, 12)],
  ])('%s: the soak lasts its hours, and nobody stands up at night', (_name, nowMs, glassMs) => {
    const job = jobFor(ALMOND, glassMs);
    const found = schedule([job], calendarAt(nowMs, glassMs, zone));
    if (!found.ok) throw new Error(found.tightest);
    const { steps, readyMs } = found.placed[0]!;
    expect(readyMs).toBeLessThanOrEqual(glassMs);
    for (const step of steps) {
      if (step.kind === 'soak' || step.kind === 'chill' || step.kind === 'wash-up') continue;
      expect(wall(step.fromMs) >= '06:30').toBe(true);
      expect(wall(step.toMs) <= '22:30').toBe(true);
    }
    const soak = steps.find(({ kind }) => kind === 'soak')!;
    const choice = job.soaks?.find(({ min }) => min * 60_000 === soak.toMs - soak.fromMs);
    expect(choice).toBeDefined();
    const blend = steps.find(({ kind }) => kind === 'blend')!;
    expect(wall(blend.fromMs) >= '07:30' && wall(blend.fromMs) < '21:00').toBe(true);
  });
});

describe('soaks that will do', () => {
  test('end on the grid, are long enough for the nut, and never too long for the place', () => {
    for (const [recipe, mostH] of [
      [ALMOND, 48],
      [{ ...ALMOND, soak: { ...ALMOND.soak, method: 'counter' as const, hours: 8 } }, 8],
      [plainRecipe('Cashew', 'cashew', 6, 3), 8],
    ] as const) {
      const choices = soakChoices(recipe, kitchenAt(AROUND), 5);
      expect(choices.length).toBeGreaterThan(3);
      for (const { min } of choices) {
        expect((min + 5) % 15).toBe(0);
        expect(min).toBeLessThanOrEqual(mostH * 60);
      }
      const offs = choices.map(({ offUsualH }) => offUsualH);
      expect(offs).toEqual([...offs].sort((a, b) => a - b));
    }
  });

  test('a hot one is counted in minutes, none is none', () => {
    const hot: Recipe = { ...ALMOND, soak: { ...ALMOND.soak, method: 'hot', hours: 0.5, pourTempC: 95 } };
    const mins = soakChoices(hot, kitchenAt(AROUND), 5).map(({ min }) => min);
    expect(Math.max(...mins)).toBeLessThanOrEqual(60);
    expect(Math.min(...mins)).toBeGreaterThanOrEqual(15);
    expect(
      soakChoices({ ...ALMOND, soak: { ...ALMOND.soak, method: 'none' } }, kitchenAt(AROUND), 5),
    ).toEqual([]);
    expect(jobFor(ALMOND, 0, true).soaks).toBeNull();
  });
});

describe('when the night was missed', () => {
  // Half past three in the afternoon, milk wanted at eight in the evening.
  const nowMs = Date.UTC(2026, 0, 10, 15, 30);
  const glassMs = Date.UTC(2026, 0, 10, 20);
  const kitchen = calendarAt(nowMs, glassMs);
  const offers = alternatives({ id: 'a', glassMs, fresh: false }, ALMOND, kitchenAt(AROUND), kitchen);

  test('the cold soak no longer fits, for want of time alone', () => {
    expect(schedule([jobFor(ALMOND, glassMs)], kitchen)).toEqual({
      ok: false,
      tightest: 'time',
      proven: true,
    });
  });

  test('what still fits is offered in turn, each with its trade-off', () => {
    expect(offers.map(({ kind }) => kind)).toEqual(['hot-soak', 'frozen-soaked', 'needs-no-soak', 'later']);
    const [hot, frozen, other, later] = offers;
    // Hot water takes protein, the freezer nothing but a portion, another nut is another milk.
    expect(hot?.tradeOff.proteinPct).toBeLessThan(-0.1);
    expect(frozen?.tradeOff).toMatchObject({ milkMl: 0, proteinPct: 0, lateMin: 0 });
    expect(other?.prediction.nuts[0]?.name).not.toBe('Almond');
    expect(other?.recipe.soak.method).toBe('none');
    expect(later?.tradeOff.lateMin).toBeGreaterThan(6 * 60);
    for (const offer of [hot, frozen, other]) {
      expect(offer?.placed.readyMs).toBeLessThanOrEqual(glassMs);
      expect(offer?.glassMs).toBe(glassMs);
    }
    expect(later?.glassMs).toBe(later?.placed.readyMs);
  });

  test('nothing that is offered, on any way, holds what a drinker avoids', () => {
    const avoiding = fc.subarray([...ALLERGENS], { minLength: 1 });
    const nut = fc.constantFrom(...NUT_TABLE.map(({ key }) => key));
    let offered = 0;
    fc.assert(
      fc.property(nut, avoiding, (ingredient, avoided) => {
        const recipe = { ...ALMOND, nuts: [{ ingredient, form: 'whole' as const, share: 1 }] };
        const found = alternatives(
          { id: 'a', glassMs, fresh: false },
          recipe,
          kitchenAt(AROUND),
          kitchen,
          avoided,
        );
        for (const offer of found) {
          offered++;
          const holds = offer.recipe.nuts.flatMap(
            (one) => findIngredient(one.ingredient, TABLE_ONLY)?.allergens ?? [],
          );
          expect(holds.filter((one) => avoided.includes(one))).toEqual([]);
        }
      }),
      { numRuns: 60 },
    );
    // The law says something only where there is something to say it of.
    expect(offered).toBeGreaterThan(20);
  });

  test('a nut of the cook’s own gets the hot soak as a way out, too', () => {
    const own = ingredientFromPack({ ...PACK, key: 'own-pili', name: 'Pili nut' });
    if (!own.ok) throw new Error(own.refusal.code);
    const recipe = { ...ALMOND, nuts: [{ ingredient: 'own-pili', form: 'whole' as const, share: 1 }] };
    const found = alternatives(
      { id: 'a', glassMs, fresh: false },
      recipe,
      kitchenAt(AROUND, [own.value]),
      kitchen,
    );
    expect(found.map(({ kind }) => kind)).toContain('hot-soak');
  });
});

describe('what is under way', () => {
  const nowMs = Date.UTC(2026, 0, 10, 18);
  const made = predict(ALMOND, kitchenAt(AROUND));
  if (!made.ok) throw new Error(made.refusal.code);
  const plan: BatchEvent = {
    type: 'planned',
    id: 'p',
    atMs: nowMs,
    recipe: ALMOND,
    prediction: made.value,
    sureness: null,
    around: AROUND,
    budgetH: 96,
    guide: GUIDE,
    ingredients: [],
  };
  const soaking: BatchEvent[] = [
    plan,
    { type: 'step-done', step: 'weigh', id: 'a', atMs: nowMs + 1 },
    { type: 'step-begun', step: 'soak', timerS: null, id: 'b', atMs: nowMs + 2 },
  ];
  const state = batchState(soaking)!;

  test('a soak holds its bowl until its clock ends, and the jug is taken right after', () => {
    const going = scheduledUnderWay('b', state, nowMs + 3 * H);
    const soak = going?.placed.steps.find(({ kind }) => kind === 'soak');
    expect(soak?.toMs).toBe(nowMs + 2 + 10 * H);
    const taken = bookingsUnderWay([{ id: 'b', state }], nowMs + 3 * H);
    expect(taken.filter(({ what }) => what === 'bowl')).toHaveLength(1);
    const jug = taken.find(({ what }) => what === 'jug');
    expect(jug?.fromMs).toBe(nowMs + 2 + 10 * H + 4 * 60_000);
  });

  test('a batch that stands at the weighing holds no bowl', () => {
    const weighing = batchState([plan])!;
    const taken = bookingsUnderWay([{ id: 'b', state: weighing }], nowMs);
    expect(taken.map(({ what }) => what)).toContain('jug');
    expect(taken.map(({ what }) => what)).not.toContain('bowl');
  });

  test('a new plan keeps out of its way', () => {
    const glassMs = nowMs + 26 * H;
    const days = { ...DAYS, bowls: [{ volumeMl: 1500, count: 1 }] };
    const taken = bookingsUnderWay([{ id: 'b', state }], nowMs + H);
    const free = kitchenCalendar(days, 'Europe/Lisbon', nowMs + H, glassMs, taken);
    const found = schedule([jobFor(ALMOND, glassMs)], free);
    if (!found.ok) throw new Error(found.tightest);
    const soak = found.placed[0]?.steps.find(({ kind }) => kind === 'soak');
    expect(soak?.fromMs).toBeGreaterThanOrEqual(nowMs + 10 * H);
  });

  test('what is bottled or given up takes up nothing', () => {
    const given = batchState([...soaking, { type: 'abandoned', reason: 'Late', id: 'c', atMs: nowMs + 3 }])!;
    expect(scheduledUnderWay('b', given, nowMs)).toBeNull();
    expect(bookingsUnderWay([{ id: 'b', state: given }], nowMs)).toEqual([]);
  });
});
