import { MAX_LOADS, RINSED_MAX_C } from '../making';
import type { PulpMoveRefusal, PulpUseRefusal } from '../pulp';
import { pulpKeeping, pulpMoveRefusal, pulpUseRefusal } from '../pulp';
import { batchState } from './batchReducer';
import type { BatchEvent, BatchState, EventBody, JarState, StepState } from './batchState';
import { stepRanS } from './batchState';
import { strainedMilkMl } from './bottling';
import type { CorrectionRefusal } from './corrections';
import { correctionRefusal } from './corrections';
import type { FridgeLogs } from '../keeping';
import { jarKeeping } from './jarHistory';
import { pulpTraits } from './pulpLedger';
import { bathS, isStrained, soakStandsIn } from './soakAndBlend';
import type { StepFacts } from './stepTable';
import { stepDefinition } from './stepTable';

export type EventRefusalCode =
  | 'batch-over'
  | 'not-the-current-step'
  | 'step-already-done'
  | 'unknown-step'
  | 'unknown-jar'
  | 'jar-gone'
  | 'jar-there'
  | 'jar-frozen'
  | 'milk-over'
  | 'too-late-to-freeze'
  | 'not-the-last-event'
  | 'already-planned'
  | 'no-such-pulp'
  | 'not-running'
  | 'already-running'
  | 'no-soak-standing'
  | 'soak-stands-there'
  | 'cannot-split'
  | 'still-hot'
  | 'not-strained'
  | 'more-than-there-is'
  | 'not-planned'
  | 'already-begun'
  | 'not-timed'
  | 'not-drying'
  | 'still-drying'
  | 'portion-there'
  | PulpUseRefusal
  | PulpMoveRefusal
  | CorrectionRefusal;

/** So much more than there is may be poured: what is shown is rounded. */
const ROUNDING_ML = 5;

type BodyOf<T extends EventBody['type']> = Extract<EventBody, { type: T }>;
type Rule<B extends EventBody> = (
  state: BatchState,
  event: B,
  nowMs: number,
  fridges: FridgeLogs,
) => EventRefusalCode | null;

const underWay = ({ status }: BatchState): EventRefusalCode | null =>
  status === 'under-way' ? null : 'batch-over';
const notGivenUp = ({ status }: BatchState): EventRefusalCode | null =>
  status === 'abandoned' ? 'batch-over' : null;

type OfStep = 'step-begun' | 'step-paused' | 'time-added' | 'step-done';

const atStep: Rule<BodyOf<OfStep>> = (state, event, nowMs) => {
  const step = state.steps.find((one) => one.id === event.step);
  if (!step) return 'unknown-step';
  if (step.doneAtMs !== null) return 'step-already-done';
  if (state.status === 'abandoned') return 'batch-over';
  if (state.current?.id !== step.id) return 'not-the-current-step';
  if (event.type === 'step-begun' && step.runningSinceMs !== null) return 'already-running';
  if (event.type === 'step-paused' && step.runningSinceMs === null) return 'not-running';
  const definition = stepDefinition(step.kind);
  if (event.type === 'step-done') return definition.mayEnd(stepFacts(state, step, nowMs));
  if (event.type === 'step-begun') return definition.mayBegin(stepFacts(state, step, nowMs));
  return null;
};

type OfJar =
  | 'jar-checked'
  | 'jar-moved'
  | 'jar-drawn'
  | 'jar-split'
  | 'jar-topped-up'
  | 'drink-made'
  | 'jar-emptied'
  | 'jar-discarded';

function frozen({ places }: JarState): boolean {
  return places[places.length - 1]?.place === 'freezer';
}

/** Why a jar may not be topped up: only with as much as another jar of the batch has left, and of what is still good. */
function toppingUp(
  state: BatchState,
  jar: JarState,
  { fromId, volumeMl }: BodyOf<'jar-topped-up'>,
  nowMs: number,
  fridges: FridgeLogs,
): EventRefusalCode | null {
  const from = state.jars.find(({ id }) => id === fromId);
  if (!from || from === jar) return 'unknown-jar';
  if (from.fate !== 'in-use') return 'jar-gone';
  if (volumeMl > from.leftMl + ROUNDING_ML) return 'more-than-there-is';
  if (frozen(jar) || frozen(from)) return 'jar-frozen';
  const over = [jar, from].some((one) => jarKeeping(state, one, fridges, nowMs).state === 'discard');
  return over ? 'milk-over' : null;
}

