import type { BatchState, FridgeReading, JarState, PulpState, StepState } from './batch';
import { jarKeeping } from './batch';
import { pulpUseByMs } from './pulp';

export interface BatchOnAgenda {
  batchId: string;
  state: BatchState;
}

/** Something the kitchen wants, and when. */
export type AgendaItem = { batchId: string; dueMs: number } & (
  | { kind: 'step-waiting'; step: StepState }
  | { kind: 'timer-running'; step: StepState }
  | { kind: 'timer-over'; step: StepState }
  | { kind: 'jar-past-best'; jar: JarState }
  | { kind: 'jar-best-before'; jar: JarState }
  | { kind: 'jar-discard'; jar: JarState }
  | { kind: 'pulp-use-by'; pulp: PulpState }
);

/** Moment the timer of a begun step runs out; null when it has none. */
export function timerEndMs(step: StepState): number | null {
  if (step.begunAtMs === null || step.timerS === null) return null;
  return step.begunAtMs + step.timerS * 1000;
}

function stepItem(batchId: string, step: StepState, nowMs: number): AgendaItem {
  const endMs = timerEndMs(step);
  if (endMs === null) return { batchId, dueMs: nowMs, kind: 'step-waiting', step };
  return { batchId, dueMs: endMs, kind: endMs <= nowMs ? 'timer-over' : 'timer-running', step };
}

/**
 * What the kitchen needs, the soonest first: due things before coming ones, a hand at the counter before a
 * jar on the shelf.
 */
export function agenda(
  batches: readonly BatchOnAgenda[],
  readings: readonly FridgeReading[],
  nowMs: number,
): AgendaItem[] {
  const items: AgendaItem[] = [];
  for (const { batchId, state } of batches) {
    if (state.current) items.push(stepItem(batchId, state.current, nowMs));
    for (const jar of state.jars) {
      if (jar.fate !== 'in-use') continue;
      const kept = jarKeeping(state, jar, readings, nowMs);
      if (kept.state === 'discard') {
        items.push({ batchId, dueMs: kept.discardAtMs, kind: 'jar-discard', jar });
      } else if (kept.state === 'past-best') {
        items.push({ batchId, dueMs: kept.discardAtMs, kind: 'jar-past-best', jar });
      } else {
        items.push({ batchId, dueMs: kept.bestBeforeMs, kind: 'jar-best-before', jar });
      }
    }
    for (const pulp of state.pulp) {
      if (pulp.usedAtMs === null) {
        items.push({ batchId, dueMs: pulpUseByMs(pulp.place, pulp.sinceMs), kind: 'pulp-use-by', pulp });
      }
    }
  }
  return items.sort((a, b) => rank(a, nowMs) - rank(b, nowMs) || a.dueMs - b.dueMs);
}

function rank(item: AgendaItem, nowMs: number): number {
  if (item.kind === 'timer-over') return 0;
  // Milk that stands blended must get on; other waiting steps can wait for a jar that is to be thrown away.
  if (item.kind === 'step-waiting') return item.step.kind === 'strain' || item.step.kind === 'bottle' ? 0 : 2;
  if (item.kind === 'timer-running' && item.step.attended) return 0;
  return item.dueMs <= nowMs ? 1 : 3;
}
