import { EMPTY_COMPOSITION, addCompositions, volumeMl } from '../ingredients';
import type { AddedPart, Heat, SoakedNut, StrainNut, Strained, Warming } from '../making';
import {
  HOT_SOAK_PROTEIN,
  LOSS_W_PER_K,
  SODIUM_SHARE_OF_SALT,
  iceLeftAfterG,
  mixedWithRinseC,
  partAddition,
  rinseShareOf,
  strain,
  warmingOf,
  warmthAfterC,
} from '../making';
import type { ResolvedRecipe } from './resolveRecipe';
import { keepsSoakWater, warmthLimitC } from './resolveRecipe';
import type { Loading, Run, SoakedAndPeeled } from './stages';
import { soakAndPeel, blendedIn, blendLoad, heatOf, loading } from './stages';

/** What a run comes to, before it is put into a cook's terms. */
export interface SimulationResult {
  resolved: ResolvedRecipe;
  run: Run;
  load: Loading;
  soaked: readonly SoakedNut[];
  soakedMassG: number;
  uptakeG: number;
  leachedG: number;
  skinsG: number;
  sodiumG: number;
  keptWaterG: number;
  loadG: number;
  energyKjPerKg: number;
  secondsPerLoad: number;
  /** Aligned with the nuts. */
  ruptures: readonly number[];
  rupture: number;
  heat: Heat;
  warming: Warming;
  /** The load when the blades stop, and the milk once the rest has rinsed the jug; °C. */
  endTempC: number;
  milkTempC: number;
  /** Part of the milk's heat capacity that rinsed the jug, 0 to 1. */
  rinseHeatShare: number;
  /** Ice that a load still holds when the blades stop, all loads together, g. */
  iceLeftG: number;
  before: readonly AddedPart[];
  otherLiquid: AddedPart | null;
  otherLiquidG: number;
  strained: Strained;
  milkMl: number;
  /** The warmth limit in force, °C: the cook's own, or 30 after a hot soak. */
  warmthLimitC: number;
}

function strainedNuts(
  { portions, soak }: ResolvedRecipe,
  { factors }: Run,
  { peeledNuts }: SoakedAndPeeled,
  ruptures: readonly number[],
): StrainNut[] {
  return portions.map(({ ingredient }, i) => ({
    ingredient,
    nut: peeledNuts[i]?.nut ?? EMPTY_COMPOSITION,
    rupture: ruptures[i] ?? 0,
    proteinFactor: soak.hot ? HOT_SOAK_PROTEIN : 1,
    extraction: factors.extraction[i] ?? 1,
  }));
}

