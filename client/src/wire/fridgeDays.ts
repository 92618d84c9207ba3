import type { FridgeDays } from '@humble-churn/contract';
import {
  DayMeansSchema,
  FRIDGE_LOG_DAYS,
  ROUTES,
  dayStartMs,
  fromInstant,
  toInstant,
} from '@humble-churn/contract';
import type { MeasuredTemp } from '@humble-churn/core';
import { DAY_MS, MEANS_A_DAY, MEAN_MS, tenMinuteMeans } from '@humble-churn/core';
import { z } from 'zod';
import { callApi } from './apiClient';
import { serverNowMs } from './clock';
import type { Entry } from './commandEntries';

/** Means of ten minutes of the days that are known, and the revision they are of. */
const NOTHING_KNOWN: KnownDays = { revision: 0, fridges: {} };

/** What earlier releases kept is asked for again. */
export const KnownDaysSchema = z
  .object({
    revision: z.number(),
    /** By fridge, then by day. */
    fridges: z.record(z.string(), z.record(z.string(), DayMeansSchema)),
  })
  .catch(() => NOTHING_KNOWN);

type Means = z.infer<typeof DayMeansSchema>;
type KnownFridges = Record<string, Record<string, Means>>;
export interface KnownDays {
  revision: number;
  fridges: KnownFridges;
}

/** What is known of some days, with those that were told anew; days that count no more are forgotten. */
export function withDays(known: KnownDays, { days, revision }: FridgeDays): KnownDays {
  const from = toInstant(serverNowMs() - FRIDGE_LOG_DAYS * DAY_MS).slice(0, 10);
  const fridges: KnownFridges = {};
  for (const [fridge, before] of Object.entries(known.fridges)) {
    fridges[fridge] = Object.fromEntries(Object.entries(before).filter(([day]) => day >= from));
  }
  for (const { fridge, day, means } of days) {
    if (day >= from) fridges[fridge] = { ...fridges[fridge], [day]: means };
  }
  return { revision, fridges };
}

/** Asks for the days that changed since what is known. */
export async function askFridgeDays(known: KnownDays | undefined): Promise<KnownDays> {
  const before = known ?? NOTHING_KNOWN;
  return withDays(before, await callApi(ROUTES.fridgeDays, { query: { since: before.revision } }));
}

/**
 * The days with what waits for the server. Of ten minutes that were measured before, what waits is taken alone: their
 * mean is known when the server has answered.
 */
export function withWaitingTemps(known: KnownFridges, waiting: readonly Entry[]): KnownFridges {
  const fridges = { ...known };
  for (const entry of waiting) {
    if (entry.name !== 'logFridge') continue;
    const { fridge, readings } = entry.body;
    const days = { ...fridges[fridge] };
    const temps = readings.map(({ at, tempC }) => ({ atMs: fromInstant(at), tempC }));
    for (const { atMs, tempC } of tenMinuteMeans(temps)) {
      const day = toInstant(atMs).slice(0, 10);
      const means = [...(days[day] ?? Array<number | null>(MEANS_A_DAY).fill(null))];
      means[(atMs - dayStartMs(day)) / MEAN_MS] = tempC;
      days[day] = means;
    }
    fridges[fridge] = days;
  }
  return fridges;
}

/** All means, of each fridge oldest first. */
export function measuredMeans(fridges: KnownFridges): (MeasuredTemp & { fridge: string })[] {
  return Object.entries(fridges).flatMap(([fridge, days]) =>
    Object.keys(days)
      .sort()
      .flatMap((day) => {
        const startMs = dayStartMs(day);
        return (days[day] ?? []).flatMap((tempC, i) =>
          tempC === null ? [] : [{ fridge, atMs: startMs + i * MEAN_MS, tempC }],
        );
      }),
  );
}
