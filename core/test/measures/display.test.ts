import fc from 'fast-check';
import type { DisplayPreferences } from '../../src';
import {
  bodyOf,
  gPer,
  kitchenRound,
  mlPer,
  normalDraw,
  formatReadMass,
  formatReadTemp,
  formatSetTemp,
  readingIn,
  seededRandom,
  formatClock,
  formatDuration,
  formatMass,
  formatTemp,
  formatVolume,
  stepMinutes,
  typedFigure,
} from '../../src';

const METRIC: DisplayPreferences = { measures: 'metric', cupSystem: 'us' };
const US: DisplayPreferences = { measures: 'us', cupSystem: 'us' };

test.each<[number, DisplayPreferences, string]>([
  [933.35, METRIC, '930 mL'],
  [42.4, METRIC, '42 mL'],
  [946.352, US, '4 cups'],
  [236.588, US, '1 cup'],
  [355, US, '1½ cups'],
  [30, US, '2 tbsp'],
  [500, { measures: 'us', cupSystem: 'metric' }, '2 cups'],
])('%d mL is shown as %s', (ml, preferences, words) => {
  expect(formatVolume(ml, preferences)).toBe(words);
});

test.each<[number, DisplayPreferences, string]>([
  [188.53, METRIC, '190 g'],
  [41.6, METRIC, '42 g'],
  [28.3495, US, '1 oz'],
  [142, US, '5 oz'],
  [453.592, US, '1 lb'],
  [600, US, '1 lb 5¼ oz'],
])('%d g is shown as %s', (g, preferences, words) => {
  expect(formatMass(g, preferences)).toBe(words);
});

test('what was read off a scale or a probe stays as fine as it was read', () => {
  expect(formatReadMass(933.4, 'metric')).toBe('933 g');
  expect(formatReadMass(933.4, 'us')).toBe('32.9 oz');
  expect(formatReadTemp(21.26, 'metric')).toBe('21.3 °C');
  expect(formatReadMass(-0.6, 'us')).toBe('0.0 oz');
  expect(formatReadTemp(-0.04, 'metric')).toBe('0.0 °C');
  expect(formatReadTemp(21.26, 'us')).toBe('70.3 °F');
});

test.each([
  [0, '0 s'],
  [45.2, '45 s'],
  [73, '1 min 13 s'],
  [180, '3 min'],
  [4800, '1 h 20 min'],
  [12 * 3600, '12 h'],
  [3 * 86400 + 4 * 3600, '3 d 4 h'],
])('%d s is “%s”', (seconds, words) => {
  expect(formatDuration(seconds)).toBe(words);
});

test.each([
  [0, '0:00'],
  [9.2, '0:10'],
  [65, '1:05'],
  [3723, '1:02:03'],
  [-61.5, '+1:01'],
])('a clock at %d s shows %s', (seconds, words) => {
  expect(formatClock(seconds)).toBe(words);
});

test('a temperature as it was set is no other one', () => {
  const shown = (tempC: number, measures: 'metric' | 'us') => formatSetTemp(tempC, measures);
  expect([shown(4, 'metric'), shown(4.4, 'metric'), shown(5.5, 'metric')]).toEqual([
    '4 °C',
    '4.4 °C',
    '5.5 °C',
  ]);
  expect([shown(4, 'us'), shown((40 - 32) / 1.8, 'us'), shown(-18, 'metric')]).toEqual([
    '39.2 °F',
    '40 °F',
    '-18 °C',
  ]);
});

test('temperatures in both scales', () => {
  expect(formatTemp(25.04, 'metric')).toBe('25 °C');
  expect(formatTemp(4, 'us')).toBe('39 °F');
});

test('kitchen rounding lands on the step and never further than half of it', () => {
  const value = fc.double({ min: 0, max: 10_000, noNaN: true });
  fc.assert(
    fc.property(value, fc.constantFrom(0.25, 0.5, 1, 5, 10), (x, step) => {
      const rounded = kitchenRound(x, step);
      expect(Math.abs(rounded - x)).toBeLessThanOrEqual(step / 2 + 1e-9);
      expect(Math.abs(rounded / step - Math.round(rounded / step))).toBeLessThan(1e-9);
    }),
  );
  expect(kitchenRound(0.3, 0.1)).toBe(0.3);
});

test.each([
  [3.99, 'light'],
  [4, 'everyday'],
  [6.49, 'everyday'],
  [6.5, 'full'],
  [10, 'full'],
  [10.01, 'cream'],
])('%d %% solids is %s', (solids, body) => {
  expect(bodyOf(solids)).toBe(body);
});

test('minutes follow the usual pace', () => {
  const sizes = {
    soakH: 8,
    nutG: 200,
    peel: 'pinch' as const,
    loads: 2,
    runS: 120,
    pressed: false,
    presses: 1,
    milkMl: 1000,
    strainers: ['fine-bag'] as const,
    drained: true,
    cooling: null,
    stirredIn: false,
    intoGlass: false,
  };
  expect(stepMinutes(sizes)).toEqual({
    weighMin: 5,
    soakMin: 480,
    drainMin: 4,
    coolMin: 0,
    peelMin: 10,
    blendMin: 8,
    strainMin: 3,
    finishMin: 0,
    bottleMin: 3,
    washUpMin: 8,
    handsOnMin: 41,
  });
  expect(stepMinutes({ ...sizes, strainers: ['fine-sieve'] }).strainMin).toBe(6);
  expect(stepMinutes({ ...sizes, peel: 'roast' }).peelMin).toBe(21);
  expect(stepMinutes({ ...sizes, soakH: 0 }).drainMin).toBe(0);
  expect(stepMinutes({ ...sizes, stirredIn: true }).handsOnMin).toBe(45);
});

test('the same seed gives the same run, spread as it should be', () => {
  const draw = (seed: number): number[] => {
    const random = seededRandom(seed);
    return Array.from({ length: 20_000 }, () => normalDraw(random));
  };
  const a = draw(7);
  expect(draw(7)).toEqual(a);
  expect(draw(8)).not.toEqual(a);
  const mean = a.reduce((sum, x) => sum + x, 0) / a.length;
  const sd = Math.sqrt(a.reduce((sum, x) => sum + (x - mean) ** 2, 0) / a.length);
  expect(mean).toBeCloseTo(0, 1);
  expect(sd).toBeCloseTo(1, 1);
});

describe('a number typed in a unit', () => {
  test('is kept as grams or millilitres', () => {
    expect(readingIn(3.75, 'cups', 'us')).toEqual({ volumeMl: 3.75 * 236.588 });
    expect(readingIn(2, 'cups', 'metric')).toEqual({ volumeMl: 500 });
    expect(readingIn(930, 'mL', 'us')).toEqual({ volumeMl: 930 });
    expect(readingIn(32, 'oz', 'us')).toEqual({ massG: 32 * 28.3495 });
    expect(readingIn(177, 'g', 'us')).toEqual({ massG: 177 });
  });

  test('is shown in its own unit to four figures', () => {
    expect(typedFigure(1000 / mlPer('cups', 'us'))).toBe('4.227');
    expect(typedFigure(143 / gPer('oz'))).toBe('5.044');
    expect(typedFigure(154.999999)).toBe('155');
  });
});
