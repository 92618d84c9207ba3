import fc from 'fast-check';
import type { JarSpell, JarTerms } from '../../src';
import { budgetOf, keeping, keepingCosts } from '../../src';

const H = 3_600_000;
const T0 = Date.UTC(2031, 2, 10, 9);

/** Milk bottled as cold as its fridge, straight after blending, from scalded gear. */
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

describe('a cold fridge', () => {
  const logged = (tempC: number): JarSpell => ({ ...fridge(tempC), measured: true });

  test.each([3, 2, 1, 0, -1])('set at %s °C gives no more than at 4 without a log', (tempC) => {
    const keeps = keeping({ ...terms, milkTempC: Math.max(0, tempC) }, [fridge(tempC)], T0);
    expect(hoursOf(keeps.discardAtMs)).toBeCloseTo(96, 4);
    expect(hoursOf(keeps.bestBeforeMs)).toBeCloseTo(57.6, 4);
  });

  test('logged at 3 °C it gives more, and at 0 no more than five days by the clock', () => {
    const at = (tempC: number) => keeping({ ...terms, milkTempC: tempC }, [logged(tempC)], T0);
    expect(hoursOf(at(3).discardAtMs)).toBeCloseTo(96 / (13 / 14) ** 2, 4);
    expect(at(0)).toMatchObject({ because: 'max-hours' });
    expect(hoursOf(at(0).discardAtMs)).toBeCloseTo(120, 6);
    expect(at(-8).discardAtMs).toBe(at(-1).discardAtMs);
  });

  test('five days by the clock count from the end of blending, the freezer left out', () => {
    const cold = { ...terms, milkTempC: 0 };
    const thawedMs = T0 + 1000 * H;
    const spells: JarSpell[] = [
      logged(0),
      { fromMs: T0 + 50 * H, place: 'freezer', tempC: -18 },
      { ...logged(0), fromMs: thawedMs },
    ];
    // 70 h are left by the clock, and two days for what is thawed: the fewer count.
    expect((keeping(cold, spells, T0).discardAtMs - thawedMs) / H).toBeCloseTo(48, 6);
    const later = spells.map((spell, i) => (i === 1 ? { ...spell, fromMs: T0 + 90 * H } : spell));
    expect((keeping(cold, later, T0).discardAtMs - thawedMs) / H).toBeCloseTo(30, 6);
  });

  test('a warm moment while the milk cools does not lengthen: 9 °C for ten minutes', () => {
    const until = (milkTempC: number): number => {
      const spells = [logged(9), { ...logged(4), fromMs: T0 + H / 6 }];
      return hoursOf(keeping({ ...terms, milkTempC }, spells, T0).discardAtMs);
    };
    expect(until(9.1)).toBeLessThanOrEqual(until(8.9));
    expect(until(8.9)).toBeGreaterThan(95);
  });
});

