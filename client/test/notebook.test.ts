import { batchSummary } from '@humble-churn/core';
import { known } from '~/wire/batches';
import type { KnownBatch } from '~/wire/batches';
import { withActive } from '~/wire/notebook';
import { batch } from './batchWire';

function knownBatch(more: Partial<KnownBatch> = {}, plannedAtMs?: number): KnownBatch {
  const one = known(batch());
  if (!one) throw new Error('a batch without a plan');
  const state = { ...one.state, ...(plannedAtMs !== undefined && { plannedAtMs }) };
  return { ...one, state, ...more };
}

const plain = knownBatch();
const entryOf = ({ id, state }: KnownBatch) => ({ id, summary: batchSummary(state) });

test('the notebook tells what this device knows better', () => {
  const given = { ...plain, state: { ...plain.state, status: 'abandoned' as const, abandonReason: 'Late' } };
  const [shown, ...others] = withActive([entryOf(plain)], [given]);
  expect(others).toEqual([]);
  expect(shown?.summary).toMatchObject({ outcome: 'abandoned', reason: 'Late' });
});

test('a batch begun here comes first; one that is older than what was fetched waits for its page', () => {
  const { plannedAtMs } = plain.state;
  const begun = knownBatch({ id: 'begun' }, plannedAtMs + 1000);
  const old = knownBatch({ id: 'old' }, plannedAtMs - 1000);
  expect(withActive([entryOf(plain)], [begun, old]).map(({ id }) => id)).toEqual(['begun', plain.id]);
  expect(withActive([], [begun]).map(({ id }) => id)).toEqual(['begun']);
});
