import { HappeningSchema, NewBatchSchema, PlannedSchema, TimeZoneSchema } from '@humble-churn/contract';
import { z } from 'zod';
import type { Mark } from './clock';
import { markNow, serverNowMs, sinceMs } from './clock';
import { deviceStorage, keepOnDevice } from './deviceStorage';

/** A batch begun while the server is away, as this device reckons it. */
export const BeginningSchema = z.object({
  batch: NewBatchSchema,
  planned: PlannedSchema,
  timeZone: TimeZoneSchema,
});

/**
 * Entries on their way to the server. Each is written to the device before anything is sent, under a key of its own,
 * so that neither a closed tab nor a second one can lose it, and is struck off when the server has answered.
 */
const EntrySchema = z.object({
  /** Also the Idempotency-Key: sent twice, it is still one entry. */
  key: z.uuid(),
  order: z.number(),
  batchId: z.uuid(),
  /** The batch it begins; null for an entry to a log. */
  begins: BeginningSchema.nullable(),
  happenings: z.array(HappeningSchema),
  ids: z.array(z.uuid()),
  /** When it was said, by the server's clock as far as it was known, and by the device's own. */
  atMs: z.number(),
  wallMs: z.number(),
});

export type Entry = z.output<typeof EntrySchema>;
export type Sayable = Entry['happenings'][number];

const RefusedSchema = EntrySchema.extend({ why: z.string() });
/** An entry that the server did not take, with its reason. */
export type Refused = z.output<typeof RefusedSchema>;

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

type Said = Pick<Entry, 'key' | 'batchId' | 'begins' | 'happenings'>;

function keep(said: Said): Entry {
  const orders = waitingEntries().map((entry) => entry.order);
  const mark = markNow();
  const entry: Entry = {
    ...said,
    order: Math.max(0, ...orders) + 1,
    ids: said.happenings.map(() => crypto.randomUUID()),
    atMs: serverNowMs(),
    wallMs: mark.wallMs,
  };
  marks.set(entry.key, mark);
  keepOnDevice(WAITING + entry.key, entry);
  return entry;
}

/** Writes an entry down. From here on it is kept, unless the browser refuses: then only as long as the page. */
export function writeDown(batchId: string, happenings: readonly Sayable[]): Entry {
  return keep({ key: crypto.randomUUID(), batchId, begins: null, happenings: [...happenings] });
}

/** Writes down that a batch is begun. Its id is also its key: begun twice, it is still one batch. */
export function writeBeginning(batchId: string, begins: z.output<typeof BeginningSchema>): Entry {
  return keep({ key: batchId, batchId, begins, happenings: [] });
}

/** How long ago an entry was said, ms. Across a reload only the wall clock can tell. */
export function agoMs(entry: Entry): number {
  const mark = marks.get(entry.key);
  return Math.max(0, Math.round(mark ? sinceMs(mark) : Date.now() - entry.wallMs));
}

export function strikeOff(entry: Entry): void {
  deviceStorage()?.removeItem(WAITING + entry.key);
}

/** Keeps what the server did not take, so that the cook can see it. */
export function keepRefused(entry: Entry, why: string): void {
  keepOnDevice(REFUSED + entry.key, { ...entry, why });
  strikeOff(entry);
}

export function forgetRefused(entry: Refused): void {
  deviceStorage()?.removeItem(REFUSED + entry.key);
}
