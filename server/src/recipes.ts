import { randomUUID } from 'node:crypto';
import type { RecipeHistory, SavedRecipe } from '@humble-churn/contract';
import { KeptIngredientsSchema, RecipeSchema } from '@humble-churn/contract';
import type { OwnIngredient, Recipe } from '@humble-churn/core';
import { predict } from '@humble-churn/core';
import { desc, eq } from 'drizzle-orm';
import { ownIn } from '@humble-churn/core';
import type { Db } from './database';
import { adoptIngredients } from './ingredients';
import { readKitchenModel } from './kitchenModels';
import { ProblemError, notComputable } from './problemError';
import { raiseRevision } from './revision';
import { recipeVersions, recipes } from './tables';

const none = (): ProblemError => new ProblemError('not-found', 'There is no such recipe in this kitchen.');

/** A version as it is told; none where it cannot be read. */
function readVersion(row: typeof recipeVersions.$inferSelect): RecipeHistory['versions'] {
  const recipe = RecipeSchema.safeParse(row.recipe);
  if (!recipe.success) return [];
  const ingredients = KeptIngredientsSchema.parse(row.ingredients);
  return [{ version: row.version, savedAt: row.savedAt.toISOString(), recipe: recipe.data, ingredients }];
}

/** Every kept recipe in its latest version, by name. */
export async function listRecipes(db: Db, away: boolean): Promise<{ recipes: SavedRecipe[] }> {
  const rows = await db
    .selectDistinctOn([recipeVersions.recipeId])
    .from(recipeVersions)
    .innerJoin(recipes, eq(recipes.id, recipeVersions.recipeId))
    .where(eq(recipes.away, away))
    .orderBy(recipeVersions.recipeId, desc(recipeVersions.version));
  const saved = rows.flatMap(({ recipes: kept, recipe_versions: latest }) =>
    readVersion(latest).map((version) => ({ id: kept.id, away: kept.away, ...version })),
  );
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
    versions: versions.flatMap(readVersion),
  };
}

export async function viewRecipe(db: Db, recipeId: string): Promise<SavedRecipe> {
  const { id, away, versions } = await viewHistory(db, recipeId);
  const [latest] = versions;
  if (!latest) throw none();
  return { id, away, ...latest };
}

/** Only what can be made is kept, with its own ingredients as they are: the rest would be found out at the counter. */
async function checkedVersion(db: Db, given: Recipe): Promise<Pick<SavedRecipe, 'recipe' | 'ingredients'>> {
  const { kitchen } = await readKitchenModel(db);
  const recipe = RecipeSchema.parse(given);
  const predicted = predict(recipe, kitchen);
  if (!predicted.ok) throw notComputable(predicted.refusal, ['recipe']);
  return { recipe, ingredients: KeptIngredientsSchema.parse(ownIn(recipe, kitchen.pantry)) };
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
  const checked = await checkedVersion(db, recipe);
  const id = randomUUID();
  await raiseRevision(db, 'recipes');
  await db.insert(recipes).values({ id, createdAt: now });
  await db.insert(recipeVersions).values({ recipeId: id, version: 1, savedAt: now, ...checked });
  return id;
}

/** Keeps the next version of a recipe; the ones before stay as they were. */
export async function keepVersion(db: Db, recipeId: string, recipe: Recipe, now: Date): Promise<void> {
  const latest = await viewRecipe(db, recipeId);
  const checked = await checkedVersion(db, recipe);
  await raiseRevision(db, 'recipes');
  await db.insert(recipeVersions).values({ recipeId, version: latest.version + 1, savedAt: now, ...checked });
}

export async function archiveRecipe(db: Db, recipeId: string, away: boolean): Promise<SavedRecipe> {
  await db.transaction(async (tx) => {
    const changed = await tx.update(recipes).set({ away }).where(eq(recipes.id, recipeId)).returning();
    if (changed.length === 0) throw none();
    await raiseRevision(tx, 'recipes');
  });
  return viewRecipe(db, recipeId);
}