const ofJar: Rule<BodyOf<OfJar>> = (state, event, nowMs, fridges) => {
  const jar = state.jars.find((one) => one.id === event.jarId);
  if (!jar) return 'unknown-jar';
  if (jar.fate !== 'in-use') return 'jar-gone';
  if (event.type === 'jar-topped-up') return toppingUp(state, jar, event, nowMs, fridges);
  if ('volumeMl' in event && event.volumeMl > jar.leftMl + ROUNDING_ML) return 'more-than-there-is';
  if (event.type === 'jar-split') {
    // The last drop stays where it is: a jar that is only moved over is no jar more.
    if (event.volumeMl >= jar.leftMl) return 'more-than-there-is';
    return state.jars.some(({ id }) => id === event.newId) ? 'jar-there' : null;
  }
  const freezes = event.type === 'jar-moved' && event.place === 'freezer';
  return freezes && !jarKeeping(state, jar, fridges, nowMs).mayFreeze ? 'too-late-to-freeze' : null;
};

function frozenAtOnce({ jars }: BodyOf<'bottled'>): string[] {
  return jars.filter(({ place }) => place === 'freezer').map(({ id }) => id);
}

/** Whether some jar of a bottling is to go into the freezer although the milk is past its best by `atMs`, or over. */
function freezesTooLate(
  bottling: BodyOf<'bottled'>,
  entriesWith: (bottling: BodyOf<'bottled'>) => readonly BatchEvent[],
  fridges: FridgeLogs,
  atMs: number,
): boolean {
  const frozen = new Set(frozenAtOnce(bottling));
  if (frozen.size === 0) return false;
  const jars = bottling.jars.map((jar) => ({ ...jar, place: 'fridge' as const }));
  const chilled = batchState(entriesWith({ ...bottling, jars }));
  return (chilled?.jars ?? []).some(({ id, places, ...jar }) => {
    const atBottling = { ...jar, id, places: places.slice(0, 1), poured: null, fateAtMs: null };
    return frozen.has(id) && chilled !== null && !jarKeeping(chilled, atBottling, fridges, atMs).mayFreeze;
  });
}

/** Whether a bottling is corrected to say that a jar went straight into the freezer when it was too late for that. */
function frozenAfterwards(
  { entries }: BatchState,
  { eventId, to }: BodyOf<'corrected'>,
  nowMs: number,
  fridges: FridgeLogs,
): boolean {
  const entry = entries.find(({ id }) => id === eventId);
  if (to.type !== 'bottled' || entry?.type !== 'bottled') return false;
  const before = frozenAtOnce(entry);
  if (frozenAtOnce(to).every((id) => before.includes(id))) return false;
  const withIt = (corrected: BodyOf<'bottled'>): BatchEvent[] => [
    ...entries,
    { type: 'corrected', eventId, to: corrected, id: '', atMs: nowMs },
  ];
  return freezesTooLate(to, withIt, fridges, entry.atMs);
}

/** Whether another step would be the current one: a batch that is past a step cannot be asked to do it. */
function movesOn(state: BatchState, correction: BodyOf<'corrected'>, nowMs: number): boolean {
  const then = batchState([...state.entries, { ...correction, id: '', atMs: nowMs }]);
  return then?.current?.id !== state.current?.id;
}

/** Whether a portion of that name was put away before. */
function isThere({ pulp }: BatchState, portionId: string | undefined): boolean {
  return pulp.some(({ id }) => id === portionId);
}

type OfPulp = 'pulp-moved' | 'pulp-split' | 'pulp-weighed' | 'pulp-taken';

/** So much more than there is may be taken: scales differ by a little, g. */
const ROUNDING_G = 2;

const ofPulp: Rule<BodyOf<OfPulp>> = (state, event, nowMs) => {
  const portion = state.pulp.find(({ id }) => id === event.portionId);
  if (!portion || portion.usedAtMs !== null) return 'no-such-pulp';
  const { usedShare } = pulpKeeping(portion.spells, nowMs);
  switch (event.type) {
    case 'pulp-weighed':
      return portion.drying === null ? 'not-drying' : null;
    case 'pulp-split':
      if (portion.drying !== null) return 'still-drying';
      if (isThere(state, event.newId)) return 'portion-there';
      return event.massG < portion.massG ? null : 'more-than-there-is';
    case 'pulp-taken':
      if (event.massG > portion.massG + ROUNDING_G) return 'more-than-there-is';
      return pulpUseRefusal(event.became, pulpTraits(state), usedShare);
    case 'pulp-moved':
      return pulpMoveRefusal(portion.spells, event.place, usedShare);
  }
};

