import { isSalt } from '../ingredients';
import {
  BOIL_OVER_C,
  COOKED_FROM_C,
  RINSED_MAX_C,
  SALT_G_PER_L,
  canPeel,
  dosedGPerL,
  shortensKeeping,
  skinsSlip,
} from '../making';
import { counterSoakLimitH } from '../measures';
import type { Caution } from '../results';
import type { ResolvedRecipe } from './resolveRecipe';
import type { SimulationResult } from './simulate';

/** Selenium above this is worth a warning, micrograms per litre of milk: that of 15 g of Brazil nuts, an accent. */
const SELENIUM_MAX_UG_PER_L = 15 * 19.2;

/** What the cook should know about this batch before starting. */
export function cautionsFor(outcome: SimulationResult): Caution[] {
  const { resolved: p, warmthLimitC: limitC } = outcome;
  const { recipe, soak } = p;
  const { milkMl, keptWaterG, endTempC: warmC, rupture: meanF } = outcome;
  const { nutG } = outcome.run;
  const found: Caution[] = [];
  const soaks = recipe.soak.method !== 'none';
  const seleniumUgPerL = p.portions.reduce(
    (sum, { ingredient, part }) => sum + ((ingredient.seleniumUgPerG ?? 0) * nutG * part * 1000) / milkMl,
    0,
  );
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
    if (ingredient.seleniumUgPerG !== null && seleniumUgPerL > SELENIUM_MAX_UG_PER_L) {
      const maxGPerL = SELENIUM_MAX_UG_PER_L / ingredient.seleniumUgPerG;
      found.push({ code: 'selenium-accent', params: { name, gPerL, maxGPerL } });
    }
    if (ingredient.rawLimitGPerServing !== null) {
      found.push({ code: 'raw-limit', params: { name, gPerL, limitG: ingredient.rawLimitGPerServing } });
    }
    const strainedOff = p.strainers.length > 0;
    if (ingredient.gels) {
      if (strainedOff) found.push({ code: 'gel-keeps-milk', params: { name } });
    } else if (ingredient.needsStraining === 'yes' && !strainedOff) {
      found.push({ code: 'gritty-unstrained', params: { name } });
    }
    const pinches = recipe.peel === 'pinch' || recipe.peel === 'towel';
    if (pinches && canPeel(ingredient, form, recipe.peel) && !skinsSlip(soak.hot, soak.teH)) {
      found.push({ code: 'skins-hold', params: { name, teH: soak.teH } });
    }
    if ('guessed' in ingredient && (ingredient.guessed as readonly string[]).length > 0) {
      found.push({ code: 'guessed-figures', params: { name } });
    }
  }
  if (recipe.soak.method === 'counter' && recipe.soak.hours > counterSoakLimitH(p.surroundings.roomTempC)) {
    const limitH = counterSoakLimitH(p.surroundings.roomTempC);
    found.push({ code: 'counter-soak-long', params: { hours: recipe.soak.hours, limitH } });
  }
  if (soaks && recipe.soak.saltGPerKg > 0) {
    found.push({ code: 'salted-soak', params: { saltGPerKg: recipe.soak.saltGPerKg } });
  }
  if (p.cooling) {
    const minutes = p.cooling.bathH * 60;
    found.push({ code: 'cool-kept-soak', params: { minutes, belowC: RINSED_MAX_C } });
  } else if (soak.hot) found.push({ code: 'hot-soak', params: { belowC: RINSED_MAX_C } });
  if (recipe.peel === 'roast') found.push({ code: 'peel-roast-hot', params: {} });
  if (keptWaterG > 0) found.push({ code: 'kept-soak-water', params: { keptWaterG } });
  if (warmC >= BOIL_OVER_C) found.push({ code: 'boils-over', params: { endTempC: warmC } });
  else if (warmC > limitC) found.push({ code: 'too-warm', params: { endTempC: warmC, limitC } });
  if (warmC > COOKED_FROM_C) found.push({ code: 'tastes-cooked', params: { fromC: COOKED_FROM_C } });
  if (outcome.iceLeftG >= 1) found.push({ code: 'ice-left', params: { iceG: outcome.iceLeftG } });
  if (outcome.load.loads > 1) {
    const { loads } = outcome.load;
    found.push({ code: 'several-loads', params: { loads, fillLineMl: p.machine.fillLineMl } });
  }
  if (meanF < 0.6) found.push({ code: 'not-broken', params: { rupture: meanF } });
  found.push(...additionCautions(p));
  return found;
}

function additionCautions({ recipe, additions, otherLiquid, pantry }: ResolvedRecipe): Caution[] {
  const found: Caution[] = [];
  let saltGPerL = 0;
  for (const [i, dose] of recipe.additions.entries()) {
    const addition = additions[i];
    if (!addition) continue;
    // What only shortens the keeping says nothing of what is drunk at once.
    const drunk = recipe.intoGlass === true && addition.shortensKeeping && addition.kind === 'flavour';
    if (addition.caution !== '' && !drunk) {
      const params = { name: addition.name, note: addition.caution, key: addition.key, when: dose.when };
      found.push({ code: 'addition-note', params });
    }
    if (isSalt(addition)) saltGPerL += dose.gPerL;
    const { capGPerL, key } = addition;
    const gPerL = dosedGPerL(recipe, key);
    const first = recipe.additions.findIndex((one) => one.addition === key) === i;
    if (capGPerL !== null && gPerL > capGPerL && first) {
      const params = { name: addition.name, gPerL, maxGPerL: capGPerL, note: addition.caution };
      found.push({ code: 'over-cap', params: { ...params, key, when: dose.when } });
    }
  }
  if (otherLiquid && otherLiquid.caution !== '') {
    const { name, caution: note, key } = otherLiquid;
    found.push({ code: 'addition-note', params: { name, note, key, when: 'before' } });
  }
  if (saltGPerL > SALT_G_PER_L.max) {
    found.push({ code: 'salty', params: { gPerL: saltGPerL, maxGPerL: SALT_G_PER_L.max } });
  }
  if (saltGPerL > 0 && recipe.soak.method !== 'none' && recipe.soak.saltGPerKg > 0) {
    found.push({ code: 'salted-twice', params: {} });
  }
  if (shortensKeeping(recipe, pantry) && recipe.intoGlass !== true)
    found.push({ code: 'keeps-shorter', params: {} });
  return found;
}
