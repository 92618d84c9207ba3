import type {
  FridgeDayParams,
  FridgeDayQuery,
  FridgeDaySchema,
  FridgeDays,
  LogFridge,
  StoredDay,
} from '@humble-churn/contract';
import {
  DayMeansSchema,
  FRIDGE_LOG_DAYS,
  MOST_A_DAY,
  StoredDaySchema,
  dayStartMs,
  fromInstant,
  toInstant,
} from '@humble-churn/contract';
import type { FridgeLogs } from '@humble-churn/core';
import { FIRST_FRIDGE, MEANS_A_DAY, MEAN_MS, fridgeLogs, tenMinuteMeans } from '@humble-churn/core';
import { and, asc, eq, gte, inArray } from 'drizzle-orm';
import type { z } from 'zod';
import type { ChangeScope, Scope } from './kitchenAccess';
import { fridgesAsSet, kitchenSettings } from './kitchens';
import { ProblemError } from './problemError';
import { raiseRevision, readRevisions } from './revision';
import { fridgeDays } from './tables';

const DAY_MS = 86_400_000;
/** A device's clock may run ahead of this one's by so much, ms. */
const AHEAD_MS = 10 * 60_000;

function dayOf(atMs: number): string {
  return toInstant(atMs).slice(0, 10);
}

/** Means of a day by their place in it. */
function dayMeans(readings: StoredDay['readings']): (number | null)[] {
  const means = Array<number | null>(MEANS_A_DAY).fill(null);
  for (const { atMs, tempC } of tenMinuteMeans(readings.map(([ms, c]) => ({ atMs: ms, tempC: c })))) {
    means[atMs / MEAN_MS] = Math.round(tempC * 1000) / 1000;
  }
  return means;
}

/** What to write of a day, as it will be read; its means follow from its readings. */
export function dayRow(stored: StoredDay): StoredDay & { means: (number | null)[] } {
  return { ...StoredDaySchema.parse(stored), means: DayMeansSchema.parse(dayMeans(stored.readings)) };
}

/** Days of one fridge. */
export interface DaysOfFridge {
  fridge: string;
  days: readonly string[];
}

/** The days whose means changed in a revision or after it, as far back as they count. A row that cannot be read says nothing. */
async function readDays(
  { db, kitchenId, now }: Scope,
  since: number,
  only?: DaysOfFridge,
): Promise<FridgeDays['days']> {
  const from = dayOf(now.getTime() - FRIDGE_LOG_DAYS * DAY_MS);
  const rows = await db
    .select({ fridge: fridgeDays.fridge, day: fridgeDays.day, means: fridgeDays.means })
    .from(fridgeDays)
    .where(
      and(
        eq(fridgeDays.kitchenId, kitchenId),
        gte(fridgeDays.day, from),
        gte(fridgeDays.changedIn, since),
        only && and(eq(fridgeDays.fridge, only.fridge), inArray(fridgeDays.day, [...only.days])),
      ),
    )
    .orderBy(asc(fridgeDays.fridge), asc(fridgeDays.day));
  return rows.flatMap(({ fridge, day, means }) => {
    const read = DayMeansSchema.safeParse(means);
    return read.success ? [{ fridge, day, means: read.data }] : [];
  });
}

export async function viewFridgeDays(scope: Scope, since: number, only?: DaysOfFridge): Promise<FridgeDays> {
  const { revision } = await readRevisions(scope);
  return { days: await readDays(scope, since, only), revision };
}

/** What is stored of some days; null for a day that cannot be read. */
async function readStored(
  { db, kitchenId }: Scope,
  { fridge, days }: DaysOfFridge,
): Promise<Map<string, StoredDay | null>> {
  const { kitchenId: ofKitchen, fridge: ofFridge, day, readings } = fridgeDays;
  const rows = await db
    .select({ fridge: ofFridge, day, readings })
    .from(fridgeDays)
    .where(and(eq(ofKitchen, kitchenId), eq(ofFridge, fridge), inArray(day, [...days])));
  return new Map(
    rows.map((row) => {
      const read = StoredDaySchema.safeParse(row);
      return [row.day, read.success ? read.data : null] as const;
    }),
  );
}

