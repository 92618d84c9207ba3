import type { Composition } from '../ingredients';
import { EMPTY_COMPOSITION, addCompositions, totalG, volumeMl } from '../ingredients';
import type { KitchenFactors } from '../kitchen';
import type { AddedPart, Breakable, Heat, PeeledNut, SoakedNut, Strained, Warming } from '../making';
import {
  DEFAULT_RUPTURE,
  HOT_SOAK_PROTEIN,
  KEPT_WATER_PER_GROUND_NUT,
  LOSS_W_PER_K,
  PRESS_RUPTURE,
  SOAKED_NUT_G_PER_ML,
  SODIUM_SHARE_OF_SALT,
  breakingEnergyKjPerKg,
  canPeel,
  doseG,
  energyForRupture,
  iceLeftAfterG,
  loadVolumeMl,
  meanRupture,
  mixedWithRinseC,
  partAddition,
  peelNut,
  powerIntoLoadW,
  rinseShareOf,
  rupture,
  soakNut,
  strain,
  warmingOf,
  warmthAfterC,
} from '../making';
import { WATER_G_PER_ML } from '../measures';
import type { ResolvedRecipe } from './resolveRecipe';
import { keepsSoakWater, warmthLimitC } from './resolveRecipe';

/** Water that goes in with the nuts for the thick first run, mL per mL of soaked nuts. */
const THICK_WATER_VOLUMES = 1.75;

/** How the mix is parted into loads. */
export interface Loading {
  loads: number;
  /** Liquid besides ice that runs with the nuts, kept soak water in it, all loads together, g. */
  runningLiquidG: number;
  rinseLiquidG: number;
  iceG: number;
  /** Soak water that goes in with the nuts, g. */
  keptWaterG: number;
  volumeMl: number;
}

function loading(
  p: ResolvedRecipe,
  liquidG: number,
  nutG: number,
  nutsInJugG: number,
  addedMl: number,
  loads: number | null,
): Loading {
  const { blend } = p.recipe;
  const iceG = liquidG * blend.iceShare;
  const fluidG = liquidG - iceG;
  // Kept soak water is part of the liquid, and never more than what of it is not ice.
  const keptWaterG = keepsSoakWater(p.recipe) ? Math.min(KEPT_WATER_PER_GROUND_NUT * nutG, fluidG) : 0;
  const thickG = (THICK_WATER_VOLUMES * nutsInJugG * WATER_G_PER_ML) / SOAKED_NUT_G_PER_ML;
  const runningLiquidG =
    blend.waterOrder === 'thick-first' && p.machine.kind !== 'cold-press'
      ? Math.min(fluidG, Math.max(keptWaterG, thickG - iceG))
      : fluidG;
  const volume = loadVolumeMl(runningLiquidG / WATER_G_PER_ML, iceG / WATER_G_PER_ML, nutsInJugG, addedMl);
  // A jug filled exactly to its line is full, not over: allow for rounding in the last digits.
  const count = loads ?? Math.max(1, Math.ceil(volume / p.machine.fillLineMl - 1e-9));
  return {
    loads: count,
    runningLiquidG,
    rinseLiquidG: fluidG - runningLiquidG,
    iceG,
    keptWaterG,
    volumeMl: volume / count,
  };
}

/** How a checked recipe is run: with so many nuts, and by what is fixed already. */
export interface Run {
  /** Nuts as bought, g. */
  nutG: number;
  /** Loads; null for as many as the jug asks for. */
  loads: number | null;
  /** Seconds a load, already decided; null to blend to the recipe's own end. */
  secondsPerLoad: number | null;
  /** Yield in mL on which additions before straining are dosed. */
  doseMl: number;
  factors: KitchenFactors;
}

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

