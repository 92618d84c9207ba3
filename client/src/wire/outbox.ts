import type { CommandName } from '@humble-churn/contract';
import { z } from 'zod';
import type { Mark } from './clock';
import { markBefore, markNow, serverNowMs, sinceMs } from './clock';
import type { Command, Entry, EntryOf } from './commandEntries';
import { readEntry } from './commandEntries';
import { FETCHED, deviceStorage, keepOnDevice } from './deviceStorage';
import { fromEarlierEntry } from './earlierEntries';

/**
 * A command that the server did not take, with its reason; `settled` where another device had said the same before.
 */
export type Refused = Entry & { why: string; settled: boolean };

// Commands on their way to the server. Each is written to the device before it waits, under a key of its own, so that
// neither a closed tab nor a second one can lose it, and is struck off when the server has answered.
const WAITING = 'humble-churn.waiting.';
const REFUSED = 'humble-churn.refused.';

const WhySchema = z.looseObject({ why: z.string(), settled: z.boolean().default(false) });

function stored<E extends Entry>(prefix: string, read: (value: unknown) => E | null): E[] {
  const found: E[] = [];
  const storage = deviceStorage();
  for (let i = 0; i < (storage?.length ?? 0); i++) {
    const name = storage?.key(i);
    if (name?.startsWith(prefix) !== true) continue;
    try {
      const entry = read(JSON.parse(storage?.getItem(name) ?? 'null'));
      if (entry) found.push(entry);
    } catch {
      // Not ours, or cut short: nothing that could be sent.
    }
  }
  return found.sort((a, b) => a.order - b.order);
}

function readWaiting(value: unknown): Entry | null {
  return readEntry(value) ?? readEntry(fromEarlierEntry(value));
}

export function waitingEntries(): Entry[] {
  return stored(WAITING, readWaiting);
}

export function refusedEntries(): Refused[] {
  return stored(REFUSED, (value) => {
    const entry = readWaiting(value);
    const why = WhySchema.safeParse(value);
    return entry && why.success ? { ...entry, why: why.data.why, settled: why.data.settled } : null;
  });
}

/** Calls back when another tab of this device writes an entry down. */
export function onOtherTabsEntry(heard: () => void): () => void {
  const listen = ({ key, newValue }: StorageEvent): void => {
    if (key?.startsWith(WAITING) === true && newValue !== null) heard();
  };
  globalThis.addEventListener('storage', listen);
  return () => globalThis.removeEventListener('storage', listen);
}

const marks = new Map<string, Mark>();

function nextOrder(): number {
  return Math.max(0, ...waitingEntries().map((entry) => entry.order)) + 1;
}

/**
 * Writes a command down. From here on it is kept, unless the browser refuses: then only as long as the page. Given
 * again under the same key it is the same command. What is told afterwards happened so long ago. Throws for one that could not be read back.
 */
export function enqueue<N extends CommandName>(
  name: N,
  command: Command<N>,
  key: string = crypto.randomUUID(),
  happenedAgoMs = 0,
): EntryOf<N> {
  const mark = markBefore(markNow(), happenedAgoMs);
  const frame = {
    name,
    key,
    order: nextOrder(),
    atMs: serverNowMs() - happenedAgoMs,
    wallMs: mark.wallMs,
  };
  const entry = { ...command, ...frame };
  // What could not be read back would be lost with the page.
  if (readEntry(entry) === null) {
    throw new Error('This could not be written down on this device. Nothing was changed.');
  }
  marks.set(key, mark);
  if (!keptWithRoom(WAITING + key, entry)) tellUnkept([...unkept, key]);
  // One name, and what belongs to it.
  return entry as unknown as EntryOf<N>;
}

/** Entries that found no room on the device: they are on their way to the server, and last as long as the page. */
let unkept: readonly string[] = [];
const unkeptListeners = new Set<() => void>();

function tellUnkept(keys: readonly string[]): void {
  unkept = keys;
  unkeptListeners.forEach((listener) => listener());
}

export function onUnkept(listener: () => void): () => void {
  unkeptListeners.add(listener);
  return () => unkeptListeners.delete(listener);
}

/** How many there are. */
export function unkeptCount(): number {
  return unkept.length;
}

/** Writes down what was entered; what was only fetched makes room for it, it can be fetched again. */
function keptWithRoom(name: string, entry: object): boolean {
  if (keepOnDevice(name, entry)) return true;
  deviceStorage()?.removeItem(FETCHED);
  return keepOnDevice(name, entry);
}

/** How long ago a command was given, ms. Across a reload only the wall clock can tell. */
export function agoMs(entry: Entry): number {
  const mark = marks.get(entry.key);
  return Math.max(0, Math.round(mark ? sinceMs(mark) : Date.now() - entry.wallMs));
}

export function dequeue(entry: Entry): void {
  deviceStorage()?.removeItem(WAITING + entry.key);
  if (unkept.includes(entry.key)) tellUnkept(unkept.filter((key) => key !== entry.key));
}

/** Keeps what the server did not take, so that the cook can see it. */
export function keepRefused(entry: Entry, why: string, settled: boolean): void {
  keepOnDevice(REFUSED + entry.key, { ...entry, why, settled });
  dequeue(entry);
}

export function forgetRefused(entry: Refused): void {
  deviceStorage()?.removeItem(REFUSED + entry.key);
}
