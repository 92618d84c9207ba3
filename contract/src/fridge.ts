import { FIRST_FRIDGE, FRIDGE_READS_C, MEANS_A_DAY } from '@humble-churn/core';
import { z } from 'zod';
import { InstantSchema, fromInstant } from './instant';

/** So many days back a fridge's log counts for jars, and is told to devices: two months frozen, and a week before. */
export const FRIDGE_LOG_DAYS = 70;
/** Readings of a day: more than one a second is no log of a fridge. */
export const MOST_A_DAY = 100_000;
/** Readings that are sent at once. */
export const MOST_READINGS = 5000;

const TempSchema = z.number().min(FRIDGE_READS_C.min).max(FRIDGE_READS_C.max);
const UtcDaySchema = z.iso.date().meta({ description: 'A day in UTC' });

/** Which fridge of the kitchen: the first one, or another one by its id. */
export const FridgeIdSchema = z
  .union([z.literal(FIRST_FRIDGE), z.uuid()])
  .meta({ id: 'FridgeId', description: 'The first fridge, or the id of another one' });
/** As it was before there could be several. */
const fridge = FridgeIdSchema.default(FIRST_FRIDGE);

/** What a thermometer in the fridge read at a moment. */
export const MeasuredTempSchema = z
  .object({ at: InstantSchema, tempC: TempSchema })
  .meta({ id: 'MeasuredTemp' });

/** Means of the ten minutes of a day, from midnight UTC; null where nobody measured. */
export const DayMeansSchema = z.array(TempSchema.nullable()).length(MEANS_A_DAY);

export const FridgeDaysSchema = z
  .object({
    days: z.array(z.object({ fridge, day: UtcDaySchema, means: DayMeansSchema })),
    /** The kitchen's revision these are of: asked for again with it, the days that changed since come. */
    revision: z.number().int().min(0),
  })
  .meta({ id: 'FridgeDays' });
export type FridgeDays = z.infer<typeof FridgeDaysSchema>;

/** All that was measured on one day of UTC, oldest first. */
export const FridgeDaySchema = z
  .object({ fridge, day: UtcDaySchema, readings: z.array(MeasuredTempSchema) })
  .meta({ id: 'FridgeDay' });

export const FridgeDayParams = z.object({ day: UtcDaySchema });
export const FridgeDayQuery = z.object({ fridge });

/**
 * What was measured, and which moments are struck off again. A second reading of the same moment takes the first one's
 * place; nothing is measured in the future, so what lies there is refused.
 */
export const LogFridgeSchema = z
  .object({
    fridge,
    readings: z.array(MeasuredTempSchema).max(MOST_READINGS),
    removed: z.array(InstantSchema).max(MOST_READINGS).default([]),
  })
  .meta({ id: 'LogFridge' });
export type LogFridge = z.infer<typeof LogFridgeSchema>;

/** A day as it is stored and exported: milliseconds since its midnight in UTC, and °C. */
export const StoredDaySchema = z.object({
  fridge,
  day: UtcDaySchema,
  readings: z.array(z.tuple([z.number().int().min(0).max(86_399_999), TempSchema])).max(MOST_A_DAY),
});
export type StoredDay = z.infer<typeof StoredDaySchema>;

/** Midnight of a day in UTC, ms. */
export function dayStartMs(day: string): number {
  return fromInstant(`${day}T00:00:00.000Z`);
}
