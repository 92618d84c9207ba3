import {
  AccountSchema,
  BatchListSchema,
  BatchSchema,
  HomeNetworkSchema,
  NotebookSchema,
  OwnItemSchema,
  PairedDeviceSchema,
  PlanListSchema,
  SavedRecipeSchema,
} from '@humble-churn/contract';
import { createAsyncStoragePersister } from '@tanstack/query-async-storage-persister';
import type { Query } from '@tanstack/react-query';
import type { PersistedClient, Persister } from '@tanstack/react-query-persist-client';
import { removeOldestQuery } from '@tanstack/react-query-persist-client';
import { z } from 'zod';
import { FETCHED, deviceStorage } from './deviceStorage';
import { KitchenWithLogSchema } from './kitchen';
import { wasRemoved } from './letIn';

/** What is kept on the device, by the first word of its query key. */
const KEPT: Readonly<Record<string, z.ZodType>> = {
  kitchen: KitchenWithLogSchema,
  batches: BatchListSchema,
  batch: BatchSchema,
  ingredients: z.array(OwnItemSchema),
  recipes: z.array(SavedRecipeSchema),
  plans: PlanListSchema,
  account: AccountSchema,
  'paired-devices': z.array(PairedDeviceSchema),
  'home-network': HomeNetworkSchema,
};

/** The notebook's pages that were looked at; more of them than this are fetched anew, the device has little room. */
const MOST_PAGES = 4;
const NotebookPagesSchema = z.object({
  pages: z.array(NotebookSchema).min(1).max(MOST_PAGES),
  pageParams: z.array(z.string().nullable()),
});

/** What is kept of a query, by its key; none for what is not. */
function keptSchema([name, which]: readonly unknown[]): z.ZodType | undefined {
  if (name === 'batches' && which === 'all') return NotebookPagesSchema;
  return typeof name === 'string' && which !== 'history' ? KEPT[name] : undefined;
}

/**
 * What every screen needs to open is kept, of the notebook its first pages. That the server did not answer when last
 * asked makes what it said before no worse.
 */
export function isKept({ queryKey, state }: Query): boolean {
  const schema = keptSchema(queryKey);
  if (state.data === undefined || !schema) return false;
  // A list that grew too long is not read back: it need not be written.
  return schema !== NotebookPagesSchema || schema.safeParse(state.data).success;
}

const ClientSchema = z.object({
  timestamp: z.number(),
  buster: z.string(),
  clientState: z.object({
    mutations: z.array(z.never()),
    queries: z.array(
      z.object({ queryKey: z.array(z.unknown()), queryHash: z.string(), state: z.looseObject({}) }).loose(),
    ),
  }),
});

const SHOWN = {
  status: 'success',
  error: null,
  fetchFailureCount: 0,
  fetchFailureReason: null,
  isInvalidated: true,
} as const;

const EMPTY: PersistedClient = { timestamp: 0, buster: '', clientState: { mutations: [], queries: [] } };

/** Reads what was kept, leaving out whatever is not what this version of the app would have kept. */
export function readKept(text: string): PersistedClient {
  let said: unknown;
  try {
    said = JSON.parse(text);
  } catch {
    return EMPTY;
  }
  const client = ClientSchema.safeParse(said);
  if (!client.success) return EMPTY;
  // It may be shown, but however new it looks the server is asked, and whether that failed before is no matter.
  const queries = client.data.clientState.queries
    .filter(({ queryKey, state }) => keptSchema(queryKey)?.safeParse(state['data']).success)
    .map((query) => ({ ...query, state: { ...query.state, ...SHOWN } }));
  // The library's own shape: its parts were written by it and the data in them checked above.
  return {
    ...client.data,
    clientState: { mutations: [], queries: queries as unknown as PersistedClient['clientState']['queries'] },
  };
}

/** Keeps what was last fetched in the browser, so that a reload while the server is away still shows it. */
export function keptCache(): Persister {
  const device = deviceStorage();
  const storage = device && {
    getItem: (name: string) => device.getItem(name),
    removeItem: (name: string) => device.removeItem(name),
    // What is in memory still is not put back on a device that was cleared.
    setItem: (name: string, value: string) => {
      if (!wasRemoved()) device.setItem(name, value);
    },
  };
  return createAsyncStoragePersister({
    storage,
    key: FETCHED,
    throttleTime: 1000,
    // Where the device is full the least recent goes, not all of it.
    retry: removeOldestQuery,
    deserialize: readKept,
  });
}
