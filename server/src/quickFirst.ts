import { ArrayTaskQueue, queueOptionsSymbol, type TaskQueue } from 'piscina';

type WaitingJob = Parameters<TaskQueue['push']>[0];

/** The queue option of a job that takes a tenth of a second and that a cook waits for. */
export const QUICK = { quick: true };

/** Jobs wait in the order they came in, but a quick one is taken before all that are not. */
export class QuickFirst extends ArrayTaskQueue {
  override shift(): WaitingJob | null {
    const quick = this.tasks.find((task) => task[queueOptionsSymbol] === QUICK);
    if (!quick) return super.shift();
    this.remove(quick);
    return quick;
  }
}
