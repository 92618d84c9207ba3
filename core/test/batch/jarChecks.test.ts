import type { EventBody, JarFinding } from '../../src';
import { JAR_FINDINGS, jarFate } from '../../src';
import { workedRecipe } from '../recipes';
import { H, Making, READINGS } from './making';

const plain = workedRecipe('almond', 143, 4, 4);
const onShelf = () => new Making({ ...plain, soak: { ...plain.soak, method: 'none' } }).upTo('label');
const smelled = (finding: JarFinding): EventBody => ({
  type: 'jar-checked',
  jarId: 'jar-1',
  sense: 'smell',
  finding,
});

test('good is noted and changes nothing else; anything else ends the jar, and undo brings it back', () => {
  const good = onShelf();
  const before = good.state.jars[0];
  good.record(smelled('good'));
  expect(good.state.jars[0]).toEqual({
    ...before,
    checks: [{ atMs: good.nowMs, sense: 'smell', finding: 'good' }],
  });
  for (const finding of JAR_FINDINGS.filter((one) => one !== 'good')) {
    const batch = onShelf().record(smelled(finding));
    expect(batch.state.jars[0]).toMatchObject({ fate: 'discarded', fateAtMs: batch.nowMs });
    expect(batch.state.jars[0]?.discardReason?.toLowerCase()).toBe(finding);
    expect(batch.refusal(smelled('good'))).toBe('jar-gone');
    expect(batch.undo().state.jars[0]).toEqual(onShelf().state.jars[0]);
  }
});

test('what happened stands beside what was foretold: hours left when it ended, fewer than none when it was past', () => {
  const batch = onShelf();
  const foretold = jarFate(batch.state, 'jar-1', READINGS, batch.nowMs);
  if (!foretold) throw new Error('no jar');
  const early = onShelf()
    .after(20 * H)
    .record(smelled('sour'));
  expect(jarFate(early.state, 'jar-1', READINGS, early.nowMs + 50 * H)).toEqual({
    discardAtMs: expect.closeTo(foretold.discardAtMs, -3),
    leftH: expect.closeTo(foretold.leftH - 20, 3),
  });
  const late = onShelf()
    .after(foretold.leftH * H + 5 * H)
    .record(smelled('good'));
  expect(jarFate(late.state, 'jar-1', READINGS, late.nowMs)?.leftH).toBeCloseTo(-5, 2);
  expect(jarFate(late.state, 'jar-2', READINGS, late.nowMs)).toBeNull();
});
