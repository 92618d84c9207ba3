import type {
  FridgeDayParams,
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
import type { FridgeReading, MeasuredTemp } from '@humble-churn/core';
import { MEANS_A_DAY, MEAN_MS, fridgeSteps, tenMinuteMeans } from '@humble-churn/core';
import { and, asc, eq, gte, inArray } from 'drizzle-orm';
import type { z } from 'zod';
import type { ChangeScope, Scope } from './kitchenAccess';
import { fridgeLog } from './kitchens';
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

/** The days whose means changed in a revision or after it, as far back as they count. A row that cannot be read says nothing. */
async function readDays(
  { db, kitchenId, now }: Scope,
  since: number,
  only?: readonly string[],
): Promise<FridgeDays['days']> {
  const from = dayOf(now.getTime() - FRIDGE_LOG_DAYS * DAY_MS);
  const rows = await db
    .select({ day: fridgeDays.day, means: fridgeDays.means })
    .from(fridgeDays)
    .where(
      and(
        eq(fridgeDays.kitchenId, kitchenId),
        gte(fridgeDays.day, from),
        gte(fridgeDays.changedIn, since),
        only && inArray(fridgeDays.day, [...only]),
      ),
    )
    .orderBy(asc(fridgeDays.day));
  return rows.flatMap(({ day, means }) => {
    const read = DayMeansSchema.safeParse(means);
    return read.success ? [{ day, means: read.data }] : [];
  });
}

export async function viewFridgeDays(
  scope: Scope,
  since: number,
  only?: readonly string[],
): Promise<FridgeDays> {
  const { revision } = await readRevisions(scope);
  return { days: await readDays(scope, since, only), revision };
}

/** What is stored of some days; null for a day that cannot be read. */
async function readStored(
  { db, kitchenId }: Scope,
  days: readonly string[],
): Promise<Map<string, StoredDay | null>> {
  const rows = await db
    .select({ day: fridgeDays.day, readings: fridgeDays.readings })
    .from(fridgeDays)
    .where(and(eq(fridgeDays.kitchenId, kitchenId), inArray(fridgeDays.day, [...days])));
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
): Promise<z.output<typeof FridgeDaySchema>> {
  const stored = (await readStored(scope, [day])).get(day);
  const startMs = dayStartMs(day);
  const readings = stored?.readings ?? [];
  return { day, readings: readings.map(([ms, tempC]) => ({ at: toInstant(startMs + ms), tempC })) };
}

/** The days that a change of the log is about. */
export function daysIn({ readings, removed }: LogFridge): string[] {
  const instants = [...readings.map(({ at }) => at), ...removed];
  return [...new Set(instants.map((at) => dayOf(fromInstant(at))))];
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
  const days = daysIn(body);
  const stored = await readStored(scope, days);
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
    const row = dayRow({ day, readings: [...readings].sort(([a], [b]) => a - b) });
    await db
      .insert(fridgeDays)
      .values({ kitchenId, changedIn, ...row })
      .onConflictDoUpdate({
        target: [fridgeDays.kitchenId, fridgeDays.day],
        set: { readings: row.readings, means: row.means, changedIn },
      });
  }
  return kitchenId;
}

/** How warm the fridge was from each moment on, as what keeps is judged by. */
export async function fridgeAir(scope: Scope): Promise<readonly FridgeReading[]> {
  const days = await readDays(scope, 0);
  const means = days.flatMap(({ day, means: ones }) => {
    const startMs = dayStartMs(day);
    return ones.flatMap((tempC, i): MeasuredTemp[] =>
      tempC === null ? [] : [{ atMs: startMs + i * MEAN_MS, tempC }],
    );
  });
  return fridgeSteps(await fridgeLog(scope), means);
}
