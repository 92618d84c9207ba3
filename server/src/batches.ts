import { randomUUID } from 'node:crypto';
import type { Added, Batch, BatchList, ChangedBatch, EventWire } from '@humble-churn/contract';
import {
  BatchSummarySchema,
  PlannedSchema,
  StoredEventBodySchema,
  eventRefusalMessage,
  toInstant,
} from '@humble-churn/contract';
import type {
  BatchEvent,
  BatchSummary,
  EventBody,
  BatchState,
  FridgeLogs,
  Guide,
  OwnItem,
  Recipe,
} from '@humble-churn/core';
import { batchState, batchSummary, eventRefusal, plannedEvent } from '@humble-churn/core';
import { and, eq, gt, inArray } from 'drizzle-orm';
import { z } from 'zod';
import type { BatchLog, BatchLogs, LoggedBatch } from './batchLogs';
import { coreView } from './batchLogs';
import { NEWEST_FIRST, olderThan, pageOf } from './batchPages';
import { compute } from './compute';
import type { Frozen } from './frozen';
import { checkBrought } from './ingredients';
import type { ChangeScope, KitchenAccess, Scope } from './kitchenAccess';
import { readKitchenModel } from './kitchenModels';
import { fridgesAir } from './fridgeDays';
import { kitchenSettings } from './kitchens';
import { ProblemError, notComputable } from './problemError';
import type { Computed } from './revision';
import { raiseRevision, readGrounds, readRevisions } from './revision';
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

/** A batch whose log can be read. */
function readableBatch(batch: LoggedBatch | null): LoggedBatch {
  if (!batch) throw new ProblemError('not-found', 'There is no such batch in this kitchen.');
  if (batch.log.readable) return batch;
  throw new ProblemError(
    'not-found',
    'The record of this batch cannot be read. Kitchen says what is wrong with it.',
  );
}

async function readBatch(access: KitchenAccess, logs: BatchLogs, batchId: string): Promise<LoggedBatch> {
  const known = logs.known(access.kitchenId, batchId);
  return readableBatch(known ?? (await access.read((scope) => logs.batch(scope, batchId))));
}

export async function viewBatch(
  access: KitchenAccess,
  logs: BatchLogs,
  batchId: string,
): Promise<Frozen<Batch>> {
  const { row, log } = await readBatch(access, logs, batchId);
  return { id: row.id, timeZone: row.timeZone, serverTime: access.now.toISOString(), events: log.events };
}

export async function listBatches(
  scope: Scope,
  logs: BatchLogs,
  query: { scope: 'active' | 'all'; limit: number; before?: string | undefined },
): Promise<Frozen<BatchList>> {
  const { db, kitchenId, now } = scope;
  const { revision } = await readRevisions(scope);
  const active = query.scope === 'active' ? eq(batches.active, true) : undefined;
  const wanted = and(eq(batches.kitchenId, kitchenId), active, olderThan(query.before));
  const all = db
    .select()
    .from(batches)
    .where(wanted)
    .orderBy(...NEWEST_FIRST);
  // What is active is all shown: a jar that is not looked at is a jar that is forgotten.
  const rows = query.scope === 'active' ? await all : await all.limit(query.limit + 1);
  const { page, nextBefore } = pageOf(rows, query.scope === 'active' ? Infinity : query.limit);
  return {
    batches: withLogs(page, await logs.read(scope, page), now),
    nextBefore,
    revision,
    serverTime: now.toISOString(),
  };
}

/** What is under way or has milk or pulp left, as the core sees it. */
export async function batchesUnderWay(
  scope: Scope,
  logs: BatchLogs,
): Promise<{ id: string; state: BatchState }[]> {
  const { db, kitchenId } = scope;
  const active = and(eq(batches.kitchenId, kitchenId), eq(batches.active, true));
  const rows = await db.select().from(batches).where(active).orderBy(batches.createdAt, batches.id);
  return [...(await logs.read(scope, rows))].flatMap(([id, log]) => {
    const state = log.readable ? coreView(log).state : null;
    return state ? [{ id, state }] : [];
  });
}

