import type { Caution } from './caution';
import { SALT_G_PER_L, SODA_MAX_G_PER_L, shortensKeeping } from './finish';
import type { Outcome } from './forward';
import { counterSoakLimitH } from './limits';
import { canPeel, skinsSlip } from './peel';
import type { Prepared } from './prepare';
import { warmthLimitC } from './prepare';
import { RINSED_MAX_C } from './soak';

/** Brazil nuts above this many grams per litre of milk are worth a warning (selenium). */
const BRAZIL_MAX_G_PER_L = 15;

/** What the cook should know about this batch before starting. */
export function cautionsFor(p: Prepared, outcome: Outcome): Caution[] {
  const { recipe, soak } = p;
  const { milkMl, keptWaterG, endTempC: warmC, rupture: meanF } = outcome;
  const { nutG } = outcome.run;
  const found: Caution[] = [];
  const soaks = recipe.soak.method !== 'none';
  for (const { ingredient, form, part } of p.portions) {
    const { name } = ingredient;
    if (soaks && form === 'whole' && !soak.hot && soak.teH < ingredient.soakMinH) {
      found.push({ code: 'below-soak-minimum', params: { name, teH: soak.teH, minH: ingredient.soakMinH } });
    }
    if (recipe.soak.method === 'fridge' && recipe.soak.hours > ingredient.soakMaxH) {
      found.push({
        code: 'past-soak-maximum',
        params: { name, hours: recipe.soak.hours, maxH: ingredient.soakMaxH },
      });
    }
    const gPerL = (nutG * part * 1000) / milkMl;
    if (ingredient.key === 'brazil' && gPerL > BRAZIL_MAX_G_PER_L) {
      found.push({ code: 'brazil-accent', params: { gPerL, maxGPerL: BRAZIL_MAX_G_PER_L } });
    }
    if (ingredient.key === 'flax') found.push({ code: 'flax-raw', params: { gPerL } });
    const strainedOff = recipe.strain.strainer !== 'none' || p.machine.kind === 'cold-press';
    if (ingredient.needsStraining === 'yes' && !strainedOff) {
      found.push({ code: 'gritty-unstrained', params: { name } });
    }
    const pinches = recipe.peel === 'pinch' || recipe.peel === 'towel';
    if (pinches && canPeel(ingredient, recipe.peel) && !skinsSlip(soak.hot, soak.teH)) {
      found.push({ code: 'skins-hold', params: { name, teH: soak.teH } });
    }
    if ('guessed' in ingredient && (ingredient.guessed as readonly string[]).length > 0) {
      found.push({ code: 'guessed-figures', params: { name } });
    }
  }
  if (recipe.soak.method === 'counter' && recipe.soak.hours > counterSoakLimitH(p.around.roomTempC)) {
    const limitH = counterSoakLimitH(p.around.roomTempC);
    found.push({ code: 'counter-soak-long', params: { hours: recipe.soak.hours, limitH } });
  }
  if (soaks && recipe.soak.saltGPerKg > 0) {
    found.push({ code: 'salted-soak', params: { saltGPerKg: recipe.soak.saltGPerKg } });
  }
  if (soak.hot) found.push({ code: 'hot-soak', params: { belowC: RINSED_MAX_C } });
  if (recipe.peel === 'roast') found.push({ code: 'peel-roast-hot', params: {} });
  if (keptWaterG > 0) found.push({ code: 'kept-soak-water', params: { keptWaterG } });
  const limitC = warmthLimitC(p);
  if (warmC > limitC) found.push({ code: 'too-warm', params: { endTempC: warmC, limitC } });
  if (outcome.load.loads > 1) {
    const { loads } = outcome.load;
    found.push({ code: 'several-loads', params: { loads, fillLineMl: p.machine.fillLineMl } });
  }
  if (meanF < 0.6) found.push({ code: 'not-broken', params: { rupture: meanF } });
  found.push(...additionCautions(p));
  return found;
}

function additionCautions({ recipe, additions, otherLiquid }: Prepared): Caution[] {
  const found: Caution[] = [];
  let saltGPerL = 0;
  for (const [i, dose] of recipe.additions.entries()) {
    const addition = additions[i];
    if (!addition) continue;
    if (addition.caution !== '') {
      found.push({ code: 'addition-note', params: { name: addition.name, note: addition.caution } });
    }
    if (dose.addition === 'salt') saltGPerL += dose.gPerL;
    if (dose.addition === 'baking_soda' && dose.gPerL > SODA_MAX_G_PER_L) {
      found.push({ code: 'much-soda', params: { gPerL: dose.gPerL, maxGPerL: SODA_MAX_G_PER_L } });
    }
  }
  if (otherLiquid && otherLiquid.caution !== '') {
    found.push({ code: 'addition-note', params: { name: otherLiquid.name, note: otherLiquid.caution } });
  }
  if (saltGPerL > SALT_G_PER_L.max) {
    found.push({ code: 'salty', params: { gPerL: saltGPerL, maxGPerL: SALT_G_PER_L.max } });
  }
  if (saltGPerL > 0 && recipe.soak.method !== 'none' && recipe.soak.saltGPerKg > 0) {
    found.push({ code: 'salted-twice', params: {} });
  }
  if (shortensKeeping(recipe)) found.push({ code: 'keeps-shorter', params: {} });
  return found;
}
