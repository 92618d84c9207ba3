import fc from 'fast-check';
import type { JarSpell, JarTerms } from '../src';
import { budgetOf, keeping } from '../src';

const H = 3_600_000;
const T0 = Date.UTC(2031, 2, 10, 9);

/** Milk bottled as cold as its fridge, straight after blending, from scalded gear. */
const terms: JarTerms = { milkTempC: 4, budgetH: 96, scalded: true, fruit: false, spentH: 0, outSinceMs: T0 };
const fridge = (tempC: number, fromMs = T0): JarSpell => ({ fromMs, place: 'fridge', tempC });

const hoursOf = (ms: number): number => (ms - T0) / H;

describe('at a steady fridge', () => {
  test('four days at 4 °C: best before 57.6 h, discard at 96 h', () => {
    const kept = keeping(terms, [fridge(4)], T0);
    expect(hoursOf(kept.bestBeforeMs)).toBeCloseTo(57.6, 4);
    expect(hoursOf(kept.discardAtMs)).toBeCloseTo(96, 4);
    expect(kept.because).toBe('budget');
  });

  test('at 6 °C about half of it, at 8 °C a third', () => {
    const at = (tempC: number): number =>
      hoursOf(keeping({ ...terms, milkTempC: tempC }, [fridge(tempC)], T0).discardAtMs);
    expect(at(6)).toBeCloseTo(96 / (7.5 / 5.5) ** 2, 4);
    expect(at(8)).toBeCloseTo(96 / (9.5 / 5.5) ** 2, 4);
  });

  test('a warmer fridge never keeps longer', () => {
    const temp = fc.double({ min: -1, max: 12, noNaN: true });
    fc.assert(
      fc.property(temp, temp, (a, b) => {
        const [cold, warm] = a <= b ? [a, b] : [b, a];
        const until = (tempC: number): number => keeping(terms, [fridge(tempC)], T0).discardAtMs;
        expect(until(warm)).toBeLessThanOrEqual(until(cold) + 1);
      }),
    );
  });

  test('hours used grow with the clock and reach the budget at the moment of discarding', () => {
    const hours = fc.double({ min: 0, max: 90, noNaN: true });
    fc.assert(
      fc.property(hours, hours, (a, b) => {
        const used = (h: number): number => keeping(terms, [fridge(4)], T0 + h * H).usedH;
        expect(used(Math.max(a, b))).toBeGreaterThanOrEqual(used(Math.min(a, b)));
      }),
    );
    const { discardAtMs } = keeping(terms, [fridge(5)], T0);
    expect(keeping(terms, [fridge(5)], discardAtMs).usedH).toBeCloseTo(96, 4);
  });
});

describe('the state', () => {
  const stateAt = (hours: number): string => keeping(terms, [fridge(4)], T0 + hours * H).state;

  test('good, then past its best, then to be discarded', () => {
    expect(stateAt(0)).toBe('good');
    expect(stateAt(57)).toBe('good');
    expect(stateAt(58)).toBe('past-best');
    expect(stateAt(95.9)).toBe('past-best');
    expect(stateAt(96.1)).toBe('discard');
  });

  test('only milk at its best may be frozen', () => {
    expect(keeping(terms, [fridge(4)], T0 + 50 * H).mayFreeze).toBe(true);
    expect(keeping(terms, [fridge(4)], T0 + 60 * H).mayFreeze).toBe(false);
  });
});

describe('what shortens it', () => {
  test('gear that was not scalded, and fruit, each take a quarter off', () => {
    expect(budgetOf({ ...terms, scalded: false })).toBe(72);
    expect(budgetOf({ ...terms, fruit: true })).toBe(72);
    expect(budgetOf({ ...terms, scalded: false, fruit: true })).toBe(54);
    expect(budgetOf({ ...terms, budgetH: 72 })).toBe(72);
  });

  test('milk that goes in warm spends hours on cooling down', () => {
    const warm = keeping({ ...terms, milkTempC: 25 }, [fridge(4)], T0);
    // ∫ ((T + 1.5) / 5.5)² dt for T falling from 25 to 4 °C with a time constant of 2.5 h, less the same at 4 °C.
    const a = 21 / 5.5;
    const lostH = 2 * a * 2.5 + (a * a * 2.5) / 2;
    expect(hoursOf(warm.discardAtMs)).toBeCloseTo(96 - lostH, 1);
  });

  test('a soak too long on the counter is counted from the start', () => {
    const spent = keeping({ ...terms, spentH: 20 }, [fridge(4)], T0);
    expect(hoursOf(spent.discardAtMs)).toBeCloseTo(76, 4);
  });

  test('an evening in a failing fridge brings the moment forward', () => {
    const steady = keeping(terms, [fridge(4)], T0);
    const failing = keeping(terms, [fridge(4), fridge(9, T0 + 10 * H), fridge(4, T0 + 14 * H)], T0);
    expect(failing.discardAtMs).toBeLessThan(steady.discardAtMs - 4 * H);
  });
});

