import fc from 'fast-check';
import type { FridgeReading, JarTerms, MeasuredTemp } from '../../src';
import {
  MEAN_MS,
  coldLog,
  fridgeLogs,
  fridgeSteps,
  keeping,
  keepingCosts,
  keepingCurve,
  logOfFridge,
  spoilageRate,
  tenMinuteMeans,
} from '../../src';

const H = 3_600_000;
const MIN = 60_000;
const T0 = Date.UTC(2031, 2, 10, 9);
const terms: JarTerms = {
  milkTempC: 4,
  volumeMl: 1000,
  budgetH: 96,
  scalded: true,
  fruit: false,
  spentH: 0,
  blendedAtMs: T0,
  bottledAtMs: T0,
  roomTempC: 20,
};
/** Means of ten minutes, one after another from T0 on; null leaves a gap. */
const logged = (...temps: (number | null)[]): MeasuredTemp[] =>
  temps.flatMap((tempC, i) => (tempC === null ? [] : [{ atMs: T0 + i * MEAN_MS, tempC }]));
const times = <T>(count: number, one: T): T[] => Array<T>(count).fill(one);
const inFridge = (steps: readonly FridgeReading[]) =>
  steps.map(({ atMs, ...reading }) => ({ fromMs: atMs, place: 'fridge' as const, ...reading }));

describe('means of ten minutes', () => {
  test('a door of a minute is a tenth of its mean; order does not matter', () => {
    const temps = times(10, 0).map((_, i) => ({ atMs: T0 + i * MIN, tempC: i === 4 ? 14 : 4 }));
    expect(tenMinuteMeans([...temps].reverse())).toEqual([{ atMs: T0, tempC: 5 }]);
  });

  test('each lies in its ten minutes, and between its coldest and warmest', () => {
    let looked = 0;
    const temp = fc.record({
      atMs: fc.integer({ min: T0, max: T0 + 6 * H }),
      tempC: fc.integer({ min: -5, max: 20 }),
    });
    fc.assert(
      fc.property(fc.array(temp, { minLength: 1, maxLength: 60 }), (temps) => {
        const means = tenMinuteMeans(temps);
        expect(means.map(({ atMs }) => atMs)).toEqual([...new Set(means.map(({ atMs }) => atMs))].sort());
        for (const { atMs, tempC } of means) {
          const within = temps
            .filter((one) => one.atMs >= atMs && one.atMs < atMs + MEAN_MS)
            .map((one) => one.tempC);
          expect(tempC).toBeGreaterThanOrEqual(Math.min(...within) - 1e-9);
          expect(tempC).toBeLessThanOrEqual(Math.max(...within) + 1e-9);
          looked++;
        }
      }),
    );
    expect(looked).toBeGreaterThan(100);
  });
});

describe('how warm the fridge was', () => {
  const set: FridgeReading[] = [{ atMs: T0 - 100 * H, tempC: 4 }];

  test('as it is set where nobody measured', () => {
    expect(fridgeSteps(set, [])).toBe(set);
  });

  test('in a gap the warmer of what it is set to and what was measured last', () => {
    expect(fridgeSteps(set, logged(3, null, null, 7))).toEqual([
      { atMs: T0 - 100 * H, tempC: 4 },
      { atMs: T0, tempC: 3, measured: true },
      { atMs: T0 + MEAN_MS, tempC: 4 },
      { atMs: T0 + 3 * MEAN_MS, tempC: 7, measured: true },
      { atMs: T0 + 4 * MEAN_MS, tempC: 7 },
    ]);
  });

  test('a change of the setting in a gap counts from then on', () => {
    const later = [...set, { atMs: T0 + 25 * MIN, tempC: 6 }];
    expect(fridgeSteps(later, logged(5))).toEqual([
      { atMs: T0 - 100 * H, tempC: 4 },
      { atMs: T0, tempC: 5, measured: true },
      { atMs: T0 + MEAN_MS, tempC: 5 },
      { atMs: T0 + 25 * MIN, tempC: 6 },
    ]);
  });

  test('a steady log at 4 °C keeps milk as a fridge set to 4 °C does', () => {
    const spells = inFridge(fridgeSteps(set, logged(...times(6 * 24, 4)))).map((one, i) =>
      i === 0 ? { ...one, fromMs: T0 } : one,
    );
    expect((keeping(terms, spells, T0).discardAtMs - T0) / H).toBeCloseTo(96, 6);
  });

  test('a power cut of three hours at 9 °C: what it uses is the integral over the milk as it warms', () => {
    // A day after it was bottled: the first cooling of a litre, with its credit, is over after 20 h.
    const steps = fridgeSteps(set, logged(...times(144, 4), ...times(18, 9), ...times(60, 4))).slice(1);
    const usedByH = (hours: number): number => keepingCurve(terms, inFridge(steps), [T0 + hours * H])[0] ?? 0;
    // The milk follows with 2.5 h: summed by small steps here, with no code of the product but the rate.
    let tempC = 4;
    let usedH = 0;
    const stepH = 1 / 3600;
    for (let h = 0; h < 37; h += stepH) {
      usedH += spoilageRate(tempC) * stepH;
      tempC += (((h >= 24 && h < 27 ? 9 : 4) - tempC) * stepH) / 2.5;
    }
    expect(usedByH(37)).toBeCloseTo(usedH, 2);
    // Milk that was warmed in the fridge gets no second first cooling.
    expect(usedByH(37)).toBeGreaterThan(37 + 4);
  });

  test('what a power cut cost is the fridge’s, not time out of it, and the costs add up', () => {
    const steps = fridgeSteps(set, logged(...times(144, 4), ...times(18, 9), ...times(60, 4))).slice(1);
    const spells = inFridge(steps);
    const kept = keeping(terms, spells, T0);
    const costs = keepingCosts(terms, spells, kept);
    expect(costs.timeOutH).toBe(0);
    expect(costs.warmFridgeH).toBeGreaterThan(4);
    expect(costs.warmFridgeH).toBeCloseTo(96 - (kept.discardAtMs - T0) / H, 3);
  });

  test('a warmer log never keeps longer, and a gap never keeps longer than its warmer end', () => {
    let compared = 0;
    const air = fc.double({ min: 0, max: 12, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.option(air), { minLength: 6, maxLength: 80 }),
        fc.double({ min: 0, max: 4, noNaN: true }),
        (temps, more) => {
          const keeps = (ones: readonly (number | null)[]): number => {
            const steps = fridgeSteps(set, logged(...ones));
            const spells = inFridge(steps).map((one) => ({ ...one, fromMs: Math.max(T0, one.fromMs) }));
            return keeping(terms, spells, T0).discardAtMs;
          };
          const warmer = temps.map((tempC) => (tempC === null ? null : tempC + more));
          expect(keeps(warmer)).toBeLessThanOrEqual(keeps(temps) + 1);
          if (temps.some((tempC) => tempC !== null)) compared++;
        },
      ),
    );
    expect(compared).toBeGreaterThan(50);
  });
});

