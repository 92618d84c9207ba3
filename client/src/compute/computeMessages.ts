import type { ComputeAnswer, ComputeInput, ComputeJobName } from '@humble-churn/core';

export interface Task<N extends ComputeJobName = ComputeJobName> {
  id: number;
  name: N;
  input: ComputeInput<N>;
}

export type ToWorker = Task | { cancel: number };

export type FromWorker =
  | { id: number; progress: number }
  | { id: number; answer: ComputeAnswer<ComputeJobName> }
  | { id: number; failed: string };
