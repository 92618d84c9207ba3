import type { Ingredient } from '../ingredients';
import { counterSoakLimitH } from '../measures';
import type { SoakMethod, Surroundings } from './recipe';
import { HOT_POUR_TEMP_C, TAP_TEMP_C } from './recipe';
import { SOAK_DRIFT_H, integrateDrift, soakRate } from './soak';

/** Longest soak that is suggested unasked in the fridge, h: a night. Longer ones are the cook's to choose. */
const NIGHT_H = 12;

/** Clock hours until `teH` soak-equivalent hours are reached, in steps too fine to show. */
function hoursForTe(teH: number, pourTempC: number, placeTempC: number): number {
  let low = 0;
  let high = 200;
  for (let i = 0; i < 40; i++) {
    const mid = (low + high) / 2;
    if (integrateDrift(soakRate, pourTempC, placeTempC, SOAK_DRIFT_H, mid) < teH) low = mid;
    else high = mid;
  }
  return high;
}

export interface SoakAdvice {
  method: SoakMethod;
  hours: number;
  pourTempC: number;
  /** Clock hours that reach the least and the usual soak, and the most that is allowed without a caution. */
  minH: number;
  usualH: number;
  maxH: number;
}

/** The usual soak of this nut by this method, with the window it lies in, in clock hours. */
export function soakAdvice(
  ingredient: Ingredient,
  method: SoakMethod,
  surroundings: Surroundings,
): SoakAdvice {
  if (method === 'none') return { method, hours: 0, pourTempC: TAP_TEMP_C, minH: 0, usualH: 0, maxH: 0 };
  if (method === 'hot') {
    const usualH = Math.max(0.25, ingredient.hotSoakMin / 60);
    return { method, hours: usualH, pourTempC: HOT_POUR_TEMP_C, minH: usualH / 2, usualH, maxH: 1 };
  }
  const placeTempC = method === 'fridge' ? surroundings.fridgeTempC : surroundings.roomTempC;
  const maxH =
    method === 'fridge'
      ? ingredient.soakMaxH
      : Math.min(counterSoakLimitH(surroundings.roomTempC), ingredient.soakMaxH);
  const clockH = (teH: number): number => Math.min(maxH, hoursForTe(teH, TAP_TEMP_C, placeTempC));
  const usualH = clockH(Math.max(0.5, ingredient.soakUsualH));
  // To the half hour: nobody sets an alarm for 7 h 43 min.
  const hours = Math.max(0.5, Math.round(Math.min(usualH, NIGHT_H, maxH) * 2) / 2);
  return { method, hours, pourTempC: TAP_TEMP_C, minH: clockH(ingredient.soakMinH), usualH, maxH };
}
