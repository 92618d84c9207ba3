import type { Replan, StepState } from '@humble-churn/core';

/** How long a step that has not begun should run by the plan as it stands now, s. */
export function clockLengthS(step: StepState, plan: Replan): number {
  const { timerS } = step;
  if (timerS === null) return 0;
  if (step.kind !== 'blend') return timerS;
  return Math.max(1, Math.round(plan.nextLoadS > 0 ? plan.nextLoadS : timerS));
}
