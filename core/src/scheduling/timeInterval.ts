import { TZDate } from '@date-fns/tz';
import { addDays } from 'date-fns/addDays';

/** A stretch of time, ms since 1970; the end does not belong to it. */
export interface TimeInterval {
  fromMs: number;
  toMs: number;
}

/** A time of day such as `07:30`, in hours and minutes. */
function clockOf(clock: string): [hours: number, minutes: number] {
  const [hours = '0', minutes = '0'] = clock.split(':');
  return [Number(hours), Number(minutes)];
}

/**
 * A time of day as an instant, ms: `daysOn` local days from the day of `fromMs`, which is today. A time that does not
 * exist that day is the moment the clock jumps over it.
 */
export function timeOnDay(
  fromMs: number,
  daysOn: number,
  hours: number,
  minutes: number,
  timeZone: string,
): number {
  const day = addDays(new TZDate(fromMs, timeZone), daysOn);
  return new TZDate(day.getFullYear(), day.getMonth(), day.getDate(), hours, minutes, timeZone).getTime();
}

/**
 * The stretches between two times of day on every local day that touches `span`, as instants. A stretch whose end is
 * not after its start runs past midnight. On the day the clocks change a stretch is as long as the clock on the wall
 * makes it; a time that does not exist that day is the moment the clock jumps over it.
 */
export function dailyIntervals(
  span: TimeInterval,
  timeZone: string,
  from: string,
  to: string,
): TimeInterval[] {
  const [fromH, fromMin] = clockOf(from);
  const [toH, toMin] = clockOf(to);
  const overnight = toH * 60 + toMin <= fromH * 60 + fromMin;
  const windows: TimeInterval[] = [];
  // From the day before: a night may reach into the span.
  for (let daysOn = -1; ; daysOn++) {
    const fromMs = timeOnDay(span.fromMs, daysOn, fromH, fromMin, timeZone);
    if (fromMs >= span.toMs) return windows;
    const toMs = timeOnDay(span.fromMs, overnight ? daysOn + 1 : daysOn, toH, toMin, timeZone);
    if (toMs > span.fromMs && toMs > fromMs) windows.push({ fromMs, toMs });
  }
}

/** Whether a stretch lies wholly in one of the windows. */
export function isInside(stretch: TimeInterval, windows: readonly TimeInterval[]): boolean {
  return windows.some(({ fromMs, toMs }) => fromMs <= stretch.fromMs && stretch.toMs <= toMs);
}

export function overlaps(a: TimeInterval, b: TimeInterval): boolean {
  return a.fromMs < b.toMs && b.fromMs < a.toMs;
}
