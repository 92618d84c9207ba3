import type { Plan } from '@humble-churn/contract';
import { toInstant } from '@humble-churn/contract';
import type { Recipe } from '@humble-churn/core';
import { repeatGlassesMs } from '@humble-churn/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { ServerRefused, ServerUnreachable } from './apiClient';
import { serverNowMs } from './clock';
import type { KnownKitchen } from './kitchen';
import { carryOut } from './sending';
import { wireOwn, wireRecipe } from './wireRecipe';

/** The first glass a repeated batch is planned for, tomorrow or `daysLater` days after that; ms. */
export function firstGlassMs(
  { timeZone }: Pick<KnownKitchen, 'timeZone'>,
  nowMs: number,
  daysLater = 0,
): number {
  const [first = nowMs] = repeatGlassesMs(nowMs, timeZone, daysLater);
  return first;
}

/** What a repeated batch came to: its plan, and whether it is for the glass that was asked for. */
export interface Repeated {
  plan: Plan;
  asAsked: boolean;
}

/**
 * Plans a recipe once more, for tomorrow's breakfast or one `daysLater` days after that; where that does not fit, for the
 * nearest glass that does.
 */
export function useRepeat(kitchen: KnownKitchen, daysLater = 0) {
  const client = useQueryClient();
  return useMutation({
    retry: false,
    mutationFn: async (recipe: Recipe): Promise<Repeated> => {
      const nowMs = serverNowMs();
      let why: Error = new ServerUnreachable();
      for (const [i, glassMs] of repeatGlassesMs(nowMs, kitchen.timeZone, daysLater).entries()) {
        const planId = crypto.randomUUID();
        try {
          const done = await carryOut(client, 'makePlan', {
            key: planId,
            params: undefined,
            body: {
              recipe: wireRecipe(recipe),
              ownIngredients: wireOwn([]),
              glassAt: toInstant(glassMs),
              fresh: false,
              soakedAlready: false,
              moments: null,
              planId,
            },
            // Where it fits among the rest only the server can say at once.
            effect: () => {
              throw new ServerUnreachable();
            },
          });
          if (done.sent) return { plan: done.answer, asAsked: i === 0 };
        } catch (error) {
          const fits = !(error instanceof ServerRefused) || error.problem.fields?.[0]?.path[0] !== 'glassAt';
          if (fits) throw error;
          why = error;
        }
      }
      throw why;
    },
  });
}
