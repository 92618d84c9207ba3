import type { BatchEvent, EventBody } from '@humble-churn/core';
import { z } from 'zod';
import { EventBodySchema } from './happening';
import { KeptIngredientsSchema, MOST_OWN_ITEMS, OwnItemSchema } from './ingredient';
import { InstantSchema, TimeZoneSchema, fromInstant } from './instant';
import { PlannedPredictionSchema, UncertaintySchema } from './prediction';
import { RecipeSchema, SurroundingsSchema } from './recipe';
import { RevisionSchema } from './revision';

const GuideSchema = z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4)]);

/** The first line of a log. */
export const PlannedSchema = z.object({
  type: z.literal('planned'),
  recipe: RecipeSchema,
  prediction: PlannedPredictionSchema,
  sureness: UncertaintySchema.nullable().default(null),
  around: SurroundingsSchema,
  budgetH: z.union([z.literal(48), z.literal(72), z.literal(96), z.literal(120)]),
  /** Batches planned before the guide grew keep the steps they had. */
  guide: GuideSchema.default(1),
  ingredients: KeptIngredientsSchema,
});

/** What is kept of an event, besides its id and moment. */
export const StoredEventBodySchema = z
  .union([PlannedSchema, EventBodySchema])
  .meta({ id: 'StoredHappening' }) satisfies z.ZodType<EventBody>;

export const EventSchema = z
  .object({ id: z.uuid(), at: InstantSchema, timeZone: TimeZoneSchema, what: StoredEventBodySchema })
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

/** What was added to a log behind the first `before` of its lines. */
const AdditionSchema = z.object({
  before: z.number().int().min(0),
  events: z.array(EventSchema),
});

/** The answer to an addition: what was added, and how many lines came before. */
export const AddedSchema = AdditionSchema.extend({
  batchId: z.uuid(),
  serverTime: InstantSchema,
}).meta({ id: 'Added' });

export type Added = z.infer<typeof AddedSchema>;

/** A batch that changed, with what was added to its log meanwhile. */
export const ChangedBatchSchema = AdditionSchema.extend({
  id: z.uuid(),
  timeZone: TimeZoneSchema,
  /** Under way, or with milk or pulp left. */
  active: z.boolean(),
}).meta({ id: 'ChangedBatch' });

export type ChangedBatch = z.infer<typeof ChangedBatchSchema>;

/** Where a page of batches ends: its last batch's moment and id, so that batches of one moment are told apart. */
export const BatchCursorSchema = z
  .string()
  .regex(/^[^_]+(_[0-9a-f-]{36})?$/)
  .refine((cursor) => InstantSchema.safeParse(cursor.split('_')[0]).success, {
    error: 'no place in the list',
  })
  .meta({
    description: 'A moment in UTC, with the id of a batch after an underscore',
    example: '2026-03-01T09:00:00.000Z',
  });

export const BatchListSchema = z
  .object({
    batches: z.array(BatchSchema),
    /** Pass as `before` for older batches; null at the end. */
    nextBefore: BatchCursorSchema.nullable(),
    revision: RevisionSchema.default(0),
    serverTime: InstantSchema,
  })
  .meta({ id: 'BatchList' });

export type BatchList = z.infer<typeof BatchListSchema>;

export const NewBatchSchema = z
  .object({
    recipe: RecipeSchema,
    ownIngredients: z.array(OwnItemSchema).max(MOST_OWN_ITEMS).default([]),
    /** The plan this batch carries out. */
    planId: z.uuid().nullable().default(null),
    /** The device's own id for it, so that it can go on with what it has not yet sent. */
    batchId: z.uuid().optional(),
    /** The steps that the device began it with: its entries name them. */
    guide: GuideSchema.optional(),
  })
  .meta({ id: 'NewBatch' });

/** The longest a device may have been out of reach with an entry, ms: two weeks. */
const LONGEST_AGO_MS = 14 * 86_400_000;

/** How long ago the cook did it, ms: entries made while the server was away arrive later. */
export const SaidAgoSchema = z.object({
  agoMs: z.coerce.number().int().min(0).max(LONGEST_AGO_MS).default(0),
});

export const NewEventsSchema = z
  .object({
    happenings: z.array(EventBodySchema).min(1).max(60),
    /** The device's own ids for them, so that it can take back what it has not yet sent. */
    ids: z.array(z.uuid()).max(60).optional(),
  })
  .refine(({ happenings, ids }) => !ids || ids.length === happenings.length, {
    error: 'one id for each happening',
    path: ['ids'],
  })
  .meta({ id: 'NewEvents' });

/** The core's view of a wire event. */
export function coreEvent(event: EventWire): BatchEvent {
  return { ...event.what, id: event.id, atMs: fromInstant(event.at) };
}
