import { randomUUID } from 'node:crypto';
import type { Added, Batch, BatchList, ChangedBatch } from '@humble-churn/contract';
import { PlannedSchema, StoredEventBodySchema, eventRefusalMessage } from '@humble-churn/contract';
import type {
  BatchEvent,
  EventBody,
  BatchState,
  FridgeReading,
  Guide,
  OwnIngredient,
  Recipe,
} from '@humble-churn/core';
import { batchState, eventRefusal, plannedEvent } from '@humble-churn/core';
import type { SQL } from 'drizzle-orm';
import { and, desc, eq, gt, inArray, lt, or } from 'drizzle-orm';
import { z } from 'zod';
import type { BatchLog, BatchLogs } from './batchLogs';
import { coreView } from './batchLogs';
import { compute } from './compute';
import type { Db } from './database';
import type { Frozen } from './frozen';
import { checkBrought } from './ingredients';
import { readKitchenModel } from './kitchenModels';
import { fridgeLog, kitchenSettings } from './kitchens';
import { ProblemError, notComputable } from './problemError';
import type { Computed } from './revision';
import { raiseRevision, readRevisions } from './revision';
import { batchEvents, batches } from './tables';

type BatchRow = typeof batches.$inferSelect;

/** Batches with their logs; those that cannot be read are left out, and reported in the kitchen. */
function withLogs(
  rows: readonly BatchRow[],
  logs: ReadonlyMap<string, BatchLog>,
  now: Date,
): Frozen<Batch>[] {
  const serverTime = now.toISOString();
  return rows.flatMap(({ id, timeZone }) => {
    const log = logs.get(id);
    if (!log?.readable || log.events.length === 0) return [];
    return [{ id, timeZone, serverTime, events: log.events }];
  });
}

function found(row: BatchRow | undefined): BatchRow {
  if (!row) throw new ProblemError('not-found', 'There is no such batch in this kitchen.');
  return row;
}

/** The log of one batch that can be read. */
async function readableLog(db: Db, logs: BatchLogs, row: BatchRow, inTransaction = false): Promise<BatchLog> {
  const log = (await logs.read(db, [row], { inTransaction })).get(row.id);
  if (!log?.readable) {
    throw new ProblemError(
      'not-found',
      'The record of this batch cannot be read. Kitchen says what is wrong with it.',
    );
  }
  return log;
}

export async function viewBatch(db: Db, logs: BatchLogs, batchId: string, now: Date): Promise<Frozen<Batch>> {
  const row = found(await logs.row(db, batchId));
  const { events } = await readableLog(db, logs, row);
  return { id: row.id, timeZone: row.timeZone, serverTime: now.toISOString(), events };
}

/** Batches behind a place in the list: of those made at the same moment the ones with a smaller id. */
function olderThan(cursor: string): SQL | undefined {
  const [at = '', id] = cursor.split('_');
  const earlier = lt(batches.createdAt, new Date(at));
  if (id === undefined) return earlier;
  return or(earlier, and(eq(batches.createdAt, new Date(at)), lt(batches.id, id)));
}

export async function listBatches(
  db: Db,
  logs: BatchLogs,
  query: { scope: 'active' | 'all'; limit: number; before?: string | undefined },
  now: Date,
): Promise<Frozen<BatchList>> {
  // Read before the batches: what changes between the two is then told again rather than missed.
  const { revision } = await readRevisions(db);
  const older = query.before === undefined ? undefined : olderThan(query.before);
  const wanted = query.scope === 'active' ? and(eq(batches.active, true), older) : older;
  const all = db.select().from(batches).where(wanted).orderBy(desc(batches.createdAt), desc(batches.id));
  // What is active is all shown: a jar that is not looked at is a jar that is forgotten.
  const rows = query.scope === 'active' ? await all : await all.limit(query.limit + 1);
  const page = query.scope === 'active' ? rows : rows.slice(0, query.limit);
  const last = page[page.length - 1];
  return {
    batches: withLogs(page, await logs.read(db, page), now),
    nextBefore: rows.length > page.length && last ? `${last.createdAt.toISOString()}_${last.id}` : null,
    revision,
    serverTime: now.toISOString(),
  };
}

/** What is under way or has milk or pulp left, as the core sees it. */
export async function batchesUnderWay(db: Db, logs: BatchLogs): Promise<{ id: string; state: BatchState }[]> {
  const rows = await db.select().from(batches).where(eq(batches.active, true));
  return [...(await logs.read(db, rows))].flatMap(([id, log]) => {
    const state = log.readable ? coreView(log).state : null;
    return state ? [{ id, state }] : [];
  });
}

/** Batches that changed after a revision, with what was added to their logs since. */
export async function changedBatches(
  db: Db,
  logs: BatchLogs,
  since: number,
): Promise<Frozen<ChangedBatch>[]> {
  const rows = await db.select().from(batches).where(gt(batches.changedIn, since)).orderBy(batches.createdAt);
  const known = await logs.read(db, rows);
  return rows.flatMap(({ id, timeZone, active }) => {
    const log = known.get(id);
    if (!log?.readable) return [];
    const first = log.addedIn.findIndex((revision) => revision > since);
    const before = first < 0 ? log.events.length : first;
    return [{ id, timeZone, active, before, events: log.events.slice(before) }];
  });
}

interface Start {
  recipe: Recipe;
  ownIngredients: readonly OwnIngredient[];
  /** The steps that the device began it with. */
  guide?: Guide | undefined;
}

/** What opens a batch's log, and the zone it is kept in. */
interface Opened {
  planned: z.output<typeof PlannedSchema>;
  timeZone: string;
}

/** What a batch is computed from, besides what is asked for. */
async function batchGrounds(db: Db) {
  const { settings, kitchen } = await readKitchenModel(db);
  return { budgetH: settings.budgetH, timeZone: settings.timeZone, kitchen };
}

