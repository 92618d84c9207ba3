import type { Notebook } from '@humble-churn/contract';
import { BatchSummarySchema } from '@humble-churn/contract';
import { batchSummary } from '@humble-churn/core';
import { and, asc, eq, gt, isNull } from 'drizzle-orm';
import { BatchLogs, coreView } from './batchLogs';
import { NEWEST_FIRST, olderThan, pageOf } from './batchPages';
import type { KitchenAccess, Scope } from './kitchenAccess';
import { readRevisions } from './revision';
import { batches } from './tables';

/** All batches as lists show them, a page at a time. Those whose log cannot be read are reported in the kitchen. */
export async function listNotebook(
  scope: Scope,
  { limit, before }: { limit: number; before?: string | undefined },
): Promise<Notebook> {
  const { db, kitchenId } = scope;
  const { revision } = await readRevisions(scope);
  const rows = await db
    .select({ id: batches.id, createdAt: batches.createdAt, summary: batches.summary })
    .from(batches)
    .where(and(eq(batches.kitchenId, kitchenId), olderThan(before)))
    .orderBy(...NEWEST_FIRST)
    .limit(limit + 1);
  const { page, nextBefore } = pageOf(rows, limit);
  return {
    batches: page.flatMap(({ id, summary }) => {
      const read = BatchSummarySchema.safeParse(summary);
      return read.success ? [{ id, summary: read.data }] : [];
    }),
    nextBefore,
    revision,
  };
}

/** Batches whose logs are read at once. */
const CHUNK = 50;

/**
 * Makes summaries anew from the logs, all of them or those that are missing; answers how many. Nobody needs to be told:
 * they say what they said before.
 */
export async function rebuildSummaries(kitchen: KitchenAccess, which: 'all' | 'missing'): Promise<number> {
  const logs = new BatchLogs(true);
  let done = 0;
  let after = '00000000-0000-0000-0000-000000000000';
  for (;;) {
    const chunk = await kitchen.change(async (scope) => {
      const { db, kitchenId } = scope;
      const missing = which === 'missing' ? isNull(batches.summary) : undefined;
      const rows = await db
        .select()
        .from(batches)
        .where(and(eq(batches.kitchenId, kitchenId), gt(batches.id, after), missing))
        .orderBy(asc(batches.id))
        .limit(CHUNK);
      const found = await logs.read(scope, rows, { writing: true });
      for (const { id } of rows) {
        const log = found.get(id);
        const state = log?.readable === true ? coreView(log).state : null;
        const summary = state && BatchSummarySchema.parse(batchSummary(state));
        await db
          .update(batches)
          .set({ summary })
          .where(and(eq(batches.kitchenId, kitchenId), eq(batches.id, id)));
        if (summary) done++;
      }
      return rows;
    });
    const last = chunk[chunk.length - 1];
    if (!last) return done;
    after = last.id;
  }
}