/** Runs a checked recipe forward. The masses that go in and come out add up to rounding. */
export function simulateRun(p: ResolvedRecipe, run: Run): SimulationResult {
  const { recipe, machine } = p;
  const { nutG, factors } = run;
  const nuts = soakAndPeel(p, run);
  const added = blendedIn(p, run);

  const totalLiquidG = nutG * recipe.waterPerNut;
  const washG = totalLiquidG * recipe.strain.washShare;
  const jugLiquidG = totalLiquidG - washG;
  const nutsInJugG = nuts.soakedMassG - nuts.skinsG;
  const load = loading(p, jugLiquidG, nutG, nutsInJugG, added.addedMl, run.loads);
  const { keptWaterG } = load;
  // Kept brine goes into the jug whole, not only what the nuts drew from it.
  const sodiumG = keepsSoakWater(recipe)
    ? (keptWaterG * recipe.soak.saltGPerKg * SODIUM_SHARE_OF_SALT) / 1000
    : nuts.sodiumG;
  const loadG = (nutsInJugG + load.runningLiquidG + load.iceG + added.addedG) / load.loads;

  const { powerW, eKjPerKg, secondsPerLoad, ruptures, meanF } = blendLoad(p, run, nuts.breakable, loadG);
  const heat = heatOf(p, load, nuts, added, nutG);
  const warming = warmingOf(heat, {
    powerW,
    lossWPerK: LOSS_W_PER_K[machine.kind],
    roomTempC: p.surroundings.roomTempC,
  });
  const endTempC = warmthAfterC(warming, secondsPerLoad);
  const rinseHeatShare = rinseShareOf(warming, load.rinseLiquidG / load.loads);

  // What takes the place of water brings its own solids; ice and the water of a second washing stay water.
  const otherLiquidG = (jugLiquidG - load.iceG) * (recipe.otherLiquid?.share ?? 0);
  const otherLiquid =
    p.otherLiquid && otherLiquidG > 0 ? partAddition(p.otherLiquid, otherLiquidG, true) : null;
  const addedPasses = otherLiquid
    ? addCompositions(added.passes, { ...otherLiquid.passes, waterG: 0 })
    : added.passes;
  const addedWaterG = added.waterG - (otherLiquid ? otherLiquidG - otherLiquid.passes.waterG : 0);
  const strained = strain({
    nuts: strainedNuts(p, run, nuts, ruptures),
    nutAsBoughtG: nutG,
    addedWaterG: nuts.uptakeInJugG + jugLiquidG + addedWaterG,
    addedPasses,
    addedStays: added.stays,
    strainers: p.strainers,
    squeeze: recipe.strain.squeeze,
    heldFactors: factors.held,
    lossFactor: factors.loss,
    loads: load.loads,
    washWaterG: washG,
  });
  return {
    resolved: p,
    run,
    load,
    soaked: nuts.soakedNuts,
    soakedMassG: nuts.soakedMassG,
    uptakeG: nuts.uptakeG,
    leachedG: nuts.leachedG,
    skinsG: nuts.skinsG,
    sodiumG,
    keptWaterG,
    loadG,
    energyKjPerKg: eKjPerKg,
    secondsPerLoad,
    ruptures,
    rupture: meanF,
    heat,
    warming,
    endTempC,
    milkTempC: mixedWithRinseC(endTempC, recipe.blend.liquidTempC, rinseHeatShare),
    rinseHeatShare,
    iceLeftG: iceLeftAfterG(warming, secondsPerLoad) * load.loads,
    before: added.before,
    otherLiquid,
    otherLiquidG,
    strained,
    milkMl: strained.milkG > 0 ? volumeMl(strained.milk) : 0,
    warmthLimitC: warmthLimitC(p),
  };
}

/**
 * Runs a recipe forward with additions dosed on the yield they themselves bring about, in `loads` loads or as many
 * as the jug asks for.
 */
export function simulate(p: ResolvedRecipe, nutG: number, loads: number | null = null): SimulationResult {
  const { factors } = p;
  const at = (doseMl: number, inLoads: number | null): SimulationResult =>
    simulateRun(p, { nutG, loads: inLoads, secondsPerLoad: null, doseMl, factors });
  let outcome = at(0, loads);
  if (!p.recipe.additions.some((dose) => dose.when === 'before') || outcome.milkMl <= 0) return outcome;
  // The yield is all but linear in the dose: two runs give the line, and each further one mends it.
  let doseA = 0;
  let yieldA = outcome.milkMl;
  let doseB = yieldA;
  let inLoads = loads ?? outcome.load.loads;
  for (let i = 0; i < 12; i++) {
    outcome = at(doseB, inLoads);
    if (loads === null && outcome.load.volumeMl > p.machine.fillLineMl * (1 + 1e-9)) {
      inLoads = Math.ceil((outcome.load.volumeMl * inLoads) / p.machine.fillLineMl - 1e-9);
      outcome = at(doseB, inLoads);
    }
    const gapB = outcome.milkMl - doseB;
    if (outcome.milkMl <= 0 || Math.abs(gapB) < 1e-8 * (1 + doseB)) break;
    const gapA = yieldA - doseA;
    const next = gapA === gapB ? outcome.milkMl : doseB - (gapB * (doseB - doseA)) / (gapB - gapA);
    doseA = doseB;
    yieldA = outcome.milkMl;
    doseB = Math.max(0, next);
  }
  return outcome;
}
