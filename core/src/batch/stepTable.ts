import type { Recipe } from '../making';
import { JUG_AGAIN_LEAST_S, RINSED_MAX_C, strainersOf } from '../making';
import type { PlannedPrediction } from '../predicting';
import type { CautionCode } from '../results';

/**
 * Which set of steps a batch was planned with: 1 had seven kinds and one straining, 2 goes pour by pour and on
 * to the washing up, 3 drains nothing that is kept, cools it, and strains again, 4 tastes and stretches, and goes back
 * into the jug. A batch keeps the guide it began with.
 */
export type Guide = 1 | 2 | 3 | 4;
export const GUIDE: Guide = 4;

/** What decides which steps a batch has. */
export interface StepPlan {
  recipe: Recipe;
  prediction: PlannedPrediction;
  guide: Guide;
  loads: number;
  /** Whether strained milk goes back into the jug, how often that is filled, and whether it is strained once more. */
  jugAgain: { fills: number; strain: boolean } | null;
}

/** What is known of a step when it is to begin or to end. */
export interface StepFacts {
  /** Of the bowl of kept soak water, °C; null where nobody measured. */
  bowlTempC: number | null;
  /** How long the step has run, s; null before it began. */
  ranS: number | null;
  /** How long a bowl of kept soak water has to stand in its bath, s. */
  bathS: number;
  /** Whether kept soak water is still hot in a batch that has no step for its cooling. */
  standsHot: boolean;
}

/** One kind of step: when a batch has it, its clock, and its rules. Its words and its screen are the client's. */
export interface StepDefinition {
  /** How often a batch has it: 0 for never, `once` without a number, else numbered from 1. */
  times: (plan: StepPlan) => number | 'once';
  /** What its number counts. Steps of loads are gone through load by load. */
  counts: 'load' | 'pour' | 'fill' | null;
  /** How long it runs by the clock, s; null when it ends by hand. */
  timerS: (plan: StepPlan) => number | null;
  /** How long its clock should run by what is known when it is started, s. */
  startS: (now: { timerS: number; bathS: number; nextLoadS: number }) => number;
  /** Whether someone must stand by. */
  attended: boolean;
  /** Whether milk or mix stands at room temperature meanwhile: then it comes before all else that waits. */
  urgent: boolean;
  /** Whether a load too many for the jug can still be parted. */
  splits: boolean;
  /** Whether the blades run in it: always, or when its clock was started. */
  blades: 'run' | 'may-run' | null;
  /** Whether it ends with figures or a choice rather than with a tap. */
  asks: boolean;
  /** Whether a pause of its clock makes sense: a soak goes on whatever is tapped. */
  pauses: boolean;
  /** Why it may not begin, or not end, yet. */
  mayBegin: (facts: StepFacts) => 'still-hot' | null;
  mayEnd: (facts: StepFacts) => 'still-hot' | null;
  /** Whether the batch is made when it is done: with it nothing is left to put away. */
  completes: boolean;
  /** Cautions that matter here. */
  cautions: readonly CautionCode[];
  /** Whether what is said of an addition matters here: of those blended in, or of those stirred in. */
  additions: 'before' | 'after' | null;
}

const once = (): 'once' => 'once';
const onceIf =
  (has: (plan: StepPlan) => boolean) =>
  (plan: StepPlan): number | 'once' =>
    has(plan) ? 'once' : 0;

/** A step that is done by hand, as most are; the table says what differs. */
const BY_HAND: Omit<StepDefinition, 'times'> = {
  counts: null,
  timerS: () => null,
  startS: ({ timerS }) => timerS,
  attended: true,
  urgent: false,
  splits: false,
  blades: null,
  asks: false,
  pauses: true,
  mayBegin: () => null,
  mayEnd: () => null,
  completes: false,
  cautions: [],
  additions: null,
};

const soaks = ({ recipe }: StepPlan): boolean => recipe.soak.method !== 'none';
/** Kept soak water is cooled and not drained since guide 3. */
const keepsWater = (plan: StepPlan): boolean =>
  soaks(plan) && plan.guide > 2 && plan.prediction.soak.keptWaterG > 0;
const pressed = ({ recipe }: StepPlan): boolean => recipe.blend.machine === 'cold-press';
/** Guides since 2 go on from straining to the washing up. */
const whole = ({ guide }: StepPlan): boolean => guide > 1;
/** What is drunk as it is blended is neither strained, weighed nor kept. */
const toJars = ({ recipe }: StepPlan): boolean => recipe.intoGlass !== true;

/** A bag takes about this much of the mix at a time, mL: half a jug, so that it does not squirt. */
const POUR_ML = 500;
const MOST_POURS = 12;

/** Pours through the strainer: half a litre at a time and never all at once; one when nothing is held back. */
export function pours({ recipe, prediction }: Pick<StepPlan, 'recipe' | 'prediction'>): number {
  // A press strains as it is ladled into; nothing is poured through it by halves.
  const first = strainersOf(recipe)[0];
  if (first === undefined || first === 'cold-press') return 1;
  const mixMl = prediction.milk.volumeMl + prediction.pulp.massG;
  return Math.min(MOST_POURS, Math.max(2, Math.ceil(mixMl / POUR_ML)));
}

