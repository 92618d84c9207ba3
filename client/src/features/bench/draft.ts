import { RecipeSchema } from '@humble-churn/contract';
import type { MachineKind, Recipe, Strainer } from '@humble-churn/core';
import {
  USUAL_SURROUNDINGS,
  findIngredient,
  plainRecipe,
  ratioFromCups,
  soakAdvice,
  TABLE_ONLY,
} from '@humble-churn/core';
import { useEffect, useLayoutEffect, useMemo, useReducer, useRef } from 'react';
import { z } from 'zod';

/** The first batch anybody sees: a litre of everyday almond milk. */
export function firstRecipe(machine: MachineKind = 'standard-jug', strainer: Strainer = 'fine-bag'): Recipe {
  const almond = findIngredient('almond', TABLE_ONLY);
  const hours = almond ? soakAdvice(almond, 'fridge', USUAL_SURROUNDINGS).hours : 8;
  const plain = plainRecipe('Almond milk', 'almond', ratioFromCups(4, almond?.cupWholeG ?? 140, 'us'), hours);
  return { ...plain, blend: { ...plain.blend, machine }, strain: { ...plain.strain, strainer } };
}

/** What lies on the bench: the recipe, another one beside it to compare with, and which kept recipe it came from. */
export interface OnBench {
  recipe: Recipe;
  other: Recipe | null;
  saved: { id: string; version: number } | null;
}

interface History {
  past: readonly OnBench[];
  now: OnBench;
  ahead: readonly OnBench[];
  /** What the last change was to: a slide is one change, not fifty. */
  touched: string | null;
}

type Move =
  { type: 'change'; to: (now: OnBench) => OnBench; field: string } | { type: 'undo' } | { type: 'redo' };

const MOST_REMEMBERED = 100;

function reduce(history: History, move: Move): History {
  const { past, now, ahead } = history;
  switch (move.type) {
    case 'change': {
      const next = move.to(now);
      if (JSON.stringify(next) === JSON.stringify(now)) return history;
      const sameField = history.touched === move.field;
      return {
        past: sameField ? past : [...past, now].slice(-MOST_REMEMBERED),
        now: next,
        ahead: [],
        touched: move.field,
      };
    }
    case 'undo': {
      const before = past[past.length - 1];
      if (!before) return history;
      return { past: past.slice(0, -1), now: before, ahead: [now, ...ahead], touched: null };
    }
    case 'redo': {
      const [next, ...rest] = ahead;
      return next ? { past: [...past, now], now: next, ahead: rest, touched: null } : history;
    }
  }
}

const KEPT_AS = 'humble-churn.bench';
const KeptSchema = z.object({
  version: z.literal(1),
  recipe: RecipeSchema,
  other: RecipeSchema.nullable().default(null),
  saved: z.object({ id: z.uuid(), version: z.number().int() }).nullable().default(null),
});

function kept(): OnBench | null {
  try {
    const text = localStorage.getItem(KEPT_AS);
    const read = text === null ? null : KeptSchema.safeParse(JSON.parse(text));
    if (read?.success !== true) return null;
    const { recipe, other, saved } = read.data;
    return { recipe, other, saved };
  } catch {
    // A private window may refuse storage, and a file from elsewhere may not be JSON: begin anew.
    return null;
  }
}

/** The recipe that lies on the bench; null before anything was laid there. */
export function lastOnBench(): Recipe | null {
  return kept()?.recipe ?? null;
}

/** Lays a recipe on the bench for when it is opened next; `saved` names the kept recipe it is. */
export function keepOnBench(
  recipe: Recipe,
  saved: OnBench['saved'] = null,
  other: OnBench['other'] = null,
): void {
  try {
    localStorage.setItem(KEPT_AS, JSON.stringify({ version: 1, recipe, other, saved }));
  } catch {
    // Without storage the draft lasts as long as the page.
  }
}

export interface Draft extends OnBench {
  /** What is being changed just now, as `change` names it; null after an undo. */
  touched: string | null;
  /** `field` names what is changed, so that undo takes back a whole slide. */
  change: (field: string, to: (recipe: Recipe) => Recipe) => void;
  changeOther: (field: string, to: (recipe: Recipe) => Recipe) => void;
  /** What lies on the bench at this moment: what a panel shows may lag behind it by a drawing. */
  latest: () => OnBench;
  /** Lays a copy of the recipe beside it. */
  layCopy: () => void;
  clearCopy: () => void;
  /** The other side onto the bench, and the bench to the other side. */
  swap: () => void;
  setSaved: (saved: OnBench['saved']) => void;
  undo: (() => void) | null;
  redo: (() => void) | null;
}

/** The recipe on the bench: every change can be taken back, and it is still there after a reload. */
export function useDraft(machine?: MachineKind, strainer?: Strainer): Draft {
  const [history, move] = useReducer(reduce, null, () => ({
    past: [],
    now: kept() ?? { recipe: firstRecipe(machine, strainer), other: null, saved: null },
    ahead: [],
    touched: null,
  }));
  const { recipe, other, saved } = history.now;
  const latest = useRef(history.now);
  useLayoutEffect(() => {
    latest.current = history.now;
  }, [history.now]);
  useEffect(() => keepOnBench(recipe, saved, other), [recipe, saved, other]);
  const acts = useMemo(() => {
    const on = (field: string, to: (now: OnBench) => OnBench): void => move({ type: 'change', field, to });
    return {
      change: (field: string, to: (recipe: Recipe) => Recipe) =>
        on(field, (now) => ({ ...now, recipe: to(now.recipe) })),
      changeOther: (field: string, to: (recipe: Recipe) => Recipe) =>
        on(`other-${field}`, (now) => (now.other ? { ...now, other: to(now.other) } : now)),
      latest: () => latest.current,
      layCopy: () => on('other', (now) => ({ ...now, other: now.recipe })),
      clearCopy: () => on('other', (now) => ({ ...now, other: null })),
      swap: () =>
        on(`swap-${crypto.randomUUID()}`, (now) =>
          now.other ? { recipe: now.other, other: now.recipe, saved: null } : now,
        ),
      setSaved: (next: OnBench['saved']) => on('saved', (now) => ({ ...now, saved: next })),
      undo: () => move({ type: 'undo' }),
      redo: () => move({ type: 'redo' }),
    };
  }, []);
  return {
    ...history.now,
    touched: history.touched,
    ...acts,
    undo: history.past.length > 0 ? acts.undo : null,
    redo: history.ahead.length > 0 ? acts.redo : null,
  };
}
