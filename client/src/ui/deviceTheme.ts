import { useSyncExternalStore } from 'react';

/**
 * A list of our own, asked once. Whoever reads `matches` between a change and the next frame keeps Chromium from telling
 * that list's listeners of it, and React Native's own `useColorScheme` reads it at each render.
 */
const query = globalThis.matchMedia?.('(prefers-color-scheme: dark)');
let dark = query?.matches ?? false;
const listeners = new Set<() => void>();
query?.addEventListener('change', (event) => {
  dark = event.matches;
  for (const listener of listeners) listener();
});

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Whether the device is set to dark. */
export function useDeviceIsDark(): boolean {
  return useSyncExternalStore(subscribe, () => dark);
}
