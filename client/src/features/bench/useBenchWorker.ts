import type { Sureness } from '@humble-churn/core';
import { startTransition, useEffect, useRef, useState } from 'react';
import type { BenchAnswer, BenchJob } from './benchAnswer';

/** Curves and tables are drawn once the finger rests: anew with every answer they would hold it up. */
const RESTS_AFTER_MS = 180;

/**
 * Intervals, curves and the comparison, computed beside the page. While a finger moves only the latest recipe is
 * asked for; the answer to an earlier one stands until then.
 */
export function useBenchWorker(job: Omit<BenchJob, 'id'>): {
  sure: Sureness | null;
  /** The browser lets no worker run: how sure it is stays unsaid. */
  lost: boolean;
  looks: BenchAnswer | null;
} {
  const [sure, setSure] = useState<Sureness | null>(null);
  const [lost, setLost] = useState(false);
  const [looks, setLooks] = useState<BenchAnswer | null>(null);
  const worker = useRef<Worker | null>(null);
  const busy = useRef(false);
  const next = useRef<Omit<BenchJob, 'id'> | null>(null);
  const lastId = useRef(0);
  const resting = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const { recipe, other, around, own, prices } = job;

  useEffect(() => {
    const started = new Worker(new URL('./benchWorker.ts', window.location.href));
    worker.current = started;
    const ask = (): void => {
      const wanted = next.current;
      next.current = null;
      busy.current = wanted !== null;
      if (wanted) started.postMessage({ ...wanted, id: ++lastId.current });
    };
    started.onmessage = ({ data }: MessageEvent<BenchAnswer>) => {
      setSure(data.sure);
      setLost(false);
      clearTimeout(resting.current);
      if (next.current === null) {
        resting.current = setTimeout(() => startTransition(() => setLooks(data)), RESTS_AFTER_MS);
      }
      ask();
    };
    // Without the worker the bench still computes.
    started.onerror = () => {
      busy.current = false;
      // What was told before was of another recipe.
      setSure(null);
      setLost(true);
    };
    if (next.current) ask();
    return () => {
      clearTimeout(resting.current);
      started.terminate();
      worker.current = null;
      busy.current = false;
    };
  }, []);

  useEffect(() => {
    const { roomTempC, fridgeTempC } = around;
    clearTimeout(resting.current);
    const wanted = { recipe, other, around: { roomTempC, fridgeTempC }, own, prices };
    if (busy.current || !worker.current) {
      next.current = wanted;
      return;
    }
    busy.current = true;
    worker.current.postMessage({ ...wanted, id: ++lastId.current });
  }, [recipe, other, around, own, prices]);

  return { sure, lost, looks };
}
