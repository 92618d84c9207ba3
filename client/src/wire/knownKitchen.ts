import type { Kitchen } from '@humble-churn/contract';
import { patchedSettings, toInstant } from '@humble-churn/contract';
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
  fridgeLog: readonly { id: number; at: string; tempC: number }[];
  fridgeDays: KnownDays;
}

/** The settings with what waits for the server; a new temperature of the fridge counts from when it was said. */
export function withWaitingSettings<K extends Omit<Kitchen, 'id'> & Partial<Logged>>(
  kitchen: K,
  waiting: readonly Entry[],
): K {
  let now = kitchen;
  for (const entry of waiting) {
    if (entry.name === 'logFridge' && now.fridgeDays) {
      const { fridgeDays } = now;
      now = { ...now, fridgeDays: { ...fridgeDays, days: withWaitingTemps(fridgeDays.days, [entry]) } };
    }
    if (entry.name !== 'changeKitchen') continue;
    const { fridgeTempC: tempC } = entry.body;
    const { fridgeLog } = now;
    const reading =
      fridgeLog && tempC !== undefined && tempC !== now.fridgeTempC
        ? {
            fridgeLog: [
              ...fridgeLog,
              { id: (fridgeLog.at(-1)?.id ?? 0) + 1, at: toInstant(entry.atMs), tempC },
            ],
          }
        : {};
    now = { ...patchedSettings(now, entry.body), ...reading };
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