describe('the two-hour rule', () => {
  test('three hours between blending and the fridge: discard, whatever the budget', () => {
    const late = keeping({ ...terms, outSinceMs: T0 - 3 * H }, [fridge(4)], T0);
    expect(late.because).toBe('out-of-fridge');
    expect(late.state).toBe('discard');
    expect(hoursOf(late.discardAtMs)).toBeCloseTo(-1, 6);
  });

  test('spells out of the fridge add up', () => {
    const spells: JarSpell[] = [
      fridge(4),
      { fromMs: T0 + 10 * H, place: 'out', tempC: 20 },
      fridge(4, T0 + 11 * H),
      { fromMs: T0 + 20 * H, place: 'out', tempC: 20 },
    ];
    const kept = keeping(terms, spells, T0 + 20.5 * H);
    expect(kept.outH).toBeCloseTo(1.5, 9);
    expect(kept.because).toBe('out-of-fridge');
    expect(hoursOf(kept.discardAtMs)).toBeCloseTo(21, 6);
  });

  test('above 32 °C there is one hour', () => {
    const kept = keeping(terms, [fridge(4), { fromMs: T0 + H, place: 'out', tempC: 34 }], T0 + H);
    expect(hoursOf(kept.discardAtMs)).toBeCloseTo(2, 6);
  });

  test('a fridge that reads 11 °C is no fridge', () => {
    const kept = keeping(terms, [fridge(11)], T0);
    expect(kept.because).toBe('out-of-fridge');
    expect(hoursOf(kept.discardAtMs)).toBeCloseTo(2, 6);
  });

  test('time out never makes milk keep longer', () => {
    const hours = fc.double({ min: 0, max: 3, noNaN: true });
    fc.assert(
      fc.property(hours, (outH) => {
        const spells: JarSpell[] = [
          fridge(4),
          { fromMs: T0 + 5 * H, place: 'out', tempC: 21 },
          fridge(4, T0 + (5 + outH) * H),
        ];
        const kept = keeping(terms, spells, T0);
        expect(kept.discardAtMs).toBeLessThanOrEqual(keeping(terms, [fridge(4)], T0).discardAtMs + 1);
      }),
    );
  });
});

describe('the freezer', () => {
  const frozen: JarSpell[] = [fridge(4), { fromMs: T0 + 10 * H, place: 'freezer', tempC: -18 }];

  test('stops the clock, for 60 days', () => {
    const kept = keeping(terms, frozen, T0 + 500 * H);
    expect(kept.usedH).toBeCloseTo(10, 4);
    expect(kept.because).toBe('frozen');
    expect(hoursOf(kept.discardAtMs)).toBeCloseTo(10 + 60 * 24, 6);
    expect(kept.state).toBe('good');
  });

  test('thawed, two days are left, or the budget when that is less', () => {
    const thawedAt = T0 + 300 * H;
    const early = keeping(terms, [...frozen, fridge(4, thawedAt)], thawedAt);
    expect(early.because).toBe('thawed');
    expect((early.discardAtMs - thawedAt) / H).toBeCloseTo(48, 6);
    expect(early.mayFreeze).toBe(false);

    const late: JarSpell[] = [
      fridge(4),
      { fromMs: T0 + 57 * H, place: 'freezer', tempC: -18 },
      fridge(4, thawedAt),
    ];
    const kept = keeping({ ...terms, budgetH: 96 }, late, thawedAt);
    expect(kept.because).toBe('budget');
    // 39 h were left; the jar comes out of the freezer colder than the fridge, which spares a little.
    expect((kept.discardAtMs - thawedAt) / H).toBeGreaterThan(39);
    expect((kept.discardAtMs - thawedAt) / H).toBeLessThan(41);
  });
});
