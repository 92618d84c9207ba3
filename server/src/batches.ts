import { randomUUID } from 'node:crypto';
import type { Batch, BatchList } from '@humble-churn/contract';
import { StoredHappeningSchema, coreEvent, eventRefusalWords } from '@humble-churn/contract';
import type { BatchHappening, BatchState, OwnIngredient, Recipe } from '@humble-churn/core';
import { batchState, eventRefusal, predict } from '@humble-churn/core';
import { and, asc, desc, eq, inArray, lt } from 'drizzle-orm';
import type { Db } from './database';
import { listOwnIngredients } from './ingredients';
import { fridgeLog, kitchenSettings } from './kitchens';
import { ProblemError, notComputable } from './problemError';
import { surenessOf } from './surenessThread';
import { batchEvents, batches } from './tables';

type BatchRow = typeof batches.$inferSelect;

async function withEvents(db: Db, rows: readonly BatchRow[], now: Date): Promise<Batch[]> {
  if (rows.length === 0) return [];
  const ids = rows.map((row) => row.id);
  const events = await db
    .select()
    .from(batchEvents)
    .where(inArray(batchEvents.batchId, ids))
    .orderBy(asc(batchEvents.seq));
  const serverTime = now.toISOString();
  return rows.map((row) => ({
    id: row.id,
    timeZone: row.timeZone,
    serverTime,
    events: events
      .filter((event) => event.batchId === row.id)
      .map((event) => ({
        id: event.id,
        at: event.at.toISOString(),
        timeZone: event.timeZone,
        what: StoredHappeningSchema.parse(event.what),
      })),
  }));
}

export async function viewBatch(db: Db, batchId: string, now: Date): Promise<Batch> {
  const rows = await db.select().from(batches).where(eq(batches.id, batchId));
  const [batch] = await withEvents(db, rows, now);
  if (!batch) throw new ProblemError('not-found', 'There is no such batch in this kitchen.');
  return batch;
}

export async function listBatches(
  db: Db,
  query: { scope: 'active' | 'all'; limit: number; before?: string | undefined },
  now: Date,
): Promise<BatchList> {
  const older = query.before === undefined ? undefined : lt(batches.createdAt, new Date(query.before));
  const wanted = query.scope === 'active' ? and(eq(batches.active, true), older) : older;
  const rows = await db
    .select()
    .from(batches)
    .where(wanted)
    .orderBy(desc(batches.createdAt), desc(batches.id))
    .limit(query.limit + 1);
  const page = rows.slice(0, query.limit);
  const last = page[page.length - 1];
  return {
    batches: await withEvents(db, page, now),
    nextBefore: rows.length > query.limit && last ? last.createdAt.toISOString() : null,
    serverTime: now.toISOString(),
  };
}

/** Plans a batch: the core's prediction, as it stands now, opens its log. Answers the batch's id. */
export async function startBatch(
  db: Db,
  recipe: Recipe,
  broughtAlong: readonly OwnIngredient[],
  now: Date,
): Promise<string> {
  const kitchen = await kitchenSettings(db);
  const around = { roomTempC: kitchen.roomTempC, fridgeTempC: kitchen.fridgeTempC };
  const own = [...(await listOwnIngredients(db)), ...broughtAlong];
  const prediction = predict(recipe, around, own);
  if (!prediction.ok) throw notComputable(prediction.refusal, ['recipe']);
  const sure = await surenessOf({ recipe, around, own, prices: kitchen.profile });
  const id = randomUUID();
  await db.insert(batches).values({ id, timeZone: kitchen.timeZone, createdAt: now, active: true });
  await db.insert(batchEvents).values({
    id: randomUUID(),
    batchId: id,
    at: now,
    timeZone: kitchen.timeZone,
    what: {
      type: 'planned',
      recipe,
      prediction: prediction.value,
      sureness: sure.ok ? sure.value : null,
      around,
      budgetH: kitchen.budgetH,
    },
  });
  return id;
}

function isActive(state: BatchState): boolean {
  return (
    state.status === 'under-way' ||
    state.jars.some((jar) => jar.fate === 'in-use') ||
    state.pulp.some((pulp) => pulp.usedAtMs === null)
  );
}

/** Adds to a batch's log what the core lets happen now, all or nothing; otherwise 409 with the reason. */
export async function recordEvents(
  db: Db,
  batchId: string,
  happenings: readonly BatchHappening[],
  now: Date,
): Promise<void> {
  const batch = await viewBatch(db, batchId, now);
  const { timeZone } = await kitchenSettings(db);
  const readings = await fridgeLog(db);
  let events = batch.events.map(coreEvent);
  for (const what of happenings) {
    const state = batchState(events);
    if (!state) throw new ProblemError('not-found', 'This batch has no plan.');
    const refusal = eventRefusal(state, what, readings, now.getTime());
    if (refusal) throw new ProblemError('conflict', eventRefusalWords(refusal), { reason: refusal });
    const id = randomUUID();
    await db.insert(batchEvents).values({ id, batchId, at: now, timeZone, what });
    events = [...events, { ...what, id, atMs: now.getTime() }];
  }
  const after = batchState(events);
  if (after)
    await db
      .update(batches)
      .set({ active: isActive(after) })
      .where(eq(batches.id, batchId));
}
