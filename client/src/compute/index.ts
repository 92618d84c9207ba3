import { WorkerCompute } from './workerCompute';

export { Cancelled, NoWorker } from './workerCompute';

/** The page's worker, shared by all screens. */
const page = new WorkerCompute(() => new Worker(new URL('./computeWorker.ts', window.location.href)));

/** Computes beside the page. */
export const compute: WorkerCompute['run'] = (name, input, asking) => page.run(name, input, asking);
