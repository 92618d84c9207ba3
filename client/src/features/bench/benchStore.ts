import { RecipeSchema } from '@humble-churn/contract';
import type { Recipe, Servings } from '@humble-churn/core';
import { z } from 'zod';

/** What lies on the bench: the recipe, another one beside it to compare with, and which kept recipe it came from. */
export interface OnBench {
  recipe: Recipe;
  other: Recipe | null;
  saved: { id: string; version: number } | null;
  /** Who drinks and for how long, where that says how much; null where something else does. */
  servings: Servings | null;
}

const OnBenchSchema = z.object({
  version: z.literal(1),
  recipe: RecipeSchema,
  other: RecipeSchema.nullable().default(null),
  saved: z.object({ id: z.uuid(), version: z.number().int() }).nullable().default(null),
  servings: z
    .object({
      people: z.number().int().min(1).max(12),
      glassesADay: z.number().int().min(1).max(12),
      days: z.number().int().min(1).max(31),
    })
    .nullable()
    .default(null),
});

/** One bench as the browser keeps it. */
interface Kept {
  read: () => OnBench | null;
  write: (bench: OnBench) => void;
  clear: () => void;
}

function kept(storage: () => Storage, key: string): Kept {
  // A private window may refuse storage: then it lasts as long as the page.
  let unstored: OnBench | null = null;
  return {
    read: () => {
      if (unstored) return unstored;
      try {
        const text = storage().getItem(key);
        const read = text === null ? null : OnBenchSchema.safeParse(JSON.parse(text));
        if (read?.success !== true) return null;
        const { version: _version, ...bench } = read.data;
        return bench;
      } catch {
        // What lies there may not be JSON: begin anew.
        return null;
      }
    },
    write: (bench) => {
      unstored = null;
      try {
        storage().setItem(key, JSON.stringify({ version: 1, ...bench }));
      } catch {
        unstored = bench;
      }
    },
    clear: () => {
      unstored = null;
      try {
        storage().removeItem(key);
      } catch {
        // Nothing was stored, so nothing is left.
      }
    },
  };
}

/** The bench, which all tabs of the browser share. */
export const SHARED = kept(() => localStorage, 'humble-churn.bench');
/** What this tab works on while another has the bench. */
export const OWN_COPY = kept(() => sessionStorage, 'humble-churn.bench.copy');
/** What another screen has laid out for when the bench is opened next in this tab. */
export const LAID_OUT = kept(() => sessionStorage, 'humble-churn.bench.opened');

/** What lies on this tab's bench. */
export function onBench(): OnBench | null {
  return OWN_COPY.read() ?? SHARED.read();
}

/** The recipe that lies on the bench; null before anything was laid there. */
export function lastOnBench(): Recipe | null {
  return (LAID_OUT.read() ?? onBench())?.recipe ?? null;
}

/** Lays a recipe on the bench for when it is opened next; `saved` names the kept recipe it is. */
export function layOnBench(recipe: Recipe, saved: OnBench['saved'] = null): void {
  LAID_OUT.write({ recipe, other: null, saved, servings: null });
}
