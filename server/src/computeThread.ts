import type { MessagePort } from 'node:worker_threads';
import { receiveMessageOnPort } from 'node:worker_threads';
import type { ComputeInput, ComputeJobName, ComputeOutcome } from '@humble-churn/core';
import { runComputeJob } from '@humble-churn/core';

/** A job on its way to a thread. */
export interface ComputeTask<N extends ComputeJobName = ComputeJobName> {
  name: N;
  input: ComputeInput<N>;
  /** Whatever comes along it means that nobody waits for the answer any more. */
  cancel: MessagePort;
}

/** What the pool calls in a thread. */
export default async function runInThread<N extends ComputeJobName>({
  name,
  input,
  cancel,
}: ComputeTask<N>): Promise<ComputeOutcome<N>> {
  try {
    return await runComputeJob(name, input, {
      // Nobody looks on while the server computes.
      onProgress: () => undefined,
      isCancelled: () => receiveMessageOnPort(cancel) !== undefined,
    });
  } finally {
    cancel.close();
  }
}
