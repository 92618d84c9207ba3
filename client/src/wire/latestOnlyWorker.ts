/**
 * Work done beside the page, by a worker. While one job is worked on only the latest of those that came meanwhile is
 * kept for it.
 */
export class LatestOnlyWorker<Job, Answer> {
  private at: Job | null = null;
  private next: Job | null = null;

  /** `answered` also hears whether that was the last of what was asked. */
  constructor(
    private readonly worker: Worker,
    answered: (answer: Answer, job: Job, last: boolean) => void,
    failed: () => void,
  ) {
    worker.onmessage = ({ data }: MessageEvent<Answer>) => {
      const job = this.at;
      const { next } = this;
      this.at = null;
      this.next = null;
      if (job !== null) answered(data, job, next === null);
      if (next !== null) this.ask(next);
    };
    worker.onerror = () => {
      this.at = null;
      this.next = null;
      failed();
    };
  }

  ask(job: Job): void {
    if (this.at !== null) {
      this.next = job;
      return;
    }
    this.at = job;
    this.worker.postMessage(job);
  }

  close(): void {
    this.worker.terminate();
  }
}
