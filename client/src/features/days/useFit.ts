import { useEffect, useMemo, useRef, useState } from 'react';
import { Desk } from '../../wire/desk';
import type { FitAnswer, FitJob } from './fit';
import { fit } from './fit';

/** What was found, and for what. */
export type Fitted = FitAnswer & { job: FitJob };

/**
 * Fits a batch into the days, beside the page: where little is free it takes its time. Until it has an answer the one
 * before stands, and is not `current`.
 */
export function useFit(asked: FitJob | null): { fitted: Fitted | null; current: boolean } {
  const [fitted, setFitted] = useState<Fitted | null>(null);
  // What was fetched anew and says the same is no new question.
  const [job, setJob] = useState(asked);
  if (job !== asked && JSON.stringify(job) !== JSON.stringify(asked)) setJob(asked);
  const [lost, setLost] = useState(false);
  const desk = useRef<Desk<FitJob, FitAnswer> | null>(null);
  useEffect(() => {
    const opened = new Desk<FitJob, FitAnswer>(
      new Worker(new URL('./fitWorker.ts', window.location.href)),
      (answer, asked) => setFitted({ ...answer, job: asked }),
      () => setLost(true),
    );
    desk.current = opened;
    return () => {
      opened.close();
      desk.current = null;
    };
  }, []);
  useEffect(() => {
    if (job) desk.current?.ask(job);
  }, [job]);
  // Where no worker runs, the page does it itself and stands still meanwhile.
  const here = useMemo(() => (lost && job ? { ...fit(job), job } : null), [lost, job]);
  const told = here ?? fitted;
  return { fitted: told, current: job !== null && told?.job === job };
}
