import type { ComputeAnswer, ComputeInput, ComputeJobName } from '@humble-churn/core';
import type { FromWorker, ToWorker } from './computeMessages';

/** A worker that fails so often in a row does not run in this browser. */
const MOST_FAILURES = 2;

/** The worker failed, or none runs here. */
export class NoWorker extends Error {}

/** Nobody waits for the answer any more. */
export class Cancelled extends Error {}

export interface Asking {
  signal?: AbortSignal;
  /** How much is done, 0 to 1; long jobs say so now and then. */
  onProgress?: (done: number) => void;
}

interface Open {
  answered: (answer: ComputeAnswer<ComputeJobName>) => void;
  failed: (error: Error) => void;
  onProgress: ((done: number) => void) | undefined;
}

/** Jobs for a web worker, which does one after another; it is started with the first of them. */
export class WorkerCompute {
  private worker: Worker | null = null;
  private failures = 0;
  private lastId = 0;
  private readonly open = new Map<number, Open>();

  constructor(private readonly start: () => Worker) {}

  /** Rejects with `Cancelled` once the signal says so, and with `NoWorker` where the worker fails. */
  run<N extends ComputeJobName>(
    name: N,
    input: ComputeInput<N>,
    { signal, onProgress }: Asking = {},
  ): Promise<ComputeAnswer<N>> {
    return new Promise((resolve, reject) => {
      if (signal?.aborted === true) {
        reject(new Cancelled());
        return;
      }
      const worker = this.running();
      if (!worker) {
        reject(new NoWorker());
        return;
      }
      const id = ++this.lastId;
      const cancel = (): void => {
        this.open.delete(id);
        this.send({ cancel: id });
        reject(new Cancelled());
      };
      const end = (): void => signal?.removeEventListener('abort', cancel);
      signal?.addEventListener('abort', cancel);
      this.open.set(id, {
        answered: (answer) => {
          end();
          resolve(answer as ComputeAnswer<N>);
        },
        failed: (error) => {
          end();
          reject(error);
        },
        onProgress,
      });
      this.send({ id, name, input });
    });
  }

  private send(message: ToWorker): void {
    this.worker?.postMessage(message);
  }

  private running(): Worker | null {
    if (this.worker) return this.worker;
    if (this.failures >= MOST_FAILURES) return null;
    const worker = this.start();
    worker.onmessage = ({ data }: MessageEvent<FromWorker>) => this.told(data);
    worker.onerror = () => this.lost(worker);
    this.worker = worker;
    return worker;
  }

  private told(message: FromWorker): void {
    const job = this.open.get(message.id);
    if (!job) return;
    if ('progress' in message) {
      job.onProgress?.(message.progress);
      return;
    }
    this.open.delete(message.id);
    if ('failed' in message) {
      job.failed(new NoWorker(message.failed));
      return;
    }
    this.failures = 0;
    job.answered(message.answer);
  }

  private lost(worker: Worker): void {
    if (worker !== this.worker) return;
    this.failures++;
    worker.terminate();
    this.worker = null;
    const jobs = [...this.open.values()];
    this.open.clear();
    for (const { failed } of jobs) failed(new NoWorker());
  }
}
