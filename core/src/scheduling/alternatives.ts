import type { Allergen, Ingredient } from '../ingredients';
import { NUT_TABLE, allergensIn, findIngredient, isFreeOf, metAllergens } from '../ingredients';
import type { KitchenModel } from '../kitchen';
import type { Recipe } from '../making';
import { soakAdvice } from '../making';
import { MIN_MS } from '../measures';
import type { PlannedPrediction } from '../predicting';
import { predict } from '../predicting';
import { LATER_MIN } from './kitchenCalendar';
import type { PlanWish } from './planJob';
import { planJob } from './planJob';
import type { KitchenCalendar } from './resources';
import { scheduledTogether } from './schedule';
import type { ScheduledBatch } from './scheduledBatch';

export type AlternativeKind = 'hot-soak' | 'frozen-soaked' | 'needs-no-soak' | 'later';

/** A way out when the night was missed, with what it costs. */
export interface Alternative {
  kind: AlternativeKind;
  recipe: Recipe;
  prediction: PlannedPrediction;
  placed: ScheduledBatch;
  /** The glass it is in time for, ms: the one that was asked for, or a later one. */
  glassMs: number;
  /** This way minus the recipe as it was, from as many nuts. */
  tradeOff: {
    milkMl: number;
    proteinPct: number;
    solidsPct: number;
    secondsPerLoad: number;
    lateMin: number;
  };
}

/** The first nut of the table that needs no soak and brings none of the allergens that the drinkers avoid. */
function nutWithoutSoak(recipe: Recipe, avoided: readonly Allergen[]): Ingredient | undefined {
  return NUT_TABLE.find(
    (nut) =>
      nut.soakMinH === 0 &&
      nut.needsStraining === 'optional' &&
      metAllergens(allergensIn([nut]), avoided).length === 0 &&
      !recipe.nuts.some(({ ingredient }) => ingredient === nut.key),
  );
}

interface Way {
  kind: AlternativeKind;
  recipe: Recipe;
  /** Soaked already, from the freezer: no soak stands in its way. */
  soakedAlready: boolean;
  mostLateMin: number;
}

function waysOut(recipe: Recipe, kitchen: KitchenModel, avoided: readonly Allergen[]): Way[] {
  const ways: Way[] = [];
  const plain = { soakedAlready: false, mostLateMin: 0 };
  // In a blend the nut that wants the longest hot soak decides; one that takes none rules it out.
  const soaking = recipe.nuts.map((nut) => findIngredient(nut.ingredient, kitchen.pantry));
  const hotSoaks = soaking.every((nut) => nut !== undefined && nut.hotSoakMin > 0);
  const slowest = soaking.reduce((a, b) => ((b?.hotSoakMin ?? 0) > (a?.hotSoakMin ?? 0) ? b : a), soaking[0]);
  if (recipe.soak.method !== 'none') {
    if (recipe.soak.method !== 'hot' && hotSoaks && slowest) {
      const { hours, pourTempC } = soakAdvice(slowest, 'hot', kitchen.surroundings);
      const soak = { ...recipe.soak, method: 'hot' as const, hours, pourTempC, saltGPerKg: 0 };
      ways.push({ ...plain, kind: 'hot-soak', recipe: { ...recipe, soak } });
    }
    ways.push({ ...plain, kind: 'frozen-soaked', recipe, soakedAlready: true });
    const other = nutWithoutSoak(recipe, avoided);
    if (other) {
      const nuts = [{ ingredient: other.key, form: 'whole' as const, share: 1 }];
      const soak = { ...recipe.soak, method: 'none' as const };
      ways.push({ ...plain, kind: 'needs-no-soak', recipe: { ...recipe, nuts, soak, peel: 'leave' } });
    }
  }
  ways.push({ ...plain, kind: 'later', recipe, mostLateMin: LATER_MIN });
  return ways;
}

/**
 * What still fits when the recipe itself does not: hot water, soaked portions from the freezer, a nut that needs no
 * soak, or a later glass; in this order, each that fits, with its trade-off against the recipe as it was. None of them
 * holds an allergen in `avoided`.
 */
export function alternatives(
  wish: Omit<PlanWish, 'soakedAlready'>,
  recipe: Recipe,
  kitchen: KitchenModel,
  calendar: KitchenCalendar,
  avoided: readonly Allergen[] = [],
): Alternative[] {
  const usual = predict(recipe, kitchen);
  if (!usual.ok) return [];
  const was = usual.value;
  // As many nuts in every way, so that the milk can be compared.
  const amount = { by: 'nuts' as const, massG: was.nutG };
  return waysOut(recipe, kitchen, avoided).flatMap((way) => {
    const asAsked = way.kind === 'later' || way.kind === 'frozen-soaked';
    const changed = asAsked ? way.recipe : { ...way.recipe, amount };
    const predicted = predict(changed, kitchen);
    if (!predicted.ok) return [];
    const { value } = predicted;
    // Whatever the way: nothing is proposed that one of its drinkers avoids.
    if (!isFreeOf({ contains: value.allergens, unknown: false }, avoided)) return [];
    const asked = { ...wish, soakedAlready: way.soakedAlready };
    const job = planJob(asked, changed, value, kitchen, calendar.gridMin);
    const [placed] = scheduledTogether([job], { ...calendar, mostLateMin: way.mostLateMin }) ?? [];
    if (!placed) return [];
    const tradeOff = {
      milkMl: value.milk.volumeMl - was.milk.volumeMl,
      proteinPct: value.milk.proteinPct - was.milk.proteinPct,
      solidsPct: value.milk.solidsPct - was.milk.solidsPct,
      secondsPerLoad: value.blend.secondsPerLoad - was.blend.secondsPerLoad,
      lateMin: placed.lateMin,
    };
    const glassMs = wish.glassMs + placed.lateMin * MIN_MS;
    return [{ kind: way.kind, recipe: changed, prediction: value, placed, glassMs, tradeOff }];
  });
}
