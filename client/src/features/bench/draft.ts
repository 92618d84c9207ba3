import type { FirstKitchen, Recipe } from '@humble-churn/core';
import { firstRecipe } from '@humble-churn/core';
import { useEffect, useLayoutEffect, useMemo, useReducer, useRef, useState } from 'react';
import type { OnBench } from './benchStore';
import { LAID_OUT, OWN_COPY, SHARED, onBench } from './benchStore';
import type { BenchOwner } from './useBenchOwner';
import { useBenchOwner } from './useBenchOwner';

interface History {
  past: readonly OnBench[];
  now: OnBench;
  ahead: readonly OnBench[];
  /** What the last change was to: a slide is one change, not fifty. */
  touched: string | null;
}

type Action =
  | { type: 'change'; to: (now: OnBench) => OnBench; field: string }
  | { type: 'undo' }
  | { type: 'redo' }
  /** What is on the bench stays; behind it lies what it was laid over. */
  | { type: 'laid-over'; was: OnBench };

const MOST_REMEMBERED = 100;

function reduce(history: History, action: Action): History {
  const { past, now, ahead } = history;
  switch (action.type) {
    case 'change': {
      const next = action.to(now);
      if (JSON.stringify(next) === JSON.stringify(now)) return history;
      const sameField = history.touched === action.field;
      return {
        past: sameField ? past : [...past, now].slice(-MOST_REMEMBERED),
        now: next,
        ahead: [],
        touched: action.field,
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
    case 'laid-over':
      return { ...history, past: [...past, action.was].slice(-MOST_REMEMBERED), touched: null };
  }
}

/** The bench as it is found when it is opened: what another screen laid out lies over what was there before. */
function opened(kitchen: FirstKitchen): History {
  const before = onBench();
  const laidOut = LAID_OUT.read();
  const first = { recipe: firstRecipe(kitchen), other: null, saved: null, servings: null };
  return {
    past: laidOut && before ? [before] : [],
    now: laidOut ?? before ?? first,
    ahead: [],
    touched: null,
  };
}

/** The bench with another recipe on it; an amount that was said otherwise is not that of who drinks it any more. */
function withRecipe(now: OnBench, recipe: Recipe): OnBench {
  const same = JSON.stringify(recipe.amount) === JSON.stringify(now.recipe.amount);
  return { ...now, recipe, servings: same ? now.servings : null };
}

export interface Draft extends OnBench {
  /** What is being changed just now, as `change` names it; null after an undo. */
  touched: string | null;
  /** `field` names what is changed, so that undo takes back a whole slide. */
  change: (field: string, to: (recipe: Recipe) => Recipe) => void;
  /** Sets who drinks and for how long, and what that changes in the recipe. */
  serve: (servings: OnBench['servings'], to: (recipe: Recipe) => Recipe) => void;
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
  /** Whose the bench is; another tab's is not written to. */
  owner: BenchOwner;
  /** Makes the bench this tab's, with what lies there; what this tab had can be had back by undo. */
  takeBench: () => void;
  /** Makes the bench this tab's, with what this tab has; what lay there can be had back by undo. */
  replaceBench: () => void;
}

/**
 * Keeps the bench where it belongs: for all tabs, or for this one while another has it. What this tab only shows of the
 * other's bench is no copy of its own; what it changed, had before or was handed is.
 */
function useKeeping(
  { recipe, other, saved, servings }: OnBench,
  owner: BenchOwner,
  ownFromStart: boolean,
): void {
  const shown = useRef<string | null>(null);
  const before = useRef<BenchOwner>('asking');
  useEffect(() => {
    if (owner === 'asking') return;
    LAID_OUT.clear();
    const bench = { recipe, other, saved, servings };
    if (owner === 'mine') {
      SHARED.write(bench);
      OWN_COPY.clear();
    } else {
      if (before.current === 'asking' && !ownFromStart) shown.current = JSON.stringify(bench);
      if (before.current === 'mine') shown.current = null;
      if (JSON.stringify(bench) !== shown.current) OWN_COPY.write(bench);
    }
    before.current = owner;
  }, [owner, recipe, other, saved, servings, ownFromStart]);
}

/** The recipe on the bench: every change can be taken back, and it is still there after a reload. */
export function useDraft(kitchen: FirstKitchen): Draft {
  const [history, act] = useReducer(reduce, null, () => opened(kitchen));
  const [ownFromStart] = useState(() => (LAID_OUT.read() ?? OWN_COPY.read()) !== null);
  const latest = useRef(history.now);
  useLayoutEffect(() => {
    latest.current = history.now;
  }, [history.now]);
  const acts = useMemo(() => {
    const on = (field: string, to: (now: OnBench) => OnBench): void => act({ type: 'change', field, to });
    return {
      change: (field: string, to: (recipe: Recipe) => Recipe) =>
        on(field, (now) => withRecipe(now, to(now.recipe))),
      serve: (servings: OnBench['servings'], to: (recipe: Recipe) => Recipe) =>
        on('servings', (now) => ({ ...now, servings, recipe: to(now.recipe) })),
      changeOther: (field: string, to: (recipe: Recipe) => Recipe) =>
        on(`other-${field}`, (now) => (now.other ? { ...now, other: to(now.other) } : now)),
      latest: () => latest.current,
      layCopy: () => on('other', (now) => ({ ...now, other: now.recipe })),
      clearCopy: () => on('other', (now) => ({ ...now, other: null })),
      swap: () =>
        on(`swap-${crypto.randomUUID()}`, (now) =>
          now.other ? { recipe: now.other, other: now.recipe, saved: null, servings: null } : now,
        ),
      setSaved: (next: OnBench['saved']) => on('saved', (now) => ({ ...now, saved: next })),
      undo: () => act({ type: 'undo' }),
      redo: () => act({ type: 'redo' }),
      lay: (bench: OnBench) => on(`laid-${crypto.randomUUID()}`, () => bench),
      layOver: (was: OnBench) => act({ type: 'laid-over', was }),
    };
  }, []);
  const { owner, take } = useBenchOwner((wasElsewhere) => {
    const [own, there] = [OWN_COPY.read(), SHARED.read()];
    if (own !== null) return JSON.stringify(own) === JSON.stringify(there);
    // Nothing was changed here: this tab goes on where the other left off.
    if (wasElsewhere && there) acts.lay(there);
    return true;
  });
  useKeeping(history.now, owner, ownFromStart);
  return {
    ...history.now,
    touched: history.touched,
    ...acts,
    undo: history.past.length > 0 ? acts.undo : null,
    redo: history.ahead.length > 0 ? acts.redo : null,
    owner,
    takeBench: () => {
      const there = SHARED.read();
      if (there) acts.lay(there);
      take();
    },
    replaceBench: () => {
      const there = SHARED.read();
      if (there) acts.layOver(there);
      take();
    },
  };
}
