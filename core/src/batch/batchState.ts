import type { OwnItem } from '../ingredients';
import type { BudgetH, JarPlace, PulpPlace } from '../keeping';
import type { Recipe, Surroundings } from '../making';
import type { PlannedPrediction } from '../predicting';
import type { Uncertainty } from '../uncertainty';
import type { Guide } from './stepTable';
import type { Step } from './steps';

/** A mass or a volume off the counter, as it was read. */
export type Reading = { massG: number } | { volumeMl: number };

export interface NewJar {
  id: string;
  label: string;
  volumeMl: number;
  place: 'fridge' | 'freezer';
}

export type MeasuredThing = 'soaked' | 'milk' | 'pulp';
/** What a probe is held into: the rinsed nuts, a bowl of kept soak water, or the mix when the blades have stopped. */
export type ProbedThing = 'nuts' | 'bowl' | 'mix';
/** What is done to a soak while it stands. */
export type SoakTending = 'water-changed' | 'to-fridge' | 'to-counter';

/** What can happen to a batch. */
export type EventBody =
  | {
      type: 'planned';
      recipe: Recipe;
      prediction: PlannedPrediction;
      /** How sure the prediction is; null for a batch planned before this was kept. */
      sureness: Uncertainty | null;
      around: Surroundings;
      budgetH: BudgetH;
      guide: Guide;
      /** The cook's own ingredients in it, as they were when it was planned. */
      ingredients: readonly OwnItem[];
    }
  /** Begun, or gone on with after a pause. `timerS` is how long it is to run; null for the planned time. */
  | { type: 'step-begun'; step: string; timerS: number | null }
  | { type: 'step-paused'; step: string }
  | { type: 'time-added'; step: string; seconds: number }
  | { type: 'step-done'; step: string }
  | { type: 'soak-tended'; what: SoakTending }
  | { type: 'liquid-added'; volumeMl: number }
  | { type: 'loads-split'; loads: number }
  | { type: 'probed'; what: ProbedThing; tempC: number }
  | { type: 'measured'; what: MeasuredThing; reading: Reading; byEye?: boolean | undefined }
  /** The batch goes on with what is expected, and teaches nothing of it. */
  | { type: 'not-measured'; what: MeasuredThing }
  | { type: 'bottled'; jars: readonly NewJar[]; scalded: boolean }
  | { type: 'jar-moved'; jarId: string; place: JarPlace }
  | { type: 'jar-drawn'; jarId: string; volumeMl: number }
  | { type: 'jar-emptied'; jarId: string }
  | { type: 'jar-discarded'; jarId: string; reason: string }
  | { type: 'pulp-stored'; place: PulpPlace; massG: number }
  | { type: 'pulp-used'; place: PulpPlace }
  | { type: 'abandoned'; reason: string }
  | { type: 'undone'; eventId: string };

/** One line of a batch's log. The log is only ever added to; the state is derived from it. */
export type BatchEvent = EventBody & { id: string; atMs: number };

export interface StepState extends Step {
  begunAtMs: number | null;
  doneAtMs: number | null;
  /** Since when it has been running without a pause; null while it does not. */
  runningSinceMs: number | null;
  /** How long it ran before that, ms. */
  ranMs: number;
}

/** How long a step has run, pauses left out, s. */
export function stepRanS(step: StepState, nowMs: number): number {
  const running = step.runningSinceMs === null ? 0 : Math.max(0, nowMs - step.runningSinceMs);
  return (step.ranMs + running) / 1000;
}

/** What is left of a step's time, s, negative once it is over; null when it has no timer. */
export function stepLeftS(step: StepState, nowMs: number): number | null {
  return step.timerS === null ? null : step.timerS - stepRanS(step, nowMs);
}

/** Moment the timer of a running step runs out; null when it has none or stands still. */
export function timerEndMs(step: StepState): number | null {
  if (step.runningSinceMs === null || step.timerS === null) return null;
  return step.runningSinceMs + step.timerS * 1000 - step.ranMs;
}

/** Water poured in on the way. */
export interface AddedLiquid {
  atMs: number;
  volumeMl: number;
  /** Into the strained milk, which it thins; otherwise into the mix. */
  strained: boolean;
}

export interface JarState {
  id: string;
  label: string;
  filledMl: number;
  leftMl: number;
  filledAtMs: number;
  /** Where it has been; temperatures are the kitchen's and come in with `jarSpells`. */
  places: readonly { fromMs: number; place: JarPlace }[];
  fate: 'in-use' | 'emptied' | 'discarded';
  fateAtMs: number | null;
  discardReason: string | null;
}

export interface PulpState {
  place: PulpPlace;
  massG: number;
  sinceMs: number;
  usedAtMs: number | null;
}

export interface BatchState {
  plannedAtMs: number;
  recipe: Recipe;
  prediction: PlannedPrediction;
  sureness: Uncertainty | null;
  surroundings: Surroundings;
  ingredients: readonly OwnItem[];
  budgetH: BudgetH;
  status: 'under-way' | 'bottled' | 'abandoned';
  abandonReason: string | null;
  steps: readonly StepState[];
  /** The step to do now; null when all are done. */
  current: StepState | null;
  measured: {
    soakedG: number | null;
    milkG: number | null;
    milkMl: number | null;
    /** When the milk was measured, ms; water added later is on top of it. */
    milkAtMs: number | null;
    pulpG: number | null;
    nutsC: number | null;
    bowlC: number | null;
    mixC: number | null;
    /** What was judged by eye, and what the cook went on without. */
    byEye: readonly MeasuredThing[];
    without: readonly MeasuredThing[];
  };
  guide: Guide;
  /** Loads it is blended in. */
  loads: number;
  tended: readonly { atMs: number; what: SoakTending }[];
  added: readonly AddedLiquid[];
  /** End of the last blending, for the two-hour rule. */
  blendEndMs: number | null;
  scalded: boolean;
  jars: readonly JarState[];
  pulp: readonly PulpState[];
  /** The latest event that still counts and can be taken back. */
  undoable: BatchEvent | null;
}
