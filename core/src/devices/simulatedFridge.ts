import type { Random } from '../numerics';
import { normalDraw } from '../numerics';

/** A fridge that is not there, with a sensor on its middle shelf. How fast it warms and cools is an estimate of ours. */
export interface SimulatedFridge {
  /** Air on the middle shelf, °C. */
  airC: number;
  /** Whether the compressor runs: it does from a little above its setting to a little below. */
  cooling: boolean;
  doorOpen: boolean;
  powered: boolean;
  /** Moment of the last step, ms. */
  atMs: number;
}

export interface FridgeSurroundings {
  setC: number;
  roomC: number;
}

/** How far from its setting it starts and stops cooling, °C. */
const BAND_C = 0.5;
/** What the shelf would come to with the compressor running all the time, °C below the setting. */
const COOLS_BELOW_C = 6;
/** The air covers 63 % of the way in this time, h: cooling, standing shut without it, with an open door. */
const COOLING_H = 0.9;
const SHUT_H = 9;
const DOOR_H = 0.12;
/** Sensor noise, °C, standard deviation. */
const NOISE_C = 0.05;
const HOUR_MS = 3_600_000;

export function newSimulatedFridge(setC: number, nowMs: number): SimulatedFridge {
  return { airC: setC, cooling: false, doorOpen: false, powered: true, atMs: nowMs };
}

/** The fridge a while later; parted into steps short enough for a door. */
export function fridgeLater(
  fridge: SimulatedFridge,
  nowMs: number,
  { setC, roomC }: FridgeSurroundings,
): SimulatedFridge {
  const stepMs = 30_000;
  let { airC, cooling } = fridge;
  for (let atMs = fridge.atMs; atMs < nowMs; atMs += stepMs) {
    const hours = Math.min(stepMs, nowMs - atMs) / HOUR_MS;
    if (!fridge.powered) cooling = false;
    else if (airC > setC + BAND_C) cooling = true;
    else if (airC < setC - BAND_C) cooling = false;
    const drift = (towardsC: number, overH: number): void => {
      airC += (towardsC - airC) * (1 - Math.exp(-hours / overH));
    };
    if (cooling) drift(setC - COOLS_BELOW_C, COOLING_H);
    drift(roomC, fridge.doorOpen ? DOOR_H : SHUT_H);
  }
  return { ...fridge, airC, cooling, atMs: nowMs };
}

/** What the sensor shows, °C, to a tenth. */
export function fridgeShows({ airC }: SimulatedFridge, random: Random): number {
  return Math.round((airC + NOISE_C * normalDraw(random)) * 10) / 10;
}

/** How often a sensor with a memory writes down what it shows, ms. */
const LOGGED_EVERY_MS = 5 * 60_000;

/** When its door stood open, and when it had no power, ms. */
export interface FridgeStory {
  doors: readonly { fromMs: number; toMs: number }[];
  cuts: readonly { fromMs: number; toMs: number }[];
}

/** What such a sensor has in its memory of a stretch of time, °C every five minutes. */
export function fridgeMemory(
  fromMs: number,
  toMs: number,
  around: FridgeSurroundings,
  { doors, cuts }: FridgeStory,
  random: Random,
): { atMs: number; tempC: number }[] {
  const isIn = (atMs: number, ones: readonly { fromMs: number; toMs: number }[]): boolean =>
    ones.some((one) => atMs >= one.fromMs && atMs < one.toMs);
  const memory: { atMs: number; tempC: number }[] = [];
  let fridge = newSimulatedFridge(around.setC, fromMs);
  for (let atMs = fromMs; atMs < toMs; atMs += 30_000) {
    fridge = { ...fridge, doorOpen: isIn(atMs, doors), powered: !isIn(atMs, cuts) };
    fridge = fridgeLater(fridge, atMs + 30_000, around);
    if ((atMs - fromMs) % LOGGED_EVERY_MS === 0) memory.push({ atMs, tempC: fridgeShows(fridge, random) });
  }
  return memory;
}
