import fc from 'fast-check';
import { fridgeStretch, jarKeeping, jarSpent } from '../../src';
import { workedRecipe } from '../recipes';
import { H, Making, READINGS } from './making';

const plain = workedRecipe('almond', 143, 4, 4);
const onShelf = () => new Making({ ...plain, soak: { ...plain.soak, method: 'none' } }).upTo('label');
const moved = (place: 'out' | 'fridge') => ({ type: 'jar-moved', jarId: 'jar-1', place }) as const;

test('the curve ends where the jar has to go, with its budget used, and never falls', () => {
  const batch = onShelf().after(20 * H);
  const [jar] = batch.state.jars;
  if (!jar) throw new Error('no jar');
  const { momentsMs, usedH, budgetH, bestH, spells } = jarSpent(batch.state, jar, READINGS, batch.nowMs);
  const kept = jarKeeping(batch.state, jar, READINGS, batch.nowMs);
  expect(momentsMs[momentsMs.length - 1]).toBe(kept.discardAtMs);
  expect(usedH[usedH.length - 1]).toBeCloseTo(kept.budgetH, 3);
  expect([budgetH, bestH]).toEqual([kept.budgetH, kept.budgetH * 0.6]);
  for (const [i, used] of usedH.entries()) expect(used).toBeGreaterThanOrEqual((usedH[i - 1] ?? 0) - 1e-9);
  expect(spells).toEqual([]);
});

test('an evening on the table costs what the jar has less by it', () => {
  const evening = onShelf()
    .after(20 * H)
    .record(moved('out'))
    .after(1.5 * H)
    .record(moved('fridge'))
    .after(30 * H);
  const without = onShelf().after(51.5 * H);
  const [jar] = evening.state.jars;
  const [other] = without.state.jars;
  if (!jar || !other) throw new Error('no jar');
  const { spells } = jarSpent(evening.state, jar, READINGS, evening.nowMs);
  const lostH =
    jarKeeping(evening.state, jar, READINGS, evening.nowMs).usedH -
    jarKeeping(without.state, other, READINGS, evening.nowMs).usedH;
  expect(spells).toHaveLength(1);
  expect(spells[0]?.costH).toBeCloseTo(lostH, 2);
  expect(spells[0]?.costH).toBeGreaterThan(3);
});

test('a longer time out never costs less', () => {
  let compared = 0;
  const minutes = fc.integer({ min: 5, max: 110 });
  fc.assert(
    fc.property(minutes, minutes, (one, other) => {
      const cost = (min: number): number => {
        const batch = onShelf()
          .after(10 * H)
          .record(moved('out'))
          .after(min * 60_000)
          .record(moved('fridge'))
          .after(30 * H);
        const [jar] = batch.state.jars;
        return jar ? (jarSpent(batch.state, jar, READINGS, batch.nowMs).spells[0]?.costH ?? 0) : 0;
      };
      const [short, long] = [Math.min(one, other), Math.max(one, other)];
      expect(cost(long)).toBeGreaterThanOrEqual(cost(short) - 1e-6);
      if (long > short) compared++;
    }),
    { numRuns: 25 },
  );
  expect(compared).toBeGreaterThan(15);
});

test('a stretch of the log keeps its peaks, and its mean is over all of it', () => {
  const steps = [
    { atMs: 0, tempC: 4 },
    { atMs: 5 * H, tempC: 9, measured: true as const },
    { atMs: 5 * H + 600_000, tempC: 4 },
  ];
  const stretch = fridgeStretch(steps, 0, 10 * H, 20);
  expect(stretch?.warmest).toEqual({ atMs: 5 * H, tempC: 9 });
  expect(stretch?.tempsC.filter((tempC) => tempC === 9)).toHaveLength(1);
  expect(stretch?.meanC).toBeCloseTo(4 + 5 / 60, 9);
  expect(stretch?.measuredH).toBeCloseTo(1 / 6, 9);
  expect(fridgeStretch([], 0, H, 10)).toBeNull();
});
