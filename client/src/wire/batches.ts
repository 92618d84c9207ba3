import type { Batch, BatchList } from '@humble-churn/contract';
import { PlannedSchema, ROUTES, coreEvent, kitchenModel } from '@humble-churn/contract';
import type { BatchEvent, BatchState, OwnItem, Recipe } from '@humble-churn/core';
import {
  batchState,
  eventRefusal,
  lastTap,
  plannedEvent,
  effectiveEvents,
  NO_LOGS,
} from '@humble-churn/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { ServerUnreachable, callApi } from './apiClient';
import { noteServerTime } from './clock';
import type { CommandBody } from '@humble-churn/contract';
import type { Entry, EntryOf } from './commandEntries';
import { batchIdOf } from './commandEntries';
import { readKnownKitchen } from './knownKitchen';
import type { Refused } from './outbox';
import { enqueue, forgetRefused, refusedEntries } from './outbox';
import { KEPT_UP_MS } from './queryClient';
import { carryOut, send, useWaiting } from './sending';
import { wireRecipe, wireOwn } from './wireRecipe';

/** A batch as screens use it: the log from the wire and the state the core derives from it. */
export interface KnownBatch {
  id: string;
  timeZone: string;
  events: readonly BatchEvent[];
  state: BatchState;
  /** Entries that the server has not confirmed yet. */
  waiting: number;
}

export function known(batch: Batch): KnownBatch | null {
  const events = batch.events.map(coreEvent);
  const state = batchState(events);
  return state && { id: batch.id, timeZone: batch.timeZone, events, state, waiting: 0 };
}

/** A batch that was begun here and that the server does not know yet, as this device expects it to be. */
function begunHere({ body, effect, atMs, key }: EntryOf<'startBatch'>): KnownBatch | null {
  const id = body.batchId ?? key;
  const events = [{ ...effect.planned, id, atMs }];
  const state = batchState(events);
  return state && { id, timeZone: effect.timeZone, events, state, waiting: 1 };
}

/** A batch with the entries on their way to the server already counted in. */
export function withWaiting(batch: KnownBatch, entries: readonly Entry[]): KnownBatch {
  let { events, state, waiting } = batch;
  for (const entry of entries) {
    if (entry.name !== 'recordEvents' || entry.params.batchId !== batch.id) continue;
    const { happenings, ids = [] } = entry.body;
    // Answered already, but for a moment still on the list.
    if (events.some((event) => event.id === ids[0])) continue;
    waiting++;
    const last = events[events.length - 1];
    const atMs = Math.max(entry.atMs, (last?.atMs ?? 0) + 1);
    for (const [i, what] of happenings.entries()) {
      if (eventRefusal(state, what, NO_LOGS, atMs) !== null) continue;
      const next = [...events, { ...what, id: ids[i] ?? entry.key, atMs }];
      const then = batchState(next);
      if (!then) continue;
      events = next;
      state = then;
    }
  }
  return { ...batch, events, state, waiting };
}

function allKnown(batches: readonly Batch[]): KnownBatch[] {
  return batches.map(known).filter((batch) => batch !== null);
}

function knownList(list: BatchList): KnownBatch[] {
  return allKnown(list.batches);
}

/** Batches with all that waits for the server: those begun here, and what was said of each. */
export function withBegun(batches: readonly KnownBatch[], waiting: readonly Entry[]): KnownBatch[] {
  const ids = new Set(batches.map(({ id }) => id));
  const begun = waiting.map((entry) =>
    entry.name === 'startBatch' && !ids.has(batchIdOf(entry) ?? '') ? begunHere(entry) : null,
  );
  return [...begun.filter((batch) => batch !== null), ...batches].map((batch) => withWaiting(batch, waiting));
}

/** Batches under way or with milk or pulp left. */
export function useActiveBatches() {
  const waiting = useWaiting();
  const query = useQuery({
    queryKey: ['batches', 'active'],
    queryFn: async () => {
      const list = await callApi(ROUTES.batches, { query: { scope: 'active', limit: 100 } });
      noteServerTime(list.serverTime);
      return list;
    },
    select: knownList,
    staleTime: KEPT_UP_MS,
  });
  const { data } = query;
  const batches = useMemo(() => data && withBegun(data, waiting), [data, waiting]);
  return { error: query.error, refetch: query.refetch, data: batches };
}

