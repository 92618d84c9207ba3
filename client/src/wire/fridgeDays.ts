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
export const KnownDaysSchema = z
  .object({ revision: z.number(), days: z.record(z.string(), DayMeansSchema) })
  .default({ revision: 0, days: {} });

export type KnownDays = z.infer<typeof KnownDaysSchema>;

/** What is known of some days, with those that were told anew; days that count no more are forgotten. */
export function withDays(known: KnownDays, { days, revision }: FridgeDays): KnownDays {
  const from = toInstant(serverNowMs() - FRIDGE_LOG_DAYS * DAY_MS).slice(0, 10);
  const all = { ...known.days, ...Object.fromEntries(days.map(({ day, means }) => [day, means])) };
  return { revision, days: Object.fromEntries(Object.entries(all).filter(([day]) => day >= from)) };
}

/** Asks for the days that changed since what is known. */
export async function askFridgeDays(known: KnownDays | undefined): Promise<KnownDays> {
  const before = known ?? { revision: 0, days: {} };
  return withDays(before, await callApi(ROUTES.fridgeDays, { query: { since: before.revision } }));
}

/**
 * The days with what waits for the server. Of ten minutes that were measured before, what waits is taken alone: their
 * mean is known when the server has answered.
 */
export function withWaitingTemps(days: KnownDays['days'], waiting: readonly Entry[]): KnownDays['days'] {
  const now = { ...days };
  for (const entry of waiting) {
    if (entry.name !== 'logFridge') continue;
    const temps = entry.body.readings.map(({ at, tempC }) => ({ atMs: fromInstant(at), tempC }));
    for (const { atMs, tempC } of tenMinuteMeans(temps)) {
      const day = toInstant(atMs).slice(0, 10);
      const means = [...(now[day] ?? Array<number | null>(MEANS_A_DAY).fill(null))];
      means[(atMs - dayStartMs(day)) / MEAN_MS] = tempC;
      now[day] = means;
    }
  }
  return now;
}

/** All means, oldest first. */
export function measuredMeans(days: KnownDays['days']): MeasuredTemp[] {
  return Object.keys(days)
    .sort()
    .flatMap((day) => {
      const startMs = dayStartMs(day);
      return (days[day] ?? []).flatMap((tempC, i) =>
        tempC === null ? [] : [{ atMs: startMs + i * MEAN_MS, tempC }],
      );
    });
}
