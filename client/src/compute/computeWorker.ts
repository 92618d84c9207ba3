import { runComputeJob } from '@humble-churn/core';
import type { FromWorker, Task, ToWorker } from './computeMessages';

/** Progress is told so often at most, ms: a page cannot show more. */
const TELL_EVERY_MS = 100;

const waiting: Task[] = [];
const cancelled = new Set<number>();
let working = false;

// What comes along it comes after the messages that are waiting already.
const turns = new MessageChannel();
turns.port1.start();

function pause(): Promise<void> {
  return new Promise((resolve) => {
    turns.port1.addEventListener('message', () => resolve(), { once: true });
    turns.port2.postMessage(null);
  });
}

function tell(message: FromWorker): void {
  postMessage(message);
}

async function run({ id, name, input }: Task): Promise<void> {
  let toldMs = performance.now();
  const outcome = await runComputeJob(name, input, {
    onProgress: (done) => {
      const nowMs = performance.now();
      if (nowMs - toldMs < TELL_EVERY_MS) return;
      toldMs = nowMs;
      tell({ id, progress: done });
    },
    pause,
    isCancelled: () => cancelled.delete(id),
  });
  if (!outcome.cancelled) tell({ id, answer: outcome.answer });
}

async function work(): Promise<void> {
  if (working) return;
  working = true;
  for (let task = waiting.shift(); task; task = waiting.shift()) {
    try {
      await run(task);
    } catch (error) {
      tell({ id: task.id, failed: String(error) });
    }
    cancelled.delete(task.id);
  }
  working = false;
}

addEventListener('message', ({ data }: MessageEvent<ToWorker>) => {
  if ('cancel' in data) {
    cancelled.add(data.cancel);
    return;
  }
  waiting.push(data);
  void work();
});
