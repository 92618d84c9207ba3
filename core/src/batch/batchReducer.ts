import type { OwnItem } from '../ingredients';
import { FIRST_FRIDGE, hygieneFailed } from '../keeping';
import { withEquipment } from '../making';
import type { BatchEvent, BatchState, MeasuredThing, ProbedThing, StepState } from './batchState';
import { stepRanS } from './batchState';
import { effectiveEvents } from './corrections';
import { checkedJar } from './jarChecks';
import { filledJar, movedJar, poured, splitJar, toppedUp, withJar } from './jars';
import {
  movedPortion,
  splitPortion,
  storedPortion,
  takenPortion,
  usedPortions,
  weighedPortion,
} from './pulpPortions';
import { isStrained } from './soakAndBlend';
import { stepDefinition } from './stepTable';
import type { Step } from './steps';
import { batchSteps } from './steps';
import { jugAgainOf } from './stirredIn';

/**
 * The latest standing entries that were made in one tap (they share their moment), last first: what one undo
 * takes back. Empty when only the plan is left.
 */
export function lastTap(events: readonly BatchEvent[]): BatchEvent[] {
  const counted = effectiveEvents(events);
  const last = counted[counted.length - 1];
  if (!last) return [];
  const tap: BatchEvent[] = [];
  for (let i = counted.length - 1; i >= 0; i--) {
    const event = counted[i];
    if (!event || event.type === 'planned' || event.atMs !== last.atMs) break;
    tap.push(event);
  }
  return tap;
}

/** The state of a batch from its log, in the order it was written; null without a plan. */
export function batchState(events: readonly BatchEvent[]): BatchState | null {
  const counted = effectiveEvents(events);
  const plan = counted.find((event) => event.type === 'planned');
  if (!plan) return null;
  let state: BatchState = withStepsRebuilt({
    plannedAtMs: plan.atMs,
    plannedRecipe: plan.recipe,
    recipe: plan.recipe,
    prediction: plan.prediction,
    sureness: plan.sureness,
    surroundings: plan.around,
    budgetH: plan.budgetH,
    status: 'under-way',
    abandonReason: null,
    steps: [],
    current: null,
    ingredients: plan.ingredients,
    measured: NOT_MEASURED,
    guide: plan.guide,
    loads: plan.prediction.blend.loads,
    tended: [],
    added: [],
    stirred: [],
    leftOut: [],
    equipment: {},
    tasted: [],
    jugAgain: null,
    verdicts: { grit: null, froth: null, look: null },
    liked: [],
    afterwards: false,
    blendEndMs: null,
    scalded: true,
    hygiene: {},
    jars: [],
    pulp: [],
    entries: counted,
    undoable: null,
  });
  for (const event of counted) state = apply(state, event);
  const current =
    state.status === 'abandoned' ? null : (state.steps.find((step) => step.doneAtMs === null) ?? null);
  const last = counted[counted.length - 1];
  return { ...state, current, undoable: last && last.type !== 'planned' ? last : null };
}

const NOT_MEASURED: BatchState['measured'] = {
  soakedG: null,
  milkG: null,
  milkMl: null,
  milkAtMs: null,
  pulpG: null,
  nutsC: null,
  bowlC: null,
  mixC: null,
  byEye: [],
  without: [],
};

function untouched(step: Step): StepState {
  return { ...step, begunAtMs: null, doneAtMs: null, runningSinceMs: null, ranMs: 0 };
}

function withStep(
  state: BatchState,
  id: string,
  change: (step: StepState) => Partial<StepState>,
): readonly StepState[] {
  return state.steps.map((step) => (step.id === id ? { ...step, ...change(step) } : step));
}

/** A step brought to a stand at `atMs`. */
function stopped(step: StepState, atMs: number): Partial<StepState> {
  const ranMs = step.runningSinceMs === null ? step.ranMs : step.ranMs + atMs - step.runningSinceMs;
  return { runningSinceMs: null, ranMs };
}

/** An event of one kind, as it stands in the log. */
type EventOf<T extends BatchEvent['type']> = Extract<BatchEvent, { type: T }>;

/** A step that is done. Feeling counts as blending when the blades ran on in it. */
function stepDone(state: BatchState, event: EventOf<'step-done'>): BatchState {
  const step = state.steps.find((one) => one.id === event.step);
  const blades = step && stepDefinition(step.kind).blades;
  const bladesRan = blades === 'run' || (blades === 'may-run' && step?.begunAtMs != null);
  return {
    ...state,
    status: step && stepDefinition(step.kind).completes ? 'bottled' : state.status,
    blendEndMs: bladesRan ? event.atMs : state.blendEndMs,
    steps: withStep(state, event.step, (one) => ({ ...stopped(one, event.atMs), doneAtMs: event.atMs })),
  };
}