/** What is not written over: a day whose row cannot be read, and one that would hold more than any sensor writes. */
function refuseDay(day: string, why: string): never {
  const message = `The fridge's log of ${day} ${why}`;
  throw new ProblemError('invalid-input', `${message}. Nothing was changed.`, {
    fields: [{ path: ['readings'], message }],
  });
}

/** All that was measured on a day. */
export async function viewFridgeDay(
  scope: Scope,
  { day }: z.output<typeof FridgeDayParams>,
  { fridge }: z.output<typeof FridgeDayQuery>,
): Promise<z.output<typeof FridgeDaySchema>> {
  const stored = (await readStored(scope, { fridge, days: [day] })).get(day);
  const startMs = dayStartMs(day);
  const readings = stored?.readings ?? [];
  return { fridge, day, readings: readings.map(([ms, tempC]) => ({ at: toInstant(startMs + ms), tempC })) };
}

/** The days that a change of the log is about. */
export function daysIn({ fridge, readings, removed }: LogFridge): DaysOfFridge {
  const instants = [...readings.map(({ at }) => at), ...removed];
  return { fridge, days: [...new Set(instants.map((at) => dayOf(fromInstant(at))))] };
}

/** Only fridges of the kitchen are logged. */
async function refuseUnknownFridge(scope: Scope, fridge: string): Promise<void> {
  if (fridge === FIRST_FRIDGE) return;
  const { profile } = await kitchenSettings(scope);
  if (profile.otherFridges.some(({ id }) => id === fridge)) return;
  const message = 'This kitchen has no such fridge';
  throw new ProblemError('invalid-input', `${message}. Nothing was changed.`, {
    fields: [{ path: ['fridge'], message }],
  });
}

/** Logs what was measured, and strikes off what was removed; answers the kitchen's id. */
export async function logFridge(scope: ChangeScope, body: LogFridge): Promise<string> {
  const { db, kitchenId, now } = scope;
  const latestMs = now.getTime() + AHEAD_MS;
  const ahead = body.readings.findIndex(({ at }) => fromInstant(at) > latestMs);
  if (ahead >= 0) {
    const message = 'Nothing is measured in the future';
    throw new ProblemError('invalid-input', `${message}. Nothing was changed.`, {
      fields: [{ path: ['readings', ahead, 'at'], message }],
    });
  }
  // Before what is there is read: of two changes the second waits here.
  const changedIn = await raiseRevision(scope, 'settings');
  const { fridge, days } = daysIn(body);
  await refuseUnknownFridge(scope, fridge);
  const stored = await readStored(scope, { fridge, days });
  const byDay = new Map(
    days.map((day) => {
      const there = stored.get(day);
      if (there === null) refuseDay(day, 'cannot be read');
      return [day, new Map(there?.readings ?? [])] as const;
    }),
  );
  for (const at of body.removed) {
    const day = dayOf(fromInstant(at));
    byDay.get(day)?.delete(fromInstant(at) - dayStartMs(day));
  }
  for (const { at, tempC } of body.readings) {
    const day = dayOf(fromInstant(at));
    byDay.get(day)?.set(fromInstant(at) - dayStartMs(day), tempC);
  }
  for (const [day, readings] of byDay) {
    if (readings.size > MOST_A_DAY) refuseDay(day, `would have more than ${MOST_A_DAY} readings`);
    const row = dayRow({ fridge, day, readings: [...readings].sort(([a], [b]) => a - b) });
    await db
      .insert(fridgeDays)
      .values({ kitchenId, changedIn, ...row })
      .onConflictDoUpdate({
        target: [fridgeDays.kitchenId, fridgeDays.fridge, fridgeDays.day],
        set: { readings: row.readings, means: row.means, changedIn },
      });
  }
  return kitchenId;
}

/** How warm the fridges were from each moment on, as what keeps is judged by. */
export async function fridgesAir(scope: Scope): Promise<FridgeLogs> {
  const days = await readDays(scope, 0);
  const means = days.flatMap(({ fridge, day, means: ones }) => {
    const startMs = dayStartMs(day);
    return ones.flatMap((tempC, i) =>
      tempC === null ? [] : [{ fridge, atMs: startMs + i * MEAN_MS, tempC }],
    );
  });
  return fridgeLogs(await fridgesAsSet(scope), means);
}
