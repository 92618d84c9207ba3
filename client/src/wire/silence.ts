import { ROUTES } from '@humble-churn/contract';

/** A call that is open for so long asks whether the server is there at all, ms: slow is not silent. */
const SLOW_AFTER_MS = 3000;
/** A server that says nothing for so long is away, ms: a machine that sleeps, or left the network, closes no connection. */
export const SILENT_AFTER_MS = 5000;

async function isThere(): Promise<boolean> {
  try {
    const answer = await fetch(ROUTES.health.path, { signal: AbortSignal.timeout(SILENT_AFTER_MS) });
    // Read to its end: until then the connection is not free for other calls.
    await answer.text();
    return answer.status < 500;
  } catch {
    return false;
  }
}

/** All calls that are slow at the same time ask once. */
let asking: Promise<boolean> | null = null;

/**
 * Watches a call that is open. Calls `giveUp` once the server is found to be silent; what is returned ends the watch,
 * when the call has its answer.
 */
export function watchForSilence(giveUp: () => void): () => void {
  let over = false;
  let timer: ReturnType<typeof setTimeout>;
  const ask = async (): Promise<void> => {
    asking ??= isThere().finally(() => {
      asking = null;
    });
    const there = await asking;
    if (over) return;
    if (there) watch();
    else giveUp();
  };
  const watch = (): void => {
    timer = setTimeout(() => void ask(), SLOW_AFTER_MS);
  };
  watch();
  return () => {
    over = true;
    clearTimeout(timer);
  };
}
