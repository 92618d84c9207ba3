import type { FridgeReadingWire, Kitchen } from '@humble-churn/contract';
import { fridgesSetAnew, patchedSettings, toInstant } from '@humble-churn/contract';
import type { OwnItem } from '@humble-churn/core';
import type { QueryClient } from '@tanstack/react-query';
import type { Entry } from './commandEntries';
import type { KnownDays } from './fridgeDays';
import { withWaitingTemps } from './fridgeDays';
import { isCommand } from './commandEntries';
import { pendingEntries } from './sending';

/** The cook's own ingredients with what waits for the server. */
export function withWaitingIngredients(
  own: readonly OwnItem[],
  waiting: readonly Entry[],
): readonly OwnItem[] {
  const changed = waiting.filter((entry) => isCommand(entry, 'addIngredient', 'changeIngredient'));
  if (changed.length === 0) return own;
  const byKey = new Map(own.map((one) => [one.key, one]));
  for (const { effect } of changed) byKey.set(effect.key, effect);
  return [...byKey.values()];
}

interface Logged {
  fridgeLog: readonly FridgeReadingWire[];
  fridgeDays: KnownDays;
}

/** The settings with what waits for the server; a fridge's new temperature counts from when it was said. */
export function withWaitingSettings<K extends Omit<Kitchen, 'id'> & Partial<Logged>>(
  kitchen: K,
  waiting: readonly Entry[],
): K {
  let now = kitchen;
  for (const entry of waiting) {
    if (entry.name === 'logFridge' && now.fridgeDays) {
      const { fridgeDays } = now;
      now = { ...now, fridgeDays: { ...fridgeDays, fridges: withWaitingTemps(fridgeDays.fridges, [entry]) } };
    }
    if (entry.name !== 'changeKitchen') continue;
    const after = patchedSettings(now, entry.body);
    const { fridgeLog } = now;
    const lastId = fridgeLog?.at(-1)?.id ?? 0;
    const at = toInstant(entry.atMs);
    const anew = fridgesSetAnew(now, after).map((one, i) => ({ id: lastId + 1 + i, at, ...one }));
    now = fridgeLog && anew.length > 0 ? { ...after, fridgeLog: [...fridgeLog, ...anew] } : after;
  }
  return now;
}

/** The kitchen as this device knows it, with what waits for the server; null before it was ever asked for. */
export function readKnownKitchen(client: QueryClient): { kitchen: Kitchen; own: readonly OwnItem[] } | null {
  const kitchen = client.getQueryData<Kitchen>(['kitchen']);
  if (!kitchen) return null;
  const waiting = pendingEntries(client);
  const own = client.getQueryData<OwnItem[]>(['ingredients']) ?? [];
  return { kitchen: withWaitingSettings(kitchen, waiting), own: withWaitingIngredients(own, waiting) };
}
