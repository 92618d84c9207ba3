import { MOST_READINGS, ROUTES, fromInstant, toInstant } from '@humble-churn/contract';
import type { MeasuredTemp } from '@humble-churn/core';
import { DAY_MS } from '@humble-churn/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { callApi } from './apiClient';
import { serverNowMs } from './clock';
import { useKitchen } from './kitchen';
import { carryOut } from './sending';

/** All that is listed of the log, by the first word of its query's key. */
const MEASURED = ['fridge-measured'];

const wire = ({ atMs, tempC }: MeasuredTemp) => ({ at: toInstant(atMs), tempC });

async function askDay(fridge: string, day: string): Promise<MeasuredTemp[]> {
  const { readings } = await callApi(ROUTES.fridgeDay, { params: { day }, query: { fridge } });
  return readings.map(({ at, tempC }) => ({ atMs: fromInstant(at), tempC }));
}

/** What was measured on the days of UTC that a stretch of time touches, oldest first, as one list. */
export function useMeasured(fridge: string, fromMs: number, toMs: number) {
  const kitchen = useKitchen();
  const days: string[] = [];
  const last = toInstant(Math.min(toMs, serverNowMs())).slice(0, 10);
  for (let ms = fromMs; toInstant(ms).slice(0, 10) <= last; ms += DAY_MS)
    days.push(toInstant(ms).slice(0, 10));
  return useQuery({
    // Asked again when the log changed.
    queryKey: [...MEASURED, fridge, days, kitchen.data?.fridgeDays.revision],
    queryFn: async () => {
      return (await Promise.all(days.map((day) => askDay(fridge, day)))).flat();
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

/** Logs what was measured in a fridge, or strikes readings off; while the server is away it waits on this device. */
export function useLogFridge(fridge: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ readings = [], removed = [] }: LogChange) => {
      const body = { fridge, readings: readings.map(wire), removed: removed.map(toInstant) };
      const listed = [...MEASURED, fridge];
      // What is listed shows it at once: the next tap is about what stands there.
      await client.cancelQueries({ queryKey: listed });
      client.setQueriesData<MeasuredTemp[]>({ queryKey: listed }, (list) => {
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

const NO_CHANGE: LogChanged = { added: [], replaced: [] };

/** What changed so far and with one more part of which `there` was logged before. A part that is sent twice counts once. */
function withPart(
  { added, replaced }: LogChanged,
  part: readonly MeasuredTemp[],
  there: ReadonlyMap<number, number>,
): LogChanged {
  const known = new Set([...added, ...replaced.map(({ atMs }) => atMs)]);
  const anew = part.filter(({ atMs }) => !known.has(atMs));
  return {
    added: [...added, ...anew.flatMap(({ atMs }) => (there.has(atMs) ? [] : [atMs]))],
    replaced: [
      ...replaced,
      ...anew.flatMap(({ atMs }) => {
        const tempC = there.get(atMs);
        return tempC === undefined ? [] : [{ atMs, tempC }];
      }),
    ],
  };
}

/** What the server has of some days, by moment. */
async function loggedOn(fridge: string, readings: readonly MeasuredTemp[]): Promise<Map<number, number>> {
  const days = [...new Set(readings.map(({ atMs }) => toInstant(atMs).slice(0, 10)))];
  const there = (await Promise.all(days.map((day) => askDay(fridge, day)))).flat();
  return new Map(there.map(({ atMs, tempC }) => [atMs, tempC] as const));
}

async function inParts<T>(all: readonly T[], work: (part: readonly T[], done: number) => Promise<void>) {
  for (let from = 0; from < all.length; from += MOST_READINGS) {
    const part = all.slice(from, from + MOST_READINGS);
    await work(part, from + part.length);
  }
}

function logNow(fridge: string, readings: readonly MeasuredTemp[], removed: readonly number[]) {
  const body = { fridge, readings: readings.map(wire), removed: removed.map(toInstant) };
  return callApi(ROUTES.logFridge, { body, idempotencyKey: crypto.randomUUID() });
}

/**
 * Sends very many readings of a fridge part by part; what was sent stays where a later part fails. What is to be taken
 * back is added up over all of them, so that an import that is gone on with is undone as a whole.
 */
export function useLogMany(fridge: string) {
  const client = useQueryClient();
  const changed = useRef<LogChanged>(NO_CHANGE);
  return useMutation({
    mutationFn: async ({ readings, onKept }: ManyReadings): Promise<LogChanged> => {
      try {
        await inParts(readings, async (part, done) => {
          const there = await loggedOn(fridge, part);
          await logNow(fridge, part, []);
          changed.current = withPart(changed.current, part, there);
          onKept(done);
        });
        const all = changed.current;
        changed.current = NO_CHANGE;
        return all;
      } finally {
        void client.invalidateQueries({ queryKey: ['kitchen'] });
      }
    },
  });
}

/** Takes back what very many readings changed. */
export function useTakeBackLog(fridge: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ added, replaced }: LogChanged) => {
      try {
        await inParts(added, async (part) => void (await logNow(fridge, [], part)));
        await inParts(replaced, async (part) => void (await logNow(fridge, part, [])));
      } finally {
        void client.invalidateQueries({ queryKey: ['kitchen'] });
      }
    },
  });
}
