import type {
  BatchState,
  DisplayPreferences,
  DoseMeasures,
  PlannedPrediction,
  Step,
  StepKind,
} from '@humble-churn/core';
import { RINSED_MAX_C, formatTemp, stepDefinition, strainersOf } from '@humble-churn/core';
import type { StepGuide, StepScreen, StepText } from './stepText';
import { STEPS_FROM_STRAIN } from './stepTextsFromStrain';
import { STEPS_TO_BLEND } from './stepTextsToBlend';
import { keptWaterMl } from './weighingText';

/** What is said and shown at each kind of step; its clock and its rules are core's. */
const STEP_TEXTS: Readonly<Record<StepKind, StepText>> = { ...STEPS_TO_BLEND, ...STEPS_FROM_STRAIN };

/** `Blend, load 1 of 2`: a step by its name and its number where there are several. */
export function stepName({ kind, nth, of }: Pick<Step, 'kind' | 'nth' | 'of'>): string {
  const { name } = STEP_TEXTS[kind];
  if (nth === null || of < 2) return name;
  return `${name}, ${stepDefinition(kind).counts ?? ''} ${nth} of ${of}`;
}

export function stepScreen(kind: StepKind): StepScreen {
  return STEP_TEXTS[kind].screen;
}

/** What to do at a step by the plan as it stands now, what to look for, when to stop, and what can hurt. */
export function stepGuide(
  step: Step,
  state: BatchState,
  prediction: PlannedPrediction,
  preferences: DisplayPreferences & DoseMeasures,
): StepGuide {
  const { recipe } = state;
  const [first, further] = strainersOf(recipe);
  const said = STEP_TEXTS[step.kind].guide({
    state,
    prediction,
    preferences,
    recipe,
    soak: recipe.soak,
    blend: recipe.blend,
    strain: recipe.strain,
    first,
    further,
    begun: state.steps.some((one) => one.id === step.id && one.begunAtMs !== null),
    hot: prediction.soak.hot,
    rinsedC: formatTemp(RINSED_MAX_C, preferences.measures),
    keptMl: keptWaterMl(prediction),
  });
  return { todo: [], lookFor: null, stop: null, caution: null, ...said };
}
