import fc from 'fast-check';
import { batchDays, fridgeDays, servingsMl } from '../../src';

test('people, glasses and days are multiplied by the glass', () => {
  expect(servingsMl({ people: 3, glassesADay: 1, days: 3 }, 200)).toBe(1800);
  expect(servingsMl({ people: 4, glassesADay: 2, days: 7 }, 237)).toBeCloseTo(13_272, 9);
});

test.each([
  // The budget counts hours at 4 °C; at 6 °C they count 1.86-fold.
  [96, 4, false, 4],
  [96, 6, false, 4 / 1.8595],
  [48, 4, false, 2],
  [96, 4, true, 3],
] as const)('a budget of %d h at %d °C, fruit %s: about %f days', (budgetH, tempC, fruit, days) => {
  expect(fridgeDays({ budgetH, scalded: true, fruit }, tempC)).toBeCloseTo(days, 2);
});

test('no batch is drunk longer than it keeps, no day is lost, and there are as few as can be', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 31 }),
      fc.double({ min: 0.2, max: 9, noNaN: true }),
      (days, keeps) => {
        const parts = batchDays(days, keeps);
        const most = Math.max(1, Math.floor(keeps));
        expect(parts.reduce((sum, one) => sum + one, 0)).toBe(days);
        expect(Math.max(...parts)).toBeLessThanOrEqual(most);
        expect(Math.min(...parts)).toBeGreaterThanOrEqual(1);
        expect(parts).toHaveLength(Math.ceil(days / most));
      },
    ),
  );
});
