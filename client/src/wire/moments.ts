import { tz } from '@date-fns/tz';
import type { DatePreferences } from '@humble-churn/core';
import { dayMonthText, timeText, weekdayText } from '@humble-churn/core';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';

/** `Thu 14:00`, `today 2:00 pm`, `tomorrow 14:00`, `3 Dec 14:00`: a moment in the household's zone, seen from now. */
export function momentText(ms: number, nowMs: number, household: DatePreferences): string {
  const days = differenceInCalendarDays(ms, nowMs, { in: tz(household.timeZone) });
  const clock = timeText(ms, household);
  if (days === 0) return `today ${clock}`;
  if (days === 1) return `tomorrow ${clock}`;
  if (days === -1) return `yesterday ${clock}`;
  const day = Math.abs(days) < 7 ? weekdayText(ms, household) : dayMonthText(ms, household);
  return `${day} ${clock}`;
}

/** `Thu 24 Nov`: a day in the household's zone. */
export function dayText(ms: number, household: DatePreferences): string {
  return `${weekdayText(ms, household)} ${dayMonthText(ms, household)}`;
}

const MONTH = new Intl.DateTimeFormat('en-GB', { month: 'long', year: 'numeric', timeZone: 'UTC' });

/** `November 2026`, from `2026-11`. */
export function monthText(month: string): string {
  return MONTH.format(Date.parse(`${month}-15T00:00:00Z`));
}