export function useBatch(batchId: string) {
  const waiting = useWaiting();
  const client = useQueryClient();
  const query = useQuery({
    queryKey: ['batch', batchId],
    queryFn: async () => {
      const batch = await callApi(ROUTES.batch, { params: { batchId } });
      noteServerTime(batch.serverTime);
      return batch;
    },
    // What the list of batches knows will do until this one has been fetched.
    placeholderData: () =>
      client.getQueryData<BatchList>(['batches', 'active'])?.batches.find((batch) => batch.id === batchId),
    select: known,
    staleTime: KEPT_UP_MS,
  });
  const { data } = query;
  const batch = useMemo(
    () => withBegun(data ? [data] : [], waiting).find(({ id }) => id === batchId),
    [data, waiting, batchId],
  );
  return { error: query.error, refetch: query.refetch, data: batch };
}

interface NewBatch {
  recipe: Recipe;
  own: readonly OwnItem[];
  /** The plan it carries out. */
  planId?: string;
  /** New for each batch, the same when the same tap is retried; it becomes the batch's id. */
  key: string;
  /** How long ago it was begun, ms; left out where it is now. */
  begunAgoMs?: number;
}

/**
 * Begins a batch, and answers its id. While the server is away it is begun on this device, which knows the arithmetic
 * as well, and told when the server is back.
 */
export function useStartBatch() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ recipe, own, planId, key, begunAgoMs = 0 }: NewBatch): Promise<{ id: string }> => {
      const body = {
        planId: planId ?? null,
        recipe: wireRecipe(recipe),
        ownIngredients: wireOwn(own),
        batchId: key,
      };
      await carryOut(client, 'startBatch', {
        key,
        happenedAgoMs: begunAgoMs,
        params: undefined,
        body,
        effect: () => {
          const known = readKnownKitchen(client);
          if (!known) throw new ServerUnreachable();
          const { kitchen, own: ownOnes } = known;
          const planned = plannedEvent(recipe, kitchenModel(kitchen, [...ownOnes, ...own]), kitchen.budgetH);
          if (!planned.ok) throw new ServerUnreachable();
          return { planned: PlannedSchema.parse(planned.value), timeZone: kitchen.timeZone };
        },
      });
      return { id: key };
    },
  });
}

export type RecordableEvent = CommandBody<'recordEvents'>['happenings'][number];

/** Writes down what happened to a batch: all of it together. */
export function enqueueEvents(
  batchId: string,
  happenings: readonly RecordableEvent[],
  happenedAgoMs = 0,
): EntryOf<'recordEvents'> {
  const ids = happenings.map(() => crypto.randomUUID());
  const body = { happenings: [...happenings], ids };
  return enqueue(
    'recordEvents',
    { params: { batchId }, body, effect: null },
    crypto.randomUUID(),
    happenedAgoMs,
  );
}

/** Adds to the log of any batch, such as one that was started a moment ago. */
export function useRecordTo() {
  const client = useQueryClient();
  return (batchId: string, happenings: readonly RecordableEvent[], happenedAgoMs = 0): void =>
    send(client, enqueueEvents(batchId, happenings, happenedAgoMs));
}

/** Adds to a batch's log; all of one tap goes in together. It counts at once and is kept whatever happens. */
export function useRecord(batchId: string) {
  const client = useQueryClient();
  return {
    add: (happenings: readonly RecordableEvent[], onAdded?: () => void): EntryOf<'recordEvents'> | null => {
      if (happenings.length === 0) return null;
      const entry = enqueueEvents(batchId, happenings);
      send(client, entry);
      onAdded?.();
      return entry;
    },
  };
}

/** Entries that the server did not take, with the way to lay them aside. */
export function useRefused() {
  const client = useQueryClient();
  const { data } = useQuery({
    queryKey: ['refused'],
    queryFn: () => refusedEntries(),
    staleTime: Infinity,
    initialData: refusedEntries,
  });
  return {
    refused: data,
    forget: (entry: Refused) => {
      forgetRefused(entry);
      client.setQueryData(['refused'], refusedEntries());
    },
  };
}

/** What one tap of Undo says: all of the latest tap, last entry first. */
export function undoing(events: readonly BatchEvent[]): RecordableEvent[] {
  return lastTap(events).map((event) => ({ type: 'undone', eventId: event.id }));
}

/** What goes back to the moment before a step was done says: every tap since, the last first. */
export function undoingTo(events: readonly BatchEvent[], stepId: string): RecordableEvent[] {
  const counted = effectiveEvents(events);
  const from = counted.findIndex((event) => event.type === 'step-done' && event.step === stepId);
  const first = counted[from];
  if (!first) return [];
  return counted
    .filter((event) => event.type !== 'planned' && event.atMs >= first.atMs)
    .reverse()
    .map((event) => ({ type: 'undone', eventId: event.id }));
}
