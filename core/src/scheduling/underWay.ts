import type { BatchState } from '../batch';
import { timerEndMs } from '../batch';
import { MIN_MS } from '../measures';
import type { PlanJob } from './planJob';
import { settledJob } from './planJob';
import type { Booking } from './resources';
import { bookingsOf } from './resources';
import type { ScheduledBatch, StartTimes } from './scheduledBatch';
import { scheduledAt } from './scheduledBatch';

/**
 * A batch under way as it goes on from here: what is running ends when its clock says so, and the rest follows at
 * once. Null when it is bottled or given up.
 */
export function scheduledUnderWay(
  id: string,
  state: BatchState,
  nowMs: number,
): { job: PlanJob; placed: ScheduledBatch } | null {
  const { current } = state;
  if (state.status !== 'under-way' || !current) return null;
  const wish = { id, glassMs: nowMs, fresh: true, soakedAlready: false };
  const job = settledJob(wish, state.recipe, state.prediction);
  const stepped = (kind: string): { begunAtMs: number | null; doneAtMs: number | null } | undefined =>
    state.steps.find((step) => step.kind === kind);
  const soak = stepped('soak');
  const weighMs = stepped('weigh')?.doneAtMs ?? nowMs;
  const soakBegunMs = soak?.begunAtMs ?? (job.soaks ? weighMs + job.weighMin * MIN_MS : null);
  const plannedEndMs =
    soakBegunMs === null ? weighMs : soakBegunMs + state.prediction.soak.hours * 60 * MIN_MS;
  const running = current.kind === 'soak' ? timerEndMs(current) : null;
  const drainMs = soak?.doneAtMs ?? Math.max(nowMs, running ?? plannedEndMs);
  const blendBegun = state.steps.find((step) => step.kind === 'blend' && step.begunAtMs !== null);
  const blendMs = blendBegun?.begunAtMs ?? Math.max(nowMs, drainMs + job.drainMin * MIN_MS);
  const moments: StartTimes = {
    weighMs: soakBegunMs === null ? weighMs : soakBegunMs - job.weighMin * MIN_MS,
    drainMs,
    blendMs,
  };
  return { job, placed: scheduledAt(job, moments) };
}

/** What batches under way take up of the kitchen from now on. */
export function bookingsUnderWay(
  batches: readonly { id: string; state: BatchState }[],
  nowMs: number,
): Booking[] {
  return batches.flatMap(({ id, state }) => {
    const going = scheduledUnderWay(id, state, nowMs);
    if (!going) return [];
    // Only what is soaking holds a bowl: a batch that stands at the weighing may never be begun.
    const soaks = state.current?.kind === 'soak' && state.current.begunAtMs !== null;
    return bookingsOf(going.job, going.placed).filter(
      (one) => one.toMs > nowMs && (soaks || one.what !== 'bowl'),
    );
  });
}
