import type { Account, Notebook } from '@humble-churn/contract';
import { BatchSummarySchema } from '@humble-churn/contract';
import { batchSummary, drunkPerDayMl, nutAccount } from '@humble-churn/core';
import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns/format';
import { startOfMonth } from 'date-fns/startOfMonth';
import { subMonths } from 'date-fns/subMonths';
import { and, asc, eq, gt, gte, isNull } from 'drizzle-orm';
import { BatchLogs, coreView } from './batchLogs';
import { NEWEST_FIRST, olderThan, pageOf } from './batchPages';
import type { KitchenAccess, Scope } from './kitchenAccess';
import { kitchenSettings } from './kitchens';
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

const DAY_MS = 86_400_000;

/** `2026-11`: the month of a moment by the kitchen's clock. */
function monthOf(ms: number, timeZone: string): string {
  return format(new TZDate(ms, timeZone), 'yyyy-MM');
}

/** Where the nuts of the last months went, this one counted, and how much milk is drunk a day. */
export async function viewAccount(scope: Scope, months: number): Promise<Account> {
  const { db, kitchenId, now } = scope;
  const { timeZone } = await kitchenSettings(scope);
  const nowMs = now.getTime();
  const since = startOfMonth(subMonths(new TZDate(nowMs, timeZone), months - 1)).getTime();
  // Milk that was frozen is still drunk two months later.
  const fromMs = Math.min(since, nowMs - 90 * DAY_MS);
  const rows = await db
    .select({ summary: batches.summary })
    .from(batches)
    .where(and(eq(batches.kitchenId, kitchenId), gte(batches.createdAt, new Date(fromMs - 14 * DAY_MS))));
  const read = rows.flatMap(({ summary }) => {
    const parsed = BatchSummarySchema.safeParse(summary);
    return parsed.success ? [parsed.data] : [];
  });
  const firstMs = read.reduce((first, { plannedAtMs }) => Math.min(first, plannedAtMs), nowMs);
  const made = read.flatMap(({ plannedAtMs, went, parts, nuts }) =>
    went && plannedAtMs >= since
      ? [{ month: monthOf(plannedAtMs, timeZone), went, nuts: parts.slice(0, nuts.length) }]
      : [],
  );
  return {
    months: nutAccount(made),
    drunkPerDayMl: drunkPerDayMl(
      read.flatMap(({ pours }) => pours),
      firstMs,
      nowMs,
    ),
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
