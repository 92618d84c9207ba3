import {
  EventBodySchema,
  NewBatchSchema,
  NewPlanSchema,
  PlanPatchSchema,
  PlanSchema,
  PlannedSchema,
  TimeZoneSchema,
} from '@humble-churn/contract';
import { z } from 'zod';
import type { Mark } from './clock';
import { markNow, serverNowMs, sinceMs } from './clock';
import { deviceStorage, keepOnDevice } from './deviceStorage';

/** A batch begun while the server is away, as this device reckons it. */
export const NewBatchEntrySchema = z.object({
  batch: NewBatchSchema,
  planned: PlannedSchema,
  timeZone: TimeZoneSchema,
});

/** Also the Idempotency-Key: sent twice, it is still one entry. */
const KEY = z.uuid();

const BatchEntrySchema = z.object({
  key: KEY,
  order: z.number(),
  batchId: z.uuid(),
  /** The batch it begins; null for an entry to a log. */
  begins: NewBatchEntrySchema.nullable(),
  happenings: z.array(EventBodySchema),
  ids: z.array(z.uuid()),
  /** When it was said, by the server's clock as far as it was known, and by the device's own. */
  atMs: z.number(),
  wallMs: z.number(),
});

/** A plan made, moved, dropped or taken up again. */
const PlanEntrySchema = z.object({
  key: KEY,
  order: z.number(),
  planId: z.uuid(),
  /** What makes it; null where there is something to change. */
  makes: NewPlanSchema.nullable(),
  changes: PlanPatchSchema,
  /** The plan as it then stands, as this device reckons. */
  plan: PlanSchema,
});

/**
 * Entries on their way to the server. Each is written to the device before anything is sent, under a key of its own,
 * so that neither a closed tab nor a second one can lose it, and is struck off when the server has answered.
 */
const EntrySchema = z.union([BatchEntrySchema, PlanEntrySchema]);

export type BatchEntry = z.output<typeof BatchEntrySchema>;
export type PlanEntry = z.output<typeof PlanEntrySchema>;
export type Entry = BatchEntry | PlanEntry;
export type RecordableEvent = BatchEntry['happenings'][number];

const WHY = { why: z.string() };
const RefusedSchema = z.union([BatchEntrySchema.extend(WHY), PlanEntrySchema.extend(WHY)]);
/** An entry that the server did not take, with its reason. */
export type Refused = z.output<typeof RefusedSchema>;

export function isOfPlan<E extends Entry>(entry: E): entry is Extract<E, { planId: string }> {
  return 'planId' in entry;
}

const WAITING = 'humble-churn.waiting.';
const REFUSED = 'humble-churn.refused.';

function stored<S extends z.ZodType<{ order: number }>>(prefix: string, shape: S): z.output<S>[] {
  const found: z.output<S>[] = [];
  const storage = deviceStorage();
  for (let i = 0; i < (storage?.length ?? 0); i++) {
    const name = storage?.key(i);
    if (name?.startsWith(prefix) !== true) continue;
    try {
      const entry = shape.safeParse(JSON.parse(storage?.getItem(name) ?? 'null'));
      if (entry.success) found.push(entry.data);
    } catch {
      // Not ours, or cut short: nothing that could be sent.
    }
  }
  return found.sort((a, b) => a.order - b.order);
}

export function waitingEntries(): Entry[] {
  return stored(WAITING, EntrySchema);
}

/** Calls back when another tab of this device writes an entry down. */
export function onOtherTabsEntry(heard: () => void): () => void {
  const listen = ({ key, newValue }: StorageEvent): void => {
    if (key?.startsWith(WAITING) === true && newValue !== null) heard();
  };
  globalThis.addEventListener('storage', listen);
  return () => globalThis.removeEventListener('storage', listen);
}

export function refusedEntries(): Refused[] {
  return stored(REFUSED, RefusedSchema);
}

const marks = new Map<string, Mark>();

function nextOrder(): number {
  return Math.max(0, ...waitingEntries().map((entry) => entry.order)) + 1;
}

type Said = Pick<BatchEntry, 'key' | 'batchId' | 'begins' | 'happenings'>;

function keep(said: Said): BatchEntry {
  const mark = markNow();
  const entry: BatchEntry = {
    ...said,
    order: nextOrder(),
    ids: said.happenings.map(() => crypto.randomUUID()),
    atMs: serverNowMs(),
    wallMs: mark.wallMs,
  };
  marks.set(entry.key, mark);
  keepOnDevice(WAITING + entry.key, entry);
  return entry;
}

/** Writes an entry down. From here on it is kept, unless the browser refuses: then only as long as the page. */
export function enqueue(batchId: string, happenings: readonly RecordableEvent[]): BatchEntry {
  return keep({ key: crypto.randomUUID(), batchId, begins: null, happenings: [...happenings] });
}

/** Writes down that a batch is begun. Its id is also its key: begun twice, it is still one batch. */
export function enqueueBatch(batchId: string, begins: z.output<typeof NewBatchEntrySchema>): BatchEntry {
  return keep({ key: batchId, batchId, begins, happenings: [] });
}

/** Writes down what becomes of a plan. */
export function enqueuePlan(said: Omit<PlanEntry, 'key' | 'order' | 'planId'>): PlanEntry {
  const entry: PlanEntry = { ...said, key: crypto.randomUUID(), order: nextOrder(), planId: said.plan.id };
  keepOnDevice(WAITING + entry.key, entry);
  return entry;
}

/** How long ago an entry was said, ms. Across a reload only the wall clock can tell. */
export function agoMs(entry: BatchEntry): number {
  const mark = marks.get(entry.key);
  return Math.max(0, Math.round(mark ? sinceMs(mark) : Date.now() - entry.wallMs));
}

export function dequeue(entry: Entry): void {
  deviceStorage()?.removeItem(WAITING + entry.key);
}

/** Keeps what the server did not take, so that the cook can see it. */
export function keepRefused(entry: Entry, why: string): void {
  keepOnDevice(REFUSED + entry.key, { ...entry, why });
  dequeue(entry);
}

export function forgetRefused(entry: Refused): void {
  deviceStorage()?.removeItem(REFUSED + entry.key);
}
