import type { PlannedPrediction } from './prediction';
import type { Recipe } from './recipe';

export type StepKind = 'weigh' | 'soak' | 'drain' | 'peel' | 'blend' | 'strain' | 'bottle';

export interface Step {
  /** Stable within a batch: the kind, and the load's number where there are several. */
  id: string;
  kind: StepKind;
  /** 1-based number of the load, for blending. */
  load: number | null;
  /** How long it runs by the clock, s; null when it ends by hand. */
  timerS: number | null;
  /** Whether someone must stand by. */
  attended: boolean;
}

function byHand(kind: StepKind): Step {
  return { id: kind, kind, load: null, timerS: null, attended: true };
}

/** The steps of a batch in their order, for the schools its recipe chose. */
export function batchSteps(recipe: Recipe, prediction: PlannedPrediction): Step[] {
  const steps: Step[] = [byHand('weigh')];
  if (recipe.soak.method !== 'none') {
    steps.push({
      id: 'soak',
      kind: 'soak',
      load: null,
      timerS: prediction.soak.hours * 3600,
      attended: false,
    });
    steps.push(byHand('drain'));
  }
  if (recipe.peel !== 'leave') steps.push(byHand('peel'));
  const pressed = recipe.blend.machine === 'cold-press';
  const runS = pressed ? prediction.minutes.blendMin * 60 : prediction.blend.secondsPerLoad;
  for (let load = 1; load <= prediction.blend.loads; load++) {
    steps.push({ id: `blend-${load}`, kind: 'blend', load, timerS: runS, attended: true });
  }
  steps.push(byHand('strain'), byHand('bottle'));
  return steps;
}