/** Where more batches than this changed, a device asks for its lists as a whole: they are shorter than all the changes. */
const MOST_CHANGED = 100;

/**
 * Batches that changed after a revision, with what was added to their logs since; null where they are too many, as
 * after an import.
 */
export async function changedBatches(
  scope: Scope,
  logs: BatchLogs,
  since: number,
): Promise<Frozen<ChangedBatch>[] | null> {
  const { db, kitchenId } = scope;
  const changed = and(eq(batches.kitchenId, kitchenId), gt(batches.changedIn, since));
  const rows = await db
    .select()
    .from(batches)
    .where(changed)
    .orderBy(batches.createdAt)
    .limit(MOST_CHANGED + 1);
  if (rows.length > MOST_CHANGED) return null;
  const known = await logs.read(scope, rows);
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
  ownIngredients: readonly OwnItem[];
  /** The steps that the device began it with. */
  guide?: Guide | undefined;
}

/** What opens a batch's log, and the zone it is kept in. */
interface Opened {
  planned: z.output<typeof PlannedSchema>;
  timeZone: string;
}

/** What a batch is computed from, besides what is asked for. */
export async function batchGrounds(scope: Scope) {
  const { settings, kitchen } = await readKitchenModel(scope);
  return { budgetH: settings.budgetH, timeZone: settings.timeZone, kitchen };
}

/** The core's prediction for a batch in such a kitchen, with how sure it is. */
export async function computeOpened(
  { kitchen: model, budgetH, timeZone }: Awaited<ReturnType<typeof batchGrounds>>,
  { recipe, ownIngredients, guide }: Start,
): Promise<Opened> {
  const own = [...model.pantry.own, ...checkBrought(ownIngredients)];
  const kitchen = { ...model, pantry: { own } };
  const plain = plannedEvent(recipe, kitchen, budgetH, guide);
  if (!plain.ok) throw notComputable(plain.refusal, ['recipe']);
  const sure = await compute('uncertainty', { recipe, kitchen });
  const planned = PlannedSchema.parse({ ...plain.value, sureness: sure.ok ? sure.value : null });
  return { planned, timeZone };
}

/** A batch as it stands now, computed before anything is written. */
export async function openBatch(access: KitchenAccess, start: Start): Promise<Computed<Opened>> {
  const { from, revision } = await readGrounds(access, batchGrounds);
  return { value: await computeOpened(from, start), revision, from, readAgain: batchGrounds };
}

/** Begins the log of a batch, and answers the batch's id. `at` is when the cook began. */
export async function startBatch(
  scope: ChangeScope,
  { planned, timeZone }: Opened,
  batchId: string | undefined,
  at: Date,
): Promise<string> {
  const { db, kitchenId } = scope;
  const id = batchId ?? randomUUID();
  const revision = await raiseRevision(scope);
  const eventId = randomUUID();
  const state = batchState([{ ...planned, id: eventId, atMs: at.getTime() }]);
  if (!state) throw new Error('A batch that was planned has no state.');
  const made = await db
    .insert(batches)
    .values({ kitchenId, id, timeZone, createdAt: at, changedIn: revision, ...listed(state) })
    .onConflictDoNothing()
    .returning();
  if (made.length === 0) {
    throw new ProblemError('conflict', 'This batch has already been begun.', { reason: 'id-taken' });
  }
  await db.insert(batchEvents).values({
    kitchenId,
    id: eventId,
    batchId: id,
    at,
    timeZone,
    what: planned,
    addedIn: revision,
  });
  return id;
}

/** What a batch's row says of it, besides its log. */
export function listed(state: BatchState): { active: boolean; summary: BatchSummary } {
  return { active: isActive(state), summary: BatchSummarySchema.parse(batchSummary(state)) };
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
  fridges: FridgeLogs;
}

