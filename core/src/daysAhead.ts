import type { Allergen } from './allergen';
import { allergensIn, isFreeOf, metAllergens } from './allergen';
import type { BatchState } from './batch';
import { timerEndMs } from './batch';
import type { Ingredient } from './ingredient';
import { findIngredient } from './ingredient';
import { NUT_TABLE } from './nutTable';
import type { PlanJob, PlanWish } from './planJob';
import { GRID_MIN, planJob, settledJob } from './planJob';
import { predict } from './predict';
import type { PlannedPrediction } from './prediction';
import type { Recipe, Surroundings } from './recipe';
import type { PlanKitchen, Taken } from './kitchenUse';
import { takenBy } from './kitchenUse';
import type { Moments, Placed } from './placed';
import { momentsOf, placedAt } from './placed';
import { placedTogether } from './schedule';
import { soakAdvice } from './soakAdvice';
import { dailyWindows } from './window';

const MIN_MS = 60_000;
const DAY_MS = 24 * 60 * MIN_MS;
/** How far past its glass a "later" is looked for. */
const LATER_MIN = 3 * 24 * 60;

/** What a household says about its days and bowls; times of day such as `07:30`. */
export interface HouseholdDays {
  wakingFrom: string;
  wakingTo: string;
  quietFrom: string;
  quietTo: string;
  /** Soaking bowls; none said means there are always enough. */
  bowls: readonly { volumeMl: number; count: number }[];
}

/** The kitchen as a schedule sees it, from now until well past `untilMs`. */
export function planKitchen(
  household: HouseholdDays,
  timeZone: string,
  nowMs: number,
  untilMs: number,
  taken: readonly Taken[],
): PlanKitchen {
  const span = { fromMs: nowMs - DAY_MS, toMs: Math.max(untilMs, nowMs) + LATER_MIN * MIN_MS + DAY_MS };
  const { bowls } = household;
  return {
    nowMs,
    waking: dailyWindows(span, timeZone, household.wakingFrom, household.wakingTo),
    quiet: dailyWindows(span, timeZone, household.quietFrom, household.quietTo),
    bowlsMl:
      bowls.length === 0 ? null : bowls.flatMap((bowl) => Array<number>(bowl.count).fill(bowl.volumeMl)),
    taken,
    mostLateMin: 0,
    gridMin: GRID_MIN,
  };
}

/**
 * A batch under way as it goes on from here: what is running ends when its clock says so, and the rest follows at
 * once. Null when it is bottled or given up.
 */
export function underWayPlaced(
  id: string,
  state: BatchState,
  nowMs: number,
): { job: PlanJob; placed: Placed } | null {
  const { current } = state;
  if (state.status !== 'under-way' || !current) return null;
  const wish = { id, glassMs: nowMs, fresh: true, soakedAlready: false };
  const job = settledJob(wish, state.recipe, state.prediction);
  const stepped = (kind: string): { begunAtMs: number | null; doneAtMs: number | null } | undefined =>
    state.steps.find((step) => step.kind === kind);
  const soak = stepped('soak');
  const weighMs = stepped('weigh')?.doneAtMs ?? nowMs;
  const soakBegunMs = soak?.begunAtMs ?? (job.soaks ? weighMs + job.weighMin * MIN_MS : null);
  const plannedEndMs =
    soakBegunMs === null ? weighMs : soakBegunMs + state.prediction.soak.hours * 60 * MIN_MS;
  const running = current.kind === 'soak' ? timerEndMs(current) : null;
  const drainMs = soak?.doneAtMs ?? Math.max(nowMs, running ?? plannedEndMs);
  const blendBegun = state.steps.find((step) => step.kind === 'blend' && step.begunAtMs !== null);
  const blendMs = blendBegun?.begunAtMs ?? Math.max(nowMs, drainMs + job.drainMin * MIN_MS);
  const moments: Moments = {
    weighMs: soakBegunMs === null ? weighMs : soakBegunMs - job.weighMin * MIN_MS,
    drainMs,
    blendMs,
  };
  return { job, placed: placedAt(job, moments) };
}

/** What batches under way take up of the kitchen from now on. */
export function takenByUnderWay(
  batches: readonly { id: string; state: BatchState }[],
  nowMs: number,
): Taken[] {
  return batches.flatMap(({ id, state }) => {
    const going = underWayPlaced(id, state, nowMs);
    if (!going) return [];
    // Only what is soaking holds a bowl: a batch that stands at the weighing may never be begun.
    const soaks = state.current?.kind === 'soak' && state.current.begunAtMs !== null;
    return takenBy(going.job, going.placed).filter(
      (one) => one.toMs > nowMs && (soaks || one.what !== 'bowl'),
    );
  });
}

