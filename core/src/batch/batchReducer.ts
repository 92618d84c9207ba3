import type { BatchEvent, BatchState, JarState, MeasuredThing, ProbedThing, StepState } from './batchState';
import { stepRanS } from './batchState';
import { stepDefinition } from './stepTable';
import type { Step } from './steps';
import { batchSteps } from './steps';

/** Events that still count: those not undone, without the undoing itself. */
export function effectiveEvents(events: readonly BatchEvent[]): BatchEvent[] {
  const gone = new Set<string>();
  for (const event of events) if (event.type === 'undone') gone.add(event.eventId);
  return events.filter((event) => event.type !== 'undone' && !gone.has(event.id));
}

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
  let state: BatchState = {
    plannedAtMs: plan.atMs,
    recipe: plan.recipe,
    prediction: plan.prediction,
    sureness: plan.sureness,
    surroundings: plan.around,
    budgetH: plan.budgetH,
    status: 'under-way',
    abandonReason: null,
    steps: batchSteps(plan.recipe, plan.prediction, plan.guide).map(untouched),
    current: null,
    ingredients: plan.ingredients,
    measured: NOT_MEASURED,
    guide: plan.guide,
    loads: plan.prediction.blend.loads,
    tended: [],
    added: [],
    blendEndMs: null,
    scalded: true,
    jars: [],
    pulp: [],
    undoable: null,
  };
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

function withJar(state: BatchState, id: string, change: (jar: JarState) => Partial<JarState>): BatchState {
  return { ...state, jars: state.jars.map((jar) => (jar.id === id ? { ...jar, ...change(jar) } : jar)) };
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

function loadsSplit(state: BatchState, { loads }: EventOf<'loads-split'>): BatchState {
  const been = new Map(state.steps.map((step) => [step.id, step]));
  const steps = batchSteps(state.recipe, state.prediction, state.guide, loads).map((step) => {
    const before = been.get(step.id);
    return before ? { ...before, of: step.of } : untouched(step);
  });
  return { ...state, loads, steps };
}

function bottled(state: BatchState, event: EventOf<'bottled'>): BatchState {
  return {
    ...state,
    status: 'bottled',
    scalded: event.scalded,
    steps: withStep(state, 'bottle', () => ({ doneAtMs: event.atMs })),
    jars: event.jars.map((jar) => ({
      id: jar.id,
      label: jar.label,
      filledMl: jar.volumeMl,
      leftMl: jar.volumeMl,
      filledAtMs: event.atMs,
      places: [{ fromMs: event.atMs, place: jar.place }],
      fate: 'in-use',
      fateAtMs: null,
      discardReason: null,
    })),
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
  'soak-tended': (state, { atMs, what }) => ({ ...state, tended: [...state.tended, { atMs, what }] }),
  'liquid-added': (state, { atMs, volumeMl }) => {
    const strained = state.steps.some((step) => step.kind === 'strain' && step.doneAtMs !== null);
    return { ...state, added: [...state.added, { atMs, volumeMl, strained }] };
  },
  'loads-split': loadsSplit,
  probed: (state, { what, tempC }) => ({ ...state, measured: { ...state.measured, [PROBED[what]]: tempC } }),
  measured: (state, event) => ({ ...state, measured: measuredWith(state, event) }),
  'not-measured': (state, { what }) => ({
    ...state,
    measured: { ...state.measured, without: [...state.measured.without, what] },
  }),
  bottled,
  'jar-moved': (state, { jarId, atMs, place }) =>
    withJar(state, jarId, (jar) => ({ places: [...jar.places, { fromMs: atMs, place }] })),
  'jar-drawn': (state, { jarId, atMs, volumeMl }) =>
    withJar(state, jarId, (jar) => {
      const leftMl = Math.max(0, jar.leftMl - volumeMl);
      return leftMl > 0 ? { leftMl } : { leftMl, fate: 'emptied', fateAtMs: atMs };
    }),
  'jar-emptied': (state, { jarId, atMs }) =>
    withJar(state, jarId, () => ({ leftMl: 0, fate: 'emptied', fateAtMs: atMs })),
  'jar-discarded': (state, { jarId, atMs, reason }) =>
    withJar(state, jarId, () => ({ fate: 'discarded', fateAtMs: atMs, discardReason: reason })),
  'pulp-stored': (state, { place, massG, atMs }) => ({
    ...state,
    pulp: [...state.pulp, { place, massG, sinceMs: atMs, usedAtMs: null }],
    steps: withStep(state, 'pulp', () => ({ doneAtMs: atMs })),
  }),
  'pulp-used': (state, { place, atMs }) => ({
    ...state,
    pulp: state.pulp.map((pulp) =>
      pulp.place === place && pulp.usedAtMs === null ? { ...pulp, usedAtMs: atMs } : pulp,
    ),
  }),
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
