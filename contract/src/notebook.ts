import type { BatchSummary } from '@humble-churn/core';
import { DESTINATIONS, LIKING, VERDICTS } from '@humble-churn/core';
import { z } from 'zod';
import { BatchCursorSchema } from './batch';
import { RevisionSchema } from './revision';

const amount = z.number();

/** What lists show of a batch. Masses g, volumes mL. */
export const BatchSummarySchema = z
  .object({
    name: z.string(),
    /** Keys of the nuts and seeds in it, the first one first. */
    nuts: z.array(z.string()),
    plannedAtMs: z.number(),
    soaked: z.boolean(),
    outcome: z.enum(['under-way', 'abandoned', 'thrown-out', 'on-shelf', 'finished']),
    reason: z.string().nullable(),
    predictedMl: amount,
    /** As measured; null where it was not. */
    milkMl: amount.nullable(),
    /** g of water to a g of nuts, as it was made. Lists of older releases know neither this nor what was said of it. */
    waterPerNut: amount.nullable().default(null),
    grit: z.enum(VERDICTS.grit).nullable().default(null),
    liking: z.number().min(LIKING.min).max(LIKING.max).nullable().default(null),
    words: z.string().nullable().default(null),
    /** What went in besides water: nuts as predicted, additions as they were put in. */
    parts: z.array(z.object({ key: z.string(), massG: amount })),
    /** Where its nuts went, by share; lists of older releases know neither this nor what was drunk. */
    went: z
      .object({ nutG: amount, shares: z.record(z.enum(DESTINATIONS), amount) })
      .nullable()
      .default(null),
    pours: z.array(z.object({ atMs: z.number(), volumeMl: amount })).default([]),
  })
  .meta({ id: 'BatchSummary' }) satisfies z.ZodType<BatchSummary>;

export const NotebookSchema = z
  .object({
    batches: z.array(z.object({ id: z.uuid(), summary: BatchSummarySchema })),
    /** Pass as `before` for older batches; null at the end. */
    nextBefore: BatchCursorSchema.nullable(),
    revision: RevisionSchema,
  })
  .meta({ id: 'Notebook' });

export type Notebook = z.infer<typeof NotebookSchema>;

/** What was made and drunk since a moment. */
export const AccountSchema = z
  .object({
    /** By month and nut, the latest month first. */
    months: z.array(
      z.object({
        month: z.string().regex(/^\d{4}-\d{2}$/),
        nut: z.string(),
        batches: z.number().int(),
        nutG: amount,
        wentG: z.record(z.enum(DESTINATIONS), amount),
      }),
    ),
    /** Milk drunk a day over the last two weeks, mL; an estimate. */
    drunkPerDayMl: amount,
  })
  .meta({ id: 'Account' });

export type Account = z.infer<typeof AccountSchema>;
