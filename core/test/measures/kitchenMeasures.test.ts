import fc from 'fast-check';
import type { DisplayPreferences } from '../../src';
import {
  TABLE_ONLY,
  clockText,
  dayMonthText,
  decimalMarkOf,
  fieldMeasure,
  findAddition,
  fractions,
  inKitchenMeasures,
  priceMasses,
  pricePer,
  priceVolumes,
  readBrine,
  readClock,
  readQuantity,
  sayBrine,
  sayBrineInSpoons,
  suggestedMeasures,
  timeText,
  weekdayText,
} from '../../src';

const METRIC: DisplayPreferences = { measures: 'metric', cupSystem: 'metric' };
const US: DisplayPreferences = { measures: 'us', cupSystem: 'us' };

test.each([
  ['en-US', 'us'],
  ['en', 'metric'],
  ['pt-PT', 'metric'],
  ['en-IE', 'british'],
  ['cy-GB', 'british'],
  ['mi-NZ', 'australian'],
  ['en-Latn-US', 'us'],
  ['nb-u-ca-gregory', 'metric'],
  ['', 'metric'],
] as const)('a device that speaks “%s” is first offered %s measures', (language, set) => {
  expect(suggestedMeasures(language)).toBe(set);
});

describe('a field in the kitchen’s own units', () => {
  test.each([
    ['temperature', 4, METRIC, '4', '°C'],
    ['temperature', 4, US, '39.2', '°F'],
    ['volume', 200, METRIC, '200', 'mL'],
    ['volume', 200, US, '⅞', 'cups'],
    ['volume', 78.86, US, '⅓', 'cups'],
    ['volume', 946.352, US, '4', 'cups'],
    ['mass', 155, METRIC, '155', 'g'],
    ['mass', 155, US, '5½', 'oz'],
  ] as const)('%s of %s', (kind, kept, preferences, shown, unit) => {
    const field = fieldMeasure(kind, preferences);
    expect(field.shown(kept)).toBe(shown);
    expect(field.unit).toBe(unit);
  });

  test('what stands in it is read back as near as it is written', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('temperature' as const, 'volume' as const, 'mass' as const),
        fc.constantFrom(METRIC, US),
        fc.double({ min: 40, max: 2000, noNaN: true }),
        (kind, preferences, kept) => {
          const field = fieldMeasure(kind, preferences);
          const read = readQuantity(field.shown(kept));
          expect(read.ok).toBe(true);
          const back = field.toKept(read.ok ? read.value : NaN);
          // An eighth of a cup or of an ounce, or the fourth figure.
          expect(Math.abs(back - kept)).toBeLessThanOrEqual(
            Math.max(0.06, 0.1251 * 237, 0.0005 * kept) + 1e-9,
          );
        },
      ),
    );
  });
});

test.each([
  [0.01, '⅛'],
  [0.8454, '⅞'],
  [0.3333, '⅓'],
  [1.6667, '1⅔'],
  [2.98, '3'],
  [4.23, '4¼'],
])('%s in fractions is %s', (value, words) => {
  expect(fractions(value)).toBe(words);
});

describe('salt in soak water', () => {
  const salt = findAddition('salt', TABLE_ONLY);
  if (!salt) throw new Error('no salt');
  const spoons = { cupSystem: 'us', spoonSystem: 'us' } as const;

  test.each([
    ['1 tsp in 2 cups', (4.929 * 1.217 * 1000) / (2 * 236.588 * 0.998)],
    ['2 tbsp per litre', (2 * 14.787 * 1.217) / 0.998],
    ['a tablespoon to a quart', (14.787 * 1.217 * 1000) / (946.353 * 0.998)],
    ['10 g/l', 10 / 0.998],
    ['10', 10 / 0.998],
    ['½ tsp in 500 ml', (0.5 * 4.929 * 1.217 * 1000) / (500 * 0.998)],
  ])('“%s”', (said, saltGPerKg) => {
    expect(readBrine(said, salt, spoons)).toBeCloseTo(saltGPerKg, 9);
  });

  test.each(['', 'salty', '1 tsp', '1 tsp in a bowl', '1 tsp in 0 cups'])(
    '“%s” is not understood',
    (said) => {
      expect(readBrine(said, salt, spoons)).toBeNull();
    },
  );

  test('is said back in grams or in spoons, and read so', () => {
    expect(sayBrine(10, salt, { ...spoons, measures: 'metric' })).toBe('10 g per litre');
    expect(sayBrine(10, salt, { ...spoons, measures: 'us' })).toBe('1½ tsp in 4 cups');
    for (const saltGPerKg of [5, 10, 20, 40]) {
      const said = sayBrineInSpoons(saltGPerKg, salt, spoons);
      expect((readBrine(said, salt, spoons) ?? 0) / saltGPerKg).toBeCloseTo(1, 0);
    }
  });
});

