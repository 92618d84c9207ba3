import { ROUTES } from '@humble-churn/contract';
import type { OwnIngredient, Recipe } from '@humble-churn/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { callApi } from './apiClient';
import { wireOwn, wireRecipe } from './wireRecipe';

/** The recipes of this kitchen, or those put away. */
export function useRecipes(put: 'in-use' | 'away') {
  return useQuery({
    queryKey: ['recipes', put],
    queryFn: async () => (await callApi(ROUTES.recipes, { query: { put } })).recipes,
  });
}

/** One recipe with all its versions; asked for only once it is looked at. */
export function useRecipeHistory(recipeId: string, wanted: boolean) {
  return useQuery({
    queryKey: ['recipes', 'history', recipeId],
    queryFn: () => callApi(ROUTES.recipe, { params: { recipeId } }),
    enabled: wanted,
  });
}

interface Keep {
  recipe: Recipe;
  own: readonly OwnIngredient[];
  /** The recipe this is a new version of; null for a new recipe. */
  id: string | null;
  key: string;
}

export function useKeepRecipe() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ recipe, own, id, key }: Keep) =>
      id === null
        ? callApi(ROUTES.saveRecipe, {
            body: { recipe: wireRecipe(recipe), ownIngredients: wireOwn(own) },
            idempotencyKey: key,
          })
        : callApi(ROUTES.saveVersion, {
            params: { recipeId: id },
            body: { recipe: wireRecipe(recipe) },
            idempotencyKey: key,
          }),
    onSuccess: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: ['recipes'] }),
        client.invalidateQueries({ queryKey: ['ingredients'] }),
      ]),
  });
}

export function useArchiveRecipe() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ recipeId, away }: { recipeId: string; away: boolean }) =>
      callApi(ROUTES.putRecipeAway, { params: { recipeId }, body: { away } }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['recipes'] }),
  });
}
