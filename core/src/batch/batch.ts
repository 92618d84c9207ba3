import type { OwnIngredient } from '../ingredients';
import type { BudgetH, JarPlace, JarSpell, JarTerms, Keeping, KeepingCosts, PulpPlace } from '../keeping';
import { keeping, keepingCosts, spoilageRate } from '../keeping';
import type { Recipe, SoakSpell, Surroundings } from '../making';
import {
  MAX_LOADS,
  RINSED_MAX_C,
  SOAK_DRIFT_H,
  TAP_TEMP_C,
  coolingFrom,
  integrateDrift,
  mixedWithRinseC,
  shortensKeeping,
  soakHistory,
  soakSpells,
  warmthAfterC,
} from '../making';
import { HOUR_MS, counterSoakLimitH } from '../measures';
import type { PlannedPrediction } from '../predicting';
import type { Uncertainty } from '../uncertainty';
import type { Guide, Step, StepKind } from './steps';
import { batchSteps } from './steps';

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
      ingredients: readonly OwnIngredient[];
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
  around: Surroundings;
  ingredients: readonly OwnIngredient[];
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
    around: plan.around,
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

function apply(state: BatchState, event: BatchEvent): BatchState {
  switch (event.type) {
    case 'planned':
    case 'undone':
      return state;
    case 'step-begun':
      return {
        ...state,
        steps: withStep(state, event.step, (step) => ({
          begunAtMs: step.begunAtMs ?? event.atMs,
          runningSinceMs: event.atMs,
          timerS: event.timerS ?? step.timerS,
        })),
      };
    case 'step-paused':
      return { ...state, steps: withStep(state, event.step, (step) => stopped(step, event.atMs)) };
    case 'time-added':
      return {
        ...state,
        // Past its end, more counts from now.
        steps: withStep(state, event.step, (step) => ({
          timerS: Math.max(step.timerS ?? 0, stepRanS(step, event.atMs)) + event.seconds,
        })),
      };
    case 'step-done': {
      const step = state.steps.find((one) => one.id === event.step);
      // Feeling counts as blending when the blades ran on in it.
      const bladesRan = step?.kind === 'blend' || (step?.kind === 'feel' && step.begunAtMs !== null);
      return {
        ...state,
        blendEndMs: bladesRan ? event.atMs : state.blendEndMs,
        steps: withStep(state, event.step, (one) => ({ ...stopped(one, event.atMs), doneAtMs: event.atMs })),
      };
    }
    case 'soak-tended':
      return { ...state, tended: [...state.tended, { atMs: event.atMs, what: event.what }] };
    case 'liquid-added': {
      const strained = state.steps.some((step) => step.kind === 'strain' && step.doneAtMs !== null);
      return {
        ...state,
        added: [...state.added, { atMs: event.atMs, volumeMl: event.volumeMl, strained }],
      };
    }
    case 'loads-split': {
      const been = new Map(state.steps.map((step) => [step.id, step]));
      const steps = batchSteps(state.recipe, state.prediction, state.guide, event.loads).map((step) => {
        const before = been.get(step.id);
        return before ? { ...before, of: step.of } : untouched(step);
      });
      return { ...state, loads: event.loads, steps };
    }
    case 'probed':
      return {
        ...state,
        measured: { ...state.measured, [PROBED[event.what]]: event.tempC },
      };
    case 'measured':
      return { ...state, measured: measuredWith(state, event) };
    case 'not-measured':
      return { ...state, measured: { ...state.measured, without: [...state.measured.without, event.what] } };
    case 'bottled':
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
    case 'jar-moved':
      return withJar(state, event.jarId, (jar) => ({
        places: [...jar.places, { fromMs: event.atMs, place: event.place }],
      }));
    case 'jar-drawn':
      return withJar(state, event.jarId, (jar) => {
        const leftMl = Math.max(0, jar.leftMl - event.volumeMl);
        return leftMl > 0 ? { leftMl } : { leftMl, fate: 'emptied', fateAtMs: event.atMs };
      });
    case 'jar-emptied':
      return withJar(state, event.jarId, () => ({ leftMl: 0, fate: 'emptied', fateAtMs: event.atMs }));
    case 'jar-discarded':
      return withJar(state, event.jarId, () => ({
        fate: 'discarded',
        fateAtMs: event.atMs,
        discardReason: event.reason,
      }));
    case 'pulp-stored': {
      const stored = { place: event.place, massG: event.massG, sinceMs: event.atMs, usedAtMs: null };
      return {
        ...state,
        pulp: [...state.pulp, stored],
        steps: withStep(state, 'pulp', () => ({ doneAtMs: event.atMs })),
      };
    }
    case 'pulp-used':
      return {
        ...state,
        pulp: state.pulp.map((pulp) =>
          pulp.place === event.place && pulp.usedAtMs === null ? { ...pulp, usedAtMs: event.atMs } : pulp,
        ),
      };
    case 'abandoned':
      return { ...state, status: 'abandoned', abandonReason: event.reason };
  }
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

/** Seconds each load has run at the blades, feeling included; null for a load not blended yet. */
export function blendedS(state: BatchState, nowMs: number): (number | null)[] {
  return Array.from({ length: state.loads }, (_, i) => {
    const of = (kind: StepKind) => state.steps.find((step) => step.kind === kind && step.nth === i + 1);
    const blend = of('blend');
    if (!blend || blend.doneAtMs === null || blend.begunAtMs === null) return null;
    const feel = of('feel');
    return stepRanS(blend, nowMs) + (feel ? stepRanS(feel, nowMs) : 0);
  });
}

/**
 * The milk as its keeping clock starts, °C: off the probe where it was measured, else as warm as the blades made it in
 * the seconds that they ran, the hottest load counting; mixed with what rinsed the jug.
 */
export function blendedMilkTempC(state: BatchState): number {
  const { blend } = state.prediction;
  const ran = blendedS(state, state.blendEndMs ?? state.plannedAtMs).filter((s) => s !== null);
  const { warming } = blend;
  const byBlades =
    warming && ran.length > 0 && blend.secondsPerLoad > 0
      ? warmthAfterC(warming, Math.max(...ran))
      : blend.endTempC;
  const loadC = state.measured.mixC ?? byBlades;
  return mixedWithRinseC(loadC, state.recipe.blend.liquidTempC, blend.rinseHeatShare);
}

export type EventRefusalCode =
  | 'batch-over'
  | 'not-the-current-step'
  | 'step-already-done'
  | 'unknown-step'
  | 'unknown-jar'
  | 'jar-gone'
  | 'too-late-to-freeze'
  | 'not-the-last-event'
  | 'already-planned'
  | 'no-such-pulp'
  | 'not-running'
  | 'already-running'
  | 'no-soak-standing'
  | 'soak-stands-there'
  | 'cannot-split'
  | 'still-hot';

/** Until the strainer, a load too many for the jug can still be parted. */
const SPLIT_UNTIL: readonly StepKind[] = [
  'weigh',
  'soak',
  'cool',
  'drain',
  'weigh-soaked',
  'peel',
  'blend',
  'feel',
  'rinse',
];

/** Why this may not be added to the log now; null when it may. */
export function eventRefusal(
  state: BatchState,
  happening: EventBody,
  readings: readonly FridgeReading[],
  nowMs: number,
): EventRefusalCode | null {
  switch (happening.type) {
    case 'planned':
      return 'already-planned';
    case 'undone':
      return state.undoable?.id === happening.eventId ? null : 'not-the-last-event';
    case 'step-begun':
    case 'step-paused':
    case 'time-added':
    case 'step-done': {
      const step = state.steps.find((one) => one.id === happening.step);
      if (!step) return 'unknown-step';
      if (step.doneAtMs !== null) return 'step-already-done';
      if (state.status === 'abandoned') return 'batch-over';
      if (state.current?.id !== step.id) return 'not-the-current-step';
      if (happening.type === 'step-begun' && step.runningSinceMs !== null) return 'already-running';
      if (happening.type === 'step-paused' && step.runningSinceMs === null) return 'not-running';
      const ends = happening.type === 'step-done' && step.kind === 'cool';
      if (ends && !isCool(state, step, nowMs)) return 'still-hot';
      const blends = happening.type === 'step-begun' && step.kind === 'blend';
      return blends && standsHot(state, nowMs) ? 'still-hot' : null;
    }
    case 'soak-tended': {
      if (state.current?.kind !== 'soak' || state.current.begunAtMs === null) return 'no-soak-standing';
      const inFridge = soakStandsIn(state) === 'fridge';
      if (happening.what === 'to-fridge' && inFridge) return 'soak-stands-there';
      return happening.what === 'to-counter' && !inFridge ? 'soak-stands-there' : null;
    }
    case 'loads-split': {
      if (state.status !== 'under-way') return 'batch-over';
      const { current } = state;
      if (!current || !SPLIT_UNTIL.includes(current.kind)) return 'cannot-split';
      const least = current.nth ?? 1;
      return happening.loads >= least && happening.loads <= MAX_LOADS ? null : 'cannot-split';
    }
    case 'liquid-added':
      return state.status === 'under-way' ? null : 'batch-over';
    case 'probed':
    case 'measured':
    case 'not-measured':
    case 'pulp-stored':
      return state.status === 'abandoned' ? 'batch-over' : null;
    case 'bottled':
      if (state.status !== 'under-way') return 'batch-over';
      return state.current?.kind === 'bottle' ? null : 'not-the-current-step';
    case 'abandoned':
      return state.status === 'under-way' ? null : 'batch-over';
    case 'pulp-used':
      return state.pulp.some((pulp) => pulp.place === happening.place && pulp.usedAtMs === null)
        ? null
        : 'no-such-pulp';
    case 'jar-moved':
    case 'jar-drawn':
    case 'jar-emptied':
    case 'jar-discarded': {
      const jar = state.jars.find((one) => one.id === happening.jarId);
      if (!jar) return 'unknown-jar';
      if (jar.fate !== 'in-use') return 'jar-gone';
      const freezes = happening.type === 'jar-moved' && happening.place === 'freezer';
      return freezes && !jarKeeping(state, jar, readings, nowMs).mayFreeze ? 'too-late-to-freeze' : null;
    }
  }
}

/** Seconds that a bowl of kept soak water has to stand in its bath, by how warm the soak left it. */
export function bathS(state: BatchState): number {
  const spells = soakAsItWent(state);
  const endTempC =
    spells && spells.length > 0 ? soakHistory(spells).endTempC : state.prediction.soak.endTempC;
  return Math.ceil((coolingFrom(endTempC, state.around.roomTempC)?.bathH ?? 0) * 60) * 60;
}

/** Whether a bowl of hot soak water may meet the closed jug: the probe says so, or nobody measured and its time is up. */
function isCool(state: BatchState, step: StepState, nowMs: number): boolean {
  const { bowlC } = state.measured;
  if (bowlC !== null) return bowlC <= RINSED_MAX_C;
  return step.begunAtMs !== null && stepRanS(step, nowMs) >= bathS(state);
}

/** Whether kept soak water is still hot in a batch whose guide has no step for its cooling. */
function standsHot(state: BatchState, nowMs: number): boolean {
  const soak = state.steps.find(({ kind }) => kind === 'soak');
  const guided = state.steps.some(({ kind }) => kind === 'cool');
  if (guided || state.prediction.soak.keptWaterG <= 0 || soak?.doneAtMs == null) return false;
  const { bowlC } = state.measured;
  if (bowlC !== null) return bowlC > RINSED_MAX_C;
  return nowMs < soak.doneAtMs + bathS(state) * 1000;
}

/** The fridge was, from this moment on, at this temperature: a set figure or one that was read. */
export interface FridgeReading {
  atMs: number;
  tempC: number;
}

const FREEZER_C = -18;

/** A jar's places with the temperatures that the fridge log gives them. */
export function jarSpells(jar: JarState, readings: readonly FridgeReading[], roomTempC: number): JarSpell[] {
  const spells: JarSpell[] = [];
  for (const [i, { fromMs, place }] of jar.places.entries()) {
    const toMs = jar.places[i + 1]?.fromMs ?? Infinity;
    if (place !== 'fridge') {
      spells.push({ fromMs, place, tempC: place === 'out' ? roomTempC : FREEZER_C });
      continue;
    }
    const before = readings.filter((one) => one.atMs <= fromMs);
    const start = before[before.length - 1] ?? readings[0];
    spells.push({ fromMs, place, tempC: start?.tempC ?? 4 });
    for (const { atMs, tempC } of readings) {
      if (atMs > fromMs && atMs < toMs) spells.push({ fromMs: atMs, place, tempC });
    }
  }
  return spells;
}

/** What the jar's keeping time rests on. */
export function jarTerms(state: BatchState, jar: Pick<JarState, 'filledMl'>): JarTerms {
  return {
    milkTempC: blendedMilkTempC(state),
    volumeMl: jar.filledMl,
    budgetH: state.budgetH,
    scalded: state.scalded,
    fruit: shortensKeeping(state.recipe),
    spentH: counterSoakDebtH(
      soakAsItWent(state) ?? soakSpells(state.recipe.soak, state.around),
      state.around,
    ),
    blendedAtMs: state.blendEndMs ?? state.jars[0]?.filledAtMs ?? state.plannedAtMs,
    roomTempC: state.around.roomTempC,
  };
}

/** Where the soak stands now, or stood last. */
export function soakStandsIn(state: BatchState): 'fridge' | 'counter' {
  const moves = state.tended.filter(({ what }) => what !== 'water-changed');
  const last = moves[moves.length - 1];
  if (last) return last.what === 'to-fridge' ? 'fridge' : 'counter';
  return state.recipe.soak.method === 'fridge' ? 'fridge' : 'counter';
}

/**
 * The soak as it went, with its changes of water and of place; null until it is over, and for a batch whose soak
 * was not kept time of.
 */
export function soakAsItWent(state: BatchState): SoakSpell[] | null {
  const step = state.steps.find((one) => one.kind === 'soak');
  if (!step || step.begunAtMs === null || step.doneAtMs === null) return null;
  const { around, recipe } = state;
  const tempOf = (place: 'fridge' | 'counter'): number =>
    place === 'fridge' ? around.fridgeTempC : around.roomTempC;
  const spells: SoakSpell[] = [];
  let fromMs = step.begunAtMs;
  let place: 'fridge' | 'counter' = recipe.soak.method === 'fridge' ? 'fridge' : 'counter';
  let pourTempC: number | null = recipe.soak.pourTempC;
  const until = (atMs: number): void => {
    const hours = (atMs - fromMs) / HOUR_MS;
    if (hours <= 0) return;
    spells.push({ hours, placeTempC: tempOf(place), pourTempC });
    fromMs = atMs;
    pourTempC = null;
  };
  for (const { atMs, what } of state.tended) {
    until(atMs);
    if (what === 'water-changed') pourTempC = TAP_TEMP_C;
    else place = what === 'to-fridge' ? 'fridge' : 'counter';
  }
  until(step.doneAtMs);
  return spells;
}

/** Hours a soak stood at the room's warmth past the limit, counted against the milk at the room's spoilage rate. */
function counterSoakDebtH(spells: readonly SoakSpell[], around: Surroundings): number {
  let left = counterSoakLimitH(around.roomTempC);
  let debt = 0;
  for (const spell of spells) {
    if (spell.placeTempC !== around.roomTempC) continue;
    const free = Math.min(left, spell.hours);
    left -= free;
    const tempC = spell.placeTempC;
    // By the limit the water has long taken the room's temperature.
    debt += integrateDrift(spoilageRate, tempC, tempC, SOAK_DRIFT_H, spell.hours - free);
  }
  return debt;
}

export function jarKeeping(
  state: BatchState,
  jar: JarState,
  readings: readonly FridgeReading[],
  nowMs: number,
): Keeping {
  return keeping(jarTerms(state, jar), jarSpells(jar, readings, state.around.roomTempC), nowMs);
}

/** What took hours off the time of a jar that stands as `kept` says. */
export function jarCosts(
  state: BatchState,
  jar: JarState,
  readings: readonly FridgeReading[],
  kept: Keeping,
): KeepingCosts {
  return keepingCosts(jarTerms(state, jar), jarSpells(jar, readings, state.around.roomTempC), kept);
}
