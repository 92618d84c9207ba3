import { PULP_TRAITS, PULP_USES } from '@humble-churn/core';
import type { PulpRecipe } from '@humble-churn/core';
import { z } from 'zod';
import { AllergenSchema } from './allergen';

const NameSchema = z.string().trim().min(1).max(60);

/** Ingredients and steps that a recipe has at most, and own recipes that a kitchen keeps. */
export const MOST_PARTS = 24;
export const MOST_STEPS = 20;
export const MOST_PULP_RECIPES = 40;

/** Bounds of a cook's own recipe. */
export const OVEN_C = { min: 40, max: 300 } as const;
export const RECIPE_MINUTES = { min: 1, max: 1440 } as const;

/** A cook's own recipe for pulp, written for so much of its dry solids. */
export const OwnPulpRecipeSchema = z
  .object({
    key: z.uuid(),
    name: NameSchema,
    dryG: z.number().min(1).max(5000),
    parts: z
      .array(
        z.object({
          name: NameSchema,
          massG: z.number().positive().max(20_000),
          gPerMl: z.number().positive().max(5).nullable(),
          // Weighed, never counted.
          gEach: z.null(),
          piece: z.null(),
          allergens: z.array(AllergenSchema).max(9),
        }),
      )
      .max(MOST_PARTS),
    waterG: z.number().min(0).max(20_000).meta({ description: 'All water in it, that of the pulp included' }),
    heat: z
      .union([z.object({ oven: z.number().min(OVEN_C.min).max(OVEN_C.max) }), z.literal('pan')])
      .nullable(),
    minutes: z.number().min(RECIPE_MINUTES.min).max(RECIPE_MINUTES.max),
    makes: z.object({ count: z.number().min(1).max(1000), one: NameSchema, many: NameSchema }),
    steps: z.array(z.string().trim().min(1).max(600)).max(MOST_STEPS),
    notWith: z.array(z.enum(PULP_TRAITS)).max(PULP_TRAITS.length),
    only: z.enum(['pressed', 'dried']).nullable(),
    use: z.enum(PULP_USES),
    caution: z.string().trim().min(1).max(400).nullable(),
    allergens: z.array(AllergenSchema).max(9),
  })
  .meta({ id: 'OwnPulpRecipe' }) satisfies z.ZodType<PulpRecipe>;
export type OwnPulpRecipe = z.infer<typeof OwnPulpRecipeSchema>;

export const PULP_RECIPE_FORMAT = 'humble-churn/pulp-recipe';

/** The open form of such a recipe, which rides along in its JSON-LD. */
export const PulpRecipeFileSchema = z.object({
  format: z.literal(PULP_RECIPE_FORMAT),
  version: z.literal(1),
  recipe: OwnPulpRecipeSchema,
});
