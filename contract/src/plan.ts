import type { KitchenModel, PlanJob, PlanWish, ScheduledBatch, StartTimes } from '@humble-churn/core';
import { scheduledAt, planJob, settledJob } from '@humble-churn/core';
import { z } from 'zod';
import { KeptIngredientsSchema, MOST_OWN_ITEMS, OwnItemSchema } from './ingredient';
import { InstantSchema, fromInstant, toInstant } from './instant';
import { PlannedPredictionSchema } from './prediction';
import { RecipeSchema } from './recipe';
import { RevisionSchema } from './revision';

/** When a batch is weighed, drained and blended; drained and blended are one moment apart where nothing soaks. */
export const StartTimesSchema = z
  .object({ weighAt: InstantSchema, drainAt: InstantSchema, blendAt: InstantSchema })
  .refine(({ weighAt, drainAt, blendAt }) => weighAt <= drainAt && drainAt <= blendAt, {
    error: 'weighing, draining and blending follow one another',
  })
  .meta({ id: 'Moments' });

export type StartTimesWire = z.infer<typeof StartTimesSchema>;

export const PlanSchema = z
  .object({
    id: z.uuid(),
    recipe: RecipeSchema,
    prediction: PlannedPredictionSchema,
    /** The cook's own ingredients in it, as they were when it was planned. */
    ingredients: KeptIngredientsSchema,
    glassAt: InstantSchema,
    /** Drunk as soon as it is bottled. */
    fresh: z.boolean(),
    /** Nuts soaked before, from the freezer: nothing is soaked for it. */
    soakedAlready: z.boolean(),
    moments: StartTimesSchema,
    /** Whether no better moments exist; false where there were too many ways to look at all of them. */
    provenBest: z.boolean().default(true),
    status: z.enum(['open', 'started', 'dropped']),
    batchId: z.uuid().nullable(),
    /** Counts its changes, for calendars that have read it before. */
    revision: z.number().int().min(0),
    changedAt: InstantSchema,
  })
  .meta({ id: 'Plan' });

export type Plan = z.infer<typeof PlanSchema>;

export const PlanListSchema = z
  .object({ plans: z.array(PlanSchema), revision: RevisionSchema.default(0), serverTime: InstantSchema })
  .meta({ id: 'PlanList' });

export type PlanList = z.infer<typeof PlanListSchema>;

export const NewPlanSchema = z
  .object({
    recipe: RecipeSchema,
    ownIngredients: z.array(OwnItemSchema).max(MOST_OWN_ITEMS).default([]),
    glassAt: InstantSchema,
    fresh: z.boolean().default(false),
    soakedAlready: z.boolean().default(false),
    /** Set by hand; null has them worked out. */
    moments: StartTimesSchema.nullable().default(null),
    /** The device's own id for it, so that it can go on with what it has not yet sent. */
    planId: z.uuid().optional(),
  })
  .meta({ id: 'NewPlan' });

export const PlanPatchSchema = z
  .object({
    glassAt: InstantSchema.optional(),
    fresh: z.boolean().optional(),
    moments: StartTimesSchema.optional(),
    status: z.enum(['open', 'dropped']).optional(),
  })
  .meta({ id: 'PlanPatch' });

/** Where the plans are to be had as a calendar file. */
export const CALENDAR_PATH = '/api/plans.ics';

type Wanted = Pick<Plan, 'id' | 'recipe' | 'prediction' | 'glassAt' | 'fresh' | 'soakedAlready'>;

function wishOf({ id, glassAt, fresh, soakedAlready }: Wanted): PlanWish {
  return { id, glassMs: fromInstant(glassAt), fresh, soakedAlready };
}

/** What a plan, or one that is asked for, asks of the days. */
export function jobOfPlan(plan: Wanted, kitchen: KitchenModel): PlanJob {
  return planJob(wishOf(plan), plan.recipe, plan.prediction, kitchen);
}

/** What a plan asks of the days where it lies, and its steps there. */
export function settledPlan(plan: Plan): { job: PlanJob; placed: ScheduledBatch } {
  const job = settledJob(wishOf(plan), plan.recipe, plan.prediction);
  return { job, placed: scheduledAt(job, coreStartTimes(plan.moments)) };
}

export function coreStartTimes({ weighAt, drainAt, blendAt }: StartTimesWire): StartTimes {
  return { weighMs: fromInstant(weighAt), drainMs: fromInstant(drainAt), blendMs: fromInstant(blendAt) };
}

export function wireStartTimes({ weighMs, drainMs, blendMs }: StartTimes): StartTimesWire {
  return { weighAt: toInstant(weighMs), drainAt: toInstant(drainMs), blendAt: toInstant(blendMs) };
}
