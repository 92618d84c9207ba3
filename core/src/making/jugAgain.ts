import type { Addition } from '../ingredients';
import type { Warming } from './blend';
import { LOSS_W_PER_K, warmingOf } from './blend';
import type { Machine } from './machine';
import { MACHINES, powerIntoLoadW } from './machine';
import type { Blend } from './recipe';

/** Strained milk goes back into the jug at this speed unless the cook says otherwise, 0 to 1. */
export const JUG_AGAIN_SPEED = 0.4;
/** It runs at least so long, s: fat and emulsifier are mixed in by then. */
export const JUG_AGAIN_LEAST_S = 10;
/** From this much fibre, g in 100 g, what is blended in afterwards leaves threads: a starting estimate. */
const FIBROUS_PCT = 3;
/** Fat and fruit need blades: a spoon leaves drops and lumps. */
const BLADED_KINDS: readonly Addition['kind'][] = ['body', 'emulsifier'];

/** Fruit, fresh or dried: blades take it apart. */
export function isFruit({ kind, shortensKeeping }: Addition): boolean {
  return shortensKeeping && kind !== 'liquid';
}

/** Whether it has to go into the jug with the strained milk: fat, emulsifier, dates and other fruit, ice. */
export function needsBlades(addition: Addition): boolean {
  return BLADED_KINDS.includes(addition.kind) || isFruit(addition) || addition.key === 'ice';
}

/** Whether milk that it was blended into is strained once more. */
export function isFibrous(addition: Addition): boolean {
  return isFruit(addition) && addition.fibrePct >= FIBROUS_PCT;
}

/** The jug the milk goes back into. A press has no blades: then it is any jug, by the usual figures. */
export function jugAgainMachine({ machine, powerW, fillLineMl }: Blend): Machine {
  if (machine === 'cold-press') return MACHINES['standard-jug'];
  const usual = MACHINES[machine];
  return { ...usual, powerW: powerW ?? usual.powerW, fillLineMl: fillLineMl ?? usual.fillLineMl };
}

/** How often the jug is filled with `volumeMl` of milk. */
export function jugAgainFills(volumeMl: number, machine: Machine): number {
  return Math.max(1, Math.ceil(volumeMl / machine.fillLineMl - 1e-9));
}

/**
 * How one fill of strained milk, `massG` (above 0) at `milkTempC`, warms at the blades. The heat of what goes in with
 * it is left out, so that it reads no colder than it is; an estimate.
 */
export function jugAgainWarming(
  machine: Machine,
  massG: number,
  milkTempC: number,
  roomTempC: number,
  speed: number = JUG_AGAIN_SPEED,
): Warming {
  const heat = {
    nutAsBoughtG: 0,
    uptakeG: 0,
    nutTempC: milkTempC,
    keptWaterG: 0,
    keptWaterTempC: milkTempC,
    liquidG: massG,
    liquidTempC: milkTempC,
    iceG: 0,
    addedWaterG: 0,
    addedSolidsG: 0,
  };
  return warmingOf(heat, {
    powerW: powerIntoLoadW(machine, speed, massG),
    lossWPerK: LOSS_W_PER_K[machine.kind],
    roomTempC,
  });
}
