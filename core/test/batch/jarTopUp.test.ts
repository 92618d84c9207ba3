import fc from 'fast-check';
import type { FridgeLogs } from '../../src';
import { jarAllergens, jarColdLog, jarCosts, jarKeeping, jarSpent, pours, whereItWent } from '../../src';
import { workedRecipe } from '../recipes';
import { H, Making, READINGS, T0 } from './making';

const plain = workedRecipe('almond', 143, 4, 4);
/** A batch in two jars of 450 mL, the second one as it is given. */
function twoJars(second: { doses?: { addition: string; massG: number }[]; fridge?: string } = {}): Making {
  const batch = new Making({ ...plain, soak: { ...plain.soak, method: 'none' } }).upTo('bottle');
  const jar = (id: string) => ({ id, label: id, volumeMl: 450, place: 'fridge' as const });
  return batch.record({
    type: 'bottled',
    jars: [jar('jar-1'), { ...jar('jar-2'), ...second }],
    scalded: true,
  });
}
const topUp = (volumeMl: number, jarId = 'jar-1', fromId = 'jar-2') =>
  ({ type: 'jar-topped-up', jarId, fromId, volumeMl }) as const;
const out = (jarId: string) => ({ type: 'jar-moved', jarId, place: 'out' }) as const;
const back = (jarId: string, fridge?: string) =>
  ({ type: 'jar-moved', jarId, place: 'fridge', ...(fridge !== undefined && { fridge }) }) as const;

function kept(batch: Making, id: string, fridges: FridgeLogs = READINGS) {
  const jar = batch.state.jars.find((one) => one.id === id);
  if (!jar) throw new Error(`no ${id}`);
  return { jar, ...jarKeeping(batch.state, jar, fridges, batch.nowMs) };
}

test('topping up conserves the milk, and all of it keeps as that of the two which ends first', () => {
  let older = 0;
  let emptied = 0;
  const law = fc.property(
    fc.double({ min: 0.05, max: 1, noNaN: true }),
    fc.integer({ min: 0, max: 450 }),
    fc.integer({ min: 0, max: 30 }),
    fc.integer({ min: 0, max: 100 }),
    (share, pouredMl, hours, minutesOut) => {
      const batch = twoJars();
      if (pouredMl > 0 && pouredMl < 450) {
        batch.record({ type: 'jar-drawn', jarId: 'jar-1', volumeMl: pouredMl });
      }
      batch.after(hours * H).record(out('jar-2'));
      batch.after(minutesOut * 60_000).record(back('jar-2'));
      const [one, other] = [kept(batch, 'jar-1'), kept(batch, 'jar-2')];
      const went = whereItWent(batch.state).shares;
      const drunkMl = pours(batch.state).reduce((sum, { volumeMl }) => sum + volumeMl, 0);
      const movedMl = other.jar.leftMl * share;
      batch.record(topUp(movedMl));
      const after = kept(batch, 'jar-1');
      expect(after.jar.leftMl).toBeCloseTo(one.jar.leftMl + movedMl, 6);
      for (const what of ['leftMl', 'milkMl', 'filledMl'] as const) {
        const sum = batch.state.jars.reduce((all, jar) => all + jar[what], 0);
        expect(sum).toBeCloseTo(one.jar[what] + other.jar[what], 6);
      }
      expect(after.discardAtMs).toBeCloseTo(Math.min(one.discardAtMs, other.discardAtMs), -2);
      expect(after.bestBeforeMs).toBeCloseTo(Math.min(one.bestBeforeMs, other.bestBeforeMs), -2);
      for (const [where, was] of Object.entries(went)) {
        expect(whereItWent(batch.state).shares[where as keyof typeof went]).toBeCloseTo(was, 9);
      }
      expect(pours(batch.state).reduce((sum, { volumeMl }) => sum + volumeMl, 0)).toBe(drunkMl);
      if (other.discardAtMs < one.discardAtMs) older++;
      if (share === 1) {
        expect(batch.state.jars[1]).toMatchObject({ leftMl: 0, fate: 'emptied' });
        emptied++;
      }
    },
  );
  fc.assert(law, { numRuns: 40, examples: [[1, 100, 3, 60]] });
  expect(older).toBeGreaterThan(15);
  expect(emptied).toBeGreaterThan(0);
});

