import { MAX_LOADS, RINSED_MAX_C } from '../making';
import type { BatchState, EventBody, StepState } from './batchState';
import { stepRanS } from './batchState';
import { strainedMilkMl } from './bottling';
import type { CorrectionRefusal } from './corrections';
import { correctionRefusal } from './corrections';
import type { FridgeReading } from './jarHistory';
import { jarKeeping } from './jarHistory';
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
  | CorrectionRefusal;

/** So much more than there is may be poured: what is shown is rounded. */
const ROUNDING_ML = 5;

/** Why this may not be added to the log now; null when it may. */
export function eventRefusal(
  state: BatchState,
  event: EventBody,
  readings: readonly FridgeReading[],
  nowMs: number,
): EventRefusalCode | null {
  switch (event.type) {
    case 'planned':
      return 'already-planned';
    case 'undone':
      return state.undoable?.id === event.eventId ? null : 'not-the-last-event';
    case 'step-begun':
    case 'step-paused':
    case 'time-added':
    case 'step-done': {
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
    }
    case 'step-timed': {
      const step = state.steps.find((one) => one.id === event.step);
      if (!step) return 'unknown-step';
      return step.timerS === null || step.doneAtMs === null ? 'not-timed' : null;
    }
    case 'soak-tended': {
      if (state.current?.kind !== 'soak' || state.current.begunAtMs === null) return 'no-soak-standing';
      const inFridge = soakStandsIn(state) === 'fridge';
      if (event.what === 'to-fridge' && inFridge) return 'soak-stands-there';
      return event.what === 'to-counter' && !inFridge ? 'soak-stands-there' : null;
    }
    case 'loads-split': {
      if (state.status !== 'under-way') return 'batch-over';
      const { current } = state;
      if (!current || !stepDefinition(current.kind).splits) return 'cannot-split';
      const least = current.nth ?? 1;
      return event.loads >= least && event.loads <= MAX_LOADS ? null : 'cannot-split';
    }
    case 'liquid-added':
    case 'stirred-in':
    case 'equipment-used':
      return state.status === 'under-way' ? null : 'batch-over';
    case 'left-out':
      if (state.status !== 'under-way') return 'batch-over';
      return state.recipe.additions.some(({ addition }) => addition === event.addition)
        ? null
        : 'not-planned';
    case 'tasted':
      if (state.status !== 'under-way') return 'batch-over';
      if (!isStrained(state)) return 'not-strained';
      return event.volumeMl < strainedMilkMl(state, state.prediction) ? null : 'more-than-there-is';
    case 'jug-again':
      if (state.status !== 'under-way') return 'batch-over';
      return isStrained(state) && state.guide > 3 ? null : 'not-strained';
    case 'entered-afterwards': {
      if (state.status !== 'under-way') return 'batch-over';
      return state.steps.some((step) => step.begunAtMs !== null || step.doneAtMs !== null)
        ? 'already-begun'
        : null;
    }
    case 'judged':
      return state.status === 'abandoned' ? 'batch-over' : null;
    case 'liked':
      if (state.status === 'abandoned') return 'batch-over';
      return event.jarId === null || state.jars.some(({ id }) => id === event.jarId) ? null : 'unknown-jar';
    case 'corrected':
      return correctionRefusal(state.entries, event.eventId, event.to);
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
      return state.pulp.some((pulp) => pulp.place === event.place && pulp.usedAtMs === null)
        ? null
        : 'no-such-pulp';
    case 'jar-moved':
    case 'jar-drawn':
    case 'drink-made':
    case 'jar-emptied':
    case 'jar-discarded': {
      const jar = state.jars.find((one) => one.id === event.jarId);
      if (!jar) return 'unknown-jar';
      if (jar.fate !== 'in-use') return 'jar-gone';
      if (event.type === 'drink-made' && event.volumeMl > jar.leftMl + ROUNDING_ML)
        return 'more-than-there-is';
      const freezes = event.type === 'jar-moved' && event.place === 'freezer';
      return freezes && !jarKeeping(state, jar, readings, nowMs).mayFreeze ? 'too-late-to-freeze' : null;
    }
  }
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
