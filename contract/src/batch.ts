import type { BatchEvent, BatchHappening } from '@humble-churn/core';
import { z } from 'zod';
import { OwnIngredientSchema } from './ingredient';
import { InstantSchema, TimeZoneSchema, fromInstant } from './instant';
import { PlannedPredictionSchema, SurenessSchema } from './prediction';
import { RecipeSchema, SurroundingsSchema } from './recipe';

const massG = z.number().min(0).max(60_000);
const volumeMl = z.number().min(0).max(60_000);
const ReadingSchema = z.union([z.object({ massG }), z.object({ volumeMl })]);
const JarIdSchema = z.uuid();
const StepIdSchema = z.string().min(1).max(20);
const ReasonSchema = z.string().trim().min(1).max(200);

/** What a client may say happened; planning is the server's to say. */
export const HappeningSchema = z
  .discriminatedUnion('type', [
    z.object({ type: z.literal('step-begun'), step: StepIdSchema }),
    z.object({ type: z.literal('step-done'), step: StepIdSchema }),
    z.object({
      type: z.literal('measured'),
      what: z.enum(['soaked', 'milk', 'pulp']),
      reading: ReadingSchema,
    }),
    z.object({
      type: z.literal('bottled'),
      jars: z
        .array(
          z.object({
            id: JarIdSchema,
            label: z.string().trim().min(1).max(40),
            volumeMl: z.number().min(1).max(60_000),
            place: z.enum(['fridge', 'freezer']),
          }),
        )
        .min(1)
        .max(24),
      scalded: z.boolean(),
    }),
    z.object({
      type: z.literal('jar-moved'),
      jarId: JarIdSchema,
      place: z.enum(['fridge', 'freezer', 'out']),
    }),
    z.object({ type: z.literal('jar-drawn'), jarId: JarIdSchema, volumeMl: z.number().min(1).max(60_000) }),
    z.object({ type: z.literal('jar-emptied'), jarId: JarIdSchema }),
    z.object({ type: z.literal('jar-discarded'), jarId: JarIdSchema, reason: ReasonSchema }),
    z.object({ type: z.literal('pulp-stored'), place: z.enum(['fridge', 'freezer', 'dried']), massG }),
    z.object({ type: z.literal('pulp-used'), place: z.enum(['fridge', 'freezer', 'dried']) }),
    z.object({ type: z.literal('abandoned'), reason: ReasonSchema }),
    z.object({ type: z.literal('undone'), eventId: z.uuid() }),
  ])
  .meta({ id: 'Happening' }) satisfies z.ZodType<BatchHappening>;

const PlannedSchema = z.object({
  type: z.literal('planned'),
  recipe: RecipeSchema,
  prediction: PlannedPredictionSchema,
  sureness: SurenessSchema.nullable().default(null),
  around: SurroundingsSchema,
  budgetH: z.union([z.literal(72), z.literal(96), z.literal(120)]),
});

/** What is kept of an event, besides its id and moment. */
export const StoredHappeningSchema = z
  .union([PlannedSchema, HappeningSchema])
  .meta({ id: 'StoredHappening' }) satisfies z.ZodType<BatchHappening>;

export const EventSchema = z
  .object({ id: z.uuid(), at: InstantSchema, timeZone: TimeZoneSchema, what: StoredHappeningSchema })
  .meta({ id: 'BatchEvent' });

export type EventWire = z.infer<typeof EventSchema>;

export const BatchSchema = z
  .object({
    id: z.uuid(),
    timeZone: TimeZoneSchema,
    events: z.array(EventSchema).min(1),
    serverTime: InstantSchema,
  })
  .meta({ id: 'Batch' });

export type Batch = z.infer<typeof BatchSchema>;

export const BatchListSchema = z
  .object({
    batches: z.array(BatchSchema),
    /** Pass as `before` for older batches; null at the end. */
    nextBefore: InstantSchema.nullable(),
    serverTime: InstantSchema,
  })
  .meta({ id: 'BatchList' });

export type BatchList = z.infer<typeof BatchListSchema>;

export const NewBatchSchema = z
  .object({ recipe: RecipeSchema, ownIngredients: z.array(OwnIngredientSchema).max(8).default([]) })
  .meta({ id: 'NewBatch' });

/** The core's view of a wire event. */
export function coreEvent(event: EventWire): BatchEvent {
  return { ...event.what, id: event.id, atMs: fromInstant(event.at) };
}
