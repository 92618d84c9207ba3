import type { Changes } from '@humble-churn/contract';
import { changedBatches } from './batches';
import type { BatchLogs } from './batchLogs';
import type { Frozen } from './frozen';
import type { Scope } from './kitchenAccess';
import { changedPlans } from './planRows';
import { readRevisions } from './revision';

/** What changed in the kitchen after a revision. */
export async function changesSince(scope: Scope, logs: BatchLogs, since: number): Promise<Frozen<Changes>> {
  const revisions = await readRevisions(scope);
  const batches = since < revisions.revision ? await changedBatches(scope, logs, since) : [];
  const known = since <= revisions.revision && batches !== null;
  const plans = known && since < revisions.revision ? await changedPlans(scope, since) : [];
  return {
    kitchenId: scope.kitchenId,
    ...revisions,
    known,
    batches: batches ?? [],
    plans: plans.filter(({ status }) => status === 'open'),
    closedPlans: plans.filter(({ status }) => status !== 'open').map(({ id }) => id),
    serverTime: scope.now.toISOString(),
  };
}
