import type { Recipe } from '../making';
import type { PlannedPrediction } from '../predicting';
import type { Guide, StepKind, StepPlan } from './stepTable';
import { GUIDE, STEP_KINDS, stepDefinition } from './stepTable';

export interface Step {
  /** Stable within a batch: the kind, and its number where there are several. */
  id: string;
  kind: StepKind;
  /** 1-based: the load of blending, feeling and rinsing, the pour of straining. */
  nth: number | null;
  /** How many of its kind there are. */
  of: number;
  /** How long it runs by the clock, s; null when it ends by hand. */
  timerS: number | null;
  /** Whether someone must stand by. */
  attended: boolean;
}

function step(kind: StepKind, nth: number | null, of: number, plan: StepPlan): Step {
  const { timerS, attended } = stepDefinition(kind);
  return { id: nth === null ? kind : `${kind}-${nth}`, kind, nth, of, timerS: timerS(plan), attended };
}

/** The steps of a batch in their order, for the schools its recipe chose, in `loads` loads. */
export function batchSteps(
  recipe: Recipe,
  prediction: PlannedPrediction,
  guide: Guide = GUIDE,
  loads: number = prediction.blend.loads,
  jugAgain: StepPlan['jugAgain'] = null,
): Step[] {
  const plan: StepPlan = { recipe, prediction, guide, loads, jugAgain };
  const steps: Step[] = [];
  const byLoad = STEP_KINDS.filter((kind) => stepDefinition(kind).counts === 'load');
  for (const kind of STEP_KINDS) {
    if (byLoad.includes(kind)) {
      if (kind !== byLoad[0]) continue;
      for (let nth = 1; nth <= loads; nth++) {
        for (const one of byLoad) {
          if (stepDefinition(one).times(plan) !== 0) steps.push(step(one, nth, loads, plan));
        }
      }
      continue;
    }
    const times = stepDefinition(kind).times(plan);
    if (times === 'once') steps.push(step(kind, null, 1, plan));
    else for (let nth = 1; nth <= times; nth++) steps.push(step(kind, nth, times, plan));
  }
  return steps;
}
