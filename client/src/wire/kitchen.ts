import type { FridgeReadingWire, Kitchen, KitchenPatch, ItemPack, Unreadable } from '@humble-churn/contract';
import {
  ChosenTimeZoneSchema,
  FridgeReadingSchema,
  KitchenSchema,
  OwnItemSchema,
  ROUTES,
  fromInstant,
  itemFromPack,
  kitchenModel,
} from '@humble-churn/contract';
import type { OwnItem } from '@humble-churn/core';
import { fridgeLogs, ownKeyFrom } from '@humble-churn/core';
import type { RefetchOptions } from '@tanstack/react-query';
import { queryOptions, useIsRestoring, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useEffectEvent, useMemo, useState } from 'react';
import { z } from 'zod';
import { ServerUnreachable, callApi } from './apiClient';
import { noteServerTime } from './clock';
import type { CommandEffect } from './commandEntries';
import { KnownDaysSchema, askFridgeDays, measuredMeans } from './fridgeDays';
import { withWaitingIngredients, withWaitingSettings } from './knownKitchen';
import { enqueue } from './outbox';
import { carryOut, send, useWaiting } from './sending';

/** A kitchen with all of its fridge's log, which is fetched a page at a time; what was kept before has no id. */
export const KitchenWithLogSchema = KitchenSchema.extend({
  id: z.uuid().nullable().default(null),
  fridgeLog: z.array(FridgeReadingSchema),
  fridgeDays: KnownDaysSchema,
});

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
  const set = kitchen.fridgeLog.map(({ fridge, at, tempC }) => ({ fridge, atMs: fromInstant(at), tempC }));
  /** How warm each fridge was from each moment on: as it was set, and as it was measured. */
  const fridges = fridgeLogs(set, measuredMeans(kitchen.fridgeDays.fridges));
  return { ...kitchen, fridges };
}

export type KnownKitchen = ReturnType<typeof knownKitchen>;

/** Worked out once for all who ask. */
const known = new WeakMap<KitchenWithLog, ReturnType<typeof knownKitchen>>();

function knownOnce(kitchen: KitchenWithLog): KnownKitchen {
  const before = known.get(kitchen);
  if (before) return before;
  const now = knownKitchen(kitchen);
  known.set(kitchen, now);
  return now;
}

/** A kitchen whose zone nobody chose takes that of the first browser which opens it: the server may stand anywhere. */
async function inBrowsersZone(kitchen: Kitchen): Promise<Kitchen> {
  if (kitchen.timeZoneSet) return kitchen;
  const zone = ChosenTimeZoneSchema.safeParse(Intl.DateTimeFormat().resolvedOptions().timeZone);
  return zone.success ? callApi(ROUTES.changeKitchen, { body: { timeZone: zone.data } }) : kitchen;
}

export function useKitchen() {
  const waiting = useWaiting();
  const query = useQuery({
    queryKey: ['kitchen'],
    queryFn: async ({ client }): Promise<KitchenWithLog> => {
      const kitchen = await inBrowsersZone(await callApi(ROUTES.kitchen));
      noteServerTime(kitchen.serverTime);
      const before = client.getQueryData<KitchenWithLog>(['kitchen']);
      const [log, days] = await Promise.all([
        fridgeLog(before?.fridgeLog ?? []),
        askFridgeDays(before?.fridgeDays),
      ]);
      return { ...kitchen, fridgeLog: log, fridgeDays: days };
    },
  });
  const { data } = query;
  const kitchen = useMemo(() => data && knownOnce(withWaitingSettings(data, waiting)), [data, waiting]);
  const { error, refetch } = query;
  // Two shapes, so that whoever has looked whether it is known need not look again.
  return kitchen ? { error, refetch, data: kitchen } : { error, refetch, data: undefined };
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

/** Changes settings; `key` is new for each change. */
export function useChangeKitchen() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ patch, key }: { patch: KitchenPatch; key: string }) => {
      await carryOut(client, 'changeKitchen', { key, params: undefined, body: patch, effect: () => null });
    },
  });
}

/** Writes a change of settings down on this device: sent now, or when the page is opened next. */
export function useWriteDownSettings(): (patch: KitchenPatch) => void {
  const client = useQueryClient();
  return (patch) => send(client, enqueue('changeKitchen', { params: undefined, body: patch, effect: null }));
}

export const ingredientsQuery = queryOptions({
  queryKey: ['ingredients'],
  queryFn: async () => (await callApi(ROUTES.ingredients)).ingredients,
  staleTime: 60_000,
});

export function useOwnIngredients() {
  const waiting = useWaiting();
  const query = useQuery(ingredientsQuery);
  const { data } = query;
  const own = useMemo(() => data && withWaitingIngredients(data, waiting), [data, waiting]);
  return { error: query.error, refetch: query.refetch, data: own };
}

/** An ingredient as this device expects it from its pack; the form has refused what cannot be. */
function expectedIngredient(pack: ItemPack, key: string, revision: number): CommandEffect<'addIngredient'> {
  const made = itemFromPack(pack, key);
  if (!made.ok) throw new ServerUnreachable();
  return OwnItemSchema.parse({ ...made.value, revision });
}

/** A key that no other device gives: what has not been sent yet can be used under it. */
function newKey(name: string): string {
  return `${ownKeyFrom(name)}-${crypto.randomUUID().slice(0, 6)}`;
}

/** Adds an ingredient from its pack; answers its key. */
export function useAddIngredient() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ pack, key }: { pack: ItemPack; key: string }): Promise<string> => {
      const own = newKey(pack.name);
      await carryOut(client, 'addIngredient', {
        key,
        params: undefined,
        body: { ...pack, key: own },
        effect: () => expectedIngredient(pack, own, 1),
      });
      return own;
    },
  });
}

interface IngredientChange {
  ingredientKey: string;
  /** As it was; null where that cannot be read, and only its pack can be said. */
  before: OwnItem | null;
  /** What its pack says now; left out where that stays. */
  pack?: ItemPack;
  archived?: boolean;
  key: string;
}

/** Corrects an ingredient from its pack, archives it, or brings it back. */
export function useChangeIngredient() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ ingredientKey, before, pack, archived, key }: IngredientChange) => {
      await carryOut(client, 'changeIngredient', {
        key,
        params: { key: ingredientKey },
        body: { ...(pack && { pack }), ...(archived !== undefined && { archived }) },
        effect: () => {
          const after = pack ? expectedIngredient(pack, ingredientKey, (before?.revision ?? 0) + 1) : before;
          if (!after) throw new ServerUnreachable();
          return OwnItemSchema.parse({ ...after, archived: archived ?? before?.archived ?? false });
        },
      });
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
    mutationFn: async ({ kind, id, aside }: Pick<Unreadable, 'kind' | 'id'> & { aside: boolean }) => {
      const command = { params: { kind, id }, body: { aside }, effect: () => null };
      await carryOut(client, 'setAside', { key: crypto.randomUUID(), ...command });
    },
  });
}
