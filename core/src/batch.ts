import type { JarPlace, JarSpell, JarTerms, Keeping } from './keeping';
import type { BudgetH } from './keeping';
import { keeping } from './keeping';
import type { PlannedPrediction } from './prediction';
import type { Sureness } from './sureness';
import { counterSoakLimitH } from './limits';
import type { PulpPlace } from './pulp';
import type { Recipe, Surroundings } from './recipe';
import { soakSpells } from './recipe';
import { shortensKeeping } from './finish';
import { integrateDrift, SOAK_DRIFT_H } from './soak';
import { spoilageRate } from './keeping';
import type { Step } from './steps';
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

/** What can happen to a batch. */
export type BatchHappening =
  | {
      type: 'planned';
      recipe: Recipe;
      prediction: PlannedPrediction;
      /** How sure the prediction is; null for a batch planned before this was kept. */
      sureness: Sureness | null;
      around: Surroundings;
      budgetH: BudgetH;
    }
  | { type: 'step-begun'; step: string }
  | { type: 'step-done'; step: string }
  | { type: 'measured'; what: MeasuredThing; reading: Reading }
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
export type BatchEvent = BatchHappening & { id: string; atMs: number };

export interface StepState extends Step {
  begunAtMs: number | null;
  doneAtMs: number | null;
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
  sureness: Sureness | null;
  around: Surroundings;
  budgetH: BudgetH;
  status: 'under-way' | 'bottled' | 'abandoned';
  abandonReason: string | null;
  steps: readonly StepState[];
  /** The step to do now; null when all are done. */
  current: StepState | null;
  measured: { soakedG: number | null; milkG: number | null; milkMl: number | null; pulpG: number | null };
  /** End of the last blending, for the two-hour rule. */
  blendEndMs: number | null;
  scalded: boolean;
  jars: readonly JarState[];
  pulp: readonly PulpState[];
  /** The latest event that still counts and can be taken back. */
  undoable: BatchEvent | null;
}

/** Events that still count: those not undone, without the undoing itself. */
export function standing(events: readonly BatchEvent[]): BatchEvent[] {
  const gone = new Set<string>();
  for (const event of events) if (event.type === 'undone') gone.add(event.eventId);
  return events.filter((event) => event.type !== 'undone' && !gone.has(event.id));
}

/**
 * The latest standing entries that were made in one tap (they share their moment), last first: what one undo
 * takes back. Empty when only the plan is left.
 */
export function lastTap(events: readonly BatchEvent[]): BatchEvent[] {
  const counted = standing(events);
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
  const counted = standing(events);
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
    steps: batchSteps(plan.recipe, plan.prediction).map((step) => ({
      ...step,
      begunAtMs: null,
      doneAtMs: null,
    })),
    current: null,
    measured: { soakedG: null, milkG: null, milkMl: null, pulpG: null },
    blendEndMs: null,
    scalded: true,
    jars: [],
    pulp: [],
    undoable: null,
  };
  for (const event of counted) state = apply(state, event);
  const current =
    state.status === 'under-way' ? (state.steps.find((step) => step.doneAtMs === null) ?? null) : null;
  const last = counted[counted.length - 1];
  return { ...state, current, undoable: last && last.type !== 'planned' ? last : null };
}

function withStep(state: BatchState, id: string, change: Partial<StepState>): readonly StepState[] {
  return state.steps.map((step) => (step.id === id ? { ...step, ...change } : step));
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
      return { ...state, steps: withStep(state, event.step, { begunAtMs: event.atMs }) };
    case 'step-done': {
      const step = state.steps.find((one) => one.id === event.step);
      const blendEndMs = step?.kind === 'blend' ? event.atMs : state.blendEndMs;
      return { ...state, blendEndMs, steps: withStep(state, event.step, { doneAtMs: event.atMs }) };
    }
    case 'measured':
      return { ...state, measured: measuredWith(state, event.what, event.reading) };
    case 'bottled':
      return {
        ...state,
        status: 'bottled',
        scalded: event.scalded,
        steps: withStep(state, 'bottle', { doneAtMs: event.atMs }),
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
      return { ...state, pulp: [...state.pulp, stored] };
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

function measuredWith(state: BatchState, what: MeasuredThing, reading: Reading): BatchState['measured'] {
  const { densityGPerMl } = state.prediction.milk;
  const massG = 'massG' in reading ? reading.massG : reading.volumeMl * densityGPerMl;
  switch (what) {
    case 'soaked':
      return { ...state.measured, soakedG: massG };
    case 'pulp':
      return { ...state.measured, pulpG: massG };
    case 'milk':
      return { ...state.measured, milkG: massG, milkMl: massG / densityGPerMl };
  }
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
  | 'no-such-pulp';

/** Why this may not be added to the log now; null when it may. */
export function eventRefusal(
  state: BatchState,
  happening: BatchHappening,
  readings: readonly FridgeReading[],
  nowMs: number,
): EventRefusalCode | null {
  switch (happening.type) {
    case 'planned':
      return 'already-planned';
    case 'undone':
      return state.undoable?.id === happening.eventId ? null : 'not-the-last-event';
    case 'step-begun':
    case 'step-done': {
      const step = state.steps.find((one) => one.id === happening.step);
      if (!step) return 'unknown-step';
      if (step.doneAtMs !== null) return 'step-already-done';
      if (state.status !== 'under-way') return 'batch-over';
      return state.current?.id === step.id ? null : 'not-the-current-step';
    }
    case 'measured':
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
export function jarTerms(state: BatchState): JarTerms {
  return {
    milkTempC: state.prediction.blend.endTempC,
    budgetH: state.budgetH,
    scalded: state.scalded,
    fruit: shortensKeeping(state.recipe),
    spentH: counterSoakDebtH(state.recipe, state.around),
    outSinceMs: state.blendEndMs ?? state.jars[0]?.filledAtMs ?? state.plannedAtMs,
  };
}

/** Hours of a counter soak past its limit, counted against the milk at the room's spoilage rate. */
function counterSoakDebtH(recipe: Recipe, around: Surroundings): number {
  if (recipe.soak.method !== 'counter') return 0;
  let left = counterSoakLimitH(around.roomTempC);
  let debt = 0;
  for (const spell of soakSpells(recipe.soak, around)) {
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
  return keeping(jarTerms(state), jarSpells(jar, readings, state.around.roomTempC), nowMs);
}
