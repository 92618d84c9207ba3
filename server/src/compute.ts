import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { MessageChannel } from 'node:worker_threads';
import type { ComputeAnswer, ComputeInput, ComputeJobName, ComputeOutcome } from '@humble-churn/core';
import { USUAL_KITCHEN, plainRecipe } from '@humble-churn/core';
import Piscina, { queueOptionsSymbol } from 'piscina';
import type { ComputeTask } from './computeThread';
import { ProblemError } from './problemError';
import { QUICK, QuickFirst } from './quickFirst';

/** Threads for heavy work: one core stays free for answering. */
const THREADS = Math.max(1, availableParallelism() - 1);
/** Jobs that may wait for a thread; who comes after that is told to come again. */
const MOST_WAITING = 64;
/** A thread beyond the first that has had nothing to do for so long is ended, ms. */
const IDLE_MS = 60_000;

/** In a bundle the thread's file lies beside it under the same name. */
const THREAD = fileURLToPath(new URL('./computeThread.mjs', import.meta.url));

let pool: Piscina | null = null;

function running(): Piscina {
  pool ??= new Piscina({
    filename: THREAD,
    minThreads: 1,
    maxThreads: THREADS,
    maxQueue: MOST_WAITING,
    taskQueue: new QuickFirst(),
    idleTimeout: IDLE_MS,
  });
  return pool;
}

/** Whoever asked is gone: there is nobody to answer. */
export class ComputeCancelled extends Error {}

/**
 * Heavy work, done in threads so that nobody who taps meanwhile waits for it. Refuses when too many wait already, and
 * ends with `ComputeCancelled` between two parts of the job, or before it is begun, once `cancelled` says so.
 */
export async function compute<N extends ComputeJobName>(
  name: N,
  input: ComputeInput<N>,
  cancelled?: AbortSignal,
): Promise<ComputeAnswer<N>> {
  const threads = running();
  if (threads.queueSize >= MOST_WAITING) {
    throw new ProblemError(
      'busy',
      'The server is working out a lot just now. Nothing was changed; try again.',
    );
  }
  const { port1, port2 } = new MessageChannel();
  port1.unref();
  const cancel = (): void => port1.postMessage('cancel');
  if (cancelled?.aborted === true) cancel();
  cancelled?.addEventListener('abort', cancel);
  try {
    const task: ComputeTask<N> = { name, input, cancel: port2 };
    const outcome = (await threads.run(
      { ...task, ...(name === 'uncertainty' && { [queueOptionsSymbol]: QUICK }) },
      { transferList: [port2] },
    )) as ComputeOutcome<N>;
    if (outcome.cancelled) throw new ComputeCancelled();
    return outcome.answer;
  } finally {
    cancelled?.removeEventListener('abort', cancel);
    port1.close();
  }
}

/**
 * Starts the first thread and lets it draw once, while the database is opened: a cook who writes right after a start
 * would otherwise wait for it.
 */
export function warmUpCompute(): void {
  const recipe = plainRecipe('Almond milk', 'almond', 4, 12);
  // Whoever needs the thread is told if it cannot be started.
  compute('uncertainty', { recipe, kitchen: USUAL_KITCHEN }).catch(() => undefined);
}

/** Ends the threads; what they were asked for is not awaited any more. */
export async function endComputeThreads(): Promise<void> {
  const ending = pool;
  pool = null;
  await ending?.destroy();
}