/** All kinds of steps, in the order a batch goes through them. */
export const STEP_TABLE = {
  weigh: {
    ...BY_HAND,
    times: once,
    splits: true,
    cautions: ['selenium-accent', 'raw-limit', 'guessed-figures'],
    additions: 'before',
  },
  soak: {
    ...BY_HAND,
    times: onceIf(soaks),
    timerS: ({ prediction }) => prediction.soak.hours * 3600,
    attended: false,
    splits: true,
    pauses: false,
    cautions: ['past-soak-maximum', 'counter-soak-long', 'kept-soak-water'],
  },
  cool: {
    ...BY_HAND,
    times: onceIf((plan) => keepsWater(plan) && plan.prediction.soak.cooling !== null),
    timerS: ({ prediction }) => Math.ceil((prediction.soak.cooling?.bathH ?? 0) * 60) * 60,
    // A bowl that the soak left warmer than planned needs longer.
    startS: ({ bathS }) => Math.max(60, bathS),
    attended: false,
    splits: true,
    asks: true,
    // A probe tells; where nobody measured, the time in the bath.
    mayEnd: ({ bowlTempC, ranS, bathS }) => {
      const cool = bowlTempC !== null ? bowlTempC <= RINSED_MAX_C : ranS !== null && ranS >= bathS;
      return cool ? null : 'still-hot';
    },
  },
  drain: {
    ...BY_HAND,
    times: onceIf((plan) => soaks(plan) && !keepsWater(plan)),
    splits: true,
    cautions: ['salted-soak'],
  },
  'weigh-soaked': {
    ...BY_HAND,
    times: onceIf((plan) => whole(plan) && soaks(plan) && !keepsWater(plan) && toJars(plan)),
    splits: true,
  },
  peel: {
    ...BY_HAND,
    times: onceIf(({ recipe }) => recipe.peel !== 'leave'),
    splits: true,
    cautions: ['skins-hold'],
  },
  blend: {
    ...BY_HAND,
    times: ({ loads }) => loads,
    counts: 'load',
    timerS: (plan) =>
      pressed(plan) ? plan.prediction.minutes.blendMin * 60 : plan.prediction.blend.secondsPerLoad,
    startS: ({ timerS, nextLoadS }) => Math.max(1, Math.round(nextLoadS > 0 ? nextLoadS : timerS)),
    splits: true,
    blades: 'run',
    mayBegin: ({ standsHot }) => (standsHot ? 'still-hot' : null),
    cautions: ['boils-over', 'too-warm', 'ice-left'],
    additions: 'before',
  },
  feel: {
    ...BY_HAND,
    times: (plan) => (whole(plan) && !pressed(plan) && toJars(plan) ? plan.loads : 0),
    counts: 'load',
    urgent: true,
    splits: true,
    blades: 'may-run',
  },
  rinse: {
    ...BY_HAND,
    times: (plan) =>
      whole(plan) && !pressed(plan) && plan.prediction.blend.rinseLiquidMl > 0 ? plan.loads : 0,
    counts: 'load',
    urgent: true,
    splits: true,
  },
  strain: {
    ...BY_HAND,
    times: (plan) => (!toJars(plan) ? 0 : whole(plan) ? pours(plan) : 'once'),
    counts: 'pour',
    urgent: true,
  },
  wash: {
    ...BY_HAND,
    times: onceIf((plan) => whole(plan) && plan.recipe.strain.washShare > 0),
    urgent: true,
  },
  squeeze: { ...BY_HAND, times: onceIf((plan) => whole(plan) && pours(plan) > 1), urgent: true },
  'strain-again': {
    ...BY_HAND,
    times: onceIf(({ guide, recipe }) => guide > 2 && strainersOf(recipe).length > 1),
    urgent: true,
  },
  'weigh-milk': {
    ...BY_HAND,
    times: onceIf((plan) => whole(plan) && toJars(plan)),
    urgent: true,
    asks: true,
  },
  taste: {
    ...BY_HAND,
    times: onceIf((plan) => plan.guide > 3 && toJars(plan)),
    urgent: true,
  },
  finish: {
    ...BY_HAND,
    times: onceIf((plan) => whole(plan) && plan.recipe.additions.some((dose) => dose.when === 'after')),
    urgent: true,
    cautions: ['salted-twice', 'salty'],
    additions: 'after',
  },
  'jug-again': {
    ...BY_HAND,
    times: ({ jugAgain }) => jugAgain?.fills ?? 0,
    counts: 'fill',
    timerS: () => JUG_AGAIN_LEAST_S,
    urgent: true,
  },
  'strain-finished': {
    ...BY_HAND,
    times: onceIf(({ jugAgain }) => jugAgain?.strain === true),
    urgent: true,
  },
  drink: {
    ...BY_HAND,
    times: onceIf((plan) => !toJars(plan)),
    urgent: true,
    completes: true,
    cautions: ['raw-limit'],
  },
  bottle: {
    ...BY_HAND,
    times: onceIf(toJars),
    urgent: true,
    asks: true,
    cautions: ['raw-limit', 'keeps-shorter'],
  },
  label: { ...BY_HAND, times: onceIf((plan) => whole(plan) && toJars(plan)) },
  // Unstrained milk leaves a trace of residue by the arithmetic; nobody stores that.
  pulp: {
    ...BY_HAND,
    times: onceIf((plan) => whole(plan) && toJars(plan) && plan.prediction.pulp.massG >= 1),
    asks: true,
  },
  'wash-up': { ...BY_HAND, times: onceIf(whole) },
} as const satisfies Record<string, StepDefinition>;

export type StepKind = keyof typeof STEP_TABLE;

/** The kinds in the order of the table. */
export const STEP_KINDS = Object.keys(STEP_TABLE) as readonly StepKind[];

export function stepDefinition(kind: StepKind): StepDefinition {
  return STEP_TABLE[kind];
}