/** Why each kind of entry may not be added; null when it may. */
const RULES: { readonly [T in EventBody['type']]: Rule<BodyOf<T>> } = {
  planned: () => 'already-planned',
  undone: (state, { eventId }) => (state.undoable?.id === eventId ? null : 'not-the-last-event'),
  'step-begun': atStep,
  'step-paused': atStep,
  'time-added': atStep,
  'step-done': atStep,
  'step-timed': (state, event) => {
    const step = state.steps.find((one) => one.id === event.step);
    if (!step) return 'unknown-step';
    return step.timerS === null || step.doneAtMs === null ? 'not-timed' : null;
  },
  'soak-tended': (state, { what }) => {
    if (state.current?.kind !== 'soak' || state.current.begunAtMs === null) return 'no-soak-standing';
    const inFridge = soakStandsIn(state) === 'fridge';
    if (what === 'to-fridge' && inFridge) return 'soak-stands-there';
    return what === 'to-counter' && !inFridge ? 'soak-stands-there' : null;
  },
  'loads-split': (state, { loads }) => {
    const { current } = state;
    if (state.status !== 'under-way') return 'batch-over';
    if (!current || !stepDefinition(current.kind).splits) return 'cannot-split';
    return loads >= (current.nth ?? 1) && loads <= MAX_LOADS ? null : 'cannot-split';
  },
  'liquid-added': underWay,
  'stirred-in': underWay,
  'equipment-used': underWay,
  'left-out': (state, event) => {
    if (state.status !== 'under-way') return 'batch-over';
    return state.recipe.additions.some(({ addition }) => addition === event.addition) ? null : 'not-planned';
  },
  tasted: (state, { volumeMl }) => {
    if (state.status !== 'under-way') return 'batch-over';
    if (!isStrained(state)) return 'not-strained';
    return volumeMl < strainedMilkMl(state, state.prediction) ? null : 'more-than-there-is';
  },
  'jug-again': (state) => {
    if (state.status !== 'under-way') return 'batch-over';
    return isStrained(state) && state.guide > 3 ? null : 'not-strained';
  },
  'entered-afterwards': (state) => {
    if (state.status !== 'under-way') return 'batch-over';
    const begun = state.steps.some((step) => step.begunAtMs !== null || step.doneAtMs !== null);
    return begun ? 'already-begun' : null;
  },
  probed: notGivenUp,
  measured: notGivenUp,
  'not-measured': notGivenUp,
  'pulp-stored': (state, { portionId }) =>
    notGivenUp(state) ?? (isThere(state, portionId) ? 'portion-there' : null),
  judged: notGivenUp,
  liked: (state, { jarId }) =>
    notGivenUp(state) ?? (jarId === null || state.jars.some(({ id }) => id === jarId) ? null : 'unknown-jar'),
  corrected: (state, event, nowMs, fridges) =>
    correctionRefusal(state.entries, event.eventId, event.to) ??
    (movesOn(state, event, nowMs) ? 'steps-would-change' : null) ??
    (frozenAfterwards(state, event, nowMs, fridges) ? 'too-late-to-freeze' : null),
  bottled: (state, event, nowMs, fridges) => {
    if (state.status !== 'under-way') return 'batch-over';
    if (state.current?.kind !== 'bottle') return 'not-the-current-step';
    const withIt = (to: BodyOf<'bottled'>): BatchEvent[] => [
      ...state.entries,
      { ...to, id: '', atMs: nowMs },
    ];
    return freezesTooLate(event, withIt, fridges, nowMs) ? 'too-late-to-freeze' : null;
  },
  abandoned: underWay,
  'pulp-moved': ofPulp,
  'pulp-split': ofPulp,
  'pulp-weighed': ofPulp,
  'pulp-taken': ofPulp,
  'pulp-used': (state, { place }) =>
    state.pulp.some((pulp) => pulp.place === place && pulp.usedAtMs === null) ? null : 'no-such-pulp',
  'jar-moved': ofJar,
  'jar-drawn': ofJar,
  'jar-split': ofJar,
  'jar-topped-up': ofJar,
  'drink-made': ofJar,
  'jar-checked': ofJar,
  'jar-emptied': ofJar,
  'jar-discarded': ofJar,
};

/** Why this may not be added to the log now; null when it may. */
export function eventRefusal(
  state: BatchState,
  event: EventBody,
  fridges: FridgeLogs,
  nowMs: number,
): EventRefusalCode | null {
  // The table is complete by its type; which rule is for which event is not something the type can follow.
  return RULES[event.type](state, event as never, nowMs, fridges);
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

/** What the rules of a step go by. */
function stepFacts(state: BatchState, step: StepState, nowMs: number): StepFacts {
  return {
    bowlTempC: state.measured.bowlC,
    ranS: step.begunAtMs === null ? null : stepRanS(step, nowMs),
    bathS: bathS(state),
    standsHot: standsHot(state, nowMs),
  };
}
