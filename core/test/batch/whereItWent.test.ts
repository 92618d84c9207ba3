import fc from 'fast-check';
import type { EventBody } from '../../src';
import { DESTINATIONS, PULP_USES, batchSummary, nutAccount, pours, wentOf, whereItWent } from '../../src';
import { workedRecipe } from '../recipes';
import { Making } from './making';

const plain = workedRecipe('almond', 143, 4, 4);
const onShelf = () => new Making({ ...plain, soak: { ...plain.soak, method: 'none' } }).upTo('pulp');
const sum = (shares: Readonly<Record<string, number>>): number =>
  Object.values(shares).reduce((all, one) => all + one, 0);

test('the solids of a batch part as its prediction parts them, milk and pulp by what was done with them', () => {
  const batch = onShelf();
  const { prediction, jars } = batch.state;
  const pulpG = prediction.pulp.massG;
  batch
    .record({ type: 'pulp-stored', place: 'freezer', massG: pulpG, portionId: 'p' })
    .record({ type: 'pulp-taken', portionId: 'p', massG: pulpG / 4, became: 'compost' })
    .record({ type: 'pulp-taken', portionId: 'p', massG: pulpG / 2, became: 'baked' });
  const { shares, nutG } = whereItWent(batch.state);
  expect(nutG).toBe(prediction.nutG);
  const milkG = (prediction.milk.massG * prediction.milk.solidsPct) / 100;
  const toolsG = (prediction.lossG * prediction.milk.solidsPct) / 100;
  const allG = prediction.soak.leachedG + prediction.peel.skinsG + prediction.pulp.dryG + milkG + toolsG;
  expect(shares.compost).toBeCloseTo(prediction.pulp.dryG / 4 / allG, 6);
  expect(shares['pulp-eaten']).toBeCloseTo(prediction.pulp.dryG / 2 / allG, 6);
  // The last quarter of the pulp lies in the freezer, and all jars are full.
  const inJarsMl = jars.reduce((ml, { milkMl }) => ml + milkMl, 0);
  const jarShare = Math.min(1, inJarsMl / prediction.milk.volumeMl);
  expect(shares.kept).toBeCloseTo((prediction.pulp.dryG / 4 + milkG * jarShare) / allG, 6);
  expect(shares.drunk).toBe(0);
  expect(sum(shares)).toBeCloseTo(1, 12);
});

test('a glass is drunk, what is thrown away is not, and what was emptied was drunk to its end', () => {
  const batch = onShelf();
  const jar = batch.state.jars[0];
  if (!jar) throw new Error('no jar');
  batch.record({ type: 'jar-drawn', jarId: jar.id, volumeMl: jar.milkMl / 4 });
  const glass = whereItWent(batch.state).shares;
  batch.record({ type: 'jar-discarded', jarId: jar.id, reason: 'Spilled' });
  const spilled = whereItWent(batch.state).shares;
  expect(spilled.drunk).toBeCloseTo(glass.drunk, 12);
  expect(spilled.thrown).toBeCloseTo(3 * glass.drunk, 9);
  batch.undo().record({ type: 'jar-emptied', jarId: jar.id });
  expect(whereItWent(batch.state).shares.drunk).toBeCloseTo(4 * glass.drunk, 9);
  expect(pours(batch.state).map(({ volumeMl }) => volumeMl)).toEqual([
    jar.milkMl / 4,
    expect.closeTo((jar.milkMl * 3) / 4, 6),
  ]);
});

test('given up is thrown away; under way it is all there', () => {
  const whole = new Making(plain);
  expect(whereItWent(whole.state).shares.kept).toBe(1);
  expect(whereItWent(whole.record({ type: 'abandoned', reason: 'power cut' }).state).shares.thrown).toBe(1);
});

test('whatever is done with milk and pulp, the account closes, by batch and by month', () => {
  let taken = 0;
  const doing = fc.record({
    part: fc.double({ min: 0.05, max: 0.6, noNaN: true }),
    became: fc.constantFrom(...PULP_USES),
    glass: fc.double({ min: 0, max: 0.5, noNaN: true }),
  });
  fc.assert(
    fc.property(fc.array(doing, { maxLength: 5 }), (all) => {
      const batch = onShelf();
      const { prediction } = batch.state;
      batch.record({
        type: 'pulp-stored',
        place: 'fridge',
        massG: prediction.pulp.massG * 1.1,
        portionId: 'p',
      });
      for (const { part, became, glass } of all) {
        const portion = batch.state.pulp[0];
        const jar = batch.state.jars[0];
        const events: EventBody[] = [];
        if (portion && portion.usedAtMs === null) {
          events.push({ type: 'pulp-taken', portionId: 'p', massG: portion.massG * part, became });
        }
        if (jar && jar.leftMl > 1 && glass > 0)
          events.push({ type: 'jar-drawn', jarId: jar.id, volumeMl: jar.leftMl * glass });
        for (const event of events) {
          if (batch.refusal(event) === null) {
            batch.record(event);
            taken++;
          }
        }
      }
      const went = whereItWent(batch.state);
      expect(sum(went.shares)).toBeCloseTo(1, 9);
      for (const where of DESTINATIONS) expect(went.shares[where]).toBeGreaterThanOrEqual(0);
      const { parts, nuts } = batchSummary(batch.state);
      const [month] = nutAccount([{ month: '2031-03', went, nuts: parts.slice(0, nuts.length) }]);
      expect(sum(month?.wentG ?? {})).toBeCloseTo(prediction.nutG, 6);
    }),
    { numRuns: 40 },
  );
  expect(taken).toBeGreaterThan(40);
});

test('months and nuts stand apart, and a batch of two nuts counts for both', () => {
  const { shares } = whereItWent(onShelf().state);
  const went = { nutG: 100, shares };
  const account = nutAccount([
    { month: '2031-02', went, nuts: [{ key: 'almond', massG: 50 }] },
    {
      month: '2031-03',
      went,
      nuts: [
        { key: 'almond', massG: 30 },
        { key: 'oat', massG: 10 },
      ],
    },
    { month: '2031-03', went, nuts: [{ key: 'almond', massG: 30 }] },
  ]);
  expect(account.map(({ month, nut, batches, nutG }) => [month, nut, batches, nutG])).toEqual([
    ['2031-03', 'almond', 2, 175],
    ['2031-03', 'oat', 1, 25],
    ['2031-02', 'almond', 1, 100],
  ]);
  const [both] = account;
  if (!both) throw new Error('no month');
  // Of the same shares each hundred grams go the same way, however many there were.
  expect(wentOf(both, 100).drunk).toBeCloseTo(100 * shares.drunk, 9);
  expect(sum(wentOf(both, 100))).toBeCloseTo(100, 9);
});
