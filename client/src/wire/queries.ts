import type { Batch, KitchenPatch, PackFiguresWire } from '@humble-churn/contract';
import { ROUTES, coreEvent, fromInstant } from '@humble-churn/contract';
import type {
  BatchEvent,
  BatchHappening,
  BatchState,
  FridgeReading,
  OwnIngredient,
  Recipe,
} from '@humble-churn/core';
import { batchState, lastTap } from '@humble-churn/core';
import { QueryClient, useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { ServerOutOfReach, call } from './call';
import { noteServerTime } from './clock';

const MAX_TRIES = 3;

function tryAgain(failures: number, error: Error): boolean {
  return error instanceof ServerOutOfReach && failures < MAX_TRIES;
}

/** One cache for the app. Only silence is retried: an answer that says no will say it again. */
export function newQueryClient(): QueryClient {
  return new QueryClient({
    defaultOptions: {
      // The server is on this machine: a browser that thinks it is offline can still reach it.
      queries: { retry: tryAgain, retryDelay: 700, staleTime: 2000, networkMode: 'always' },
      mutations: { retry: tryAgain, retryDelay: 700, networkMode: 'always' },
    },
  });
}

/** A batch as screens use it: the log from the wire and the state the core derives from it. */
export interface KnownBatch {
  id: string;
  timeZone: string;
  events: readonly BatchEvent[];
  state: BatchState;
}

function known(batch: Batch): KnownBatch | null {
  noteServerTime(batch.serverTime);
  const events = batch.events.map(coreEvent);
  const state = batchState(events);
  return state && { id: batch.id, timeZone: batch.timeZone, events, state };
}

function allKnown(batches: readonly Batch[]): KnownBatch[] {
  return batches.map(known).filter((batch) => batch !== null);
}

export function useKitchen() {
  return useQuery({
    queryKey: ['kitchen'],
    queryFn: async () => {
      const kitchen = await call(ROUTES.kitchen);
      noteServerTime(kitchen.serverTime);
      const readings: FridgeReading[] = kitchen.fridgeLog.map(({ at, tempC }) => ({
        atMs: fromInstant(at),
        tempC,
      }));
      return { ...kitchen, readings };
    },
  });
}

export type KnownKitchen = NonNullable<ReturnType<typeof useKitchen>['data']>;

export function useChangeKitchen() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (patch: KitchenPatch) => call(ROUTES.changeKitchen, { body: patch }),
    onSuccess: () => client.invalidateQueries(),
  });
}

export function useOwnIngredients() {
  return useQuery({
    queryKey: ['ingredients'],
    queryFn: async () => (await call(ROUTES.ingredients)).ingredients,
    staleTime: 60_000,
  });
}

export function useAddIngredient() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ pack, key }: { pack: PackFiguresWire; key: string }) =>
      call(ROUTES.addIngredient, { body: pack, idempotencyKey: key }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['ingredients'] }),
  });
}

/** Batches under way or with milk or pulp left. Asked again now and then: another device may be at work. */
export function useActiveBatches() {
  return useQuery({
    queryKey: ['batches', 'active'],
    queryFn: async () => {
      const list = await call(ROUTES.batches, { query: { scope: 'active', limit: 100 } });
      noteServerTime(list.serverTime);
      return allKnown(list.batches);
    },
    refetchInterval: 10_000,
  });
}

export function useAllBatches() {
  return useInfiniteQuery({
    queryKey: ['batches', 'all'],
    queryFn: async ({ pageParam }) => {
      const list = await call(ROUTES.batches, {
        query: { scope: 'all', limit: 30, before: pageParam ?? undefined },
      });
      return { batches: allKnown(list.batches), nextBefore: list.nextBefore };
    },
    initialPageParam: null as string | null,
    getNextPageParam: (last) => last.nextBefore,
  });
}

export function useBatch(batchId: string) {
  return useQuery({
    queryKey: ['batch', batchId],
    queryFn: async () => known(await call(ROUTES.batch, { params: { batchId } })),
    refetchInterval: 10_000,
  });
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
  return own.map((one) => ({ ...one, guessed: [...one.guessed] }));
}

export function useStartBatch() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ recipe, own, key }: { recipe: Recipe; own: readonly OwnIngredient[]; key: string }) =>
      call(ROUTES.startBatch, {
        body: {
          recipe: wireRecipe(recipe),
          ownIngredients: wireOwn(own),
        },
        idempotencyKey: key,
      }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['batches'] }),
  });
}

type Sayable = Exclude<BatchHappening, { type: 'planned' }>;

/** Adds to a batch's log; all of one tap goes in together. */
export function useRecord(batchId: string) {
  const client = useQueryClient();
  const record = useMutation({
    mutationFn: ({ happenings, key }: { happenings: readonly Sayable[]; key: string }) =>
      call(ROUTES.recordEvents, {
        params: { batchId },
        body: {
          happenings: happenings.map((one) =>
            one.type === 'bottled' ? { ...one, jars: one.jars.map((jar) => ({ ...jar })) } : one,
          ),
        },
        idempotencyKey: key,
      }),
    onSuccess: (batch) => client.setQueryData(['batch', batchId], known(batch)),
    // After a conflict, too: the screen then shows how things really stand.
    onSettled: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: ['batches'] }),
        client.invalidateQueries({ queryKey: ['batch', batchId] }),
      ]),
  });
  return {
    ...record,
    say: (happenings: readonly Sayable[], onDone?: () => void) =>
      record.mutate({ happenings, key: crypto.randomUUID() }, onDone && { onSuccess: onDone }),
  };
}

/** What one tap of Undo says: all of the latest tap, last entry first. */
export function undoing(events: readonly BatchEvent[]): Sayable[] {
  return lastTap(events).map((event) => ({ type: 'undone', eventId: event.id }));
}
