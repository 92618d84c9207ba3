import type { Breakable } from './blend';
import {
  DEFAULT_WARMTH_LIMIT_C,
  MAX_LOADS,
  PRESS_RUPTURE,
  SOAKED_NUT_G_PER_ML,
  breakingEnergyKjPerKg,
  endTempC,
  energyForRupture,
  loadVolumeMl,
  meanRupture,
  rupture,
} from './blend';
import type { Body } from './body';
import { bodyOf } from './body';
import type { Caution } from './caution';
import { densityGPerMl, solidsG, totalG } from './composition';
import type { Ingredient, NutForm } from './ingredient';
import { findIngredient } from './ingredient';
import type { Machine } from './machine';
import { MACHINES, powerAtSpeedW } from './machine';
import { canPeel, peelNut, skinsSlip } from './peel';
import type { Recipe, Soak, Surroundings } from './recipe';
import { USUAL_SURROUNDINGS, soakSpells } from './recipe';
import type { Refusal, Result } from './refusal';
import { accepted, refused } from './refusal';
import type { SoakHistory, SoakedNut } from './soak';
import { HOT_SOAK_PROTEIN, KEPT_WATER_PER_GROUND_NUT, RINSED_MAX_C, soakHistory, soakNut } from './soak';
import type { StrainNut } from './strain';
import { strain } from './strain';
import type { StepMinutes } from './timing';
import { stepMinutes } from './timing';
import { WATER_G_PER_ML } from './units';

export interface PredictedNut {
  ingredient: string;
  name: string;
  form: NutForm;
  massG: number;
  /** Drained and unpeeled, g. */
  soakedMassG: number;
  saturation: number;
  /** Share of cells open at the end of blending. */
  rupture: number;
}

export interface Prediction {
  nuts: readonly PredictedNut[];
  nutG: number;
  /** Liquid as a liquid, g and mL; ice apart. */
  liquidG: number;
  liquidMl: number;
  iceG: number;
  soak: {
    hours: number;
    teH: number;
    endTempC: number;
    hot: boolean;
    uptakeG: number;
    leachedG: number;
    /** What the drained nuts should weigh, g. */
    soakedMassG: number;
    /** Room the drained nuts take up, mL. */
    soakedVolumeMl: number;
    /** Soak water that goes into the jug, g. */
    keptWaterG: number;
    sodiumG: number;
    /** Smallest bowl for these nuts, mL. */
    bowlMl: number;
  };
  peel: { skinsG: number };
  blend: {
    loads: number;
    /** Mass and volume of one load as it runs, froth included in the volume. */
    loadG: number;
    loadVolumeMl: number;
    secondsPerLoad: number;
    energyKjPerKg: number;
    rupture: number;
    endTempC: number;
    /** Liquid in one load, and the rest that rinses the jug after it; mL. */
    loadLiquidMl: number;
    rinseLiquidMl: number;
  };
  milk: {
    massG: number;
    volumeMl: number;
    densityGPerMl: number;
    solidsPct: number;
    fatPct: number;
    proteinPct: number;
    fibrePct: number;
    carbPct: number;
    gritPct: number;
    body: Body;
  };
  pulp: { massG: number; dryG: number; waterPct: number };
  lossG: number;
  minutes: StepMinutes;
  allergens: readonly string[];
  cautions: readonly Caution[];
}

/** Limits outside which no kitchen batch lies. */
export const LIMITS = {
  nutG: { min: 5, max: 20_000 },
  milkMl: { min: 30, max: 60_000 },
  waterPerNut: { min: 0.5, max: 25 },
  soakPourTempC: { min: 0, max: 100 },
  saltGPerKg: { min: 0, max: 60 },
  /** Longest soak in clock hours, by method. */
  soakH: { fridge: 48, counter: 12, hot: 2 },
  rupture: { min: 0.05, max: 0.99 },
  seconds: { min: 1, max: 1800 },
  powerW: { min: 20, max: 3000 },
  fillLineMl: { min: 150, max: 8000 },
  liquidTempC: { min: 0, max: 30 },
  iceShare: { min: 0, max: 0.9 },
  washShare: { min: 0, max: 0.6 },
} as const;

/** Hours a counter soak may last without a caution: less in a warm kitchen. */
export function counterSoakLimitH(roomTempC: number): number {
  return roomTempC <= 22 ? 8 : 4;
}

