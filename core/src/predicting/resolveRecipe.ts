import type { Addition, Ingredient, NutForm, Pantry } from '../ingredients';
import { findAddition, findIngredient } from '../ingredients';
import type { KitchenFactors, KitchenModel } from '../kitchen';
import { kitchenFactors } from '../kitchen';
import type { Cooling, Machine, Recipe, Soak, SoakHistory, Strainer, Surroundings } from '../making';
import {
  LEAST_SECONDS,
  MACHINES,
  MOST_CAPS,
  RINSED_MAX_C,
  canPeel,
  coolingFrom,
  dosedGPerL,
  soakHistory,
  soakSpells,
  strainersOf,
} from '../making';
import { KEPT_SOAK_COUNTER_H, LIMITS, counterSoakLimitH, outOfRange } from '../measures';
import type { Refusal, Result } from '../results';
import { accepted, refused } from '../results';

export interface Portion {
  ingredient: Ingredient;
  form: NutForm;
  /** Part of the nut mass, 0 to 1. */
  part: number;
}

/** A checked recipe with everything looked up that does not hang on the amount. */
export interface ResolvedRecipe {
  recipe: Recipe;
  surroundings: Surroundings;
  pantry: Pantry;
  /** How the kitchen differs from the starting estimates, for this recipe. */
  factors: KitchenFactors;
  portions: readonly Portion[];
  soak: SoakHistory;
  /** What kept soak water has to lose before it may be blended; null when nothing. */
  cooling: Cooling | null;
  /** Nuts, and soak water kept with them, as they reach the jug, °C. */
  nutTempC: number;
  machine: Machine;
  /** Least seconds that are proposed for a load. */
  leastS: number;
  /** What the mix passes, in order; empty when nothing is strained off. */
  strainers: readonly Strainer[];
  /** Aligned with the recipe's additions. */
  additions: readonly Addition[];
  otherLiquid: Addition | null;
}

function soakRefusal(soak: Soak, { roomTempC }: Surroundings, keeps: boolean): Refusal | null {
  if (soak.method === 'none') return null;
  if (!(soak.hours > 0)) return refused('soak-not-positive', ['soak', 'hours']).refusal;
  let maxH: number = LIMITS.soakH[soak.method];
  if (soak.method === 'counter') {
    // Past eight hours only in a cool kitchen, and kept water no longer than any food left standing.
    if (roomTempC > 22) maxH = counterSoakLimitH(roomTempC);
    if (keeps) maxH = KEPT_SOAK_COUNTER_H;
  }
  if (!(soak.hours <= maxH)) {
    return refused('soak-too-long', ['soak', 'hours'], { hours: soak.hours, maxH, method: soak.method })
      .refusal;
  }
  if (outOfRange(soak.pourTempC, LIMITS.soakPourTempC)) {
    return refused('soak-temperature-out-of-range', ['soak', 'pourTempC'], { ...LIMITS.soakPourTempC })
      .refusal;
  }
  if (soak.keptPerNut !== undefined && outOfRange(soak.keptPerNut, LIMITS.keptPerNut)) {
    const params = { name: 'Kept soak water, to a gram of nuts', ...LIMITS.keptPerNut };
    return refused('dose-out-of-range', ['soak', 'keptPerNut'], params).refusal;
  }
  if (outOfRange(soak.saltGPerKg, LIMITS.saltGPerKg)) {
    return refused('salt-out-of-range', ['soak', 'saltGPerKg'], { ...LIMITS.saltGPerKg }).refusal;
  }
  return null;
}

