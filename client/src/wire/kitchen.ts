import type {
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
  fromInstant,
  kitchenModel,
} from '@humble-churn/contract';
import type { FridgeReading } from '@humble-churn/core';
import type { RefetchOptions } from '@tanstack/react-query';
import { useIsRestoring, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useEffectEvent, useMemo, useState } from 'react';
import { z } from 'zod';
import { callApi } from './apiClient';
import { noteServerTime } from './clock';

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
