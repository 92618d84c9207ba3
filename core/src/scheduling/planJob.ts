import { findIngredient } from '../ingredients';
import type { KitchenModel } from '../kitchen';
import type { Recipe, Surroundings } from '../making';
import { nutPercents, soakHistory, soakSpells } from '../making';
import { LIMITS, counterSoakLimitH } from '../measures';
import type { PlannedPrediction } from '../predicting';

/** Schedules lie on this grid, min: nobody sets an alarm for 07:43. */
export const GRID_MIN = 15;
/** Time a jar needs in the fridge before the glass, min. */
export const CHILL_MIN = 180;

export interface SoakChoice {
  /** Clock minutes. */
  min: number;
  /** How far from the usual soak, soak-equivalent hours. */
  offUsualH: number;
}

/** A batch that is to be fitted into the days; times in minutes. */
export interface PlanJob {
  id: string;
  /** When the milk is wanted, ms. */
  glassMs: number;
  /** Drunk as soon as it is bottled, not chilled. */
  fresh: boolean;
  weighMin: number;
  /** Soaks that will do, the nearest to the usual first; null without a soak. */
  soaks: readonly SoakChoice[] | null;
  /** Draining and peeling; or the cooling of soak water that is kept. */
  drainMin: number;
  /** Whether that is a cooling. */
  cools?: boolean;
  blendMin: number;
  strainMin: number;
  /** Finishing and bottling. */
  bottleMin: number;
  washUpMin: number;
  /** Name of the jug or press. */
  jug: string;
  /** Name of the bag or sieve; null when nothing is strained. */
  bag: string | null;
  bowlMl: number;
}

/** Soak-equivalent hours of this recipe's soak when it lasts so long. */
function teH(recipe: Recipe, hours: number, surroundings: Surroundings): number {
  return soakHistory(soakSpells({ ...recipe.soak, hours }, surroundings)).teH;
}

/**
 * Soaks of the recipe's own method that end on the grid `gridMin`, when weighing takes `weighMin` before them: none
 * shorter than the nuts need, none longer than is allowed without a caution. The nearest to the usual comes first.
 */
export function soakChoices(
  recipe: Recipe,
  kitchen: KitchenModel,
  weighMin: number,
  gridMin = GRID_MIN,
): SoakChoice[] {
  const { surroundings, pantry } = kitchen;
  const { method } = recipe.soak;
  if (method === 'none') return [];
  const percents = nutPercents(recipe.nuts);
  let leastTeH = 0;
  let usualTeH = 0;
  let mostH: number =
    method === 'hot'
      ? 1
      : method === 'counter'
        ? counterSoakLimitH(surroundings.roomTempC)
        : LIMITS.soakH.fridge;
  for (const [i, { ingredient }] of recipe.nuts.entries()) {
    const nut = findIngredient(ingredient, pantry);
    if (!nut) return [];
    leastTeH = Math.max(leastTeH, nut.soakMinH);
    usualTeH += ((percents[i] ?? 0) / 100) * nut.soakUsualH;
    if (method !== 'hot') mostH = Math.min(mostH, nut.soakMaxH);
  }
  const choices: SoakChoice[] = [];
  const first = Math.ceil((weighMin + 10) / gridMin) * gridMin - weighMin;
  for (let min = first; min <= mostH * 60 + 1e-9; min += gridMin) {
    const te = teH(recipe, min / 60, surroundings);
    // Hot water does in half an hour what the clock asks of cold: its own minutes are the measure there.
    if (method === 'hot' ? min >= 15 : te >= leastTeH) {
      choices.push({ min, offUsualH: Math.abs(te - usualTeH) });
    }
  }
  // A soak the cook chose that is outside what is usual is still the cook's.
  if (choices.length === 0) {
    const min = Math.max(
      first,
      Math.round((recipe.soak.hours * 60 + weighMin) / gridMin) * gridMin - weighMin,
    );
    choices.push({ min, offUsualH: Math.abs(teH(recipe, min / 60, surroundings) - usualTeH) });
  }
  return choices.sort((a, b) => a.offUsualH - b.offUsualH || a.min - b.min);
}

export interface PlanWish {
  id: string;
  glassMs: number;
  fresh: boolean;
  /** Nuts soaked before, from the freezer: no soak stands in its way. */
  soakedAlready: boolean;
}

/** What has to be free besides the machine; a press that strains by itself is the machine. */
function bagOf({ blend, strain }: Recipe): string | null {
  const none =
    strain.strainer === 'none' || (blend.machine === 'cold-press' && strain.strainer === 'cold-press');
  return none ? null : (strain.strainerName ?? strain.strainer);
}

/** What a recipe asks of the days when its moments are known: no soak is to be chosen for it any more. */
export function settledJob(
  { soakedAlready, ...wish }: PlanWish,
  recipe: Recipe,
  prediction: PlannedPrediction,
): PlanJob {
  const { minutes } = prediction;
  const soaked = recipe.soak.method !== 'none' && !soakedAlready;
  const whole = (min: number): number => Math.ceil(min);
  return {
    ...wish,
    fresh: wish.fresh || recipe.intoGlass === true,
    weighMin: minutes.weighMin,
    soaks: soaked ? [] : null,
    drainMin: whole((soaked ? minutes.drainMin + minutes.coolMin : 0) + minutes.peelMin),
    cools: soaked && minutes.coolMin > 0,
    blendMin: whole(minutes.blendMin),
    strainMin: whole(minutes.strainMin),
    bottleMin: minutes.finishMin + minutes.bottleMin,
    washUpMin: minutes.washUpMin,
    jug: recipe.blend.machineName ?? recipe.blend.machine,
    bag: bagOf(recipe),
    bowlMl: prediction.soak.bowlMl,
  };
}

/** What a recipe asks of the days: its steps' minutes, the gear it takes, the soaks that will do. */
export function planJob(
  wish: PlanWish,
  recipe: Recipe,
  prediction: PlannedPrediction,
  kitchen: KitchenModel,
  gridMin = GRID_MIN,
): PlanJob {
  const job = settledJob(wish, recipe, prediction);
  if (!job.soaks) return job;
  return { ...job, soaks: soakChoices(recipe, kitchen, job.weighMin, gridMin) };
}
