import type { TimeInterval } from '@humble-churn/core';
import type { RibbonItem } from './DayRibbon';

const HOUR_MS = 3_600_000;

/** The time that shows all of these, and half a day ahead at least. */
export function ribbonSpan(items: readonly RibbonItem[], nowMs: number): TimeInterval {
  const steps = items.flatMap(({ placed }) => placed.steps);
  return {
    fromMs: Math.max(nowMs - 14 * HOUR_MS, Math.min(nowMs, ...steps.map(({ fromMs }) => fromMs)) - HOUR_MS),
    toMs: Math.max(nowMs + 12 * HOUR_MS, ...steps.map(({ toMs }) => toMs)) + 2 * HOUR_MS,
  };
}
