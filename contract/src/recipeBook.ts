import { z } from 'zod';
import { KeptIngredientsSchema, MOST_OWN_ITEMS, OwnItemSchema } from './ingredient';
import { InstantSchema } from './instant';
import { RecipeSchema } from './recipe';

/** A kept recipe in its latest version. */
export const SavedRecipeSchema = z
  .object({
    id: z.uuid(),
    /** 1 for the first version. */
    version: z.number().int().min(1),
    savedAt: InstantSchema,
    away: z.boolean(),
    recipe: RecipeSchema,
    /** The cook's own ingredients in it, as they were when this version was kept. */
    ingredients: KeptIngredientsSchema,
  })
  .meta({ id: 'SavedRecipe' });

export type SavedRecipe = z.infer<typeof SavedRecipeSchema>;

export const RecipeListSchema = z.object({ recipes: z.array(SavedRecipeSchema) }).meta({ id: 'RecipeList' });

export const RecipeHistorySchema = z
  .object({
    id: z.uuid(),
    away: z.boolean(),
    /** Newest first; never empty. */
    versions: z
      .array(
        z.object({
          version: z.number().int().min(1),
          savedAt: InstantSchema,
          recipe: RecipeSchema,
          ingredients: KeptIngredientsSchema,
        }),
      )
      .min(1),
  })
  .meta({ id: 'RecipeHistory' });

export type RecipeHistory = z.infer<typeof RecipeHistorySchema>;

export const NewRecipeSchema = z
  .object({
    recipe: RecipeSchema,
    ownIngredients: z.array(OwnItemSchema).max(MOST_OWN_ITEMS).default([]),
    /** The device's own id for it, so that it can go on with what it has not yet sent. */
    recipeId: z.uuid().optional(),
  })
  .meta({ id: 'NewRecipe' });

export const RecipeVersionSchema = z.object({ recipe: RecipeSchema }).meta({ id: 'RecipeVersion' });
