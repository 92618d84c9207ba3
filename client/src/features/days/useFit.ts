import type { FitAnswer, FitJob } from '@humble-churn/core';
import { useEffect, useState } from 'react';
import { Cancelled, NoWorker, compute } from '../../compute';
import { fitOnServer } from '../../wire/plans';

/** What was found, and for what. */
export type Fitted = FitAnswer & { job: FitJob };

export interface Fitting {
  fitted: Fitted | null;
  /** Whether it was found for what is asked now. Until there is an answer the one before stands. */
  current: boolean;
  /** How much of the search is done, 0 to 1; null while that is not known. */
  done: number | null;
  error: Error | null;
  retry: () => void;
}

/** The same question as long as it says the same: what was fetched anew is no new one. */
function useSame<T>(asked: T): T {
  const [same, setSame] = useState(asked);
  if (same !== asked && JSON.stringify(same) !== JSON.stringify(asked)) setSame(asked);
  return same;
}

/**
 * Fits a batch into the days, beside the page: where little is free it takes its time. What no worker can do is asked of
 * the server. `movingId` is the kept plan that is being moved.
 */
export function useFit(asked: FitJob | null, movingId: string | null): Fitting {
  const [fitted, setFitted] = useState<Fitted | null>(null);
  const [failed, setFailed] = useState<{ job: FitJob; error: Error } | null>(null);
  const [progress, setProgress] = useState<{ job: FitJob; done: number } | null>(null);
  const [tries, setTries] = useState(0);
  const job = useSame(asked);
  useEffect(() => {
    if (!job) return;
    const controller = new AbortController();
    const { signal } = controller;
    const onProgress = (done: number): void => setProgress({ job, done });
    const here = compute('fit', job, { signal, onProgress }).catch((error: unknown) => {
      if (error instanceof NoWorker && !signal.aborted) return fitOnServer(job, movingId, signal);
      throw error;
    });
    here.then(
      (answer) => {
        if (signal.aborted) return;
        setFitted({ ...answer, job });
        setFailed(null);
      },
      (error: unknown) => {
        if (signal.aborted || error instanceof Cancelled) return;
        if (error instanceof Error) setFailed({ job, error });
      },
    );
    return () => controller.abort();
  }, [job, movingId, tries]);
  return {
    fitted,
    current: job !== null && fitted?.job === job,
    done: progress !== null && progress.job === job ? progress.done : null,
    error: failed !== null && failed.job === job ? failed.error : null,
    retry: () => {
      setFailed(null);
      setTries((before) => before + 1);
    },
  };
}
