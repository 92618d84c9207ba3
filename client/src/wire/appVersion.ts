import { useSyncExternalStore } from 'react';
import { Workbox } from 'workbox-window';

// The app as this device keeps it, for when the server is away; and a newer one that waits to be taken.

let kept: Workbox | null = null;
let waiting = false;
/** Asked for here: the page is to be opened anew with it. */
let taking = false;
const listeners = new Set<() => void>();

function tell(isWaiting: boolean): void {
  waiting = isWaiting;
  listeners.forEach((listener) => listener());
}

/** Keeps the app on this device from now on. Without it the app works as long as its server answers. */
export function keepApp(): void {
  if (kept || !('serviceWorker' in navigator)) return;
  kept = new Workbox('/offline.js');
  kept.addEventListener('waiting', () => tell(true));
  kept.addEventListener('controlling', ({ isUpdate, isExternal }) => {
    // Another tab took it: this one is offered to follow.
    if (isUpdate === true || isExternal === true || taking) tell(true);
    if (taking) location.reload();
  });
  kept.register().catch(() => undefined);
}

/** It is asked for so often at most, ms. */
const ASKED_EVERY_MS = 600_000;
let askedAtMs = 0;

/** Asks whether there is a newer one. */
export function askForNewVersion(): void {
  const nowMs = performance.now();
  if (!kept || nowMs - askedAtMs < ASKED_EVERY_MS) return;
  askedAtMs = nowMs;
  kept.update().catch(() => undefined);
}

/** Opens the page anew with the newer version. What waits for the server is on the device. */
export function takeNewVersion(): void {
  taking = true;
  void navigator.serviceWorker.getRegistration().then((registration) => {
    if (registration?.waiting) kept?.messageSkipWaiting();
    else location.reload();
  });
}

/** Whether a newer version waits. */
export function useNewVersion(): boolean {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => waiting,
    () => false,
  );
}