/** Adds to a log that is known; answers it with what was added. See `recordEvents`. */
export async function appendEvents(
  scope: ChangeScope,
  { batchId, events: before, timeZone, fridges }: LogSoFar,
  { happenings, ids }: Entry,
  at: Date,
): Promise<readonly BatchEvent[]> {
  // One tap shares one moment and no two taps do: undo tells them apart by it.
  const last = before[before.length - 1];
  const atMs = last ? Math.max(at.getTime(), last.atMs + 1) : at.getTime();
  const { db, kitchenId } = scope;
  const addedIn = await raiseRevision(scope);
  let events = before;
  let state = batchState(events);
  const rows: (typeof batchEvents.$inferInsert)[] = [];
  for (const [i, what] of happenings.entries()) {
    if (!state) throw new ProblemError('not-found', 'This batch has no plan.');
    const refusal = eventRefusal(state, what, fridges, atMs);
    if (refusal) throw new ProblemError('conflict', eventRefusalMessage(refusal), { reason: refusal });
    const id = ids?.[i] ?? randomUUID();
    const kept = StoredEventBodySchema.parse(what);
    rows.push({ kitchenId, id, batchId, at: new Date(atMs), timeZone, what: kept, addedIn });
    events = [...events, { ...what, id, atMs }];
    state = batchState(events);
  }
  await db.insert(batchEvents).values(rows);
  await db
    .update(batches)
    .set({ changedIn: addedIn, ...(state && listed(state)) })
    .where(and(eq(batches.kitchenId, kitchenId), eq(batches.id, batchId)));
  return events;
}

/**
 * Adds to a batch's log what the core lets happen, all or nothing; otherwise 409 with the reason. `at` is when the
 * cook did it: never before what is already in the log, so that the log stays in its order. Answers which lines they
 * are, and what they say.
 */
export async function recordEvents(
  scope: ChangeScope,
  logs: BatchLogs,
  batchId: string,
  entry: Entry,
  at: Date,
): Promise<{ made: string; shown: Added }> {
  const { ids } = entry;
  logs.changing(scope.kitchenId, batchId);
  const row = await logs.row(scope, batchId);
  const known = row && (await logs.read(scope, [row], { writing: true })).get(batchId);
  const readable = readableBatch(row && known ? { row, log: known } : null).log;
  if (ids && ids.length > 0) await refuseTaken(scope, ids);
  const { timeZone } = await kitchenSettings(scope);
  const { events } = coreView(readable);
  const log = { batchId, events, timeZone, fridges: await fridgesAir(scope) };
  const after = await appendEvents(scope, log, entry, at);
  const before = events.length;
  const added = after.slice(before).map((event): EventWire => wireEvent(event, timeZone));
  const serverTime = scope.now.toISOString();
  return {
    made: `${before}+${entry.happenings.length}`,
    shown: { batchId, before, events: added, serverTime },
  };
}

function wireEvent({ id, atMs, ...what }: BatchEvent, timeZone: string): EventWire {
  return { id, at: toInstant(atMs), timeZone, what: StoredEventBodySchema.parse(what) };
}

/** A device's own ids name one entry each, once. */
async function refuseTaken({ db, kitchenId }: Scope, ids: readonly string[]): Promise<void> {
  const taken = await db
    .select({ id: batchEvents.id })
    .from(batchEvents)
    .where(and(eq(batchEvents.kitchenId, kitchenId), inArray(batchEvents.id, [...ids])));
  if (taken.length > 0 || new Set(ids).size < ids.length) {
    throw new ProblemError('conflict', 'These entries are already in the log.', { reason: 'id-taken' });
  }
}

/** How `recordEvents` names what it added: how many lines came before, and how many it added. */
const LinesSchema = z
  .string()
  .regex(/^\d+\+\d+$/)
  .transform((text) => text.split('+').map(Number));

/** What an addition added; of one made by an earlier release, all of the log. */
export async function viewAdded(
  access: KitchenAccess,
  logs: BatchLogs,
  batchId: string,
  made: string,
): Promise<Frozen<Added>> {
  const { events } = (await readBatch(access, logs, batchId)).log;
  const lines = LinesSchema.safeParse(made);
  const [before = 0, count = events.length] = lines.success ? lines.data : [];
  return {
    batchId,
    before,
    events: events.slice(before, before + count),
    serverTime: access.now.toISOString(),
  };
}