/** Runs a checked recipe forward. The masses that go in and come out add up to rounding. */
export function simulateRun(p: ResolvedRecipe, run: Run): SimulationResult {
  const { recipe, machine, soak } = p;
  const { nutG, factors } = run;
  const keeps = keepsSoakWater(recipe);
  const totalLiquidG = nutG * recipe.waterPerNut;
  const soakedNuts: SoakedNut[] = [];
  const peeledNuts: PeeledNut[] = [];
  const breakable: Breakable[] = [];
  let soakedMassG = 0;
  let uptakeG = 0;
  let uptakeInJugG = 0;
  let leachedG = 0;
  let skinsG = 0;
  let sodiumG = 0;
  for (const [i, { ingredient, form, part }] of p.portions.entries()) {
    const massG = nutG * part;
    const uptakeFactor = factors.uptake[i] ?? 1;
    const soaked = soakNut(ingredient, form, massG, soak.teH, keeps, recipe.soak.saltGPerKg, uptakeFactor);
    const peel = canPeel(ingredient, form, recipe.peel) ? recipe.peel : 'leave';
    const peeled = peelNut(ingredient, massG, soaked, peel);
    soakedNuts.push(soaked);
    peeledNuts.push(peeled);
    breakable.push({ massG, breakingKjPerKg: breakingEnergyKjPerKg(ingredient, form, soaked.saturation) });
    soakedMassG += soaked.soakedMassG;
    uptakeG += soaked.uptakeG;
    uptakeInJugG += peeled.uptakeG;
    leachedG += totalG(soaked.leached);
    skinsG += totalG(peeled.skins) + peeled.skinUptakeG;
    sodiumG += soaked.sodiumG;
  }
  const unstrained = p.strainers.length === 0;
  const before: AddedPart[] = [];
  let addedG = 0;
  let addedMl = 0;
  let addedWaterG = 0;
  let addedPasses: Composition = EMPTY_COMPOSITION;
  let addedStays: Composition = EMPTY_COMPOSITION;
  for (const [i, dose] of recipe.additions.entries()) {
    const addition = p.additions[i];
    if (dose.when !== 'before' || !addition) continue;
    const massG = doseG(dose, run.doseMl);
    const part = partAddition(addition, massG, unstrained);
    before.push(part);
    addedG += massG;
    addedMl += massG / (addition.gPerMl ?? 1);
    addedWaterG += part.passes.waterG;
    addedPasses = addCompositions(addedPasses, { ...part.passes, waterG: 0 });
    addedStays = addCompositions(addedStays, part.stays);
  }

  const washG = totalLiquidG * recipe.strain.washShare;
  const jugLiquidG = totalLiquidG - washG;
  const nutsInJugG = soakedMassG - skinsG;
  const load = loading(p, jugLiquidG, nutG, nutsInJugG, addedMl, run.loads);
  const { keptWaterG } = load;
  // Kept brine goes into the jug whole, not only what the nuts drew from it.
  if (keeps) sodiumG = (keptWaterG * recipe.soak.saltGPerKg * SODIUM_SHARE_OF_SALT) / 1000;
  const loadG = (nutsInJugG + load.runningLiquidG + load.iceG + addedG) / load.loads;

  const pressed = machine.kind === 'cold-press';
  const powerW = powerIntoLoadW(machine, recipe.blend.speed, loadG) * factors.power;
  let eKjPerKg = 0;
  let secondsPerLoad = 0;
  let ruptures: number[];
  if (pressed) {
    ruptures = breakable.map(() => PRESS_RUPTURE[recipe.blend.presses]);
  } else {
    const { end } = recipe.blend;
    const byHandS = run.secondsPerLoad ?? (end.by === 'seconds' ? end.seconds : null);
    if (byHandS !== null) secondsPerLoad = byHandS;
    else {
      const wantedKjPerKg = energyForRupture(breakable, end.by === 'rupture' ? end.rupture : DEFAULT_RUPTURE);
      secondsPerLoad = Math.max(p.leastS, (wantedKjPerKg * loadG) / powerW);
    }
    eKjPerKg = (powerW * secondsPerLoad) / loadG; // W·s per g is kJ per kg
    ruptures = breakable.map((nut) => rupture(eKjPerKg, nut.breakingKjPerKg));
  }
  const meanF = pressed ? PRESS_RUPTURE[recipe.blend.presses] : meanRupture(breakable, eKjPerKg);

  const heat: Heat = {
    nutAsBoughtG: nutG / load.loads,
    uptakeG: uptakeInJugG / load.loads,
    nutTempC: p.nutTempC,
    keptWaterG: keptWaterG / load.loads,
    keptWaterTempC: p.nutTempC,
    liquidG: (load.runningLiquidG - keptWaterG) / load.loads,
    liquidTempC: recipe.blend.liquidTempC,
    iceG: load.iceG / load.loads,
    addedWaterG: addedWaterG / load.loads,
    addedSolidsG: (addedG - addedWaterG) / load.loads,
  };
  const warming = warmingOf(heat, {
    powerW: pressed ? 0 : powerW,
    lossWPerK: LOSS_W_PER_K[machine.kind],
    roomTempC: p.surroundings.roomTempC,
  });
  const endTempC = warmthAfterC(warming, secondsPerLoad);
  const rinseHeatShare = rinseShareOf(warming, load.rinseLiquidG / load.loads);

  // What takes the place of water brings its own solids; ice and the water of a second washing stay water.
  let otherLiquid: AddedPart | null = null;
  const otherLiquidG = (jugLiquidG - load.iceG) * (recipe.otherLiquid?.share ?? 0);
  if (p.otherLiquid && otherLiquidG > 0) {
    otherLiquid = partAddition(p.otherLiquid, otherLiquidG, true);
    addedPasses = addCompositions(addedPasses, { ...otherLiquid.passes, waterG: 0 });
    addedWaterG -= otherLiquidG - otherLiquid.passes.waterG;
  }
  const strained = strain({
    nuts: p.portions.map(({ ingredient }, i) => ({
      ingredient,
      nut: peeledNuts[i]?.nut ?? EMPTY_COMPOSITION,
      rupture: ruptures[i] ?? meanF,
      proteinFactor: soak.hot ? HOT_SOAK_PROTEIN : 1,
      extraction: factors.extraction[i] ?? 1,
    })),
    nutAsBoughtG: nutG,
    addedWaterG: uptakeInJugG + jugLiquidG + addedWaterG,
    addedPasses,
    addedStays,
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
    soaked: soakedNuts,
    soakedMassG,
    uptakeG,
    leachedG,
    skinsG,
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
    before,
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
