import type {
  Caution,
  Cost,
  Ingredient,
  KitchenModel,
  Prediction,
  Recipe,
  Refusal,
} from '@humble-churn/core';
import { cautionsBefore, costOf, findIngredient, predict } from '@humble-churn/core';
import { createContext, use, useDeferredValue, useMemo } from 'react';
import type { KnownKitchen } from '../../wire/kitchen';
import type { Draft } from './draft';
import { useDraft } from './draft';
import { useBenchAnswers } from './useBenchAnswers';

/** The recipe and what it comes to. */
interface Computed {
  recipe: Recipe;
  prediction: Prediction | null;
  cost: Cost | null;
  cautions: readonly Caution[];
}

/** What the panels of the bench share. */
export interface Bench extends Computed {
  kitchen: KnownKitchen;
  model: KitchenModel;
  draft: Draft;
  change: Draft['change'];
  refusal: Refusal | null;
  /** The first nut or seed. */
  ingredient: Ingredient | undefined;
  answers: ReturnType<typeof useBenchAnswers>;
  /**
   * The same a moment later. Jar, figures and what is being slid answer at once; the rest follows as soon as the finger
   * leaves time for it.
   */
  later: Computed;
}

const BenchContext = createContext<Bench | null>(null);
export const BenchProvider = BenchContext;

export function useBench(): Bench {
  const bench = use(BenchContext);
  if (!bench) throw new Error('useBench is for what stands on the bench.');
  return bench;
}

/** The bench of a kitchen, with everything that is worked out for it. */
export function useBenchOf(kitchen: KnownKitchen, model: KitchenModel): Bench {
  const draft = useDraft(kitchen.machine, kitchen.strainer);
  const { recipe, other, change } = draft;
  const { profile } = kitchen;
  const result = useMemo(() => predict(recipe, model), [recipe, model]);
  const now = useMemo((): Computed => {
    const prediction = result.ok ? result.value : null;
    if (!prediction) return { recipe, prediction, cost: null, cautions: [] };
    const facts = { contains: prediction.allergens, unknown: false };
    return {
      recipe,
      prediction,
      cost: costOf(prediction, profile, profile.glassMl),
      cautions: cautionsBefore(recipe, facts, prediction.cautions, model),
    };
  }, [recipe, result, profile, model]);
  return {
    ...now,
    kitchen,
    model,
    draft,
    change,
    refusal: result.ok ? null : result.refusal,
    ingredient: findIngredient(recipe.nuts[0]?.ingredient ?? '', model.pantry),
    answers: useBenchAnswers({ recipe, other, kitchen: model }),
    later: useDeferredValue(now),
  };
}
