import type {
  Caution,
  Cost,
  Ingredient,
  KitchenModel,
  Prediction,
  Recipe,
  Refusal,
  Uncertainty,
} from '@humble-churn/core';
import { cautionsBefore, costOf, findIngredient, predict } from '@humble-churn/core';
import { createContext, use, useDeferredValue, useMemo } from 'react';
import type { KnownKitchen } from '../../wire/kitchen';
import type { Draft } from './draft';
import { useDraft } from './draft';
import type { BenchAnswers } from './useBenchAnswers';
import { useBenchAnswers } from './useBenchAnswers';

/** The recipe and what it comes to. */
interface Computed {
  recipe: Recipe;
  prediction: Prediction | null;
  cost: Cost | null;
  cautions: readonly Caution[];
}

/** What answers at once: the jar, the figures, what starts the batch. It changes with every move of a finger. */
export interface BenchNow extends Computed {
  kitchen: KnownKitchen;
  model: KitchenModel;
  draft: Draft;
  refusal: Refusal | null;
  sure: Uncertainty | null;
  /** The browser lets no worker run: how sure it is stays unsaid. */
  sureLost: boolean;
}

/** What the panels share. While the jar is dragged they follow as soon as the finger leaves time for it. */
export interface Bench {
  kitchen: KnownKitchen;
  model: KitchenModel;
  change: Draft['change'];
  /** The bench as the panels show it; what is pressed reads `draft.latest`. */
  draft: Draft;
  /** The recipe as the panels show it: at once while it is changed in one of them. */
  recipe: Recipe;
  /** The recipe a moment later, and what it comes to. */
  later: Computed;
  /** The first nut or seed. */
  ingredient: Ingredient | undefined;
  whatIf: BenchAnswers['whatIf'];
}

const NowContext = createContext<BenchNow | null>(null);
const BenchContext = createContext<Bench | null>(null);
export const BenchNowProvider = NowContext;
export const BenchProvider = BenchContext;

export function useBenchNow(): BenchNow {
  const now = use(NowContext);
  if (!now) throw new Error('useBenchNow is for what stands on the bench.');
  return now;
}

export function useBench(): Bench {
  const bench = use(BenchContext);
  if (!bench) throw new Error('useBench is for what stands on the bench.');
  return bench;
}

/** The bench of a kitchen, with everything that is worked out for it. */
export function useBenchOf(kitchen: KnownKitchen, model: KitchenModel): { now: BenchNow; bench: Bench } {
  const draft = useDraft({ ...kitchen, people: [] });
  const { recipe, other, change } = draft;
  const { profile } = kitchen;
  const result = useMemo(() => predict(recipe, model), [recipe, model]);
  const computed = useMemo((): Computed => {
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
  const { sure, lost, whatIf } = useBenchAnswers({ recipe, other, kitchen: model });
  const later = useDeferredValue(computed);
  const laterDraft = useDeferredValue(draft);
  const shown = draft.touched === 'water' ? later.recipe : recipe;
  const bench = useMemo(
    (): Bench => ({
      kitchen,
      model,
      change,
      draft: laterDraft,
      recipe: shown,
      later,
      ingredient: findIngredient(shown.nuts[0]?.ingredient ?? '', model.pantry),
      whatIf,
    }),
    [kitchen, model, change, laterDraft, shown, later, whatIf],
  );
  const refusal = result.ok ? null : result.refusal;
  return { now: { ...computed, kitchen, model, draft, refusal, sure, sureLost: lost }, bench };
}
