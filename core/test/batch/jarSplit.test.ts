import fc from 'fast-check';
import { jarKeeping, whereItWent } from '../../src';
import { workedRecipe } from '../recipes';
import { H, Making, READINGS } from './making';

const plain = workedRecipe('almond', 143, 4, 4);
const onShelf = () => new Making({ ...plain, soak: { ...plain.soak, method: 'none' } }).upTo('label');
const split = (volumeMl: number, jarId = 'jar-1', newId = 'jar-2') =>
  ({ type: 'jar-split', jarId, newId, label: 'Small', volumeMl }) as const;

test('parting a jar conserves its milk, and both parts keep as long as the whole', () => {
  let parted = 0;
  const share = fc.double({ min: 0.05, max: 0.95, noNaN: true });
  fc.assert(
    fc.property(share, share, fc.integer({ min: 0, max: 40 }), (first, second, hours) => {
      const batch = onShelf().after(hours * H);
      const [whole] = batch.state.jars;
      if (!whole) throw new Error('no jar');
      const kept = jarKeeping(batch.state, whole, READINGS, batch.nowMs);
      const went = whereItWent(batch.state).shares;
      batch.record(split(whole.leftMl * first));
      batch.record(split(whole.leftMl * first * second, 'jar-2', 'jar-3'));
      const { jars } = batch.state;
      expect(jars.map(({ id }) => id)).toEqual(['jar-1', 'jar-2', 'jar-3']);
      for (const what of ['leftMl', 'filledMl', 'milkMl'] as const) {
        expect(jars.reduce((sum, jar) => sum + jar[what], 0)).toBeCloseTo(whole[what], 6);
      }
      for (const jar of jars) {
        const after = jarKeeping(batch.state, jar, READINGS, batch.nowMs);
        expect(after.discardAtMs).toBeCloseTo(kept.discardAtMs, -2);
      }
      const after = whereItWent(batch.state).shares;
      for (const [where, was] of Object.entries(went)) {
        expect(after[where as keyof typeof after]).toBeCloseTo(was, 9);
      }
      parted++;
    }),
    { numRuns: 30 },
  );
  expect(parted).toBeGreaterThan(20);
});

test('more than there is cannot be parted off or poured, nor all of it, nor into a jar that is there; undo puts it back', () => {
  const batch = onShelf();
  const [jar] = batch.state.jars;
  if (!jar) throw new Error('no jar');
  expect(batch.refusal(split(jar.leftMl))).toBe('more-than-there-is');
  expect(batch.refusal(split(jar.leftMl + 100))).toBe('more-than-there-is');
  expect(batch.refusal({ type: 'jar-drawn', jarId: 'jar-1', volumeMl: jar.leftMl + 100 })).toBe(
    'more-than-there-is',
  );
  expect(batch.refusal(split(100, 'jar-1', 'jar-1'))).toBe('jar-there');
  batch.record(split(100));
  expect(batch.state.jars[1]).toMatchObject({ id: 'jar-2', label: 'Small', leftMl: 100, fate: 'in-use' });
  expect(batch.undo().state.jars).toEqual([jar]);
});
