import { z } from 'zod';
import { EventSchema } from './batch';
import { OwnItemSchema } from './ingredient';
import { StoredDaySchema } from './fridge';
import { InstantSchema, TimeZoneSchema } from './instant';
import { FridgeReadingSchema, KitchenSettingsSchema } from './kitchen';
import { PlanSchema } from './plan';
import { ProblemSchema } from './problem';
import { RecipeHistorySchema } from './recipeBook';

/** Where a whole kitchen is to be had as one file, and where such a file is taken in. */
export const EXPORT_PATH = '/api/kitchen/export.zip';
export const IMPORT_PATH = '/api/kitchen/import';

/** The type of the file. */
export const EXPORT_TYPE = 'application/zip';

export const KITCHEN_FORMAT = 'humble-churn/kitchen';

/** What the file holds, besides tables and recipes for other programs. */
export const KITCHEN_ENTRY = 'kitchen.json';
export const BATCHES_ENTRY = 'batches.ndjson';
export const SCHEMA_ENTRY = 'kitchen.schema.json';

const ExportedIngredientSchema = z.object({
  addedAt: InstantSchema,
  ingredient: OwnItemSchema,
  /** What it said before it was corrected. */
  earlier: z.array(
    z.object({
      revision: z.number().int().min(1),
      replacedAt: InstantSchema,
      ingredient: OwnItemSchema,
    }),
  ),
});

const ExportedRecipeSchema = z.object({
  id: z.uuid(),
  createdAt: InstantSchema,
  archived: z.boolean(),
  versions: RecipeHistorySchema.shape.versions.meta({ description: 'Oldest first; never empty' }),
});

/** A whole kitchen but for its batches, which are in a file of their own. */
export const KitchenFileSchema = z
  .object({
    format: z.literal(KITCHEN_FORMAT),
    version: z.literal(1),
    exportedAt: InstantSchema,
    settings: KitchenSettingsSchema,
    /** What the fridge was said to be at, oldest first. */
    fridgeReadings: z.array(FridgeReadingSchema.omit({ id: true }).extend({ timeZone: TimeZoneSchema })),
    /** What was measured in the fridge, a day of UTC each, oldest first. */
    fridgeDays: z.array(StoredDaySchema).default([]),
    ingredients: z.array(ExportedIngredientSchema),
    recipes: z.array(ExportedRecipeSchema),
    plans: z.array(PlanSchema.extend({ createdAt: InstantSchema, timeZone: TimeZoneSchema })),
    /** How many batches there are. */
    batchCount: z.number().int().min(0),
    /** Stored rows that cannot be read, as they are. They are not taken in again. */
    unreadable: z.array(z.object({ table: z.string(), row: z.unknown() })),
  })
  .meta({ id: 'KitchenFile' });

export type KitchenFile = z.infer<typeof KitchenFileSchema>;

/** One batch with its log: a line of the batches' file. */
export const BatchLineSchema = z
  .object({
    id: z.uuid(),
    createdAt: InstantSchema,
    timeZone: TimeZoneSchema,
    /** In the order they were added. */
    events: z.array(EventSchema).min(1),
  })
  .meta({ id: 'BatchLine' });

export type BatchLine = z.infer<typeof BatchLineSchema>;

/** The open form of a kitchen as JSON Schema, by the names of the files in it. */
export function kitchenJsonSchema(): Record<string, unknown> {
  const files = z.object({
    [KITCHEN_ENTRY]: KitchenFileSchema,
    [BATCHES_ENTRY]: BatchLineSchema.meta({ description: 'Each line' }),
  });
  // Earlier forms that are mended as they are read have no schema of their own.
  return { ...z.toJSONSchema(files, { io: 'input', unrepresentable: 'any' }), title: 'Humble Churn kitchen' };
}

/** What came of taking a kitchen in. */
export const ImportedSchema = z.object({
  name: z.string(),
  batches: z.number().int(),
  recipes: z.number().int(),
  plans: z.number().int(),
  ingredients: z.number().int(),
  /** Rows that could not be read when they were exported, and were left out. */
  leftOut: z.number().int(),
});

export type Imported = z.infer<typeof ImportedSchema>;

/** One line of the answer to an import: how far it is, or how it ended. */
export const ImportLineSchema = z.union([
  z.object({ batches: z.number().int(), of: z.number().int() }),
  z.object({ imported: ImportedSchema }),
  z.object({ problem: ProblemSchema }),
]);

export type ImportLine = z.infer<typeof ImportLineSchema>;
