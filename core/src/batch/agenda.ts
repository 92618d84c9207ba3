import { HOUR_MS, MIN_MS, counterSoakLimitH } from '../measures';
import { dryingForecast, pulpKeeping } from '../pulp';
import type { BatchState, JarState, PulpState, StepState } from './batchState';
import { timerEndMs } from './batchState';
import type { FridgeLogs } from '../keeping';
import { jarKeeping } from './jarHistory';
import { soakStandsIn } from './soakAndBlend';
import { stepDefinition } from './stepTable';

export interface BatchOnAgenda {
  batchId: string;
  state: BatchState;
}

/** Something the kitchen wants, and when. */
export type AgendaItem = { batchId: string; dueMs: number } & (
  | { kind: 'step-waiting'; step: StepState }
  | { kind: 'timer-running'; step: StepState }
  | { kind: 'timer-over'; step: StepState }
  | { kind: 'soak-water'; step: StepState }
  | { kind: 'soak-off-counter'; step: StepState }
  | { kind: 'jar-past-best'; jar: JarState }
  | { kind: 'jar-best-before'; jar: JarState }
  | { kind: 'jar-discard'; jar: JarState }
  | { kind: 'pulp-use-by'; pulp: PulpState }
  | { kind: 'pulp-drying'; pulp: PulpState }
  /** A plan's beginning; its `batchId` is the plan's. */
  | { kind: 'plan-begins'; name: string }
);

/** A plan that has not been begun. */
export interface PlanOnAgenda {
  planId: string;
  name: string;
  weighMs: number;
}

type StepItem = Extract<AgendaItem, { kind: 'step-waiting' | 'timer-running' | 'timer-over' }>;

function stepItem(batchId: string, step: StepState, nowMs: number): StepItem {
  const endMs = timerEndMs(step);
  if (endMs === null) return { batchId, dueMs: nowMs, kind: 'step-waiting', step };
  return { batchId, dueMs: endMs, kind: endMs <= nowMs ? 'timer-over' : 'timer-running', step };
}

/** What a standing soak wants before it ends: fresh water, and to leave the counter in time. */
function soakItems(batchId: string, state: BatchState): AgendaItem[] {
  const step = state.current;
  const endMs = step && timerEndMs(step);
  if (!step || step.kind !== 'soak' || step.begunAtMs === null || endMs === null) return [];
  const items: AgendaItem[] = [];
  const everyH = state.recipe.soak.changeEveryH;
  const changes = state.tended.filter(({ what }) => what === 'water-changed');
  const waterSinceMs = changes[changes.length - 1]?.atMs ?? step.begunAtMs;
  if (everyH !== null && waterSinceMs + everyH * HOUR_MS < endMs) {
    items.push({ batchId, dueMs: waterSinceMs + everyH * HOUR_MS, kind: 'soak-water', step });
  }
  if (soakStandsIn(state) === 'counter') {
    const moves = state.tended.filter(({ what }) => what !== 'water-changed');
    const sinceMs = moves[moves.length - 1]?.atMs ?? step.begunAtMs;
    const dueMs = sinceMs + counterSoakLimitH(state.surroundings.roomTempC) * HOUR_MS;
    if (dueMs < endMs) items.push({ batchId, dueMs, kind: 'soak-off-counter', step });
  }
  return items;
}

type PulpItem = Extract<AgendaItem, { kind: 'pulp-use-by' | 'pulp-drying' }>;

/** When a portion is dry, or by when it is used. */
function pulpItem(batchId: string, pulp: PulpState, nowMs: number): PulpItem {
  if (pulp.drying) return { batchId, dueMs: dryingForecast(pulp.drying).endMs, kind: 'pulp-drying', pulp };
  return { batchId, dueMs: pulpKeeping(pulp.spells, nowMs).useByMs, kind: 'pulp-use-by', pulp };
}

/** The step each batch under way stands at, as the agenda orders them: what needs a hand, then the next due. */
export function stepAgenda(batches: readonly BatchOnAgenda[], nowMs: number): StepItem[] {
  return batches
    .flatMap(({ batchId, state }) => (state.current ? [stepItem(batchId, state.current, nowMs)] : []))
    .sort(inOrder(nowMs));
}

/** So long before a step ends a cook may come back to it, ms. */
const BACK_BEFORE_MS = 5 * MIN_MS;

/** Whether no batch wants a hand now or soon: where any is under way, it soaks or dries by itself for a while yet. */
export function isQuiet(batches: readonly BatchOnAgenda[], nowMs: number): boolean {
  return stepAgenda(batches, nowMs).every(
    ({ kind, step, dueMs }) => kind === 'timer-running' && !step.attended && dueMs - nowMs > BACK_BEFORE_MS,
  );
}

/**
 * What the kitchen needs, the soonest first: due things before coming ones, a hand at the counter before a
 * jar on the shelf.
 */
export function agenda(
  batches: readonly BatchOnAgenda[],
  fridges: FridgeLogs,
  nowMs: number,
  plans: readonly PlanOnAgenda[] = [],
): AgendaItem[] {
  const items: AgendaItem[] = plans.map(({ planId, name, weighMs }) => ({
    batchId: planId,
    dueMs: weighMs,
    kind: 'plan-begins',
    name,
  }));
  for (const { batchId, state } of batches) {
    if (state.current) items.push(stepItem(batchId, state.current, nowMs), ...soakItems(batchId, state));
    for (const jar of state.jars) {
      if (jar.fate !== 'in-use') continue;
      const kept = jarKeeping(state, jar, fridges, nowMs);
      if (kept.state === 'discard') {
        items.push({ batchId, dueMs: kept.discardAtMs, kind: 'jar-discard', jar });
      } else if (kept.state === 'past-best') {
        items.push({ batchId, dueMs: kept.discardAtMs, kind: 'jar-past-best', jar });
      } else {
        items.push({ batchId, dueMs: kept.bestBeforeMs, kind: 'jar-best-before', jar });
      }
    }
    for (const pulp of state.pulp) {
      if (pulp.usedAtMs === null) items.push(pulpItem(batchId, pulp, nowMs));
    }
  }
  return items.sort(inOrder(nowMs));
}

/** The same list whichever way the batches came in: the screen does not jump. */
function inOrder(nowMs: number): (a: AgendaItem, b: AgendaItem) => number {
  return (a, b) =>
    rank(a, nowMs) - rank(b, nowMs) ||
    a.dueMs - b.dueMs ||
    Number(a.batchId > b.batchId) - Number(a.batchId < b.batchId);
}

function rank(item: AgendaItem, nowMs: number): number {
  if (item.kind === 'timer-over') return 0;
  // Milk that stands blended must get on; other waiting steps can wait for a jar that is to be thrown away.
  if (item.kind === 'step-waiting') return stepDefinition(item.step.kind).urgent ? 0 : 2;
  if (item.kind === 'timer-running' && item.step.attended) return 0;
  return item.dueMs <= nowMs ? 1 : 3;
}
