import type { PlanKitchen, PlanLimit, Taken } from './kitchenUse';
import { bowlsSuffice, clash, takenBy } from './kitchenUse';
import type { Placed, PlannedStepKind } from './placed';
import type { PlanJob } from './planJob';
import { isInside, overlaps } from './window';

/** A limit that a plan breaks, with the step that breaks it. */
export interface Broken {
  limit: PlanLimit;
  jobId: string;
  kind: PlannedStepKind;
  fromMs: number;
}

/** What placed batches break, all of it: for a plan that a hand has moved. */
export function brokenLimits(
  jobs: readonly PlanJob[],
  placed: readonly Placed[],
  kitchen: PlanKitchen,
): Broken[] {
  const broken: Broken[] = [];
  const add = (limit: PlanLimit, jobId: string, kind: PlannedStepKind, fromMs: number): void => {
    if (!broken.some((one) => one.limit === limit && one.jobId === jobId && one.kind === kind)) {
      broken.push({ limit, jobId, kind, fromMs });
    }
  };
  const before: Taken[] = [...kitchen.taken];
  const soaks = kitchen.taken.filter((one) => one.what === 'bowl');
  for (const one of placed) {
    const job = jobs.find(({ id }) => id === one.id);
    if (!job) continue;
    for (const step of one.steps) {
      const { kind, fromMs, toMs } = step;
      if (kind === 'soak' || kind === 'chill') continue;
      if (fromMs < kitchen.nowMs && kind !== 'wash-up') add('time', one.id, kind, fromMs);
      if (kind !== 'wash-up' && !isInside({ fromMs, toMs }, kitchen.waking)) {
        add('waking-hours', one.id, kind, fromMs);
      }
      if (kind === 'blend' && kitchen.quiet.some((quiet) => overlaps(quiet, step))) {
        add('quiet-hours', one.id, kind, fromMs);
      }
    }
    if (one.lateMin > kitchen.mostLateMin) add('time', one.id, 'chill', one.readyMs);
    const mine = takenBy(job, one);
    for (const a of mine) {
      for (const b of before) {
        const limit = clash(a, b);
        const step = one.steps.find((other) => other.fromMs === a.fromMs && other.kind !== 'wash-up');
        if (limit) add(limit, one.id, step?.kind ?? 'blend', a.fromMs);
      }
      if (a.what !== 'bowl' || !kitchen.bowlsMl) continue;
      soaks.push(a);
      if (!bowlsSuffice(soaks, kitchen.bowlsMl)) {
        add('bowls', one.id, 'soak', a.fromMs);
        soaks.pop();
      }
    }
    before.push(...mine);
  }
  return broken;
}
