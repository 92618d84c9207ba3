import { addCompositions, allergensIn, densityGPerMl, solidsG, totalG, volumeMl } from '../ingredients';
import type { KitchenModel } from '../kitchen';
import { USUAL_KITCHEN } from '../kitchen';
import type { Recipe } from '../making';
import { MAX_LOADS, SOAKED_NUT_G_PER_ML, doseG, iceForLimitG, partAddition, sweetnessGPerL } from '../making';
import { LIMITS, WATER_G_PER_ML, outOfRange } from '../measures';
import { findRoot } from '../numerics';
import type { Result } from '../results';
import { accepted, refused } from '../results';
import { bodyOf } from './body';
import { cautionsFor } from './cautions';
import { nutritionPer100Ml } from './nutrition';
import type { PredictedAddition, PredictedLiquid, Prediction } from './prediction';
import type { ResolvedRecipe } from './resolveRecipe';
import { resolveRecipe } from './resolveRecipe';
import type { SimulationResult } from './simulate';
import { simulate } from './simulate';
import { minutesOf, simulatedFigures } from './simulatedFigures';

/** Soaking bowl, mL per g of nuts. */
const BOWL_ML_PER_NUT_G = 4;

function liquidsOf(outcome: SimulationResult, liquidG: number): PredictedLiquid[] {
  const other = outcome.resolved.otherLiquid;
  const waterG = liquidG - outcome.otherLiquidG;
  const liquids: PredictedLiquid[] = [];
  if (waterG > 0) {
    liquids.push({ key: 'water', name: 'Water', massG: waterG, volumeMl: waterG / WATER_G_PER_ML });
  }
  if (other && outcome.otherLiquidG > 0) {
    const massG = outcome.otherLiquidG;
    const gPerMl = other.gPerMl ?? WATER_G_PER_ML;
    liquids.push({ key: other.key, name: other.name, massG, volumeMl: massG / gPerMl });
  }
  return liquids;
}

/** What is put in besides, and what comes of it: blended in it is in the milk already, stirred in it comes on top. */
function finishedWith(outcome: SimulationResult) {
  const { resolved: p, run, strained, milkMl } = outcome;
  let finished = strained.milk;
  const additions: PredictedAddition[] = [];
  const brought = outcome.before.map((part) => ({ brought: part.brought, share: strained.mixShare }));
  if (outcome.otherLiquid) brought.push({ brought: outcome.otherLiquid.brought, share: strained.mixShare });
  for (const [i, dose] of p.recipe.additions.entries()) {
    const addition = p.additions[i];
    if (!addition) continue;
    // Blended in, an addition is dosed on the yield it was settled with; stirred in, on the yield itself.
    const massG = doseG(dose, dose.when === 'before' ? run.doseMl : milkMl);
    additions.push({ key: addition.key, name: addition.name, when: dose.when, massG });
    if (dose.when !== 'after') continue;
    const part = partAddition(addition, massG, true);
    finished = addCompositions(finished, part.passes);
    brought.push({ brought: part.brought, share: 1 });
  }
  return { finished, additions, brought };
}

function predictedSoak(outcome: SimulationResult): Prediction['soak'] {
  const { resolved: p, run } = outcome;
  const { soak } = p;
  return {
    hours: soak.clockH,
    teH: soak.teH,
    endTempC: soak.endTempC,
    hot: soak.hot,
    uptakeG: outcome.uptakeG,
    leachedG: outcome.leachedG,
    soakedMassG: outcome.soakedMassG,
    soakedVolumeMl: outcome.soakedMassG / SOAKED_NUT_G_PER_ML,
    keptWaterG: outcome.keptWaterG,
    cooling: p.cooling,
    sodiumG: outcome.sodiumG,
    bowlMl: BOWL_ML_PER_NUT_G * run.nutG,
  };
}