function blendRefusal(recipe: Recipe): Refusal | null {
  const { blend, strain: straining } = recipe;
  if (blend.end.by === 'rupture' && outOfRange(blend.end.rupture, LIMITS.rupture)) {
    return refused('rupture-out-of-range', ['blend', 'end', 'rupture'], { ...LIMITS.rupture }).refusal;
  }
  if (blend.end.by === 'seconds' && outOfRange(blend.end.seconds, LIMITS.seconds)) {
    return refused('seconds-out-of-range', ['blend', 'end', 'seconds'], { ...LIMITS.seconds }).refusal;
  }
  if (blend.powerW !== null && outOfRange(blend.powerW, LIMITS.powerW)) {
    return refused('machine-out-of-range', ['blend', 'powerW'], { ...LIMITS.powerW }).refusal;
  }
  if (blend.fillLineMl !== null && outOfRange(blend.fillLineMl, LIMITS.fillLineMl)) {
    return refused('machine-out-of-range', ['blend', 'fillLineMl'], { ...LIMITS.fillLineMl }).refusal;
  }
  if (outOfRange(blend.speed, { min: 0.1, max: 1 })) {
    return refused('machine-out-of-range', ['blend', 'speed'], { min: 0.1, max: 1 }).refusal;
  }
  if (blend.liquidTempC > LIMITS.liquidTempC.max) {
    return refused('hot-liquid', ['blend', 'liquidTempC'], { mostC: LIMITS.liquidTempC.max }).refusal;
  }
  if (outOfRange(blend.warmthLimitC, LIMITS.warmthLimitC)) {
    return refused('machine-out-of-range', ['blend', 'warmthLimitC'], { ...LIMITS.warmthLimitC }).refusal;
  }
  if (outOfRange(blend.liquidTempC, LIMITS.liquidTempC)) {
    return refused('machine-out-of-range', ['blend', 'liquidTempC'], { ...LIMITS.liquidTempC }).refusal;
  }
  if (outOfRange(blend.iceShare, LIMITS.iceShare)) {
    return refused('ice-exceeds-water', ['blend', 'iceShare'], { ...LIMITS.iceShare }).refusal;
  }
  const passed = strainersOf(recipe);
  if (recipe.intoGlass === true && passed.length > 0) {
    return refused('glass-strained', ['strain', 'strainer']).refusal;
  }
  const unwashable = passed.length === 0 && straining.washShare > 0;
  if (outOfRange(straining.washShare, LIMITS.washShare) || unwashable) {
    return refused('wash-out-of-range', ['strain', 'washShare'], { ...LIMITS.washShare }).refusal;
  }
  // Nothing to strain again where nothing was strained, and no third strainer after a press and its bag.
  if (straining.second && (straining.strainer === 'none' || passed.length > 2)) {
    return refused('no-second-strainer', ['strain', 'second']).refusal;
  }
  return null;
}

/** Whether the soak water goes into the jug: always with ground nuts, which cannot be drained. */
export function keepsSoakWater(recipe: Recipe): boolean {
  return (
    recipe.soak.method !== 'none' &&
    (recipe.soak.water === 'kept' || recipe.nuts.some((nut) => nut.form === 'ground'))
  );
}

/** Warmest the mix may end, °C: a hot soak is blended below 30, whatever the cook's own limit is. */
export function warmthLimitC({ recipe, soak }: ResolvedRecipe): number {
  return soak.hot ? Math.min(RINSED_MAX_C, recipe.blend.warmthLimitC) : recipe.blend.warmthLimitC;
}

/** What is far above the most that is usual of it: three times as much is no dose any more. */
function overDose(recipe: Recipe, additions: readonly Addition[]): Refusal | null {
  for (const [i, addition] of additions.entries()) {
    const { capGPerL } = addition;
    if (capGPerL === null) continue;
    const gPerL = dosedGPerL(recipe, addition.key);
    if (gPerL <= MOST_CAPS * capGPerL) continue;
    const params = { name: addition.name, gPerL, mostGPerL: MOST_CAPS * capGPerL, note: addition.caution };
    return refused('dose-over-cap', ['additions', i, 'gPerL'], params).refusal;
  }
  return null;
}

function resolveAdditions(
  recipe: Recipe,
  pantry: Pantry,
): Result<Pick<ResolvedRecipe, 'additions' | 'otherLiquid'>> {
  const additions: Addition[] = [];
  for (const [i, dose] of recipe.additions.entries()) {
    const addition = findAddition(dose.addition, pantry);
    // Water and ice are the ratio's business: as additions they would be counted beside it.
    if (!addition || addition.kind === 'liquid') {
      return refused('unknown-addition', ['additions', i, 'addition'], { addition: dose.addition });
    }
    if (outOfRange(dose.gPerL, LIMITS.gPerL)) {
      return refused('dose-out-of-range', ['additions', i, 'gPerL'], {
        name: addition.name,
        ...LIMITS.gPerL,
      });
    }
    additions.push(addition);
  }
  const over = overDose(recipe, additions);
  if (over) return { ok: false, refusal: over };
  const { otherLiquid } = recipe;
  if (otherLiquid === null) return accepted({ additions, otherLiquid: null });
  const liquid = findAddition(otherLiquid.liquid, pantry);
  if (!liquid || liquid.kind !== 'liquid' || liquid.key === 'ice' || liquid.key === 'water') {
    return refused('not-a-liquid', ['otherLiquid', 'liquid'], { liquid: otherLiquid.liquid });
  }
  if (outOfRange(otherLiquid.share, LIMITS.otherLiquidShare)) {
    return refused('dose-out-of-range', ['otherLiquid', 'share'], {
      name: liquid.name,
      ...LIMITS.otherLiquidShare,
    });
  }
  return accepted({ additions, otherLiquid: liquid });
}

