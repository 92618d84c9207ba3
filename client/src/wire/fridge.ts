import { MOST_READINGS, ROUTES, fromInstant, toInstant } from '@humble-churn/contract';
import type { MeasuredTemp } from '@humble-churn/core';
import { DAY_MS } from '@humble-churn/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { callApi } from './apiClient';
import { serverNowMs } from './clock';
import { useKitchen } from './kitchen';
import { carryOut } from './sending';

/** All that is listed of the log, by the first word of its query's key. */
const MEASURED = ['fridge-measured'];

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
    queryKey: [...MEASURED, days, kitchen.data?.fridgeDays.revision],
    queryFn: async () => {
      const all = await Promise.all(days.map((day) => callApi(ROUTES.fridgeDay, { params: { day } })));
      return all
        .flatMap(({ readings }) => readings)
        .map(({ at, tempC }) => ({ atMs: fromInstant(at), tempC }));
    },
    placeholderData: (before) => before,
    select: (all) => all.filter(({ atMs }) => atMs >= fromMs && atMs < toMs),
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
      // What is listed shows it at once: the next tap is about what stands there.
      await client.cancelQueries({ queryKey: MEASURED });
      client.setQueriesData<MeasuredTemp[]>({ queryKey: MEASURED }, (list) => {
        if (!list) return list;
        const gone = new Set([...removed, ...readings.map(({ atMs }) => atMs)]);
        const there = list.filter(({ atMs }) => !gone.has(atMs));
        return [...there, ...readings].sort((one, other) => one.atMs - other.atMs);
      });
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
  /** How many of them the server has, after each part. */
  onKept: (count: number) => void;
}

/** What very many readings changed: moments that were new, ms, and readings whose place they took. */
export interface LogChanged {
  added: readonly number[];
  replaced: readonly MeasuredTemp[];
}

/** What the server has of some days, by moment. */
async function loggedOn(readings: readonly MeasuredTemp[]): Promise<Map<number, number>> {
  const days = [...new Set(readings.map(({ atMs }) => toInstant(atMs).slice(0, 10)))];
  const there = await Promise.all(days.map((day) => callApi(ROUTES.fridgeDay, { params: { day } })));
  return new Map(
    there.flatMap((one) => one.readings.map(({ at, tempC }) => [fromInstant(at), tempC] as const)),
  );
}

async function inParts<T>(all: readonly T[], work: (part: readonly T[], done: number) => Promise<void>) {
  for (let from = 0; from < all.length; from += MOST_READINGS) {
    const part = all.slice(from, from + MOST_READINGS);
    await work(part, from + part.length);
  }
}

function logNow(readings: readonly MeasuredTemp[], removed: readonly number[]) {
  const body = { readings: readings.map(wire), removed: removed.map(toInstant) };
  return callApi(ROUTES.logFridge, { body, idempotencyKey: crypto.randomUUID() });
}

/** Sends very many readings part by part; what was sent stays where a later part fails. */
export function useLogMany() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ readings, onKept }: ManyReadings): Promise<LogChanged> => {
      const added: number[] = [];
      const replaced: MeasuredTemp[] = [];
      try {
        await inParts(readings, async (part, done) => {
          const there = await loggedOn(part);
          await logNow(part, []);
          for (const { atMs } of part) {
            const tempC = there.get(atMs);
            if (tempC === undefined) added.push(atMs);
            else replaced.push({ atMs, tempC });
          }
          onKept(done);
        });
        return { added, replaced };
      } finally {
        void client.invalidateQueries({ queryKey: ['kitchen'] });
      }
    },
  });
}

/** Takes back what very many readings changed. */
export function useTakeBackLog() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ added, replaced }: LogChanged) => {
      try {
        await inParts(added, async (part) => void (await logNow([], part)));
        await inParts(replaced, async (part) => void (await logNow(part, [])));
      } finally {
        void client.invalidateQueries({ queryKey: ['kitchen'] });
      }
    },
  });
}
