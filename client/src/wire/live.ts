import type { LiveChange } from '@humble-churn/contract';
import { LIVE_BEAT, LIVE_BEAT_EVERY_MS, LIVE_PATH, LiveChangeSchema } from '@humble-churn/contract';
import { useSyncExternalStore } from 'react';
import { z } from 'zod';

const NAME = 'humble-churn.live';
/** A stream that was refused is asked for again after so long, ms. */
const REFUSED_AGAIN_MS = 5000;
/** A stream that says nothing for so long is lost, ms: one that leads to a machine asleep does not break. */
const LOST_AFTER_MS = 2.5 * LIVE_BEAT_EVERY_MS;

/** What the stream says, one change a message. */
const SaidSchema = z
  .string()
  .transform((text, context) => {
    try {
      return JSON.parse(text) as unknown;
    } catch {
      context.addIssue('is no JSON');
      return z.NEVER;
    }
  })
  .pipe(LiveChangeSchema);

/** What the tab with the stream tells the others, and what a new one asks. */
const TabMessageSchema = z.union([
  z.object({ change: LiveChangeSchema }),
  z.object({ live: z.boolean() }),
  z.literal('is it live?'),
]);

let live = false;
const listeners = new Set<() => void>();

function noteLive(now: boolean): void {
  if (live === now) return;
  live = now;
  for (const listener of listeners) listener();
}

function onLiveChange(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Whether changes are heard of as they happen; if not they have to be asked for. */
export function useLive(): boolean {
  return useSyncExternalStore(
    onLiveChange,
    () => live,
    () => false,
  );
}

/** Opens the stream and passes on what it says, until it is told to stop. */
function openStream(pass: (message: z.infer<typeof TabMessageSchema>) => void): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let source: EventSource;
  const openIn = (ms: number): void => {
    clearTimeout(timer);
    timer = setTimeout(() => {
      source.close();
      pass({ live: false });
      open();
    }, ms);
  };
  const heard = (): void => openIn(LOST_AFTER_MS);
  const open = (): void => {
    source = new EventSource(LIVE_PATH);
    heard();
    source.addEventListener(LIVE_BEAT, heard);
    source.onopen = () => {
      heard();
      pass({ live: true });
      // Whatever happened before it was open was not told.
      pass({ change: { revision: null } });
    };
    source.onerror = () => {
      pass({ live: false });
      // A stream that broke is opened anew by the browser; one that was refused is not.
      if (source.readyState === EventSource.CLOSED) openIn(REFUSED_AGAIN_MS);
    };
    source.onmessage = ({ data }) => {
      heard();
      const change = SaidSchema.safeParse(data);
      if (change.success) pass({ change: change.data });
    };
  };
  open();
  return () => {
    clearTimeout(timer);
    source.close();
  };
}

/**
 * Hears of changes in the kitchen as they happen. All tabs of a browser share one stream: the one that holds the lock
 * has it and tells the others. Where the browser lacks what that takes, nothing is heard.
 */
export function hearChanges(heard: (change: LiveChange) => void): () => void {
  if (!('locks' in navigator) || !('BroadcastChannel' in window) || !('EventSource' in window)) {
    return () => undefined;
  }
  const tabs = new BroadcastChannel(NAME);
  const stop = new AbortController();
  let mine = false;
  const take = (message: z.infer<typeof TabMessageSchema>): void => {
    if (message === 'is it live?') {
      if (mine) tabs.postMessage({ live });
    } else if ('live' in message) noteLive(message.live);
    else heard(message.change);
  };
  tabs.onmessage = ({ data }) => {
    const message = TabMessageSchema.safeParse(data);
    if (message.success) take(message.data);
  };
  tabs.postMessage('is it live?');
  navigator.locks
    .request(NAME, { signal: stop.signal }, async () => {
      mine = true;
      const close = openStream((message) => {
        take(message);
        tabs.postMessage(message);
      });
      await new Promise<void>((resolve) => stop.signal.addEventListener('abort', () => resolve()));
      close();
    })
    // Stopped before its turn came.
    .catch(() => undefined);
  return () => {
    stop.abort();
    tabs.close();
    noteLive(false);
  };
}
