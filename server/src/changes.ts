import type { Changes } from '@humble-churn/contract';
import { changedBatches } from './batches';
import type { BatchLogs } from './batchLogs';
import type { Db } from './database';
import type { Frozen } from './frozen';
import { changedPlans } from './planRows';
import { readRevisions } from './revision';

/** What changed in the kitchen after a revision. */
export async function changesSince(
  db: Db,
  logs: BatchLogs,
  since: number,
  now: Date,
): Promise<Frozen<Changes>> {
  // Read first: what changes meanwhile is told again rather than missed.
  const revisions = await readRevisions(db);
  const known = since <= revisions.revision;
  const changed = known && since < revisions.revision;
  const batches = changed ? await changedBatches(db, logs, since) : [];
  const plans = changed ? await changedPlans(db, since) : [];
  return {
    ...revisions,
    known,
    batches,
    plans: plans.filter(({ status }) => status === 'open'),
    closedPlans: plans.filter(({ status }) => status !== 'open').map(({ id }) => id),
    serverTime: now.toISOString(),
  };
}