test('milk that is over when it comes to the freezer is not good there', () => {
  const frozen: JarSpell[] = [{ fromMs: T0, place: 'freezer', tempC: -18 }];
  // A soak too long on the counter has used more than the best of it.
  const spent = { ...terms, spentH: 70 };
  expect(keeping(spent, frozen, T0 + 10 * H).state).toBe('past-best');
  expect(keeping({ ...terms, spentH: 97 }, frozen, T0 + 10 * H).state).toBe('discard');
  const thawedMs = T0 + 100 * H;
  const thawed = keeping(spent, [...frozen, fridge(4, thawedMs)], thawedMs + 1);
  expect(thawed.state).toBe('past-best');
  expect((thawed.discardAtMs - thawedMs) / H).toBeCloseTo(26, 4);
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

  test.each([
    [20, 57.6, 96, 25.1],
    [25, 45.4, 83.8, 37.3],
    [30, 31.1, 69.5, 51.6],
  ])('a litre bottled at %s °C into 4 °C', (milkTempC, bestH, discardH, coolingH) => {
    const warm = { ...terms, milkTempC };
    const kept = keeping(warm, [fridge(4)], T0);
    expect(hoursOf(kept.bestBeforeMs)).toBeCloseTo(bestH, 1);
    expect(hoursOf(kept.discardAtMs)).toBeCloseTo(discardH, 1);
    const costs = keepingCosts(warm, [fridge(4)], kept);
    expect(costs.coolingH + costs.freeCoolingH).toBeCloseTo(coolingH, 1);
    expect(costs.freeCoolingH).toBeCloseTo(25.1, 9);
  });

  test('neither colder nor smaller earns: only what cooling costs is free', () => {
    const cool = { ...terms, milkTempC: 12 };
    expect(hoursOf(keeping(cool, [fridge(4)], T0).discardAtMs)).toBeCloseTo(96, 1);
    expect(hoursOf(keeping({ ...cool, volumeMl: 250 }, [fridge(4)], T0).discardAtMs)).toBeCloseTo(96, 1);
  });

  test('a small jar cools sooner, a big one later', () => {
    const at = (volumeMl: number): number =>
      hoursOf(keeping({ ...terms, milkTempC: 30, volumeMl }, [fridge(4)], T0).discardAtMs);
    expect(at(250)).toBeGreaterThan(at(1000) + 10);
    expect(at(2000)).toBeLessThan(at(1000) - 5);
    // The cost of cooling is in step with the time constant, the cube root of the volume.
    expect(96 + 25.1 - at(1000 / 8)).toBeCloseTo((96 + 25.1 - at(1000)) / 2, 1);
  });

  test('the usual cooling is free once: not after an evening on the table', () => {
    const spells: JarSpell[] = [
      fridge(4),
      { fromMs: T0 + 20 * H, place: 'out', tempC: 20 },
      fridge(4, T0 + 21.5 * H),
    ];
    const kept = keeping({ ...terms, milkTempC: 20 }, spells, T0);
    const costs = keepingCosts({ ...terms, milkTempC: 20 }, spells, kept);
    expect(costs.timeOutH).toBeGreaterThan(5);
    expect(costs.freeCoolingH).toBeCloseTo(25.1, 1);
    expect(hoursOf(kept.discardAtMs)).toBeCloseTo(96 - costs.timeOutH, 1);
  });

  test('past half an hour on the bench each hour counts at the milk’s own warmth', () => {
    const slow = { ...terms, milkTempC: 20, blendedAtMs: T0 - 1.5 * H };
    const spells = [fridge(4, T0 - 0.5 * H)];
    const keeps = keeping(slow, spells, T0);
    const rate = (21.5 / 5.5) ** 2;
    expect(keepingCosts(slow, spells, keeps).standingH).toBeCloseTo(rate - 1, 9);
    // The usual half hour is charged as in the fridge: half an hour.
    expect(hoursOf(keeps.discardAtMs)).toBeCloseTo(96 - rate - 0.5, 1);
    const usual = { ...slow, blendedAtMs: T0 - 0.5 * H };
    expect(keepingCosts(usual, spells, keeps).standingH).toBe(0);
    expect(hoursOf(keeping(usual, spells, T0).discardAtMs)).toBeCloseTo(96 - 0.5, 1);
  });

  test('what each thing cost adds up to the budget', () => {
    const temp = fc.double({ min: 1, max: 9, noNaN: true });
    const warm = fc.double({ min: 4, max: 35, noNaN: true });
    const hour = fc.double({ min: 0, max: 1, noNaN: true });
    let budgets = 0;
    fc.assert(
      fc.property(temp, temp, warm, hour, fc.boolean(), (a, b, milkTempC, outH, scalded) => {
        const spells: JarSpell[] = [
          fridge(a),
          { fromMs: T0 + 9 * H, place: 'out', tempC: 22 },
          fridge(b, T0 + (9 + outH) * H),
        ];
        const one = { ...terms, milkTempC, scalded, fruit: true };
        const kept = keeping(one, spells, T0);
        if (kept.because !== 'budget') return;
        budgets++;
        const { freeCoolingH: _free, ...charged } = keepingCosts(one, spells, kept);
        const lost = Object.values(charged).reduce((sum, h) => sum + h, 0);
        expect(hoursOf(kept.discardAtMs) + lost).toBeCloseTo(96, 4);
      }),
    );
    expect(budgets).toBeGreaterThan(50);
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
    const late = keeping({ ...terms, blendedAtMs: T0 - 3 * H }, [fridge(4)], T0);
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

test('on a hot bench the two hours are one, also before bottling', () => {
  const hot = { ...terms, roomTempC: 34, blendedAtMs: T0 - 1.2 * H };
  expect(keeping(hot, [fridge(4)], T0)).toMatchObject({ because: 'out-of-fridge', state: 'discard' });
  expect(keeping({ ...hot, roomTempC: 20 }, [fridge(4)], T0).because).toBe('budget');
});

test('two days are a choice, and end sooner', () => {
  expect(hoursOf(keeping({ ...terms, budgetH: 48 }, [fridge(4)], T0).discardAtMs)).toBeCloseTo(48, 4);
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

  test('its 60 days still hold after thawing: later than that is the sink', () => {
    const at = (days: number) => {
      const thawedMs = T0 + (10 + days * 24) * H;
      return keeping(terms, [...frozen, fridge(4, thawedMs)], thawedMs);
    };
    expect(at(59)).toMatchObject({ because: 'thawed', state: 'good' });
    expect(at(61)).toMatchObject({ because: 'frozen', state: 'discard' });
    expect(hoursOf(at(200).discardAtMs)).toBeCloseTo(10 + 60 * 24, 6);
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
    // 39 h were left; the jar comes out of the freezer colder than the fridge, which no log shows: it spares nothing.
    expect((kept.discardAtMs - thawedAt) / H).toBeCloseTo(39, 4);
  });
});