/** Kept soak water may stand on the counter this long, h. */
export const KEPT_SOAK_COUNTER_H = 2;

interface Portion {
  ingredient: Ingredient;
  form: NutForm;
  /** Part of the nut mass, 0 to 1. */
  part: number;
}

interface Prepared {
  recipe: Recipe;
  around: Surroundings;
  portions: readonly Portion[];
  soak: SoakHistory;
  machine: Machine;
}

function outOfRange(value: number, range: { min: number; max: number }): boolean {
  return !(value >= range.min && value <= range.max);
}

function soakRefusal(soak: Soak, around: Surroundings, keeps: boolean): Refusal | null {
  if (soak.method === 'none') return null;
  if (!(soak.hours > 0)) return refused('soak-not-positive', ['soak', 'hours']).refusal;
  let maxH: number = LIMITS.soakH[soak.method];
  if (soak.method === 'counter') {
    // Past eight hours only in a cool kitchen, and kept water no longer than any food left standing.
    if (around.roomTempC > 22) maxH = counterSoakLimitH(around.roomTempC);
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
  if (outOfRange(blend.liquidTempC, LIMITS.liquidTempC)) {
    return refused('machine-out-of-range', ['blend', 'liquidTempC'], { ...LIMITS.liquidTempC }).refusal;
  }
  if (outOfRange(blend.iceShare, LIMITS.iceShare)) {
    return refused('ice-exceeds-water', ['blend', 'iceShare'], { ...LIMITS.iceShare }).refusal;
  }
  const unwashable = straining.strainer === 'none' && straining.washShare > 0;
  if (outOfRange(straining.washShare, LIMITS.washShare) || unwashable) {
    return refused('wash-out-of-range', ['strain', 'washShare'], { ...LIMITS.washShare }).refusal;
  }
  return null;
}

function keepsSoakWater(recipe: Recipe): boolean {
  return (
    recipe.soak.method !== 'none' &&
    (recipe.soak.water === 'kept' || recipe.nuts.some((nut) => nut.form === 'ground'))
  );
}

function prepare(recipe: Recipe, around: Surroundings, own: readonly Ingredient[]): Result<Prepared> {
  if (recipe.nuts.length === 0) return refused('no-nuts', ['nuts']);
  let shares = 0;
  for (const [i, nut] of recipe.nuts.entries()) {
    if (!(nut.share > 0 && nut.share < Infinity)) return refused('share-not-positive', ['nuts', i, 'share']);
    shares += nut.share;
  }
  const portions: Portion[] = [];
  for (const [i, nut] of recipe.nuts.entries()) {
    const ingredient = findIngredient(nut.ingredient, own);
    if (!ingredient) {
      return refused('unknown-ingredient', ['nuts', i, 'ingredient'], { ingredient: nut.ingredient });
    }
    if (!canPeel(ingredient, recipe.peel) && recipe.nuts.length === 1) {
      return refused('cannot-peel', ['peel'], { name: ingredient.name });
    }
    portions.push({ ingredient, form: nut.form, part: nut.share / shares });
  }
  if (outOfRange(recipe.waterPerNut, LIMITS.waterPerNut)) {
    return refused('ratio-out-of-range', ['waterPerNut'], { ...LIMITS.waterPerNut });
  }
  const refusal = soakRefusal(recipe.soak, around, keepsSoakWater(recipe)) ?? blendRefusal(recipe);
  if (refusal) return { ok: false, refusal };
  const usual = MACHINES[recipe.blend.machine];
  const machine = {
    kind: usual.kind,
    powerW: recipe.blend.powerW ?? usual.powerW,
    fillLineMl: recipe.blend.fillLineMl ?? usual.fillLineMl,
  };
  return accepted({ recipe, around, portions, soak: soakHistory(soakSpells(recipe.soak, around)), machine });
}

/** Water that goes in with the nuts for the thick first run, mL per mL of soaked nuts. */
const THICK_WATER_VOLUMES = 1.75;

interface Loading {
  loads: number;
  /** Liquid besides ice that runs with the nuts, all loads together, g. */
  runningLiquidG: number;
  rinseLiquidG: number;
  iceG: number;
  volumeMl: number;
}

function loading(p: Prepared, liquidG: number, nutsInJugG: number, loads?: number): Loading {
  const { blend } = p.recipe;
  const iceG = liquidG * blend.iceShare;
  const fluidG = liquidG - iceG;
  const thickG = (THICK_WATER_VOLUMES * nutsInJugG * WATER_G_PER_ML) / SOAKED_NUT_G_PER_ML;
  const runningLiquidG =
    blend.waterOrder === 'thick-first' && p.machine.kind !== 'cold-press'
      ? Math.min(fluidG, Math.max(0, thickG - iceG))
      : fluidG;
  const volume = loadVolumeMl(runningLiquidG / WATER_G_PER_ML, iceG / WATER_G_PER_ML, nutsInJugG);
  // A jug filled exactly to its line is full, not over: allow for rounding in the last digits.
  const count = loads ?? Math.max(1, Math.ceil(volume / p.machine.fillLineMl - 1e-9));
  return {
    loads: count,
    runningLiquidG,
    rinseLiquidG: fluidG - runningLiquidG,
    iceG,
    volumeMl: volume / count,
  };
}

/** Runs a checked recipe forward from `nutG` of nuts, in `loads` loads or as many as the jug asks for. */
function forward(p: Prepared, nutG: number, loads?: number): Prediction {
  const { recipe, machine, soak } = p;
  const keeps = keepsSoakWater(recipe);
  const totalLiquidG = nutG * recipe.waterPerNut;
  const soakedNuts: SoakedNut[] = [];
  const strainNuts: { ingredient: Ingredient; nut: StrainNut['nut'] }[] = [];
  const breakable: Breakable[] = [];
  let soakedMassG = 0;
  let uptakeG = 0;
  let uptakeInJugG = 0;
  let leachedG = 0;
  let skinsG = 0;
  let sodiumG = 0;
  for (const { ingredient, form, part } of p.portions) {
    const massG = nutG * part;
    const soaked = soakNut(ingredient, form, massG, soak.teH, keeps, recipe.soak.saltGPerKg);
    const peel = canPeel(ingredient, recipe.peel) ? recipe.peel : 'leave';
    const peeled = peelNut(ingredient, massG, soaked, peel);
    soakedNuts.push(soaked);
    strainNuts.push({ ingredient, nut: peeled.nut });
    breakable.push({ massG, breakingKjPerKg: breakingEnergyKjPerKg(ingredient, form, soaked.saturation) });
    soakedMassG += soaked.soakedMassG;
    uptakeG += soaked.uptakeG;
    uptakeInJugG += peeled.uptakeG;
    leachedG += totalG(soaked.leached);
    skinsG += totalG(peeled.skins) + peeled.skinUptakeG;
    sodiumG += soaked.sodiumG;
  }
  const keptWaterG = keeps ? Math.min(KEPT_WATER_PER_GROUND_NUT * nutG, totalLiquidG) : 0;
  const washG = totalLiquidG * recipe.strain.washShare;
  const jugLiquidG = totalLiquidG - washG;
  const nutsInJugG = soakedMassG - skinsG;
  const load = loading(p, jugLiquidG, nutsInJugG, loads);
  const loadG = (nutsInJugG + load.runningLiquidG + load.iceG) / load.loads;

  const pressed = machine.kind === 'cold-press';
  const powerW = powerAtSpeedW(machine, recipe.blend.speed);
  let eKjPerKg = 0;
  let secondsPerLoad = 0;
  let ruptures: number[];
  if (pressed) {
    ruptures = breakable.map(() => PRESS_RUPTURE[recipe.blend.presses]);
  } else {
    const { end } = recipe.blend;
    eKjPerKg =
      end.by === 'rupture' ? energyForRupture(breakable, end.rupture) : (powerW * end.seconds) / loadG; // W·s per g is kJ per kg
    secondsPerLoad = (eKjPerKg * loadG) / powerW;
    ruptures = breakable.map((nut) => rupture(eKjPerKg, nut.breakingKjPerKg));
  }
  const meanF = pressed ? PRESS_RUPTURE[recipe.blend.presses] : meanRupture(breakable, eKjPerKg);

  const soakEndC = recipe.soak.method === 'none' ? p.around.roomTempC : soak.endTempC;
  const nutTempC = soak.hot ? Math.min(RINSED_MAX_C, soakEndC) : soakEndC;
  const warmC = endTempC({
    nutAsBoughtG: nutG / load.loads,
    uptakeG: uptakeInJugG / load.loads,
    nutTempC,
    liquidG: load.runningLiquidG / load.loads,
    liquidTempC: recipe.blend.liquidTempC,
    iceG: load.iceG / load.loads,
    energyKj: (eKjPerKg * loadG) / 1000,
  });

  const strained = strain({
    nuts: strainNuts.map((row, i) => ({
      ...row,
      rupture: ruptures[i] ?? meanF,
      proteinFactor: soak.hot ? HOT_SOAK_PROTEIN : 1,
    })),
    nutAsBoughtG: nutG,
    addedWaterG: uptakeInJugG + jugLiquidG,
    strainer: pressed ? 'cold-press' : recipe.strain.strainer,
    squeeze: recipe.strain.squeeze,
    loads: load.loads,
    washWaterG: washG,
  });
  const { milk, milkG } = strained;
  const density = densityGPerMl(milk);
  const volumeMl = milkG / density;
  const pct = (partG: number): number => (100 * partG) / milkG;
  const solidsPct = pct(solidsG(milk));
  const fluidG = totalLiquidG - load.iceG;

  return {
    nuts: p.portions.map(({ ingredient, form, part }, i) => ({
      ingredient: ingredient.key,
      name: ingredient.name,
      form,
      massG: nutG * part,
      soakedMassG: soakedNuts[i]?.soakedMassG ?? 0,
      saturation: soakedNuts[i]?.saturation ?? 0,
      rupture: ruptures[i] ?? meanF,
    })),
    nutG,
    liquidG: fluidG,
    liquidMl: fluidG / WATER_G_PER_ML,
    iceG: load.iceG,
    soak: {
      hours: soak.clockH,
      teH: soak.teH,
      endTempC: soak.endTempC,
      hot: soak.hot,
      uptakeG,
      leachedG,
      soakedMassG,
      soakedVolumeMl: soakedMassG / SOAKED_NUT_G_PER_ML,
      keptWaterG,
      sodiumG,
      bowlMl: BOWL_ML_PER_NUT_G * nutG,
    },
    peel: { skinsG },
    blend: {
      loads: load.loads,
      loadG,
      loadVolumeMl: load.volumeMl,
      secondsPerLoad,
      energyKjPerKg: eKjPerKg,
      rupture: meanF,
      endTempC: warmC,
      loadLiquidMl: load.runningLiquidG / load.loads / WATER_G_PER_ML,
      rinseLiquidMl: load.rinseLiquidG / WATER_G_PER_ML,
    },
    milk: {
      massG: milkG,
      volumeMl,
      densityGPerMl: density,
      solidsPct,
      fatPct: pct(milk.fatG),
      proteinPct: pct(milk.proteinG),
      fibrePct: pct(milk.fibreG),
      carbPct: pct(milk.fibreG + milk.sugarsG + milk.otherG),
      gritPct: pct(strained.finesG),
      body: bodyOf(solidsPct),
    },
    pulp: {
      massG: strained.pulpG,
      dryG: strained.pulpG - strained.pulp.waterG,
      waterPct: strained.pulpG > 0 ? (100 * strained.pulp.waterG) / strained.pulpG : 0,
    },
    lossG: strained.lossG,
    minutes: stepMinutes({
      soakH: soak.clockH,
      nutG,
      peel: recipe.peel,
      loads: load.loads,
      runS: secondsPerLoad * load.loads,
      pressed,
      presses: recipe.blend.presses,
      milkMl: volumeMl,
      strainer: pressed ? 'cold-press' : recipe.strain.strainer,
    }),
    allergens: [...new Set(p.portions.map(({ ingredient }) => ingredient.allergen))],
    cautions: cautionsFor(p, nutG, volumeMl, warmC, meanF, keptWaterG),
  };
}

/** Soaking bowl, mL per g of nuts. */
const BOWL_ML_PER_NUT_G = 4;
/** Brazil nuts above this many grams per litre of milk are worth a warning (selenium). */
const BRAZIL_MAX_G_PER_L = 15;

function cautionsFor(
  p: Prepared,
  nutG: number,
  milkMl: number,
  warmC: number,
  meanF: number,
  keptWaterG: number,
): Caution[] {
  const { recipe, soak } = p;
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
  if (warmC > DEFAULT_WARMTH_LIMIT_C) {
    found.push({ code: 'too-warm', params: { endTempC: warmC, limitC: DEFAULT_WARMTH_LIMIT_C } });
  }
  if (meanF < 0.6) found.push({ code: 'not-broken', params: { rupture: meanF } });
  return found;
}

function checked(prediction: Prediction): Result<Prediction> {
  if (prediction.blend.loads > MAX_LOADS) {
    return refused('too-many-loads', ['amount'], { loads: prediction.blend.loads, maxLoads: MAX_LOADS });
  }
  if (!(prediction.milk.massG > 0)) {
    return refused('no-milk', ['amount'], {
      lostG: prediction.pulp.massG + prediction.lossG,
      nutG: prediction.nutG,
    });
  }
  if (!Number.isFinite(prediction.milk.volumeMl)) return refused('not-a-number', []);
  return accepted(prediction);
}

/**
 * Computes a batch from its recipe: masses in g, volumes in mL, temperatures in °C. With an amount of nuts it
 * runs forward; with an amount of milk it finds the nuts for it in the fewest loads, holding the end of blending
 * that the recipe names. Refuses, with the field and the reason, what is no batch. Constants: starting estimates.
 */
export function predict(
  recipe: Recipe,
  around: Surroundings = USUAL_SURROUNDINGS,
  own: readonly Ingredient[] = [],
): Result<Prediction> {
  const prepared = prepare(recipe, around, own);
  if (!prepared.ok) return prepared;
  const p = prepared.value;
  if (recipe.amount.by === 'nuts') {
    if (outOfRange(recipe.amount.massG, LIMITS.nutG)) {
      return refused('amount-out-of-range', ['amount', 'massG'], { ...LIMITS.nutG });
    }
    return checked(forward(p, recipe.amount.massG));
  }
  if (outOfRange(recipe.amount.volumeMl, LIMITS.milkMl)) {
    return refused('amount-out-of-range', ['amount', 'volumeMl'], { ...LIMITS.milkMl });
  }
  return forMilk(p, recipe.amount.volumeMl);
}

/** Finds the nut mass whose milk is `wantedMl`, trying one load, then two, and so on. */
function forMilk(p: Prepared, wantedMl: number): Result<Prediction> {
  const milkOf = (nutG: number, loads: number): number => {
    const { milk } = forward(p, nutG, loads);
    return milk.massG > 0 ? milk.volumeMl : 0;
  };
  const perLoadG = largestNutsPerLoadG(p);
  let reachMl = 0;
  for (let loads = 1; loads <= MAX_LOADS; loads++) {
    const mostG = Math.min(perLoadG * loads, LIMITS.nutG.max);
    reachMl = Math.max(reachMl, milkOf(mostG, loads));
    if (reachMl < wantedMl) {
      if (mostG === LIMITS.nutG.max) break;
      continue;
    }
    const nutG = bisect((massG) => milkOf(massG, loads) - wantedMl, 0.01, mostG);
    return checked(forward(p, nutG, loads));
  }
  return refused('milk-out-of-reach', ['amount', 'volumeMl'], { wantedMl, mostMl: reachMl });
}

/** Nuts as bought that just fill the machine once, g. */
function largestNutsPerLoadG(p: Prepared): number {
  if (!Number.isFinite(p.machine.fillLineMl)) return LIMITS.nutG.max;
  const perG = forward(p, 1000, 1).blend.loadVolumeMl / 1000;
  return p.machine.fillLineMl / perG;
}

/** Root of an increasing function between `low` and `high`, by regula falsi with halving (Illinois). */
function bisect(f: (x: number) => number, low: number, high: number): number {
  let a = low;
  let fa = f(a);
  let b = high;
  let fb = f(b);
  if (fa >= 0) return a;
  let side = 0;
  for (let i = 0; i < 100 && Math.abs(b - a) > 1e-10 * b; i++) {
    const secant = (a * fb - b * fa) / (fb - fa);
    const x = secant > a && secant < b ? secant : (a + b) / 2;
    const fx = f(x);
    if (Math.abs(fx) < 1e-9) return x;
    if (fx < 0) {
      a = x;
      fa = fx;
      if (side === -1) fb /= 2;
      side = -1;
    } else {
      b = x;
      fb = fx;
      if (side === 1) fa /= 2;
      side = 1;
    }
  }
  return (a + b) / 2;
}