/**
 * The steps that the batch has by now. What was begun or done of those that stay keeps; what was done of others stays
 * where it was, before all that is still to do.
 */
function withStepsRebuilt(state: BatchState): BatchState {
  const { recipe, prediction, guide, loads } = state;
  const been = new Map(state.steps.map((step) => [step.id, step]));
  const jugAgain = jugAgainOf(state, prediction, { own: state.ingredients });
  const now = batchSteps(recipe, prediction, guide, loads, jugAgain).map((step) => {
    const before = been.get(step.id);
    return before ? { ...before, of: step.of } : untouched(step);
  });
  const gone = state.steps.filter((step) => step.doneAtMs !== null && !now.some(({ id }) => id === step.id));
  const firstOpen = now.findIndex((step) => step.doneAtMs === null);
  const at = firstOpen < 0 ? now.length : firstOpen;
  return { ...state, steps: [...now.slice(0, at), ...gone, ...now.slice(at)] };
}

function withOwn(state: BatchState, own: readonly OwnItem[] = []): BatchState {
  const more = own.filter(({ key }) => !state.ingredients.some((one) => one.key === key));
  return more.length > 0 ? { ...state, ingredients: [...state.ingredients, ...more] } : state;
}

function bottled(before: BatchState, event: EventOf<'bottled'>): BatchState {
  const state = withOwn(before, event.own);
  const hygiene = event.hygiene ?? {};
  return {
    ...state,
    status: 'bottled',
    // Older entries say it in one word.
    scalded: event.hygiene ? hygieneFailed(hygiene).length === 0 : event.scalded,
    hygiene,
    steps: withStep(state, 'bottle', () => ({ doneAtMs: event.atMs })),
    jars: event.jars.map((jar) => filledJar(jar, event.atMs, { own: state.ingredients })),
  };
}

/** Everything is done but what comes with the jars: nothing of it was kept time of. */
function enteredAfterwards(state: BatchState, { atMs }: EventOf<'entered-afterwards'>): BatchState {
  return {
    ...state,
    afterwards: true,
    steps: state.steps.map((step) => (step.kind === 'bottle' ? step : { ...step, doneAtMs: atMs })),
  };
}

