import type { EventWire } from '@humble-churn/contract';
import { StoredEventBodySchema, coreEvent } from '@humble-churn/contract';
import type { BatchEvent, BatchState } from '@humble-churn/core';
import { batchState } from '@humble-churn/core';
import { and, asc, eq, gt, inArray } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import type { Scope } from './kitchenAccess';
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

/** A batch's row with its log. */
export interface LoggedBatch {
  row: BatchRow;
  log: BatchLog;
}

/** Ids are a kitchen's own: another may have the same. */
const keyOf = (kitchenId: string, batchId: string): string => `${kitchenId} ${batchId}`;

/** The logs of one database, as far as this process has read them. */
export class BatchLogs {
  private readonly rows = new LRUCache<string, BatchRow>({ max: MOST_ROWS });
  /** Rows that are being read; gone when they are changed meanwhile. */
  private readonly reading = new Map<string, symbol>();
  private readonly kept = new LRUCache<string, BatchLog>({
    maxSize: MOST_LINES,
    sizeCalculation: (log) => log.events.length + 1,
  });

  /** `shared` says that other processes write to the database, too: then a row is never told from memory. */
  constructor(private readonly shared: boolean) {}

  /** A batch from memory, where nothing was added to it since: then nothing waits for the database. */
  known(kitchenId: string, batchId: string): LoggedBatch | null {
    const row = this.rows.get(keyOf(kitchenId, batchId));
    const log = row && this.kept.get(keyOf(kitchenId, batchId));
    return log && log.changedIn === row.changedIn ? { row, log } : null;
  }

  /** Whether a batch's log has been read, be it that lines were added since. */
  has(kitchenId: string, batchId: string): boolean {
    return this.kept.has(keyOf(kitchenId, batchId));
  }

  /**
   * A batch with its log, as a reading transaction sees it. A database that is not shared runs one transaction at a
   * time, so what is asked for after `changing` is read after its end.
   */
  async batch(scope: Scope, batchId: string): Promise<LoggedBatch | null> {
    const key = keyOf(scope.kitchenId, batchId);
    const mine = Symbol();
    this.reading.set(key, mine);
    const row = await this.row(scope, batchId);
    const log = row && (await this.read(scope, [row])).get(batchId);
    if (this.reading.get(key) === mine) {
      this.reading.delete(key);
      if (row && !this.shared) this.rows.set(key, row);
    }
    return row && log ? { row, log } : null;
  }

  /** The row of a batch as the transaction sees it. */
  async row({ db, kitchenId }: Scope, batchId: string): Promise<BatchRow | null> {
    const [row] = await db
      .select()
      .from(batches)
      .where(and(eq(batches.kitchenId, kitchenId), eq(batches.id, batchId)));
    return row ?? null;
  }

  /** Said in every transaction that changes a batch, before it does. */
  changing(kitchenId: string, batchId: string): void {
    this.rows.delete(keyOf(kitchenId, batchId));
    this.reading.delete(keyOf(kitchenId, batchId));
  }

  /**
   * The logs of these batches. Only what was added since they were last read is read. In a transaction that writes say
   * so: what it has not yet confirmed is not kept.
   */
  async read(
    scope: Scope,
    rows: readonly ChangedBatch[],
    { writing = false } = {},
  ): Promise<ReadonlyMap<string, BatchLog>> {
    const { kitchenId } = scope;
    const logs = new Map<string, BatchLog>();
    const behind: ChangedBatch[] = [];
    for (const row of rows) {
      const log = this.kept.get(keyOf(kitchenId, row.id));
      if (log?.changedIn === row.changedIn) logs.set(row.id, log);
      else behind.push(row);
    }
    for (const log of await this.caughtUp(scope, behind)) {
      logs.set(log.id, log);
      if (!writing) this.kept.set(keyOf(kitchenId, log.id), log);
    }
    return logs;
  }

  private async caughtUp(
    { db, kitchenId }: Scope,
    behind: readonly ChangedBatch[],
  ): Promise<(BatchLog & { id: string })[]> {
    if (behind.length === 0) return [];
    const before = new Map(behind.map(({ id }) => [id, this.kept.get(keyOf(kitchenId, id)) ?? EMPTY]));
    const ids = behind.map(({ id }) => id);
    const from = Math.min(...[...before.values()].map(({ seq }) => seq));
    const rows = await db
      .select()
      .from(batchEvents)
      .where(
        and(
          eq(batchEvents.kitchenId, kitchenId),
          inArray(batchEvents.batchId, ids),
          gt(batchEvents.seq, from),
        ),
      )
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
