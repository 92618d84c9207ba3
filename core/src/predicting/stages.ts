import type { Composition } from '../ingredients';
import { EMPTY_COMPOSITION, addCompositions, totalG } from '../ingredients';
import type { KitchenFactors } from '../kitchen';
import type { AddedPart, Breakable, Heat, PeeledNut, SoakedNut } from '../making';
import {
  DEFAULT_RUPTURE,
  KEPT_WATER_PER_GROUND_NUT,
  PRESS_RUPTURE,
  SOAKED_NUT_G_PER_ML,
  breakingEnergyKjPerKg,
  canPeel,
  doseG,
  energyForRupture,
  loadVolumeMl,
  meanRupture,
  partAddition,
  peelNut,
  powerIntoLoadW,
  rupture,
  soakNut,
} from '../making';
import { WATER_G_PER_ML } from '../measures';
import type { ResolvedRecipe } from './resolveRecipe';
import { keepsSoakWater } from './resolveRecipe';

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

export function loading(
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
  const keptWaterG = keepsSoakWater(p.recipe)
    ? Math.min((p.recipe.soak.keptPerNut ?? KEPT_WATER_PER_GROUND_NUT) * nutG, fluidG)
    : 0;
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

/** The nuts after soak and peel, and what they took up and left behind, g. */
export interface SoakedAndPeeled {
  soakedNuts: SoakedNut[];
  peeledNuts: PeeledNut[];
  breakable: Breakable[];
  soakedMassG: number;
  uptakeG: number;
  uptakeInJugG: number;
  leachedG: number;
  skinsG: number;
  /** Skins without what they took up. */
  skinsAsBoughtG: number;
  sodiumG: number;
}

export function soakAndPeel(
  { recipe, soak, portions }: ResolvedRecipe,
  { nutG, factors }: Run,
): SoakedAndPeeled {
  const keeps = keepsSoakWater(recipe);
  // What a soak would be salted with is nobody's business where there is none.
  const saltGPerKg = recipe.soak.method === 'none' ? 0 : recipe.soak.saltGPerKg;
  const sum: SoakedAndPeeled = {
    soakedNuts: [],
    peeledNuts: [],
    breakable: [],
    soakedMassG: 0,
    uptakeG: 0,
    uptakeInJugG: 0,
    leachedG: 0,
    skinsG: 0,
    skinsAsBoughtG: 0,
    sodiumG: 0,
  };
  for (const [i, { ingredient, form, part }] of portions.entries()) {
    const massG = nutG * part;
    const uptakeFactor = factors.uptake[i] ?? 1;
    const soaked = soakNut(ingredient, form, massG, soak.teH, keeps, saltGPerKg, uptakeFactor);
    const peel = canPeel(ingredient, form, recipe.peel) ? recipe.peel : 'leave';
    const peeled = peelNut(ingredient, massG, soaked, peel);
    sum.soakedNuts.push(soaked);
    sum.peeledNuts.push(peeled);
    sum.breakable.push({
      massG,
      breakingKjPerKg: breakingEnergyKjPerKg(ingredient, form, soaked.saturation),
    });
    sum.soakedMassG += soaked.soakedMassG;
    sum.uptakeG += soaked.uptakeG;
    sum.uptakeInJugG += peeled.uptakeG;
    sum.leachedG += totalG(soaked.leached);
    sum.skinsG += totalG(peeled.skins) + peeled.skinUptakeG;
    sum.skinsAsBoughtG += totalG(peeled.skins);
    sum.sodiumG += soaked.sodiumG;
  }
  return sum;
}

/** What is blended in besides nuts and water. */
export interface BlendedIn {
  before: AddedPart[];
  addedG: number;
  addedMl: number;
  waterG: number;
  passes: Composition;
  stays: Composition;
}

export function blendedIn({ recipe, additions, strainers }: ResolvedRecipe, { doseMl }: Run): BlendedIn {
  const unstrained = strainers.length === 0;
  const sum: BlendedIn = {
    before: [],
    addedG: 0,
    addedMl: 0,
    waterG: 0,
    passes: EMPTY_COMPOSITION,
    stays: EMPTY_COMPOSITION,
  };
  for (const [i, dose] of recipe.additions.entries()) {
    const addition = additions[i];
    if (dose.when !== 'before' || !addition) continue;
    const massG = doseG(dose, doseMl);
    const part = partAddition(addition, massG, unstrained);
    sum.before.push(part);
    sum.addedG += massG;
    sum.addedMl += massG / (addition.gPerMl ?? 1);
    sum.waterG += part.passes.waterG;
    sum.passes = addCompositions(sum.passes, { ...part.passes, waterG: 0 });
    sum.stays = addCompositions(sum.stays, part.stays);
  }
  return sum;
}

/** How long a load is blended, what that takes, and how far the nuts break. */
export interface Blended {
  /** Into the load, W; none in a press. */
  powerW: number;
  eKjPerKg: number;
  secondsPerLoad: number;
  ruptures: number[];
  meanF: number;
}

export function blendLoad(
  p: ResolvedRecipe,
  run: Run,
  breakable: readonly Breakable[],
  loadG: number,
): Blended {
  const { machine, recipe } = p;
  const { end, presses, speed } = recipe.blend;
  if (machine.kind === 'cold-press') {
    const meanF = PRESS_RUPTURE[presses];
    return { powerW: 0, eKjPerKg: 0, secondsPerLoad: 0, ruptures: breakable.map(() => meanF), meanF };
  }
  const powerW = powerIntoLoadW(machine, speed, loadG) * run.factors.power;
  let secondsPerLoad = run.secondsPerLoad ?? (end.by === 'seconds' ? end.seconds : null);
  if (secondsPerLoad === null) {
    const wantedKjPerKg = energyForRupture(breakable, end.by === 'rupture' ? end.rupture : DEFAULT_RUPTURE);
    secondsPerLoad = Math.max(p.leastS, (wantedKjPerKg * loadG) / powerW);
  }
  const eKjPerKg = (powerW * secondsPerLoad) / loadG; // W·s per g is kJ per kg
  return {
    powerW,
    eKjPerKg,
    secondsPerLoad,
    ruptures: breakable.map((nut) => rupture(eKjPerKg, nut.breakingKjPerKg)),
    meanF: meanRupture(breakable, eKjPerKg),
  };
}

/** Of one load, what is to be warmed, and what its warmth comes from. */
export function heatOf(
  p: ResolvedRecipe,
  load: Loading,
  nuts: SoakedAndPeeled,
  added: BlendedIn,
  nutG: number,
): Heat {
  const { loads, keptWaterG } = load;
  return {
    // Skins that were taken off are warmed by nobody.
    nutAsBoughtG: (nutG - nuts.skinsAsBoughtG) / loads,
    uptakeG: nuts.uptakeInJugG / loads,
    nutTempC: p.nutTempC,
    keptWaterG: keptWaterG / loads,
    keptWaterTempC: p.nutTempC,
    liquidG: (load.runningLiquidG - keptWaterG) / loads,
    liquidTempC: p.recipe.blend.liquidTempC,
    iceG: load.iceG / loads,
    addedWaterG: added.waterG / loads,
    addedSolidsG: (added.addedG - added.waterG) / loads,
  };
}
