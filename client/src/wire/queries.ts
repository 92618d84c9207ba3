import type {
  Batch,
  BatchList,
  FridgeReadingWire,
  Kitchen,
  KitchenPatch,
  PackFiguresWire,
  Unreadable,
} from '@humble-churn/contract';
import {
  ChosenTimeZoneSchema,
  FridgeReadingSchema,
  KitchenSchema,
  ROUTES,
  coreEvent,
  fromInstant,
  kitchenModel,
} from '@humble-churn/contract';
import type { BatchEvent, BatchState, FridgeReading, OwnIngredient, Recipe } from '@humble-churn/core';
import { batchState, eventRefusal, lastTap, plannedEvent, effectiveEvents } from '@humble-churn/core';
import type { RefetchOptions } from '@tanstack/react-query';
import {
  QueryClient,
  useInfiniteQuery,
  useIsRestoring,
  useMutation,
  useQuery,
  useQueryClient,
} from '@tanstack/react-query';
import { useEffect, useEffectEvent, useMemo, useState } from 'react';
import { z } from 'zod';
import { ServerUnreachable, callApi, isWorthTryingAgain } from './apiClient';
import { askChanges } from './changes';
import { noteServerTime } from './clock';
import type { BatchEntry, Entry, Refused, RecordableEvent } from './outbox';
import {
  NewBatchEntrySchema,
  forgetRefused,
  isOfPlan,
  refusedEntries,
  enqueueBatch,
  enqueue,
} from './outbox';
import { isAway } from './connectivity';
import { ENTRY, entryMutation, pendingEntries, putNewBatch, send, useWaiting } from './sending';

const MAX_TRIES = 3;

function tryAgain(failures: number, error: Error): boolean {
  return isWorthTryingAgain(error) && failures < MAX_TRIES;
}

/** What was fetched stays usable on the device this long while the server is away, ms: a week. */
export const KEPT_FOR_MS = 7 * 86_400_000;

/** What is kept up to date by its changes is asked for as a whole no more often than this, ms. */
export const KEPT_UP_MS = 60_000;

/** One cache for the app. Only silence is retried: an answer that says no will say it again. */
export function newQueryClient(): QueryClient {
  const client = new QueryClient({
    defaultOptions: {
      // The server is on this machine: a browser that thinks it is offline can still reach it.
      queries: {
        retry: tryAgain,
        retryDelay: 700,
        staleTime: 2000,
        // What changed while nobody looked is asked for by itself: see ServerMonitor.
        refetchOnWindowFocus: false,
        gcTime: KEPT_FOR_MS,
        networkMode: 'always',
      },
      mutations: { retry: tryAgain, retryDelay: 700, networkMode: 'always' },
    },
  });
  client.setMutationDefaults(ENTRY, entryMutation(client));
  return client;
}

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

/** A batch that was begun here and that the server does not know yet, as this device reckons it. */
function begunHere({ batchId, begins, atMs }: BatchEntry): KnownBatch | null {
  if (!begins) return null;
  const events = [{ ...begins.planned, id: batchId, atMs }];
  const state = batchState(events);
  return state && { id: batchId, timeZone: begins.timeZone, events, state, waiting: 1 };
}