describe('numbers, dates and times as a household writes them', () => {
  const at = Date.UTC(2031, 10, 27, 7, 30);
  const zone = (locale: string | null, measures: 'metric' | 'us' = 'metric') => ({
    timeZone: 'UTC',
    locale,
    measures,
  });

  test.each([
    [zone(null), '07:30', '27 Nov'],
    [zone(null, 'us'), '7:30 am', 'Nov 27'],
    [zone('en-US'), '7:30 am', 'Nov 27'],
    [zone('en-GB', 'us'), '07:30', '27 Nov'],
    [zone('en-AU'), '7:30 am', '27 Nov'],
    [zone('de-DE'), '07:30', '27 Nov'],
  ])('%o', (household, time, day) => {
    expect(timeText(at, household)).toBe(time);
    expect(dayMonthText(at, household)).toBe(day);
    expect(weekdayText(at, household)).toBe('Thu');
    expect(clockText('19:05', household)).toBe(time === '07:30' ? '19:05' : '7:05 pm');
  });

  test('the mark that parts decimals', () => {
    expect([null, 'en-US', 'de-DE', 'fr-FR'].map(decimalMarkOf)).toEqual([null, '.', ',', ',']);
    expect(readQuantity('1,250', decimalMarkOf('en-US'))).toEqual({ ok: true, value: 1250 });
    expect(readQuantity('1,250', decimalMarkOf('de-DE'))).toEqual({ ok: true, value: 1.25 });
    expect(readQuantity('1.250', decimalMarkOf('de-DE'))).toEqual({ ok: true, value: 1250 });
  });

  test.each([
    ['7:30', '07:30'],
    ['7:30 pm', '19:30'],
    ['12:05 AM', '00:05'],
    ['12 pm', '12:00'],
    ['8', '08:00'],
    ['20.15', '20:15'],
    ['24:00', null],
    ['13 pm', null],
    ['7:75', null],
    ['soon', null],
  ])('“%s” is %s', (typed, clock) => {
    expect(readClock(typed)).toBe(clock);
  });

  test('every time of day is read back as it is written', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1439 }),
        fc.constantFrom('en-US', 'en-GB', 'en-AU', 'de-DE'),
        (minutes, locale) => {
          const [h, m] = [Math.floor(minutes / 60), minutes % 60];
          const clock = `${String(h).padStart(2, '0')}:${String(m).padStart(2, '0')}`;
          expect(readClock(clockText(clock, zone(locale)))).toBe(clock);
        },
      ),
    );
  });
});

test('a sentence of ours in the kitchen’s measures', () => {
  const said = 'Blend below 30 °C, between 5 and 45 °C, in loads of 1250 mL; 5 g/L and 3 °Cs stay.';
  expect(inKitchenMeasures(said, METRIC)).toBe(said);
  expect(inKitchenMeasures(said, US)).toBe(
    'Blend below 86 °F, between 41 °F and 113 °F, in loads of 5¼ cups; 5 g/L and 3 °Cs stay.',
  );
});

test('prices by the litre and the 100 g, or by the quart, the fluid ounce and the ounce', () => {
  expect(priceVolumes(METRIC)).toEqual([{ name: 'litre', litres: 1 }]);
  expect(priceVolumes(US).map(({ litres }) => litres)).toEqual([
    expect.closeTo(0.946353, 9),
    expect.closeTo(0.029574, 9),
  ]);
  // A pound at 9.60 is 60 cents an ounce.
  expect(pricePer(9.6, 453.592, priceMasses(US).small.kg)).toBeCloseTo(0.6, 6);
  expect(pricePer(12, 500, priceMasses(METRIC).small.kg)).toBeCloseTo(2.4, 9);
});
