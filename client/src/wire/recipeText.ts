import type * as RecipeText from '@humble-churn/contract/recipeText';

let loading: Promise<typeof RecipeText> | null = null;

/** What reads and writes recipes as text, loaded when it is first asked for. After a failure it is asked for again. */
export function recipeText(): Promise<typeof RecipeText> {
  loading ??= import('@humble-churn/contract/recipeText').catch((error: unknown) => {
    loading = null;
    throw error;
  });
  return loading;
}
