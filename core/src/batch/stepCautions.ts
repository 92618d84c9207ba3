import type { Caution } from '../results';
import type { StepKind } from './stepTable';
import { stepDefinition } from './stepTable';

/** Of a batch's cautions, those that matter at a step: shown where the cook acts. */
export function cautionsAt(kind: StepKind, cautions: readonly Caution[]): Caution[] {
  const here = stepDefinition(kind);
  return cautions.filter(({ code, params }) => {
    if (code === 'addition-note' || code === 'over-cap') {
      return here.additions === (params['when'] === 'after' ? 'after' : 'before');
    }
    return here.cautions.some((one) => one === code);
  });
}
