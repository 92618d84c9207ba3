import { randomUUID } from 'node:crypto';
import type { RecipeHistory, SavedRecipe } from '@humble-churn/contract';
import { KeptIngredientsSchema, RecipeSchema } from '@humble-churn/contract';
import type { OwnItem, Recipe } from '@humble-churn/core';
import { predict } from '@humble-churn/core';
import { and, desc, eq } from 'drizzle-orm';
import { ownIn } from '@humble-churn/core';
import { adoptIngredients } from './ingredients';
import type { ChangeScope, Scope } from './kitchenAccess';
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
export async function listRecipes(
  { db, kitchenId }: Scope,
  away: boolean,
): Promise<{ recipes: SavedRecipe[] }> {
  const rows = await db
    .selectDistinctOn([recipeVersions.recipeId])
    .from(recipeVersions)
    .innerJoin(
      recipes,
      and(eq(recipes.kitchenId, recipeVersions.kitchenId), eq(recipes.id, recipeVersions.recipeId)),
    )
    .where(and(eq(recipeVersions.kitchenId, kitchenId), eq(recipes.away, away)))
    .orderBy(recipeVersions.recipeId, desc(recipeVersions.version));
  const saved = rows.flatMap(({ recipes: kept, recipe_versions: latest }) =>
    readVersion(latest).map((version) => ({ id: kept.id, away: kept.away, ...version })),
  );
  return { recipes: saved.sort((a, b) => a.recipe.name.localeCompare(b.recipe.name)) };
}

export async function viewHistory({ db, kitchenId }: Scope, recipeId: string): Promise<RecipeHistory> {
  const [kept] = await db
    .select()
    .from(recipes)
    .where(and(eq(recipes.kitchenId, kitchenId), eq(recipes.id, recipeId)));
  if (!kept) throw none();
  const versions = await db
    .select()
    .from(recipeVersions)
    .where(and(eq(recipeVersions.kitchenId, kitchenId), eq(recipeVersions.recipeId, recipeId)))
    .orderBy(desc(recipeVersions.version));
  return {
    id: kept.id,
    away: kept.away,
    versions: versions.flatMap(readVersion),
  };
}

export async function viewRecipe(scope: Scope, recipeId: string): Promise<SavedRecipe> {
  const { id, away, versions } = await viewHistory(scope, recipeId);
  const [latest] = versions;
  if (!latest) throw none();
  return { id, away, ...latest };
}

/** Only what can be made is kept, with its own ingredients as they are: the rest would be found out at the counter. */
async function checkedVersion(
  scope: Scope,
  given: Recipe,
): Promise<Pick<SavedRecipe, 'recipe' | 'ingredients'>> {
  const { kitchen } = await readKitchenModel(scope);
  const recipe = RecipeSchema.parse(given);
  const predicted = predict(recipe, kitchen);
  if (!predicted.ok) throw notComputable(predicted.refusal, ['recipe']);
  return { recipe, ingredients: KeptIngredientsSchema.parse(ownIn(recipe, kitchen.pantry)) };
}

/** Keeps a new recipe, its own ingredients with it, under the device's own id if it has one; answers the id. */
export async function keepRecipe(
  scope: ChangeScope,
  brought: Recipe,
  ownIngredients: readonly OwnItem[],
  id: string = randomUUID(),
): Promise<string> {
  const { db, kitchenId, now } = scope;
  const keys = await adoptIngredients(scope, ownIngredients);
  const here = (key: string): string => keys.get(key) ?? key;
  const { otherLiquid } = brought;
  const recipe: Recipe = {
    ...brought,
    nuts: brought.nuts.map((nut) => ({ ...nut, ingredient: here(nut.ingredient) })),
    additions: brought.additions.map((dose) => ({ ...dose, addition: here(dose.addition) })),
    otherLiquid: otherLiquid && { ...otherLiquid, liquid: here(otherLiquid.liquid) },
  };
  const checked = await checkedVersion(scope, recipe);
  await raiseRevision(scope, 'recipes');
  const made = await db
    .insert(recipes)
    .values({ kitchenId, id, createdAt: now })
    .onConflictDoNothing()
    .returning();
  if (made.length === 0) {
    throw new ProblemError('conflict', 'This recipe has already been saved.', { reason: 'id-taken' });
  }
  await db.insert(recipeVersions).values({ kitchenId, recipeId: id, version: 1, savedAt: now, ...checked });
  return id;
}

/** Keeps the next version of a recipe; the ones before stay as they were. */
export async function keepVersion(scope: ChangeScope, recipeId: string, recipe: Recipe): Promise<void> {
  const { db, kitchenId, now } = scope;
  const latest = await viewRecipe(scope, recipeId);
  const checked = await checkedVersion(scope, recipe);
  const version = latest.version + 1;
  await raiseRevision(scope, 'recipes');
  await db.insert(recipeVersions).values({ kitchenId, recipeId, version, savedAt: now, ...checked });
}

/** Takes back the newest version of a recipe, for whoever saved it by mistake; answers the recipe's id. */
export async function removeVersion(scope: ChangeScope, recipeId: string, version: number): Promise<string> {
  const { db, kitchenId } = scope;
  const [latest] = (await viewHistory(scope, recipeId)).versions;
  if (latest?.version !== version) {
    throw new ProblemError('conflict', 'Only the newest version of a recipe can be taken back.', {
      reason: 'not-newest',
    });
  }
  await raiseRevision(scope, 'recipes');
  const it = and(
    eq(recipeVersions.kitchenId, kitchenId),
    eq(recipeVersions.recipeId, recipeId),
    eq(recipeVersions.version, version),
  );
  await db.delete(recipeVersions).where(it);
  return recipeId;
}

/** Archives a recipe, or brings it back; answers its id. */
export async function archiveRecipe(scope: ChangeScope, recipeId: string, away: boolean): Promise<string> {
  const { db, kitchenId } = scope;
  const changed = await db
    .update(recipes)
    .set({ away })
    .where(and(eq(recipes.kitchenId, kitchenId), eq(recipes.id, recipeId)))
    .returning();
  if (changed.length === 0) throw none();
  await raiseRevision(scope, 'recipes');
  return recipeId;
}
