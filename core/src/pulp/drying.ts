import type { Interval } from '../numerics';
import { HOUR_MS } from '../measures';

/** Water left in dried pulp, g in 100 g. */
export const DRIED_WATER_PCT = 6;
/** Water that pulp holds on to at last, g to a g of solids. */
const HELD_G_PER_G = 0.03;
/** Wet pulp pressed loosely onto a tray, g/mL. */
const TRAY_G_PER_ML = 0.6;
/** Rate of a 3 mm layer at 65 °C, 1/h; its power of the layer; and how it follows the air's heat, K. */
const RATE_PER_H = 0.6;
const RATE_LAYER_MM = 3;
const LAYER_POWER = 1.3;
const RATE_C = 65;
const RATE_K = 3368;
const KELVIN = 273.15;
/** Air that pulp dries in, °C. */
export const DRYING_C = { min: 40, max: 110 } as const;
/** A tray and an oven as most kitchens have them: sides in cm, air in °C. */
export const USUAL_TRAY = { lengthCm: 40, widthCm: 30, airC: 70 } as const;
/**
 * Electricity for each kg of water driven off in a home oven, kWh: 0.65 for evaporating it near 70 °C, and about three
 * times as much again lost with the vented air and through the walls. An estimate.
 */
export const DRYING_KWH_PER_KG = 2.6;
/** How well a rate is known before anything was weighed (sd of its log), and the noise of ln MR as weighed. */
const RATE_SD = 0.4;
const WEIGHED_SD = 0.05;

/** A tray of pulp drying: its area in cm², the air in °C, when it began, and what it weighed then, g. */
export interface Drying {
  trayCm2: number;
  airC: number;
  startMs: number;
  startG: number;
  /** Solids in it, g. */
  dryG: number;
  weighIns: readonly { atMs: number; massG: number }[];
}

/** What dried pulp weighs, g: its solids with 6 % of water. */
export function driedTargetG(dryG: number): number {
  return dryG / (1 - DRIED_WATER_PCT / 100);
}

/** How high wet pulp lies on a tray, mm. */
export function layerMm(wetG: number, trayCm2: number): number {
  return (10 * wetG) / (trayCm2 * TRAY_G_PER_ML);
}

/** Rate of drying of a layer in air of `airC` (40 to 110), 1/h: a thin layer's, a starting estimate. */
export function dryingRatePerH(layer: number, airC: number): number {
  const heat = 1 / (airC + KELVIN) - 1 / (RATE_C + KELVIN);
  return RATE_PER_H * Math.pow(RATE_LAYER_MM / layer, LAYER_POWER) * Math.exp(-RATE_K * heat);
}

/** Moisture ratio of a mass, 1 at the start and 0 at what it holds on to. */
function moistureRatio({ dryG, startG }: Pick<Drying, 'dryG' | 'startG'>, massG: number): number {
  const water = (g: number): number => (g - dryG) / dryG - HELD_G_PER_G;
  return water(massG) / water(startG);
}

/** Mass after so many hours at a rate, g. */
export function dryingMassG(
  { dryG, startG }: Pick<Drying, 'dryG' | 'startG'>,
  ratePerH: number,
  hours: number,
): number {
  const water = (startG - dryG) / dryG - HELD_G_PER_G;
  return dryG * (1 + HELD_G_PER_G + water * Math.exp(-ratePerH * hours));
}

/** Hours until it weighs its target at a rate; 0 where it does already. */
export function dryingHours(drying: Pick<Drying, 'dryG' | 'startG'>, ratePerH: number): number {
  const target = moistureRatio(drying, driedTargetG(drying.dryG));
  return target >= 1 ? 0 : -Math.log(target) / ratePerH;
}

/** Rates that are looked at: so many steps over so many standard deviations to each side. */
const STEPS = 600;
const REACH_SD = 5;

/**
 * The rate by what was weighed, 1/h, and its 80 % interval: ln MR falls in a line from 1, with the estimate by layer and
 * heat as a prior. Weigh-ins that say it holds less than it can, or more than it did, are scale and not pulp: left out.
 */
export function learnedRatePerH(drying: Drying): { ratePerH: number; interval: Interval } {
  const logPrior = Math.log(dryingRatePerH(layerMm(drying.startG, drying.trayCm2), drying.airC));
  const seen = drying.weighIns.flatMap(({ atMs, massG }) => {
    const hours = (atMs - drying.startMs) / HOUR_MS;
    const ratio = moistureRatio(drying, massG);
    return hours > 0 && ratio > 0 && ratio <= 1.02 ? [{ hours, logRatio: Math.log(ratio) }] : [];
  });
  const logs = Array.from(
    { length: STEPS + 1 },
    (_, i) => logPrior + RATE_SD * REACH_SD * ((2 * i) / STEPS - 1),
  );
  const scores = logs.map((logRate) => {
    const rate = Math.exp(logRate);
    return seen.reduce(
      (sum, { hours, logRatio }) => sum - 0.5 * ((logRatio + rate * hours) / WEIGHED_SD) ** 2,
      -0.5 * ((logRate - logPrior) / RATE_SD) ** 2,
    );
  });
  const best = Math.max(...scores);
  const weights = scores.map((score) => Math.exp(score - best));
  const all = weights.reduce((sum, weight) => sum + weight, 0);
  const at = (share: number): number => {
    let below = 0;
    for (const [i, weight] of weights.entries()) {
      if (below + weight >= share * all) {
        const log = logs[i] ?? logPrior;
        const step = (logs[1] ?? 0) - (logs[0] ?? 0);
        return Math.exp(log + step * ((share * all - below) / weight - 0.5));
      }
      below += weight;
    }
    return Math.exp(logs[STEPS] ?? logPrior);
  };
  return { ratePerH: at(0.5), interval: { low: at(0.1), high: at(0.9) } };
}

/** What a drying comes to. Masses in g, moments in ms. */
export interface DryingForecast {
  targetG: number;
  layerMm: number;
  ratePerH: number;
  /** When it is expected to weigh its target, and where 8 of 10 such dryings end. */
  endMs: number;
  endInterval: Interval;
  /** Electricity for all the water from its start to its target, kWh: an estimate. */
  energyKWh: number;
  /** Whether the last weigh-in is at the target or below. */
  atWeight: boolean;
}

export function dryingForecast(drying: Drying): DryingForecast {
  const targetG = driedTargetG(drying.dryG);
  const { ratePerH, interval } = learnedRatePerH(drying);
  const endAt = (rate: number): number => drying.startMs + dryingHours(drying, rate) * HOUR_MS;
  const last = drying.weighIns[drying.weighIns.length - 1];
  return {
    targetG,
    layerMm: layerMm(drying.startG, drying.trayCm2),
    ratePerH,
    endMs: endAt(ratePerH),
    endInterval: { low: endAt(interval.high), high: endAt(interval.low) },
    energyKWh: (DRYING_KWH_PER_KG * Math.max(0, drying.startG - targetG)) / 1000,
    atWeight: (last?.massG ?? drying.startG) <= targetG * 1.01,
  };
}
