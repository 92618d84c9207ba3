import type { EventWire } from '@humble-churn/contract';
import { StoredEventBodySchema, coreEvent } from '@humble-churn/contract';
import type { BatchEvent, BatchState } from '@humble-churn/core';
import { batchState } from '@humble-churn/core';
import { and, asc, eq, gt, inArray } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import type { Db } from './database';
import { batchEvents, batches } from './tables';

type BatchRow = typeof batches.$inferSelect;
type ChangedBatch = Pick<BatchRow, 'id' | 'changedIn'>;

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

/** Rows of batches held in memory. */
const MOST_ROWS = 1000;

/** The logs of one database, which nobody else writes to. */
export class BatchLogs {
  private readonly rows = new LRUCache<string, BatchRow>({ max: MOST_ROWS });
  /** Rows that are being read; gone when they are changed meanwhile. */
  private readonly reading = new Map<string, symbol>();
  private readonly kept = new LRUCache<string, BatchLog>({
    maxSize: MOST_LINES,
    sizeCalculation: (log) => log.events.length + 1,
  });

  /**
   * The row of a batch, from memory where it is known: then nothing waits for the database. Never in a transaction. The
   * database runs one transaction at a time, so what is asked for after `changing` is read after its end.
   */
  async row(db: Db, batchId: string): Promise<BatchRow | undefined> {
    const known = this.rows.get(batchId);
    if (known) return known;
    const mine = Symbol();
    this.reading.set(batchId, mine);
    const [row] = await db.select().from(batches).where(eq(batches.id, batchId));
    if (this.reading.get(batchId) !== mine) return row;
    this.reading.delete(batchId);
    if (row) this.rows.set(batchId, row);
    return row;
  }

  /** Said in every transaction that changes a batch, before it does. */
  changing(batchId: string): void {
    this.rows.delete(batchId);
    this.reading.delete(batchId);
  }

  /**
   * The logs of these batches. Only what was added since they were last read is read. In a transaction say so: what
   * it has not yet confirmed is not kept.
   */
  async read(
    db: Db,
    rows: readonly ChangedBatch[],
    { inTransaction = false } = {},
  ): Promise<ReadonlyMap<string, BatchLog>> {
    const logs = new Map<string, BatchLog>();
    const behind: ChangedBatch[] = [];
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

  private async caughtUp(db: Db, behind: readonly ChangedBatch[]): Promise<(BatchLog & { id: string })[]> {
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
        const what = StoredEventBodySchema.safeParse(row.what);
        if (!what.success) readable = false;
        else events.push({ id: row.id, at: row.at.toISOString(), timeZone: row.timeZone, what: what.data });
        addedIn.push(row.addedIn);
      }
      return { id, events, addedIn, seq, changedIn, readable };
    });
  }
}
