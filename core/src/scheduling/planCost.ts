import type { ScheduledBatch } from './scheduledBatch';

/** Lateness, distance from the usual soak, time between bottling and drinking: less is better, in this order. */
export type PlanCost = readonly [lateMin: number, offUsualH: number, ageMin: number];

export function planCost(placed: readonly ScheduledBatch[]): PlanCost {
  let late = 0;
  let off = 0;
  let age = 0;
  for (const one of placed) {
    late += one.lateMin;
    off += one.offUsualH;
    age += one.ageMin;
  }
  return [late, off, age];
}

/** Sums of many hours differ in their last digits by the order they were added in. */
const SAME = 1e-9;

export function compareCosts(a: PlanCost, b: PlanCost): number {
  for (const i of [0, 1, 2] as const) {
    if (Math.abs(a[i] - b[i]) > SAME) return a[i] - b[i];
  }
  return 0;
}

/** Both together. */
export function costSum(a: PlanCost, b: PlanCost): PlanCost {
  return [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
}
