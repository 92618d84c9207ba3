import { DAY_MS, clockText, timeOnDay } from '@humble-churn/core';
import { useState } from 'react';
import { Choice } from '../../ui/Choice';
import type { KnownKitchen } from '../../wire/kitchen';
import { dayText } from '../../wire/moments';
import { readTimeOfDay } from './wish';

/** In place of the days back: just now. */
export const JUST_NOW = -1;

/** When something was done: just now, or a time of day of one of the last days. */
export interface PastMoment {
  daysBack: number;
  setDaysBack: (daysBack: number) => void;
  time: string;
  setTime: (time: string) => void;
  nowMs: number;
  /** Null where it cannot be; then `trouble` says why. */
  atMs: number | null;
  trouble: string | null;
}

export function usePastMoment(kitchen: KnownKitchen, nowMs: number, first: number): PastMoment {
  const [daysBack, setDaysBack] = useState(first);
  const [time, setTime] = useState(() => clockText('08:00', kitchen));
  const said = { daysBack, setDaysBack, time, setTime, nowMs };
  if (daysBack === JUST_NOW) return { ...said, atMs: nowMs, trouble: null };
  const read = readTimeOfDay(time);
  const atMs = read && timeOnDay(nowMs, -daysBack, read.hours, read.minutes, kitchen.timeZone);
  if (atMs === null) return { ...said, atMs, trouble: 'A time of day, such as 08:00.' };
  if (atMs > nowMs) return { ...said, atMs: null, trouble: 'That is still to come. Choose an earlier time.' };
  return { ...said, atMs, trouble: null };
}

/** The day of it, today first. */
export function PastDay({
  moment: { daysBack, setDaysBack, nowMs },
  kitchen,
  most,
  justNow = false,
}: {
  moment: PastMoment;
  kitchen: KnownKitchen;
  /** So many days back at most. */
  most: number;
  justNow?: boolean;
}) {
  const days = Array.from({ length: most + 1 }, (_, value) => ({
    value,
    label: value === 0 ? 'Today' : value === 1 ? 'Yesterday' : dayText(nowMs - value * DAY_MS, kitchen),
  }));
  return (
    <Choice
      label="Day"
      value={daysBack}
      onChange={setDaysBack}
      options={justNow ? [{ value: JUST_NOW, label: 'Just now' }, ...days] : days}
      slides
    />
  );
}
