import type { CommandAnswer, CommandName, Route } from '@humble-churn/contract';
import { ROUTES, saysWhen } from '@humble-churn/contract';
import type { MutationOptions, QueryClient } from '@tanstack/react-query';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useSyncExternalStore } from 'react';
import type { z } from 'zod';
import { takeAnswer } from './answers';
import { ServerRefused, ServerUnreachable, callApi, isWorthTryingAgain } from './apiClient';
import { askChanges } from './changes';
import type { Command, CommandEffect, Entry } from './commandEntries';
import { batchIdOf } from './commandEntries';
import { isAway } from './connectivity';
import {
  agoMs,
  dequeue,
  enqueue,
  keepRefused,
  onOtherTabsEntry,
  refusedEntries,
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

/** Tried again this often while the server is silent, ms: soon at first. */
const RETRY_MS = [400, 800, 1500, 2500];

type AnyRoute = Route<z.ZodType, z.ZodType, z.ZodType, z.ZodType>;

/** Calls the route of a command. */
async function callCommand<N extends CommandName>(
  name: N,
  { params, body }: Pick<Command<N>, 'params' | 'body'>,
  key: string,
  ago: number,
): Promise<CommandAnswer<N>> {
  const route: AnyRoute = ROUTES[name];
  const query = saysWhen(name) ? { query: { agoMs: ago } } : {};
  const answer = await callApi(route, { params, body, idempotencyKey: key, ...query });
  // The route of this name has parsed it.
  return answer as CommandAnswer<N>;
}

async function sendEntry(client: QueryClient, entry: Entry): Promise<void> {
  const answer = await callCommand(entry.name, entry, entry.key, agoMs(entry));
  takeAnswer<CommandName>(client, entry.name, answer, entry.body);
}

/** Reasons by which what was entered already stands, by another device's entry. */
const SETTLED_BY = new Set(['step-already-done', 'already-running', 'not-running']);

/** What says no more than that a step went on: of what else is entered the other device's entry may say something else. */
const SAYS_NO_MORE = new Set(['step-begun', 'step-paused', 'step-timed', 'step-done']);

/** Whether an entry that was refused is in the record already, as another device's. */
export function isSettled(entry: Entry, reason: string | undefined): boolean {
  return (
    SETTLED_BY.has(reason ?? '') &&
    entry.name === 'recordEvents' &&
    entry.body.happenings.every(({ type }) => SAYS_NO_MORE.has(type))
  );
}

type Sending = MutationOptions<void, Error, Entry>;

/** Entries go out one after another in the order they were made, and again until the server has answered. */
export function entryMutation(client: QueryClient): Sending {
  return {
    scope: { id: 'entries' },
    mutationFn: (entry) => sendEntry(client, entry),
    retry: (_, error) => isWorthTryingAgain(error),
    retryDelay: (failures) => RETRY_MS[Math.min(failures, RETRY_MS.length - 1)] ?? 2500,
    networkMode: 'always',
    onSuccess: (_, entry) => dequeue(entry),
    onError: (error, entry) => {
      const reason = error instanceof ServerRefused ? error.problem.reason : undefined;
      keepRefused(entry, error.message, isSettled(entry, reason));
      client.setQueryData(['refused'], refusedEntries());
      // The screen then shows how things really stand.
      const batchId = batchIdOf(entry);
      if (batchId === null) {
        void client.invalidateQueries();
        return;
      }
      void client.invalidateQueries({ queryKey: ['plans'] });
      void client.invalidateQueries({ queryKey: ['batches'] });
      void client.invalidateQueries({ queryKey: ['batch', batchId] });
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

/** A command for which the server's answer is awaited where it can be had. */
export interface AwaitedCommand<N extends CommandName> extends Omit<Command<N>, 'effect'> {
  /** New for each command, the same when the same tap is tried again. */
  key: string;
  /** How long ago it happened, ms; left out where it is now. */
  happenedAgoMs?: number;
  /** What this device expects to come of it; throws where it cannot know. */
  effect: () => CommandEffect<N>;
}

/**
 * Carries a command out and answers what came of it, or rejects with what the server says against it. While the server
 * is away, or while others wait that were given before, it waits on this device like them, and what is
 * expected of it is computed here.
 */
export async function carryOut<N extends CommandName>(
  client: QueryClient,
  name: N,
  { key, happenedAgoMs = 0, effect, ...command }: AwaitedCommand<N>,
): Promise<{ sent: true; answer: CommandAnswer<N> } | { sent: false; effect: CommandEffect<N> }> {
  try {
    if (isAway() || pendingEntries(client).length > 0) throw new ServerUnreachable();
    const answer = await callCommand(name, command, key, happenedAgoMs);
    takeAnswer(client, name, answer, command.body);
    void askChanges(client).catch(() => undefined);
    return { sent: true, answer };
  } catch (error) {
    if (!(error instanceof ServerUnreachable)) throw error;
    const expected = effect();
    send(client, enqueue<N>(name, { ...command, effect: expected }, key, happenedAgoMs));
    return { sent: false, effect: expected };
  }
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
