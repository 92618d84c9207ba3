export type {
  ComputeAnswer,
  ComputeInput,
  ComputeJobName,
  ComputeOutcome,
  ComputeRunner,
} from './computeJobs';
export { runComputeJob } from './computeJobs';
