import type { RecipeHistory, SavedRecipe } from '@humble-churn/contract';
import { KeptIngredientsSchema, ROUTES, RecipeSchema, toInstant } from '@humble-churn/contract';
import type { OwnItem, Recipe } from '@humble-churn/core';
import { ownIn } from '@humble-churn/core';
import type { QueryClient } from '@tanstack/react-query';
import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { ServerUnreachable, callApi } from './apiClient';
import { serverNowMs } from './clock';
import type { Entry } from './commandEntries';
import { isCommand } from './commandEntries';
import { readKnownKitchen } from './knownKitchen';
import { carryOut, pendingEntries, useWaiting } from './sending';
import { wireOwn, wireRecipe } from './wireRecipe';

type Place = 'in-use' | 'away';

/** The recipes of one place with what waits for the server, by name. */
export function withWaitingRecipes(
  recipes: readonly SavedRecipe[],
  place: Place,
  waiting: readonly Entry[],
): readonly SavedRecipe[] {
  const saved = waiting.filter((entry) =>
    isCommand(entry, 'saveRecipe', 'saveVersion', 'removeVersion', 'archiveRecipe'),
  );
  if (saved.length === 0) return recipes;
  const byId = new Map(recipes.map((one) => [one.id, one]));
  for (const { effect } of saved) {
    if (effect.away === (place === 'away')) byId.set(effect.id, effect);
    else byId.delete(effect.id);
  }
  return [...byId.values()].sort((a, b) => a.recipe.name.localeCompare(b.recipe.name));
}

export function recipesQuery(place: Place) {
  return queryOptions({
    queryKey: ['recipes', place],
    queryFn: async () => (await callApi(ROUTES.recipes, { query: { put: place } })).recipes,
  });
}

/** The recipes of this kitchen, or those put away. */
export function useRecipes(place: Place) {
  const waiting = useWaiting();
  const query = useQuery(recipesQuery(place));
  const { data } = query;
  const recipes = useMemo(() => data && withWaitingRecipes(data, place, waiting), [data, place, waiting]);
  return { error: query.error, refetch: query.refetch, data: recipes };
}

/** One recipe with all its versions; asked for only once it is looked at. */
export function useRecipeHistory(recipeId: string, wanted: boolean) {
  return useQuery({
    queryKey: ['recipes', 'history', recipeId],
    queryFn: (): Promise<RecipeHistory> => callApi(ROUTES.recipe, { params: { recipeId } }),
    enabled: wanted,
  });
}

/** A version as this device expects it, before the server has said so. */
function expectedRecipe(
  client: QueryClient,
  { id, version, recipe, own }: { id: string; version: number; recipe: Recipe; own: readonly OwnItem[] },
): SavedRecipe {
  const pantry = { own: [...(readKnownKitchen(client)?.own ?? []), ...own] };
  return {
    id,
    version,
    savedAt: toInstant(serverNowMs()),
    away: false,
    recipe: RecipeSchema.parse(recipe),
    ingredients: KeptIngredientsSchema.parse(ownIn(recipe, pantry)),
  };
}

interface NewRecipe {
  recipe: Recipe;
  /** Ingredients that came along with it. */
  own: readonly OwnItem[];
  /** New for each recipe; it becomes its id. */
  key: string;
}

/** Saves a new recipe, and answers it as it was saved. */
export function useSaveRecipe() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ recipe, own, key }: NewRecipe): Promise<SavedRecipe> => {
      const done = await carryOut(client, 'saveRecipe', {
        key,
        params: undefined,
        body: { recipe: wireRecipe(recipe), ownIngredients: wireOwn(own), recipeId: key },
        effect: () => expectedRecipe(client, { id: key, version: 1, recipe, own }),
      });
      return done.sent ? done.answer : done.effect;
    },
  });
}

interface NewVersion {
  recipe: Recipe;
  /** The recipe it is a version of, and the version before. */
  of: { id: string; version: number };
  key: string;
}

/** A recipe as this device knows it; none where the book was never opened on it. */
function knownRecipe(client: QueryClient, id: string): SavedRecipe | undefined {
  const listed = client.getQueryData<SavedRecipe[]>(['recipes', 'in-use']) ?? [];
  return withWaitingRecipes(listed, 'in-use', pendingEntries(client)).find((one) => one.id === id);
}

/** Saves the next version of a recipe, and answers it as it was saved, with the one before. */
export function useSaveVersion() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ recipe, of, key }: NewVersion) => {
      const before = knownRecipe(client, of.id);
      const done = await carryOut(client, 'saveVersion', {
        key,
        params: { recipeId: of.id },
        body: { recipe: wireRecipe(recipe) },
        effect: () => expectedRecipe(client, { id: of.id, version: of.version + 1, recipe, own: [] }),
      });
      return { saved: done.sent ? done.answer : done.effect, before };
    },
  });
}

/** Takes back the newest version of a recipe. */
export function useRemoveVersion() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ saved, before }: { saved: SavedRecipe; before: SavedRecipe | undefined }) => {
      const { id: recipeId, version } = saved;
      await carryOut(client, 'removeVersion', {
        key: crypto.randomUUID(),
        params: { recipeId, version },
        body: undefined,
        effect: () => {
          if (!before) throw new ServerUnreachable();
          return before;
        },
      });
    },
  });
}

/** Archives a recipe, or brings it back. */
export function useArchiveRecipe() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ kept, away }: { kept: SavedRecipe; away: boolean }) => {
      const command = { params: { recipeId: kept.id }, body: { away }, effect: () => ({ ...kept, away }) };
      await carryOut(client, 'archiveRecipe', { key: crypto.randomUUID(), ...command });
    },
  });
}