describe('five days', () => {
  const set: FridgeReading[] = [{ atMs: T0 - 100 * H, tempC: 4 }];
  const log = (...temps: (number | null)[]) => fridgeSteps(set, logged(...temps));

  test('are allowed by hours that average 4.0 °C or less, with no gap over an hour', () => {
    const steps = log(...times(6, 3.9), ...times(6, null), ...times(12, 4));
    expect(coldLog(steps, T0, T0 + 4 * H)).toEqual({ cold: true });
    // A door: 12 °C for ten minutes, and the hour still averages 4.0.
    expect(coldLog(log(...times(8, 2.4), 12, ...times(8, 2.4)), T0, T0 + 2 * H)).toEqual({ cold: true });
  });

  test('end with an hour that averages more', () => {
    const steps = log(...times(12, 3.9), ...times(6, 4.1), ...times(6, 3.5));
    expect(coldLog(steps, T0, T0 + 4 * H)).toMatchObject({ cold: false, because: 'warm' });
  });

  test('end with a gap over an hour: before the first, in between, after the last', () => {
    const gap = (atMs: number) => ({ cold: false, because: 'gap', atMs });
    expect(coldLog(set, T0, T0 + 2 * H)).toEqual(gap(T0));
    expect(coldLog(log(...times(6, 4)), T0 - 2 * H, T0 + H)).toEqual(gap(T0 - 2 * H));
    expect(coldLog(log(...times(6, 4), ...times(7, null), 4), T0, T0 + 2.5 * H)).toEqual(gap(T0 + H));
    expect(coldLog(log(...times(6, 4)), T0, T0 + 2.5 * H)).toEqual(gap(T0 + H));
  });
});

test('each fridge has its own log, by what it was set to and by what was measured in it', () => {
  const cellar = 'cellar';
  const set = [
    { fridge: 'first', atMs: T0, tempC: 4 },
    { fridge: cellar, atMs: T0, tempC: 8 },
  ];
  const means = [
    ...logged(3, 3).map((one) => ({ ...one, fridge: 'first' })),
    { fridge: 'loft', atMs: T0, tempC: 6 },
  ];
  const logs = fridgeLogs(set, means);
  const plain = (fridge: string) => ({
    set: set.filter((one) => one.fridge === fridge).map(({ atMs, tempC }) => ({ atMs, tempC })),
    means: means.filter((one) => one.fridge === fridge).map(({ atMs, tempC }) => ({ atMs, tempC })),
  });
  for (const fridge of ['first', cellar, 'loft']) {
    const { set: was, means: read } = plain(fridge);
    expect(logOfFridge(logs, fridge)).toEqual(fridgeSteps(was, read));
  }
  expect(logOfFridge(logs)).toBe(logs.first);
  expect(logOfFridge(logs, 'nobody knows')).toBe(logs.first);
  expect(fridgeLogs([], [])).toEqual({ first: [] });
});

test('before anything was said or measured a fridge was as it was set first, not as cold as its first minutes', () => {
  const set = [{ atMs: T0 + 2 * MIN, tempC: 8 }];
  const steps = fridgeSteps(set, logged(-2));
  expect(steps.map(({ tempC }) => tempC)).toEqual([8, -2, 8]);
  const kept = keeping({ ...terms, milkTempC: 8 }, inFridge(steps), T0 - 10 * H);
  expect(kept.discardAtMs).toBeLessThan(T0 + 40 * H);
});
