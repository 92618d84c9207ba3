import { MOST_READINGS, ROUTES, fromInstant, toInstant } from '@humble-churn/contract';
import type { MeasuredTemp } from '@humble-churn/core';
import { DAY_MS } from '@humble-churn/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { callApi } from './apiClient';
import { serverNowMs } from './clock';
import { useKitchen } from './kitchen';
import { carryOut } from './sending';

const wire = ({ atMs, tempC }: MeasuredTemp) => ({ at: toInstant(atMs), tempC });

/** What was measured on the days of UTC that a stretch of time touches, oldest first, as one list. */
export function useMeasured(fromMs: number, toMs: number) {
  const kitchen = useKitchen();
  const days: string[] = [];
  const last = toInstant(Math.min(toMs, serverNowMs())).slice(0, 10);
  for (let ms = fromMs; toInstant(ms).slice(0, 10) <= last; ms += DAY_MS)
    days.push(toInstant(ms).slice(0, 10));
  return useQuery({
    // Asked again when the log changed.
    queryKey: ['fridge-measured', days, kitchen.data?.fridgeDays.revision],
    queryFn: async () => {
      const all = await Promise.all(days.map((day) => callApi(ROUTES.fridgeDay, { params: { day } })));
      return all
        .flatMap(({ readings }) => readings)
        .map(({ at, tempC }) => ({ atMs: fromInstant(at), tempC }))
        .filter(({ atMs }) => atMs >= fromMs && atMs < toMs);
    },
    placeholderData: (before) => before,
  });
}

interface LogChange {
  readings?: readonly MeasuredTemp[];
  /** Moments whose reading is struck off, ms. */
  removed?: readonly number[];
}

/** Logs what was measured, or strikes readings off; while the server is away it waits on this device. */
export function useLogFridge() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ readings = [], removed = [] }: LogChange) => {
      const body = { readings: readings.map(wire), removed: removed.map(toInstant) };
      await carryOut(client, 'logFridge', {
        key: crypto.randomUUID(),
        params: undefined,
        body,
        effect: () => null,
      });
    },
  });
}

interface ManyReadings {
  readings: readonly MeasuredTemp[];
  removed: boolean;
  /** How many of them the server has, after each part. */
  onKept: (count: number) => void;
}

/** Sends very many readings part by part; what was sent stays where a later part fails. */
export function useLogMany() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ readings, removed, onKept }: ManyReadings) => {
      try {
        for (let from = 0; from < readings.length; from += MOST_READINGS) {
          const part = readings.slice(from, from + MOST_READINGS);
          const body = removed
            ? { readings: [], removed: part.map(({ atMs }) => toInstant(atMs)) }
            : { readings: part.map(wire), removed: [] };
          await callApi(ROUTES.logFridge, { body, idempotencyKey: crypto.randomUUID() });
          onKept(Math.min(readings.length, from + MOST_READINGS));
        }
      } finally {
        void client.invalidateQueries({ queryKey: ['kitchen'] });
      }
    },
  });
}
