import type { Random } from '../numerics';
import { normalDraw } from '../numerics';

/** A kitchen scale that is not there: what lies on it, and how it behaves. */
export interface SimulatedScale {
  /** What lies on the platform, g. */
  loadG: number;
  /** What the cell feels by now, g: it follows the load. */
  feltG: number;
  tareG: number;
  driftG: number;
  /** Moment of the last step, ms. */
  atMs: number;
  /** Out of reach until then, ms. */
  goneUntilMs: number;
}

export interface ScaleManners {
  /** Smallest step shown, g. */
  stepG: 1 | 5;
  /** The reading covers 63 % of a change in this time, s. */
  settleS: number;
  /** Creeps by about this much an hour, g. */
  driftGPerH: number;
  /** Cell noise, g, standard deviation. */
  noiseG: number;
  /** Drops out about so often an hour, for a second or two. */
  dropoutsPerH: number;
}

export const USUAL_SCALE: ScaleManners = {
  stepG: 1,
  settleS: 0.35,
  driftGPerH: 2,
  noiseG: 0.15,
  dropoutsPerH: 6,
};

const HOUR_S = 3600;
const GONE_MS = 1500;

export function newSimulatedScale(nowMs: number): SimulatedScale {
  return { loadG: 0, feltG: 0, tareG: 0, driftG: 0, atMs: nowMs, goneUntilMs: 0 };
}

/** The scale a moment later. */
export function scaleLater(
  scale: SimulatedScale,
  nowMs: number,
  manners: ScaleManners,
  random: Random,
): SimulatedScale {
  const dtS = Math.max(0, (nowMs - scale.atMs) / 1000);
  const follow = 1 - Math.exp(-dtS / manners.settleS);
  const drops = random() < (manners.dropoutsPerH * dtS) / HOUR_S;
  return {
    ...scale,
    feltG: scale.feltG + (scale.loadG - scale.feltG) * follow,
    // A walk without a preferred way: it has the named size after an hour.
    driftG: scale.driftG + manners.driftGPerH * Math.sqrt(dtS / HOUR_S) * normalDraw(random),
    atMs: nowMs,
    goneUntilMs: drops ? nowMs + GONE_MS : scale.goneUntilMs,
  };
}

/** What it shows, g; null while it has dropped out. */
export function scaleShows(scale: SimulatedScale, manners: ScaleManners, random: Random): number | null {
  if (scale.atMs < scale.goneUntilMs) return null;
  const felt = scale.feltG + scale.driftG - scale.tareG + manners.noiseG * normalDraw(random);
  return Math.round(felt / manners.stepG) * manners.stepG + 0;
}

/** Sets what it feels now to nothing. */
export function scaleTared(scale: SimulatedScale): SimulatedScale {
  return { ...scale, tareG: scale.feltG + scale.driftG };
}
