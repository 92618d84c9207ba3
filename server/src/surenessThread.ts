import { Worker } from 'node:worker_threads';
import type { OwnIngredient, Prices, Recipe, Result, Sureness, Surroundings } from '@humble-churn/core';

export interface SurenessJob {
  recipe: Recipe;
  around: Surroundings;
  own: readonly OwnIngredient[];
  prices: Prices;
}

export type SurenessReply = { id: number } & ({ result: Result<Sureness> } | { fault: string });

interface Waiting {
  resolve: (result: Result<Sureness>) => void;
  reject: (error: Error) => void;
}

// One thread for all: two thousand draws must not hold up a cook who taps "done" meanwhile.
let thread: Worker | null = null;
let lastId = 0;
const waiting = new Map<number, Waiting>();

function fail(error: Error): void {
  for (const one of waiting.values()) one.reject(error);
  waiting.clear();
  thread = null;
}

function running(): Worker {
  if (thread) return thread;
  const started = new Worker(new URL('./surenessThread.mjs', import.meta.url));
  started.on('message', (reply: SurenessReply) => {
    const one = waiting.get(reply.id);
    waiting.delete(reply.id);
    if (waiting.size === 0) started.unref();
    if ('result' in reply) one?.resolve(reply.result);
    else one?.reject(new Error(reply.fault));
  });
  started.on('error', fail);
  thread = started;
  return started;
}

/** How sure a batch's figures are, computed beside the requests. */
export function surenessOf({ around, prices, ...job }: SurenessJob): Promise<Result<Sureness>> {
  const id = ++lastId;
  const { roomTempC, fridgeTempC } = around;
  return new Promise((resolve, reject) => {
    const worker = running();
    // A thread keeps the server from ending while it is asked for something, and only then.
    worker.ref();
    waiting.set(id, { resolve, reject });
    const { packs, shopPerL, mealPerKg, perKWh } = prices;
    worker.postMessage({
      id,
      ...job,
      around: { roomTempC, fridgeTempC },
      prices: { packs, shopPerL, mealPerKg, perKWh },
    });
  });
}

/** Ends the thread; what it was asked for is not awaited any more. */
export async function endSurenessThread(): Promise<void> {
  const ending = thread;
  thread = null;
  await ending?.terminate();
}