function predictedBlend(outcome: SimulationResult): Prediction['blend'] {
  const { load, warmthLimitC: limitC } = outcome;
  const iceG = iceForLimitG(outcome.heat, outcome.warming, outcome.secondsPerLoad, limitC);
  return {
    loads: load.loads,
    loadG: outcome.loadG,
    loadVolumeMl: load.volumeMl,
    secondsPerLoad: outcome.secondsPerLoad,
    energyKjPerKg: outcome.energyKjPerKg,
    rupture: outcome.rupture,
    endTempC: outcome.endTempC,
    milkTempC: outcome.milkTempC,
    rinseHeatShare: outcome.rinseHeatShare,
    warming: outcome.warming,
    warmthLimitC: limitC,
    iceLeftG: outcome.iceLeftG,
    loadLiquidMl: load.runningLiquidG / load.loads / WATER_G_PER_ML,
    rinseLiquidMl: load.rinseLiquidG / WATER_G_PER_ML,
    iceNeededG: iceG === null ? null : iceG * load.loads,
  };
}

function predictedMilk(outcome: SimulationResult): Prediction['milk'] {
  const { milk, milkG } = outcome.strained;
  const { solidsPct, fatPct, gritPct } = simulatedFigures(outcome);
  const pct = (partG: number): number => (100 * partG) / milkG;
  return {
    massG: milkG,
    volumeMl: outcome.milkMl,
    densityGPerMl: densityGPerMl(milk),
    solidsPct,
    fatPct,
    proteinPct: pct(milk.proteinG),
    fibrePct: pct(milk.fibreG),
    carbPct: pct(milk.fibreG + milk.sugarsG + milk.otherG),
    gritPct: tidy(gritPct),
    body: bodyOf(solidsPct),
  };
}

/** Puts what a run comes to into a cook's terms. The run must have given milk. */
export function predictionOf(outcome: SimulationResult): Prediction {
  const { resolved: p, load, strained, run } = outcome;
  const { recipe } = p;
  const { nutG } = run;
  const { milkG, mixShare } = strained;
  const liquidG = nutG * recipe.waterPerNut - load.iceG;

  const { finished, additions, brought } = finishedWith(outcome);
  const finishedMl = volumeMl(finished);
  const finishedG = totalG(finished);
  const pulpG = tidy(strained.pulpG);
  return {
    nuts: p.portions.map(({ ingredient, form, part }, i) => ({
      ingredient: ingredient.key,
      name: ingredient.name,
      form,
      massG: nutG * part,
      soakedMassG: outcome.soaked[i]?.soakedMassG ?? 0,
      saturation: outcome.soaked[i]?.saturation ?? 0,
      rupture: outcome.ruptures[i] ?? outcome.rupture,
    })),
    nutG,
    liquidG,
    liquidMl: liquidG / WATER_G_PER_ML,
    iceG: load.iceG,
    liquids: liquidsOf(outcome, liquidG),
    additions,
    soak: predictedSoak(outcome),
    peel: { skinsG: tidy(outcome.skinsG) },
    blend: predictedBlend(outcome),
    milk: predictedMilk(outcome),
    finish: {
      additionsG: tidy(finishedG - milkG),
      massG: finishedG,
      volumeMl: finishedMl,
      solidsPct: (100 * solidsG(finished)) / finishedG,
      sweetnessGPerL: sweetnessGPerL(recipe.additions, p.pantry),
    },
    nutrition: nutritionPer100Ml(
      strained.fromNuts,
      strained.calciumMg,
      tidy(1000 * outcome.sodiumG * mixShare),
      brought,
      finishedMl,
    ),
    pulp: {
      massG: pulpG,
      dryG: tidy(pulpG - strained.pulp.waterG),
      waterPct: pulpG > 0 ? (100 * strained.pulp.waterG) / pulpG : 0,
    },
    lossG: strained.lossG,
    minutes: minutesOf(outcome),
    allergens: allergensIn([
      ...p.portions.map(({ ingredient }) => ingredient),
      ...p.additions,
      ...(p.otherLiquid ? [p.otherLiquid] : []),
    ]),
    cautions: cautionsFor(outcome),
  };
}

/** Each step down in search of the nuts that give enough, and how many: to a fiftieth of a full load. */
const FEWER = 0.95;
const FEWER_STEPS = 76;

/** Below this a figure is what rounding left of nothing. */
const NOTHING = 1e-10;

/** A figure with nothing told as 0: neither as -0 nor as the last digits of a difference. */
function tidy(figure: number): number {
  return Math.abs(figure) < NOTHING ? 0 : figure;
}

