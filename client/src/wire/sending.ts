import type { Batch, Plan, PlanList } from '@humble-churn/contract';
import { ROUTES } from '@humble-churn/contract';
import type { MutationOptions, QueryClient } from '@tanstack/react-query';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useSyncExternalStore } from 'react';
import { callApi, isWorthTryingAgain } from './apiClient';
import { askChanges, putAdded, putBatch, putPlan } from './changes';
import { noteServerTime } from './clock';
import type { BatchEntry, Entry, PlanEntry } from './outbox';
import {
  agoMs,
  isOfPlan,
  keepRefused,
  onOtherTabsEntry,
  refusedEntries,
  dequeue,
  waitingEntries,
} from './outbox';

export const ENTRY = ['entry'];

/** Entries that the server has not confirmed yet, oldest first, by what is being sent. */
export function pendingEntries(client: QueryClient): Entry[] {
  return client
    .getMutationCache()
    .findAll({ mutationKey: ENTRY, status: 'pending' })
    .map(({ state }) => state.variables as Entry);
}

/** The same list as long as nothing was added or answered. */
const lists = new WeakMap<QueryClient, Entry[]>();

function sameList(client: QueryClient): Entry[] {
  const now = pendingEntries(client);
  const before = lists.get(client);
  if (before?.length === now.length && now.every((entry, i) => entry === before[i])) return before;
  lists.set(client, now);
  return now;
}

/** These entries as a screen sees them: at once, for the second click of a double one meets what the first did. */
export function useWaiting(): Entry[] {
  const client = useQueryClient();
  const subscribe = useCallback((heard: () => void) => client.getMutationCache().subscribe(heard), [client]);
  const read = (): Entry[] => sameList(client);
  return useSyncExternalStore(subscribe, read, read);
}

/** Shows a new batch as the server answered it, before the lists are asked for again. Its plan is none any more. */
export function putNewBatch(client: QueryClient, batch: Batch, planId: string | null | undefined): void {
  noteServerTime(batch.serverTime);
  putBatch(client, batch);
  client.setQueryData<PlanList>(
    ['plans'],
    (list) => list && { ...list, plans: list.plans.filter(({ id }) => id !== planId) },
  );
}

/** Tried again this often while the server is silent, ms: soon at first. */
const RETRY_MS = [400, 800, 1500, 2500];

function sendPlan({ key, planId, makes, changes }: PlanEntry): Promise<Plan> {
  return makes
    ? callApi(ROUTES.makePlan, { body: { ...makes, planId }, idempotencyKey: key })
    : callApi(ROUTES.changePlan, { params: { planId }, body: changes });
}

async function sendToBatch(client: QueryClient, entry: BatchEntry): Promise<void> {
  const query = { agoMs: agoMs(entry) };
  if (entry.begins) {
    // Begun by an earlier release, it goes on by the steps that its entries name.
    const body = { ...entry.begins.batch, guide: entry.begins.planned.guide };
    const batch = await callApi(ROUTES.startBatch, { query, body, idempotencyKey: entry.key });
    putNewBatch(client, batch, entry.begins.batch.planId);
    return;
  }
  const added = await callApi(ROUTES.recordEvents, {
    params: { batchId: entry.batchId },
    query,
    body: { happenings: entry.happenings, ids: entry.ids },
    idempotencyKey: entry.key,
  });
  putAdded(client, added);
}

type Sending = MutationOptions<void, Error, Entry>;

/** Entries go out one after another in the order they were made, and again until the server has answered. */
export function entryMutation(client: QueryClient): Sending {
  return {
    scope: { id: 'entries' },
    mutationFn: async (entry) => {
      if (isOfPlan(entry)) putPlan(client, await sendPlan(entry));
      else await sendToBatch(client, entry);
    },
    retry: (_, error) => isWorthTryingAgain(error),
    retryDelay: (failures) => RETRY_MS[Math.min(failures, RETRY_MS.length - 1)] ?? 2500,
    networkMode: 'always',
    onSuccess: (_, entry) => dequeue(entry),
    onError: (error, entry) => {
      keepRefused(entry, error.message);
      client.setQueryData(['refused'], refusedEntries());
      // The screen then shows how things really stand.
      void client.invalidateQueries({ queryKey: ['plans'] });
      if (isOfPlan(entry)) return;
      void client.invalidateQueries({ queryKey: ['batches'] });
      void client.invalidateQueries({ queryKey: ['batch', entry.batchId] });
    },
    // What it changed besides, such as whether a batch is over.
    onSettled: () => void askChanges(client).catch(() => undefined),
  };
}

export function send(client: QueryClient, entry: Entry): void {
  // Its way of being sent comes with the key. A refusal is told where all can see it.
  client
    .getMutationCache()
    .build(client, client.defaultMutationOptions({ mutationKey: ENTRY }) as Sending)
    .execute(entry)
    .catch(() => undefined);
}

/** Sends what an earlier visit to this page, or another tab of this device, wrote down and has not sent yet. */
export function sendWaiting(client: QueryClient): void {
  const here = new Set(pendingEntries(client).map(({ key }) => key));
  for (const entry of waitingEntries()) if (!here.has(entry.key)) send(client, entry);
}

/** An entry that another tab has not got rid of after this long is waiting for its server, ms. */
const OTHER_TAB_MS = 1500;

/** Takes over what another tab writes down while the server is away: shown here, too, and sent by whoever can. */
export function hearOtherTabs(client: QueryClient): () => void {
  const timers = new Set<ReturnType<typeof setTimeout>>();
  const leave = onOtherTabsEntry(() => {
    const timer = setTimeout(() => {
      timers.delete(timer);
      sendWaiting(client);
    }, OTHER_TAB_MS);
    timers.add(timer);
  });
  return () => {
    leave();
    for (const timer of timers) clearTimeout(timer);
  };
}
