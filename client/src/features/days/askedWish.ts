import { InstantSchema, fromInstant, toInstant } from '@humble-churn/contract';
import type { Recipe } from '@humble-churn/core';
import { z } from 'zod';
import type { Wish } from './wish';
import { JAR_ML } from './wish';

/** What another screen asks of Days, in its address: each part may be left out. */
const AskedSchema = z.object({
  milk: z.string().max(200).optional().catch(undefined),
  ml: z.coerce.number().min(JAR_ML.min).max(JAR_ML.max).optional().catch(undefined),
  ready: InstantSchema.optional().catch(undefined),
});

/** The address of Days for a milk that is wanted by a moment. */
export function daysPath({ milk, ml, readyMs }: { milk?: string; ml?: number; readyMs: number }): string {
  const asked = new URLSearchParams({ ready: toInstant(readyMs) });
  if (milk !== undefined) asked.set('milk', milk);
  if (ml !== undefined) asked.set('ml', String(ml));
  return `/days?${asked.toString()}`;
}

/** The wish that an address asks for, over what would be asked first; null where it asks for none that can be. */
export function askedWish(
  params: unknown,
  choices: readonly Recipe[],
  first: Wish,
  nowMs: number,
): Wish | null {
  const asked = AskedSchema.safeParse(params);
  if (!asked.success || asked.data.ready === undefined) return null;
  const { milk, ml, ready } = asked.data;
  const glassMs = fromInstant(ready);
  if (glassMs <= nowMs) return null;
  const choice = choices.findIndex(({ name }) => name === milk);
  return {
    ...first,
    ...(choice >= 0 && { choice }),
    ...(ml !== undefined && { jars: 1, jarMl: ml }),
    glassMs,
  };
}