function checked(outcome: SimulationResult): Result<SimulationResult> {
  const { loads } = outcome.load;
  if (loads > MAX_LOADS) return refused('too-many-loads', ['amount'], { loads, maxLoads: MAX_LOADS });
  const { milkG, pulpG, lossG } = outcome.strained;
  if (!(milkG > 0)) {
    return refused('no-milk', ['amount'], { lostG: pulpG + lossG, nutG: outcome.run.nutG });
  }
  if (!Number.isFinite(outcome.milkMl)) return refused('not-a-number', []);
  return accepted(outcome);
}

/** Runs a checked recipe to its amount: forward from nuts, or back from the milk wanted. */
export function simulateToAmount(p: ResolvedRecipe): Result<SimulationResult> {
  const { amount } = p.recipe;
  if (amount.by === 'nuts') {
    if (outOfRange(amount.massG, LIMITS.nutG)) {
      return refused('amount-out-of-range', ['amount', 'massG'], { ...LIMITS.nutG });
    }
    return checked(simulate(p, amount.massG));
  }
  if (outOfRange(amount.volumeMl, LIMITS.milkMl)) {
    return refused('amount-out-of-range', ['amount', 'volumeMl'], { ...LIMITS.milkMl });
  }
  return forMilk(p, amount.volumeMl);
}

/**
 * Computes a batch from its recipe: masses in g, volumes in mL, temperatures in °C. With an amount of nuts it
 * runs forward; with an amount of milk it finds the nuts for it in the fewest loads, holding the end of blending
 * that the recipe names. Refuses, with the field and the reason, what is no batch. Constants: starting estimates.
 */
export function predict(recipe: Recipe, kitchen: KitchenModel = USUAL_KITCHEN): Result<Prediction> {
  const resolved = resolveRecipe(recipe, kitchen);
  if (!resolved.ok) return resolved;
  const run = simulateToAmount(resolved.value);
  return run.ok ? accepted(predictionOf(run.value)) : run;
}

/** Finds the nut mass whose milk is `wantedMl`, trying one load, then two, and so on. */
function forMilk(p: ResolvedRecipe, wantedMl: number): Result<SimulationResult> {
  const milkOf = (nutG: number, loads: number): number => simulate(p, nutG, loads).milkMl;
  const perLoadG = largestNutsPerLoadG(p);
  let reachMl = 0;
  for (let loads = 1; loads <= MAX_LOADS; loads++) {
    const mostG = Math.min(perLoadG * loads, LIMITS.nutG.max);
    let enoughG = mostG;
    let givesMl = milkOf(mostG, loads);
    // More nuts in the same seconds are broken less, until the pulp keeps it all: fewer may give more milk.
    if (p.recipe.blend.end.by === 'seconds') {
      for (let i = 0; givesMl < wantedMl && i < FEWER_STEPS; i++) {
        enoughG *= FEWER;
        reachMl = Math.max(reachMl, givesMl);
        givesMl = milkOf(enoughG, loads);
      }
    }
    reachMl = Math.max(reachMl, givesMl);
    if (givesMl < wantedMl) {
      if (mostG === LIMITS.nutG.max) break;
      continue;
    }
    const nutG = findRoot((massG) => milkOf(massG, loads) - wantedMl, 0.01, enoughG);
    const outcome = simulate(p, nutG, loads);
    // Where a washing sets in the milk jumps: what lies in the jump is not to be had.
    if (Math.abs(outcome.milkMl - wantedMl) > 1e-4) continue;
    return checked(outcome);
  }
  return refused('milk-out-of-reach', ['amount', 'volumeMl'], { wantedMl, mostMl: reachMl });
}

/** Nuts as bought that just fill the machine once, g. */
function largestNutsPerLoadG(p: ResolvedRecipe): number {
  const { fillLineMl } = p.machine;
  if (!Number.isFinite(fillLineMl)) return LIMITS.nutG.max;
  // The load grows all but in step with the nuts; additions dosed on the yield bend it a little.
  let nutG = 1000;
  const rounds = p.recipe.additions.length === 0 ? 1 : 4;
  for (let i = 0; i < rounds; i++) nutG *= fillLineMl / simulate(p, nutG, 1).load.volumeMl;
  return nutG;
}
