import type { Batch } from '@humble-churn/contract';
import { plainRecipe, predict, USUAL_KITCHEN } from '@humble-churn/core';

export const BATCH_ID = '7f0d3c52-3f8e-4a51-8f0c-5e1a8e6a7b21';
export const AT = '2031-03-10T09:00:00.000Z';

/** A batch as the server tells it: planned at AT, nothing done yet. */
export function batch(): Batch {
  const recipe = { ...plainRecipe('Almond', 'almond', 6.6, 8) };
  const made = predict(recipe, USUAL_KITCHEN);
  if (!made.ok) throw new Error(made.refusal.code);
  const planned = {
    type: 'planned' as const,
    recipe,
    prediction: made.value,
    sureness: null,
    around: { roomTempC: 20, fridgeTempC: 4 },
    budgetH: 96 as const,
    guide: 2 as const,
  };
  // The wire's own shape: plain JSON.
  return JSON.parse(
    JSON.stringify({
      id: BATCH_ID,
      timeZone: 'Europe/Lisbon',
      serverTime: AT,
      events: [
        { id: '0b9f6c1e-6a34-4f0e-9a3b-0d7c0a2f4b11', at: AT, timeZone: 'Europe/Lisbon', what: planned },
      ],
    }),
  ) as Batch;
}