export type OfferKind = 'hot-soak' | 'frozen-soaked' | 'needs-no-soak' | 'later';

/** A way out when the night was missed, with what it costs. */
export interface Offer {
  kind: OfferKind;
  recipe: Recipe;
  prediction: PlannedPrediction;
  placed: Placed;
  /** The glass it is in time for, ms: the one that was asked for, or a later one. */
  glassMs: number;
  /** This way minus the recipe as it was, from as many nuts. */
  price: { milkMl: number; proteinPct: number; solidsPct: number; secondsPerLoad: number; lateMin: number };
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
  kind: OfferKind;
  recipe: Recipe;
  /** Soaked already, from the freezer: no soak stands in its way. */
  soakedAlready: boolean;
  mostLateMin: number;
}

function waysOut(
  recipe: Recipe,
  around: Surroundings,
  own: readonly Ingredient[],
  avoided: readonly Allergen[],
): Way[] {
  const ways: Way[] = [];
  const plain = { soakedAlready: false, mostLateMin: 0 };
  // In a blend the nut that wants the longest hot soak decides; one that takes none rules it out.
  const soaking = recipe.nuts.map((nut) => findIngredient(nut.ingredient, own));
  const hotSoaks = soaking.every((nut) => nut !== undefined && nut.hotSoakMin > 0);
  const slowest = soaking.reduce((a, b) => ((b?.hotSoakMin ?? 0) > (a?.hotSoakMin ?? 0) ? b : a), soaking[0]);
  if (recipe.soak.method !== 'none') {
    if (recipe.soak.method !== 'hot' && hotSoaks && slowest) {
      const { hours, pourTempC } = soakAdvice(slowest, 'hot', around);
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
 * soak, or a later glass; in this order, each that fits, with its price against the recipe as it was. None of them
 * holds an allergen in `avoided`.
 */
export function waysStillOpen(
  wish: Omit<PlanWish, 'soakedAlready'>,
  recipe: Recipe,
  around: Surroundings,
  own: readonly Ingredient[],
  kitchen: PlanKitchen,
  avoided: readonly Allergen[] = [],
): Offer[] {
  const usual = predict(recipe, around, own);
  if (!usual.ok) return [];
  const was = usual.value;
  // As many nuts in every way, so that the milk can be compared.
  const amount = { by: 'nuts' as const, massG: was.nutG };
  return waysOut(recipe, around, own, avoided).flatMap((way) => {
    const asAsked = way.kind === 'later' || way.kind === 'frozen-soaked';
    const changed = asAsked ? way.recipe : { ...way.recipe, amount };
    const predicted = predict(changed, around, own);
    if (!predicted.ok) return [];
    const { value } = predicted;
    // Whatever the way: nothing is proposed that one of its drinkers avoids.
    if (!isFreeOf({ contains: value.allergens, unknown: false }, avoided)) return [];
    const asked = { ...wish, soakedAlready: way.soakedAlready };
    const job = planJob(asked, changed, value, around, own, kitchen.gridMin);
    const [placed] = placedTogether([job], { ...kitchen, mostLateMin: way.mostLateMin }) ?? [];
    if (!placed) return [];
    const price = {
      milkMl: value.milk.volumeMl - was.milk.volumeMl,
      proteinPct: value.milk.proteinPct - was.milk.proteinPct,
      solidsPct: value.milk.solidsPct - was.milk.solidsPct,
      secondsPerLoad: value.blend.secondsPerLoad - was.blend.secondsPerLoad,
      lateMin: placed.lateMin,
    };
    const glassMs = wish.glassMs + placed.lateMin * MIN_MS;
    return [{ kind: way.kind, recipe: changed, prediction: value, placed, glassMs, price }];
  });
}

/** The soak moved by hand: everything behind it moves along, whatever that breaks (`brokenLimits` says what). */
export function withSoakMoved(job: PlanJob, was: Moments, byMin: number): Placed {
  const by = byMin * MIN_MS;
  return placedAt(job, {
    weighMs: was.weighMs + by,
    drainMs: was.drainMs + by,
    blendMs: was.blendMs + by,
  });
}

/**
 * The finish moved by hand: the rest is timed anew for it where that fits, with the soak nearest to the usual;
 * otherwise everything moves along, whatever that breaks.
 */
export function withFinishMoved(job: PlanJob, kitchen: PlanKitchen, was: Moments, byMin: number): Placed {
  const moved = withSoakMoved(job, was, byMin);
  const [placed] = placedTogether([{ ...job, glassMs: moved.readyMs }], kitchen) ?? [];
  // Lateness is told against the glass that was asked for.
  return placed ? placedAt(job, momentsOf(placed)) : moved;
}
