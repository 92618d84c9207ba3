import { RecipeSchema } from '@humble-churn/contract';
import type { MachineKind, Recipe, Strainer } from '@humble-churn/core';
import {
  USUAL_SURROUNDINGS,
  findIngredient,
  plainRecipe,
  ratioFromCups,
  soakAdvice,
} from '@humble-churn/core';
import { useCallback, useEffect, useReducer } from 'react';
import { z } from 'zod';

/** The first batch anybody sees: a litre of everyday almond milk. */
export function firstRecipe(machine: MachineKind = 'standard-jug', strainer: Strainer = 'fine-bag'): Recipe {
  const almond = findIngredient('almond');
  const hours = almond ? soakAdvice(almond, 'fridge', USUAL_SURROUNDINGS).hours : 8;
  const plain = plainRecipe('Almond milk', 'almond', ratioFromCups(4, almond?.cupWholeG ?? 140, 'us'), hours);
  return { ...plain, blend: { ...plain.blend, machine }, strain: { ...plain.strain, strainer } };
}

interface History {
  past: readonly Recipe[];
  recipe: Recipe;
  ahead: readonly Recipe[];
  /** What the last change was to: a slide is one change, not fifty. */
  touched: string | null;
}

type Move =
  | { type: 'change'; to: (recipe: Recipe) => Recipe; field: string }
  | { type: 'undo' }
  | { type: 'redo' }
  | { type: 'replace'; recipe: Recipe };

const MOST_REMEMBERED = 100;

function reduce(history: History, move: Move): History {
  const { past, recipe, ahead } = history;
  switch (move.type) {
    case 'change': {
      const next = move.to(recipe);
      if (JSON.stringify(next) === JSON.stringify(recipe)) return history;
      const sameField = history.touched === move.field;
      return {
        past: sameField ? past : [...past, recipe].slice(-MOST_REMEMBERED),
        recipe: next,
        ahead: [],
        touched: move.field,
      };
    }
    case 'replace':
      return {
        past: [...past, recipe].slice(-MOST_REMEMBERED),
        recipe: move.recipe,
        ahead: [],
        touched: null,
      };
    case 'undo': {
      const before = past[past.length - 1];
      if (!before) return history;
      return { past: past.slice(0, -1), recipe: before, ahead: [recipe, ...ahead], touched: null };
    }
    case 'redo': {
      const [next, ...rest] = ahead;
      return next ? { past: [...past, recipe], recipe: next, ahead: rest, touched: null } : history;
    }
  }
}

const KEPT_AS = 'humble-churn.bench';
const KeptSchema = z.object({ version: z.literal(1), recipe: RecipeSchema });

function kept(): Recipe | null {
  try {
    const text = localStorage.getItem(KEPT_AS);
    const read = text === null ? null : KeptSchema.safeParse(JSON.parse(text));
    return read?.success === true ? read.data.recipe : null;
  } catch {
    // A private window may refuse storage, and a file from elsewhere may not be JSON: begin anew.
    return null;
  }
}

/** Lays a recipe on the bench for when it is opened next. */
export function keepOnBench(recipe: Recipe): void {
  try {
    localStorage.setItem(KEPT_AS, JSON.stringify({ version: 1, recipe }));
  } catch {
    // Without storage the draft lasts as long as the page.
  }
}

export interface Draft {
  recipe: Recipe;
  /** `field` names what is changed, so that undo takes back a whole slide. */
  change: (field: string, to: (recipe: Recipe) => Recipe) => void;
  replace: (recipe: Recipe) => void;
  undo: (() => void) | null;
  redo: (() => void) | null;
}

/** The recipe on the bench: every change can be taken back, and it is still there after a reload. */
export function useDraft(machine?: MachineKind, strainer?: Strainer): Draft {
  const [history, move] = useReducer(reduce, null, () => ({
    past: [],
    recipe: kept() ?? firstRecipe(machine, strainer),
    ahead: [],
    touched: null,
  }));
  const { recipe } = history;
  useEffect(() => keepOnBench(recipe), [recipe]);
  const undo = useCallback(() => move({ type: 'undo' }), []);
  const redo = useCallback(() => move({ type: 'redo' }), []);
  const change = useCallback(
    (field: string, to: (recipe: Recipe) => Recipe) => move({ type: 'change', field, to }),
    [],
  );
  const replace = useCallback((next: Recipe) => move({ type: 'replace', recipe: next }), []);
  return {
    recipe,
    change,
    replace,
    undo: history.past.length > 0 ? undo : null,
    redo: history.ahead.length > 0 ? redo : null,
  };
}
