import type { FitAnswer, FitJob } from '@humble-churn/core';
import { useEffect, useRef, useState } from 'react';
import { LatestOnlyWorker } from '../../wire/latestOnlyWorker';
import { fitOnServer } from '../../wire/plans';

/** What was found, and for what. */
export type Fitted = FitAnswer & { job: FitJob };

/** A worker that fails so often in a row does not run here at all. */
const MOST_FAILURES = 2;

/**
 * Fits a batch into the days, beside the page: where little is free it takes its time. What a worker failed at is asked
 * of the server, and so is everything where no worker runs. Until there is an answer the one before stands, and is not
 * `current`. `movingId` is the kept plan that is being moved.
 */
export function useFit(
  asked: FitJob | null,
  movingId: string | null,
): { fitted: Fitted | null; current: boolean; error: Error | null; retry: () => void } {
  const [fitted, setFitted] = useState<Fitted | null>(null);
  const [failed, setFailed] = useState<{ job: FitJob; error: Error } | null>(null);
  // What was fetched anew and says the same is no new question.
  const [job, setJob] = useState(asked);
  if (job !== asked && JSON.stringify(job) !== JSON.stringify(asked)) setJob(asked);
  const [tries, setTries] = useState(0);
  const desk = useRef<LatestOnlyWorker<FitJob, FitAnswer> | null>(null);
  const failures = useRef(0);
  const latest = useRef<FitJob | null>(null);
  useEffect(
    () => () => {
      desk.current?.close();
      desk.current = null;
      latest.current = null;
    },
    [],
  );
  useEffect(() => {
    latest.current = job;
    if (!job) return;
    const told = (answer: FitAnswer, of: FitJob): void => {
      if (latest.current === null) return;
      setFitted({ ...answer, job: of });
      setFailed(null);
    };
    const askServer = (of: FitJob): void => {
      fitOnServer(of, movingId).then(
        (answer) => told(answer, of),
        (error: unknown) => {
          if (latest.current === of && error instanceof Error) setFailed({ job: of, error });
        },
      );
    };
    if (failures.current >= MOST_FAILURES) {
      askServer(job);
      return;
    }
    desk.current ??= new LatestOnlyWorker<FitJob, FitAnswer>(
      new Worker(new URL('./fitWorker.ts', window.location.href)),
      (answer, of) => {
        failures.current = 0;
        told(answer, of);
      },
      () => {
        failures.current++;
        desk.current?.close();
        desk.current = null;
        if (latest.current) askServer(latest.current);
      },
    );
    desk.current.ask(job);
  }, [job, movingId, tries]);
  const error = failed !== null && failed.job === job ? failed.error : null;
  return {
    fitted,
    current: job !== null && fitted?.job === job,
    error,
    retry: () => {
      setFailed(null);
      setTries((before) => before + 1);
    },
  };
}
