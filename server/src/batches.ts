import { randomUUID } from 'node:crypto';
import type { Batch, BatchList } from '@humble-churn/contract';
import { PlannedSchema, StoredHappeningSchema, coreEvent, eventRefusalWords } from '@humble-churn/contract';
import type {
  BatchEvent,
  BatchHappening,
  BatchState,
  FridgeReading,
  Guide,
  OwnIngredient,
  Recipe,
} from '@humble-churn/core';
import { batchState, eventRefusal, opening } from '@humble-churn/core';
import type { SQL } from 'drizzle-orm';
import { and, asc, desc, eq, inArray, lt, or } from 'drizzle-orm';
import type { Db } from './database';
import { checkBrought, listOwnIngredients } from './ingredients';
import { fridgeLog, kitchenSettings } from './kitchens';
import { ProblemError, notComputable } from './problemError';
import { surenessOf } from './surenessThread';
import { batchEvents, batches } from './tables';

type BatchRow = typeof batches.$inferSelect;

/** Batches with their logs; those that cannot be read are left out, and reported in the kitchen. */
async function withEvents(db: Db, rows: readonly BatchRow[], now: Date): Promise<Batch[]> {
  if (rows.length === 0) return [];
  const ids = rows.map((row) => row.id);
  const events = await db
    .select()
    .from(batchEvents)
    .where(inArray(batchEvents.batchId, ids))
    .orderBy(asc(batchEvents.seq));
  const serverTime = now.toISOString();
  const logs = new Map<string, typeof events>();
  for (const event of events) {
    const log = logs.get(event.batchId);
    if (log) log.push(event);
    else logs.set(event.batchId, [event]);
  }
  return rows.flatMap((row) => {
    const told: Batch['events'] = [];
    for (const event of logs.get(row.id) ?? []) {
      const what = StoredHappeningSchema.safeParse(event.what);
      // A log with a line that cannot be read says nothing that could be relied on.
      if (!what.success) return [];
      const { id, timeZone } = event;
      told.push({ id, at: event.at.toISOString(), timeZone, what: what.data });
    }
    return told.length === 0 ? [] : [{ id: row.id, timeZone: row.timeZone, serverTime, events: told }];
  });
}

export async function viewBatch(db: Db, batchId: string, now: Date): Promise<Batch> {
  const rows = await db.select().from(batches).where(eq(batches.id, batchId));
  const [batch] = await withEvents(db, rows, now);
  if (!batch && rows.length > 0) {
    throw new ProblemError(
      'not-found',
      'The record of this batch cannot be read. Kitchen says what is wrong with it.',
    );
  }
  if (!batch) throw new ProblemError('not-found', 'There is no such batch in this kitchen.');
  return batch;
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
  query: { scope: 'active' | 'all'; limit: number; before?: string | undefined },
  now: Date,
): Promise<BatchList> {
  const older = query.before === undefined ? undefined : olderThan(query.before);
  const wanted = query.scope === 'active' ? and(eq(batches.active, true), older) : older;
  const all = db.select().from(batches).where(wanted).orderBy(desc(batches.createdAt), desc(batches.id));
  // What is active is all shown: a jar that is not looked at is a jar that is forgotten.
  const rows = query.scope === 'active' ? await all : await all.limit(query.limit + 1);
  const page = query.scope === 'active' ? rows : rows.slice(0, query.limit);
  const last = page[page.length - 1];
  return {
    batches: await withEvents(db, page, now),
    nextBefore: rows.length > page.length && last ? `${last.createdAt.toISOString()}_${last.id}` : null,
    serverTime: now.toISOString(),
  };
}

interface Start {
  recipe: Recipe;
  ownIngredients: readonly OwnIngredient[];
  /** The device's own id for it, and the steps it began it with. */
  batchId?: string | undefined;
  guide?: Guide | undefined;
}

/**
 * Plans a batch: the core's prediction, as it stands now, opens its log. Answers the batch's id. `at` is when the cook
 * began.
 */
export async function startBatch(
  db: Db,
  { recipe, ownIngredients, batchId, guide }: Start,
  at: Date,
): Promise<string> {
  const kitchen = await kitchenSettings(db);
  const own = [...(await listOwnIngredients(db)), ...checkBrought(ownIngredients)];
  const plain = opening(recipe, kitchen, own, guide);
  if (!plain.ok) throw notComputable(plain.refusal, ['recipe']);
  const what = plain.value;
  const sure = await surenessOf({ recipe, around: what.around, own, prices: kitchen.profile });
  const id = batchId ?? randomUUID();
  const { timeZone } = kitchen;
  const made = await db
    .insert(batches)
    .values({ id, timeZone, createdAt: at, active: true })
    .onConflictDoNothing()
    .returning();
  if (made.length === 0) {
    throw new ProblemError('conflict', 'This batch has already been begun.', { reason: 'id-taken' });
  }
  await db.insert(batchEvents).values({
    id: randomUUID(),
    batchId: id,
    at,
    timeZone,
    what: PlannedSchema.parse({ ...what, sureness: sure.ok ? sure.value : null }),
  });
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
  happenings: readonly BatchHappening[];
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
  let events = before;
  for (const [i, what] of happenings.entries()) {
    const state = batchState(events);
    if (!state) throw new ProblemError('not-found', 'This batch has no plan.');
    const refusal = eventRefusal(state, what, readings, atMs);
    if (refusal) throw new ProblemError('conflict', eventRefusalWords(refusal), { reason: refusal });
    const id = ids?.[i] ?? randomUUID();
    const kept = StoredHappeningSchema.parse(what);
    await db.insert(batchEvents).values({ id, batchId, at: new Date(atMs), timeZone, what: kept });
    events = [...events, { ...what, id, atMs }];
  }
  const after = batchState(events);
  if (after)
    await db
      .update(batches)
      .set({ active: isActive(after) })
      .where(eq(batches.id, batchId));
  return events;
}

/**
 * Adds to a batch's log what the core lets happen, all or nothing; otherwise 409 with the reason. `at` is when the
 * cook did it: never before what is already in the log, so that the log stays in its order.
 */
export async function recordEvents(db: Db, batchId: string, entry: Entry, at: Date): Promise<void> {
  const { ids } = entry;
  const batch = await viewBatch(db, batchId, at);
  if (ids && ids.length > 0) {
    const taken = await db
      .select()
      .from(batchEvents)
      .where(inArray(batchEvents.id, [...ids]));
    if (taken.length > 0 || new Set(ids).size < ids.length) {
      throw new ProblemError('conflict', 'These entries are already in the log.', { reason: 'id-taken' });
    }
  }
  const { timeZone } = await kitchenSettings(db);
  const events = batch.events.map(coreEvent);
  await appendEvents(db, { batchId, events, timeZone, readings: await fridgeLog(db) }, entry, at);
}
