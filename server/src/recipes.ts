import { randomUUID } from 'node:crypto';
import type { RecipeHistory, SavedRecipe } from '@humble-churn/contract';
import { RecipeSchema } from '@humble-churn/contract';
import type { OwnIngredient, Recipe } from '@humble-churn/core';
import { predict } from '@humble-churn/core';
import { desc, eq } from 'drizzle-orm';
import type { Db } from './database';
import { adoptIngredients, listOwnIngredients } from './ingredients';
import { kitchenSettings } from './kitchens';
import { ProblemError, notComputable } from './problemError';
import { recipeVersions, recipes } from './tables';

const none = (): ProblemError => new ProblemError('not-found', 'There is no such recipe in this kitchen.');

/** Every kept recipe in its latest version, by name. */
export async function listRecipes(db: Db, away: boolean): Promise<{ recipes: SavedRecipe[] }> {
  const rows = await db
    .selectDistinctOn([recipeVersions.recipeId])
    .from(recipeVersions)
    .innerJoin(recipes, eq(recipes.id, recipeVersions.recipeId))
    .where(eq(recipes.away, away))
    .orderBy(recipeVersions.recipeId, desc(recipeVersions.version));
  const saved = rows.map(({ recipes: kept, recipe_versions: latest }) => ({
    id: kept.id,
    version: latest.version,
    savedAt: latest.savedAt.toISOString(),
    away: kept.away,
    recipe: RecipeSchema.parse(latest.recipe),
  }));
  return { recipes: saved.sort((a, b) => a.recipe.name.localeCompare(b.recipe.name)) };
}

export async function viewHistory(db: Db, recipeId: string): Promise<RecipeHistory> {
  const [kept] = await db.select().from(recipes).where(eq(recipes.id, recipeId));
  if (!kept) throw none();
  const versions = await db
    .select()
    .from(recipeVersions)
    .where(eq(recipeVersions.recipeId, recipeId))
    .orderBy(desc(recipeVersions.version));
  return {
    id: kept.id,
    away: kept.away,
    versions: versions.map((row) => ({
      version: row.version,
      savedAt: row.savedAt.toISOString(),
      recipe: RecipeSchema.parse(row.recipe),
    })),
  };
}

export async function viewRecipe(db: Db, recipeId: string): Promise<SavedRecipe> {
  const { id, away, versions } = await viewHistory(db, recipeId);
  const [latest] = versions;
  if (!latest) throw none();
  return { id, away, ...latest };
}

/** Only what can be made is kept: a recipe that cannot would be found out at the counter. */
async function mustCompute(db: Db, recipe: Recipe): Promise<void> {
  const kitchen = await kitchenSettings(db);
  const predicted = predict(recipe, kitchen, await listOwnIngredients(db));
  if (!predicted.ok) throw notComputable(predicted.refusal, ['recipe']);
}

/** Keeps a new recipe, its own ingredients with it, and answers its id. */
export async function keepRecipe(
  db: Db,
  brought: Recipe,
  ownIngredients: readonly OwnIngredient[],
  now: Date,
): Promise<string> {
  const keys = await adoptIngredients(db, ownIngredients, now);
  const recipe: Recipe = {
    ...brought,
    nuts: brought.nuts.map((nut) => ({ ...nut, ingredient: keys.get(nut.ingredient) ?? nut.ingredient })),
  };
  await mustCompute(db, recipe);
  const id = randomUUID();
  await db.insert(recipes).values({ id, createdAt: now });
  await db.insert(recipeVersions).values({ recipeId: id, version: 1, savedAt: now, recipe });
  return id;
}

/** Keeps the next version of a recipe; the ones before stay as they were. */
export async function keepVersion(db: Db, recipeId: string, recipe: Recipe, now: Date): Promise<void> {
  const latest = await viewRecipe(db, recipeId);
  await mustCompute(db, recipe);
  await db.insert(recipeVersions).values({ recipeId, version: latest.version + 1, savedAt: now, recipe });
}

export async function putAway(db: Db, recipeId: string, away: boolean): Promise<SavedRecipe> {
  const changed = await db.update(recipes).set({ away }).where(eq(recipes.id, recipeId)).returning();
  if (changed.length === 0) throw none();
  return viewRecipe(db, recipeId);
}