/** What each kind of event makes of a batch. */
const APPLY: { readonly [T in BatchEvent['type']]: (state: BatchState, event: EventOf<T>) => BatchState } = {
  planned: (state) => state,
  undone: (state) => state,
  'step-begun': (state, { step: id, atMs, timerS }) => ({
    ...state,
    steps: withStep(state, id, (step) => ({
      begunAtMs: step.begunAtMs ?? atMs,
      runningSinceMs: atMs,
      timerS: timerS ?? step.timerS,
    })),
  }),
  'step-paused': (state, { step: id, atMs }) => ({
    ...state,
    steps: withStep(state, id, (step) => stopped(step, atMs)),
  }),
  // Past its end, more counts from now.
  'time-added': (state, { step: id, atMs, seconds }) => ({
    ...state,
    steps: withStep(state, id, (step) => ({
      timerS: Math.max(step.timerS ?? 0, stepRanS(step, atMs)) + seconds,
    })),
  }),
  'step-done': stepDone,
  'step-timed': (state, { step: id, seconds }) => ({
    ...state,
    steps: withStep(state, id, ({ doneAtMs }) => ({
      begunAtMs: doneAtMs === null ? null : doneAtMs - seconds * 1000,
      ranMs: seconds * 1000,
    })),
  }),
  'soak-tended': (state, { atMs, what }) => ({ ...state, tended: [...state.tended, { atMs, what }] }),
  'liquid-added': (state, { atMs, volumeMl }) => ({
    ...state,
    added: [...state.added, { atMs, volumeMl, strained: isStrained(state) }],
  }),
  'stirred-in': (before, { atMs, addition, massG, said, own }) => {
    const state = withOwn(before, own);
    const dose = { atMs, addition, massG, said, strained: isStrained(state) };
    return { ...state, stirred: [...state.stirred, dose] };
  },
  'left-out': (state, { addition }) =>
    withStepsRebuilt({
      ...state,
      leftOut: [...state.leftOut, { addition, strained: isStrained(state) }],
    }),
  'equipment-used': (state, { blend, strain, jugAgainSpeed }) => {
    const { equipment } = state;
    const used = {
      blend: blend ?? equipment.blend,
      strain: strain ?? equipment.strain,
      jugAgainSpeed: jugAgainSpeed ?? equipment.jugAgainSpeed,
    };
    return withStepsRebuilt({
      ...state,
      equipment: used,
      recipe: withEquipment(state.plannedRecipe, used),
    });
  },
  tasted: (state, { atMs, volumeMl }) => ({ ...state, tasted: [...state.tasted, { atMs, volumeMl }] }),
  'jug-again': (state, { strain }) => withStepsRebuilt({ ...state, jugAgain: { strain } }),
  judged: (state, { what, verdict }) => ({ ...state, verdicts: { ...state.verdicts, [what]: verdict } }),
  liked: (state, { atMs, liking, words, jarId }) => ({
    ...state,
    liked: [...state.liked, { atMs, liking, words, jarId }],
  }),
  'entered-afterwards': enteredAfterwards,
  // What it says stands in place of what the entry said.
  corrected: (state) => state,
  'loads-split': (state, { loads }) => withStepsRebuilt({ ...state, loads }),
  probed: (state, { what, tempC }) => ({ ...state, measured: { ...state.measured, [PROBED[what]]: tempC } }),
  measured: (state, event) => ({ ...state, measured: measuredWith(state, event) }),
  'not-measured': (state, { what }) => ({
    ...state,
    measured: { ...state.measured, without: [...state.measured.without, what] },
  }),
  bottled,
  'jar-moved': (state, { jarId, atMs, place, fridge = FIRST_FRIDGE }) =>
    withJar(state, jarId, (jar) => movedJar(jar, { fromMs: atMs, place, fridge })),
  'jar-drawn': (state, { jarId, atMs, volumeMl }) =>
    withJar(state, jarId, (jar) => poured(jar, volumeMl, atMs)),
  'jar-topped-up': (state, { jarId, fromId, volumeMl, atMs }) => {
    const jar = state.jars.find(({ id }) => id === jarId);
    const from = state.jars.find(({ id }) => id === fromId);
    if (!jar || !from) return state;
    const [fuller, emptier] = toppedUp(jar, from, volumeMl, atMs);
    const after = new Map([fuller, emptier].map((one) => [one.id, one]));
    return { ...state, jars: state.jars.map((one) => after.get(one.id) ?? one) };
  },
  'jar-split': (state, { jarId, newId, label, volumeMl }) => ({
    ...state,
    jars: state.jars.flatMap((jar) => (jar.id === jarId ? splitJar(jar, newId, label, volumeMl) : [jar])),
  }),
  'drink-made': (state, { jarId, atMs, volumeMl, own }) =>
    withJar(withOwn(state, own), jarId, (jar) => poured(jar, volumeMl, atMs)),
  'jar-checked': (state, { jarId, atMs, sense, finding }) =>
    withJar(state, jarId, (jar) => checkedJar(jar, { sense, finding }, atMs)),
  'jar-emptied': (state, { jarId, atMs }) =>
    withJar(state, jarId, () => ({ leftMl: 0, fate: 'emptied', fateAtMs: atMs })),
  'jar-discarded': (state, { jarId, atMs, reason }) =>
    withJar(state, jarId, () => ({ fate: 'discarded', fateAtMs: atMs, discardReason: reason })),
  'pulp-stored': (state, event) => ({
    ...state,
    pulp: [...state.pulp, storedPortion(state, event)],
    steps: withStep(state, 'pulp', () => ({ doneAtMs: event.atMs })),
  }),
  'pulp-moved': movedPortion,
  'pulp-split': splitPortion,
  'pulp-weighed': weighedPortion,
  'pulp-taken': takenPortion,
  'pulp-used': usedPortions,
  abandoned: (state, { reason }) => ({ ...state, status: 'abandoned', abandonReason: reason }),
};

function apply(state: BatchState, event: BatchEvent): BatchState {
  // The table is complete by its type; which row is for which event is not something the type can follow.
  return APPLY[event.type](state, event as never);
}

const PROBED = { nuts: 'nutsC', bowl: 'bowlC', mix: 'mixC' } as const satisfies Record<ProbedThing, string>;

function measuredWith(
  state: BatchState,
  { what, reading, byEye, atMs }: Extract<BatchEvent, { type: 'measured' }>,
): BatchState['measured'] {
  const { densityGPerMl } = state.prediction.milk;
  const massG = 'massG' in reading ? reading.massG : reading.volumeMl * densityGPerMl;
  const others = (list: readonly MeasuredThing[]): MeasuredThing[] => list.filter((one) => one !== what);
  const { measured } = state;
  const said = {
    ...measured,
    byEye: byEye ? [...others(measured.byEye), what] : others(measured.byEye),
    without: others(measured.without),
  };
  switch (what) {
    case 'soaked':
      return { ...said, soakedG: massG };
    case 'pulp':
      return { ...said, pulpG: massG };
    case 'milk':
      return { ...said, milkG: massG, milkMl: massG / densityGPerMl, milkAtMs: atMs };
  }
}
