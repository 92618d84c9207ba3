import type { Uncertainty } from '@humble-churn/core';
import { startTransition, useEffect, useRef, useState } from 'react';
import { LatestOnlyWorker } from '../../wire/latestOnlyWorker';
import type { BenchAnswer, BenchJob } from './benchAnswer';

/** Curves and tables are drawn once the finger rests: anew with every answer they would hold it up. */
const RESTS_AFTER_MS = 180;

/**
 * Intervals, curves and the comparison, computed beside the page. While a finger moves only the latest recipe is
 * asked for; the answer to an earlier one stands until then.
 */
export function useBenchWorker(job: BenchJob): {
  sure: Uncertainty | null;
  /** The browser lets no worker run: how sure it is stays unsaid. */
  lost: boolean;
  looks: BenchAnswer | null;
} {
  const [sure, setSure] = useState<Uncertainty | null>(null);
  const [lost, setLost] = useState(false);
  const [looks, setLooks] = useState<BenchAnswer | null>(null);
  const worker = useRef<LatestOnlyWorker<BenchJob, BenchAnswer> | null>(null);
  const resting = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const { recipe, other, kitchen } = job;

  useEffect(() => {
    const opened = new LatestOnlyWorker<BenchJob, BenchAnswer>(
      new Worker(new URL('./benchWorker.ts', window.location.href)),
      (answer, _, last) => {
        setSure(answer.sure);
        setLost(false);
        clearTimeout(resting.current);
        if (last) resting.current = setTimeout(() => startTransition(() => setLooks(answer)), RESTS_AFTER_MS);
      },
      // Without the worker the bench still computes.
      () => {
        // What was told before was of another recipe.
        setSure(null);
        setLost(true);
      },
    );
    worker.current = opened;
    return () => {
      clearTimeout(resting.current);
      opened.close();
      worker.current = null;
    };
  }, []);

  useEffect(() => {
    clearTimeout(resting.current);
    worker.current?.ask({ recipe, other, kitchen });
  }, [recipe, other, kitchen]);

  return { sure, lost, looks };
}
