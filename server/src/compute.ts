import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { USUAL_KITCHEN, plainRecipe } from '@humble-churn/core';
import Piscina, { queueOptionsSymbol } from 'piscina';
import type { COMPUTE_JOBS, ComputeJobName } from './computeJobs';
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

async function run<N extends ComputeJobName>(
  name: N,
  job: Parameters<(typeof COMPUTE_JOBS)[N]>[0],
): Promise<ReturnType<(typeof COMPUTE_JOBS)[N]>> {
  const threads = running();
  if (threads.queueSize >= MOST_WAITING) {
    throw new ProblemError(
      'busy',
      'The server is working out a lot just now. Nothing was changed; try again.',
    );
  }
  const task = name === 'uncertainty' ? { ...job, [queueOptionsSymbol]: QUICK } : job;
  return (await threads.run(task, { name })) as ReturnType<(typeof COMPUTE_JOBS)[N]>;
}

/** Heavy work, done in threads so that nobody who taps meanwhile waits for it. */
export const compute = {
  uncertainty: (job: Parameters<typeof COMPUTE_JOBS.uncertainty>[0]) => run('uncertainty', job),
  placing: (job: Parameters<typeof COMPUTE_JOBS.placing>[0]) => run('placing', job),
  fitting: (job: Parameters<typeof COMPUTE_JOBS.fitting>[0]) => run('fitting', job),
};

/**
 * Starts the first thread and lets it draw once, while the database is opened: a cook who writes right after a start
 * would otherwise wait for it.
 */
export function warmUpCompute(): void {
  const recipe = plainRecipe('Almond milk', 'almond', 4, 12);
  // Whoever needs the thread is told if it cannot be started.
  compute.uncertainty({ recipe, kitchen: USUAL_KITCHEN }).catch(() => undefined);
}

/** Ends the threads; what they were asked for is not awaited any more. */
export async function endComputeThreads(): Promise<void> {
  const ending = pool;
  pool = null;
  await ending?.destroy();
}
