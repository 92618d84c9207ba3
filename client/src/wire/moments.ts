import { tz } from '@date-fns/tz';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { format } from 'date-fns/format';

/** `Thu 14:00`, `today 14:00`, `tomorrow 14:00`, `3 Dec 14:00`: a moment in the household's zone, seen from now. */
export function momentText(ms: number, nowMs: number, timeZone: string): string {
  const zone = { in: tz(timeZone) };
  const days = differenceInCalendarDays(ms, nowMs, zone);
  const clock = format(ms, 'HH:mm', zone);
  if (days === 0) return `today ${clock}`;
  if (days === 1) return `tomorrow ${clock}`;
  if (days === -1) return `yesterday ${clock}`;
  if (Math.abs(days) < 7) return format(ms, 'EEE HH:mm', zone);
  return format(ms, 'd MMM HH:mm', zone);
}

/** `24 Nov`: a day in the household's zone. */
export function dayText(ms: number, timeZone: string): string {
  return format(ms, 'EEE d MMM', { in: tz(timeZone) });
}
