import type { EventWire } from '@humble-churn/contract';
import { StoredHappeningSchema, coreEvent } from '@humble-churn/contract';
import type { BatchEvent, BatchState } from '@humble-churn/core';
import { batchState } from '@humble-churn/core';
import { and, asc, gt, inArray } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import type { Db } from './database';
import type { batches } from './tables';
import { batchEvents } from './tables';

type BatchRow = Pick<typeof batches.$inferSelect, 'id' | 'changedIn'>;

/** A batch's log as it was read and parsed. */
export interface BatchLog {
  /** In the order they were added. */
  events: readonly EventWire[];
  /** The revision of the kitchen that added each of them. */
  addedIn: readonly number[];
  /** Of the last of them. */
  seq: number;
  /** The batch's revision when it was read. */
  changedIn: number;
  /** A log with a line that cannot be read says nothing that could be relied on. */
  readable: boolean;
}

/** Lines of logs held in memory, over all batches: a log is only ever added to, so what was parsed stays parsed. */
const MOST_LINES = 60_000;

const EMPTY: BatchLog = { events: [], addedIn: [], seq: 0, changedIn: -1, readable: true };

interface Views {
  events: readonly BatchEvent[];
  state: BatchState | null;
}

/** What the core makes of a log, made once for each. */
const views = new WeakMap<BatchLog, Views>();

/** A log as the core reads it, and what state the batch is in by it. */
export function coreView(log: BatchLog): Views {
  const known = views.get(log);
  if (known) return known;
  const events = log.events.map(coreEvent);
  const view = { events, state: batchState(events) };
  views.set(log, view);
  return view;
}

/** The logs of one database. */
export class BatchLogs {
  private readonly kept = new LRUCache<string, BatchLog>({
    maxSize: MOST_LINES,
    sizeCalculation: (log) => log.events.length + 1,
  });

  /**
   * The logs of these batches. Only what was added since they were last read is read. In a transaction say so: what
   * it has not yet confirmed is not kept.
   */
  async read(
    db: Db,
    rows: readonly BatchRow[],
    { inTransaction = false } = {},
  ): Promise<ReadonlyMap<string, BatchLog>> {
    const logs = new Map<string, BatchLog>();
    const behind: BatchRow[] = [];
    for (const row of rows) {
      const log = this.kept.get(row.id);
      if (log?.changedIn === row.changedIn) logs.set(row.id, log);
      else behind.push(row);
    }
    for (const log of await this.caughtUp(db, behind)) {
      logs.set(log.id, log);
      if (!inTransaction) this.kept.set(log.id, log);
    }
    return logs;
  }

  private async caughtUp(db: Db, behind: readonly BatchRow[]): Promise<(BatchLog & { id: string })[]> {
    if (behind.length === 0) return [];
    const before = new Map(behind.map(({ id }) => [id, this.kept.get(id) ?? EMPTY]));
    const ids = behind.map(({ id }) => id);
    const from = Math.min(...[...before.values()].map(({ seq }) => seq));
    const rows = await db
      .select()
      .from(batchEvents)
      .where(and(inArray(batchEvents.batchId, ids), gt(batchEvents.seq, from)))
      .orderBy(asc(batchEvents.seq));
    const added = new Map<string, typeof rows>(ids.map((id) => [id, []]));
    for (const row of rows) added.get(row.batchId)?.push(row);
    return behind.map(({ id, changedIn }) => {
      const known = before.get(id) ?? EMPTY;
      const events = [...known.events];
      const addedIn = [...known.addedIn];
      let { seq, readable } = known;
      for (const row of added.get(id) ?? []) {
        if (row.seq <= known.seq) continue;
        seq = row.seq;
        const what = StoredHappeningSchema.safeParse(row.what);
        if (!what.success) readable = false;
        else events.push({ id: row.id, at: row.at.toISOString(), timeZone: row.timeZone, what: what.data });
        addedIn.push(row.addedIn);
      }
      return { id, events, addedIn, seq, changedIn, readable };
    });
  }
}
