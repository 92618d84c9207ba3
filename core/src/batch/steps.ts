import type { Recipe } from '../making';
import { strainersOf } from '../making';
import type { PlannedPrediction } from '../predicting';

export type StepKind =
  | 'weigh'
  | 'soak'
  | 'cool'
  | 'drain'
  | 'weigh-soaked'
  | 'peel'
  | 'blend'
  | 'feel'
  | 'rinse'
  | 'strain'
  | 'wash'
  | 'squeeze'
  | 'strain-again'
  | 'weigh-milk'
  | 'finish'
  | 'bottle'
  | 'label'
  | 'pulp'
  | 'wash-up';

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

/**
 * Which set of steps a batch was planned with: 1 had seven kinds and one straining, 2 goes pour by pour and on
 * to the washing up, 3 drains nothing that is kept, cools it, and strains again. A batch keeps the guide it began with.
 */
export type Guide = 1 | 2 | 3;
export const GUIDE: Guide = 3;

/** A bag takes about this much of the mix at a time, mL: half a jug, so that it does not squirt. */
const POUR_ML = 500;
const MOST_POURS = 12;

function byHand(kind: StepKind, nth: number | null = null, of = 1): Step {
  return { id: nth === null ? kind : `${kind}-${nth}`, kind, nth, of, timerS: null, attended: true };
}

/** Pours through the strainer: half a litre at a time and never all at once; one when nothing is held back. */
export function pours(recipe: Recipe, prediction: PlannedPrediction): number {
  // A press strains as it is ladled into; nothing is poured through it by halves.
  const first = strainersOf(recipe)[0];
  if (first === undefined || first === 'cold-press') return 1;
  const mixMl = prediction.milk.volumeMl + prediction.pulp.massG;
  return Math.min(MOST_POURS, Math.max(2, Math.ceil(mixMl / POUR_ML)));
}

/** The steps of a batch in their order, for the schools its recipe chose, in `loads` loads. */
export function batchSteps(
  recipe: Recipe,
  prediction: PlannedPrediction,
  guide: Guide = GUIDE,
  loads: number = prediction.blend.loads,
): Step[] {
  const whole = guide > 1;
  const pressed = recipe.blend.machine === 'cold-press';
  const steps: Step[] = [byHand('weigh')];
  if (recipe.soak.method !== 'none') {
    const timerS = prediction.soak.hours * 3600;
    steps.push({ id: 'soak', kind: 'soak', nth: null, of: 1, timerS, attended: false });
    if (guide > 2 && prediction.soak.keptWaterG > 0) {
      const { cooling } = prediction.soak;
      // Nothing is drained off, so there are no drained nuts to weigh.
      if (cooling) {
        const coolS = Math.ceil(cooling.bathH * 60) * 60;
        steps.push({ id: 'cool', kind: 'cool', nth: null, of: 1, timerS: coolS, attended: false });
      }
    } else {
      steps.push(byHand('drain'));
      if (whole) steps.push(byHand('weigh-soaked'));
    }
  }
  if (recipe.peel !== 'leave') steps.push(byHand('peel'));
  const timerS = pressed ? prediction.minutes.blendMin * 60 : prediction.blend.secondsPerLoad;
  for (let nth = 1; nth <= loads; nth++) {
    steps.push({ id: `blend-${nth}`, kind: 'blend', nth, of: loads, timerS, attended: true });
    if (!whole || pressed) continue;
    steps.push(byHand('feel', nth, loads));
    if (prediction.blend.rinseLiquidMl > 0) steps.push(byHand('rinse', nth, loads));
  }
  if (!whole) {
    steps.push(byHand('strain'), byHand('bottle'));
    return steps;
  }
  const of = pours(recipe, prediction);
  for (let nth = 1; nth <= of; nth++) steps.push(byHand('strain', nth, of));
  if (recipe.strain.washShare > 0) steps.push(byHand('wash'));
  if (of > 1) steps.push(byHand('squeeze'));
  if (guide > 2 && strainersOf(recipe).length > 1) steps.push(byHand('strain-again'));
  steps.push(byHand('weigh-milk'));
  if (recipe.additions.some((dose) => dose.when === 'after')) steps.push(byHand('finish'));
  steps.push(byHand('bottle'), byHand('label'));
  // Unstrained milk leaves a trace of residue by the arithmetic; nobody stores that.
  if (prediction.pulp.massG >= 1) steps.push(byHand('pulp'));
  steps.push(byHand('wash-up'));
  return steps;
}