/** The core's prediction for a batch as it stands now, with how sure it is: computed before anything is written. */
export async function openBatch(db: Db, { recipe, ownIngredients, guide }: Start): Promise<Computed<Opened>> {
  const { revision } = await readRevisions(db);
  const from = await batchGrounds(db);
  const { pantry } = from.kitchen;
  const own = [...pantry.own, ...checkBrought(ownIngredients)];
  const kitchen = { ...from.kitchen, pantry: { own } };
  const plain = plannedEvent(recipe, kitchen, from.budgetH, guide);
  if (!plain.ok) throw notComputable(plain.refusal, ['recipe']);
  const sure = await compute('uncertainty', { recipe, kitchen });
  const planned = PlannedSchema.parse({ ...plain.value, sureness: sure.ok ? sure.value : null });
  return { value: { planned, timeZone: from.timeZone }, revision, from, readAgain: batchGrounds };
}

/** Begins the log of a batch, and answers the batch's id. `at` is when the cook began. */
export async function startBatch(
  tx: Db,
  { planned, timeZone }: Opened,
  batchId: string | undefined,
  at: Date,
): Promise<string> {
  const id = batchId ?? randomUUID();
  const revision = await raiseRevision(tx);
  const made = await tx
    .insert(batches)
    .values({ id, timeZone, createdAt: at, active: true, changedIn: revision })
    .onConflictDoNothing()
    .returning();
  if (made.length === 0) {
    throw new ProblemError('conflict', 'This batch has already been begun.', { reason: 'id-taken' });
  }
  await tx
    .insert(batchEvents)
    .values({ id: randomUUID(), batchId: id, at, timeZone, what: planned, addedIn: revision });
  return id;
}

function isActive(state: BatchState): boolean {
  return (
    state.current !== null ||
    state.jars.some((jar) => jar.fate === 'in-use') ||
    state.pulp.some((pulp) => pulp.usedAtMs === null)
  );
}

interface Entry {
  happenings: readonly EventBody[];
  /** The device's own ids, one for each. */
  ids?: readonly string[] | undefined;
}

/** What an addition to a log rests on. */
interface LogSoFar {
  batchId: string;
  events: readonly BatchEvent[];
  /** The household's zone. */
  timeZone: string;
  readings: readonly FridgeReading[];
}

/** Adds to a log that is known; answers it with what was added. See `recordEvents`. */
export async function appendEvents(
  db: Db,
  { batchId, events: before, timeZone, readings }: LogSoFar,
  { happenings, ids }: Entry,
  at: Date,
): Promise<readonly BatchEvent[]> {
  // One tap shares one moment and no two taps do: undo tells them apart by it.
  const last = before[before.length - 1];
  const atMs = last ? Math.max(at.getTime(), last.atMs + 1) : at.getTime();
  const addedIn = await raiseRevision(db);
  let events = before;
  let state = batchState(events);
  const rows: (typeof batchEvents.$inferInsert)[] = [];
  for (const [i, what] of happenings.entries()) {
    if (!state) throw new ProblemError('not-found', 'This batch has no plan.');
    const refusal = eventRefusal(state, what, readings, atMs);
    if (refusal) throw new ProblemError('conflict', eventRefusalMessage(refusal), { reason: refusal });
    const id = ids?.[i] ?? randomUUID();
    const kept = StoredEventBodySchema.parse(what);
    rows.push({ id, batchId, at: new Date(atMs), timeZone, what: kept, addedIn });
    events = [...events, { ...what, id, atMs }];
    state = batchState(events);
  }
  await db.insert(batchEvents).values(rows);
  await db
    .update(batches)
    .set({ changedIn: addedIn, ...(state && { active: isActive(state) }) })
    .where(eq(batches.id, batchId));
  return events;
}

/**
 * Adds to a batch's log what the core lets happen, all or nothing; otherwise 409 with the reason. `at` is when the
 * cook did it: never before what is already in the log, so that the log stays in its order. Answers which lines they
 * are.
 */
export async function recordEvents(
  tx: Db,
  logs: BatchLogs,
  batchId: string,
  entry: Entry,
  at: Date,
): Promise<string> {
  const { ids } = entry;
  logs.changing(batchId);
  const [row] = await tx.select().from(batches).where(eq(batches.id, batchId));
  const log = await readableLog(tx, logs, found(row), true);
  if (ids && ids.length > 0) {
    const taken = await tx
      .select({ id: batchEvents.id })
      .from(batchEvents)
      .where(inArray(batchEvents.id, [...ids]));
    if (taken.length > 0 || new Set(ids).size < ids.length) {
      throw new ProblemError('conflict', 'These entries are already in the log.', { reason: 'id-taken' });
    }
  }
  const { timeZone } = await kitchenSettings(tx);
  const { events } = coreView(log);
  await appendEvents(tx, { batchId, events, timeZone, readings: await fridgeLog(tx) }, entry, at);
  return `${events.length}+${entry.happenings.length}`;
}

/** How `recordEvents` names what it added: how many lines came before, and how many it added. */
const LinesSchema = z
  .string()
  .regex(/^\d+\+\d+$/)
  .transform((text) => text.split('+').map(Number));

/** What an addition added; of one made by an earlier release, all of the log. */
export async function viewAdded(
  db: Db,
  logs: BatchLogs,
  batchId: string,
  made: string,
  now: Date,
): Promise<Frozen<Added>> {
  const { events } = await readableLog(db, logs, found(await logs.row(db, batchId)));
  const lines = LinesSchema.safeParse(made);
  const [before = 0, count = events.length] = lines.success ? lines.data : [];
  return { batchId, before, events: events.slice(before, before + count), serverTime: now.toISOString() };
}