test('what happens to the jar afterwards happens to all the milk in it, and what it cost is said of the worse', () => {
  const batch = twoJars();
  batch
    .after(5 * H)
    .record(out('jar-2'))
    .after(H)
    .record(back('jar-2'))
    .record(topUp(200));
  const before = kept(batch, 'jar-1');
  const spent = jarSpent(batch.state, before.jar, READINGS, batch.nowMs);
  // It never stood outside itself: what the milk poured in had used more is a cost of its own.
  expect(spent.spells).toHaveLength(0);
  expect(spent.usedH.at(-1)).toBeCloseTo(spent.budgetH, 0);
  const costs = jarCosts(batch.state, before.jar, READINGS, before, batch.nowMs);
  expect(costs.timeOutH).toBe(0);
  expect(costs.pouredH).toBeGreaterThan(1);
  batch
    .record(out('jar-1'))
    .after(0.9 * H)
    .record(back('jar-1'));
  const after = kept(batch, 'jar-1');
  expect(after.discardAtMs).toBeLessThan(before.discardAtMs - H);
  // An hour each: one more and neither part of it may be drunk.
  batch.record(out('jar-1')).after(0.2 * H);
  expect(kept(batch, 'jar-1')).toMatchObject({ state: 'discard', because: 'out-of-fridge' });
});

test('a jar on the table that is filled from the fridge stands on the table; one in the fridge stays there', () => {
  const onTable = twoJars();
  onTable.after(5 * H).record(out('jar-1'));
  onTable.after(0.5 * H).record(topUp(200));
  // Half an hour of the two is gone, and the minutes at the counter; it goes on.
  const filled = kept(onTable, 'jar-1');
  expect(filled.outH).toBeGreaterThan(0.5);
  expect((filled.discardAtMs - onTable.nowMs) / H).toBeCloseTo(2 - filled.outH, 4);
  onTable.after(1.6 * H);
  expect(kept(onTable, 'jar-1')).toMatchObject({ state: 'discard', because: 'out-of-fridge' });
  expect(kept(onTable, 'jar-2').state).toBe('good');

  const inFridge = twoJars();
  inFridge.after(5 * H).record(out('jar-2'));
  inFridge.after(0.5 * H).record(topUp(200));
  inFridge.after(5 * H);
  // What stands on the table is the rest in the other jar; this one never left the fridge.
  expect(kept(inFridge, 'jar-2').state).toBe('discard');
  expect(kept(inFridge, 'jar-1')).toMatchObject({ state: 'good', because: 'budget' });
  expect(kept(inFridge, 'jar-1').outH).toBeLessThan(0.7);
});

test('poured to and fro a hundred times it is still worked out at once, and never gets younger', () => {
  const batch = twoJars();
  let endMs = kept(batch, 'jar-1').discardAtMs;
  for (let i = 0; i < 100; i++) {
    batch.after(60_000).record(i % 2 === 0 ? topUp(100) : topUp(100, 'jar-2', 'jar-1'));
    const { discardAtMs } = kept(batch, 'jar-1');
    expect(discardAtMs).toBeLessThanOrEqual(endMs + 2);
    endMs = discardAtMs;
  }
});

test('milk that is past its best is not frozen as it is bottled, nor said to have been afterwards', () => {
  const bottling = (place: 'fridge' | 'freezer', jarPlace = place) => ({
    type: 'bottled' as const,
    jars: [
      { id: 'jar-1', label: 'Jar', volumeMl: 450, place: jarPlace },
      { id: 'jar-2', label: 'Jar 2', volumeMl: 450, place: 'fridge' as const },
    ],
    scalded: true,
  });
  const atBottle = () => new Making({ ...plain, soak: { ...plain.soak, method: 'none' } }).upTo('bottle');
  expect(
    atBottle()
      .after(10 * 60_000)
      .refusal(bottling('freezer')),
  ).toBeNull();
  // Two hours on the bench: out of the fridge for as long as milk may be at all.
  expect(
    atBottle()
      .after(2.1 * H)
      .refusal(bottling('freezer')),
  ).toBe('too-late-to-freeze');
  expect(
    atBottle()
      .after(2.1 * H)
      .refusal(bottling('fridge')),
  ).toBeNull();
  const late = atBottle()
    .after(2.1 * H)
    .record(bottling('fridge'));
  const entry = late.events.find(({ type }) => type === 'bottled');
  if (!entry) throw new Error('not bottled');
  const corrected = { type: 'corrected' as const, eventId: entry.id, to: bottling('freezer') };
  expect(late.refusal(corrected)).toBe('too-late-to-freeze');
  const early = atBottle()
    .record(bottling('fridge'))
    .after(50 * H);
  const right = early.events.find(({ type }) => type === 'bottled');
  expect(early.refusal({ ...corrected, eventId: right?.id ?? '' })).toBeNull();
});

