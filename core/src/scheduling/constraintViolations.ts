import type { PlanJob } from './planJob';
import type { Booking, KitchenCalendar, PlanConstraint } from './resources';
import { bookingsOf, bowlsSuffice, clash } from './resources';
import type { PlannedStepKind, ScheduledBatch } from './scheduledBatch';
import { isInside, overlaps } from './timeInterval';

/** A limit that a plan breaks, with the step that breaks it. */
export interface ConstraintViolation {
  limit: PlanConstraint;
  jobId: string;
  kind: PlannedStepKind;
  fromMs: number;
}

/** What placed batches break, all of it: for a plan that a hand has moved. */
export function constraintViolations(
  jobs: readonly PlanJob[],
  placed: readonly ScheduledBatch[],
  calendar: KitchenCalendar,
): ConstraintViolation[] {
  const broken: ConstraintViolation[] = [];
  const add = (limit: PlanConstraint, jobId: string, kind: PlannedStepKind, fromMs: number): void => {
    if (!broken.some((one) => one.limit === limit && one.jobId === jobId && one.kind === kind)) {
      broken.push({ limit, jobId, kind, fromMs });
    }
  };
  const before: Booking[] = [...calendar.taken];
  const soaks = calendar.taken.filter((one) => one.what === 'bowl');
  for (const one of placed) {
    const job = jobs.find(({ id }) => id === one.id);
    if (!job) continue;
    for (const step of one.steps) {
      const { kind, fromMs, toMs } = step;
      if (kind === 'soak' || kind === 'chill') continue;
      if (fromMs < calendar.nowMs && kind !== 'wash-up') add('time', one.id, kind, fromMs);
      if (kind !== 'wash-up' && !isInside({ fromMs, toMs }, calendar.waking)) {
        add('waking-hours', one.id, kind, fromMs);
      }
      if (kind === 'blend' && calendar.quiet.some((quiet) => overlaps(quiet, step))) {
        add('quiet-hours', one.id, kind, fromMs);
      }
    }
    if (one.lateMin > calendar.mostLateMin) add('time', one.id, 'chill', one.readyMs);
    const mine = bookingsOf(job, one);
    for (const a of mine) {
      for (const b of before) {
        const limit = clash(a, b);
        const step = one.steps.find((other) => other.fromMs === a.fromMs && other.kind !== 'wash-up');
        if (limit) add(limit, one.id, step?.kind ?? 'blend', a.fromMs);
      }
      if (a.what !== 'bowl' || !calendar.bowlsMl) continue;
      soaks.push(a);
      if (!bowlsSuffice(soaks, calendar.bowlsMl)) {
        add('bowls', one.id, 'soak', a.fromMs);
        soaks.pop();
      }
    }
    before.push(...mine);
  }
  return broken;
}
