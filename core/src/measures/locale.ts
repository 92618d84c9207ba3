import type { Measures } from './display';

/** How a household writes numbers, dates and times. */
export interface WritingPreferences {
  /** A language and a country, as in `en-GB`; null by the measures. */
  locale: string | null;
  measures: Measures;
}

/** A moment is written in its household's zone. */
export interface DatePreferences extends WritingPreferences {
  timeZone: string;
}

/** What parts the decimals in the kitchen's numbers; null where it has not said how it writes them. */
export function decimalMarkOf(locale: string | null): '.' | ',' | null {
  if (locale === null) return null;
  const part = new Intl.NumberFormat(locale).formatToParts(1.5).find(({ type }) => type === 'decimal');
  return part?.value === ',' ? ',' : '.';
}

/** Whether the clock has twelve hours. */
export function hasTwelveHours({ locale, measures }: WritingPreferences): boolean {
  if (locale === null) return measures === 'us';
  return new Intl.DateTimeFormat(locale, { hour: 'numeric' }).resolvedOptions().hour12 === true;
}

/** Words are English; the order of day and month is the country's. */
function englishOf({ locale, measures }: WritingPreferences): string {
  const country = locale?.split('-')[1] ?? (measures === 'us' ? 'US' : 'GB');
  return `en-${country}`;
}

type Formatter = (ms: number) => string;

const made = new Map<string, Formatter>();

/** Making a formatter takes longer than all it will ever format. */
function formatter(kind: string, preferences: DatePreferences, make: () => Formatter): Formatter {
  const key = [kind, preferences.timeZone, preferences.locale ?? preferences.measures].join(' ');
  const known = made.get(key) ?? make();
  made.set(key, known);
  return known;
}

/** `07:30`, or `7:30 am` where the clock has twelve hours. */
export function timeText(ms: number, preferences: DatePreferences): string {
  return formatter('time', preferences, () => {
    const twelve = hasTwelveHours(preferences);
    const format = new Intl.DateTimeFormat(twelve ? 'en-US' : 'en-GB', {
      timeZone: preferences.timeZone,
      hour: twelve ? 'numeric' : '2-digit',
      minute: '2-digit',
    });
    return (at) => format.format(at).replace(/\s/g, ' ').toLowerCase();
  })(ms);
}

/** `27 Nov`, or `Nov 27`. */
export function dayMonthText(ms: number, preferences: DatePreferences): string {
  return formatter('day', preferences, () => {
    const { timeZone } = preferences;
    const format = new Intl.DateTimeFormat(englishOf(preferences), {
      timeZone,
      day: 'numeric',
      month: 'short',
    });
    return (at) => format.format(at);
  })(ms);
}

/** `Fri`. */
export function weekdayText(ms: number, preferences: DatePreferences): string {
  return formatter('weekday', preferences, () => {
    const { timeZone } = preferences;
    const format = new Intl.DateTimeFormat('en-GB', { timeZone, weekday: 'short' });
    return (at) => format.format(at);
  })(ms);
}

/** A time of day kept as `07:30`, as the household writes it. */
export function clockText(clock: string, preferences: WritingPreferences): string {
  const [h = 0, m = 0] = clock.split(':').map(Number);
  return timeText(Date.UTC(2000, 0, 1, h, m), { ...preferences, timeZone: 'UTC' });
}

/** A time of day as it is typed, `7:30`, `07.30`, `8`, `7:30 pm`, `7 pm`, as `07:30`; null where it is none. */
export function readClock(typed: string): string | null {
  const read = /^(\d{1,2})(?:\s*[:.h]\s*(\d{2}))?\s*(?:(a|p)\.?m\.?)?$/.exec(typed.trim().toLowerCase());
  if (!read) return null;
  const [, hours = '', minutes = '00', half] = read;
  const h = Number(hours);
  if (half !== undefined && (h < 1 || h > 12)) return null;
  const hour = half === undefined ? h : (h % 12) + (half === 'p' ? 12 : 0);
  if (hour > 23 || Number(minutes) > 59) return null;
  return `${String(hour).padStart(2, '0')}:${minutes}`;
}
