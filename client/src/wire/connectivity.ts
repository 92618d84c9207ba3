import { useSyncExternalStore } from 'react';

let away = false;
const listeners = new Set<() => void>();

/** Takes note of whether the server answered. */
export function noteReach(answers: boolean): void {
  if (away === !answers) return;
  away = !answers;
  for (const listener of listeners) listener();
}

export function onReachChange(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function isAway(): boolean {
  return away;
}

/** Whether the server was silent when it was last called. */
export function useAway(): boolean {
  return useSyncExternalStore(onReachChange, isAway, isAway);
}