/** Flour cannot be parted from whole nuts again, and in a blend at least one nut must have skins to take off. */
function peelRefusal(peel: Recipe['peel'], portions: readonly Portion[]): Refusal | null {
  if (peel === 'leave') return null;
  const cannot = portions.filter(({ ingredient, form }) => !canPeel(ingredient, form, peel));
  const flour = portions.find(({ form }) => form === 'ground');
  const named = flour ?? (cannot.length === portions.length ? cannot[0] : undefined);
  if (!named) return null;
  return refused('cannot-peel', ['peel'], { name: named.ingredient.name, form: named.form }).refusal;
}

/** The recipe with its soak as it went: how warm the nuts are then, and what kept water has still to lose. */
export function withSoak<P extends Pick<ResolvedRecipe, 'recipe' | 'surroundings'>>(
  p: P,
  soak: SoakHistory,
): P & Pick<ResolvedRecipe, 'soak' | 'cooling' | 'nutTempC'> {
  const { recipe, surroundings } = p;
  const keeps = keepsSoakWater(recipe);
  const endTempC = recipe.soak.method === 'none' ? surroundings.roomTempC : soak.endTempC;
  return {
    ...p,
    soak,
    cooling: keeps ? coolingFrom(soak.endTempC, surroundings.roomTempC) : null,
    nutTempC: keeps || soak.hot ? Math.min(RINSED_MAX_C, endTempC) : endTempC,
  };
}

/** Checks all of a recipe but its amount. */
export function resolveRecipe(recipe: Recipe, kitchen: KitchenModel): Result<ResolvedRecipe> {
  const { surroundings, pantry } = kitchen;
  if (recipe.nuts.length === 0) return refused('no-nuts', ['nuts']);
  let shares = 0;
  for (const [i, nut] of recipe.nuts.entries()) {
    if (!(nut.share > 0 && nut.share < Infinity)) return refused('share-not-positive', ['nuts', i, 'share']);
    shares += nut.share;
  }
  const portions: Portion[] = [];
  for (const [i, nut] of recipe.nuts.entries()) {
    const ingredient = findIngredient(nut.ingredient, pantry);
    if (!ingredient) {
      return refused('unknown-ingredient', ['nuts', i, 'ingredient'], { ingredient: nut.ingredient });
    }
    portions.push({ ingredient, form: nut.form, part: nut.share / shares });
  }
  const unpeeled = peelRefusal(recipe.peel, portions);
  if (unpeeled) return { ok: false, refusal: unpeeled };
  if (outOfRange(recipe.waterPerNut, LIMITS.waterPerNut)) {
    return refused('ratio-out-of-range', ['waterPerNut'], { ...LIMITS.waterPerNut });
  }
  const refusal = soakRefusal(recipe.soak, surroundings, keepsSoakWater(recipe)) ?? blendRefusal(recipe);
  if (refusal) return { ok: false, refusal };
  const added = resolveAdditions(recipe, pantry);
  if (!added.ok) return added;
  const usual = MACHINES[recipe.blend.machine];
  const machine = {
    kind: usual.kind,
    powerW: recipe.blend.powerW ?? usual.powerW,
    fillLineMl: recipe.blend.fillLineMl ?? usual.fillLineMl,
  };
  const checkedSoFar = {
    recipe,
    surroundings,
    pantry,
    factors: kitchenFactors(recipe, kitchen.calibration),
    portions,
    machine,
    leastS: LEAST_SECONDS[machine.kind],
    strainers: strainersOf(recipe),
    ...added.value,
  };
  return accepted(withSoak(checkedSoFar, soakHistory(soakSpells(recipe.soak, surroundings))));
}
