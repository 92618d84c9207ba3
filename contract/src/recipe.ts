import type { Recipe, Surroundings } from '@humble-churn/core';
import { DEFAULT_WARMTH_LIMIT_C, DOSE_UNITS, LIMITS, PURPOSES } from '@humble-churn/core';
import { z } from 'zod';
import { AdditionKeySchema, IngredientKeySchema, MOST_OWN_ITEMS, OwnItemSchema } from './ingredient';

const MachineKindSchema = z.enum(['personal-cup', 'standard-jug', 'high-speed-jug', 'cold-press']);
const StrainerSchema = z.enum(['fine-bag', 'muslin', 'fine-sieve', 'none', 'cold-press']);

/** What the household calls a machine, a strainer, a jar. */
const GearNameSchema = z.string().trim().min(1).max(40);

export { GearNameSchema, MachineKindSchema, StrainerSchema };

function within(range: { min: number; max: number }): z.ZodNumber {
  return z.number().min(range.min).max(range.max);
}

export const SaidDoseSchema = z
  .object({ unit: z.enum(DOSE_UNITS), per: z.enum(['batch', 'litre']) })
  .meta({ description: 'How the cook said the dose' });

/** How the nuts are broken up. */
export const BlendSchema = z.object({
  machine: MachineKindSchema,
  machineName: GearNameSchema.nullable().default(null),
  powerW: within(LIMITS.powerW).nullable(),
  fillLineMl: within(LIMITS.fillLineMl).nullable(),
  speed: z.number().min(0.1).max(1),
  waterOrder: z.enum(['at-once', 'thick-first']),
  end: z.discriminatedUnion('by', [
    z.object({ by: z.literal('rupture'), rupture: within(LIMITS.rupture) }),
    z.object({ by: z.literal('seconds'), seconds: within(LIMITS.seconds) }),
  ]),
  presses: z.union([z.literal(1), z.literal(2)]),
  liquidTempC: within(LIMITS.liquidTempC),
  iceShare: within(LIMITS.iceShare),
  warmthLimitC: within(LIMITS.warmthLimitC).default(DEFAULT_WARMTH_LIMIT_C),
});

/** What the mix passes, and how the pulp is wrung. */
export const StrainSchema = z.object({
  strainer: StrainerSchema,
  strainerName: GearNameSchema.nullable().default(null),
  squeeze: z.enum(['light', 'firm', 'hard']),
  washShare: within(LIMITS.washShare),
  second: z
    .object({
      strainer: z.enum(['fine-bag', 'muslin', 'fine-sieve', 'cold-press']),
      strainerName: GearNameSchema.nullable().default(null),
    })
    .nullable()
    .default(null)
    .meta({ description: 'What the strained milk passes once more' }),
});

/** A recipe as the cook decides it; units are in the names. */
export const RecipeSchema = z
  .object({
    name: z.string().trim().min(1).max(80),
    nuts: z
      .array(
        z.object({
          ingredient: IngredientKeySchema,
          form: z.enum(['whole', 'chopped', 'ground']),
          share: z.number().min(0.001).max(1000),
        }),
      )
      .min(1)
      .max(8),
    amount: z.discriminatedUnion('by', [
      z.object({ by: z.literal('nuts'), massG: within(LIMITS.nutG) }),
      z.object({ by: z.literal('milk'), volumeMl: within(LIMITS.milkMl) }),
    ]),
    waterPerNut: within(LIMITS.waterPerNut).meta({
      description: 'Grams of liquid, ice included, per gram of nuts as bought',
    }),
    soak: z.object({
      method: z.enum(['none', 'fridge', 'counter', 'hot']),
      hours: z.number().min(0).max(48),
      pourTempC: within(LIMITS.soakPourTempC),
      saltGPerKg: within(LIMITS.saltGPerKg),
      changeEveryH: z.number().min(1).max(48).nullable(),
      water: z.enum(['poured', 'kept']),
      keptPerNut: within(LIMITS.keptPerNut)
        .optional()
        .meta({ description: 'Grams of kept soak water per gram of nuts; left out where it is as usual' }),
      rinses: within(LIMITS.rinses)
        .int()
        .optional()
        .meta({ description: 'Times the nuts are rinsed afterwards; left out where it is once' }),
    }),
    peel: z.enum(['leave', 'pinch', 'towel', 'roast']),
    blend: BlendSchema,
    strain: StrainSchema,
    otherLiquid: z
      .object({ liquid: AdditionKeySchema, share: within(LIMITS.otherLiquidShare) })
      .nullable()
      .default(null)
      .meta({ description: 'A liquid in place of part of the water, by mass' }),
    additions: z
      .array(
        z.object({
          addition: AdditionKeySchema,
          when: z.enum(['before', 'after']),
          gPerL: within(LIMITS.gPerL).meta({ description: 'Grams per litre of strained milk' }),
          said: SaidDoseSchema.optional(),
        }),
      )
      .max(12)
      .default([]),
    drinkers: z.array(z.string().trim().min(1).max(40)).max(12).default([]),
    purpose: z.enum(PURPOSES).nullable().default(null).meta({ description: 'What the milk is for' }),
    intoGlass: z
      .boolean()
      .optional()
      .meta({ description: 'Drunk as it is blended, unstrained; left out where it goes into jars' }),
  })
  .meta({ id: 'Recipe' }) satisfies z.ZodType<Recipe>;

export const RECIPE_FORMAT = 'humble-churn/recipe';

/** The open form of a recipe, in files and on the wire: complete in itself, the cook's own ingredients included. */
export const RecipeFileSchema = z
  .object({
    format: z.literal(RECIPE_FORMAT),
    version: z.literal(1),
    recipe: RecipeSchema,
    ownIngredients: z.array(OwnItemSchema).max(MOST_OWN_ITEMS).default([]),
  })
  .meta({ id: 'RecipeFile' });

export type RecipeFile = z.infer<typeof RecipeFileSchema>;

export const SurroundingsSchema = z
  .object({
    roomTempC: z.number().min(5).max(45),
    fridgeTempC: z.number().min(-1).max(15),
  })
  .meta({ id: 'Surroundings' }) satisfies z.ZodType<Surroundings>;

/** The JSON Schema of the open form, made from the schema that parses it. */
export function recipeJsonSchema(): Record<string, unknown> {
  return { ...z.toJSONSchema(RecipeFileSchema, { io: 'input' }), title: 'Humble Churn recipe' };
}
