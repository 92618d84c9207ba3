import type { Caution, CautionCode } from '../results';
import type { StepKind } from './steps';

/** The steps at which a caution matters; one about an addition matters where the addition goes in. */
const STEPS: Partial<Record<CautionCode, readonly StepKind[]>> = {
  'selenium-accent': ['weigh'],
  'raw-limit': ['weigh', 'bottle'],
  'guessed-figures': ['weigh'],
  'past-soak-maximum': ['soak'],
  'counter-soak-long': ['soak'],
  'kept-soak-water': ['soak'],
  'salted-soak': ['drain'],
  'skins-hold': ['peel'],
  'boils-over': ['blend'],
  'too-warm': ['blend'],
  'ice-left': ['blend'],
  'salted-twice': ['finish'],
  salty: ['finish'],
  'keeps-shorter': ['bottle'],
};

/** Of a batch's cautions, those that matter at a step: shown where the cook acts. */
export function cautionsAt(kind: StepKind, cautions: readonly Caution[]): Caution[] {
  return cautions.filter(({ code, params }) => {
    if (code === 'addition-note' || code === 'over-cap') {
      return params['when'] === 'after' ? kind === 'finish' : kind === 'weigh' || kind === 'blend';
    }
    return STEPS[code as CautionCode]?.includes(kind) ?? false;
  });
}