test('allergens come with the milk; thawed milk makes all of it thawed', () => {
  const batch = twoJars({ doses: [{ addition: 'lecithin_soy', massG: 2 }] });
  const soy = (id: string): boolean =>
    jarAllergens(batch.state, kept(batch, id).jar, { own: [] }).contains.some(
      ({ allergen }) => allergen === 'soy',
    );
  expect(soy('jar-1')).toBe(false);
  batch.record({ type: 'jar-moved', jarId: 'jar-2', place: 'freezer' });
  expect(batch.refusal(topUp(100))).toBe('jar-frozen');
  expect(batch.refusal(topUp(100, 'jar-2', 'jar-1'))).toBe('jar-frozen');
  batch.after(5 * H).record(back('jar-2'));
  batch.record(topUp(100));
  expect(soy('jar-1')).toBe(true);
  expect(kept(batch, 'jar-1').mayFreeze).toBe(false);
});

test('only from a jar that is there, of as much as there is, and of milk that is good; undo puts it back', () => {
  const batch = twoJars();
  expect(batch.refusal(topUp(456))).toBe('more-than-there-is');
  expect(batch.refusal(topUp(100, 'jar-1', 'jar-1'))).toBe('unknown-jar');
  expect(batch.refusal(topUp(100, 'jar-1', 'jar-3'))).toBe('unknown-jar');
  expect(batch.refusal(topUp(100, 'jar-3'))).toBe('unknown-jar');
  const { jars } = batch.state;
  batch.record(topUp(450));
  expect(batch.refusal(topUp(1))).toBe('jar-gone');
  expect(batch.undo().state.jars).toEqual(jars);
  // No jar may be corrected to less than was poured out of it, and what was poured into it counts.
  const bottled = batch.events.find(({ type }) => type === 'bottled');
  batch.record(topUp(400), { type: 'jar-drawn', jarId: 'jar-1', volumeMl: 700 });
  if (bottled?.type !== 'bottled') throw new Error('not bottled');
  const smaller = (first: number, second: number) => ({
    type: 'corrected' as const,
    eventId: bottled.id,
    to: {
      type: 'bottled' as const,
      scalded: true,
      jars: bottled.jars.map((jar, i) => ({ ...jar, volumeMl: i === 0 ? first : second })),
    },
  });
  expect(batch.refusal(smaller(310, 450))).toBeNull();
  expect(batch.refusal(smaller(290, 450))).toBe('less-than-was-poured');
  expect(batch.refusal(smaller(450, 390))).toBe('less-than-was-poured');
  batch.after(200 * H);
  expect(batch.refusal(topUp(10))).toBe('milk-over');
});

describe('several fridges', () => {
  const CELLAR = '11111111-1111-4111-8111-111111111111';
  const fridges: FridgeLogs = {
    first: READINGS.first,
    [CELLAR]: [{ atMs: T0 - H, tempC: 8 }],
  };

  test('a jar keeps by the fridge it stands in, from when it came there', () => {
    const batch = twoJars({ fridge: CELLAR });
    batch.after(10 * H);
    const [cold, warm] = [kept(batch, 'jar-1', fridges), kept(batch, 'jar-2', fridges)];
    expect(warm.usedH).toBeGreaterThan(2 * cold.usedH);
    batch.record(back('jar-1', CELLAR));
    const moved = kept(batch, 'jar-1', fridges);
    expect(moved.discardAtMs).toBeLessThan(cold.discardAtMs);
    expect(moved.discardAtMs).toBeGreaterThan(warm.discardAtMs);
    // In a fridge of which nobody knows, as in the first one.
    batch.record(back('jar-1', '22222222-2222-4222-8222-222222222222'));
    expect(kept(batch, 'jar-1', fridges).discardAtMs).toBeGreaterThan(moved.discardAtMs);
  });

  test('five days hang on the logs of the fridges it was in', () => {
    const batch = twoJars();
    const measured = (tempC: number) =>
      Array.from({ length: 40 * 6 }, (_, i) => ({
        atMs: T0 + i * 600_000,
        tempC,
        measured: true as const,
      }));
    const logs = { first: measured(3.8), [CELLAR]: measured(4.4) };
    batch.after(8 * H);
    const cold = (): boolean => jarColdLog(kept(batch, 'jar-1', logs).jar, logs, batch.nowMs).cold;
    expect(cold()).toBe(true);
    batch.record(back('jar-1', CELLAR)).after(3 * H);
    expect(cold()).toBe(false);
  });
});
