import fc from 'fast-check';
import type { JarAhead } from '../../src';
import { drinkingOrder, drunkPerDayMl, milkAhead } from '../../src';

const DAY = 86_400_000;
const T0 = Date.UTC(2031, 2, 10, 9);
const jar = (id: string, leftMl: number, days: number, frozen = false): JarAhead => ({
  id,
  leftMl,
  discardAtMs: T0 + days * DAY,
  frozen,
});

test('the jar that ends first is drunk first; what is left at its end is thrown away', () => {
  const ahead = milkAhead([jar('late', 500, 4), jar('soon', 700, 1)], 400, T0);
  expect([jar('late', 500, 4), jar('soon', 700, 1)].sort(drinkingOrder).map(({ id }) => id)).toEqual([
    'soon',
    'late',
  ]);
  // 400 of the 700 by its end, then the other over the next 1.25 days.
  expect(ahead.thrown).toEqual([{ id: 'soon', volumeMl: 300, atMs: T0 + DAY }]);
  expect((ahead.fridgeEmptyMs ?? 0) - T0).toBeCloseTo(2.25 * DAY, 0);
  expect(ahead.allGoneMs).toBe(ahead.fridgeEmptyMs);
  expect(ahead.thaw).toBeNull();
});

test('a frozen jar is to be thawed before the fridge is empty, and then lasts on', () => {
  const ahead = milkAhead([jar('now', 400, 4), jar('b', 800, 50, true), jar('a', 600, 40, true)], 400, T0);
  expect(ahead.fridgeEmptyMs).toBe(T0 + DAY);
  expect(ahead.thaw).toEqual({ id: 'a', byMs: T0 + 0.25 * DAY, soon: true });
  expect(ahead.allGoneMs).toBe(T0 + 4.5 * DAY);
  expect(ahead.thrown).toEqual([]);
  expect(milkAhead([jar('now', 1200, 4), jar('a', 600, 40, true)], 400, T0).thaw?.soon).toBe(false);
});

test('of a frozen jar as much is drunk as two days take once it is thawed; the rest is thrown away', () => {
  const ahead = milkAhead([jar('now', 200, 4), jar('large', 1000, 40, true)], 200, T0);
  expect(ahead.fridgeEmptyMs).toBe(T0 + DAY);
  expect(ahead.thrown).toEqual([{ id: 'large', volumeMl: 600, atMs: T0 + 3 * DAY }]);
  expect(ahead.allGoneMs).toBe(T0 + 3 * DAY);
});

test('where nothing is drunk all of it is thrown away, and no end is foretold', () => {
  const ahead = milkAhead([jar('one', 400, 2), jar('frozen', 300, 30, true)], 0, T0);
  expect(ahead).toMatchObject({ fridgeEmptyMs: null, allGoneMs: null, thaw: null });
  expect(ahead.thrown).toEqual([{ id: 'one', volumeMl: 400, atMs: T0 + 2 * DAY }]);
});

test('a day’s milk is that of the last two weeks, of a young kitchen that of its days', () => {
  const poured = [1, 3, 13, 15].map((ago) => ({ atMs: T0 - ago * DAY, volumeMl: 700 }));
  expect(drunkPerDayMl(poured, T0 - 100 * DAY, T0)).toBeCloseTo(150, 9);
  expect(drunkPerDayMl(poured.slice(0, 2), T0 - 7 * DAY, T0)).toBeCloseTo(200, 9);
  expect(drunkPerDayMl(poured.slice(0, 1), T0 - DAY, T0)).toBeCloseTo(700 / 3, 9);
});

test('what is there is drunk or thrown away: the milk closes; drinking more never throws away more', () => {
  let throwing = 0;
  const jars = fc
    .array(
      fc.record({
        leftMl: fc.integer({ min: 10, max: 2000 }),
        days: fc.double({ min: 0.1, max: 6, noNaN: true }),
      }),
      {
        minLength: 1,
        maxLength: 6,
      },
    )
    .map((all) => all.map(({ leftMl, days }, i) => jar(String(i), leftMl, days)));
  fc.assert(
    fc.property(
      jars,
      fc.integer({ min: 1, max: 2000 }),
      fc.integer({ min: 0, max: 1000 }),
      (all, perDay, more) => {
        const ahead = milkAhead(all, perDay, T0);
        const thrownMl = (of: ReturnType<typeof milkAhead>): number =>
          of.thrown.reduce((sum, { volumeMl }) => sum + volumeMl, 0);
        const thereMl = all.reduce((sum, { leftMl }) => sum + leftMl, 0);
        const drunkMl = (perDay * ((ahead.fridgeEmptyMs ?? T0) - T0)) / DAY;
        // Up to the dregs of each jar; between two ends nothing may be left to drink.
        expect(drunkMl + thrownMl(ahead)).toBeGreaterThanOrEqual(thereMl - 5 * all.length - 1e-6);
        expect(thrownMl(ahead)).toBeLessThanOrEqual(thereMl + 1e-6);
        expect(thrownMl(milkAhead(all, perDay + more, T0))).toBeLessThanOrEqual(
          thrownMl(ahead) + 5 * all.length,
        );
        if (ahead.thrown.length > 0) throwing++;
      },
    ),
  );
  expect(throwing).toBeGreaterThan(20);
});
