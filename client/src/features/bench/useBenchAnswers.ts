import type { Curves, KitchenModel, PairedDifference, Recipe, Uncertainty } from '@humble-churn/core';
import { startTransition, useEffect, useRef, useState } from 'react';
import { Cancelled, NoWorker, compute } from '../../compute';
import { latestOnly } from '../../compute/latestOnly';

/** Curves and tables are drawn once the finger rests: anew with every answer they would hold it up. */
const RESTS_AFTER_MS = 180;

interface BenchJob {
  recipe: Recipe;
  other: Recipe | null;
  kitchen: KitchenModel;
}

export interface BenchAnswers {
  /** How sure the figures are; null while that is not known, or where the recipe cannot be computed. */
  sure: Uncertainty | null;
  /** The browser lets no worker run: how sure it is stays unsaid. */
  lost: boolean;
  /** The curves round the recipe, and what the other recipe comes to beside it. */
  whatIf: { curves: Curves; comparison: PairedDifference | null } | null;
}

/**
 * Intervals, curves and the comparison, computed beside the page. While a finger moves only the latest recipe is
 * asked for, and no curves; the answer to an earlier one stands until then.
 */
export function useBenchAnswers({ recipe, other, kitchen }: BenchJob): BenchAnswers {
  const [answers, setAnswers] = useState<BenchAnswers>({ sure: null, lost: false, whatIf: null });
  const ask = useRef<((job: BenchJob) => void) | null>(null);

  useEffect(() => {
    const left = new AbortController();
    let resting: ReturnType<typeof setTimeout> | undefined;
    let looking = new AbortController();
    const stopLooking = (): void => {
      clearTimeout(resting);
      looking.abort();
      looking = new AbortController();
    };

    const answer = async (job: BenchJob, newer: () => boolean): Promise<void> => {
      const { other: beside, ...alone } = job;
      const told = await compute('uncertainty', alone, { signal: left.signal });
      setAnswers((before) => ({ ...before, sure: told.ok ? told.value : null, lost: false }));
      if (newer()) return;
      const { signal } = looking;
      const [curves, comparison] = await Promise.all([
        compute('curves', alone, { signal }),
        beside ? compute('pairedDifference', { ...alone, other: beside }, { signal }) : null,
      ]);
      const whatIf = { curves, comparison: comparison?.ok === true ? comparison.value : null };
      resting = setTimeout(
        () => startTransition(() => setAnswers((before) => ({ ...before, whatIf }))),
        RESTS_AFTER_MS,
      );
    };
    const asking = latestOnly<BenchJob>(async (job, newer) => {
      try {
        await answer(job, newer);
      } catch (error) {
        if (error instanceof Cancelled) return;
        if (!(error instanceof NoWorker)) throw error;
        // Without the worker the bench still computes; what was told before was of another recipe.
        setAnswers((before) => ({ ...before, sure: null, lost: true }));
      }
    });
    ask.current = (job) => {
      stopLooking();
      void asking(job);
    };
    return () => {
      left.abort();
      stopLooking();
      ask.current = null;
    };
  }, []);

  useEffect(() => ask.current?.({ recipe, other, kitchen }), [recipe, other, kitchen]);

  return answers;
}
