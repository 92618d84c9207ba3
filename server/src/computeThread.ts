import { COMPUTE_JOBS } from './computeJobs';

// The pool calls what a thread's file exports by its name.
export const { uncertainty, placing, fitting } = COMPUTE_JOBS;