/** A batch with the entries on their way to the server already counted in. */
export function withWaiting(batch: KnownBatch, entries: readonly Entry[]): KnownBatch {
  let { events, state, waiting } = batch;
  for (const entry of entries) {
    if (isOfPlan(entry) || entry.batchId !== batch.id || entry.begins) continue;
    // Answered already, but for a moment still on the list.
    if (events.some((event) => event.id === entry.ids[0])) continue;
    waiting++;
    const last = events[events.length - 1];
    const atMs = Math.max(entry.atMs, (last?.atMs ?? 0) + 1);
    for (const [i, what] of entry.happenings.entries()) {
      if (eventRefusal(state, what, [], atMs) !== null) continue;
      const next = [...events, { ...what, id: entry.ids[i] ?? entry.key, atMs }];
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
  const begun = waiting.map((entry) => (isOfPlan(entry) || ids.has(entry.batchId) ? null : begunHere(entry)));
  return [...begun.filter((batch) => batch !== null), ...batches].map((batch) => withWaiting(batch, waiting));
}

/** A kitchen with all of its fridge's log, which is fetched a page at a time. */
export const KitchenWithLogSchema = KitchenSchema.extend({ fridgeLog: z.array(FridgeReadingSchema) });

type KitchenWithLog = z.infer<typeof KitchenWithLogSchema>;

/** The fridge's log from what is known of it: it is only ever added to. */
async function fridgeLog(known: readonly FridgeReadingWire[]): Promise<FridgeReadingWire[]> {
  const log = [...known];
  const last = log.pop();
  let after = last ? last.id - 1 : 0;
  for (;;) {
    const { readings, more } = await callApi(ROUTES.fridgeLog, { query: { after } });
    const [first] = readings;
    // Where what is known last is not there any more, this is another kitchen's log.
    const other = last !== undefined && after === last.id - 1 && first?.at !== last.at;
    if (other) return fridgeLog([]);
    log.push(...readings);
    after = readings[readings.length - 1]?.id ?? after;
    if (!more) return log;
  }
}

function knownKitchen(kitchen: KitchenWithLog) {
  const readings: FridgeReading[] = kitchen.fridgeLog.map(({ at, tempC }) => ({
    atMs: fromInstant(at),
    tempC,
  }));
  return { ...kitchen, readings };
}

/** A kitchen whose zone nobody chose takes that of the first browser which opens it: the server may stand anywhere. */
async function inBrowsersZone(kitchen: Kitchen): Promise<Kitchen> {
  if (kitchen.timeZoneSet) return kitchen;
  const zone = ChosenTimeZoneSchema.safeParse(Intl.DateTimeFormat().resolvedOptions().timeZone);
  return zone.success ? callApi(ROUTES.changeKitchen, { body: { timeZone: zone.data } }) : kitchen;
}

export function useKitchen() {
  return useQuery({
    queryKey: ['kitchen'],
    queryFn: async ({ client }): Promise<KitchenWithLog> => {
      const kitchen = await inBrowsersZone(await callApi(ROUTES.kitchen));
      noteServerTime(kitchen.serverTime);
      const before = client.getQueryData<KitchenWithLog>(['kitchen']);
      return { ...kitchen, fridgeLog: await fridgeLog(before?.fridgeLog ?? []) };
    },
    select: knownKitchen,
  });
}

/**
 * Whether the server has been asked since the screen opened, and has answered or is away. What the device kept, and
 * restores, does not count, however new it looks.
 */
export function useAskedAnew(refetch: (how: RefetchOptions) => Promise<unknown>): boolean {
  const [asked, setAsked] = useState(false);
  const restoring = useIsRestoring();
  const ask = useEffectEvent(() => refetch({ cancelRefetch: false }));
  useEffect(() => {
    if (restoring) return;
    let here = true;
    void ask().then(() => {
      if (here) setAsked(true);
    });
    return () => {
      here = false;
    };
  }, [restoring]);
  return asked;
}

export type KnownKitchen = ReturnType<typeof knownKitchen>;

export function useChangeKitchen() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (patch: KitchenPatch) => callApi(ROUTES.changeKitchen, { body: patch }),
    onSuccess: () => client.invalidateQueries(),
  });
}

export function useOwnIngredients() {
  return useQuery({
    queryKey: ['ingredients'],
    queryFn: async () => (await callApi(ROUTES.ingredients)).ingredients,
    staleTime: 60_000,
  });
}

export function useAddIngredient() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ pack, key }: { pack: PackFiguresWire; key: string }) =>
      callApi(ROUTES.addIngredient, { body: pack, idempotencyKey: key }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['ingredients'] }),
  });
}

/** Corrects an ingredient from its pack, archives it, or brings it back. */
export function useChangeIngredient() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ key, ...patch }: { key: string; pack?: PackFiguresWire; archived?: boolean }) =>
      callApi(ROUTES.changeIngredient, { params: { key }, body: patch }),
    onSuccess: ({ ingredients }) => {
      client.setQueryData(['ingredients'], ingredients);
      return client.invalidateQueries();
    },
  });
}

