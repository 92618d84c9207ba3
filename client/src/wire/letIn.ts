import { useSyncExternalStore } from 'react';
import { clearDevice } from './deviceStorage';

/** Whether the server lets this device in, and why not. */
export type LetIn = 'yes' | 'not-paired' | 'removed' | 'needs-tls';

/** Where this page was opened: its address changes once nothing but the way in is shown. */
const { pathname = '/', hash = '' } = globalThis.location ?? {};

/** The screen that was asked for; the start where that was the way in itself. */
export const ASKED_FOR = pathname === '/pair' ? '/' : pathname;
/** The path it was opened at, with what a QR code put behind it. */
export const OPENED_AT = pathname + hash;
/** The secret that a QR code put behind the address, in place of the digits. */
export const SCANNED = /^#([\w-]{43})$/.exec(hash)?.[1] ?? null;

let letIn: LetIn = 'yes';
const listeners = new Set<() => void>();

function tell(now: LetIn): void {
  if (letIn === now) return;
  letIn = now;
  listeners.forEach((listener) => listener());
}

/** Whether this device is let in, as the server said last. */
export function useLetIn(): LetIn {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => letIn,
    () => 'yes',
  );
}

/** Whether this device was removed from the kitchen. */
export function wasRemoved(): boolean {
  return letIn === 'removed';
}

/** Takes note that the server does not let this device in. What waits to be sent stays, unless it was removed. */
export function noteNotLetIn(reason: string | undefined): void {
  if (letIn === 'removed') return;
  if (reason !== 'removed') {
    tell(reason === 'needs-tls' ? 'needs-tls' : 'not-paired');
    return;
  }
  tell('removed');
  void clearRemoved();
}

/** Nothing of the kitchen stays on a device that was removed: neither what it knew, nor the app. */
async function clearRemoved(): Promise<void> {
  clearDevice();
  if ('serviceWorker' in navigator) {
    for (const registration of await navigator.serviceWorker.getRegistrations()) {
      await registration.unregister();
    }
  }
  if ('caches' in globalThis) for (const name of await caches.keys()) await caches.delete(name);
}