/** The kitchen's settings, and the kitchen as it is computed with; undefined until all of it is known. */
export function useKitchenModel() {
  const kitchen = useKitchen();
  const own = useOwnIngredients();
  const data = useMemo(
    () => kitchen.data && own.data && { kitchen: kitchen.data, model: kitchenModel(kitchen.data, own.data) },
    [kitchen.data, own.data],
  );
  return { data, queries: [kitchen, own] };
}

/** Stored rows that cannot be read, and setting one aside. */
export function useUnreadable() {
  return useQuery({
    queryKey: ['unreadable'],
    queryFn: async () => (await callApi(ROUTES.unreadable)).unreadable,
  });
}

export function useSetAside() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ kind, id, aside }: Pick<Unreadable, 'kind' | 'id'> & { aside: boolean }) =>
      callApi(ROUTES.setAside, { params: { kind, id }, body: { aside } }),
    onSuccess: ({ unreadable }) => client.setQueryData(['unreadable'], unreadable),
  });
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

export function useAllBatches() {
  return useInfiniteQuery({
    queryKey: ['batches', 'all'],
    queryFn: async ({ pageParam }) => {
      const list = await callApi(ROUTES.batches, {
        query: { scope: 'all', limit: 30, before: pageParam ?? undefined },
      });
      return { batches: allKnown(list.batches), nextBefore: list.nextBefore };
    },
    initialPageParam: null as string | null,
    getNextPageParam: (last) => last.nextBefore,
  });
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

/** What the wire's schemas may change, made from what the core holds fast. */
export function wireRecipe(recipe: Recipe) {
  return {
    ...recipe,
    nuts: [...recipe.nuts],
    additions: [...recipe.additions],
    drinkers: [...recipe.drinkers],
  };
}

export function wireOwn(own: readonly OwnIngredient[]) {
  return own.map((one) => ({ ...one, guessed: [...one.guessed], allergens: [...one.allergens] }));
}

interface NewBatch {
  recipe: Recipe;
  own: readonly OwnIngredient[];
  /** The plan it carries out. */
  planId?: string;
  /** New for each batch, the same when the same tap is retried; it becomes the batch's id. */
  key: string;
}

/**
 * Begins a batch, and answers its id. While the server is away it is begun on this device, which knows the arithmetic
 * as well, and told when the server is back.
 */
export function useStartBatch() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ recipe, own, planId, key }: NewBatch): Promise<{ id: string }> => {
      const body = {
        planId: planId ?? null,
        recipe: wireRecipe(recipe),
        ownIngredients: wireOwn(own),
        batchId: key,
      };
      try {
        // Its plan goes first where that is still on its way.
        const planUnsent = pendingEntries(client).some((entry) => isOfPlan(entry) && entry.planId === planId);
        if (isAway() || planUnsent) throw new ServerUnreachable();
        const batch = await callApi(ROUTES.startBatch, { body, idempotencyKey: key });
        putNewBatch(client, batch, planId);
        void askChanges(client).catch(() => undefined);
        return { id: key };
      } catch (error) {
        const kitchen = client.getQueryData<Kitchen>(['kitchen']);
        if (!(error instanceof ServerUnreachable) || !kitchen) throw error;
        const ownOnes = client.getQueryData<OwnIngredient[]>(['ingredients']) ?? [];
        const model = kitchenModel(kitchen, [...ownOnes, ...own]);
        const planned = plannedEvent(recipe, model, kitchen.budgetH);
        if (!planned.ok) throw error;
        const begins = { batch: body, planned: planned.value, timeZone: kitchen.timeZone };
        send(client, enqueueBatch(key, NewBatchEntrySchema.parse(begins)));
        return { id: key };
      }
    },
  });
}

/** Adds to the log of any batch, such as one that was started a moment ago. */
export function useRecordTo() {
  const client = useQueryClient();
  return (batchId: string, happenings: readonly RecordableEvent[]): void =>
    send(client, enqueue(batchId, happenings));
}

/** Adds to a batch's log; all of one tap goes in together. It counts at once and is kept whatever happens. */
export function useRecord(batchId: string) {
  const client = useQueryClient();
  return {
    say: (happenings: readonly RecordableEvent[], onSaid?: () => void): BatchEntry | null => {
      if (happenings.length === 0) return null;
      const entry = enqueue(batchId, happenings);
      send(client, entry);
      onSaid?.();
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
