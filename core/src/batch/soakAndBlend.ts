import type { SoakSpell, Warming } from '../making';
import {
  JUG_AGAIN_SPEED,
  TAP_TEMP_C,
  coolingFrom,
  jugAgainMachine,
  jugAgainWarming,
  mixedWithRinseC,
  soakHistory,
  warmthAfterC,
} from '../making';
import { HOUR_MS } from '../measures';
import type { BatchState } from './batchState';
import { stepRanS } from './batchState';
import type { StepKind } from './stepTable';

/** Seconds each load has run at the blades, feeling included; null for a load not blended yet. */
export function blendedS(state: BatchState, nowMs: number): (number | null)[] {
  return Array.from({ length: state.loads }, (_, i) => {
    const of = (kind: StepKind) => state.steps.find((step) => step.kind === kind && step.nth === i + 1);
    const blend = of('blend');
    if (!blend || blend.doneAtMs === null || blend.begunAtMs === null) return null;
    const feel = of('feel');
    return stepRanS(blend, nowMs) + (feel ? stepRanS(feel, nowMs) : 0);
  });
}

/**
 * The milk as its keeping clock starts, °C: off the probe where it was measured, else as warm as the blades made it in
 * the seconds that they ran, the hottest load counting; mixed with what rinsed the jug.
 */
export function blendedMilkTempC(state: BatchState): number {
  const { blend } = state.prediction;
  const ran = blendedS(state, state.blendEndMs ?? state.plannedAtMs).filter((s) => s !== null);
  const { warming } = blend;
  const byBlades =
    warming && ran.length > 0 && blend.secondsPerLoad > 0
      ? warmthAfterC(warming, Math.max(...ran))
      : blend.endTempC;
  const loadC = state.measured.mixC ?? byBlades;
  return mixedWithRinseC(loadC, state.recipe.blend.liquidTempC, blend.rinseHeatShare);
}

/** Whether the mix is milk by now: strained, or, straight into the glass, blended. */
export function isStrained({ steps, recipe }: Pick<BatchState, 'steps' | 'recipe'>): boolean {
  const kind = recipe.intoGlass === true ? 'blend' : 'strain';
  return steps.some((step) => step.kind === kind && step.doneAtMs !== null);
}

/** Strained milk as it goes back into the jug: equal fills of `massG`, at `speed` of full speed; an estimate. */
export interface JugAgainLoad {
  fills: number;
  massG: number;
  speed: number;
}

export function jugAgainLoad({ equipment, prediction, steps }: BatchState): JugAgainLoad {
  const fills = Math.max(1, steps.filter(({ kind }) => kind === 'jug-again').length);
  // With what is stirred in.
  const { massG } = prediction.finish ?? prediction.milk;
  return { fills, massG: massG / fills, speed: equipment.jugAgainSpeed ?? JUG_AGAIN_SPEED };
}

/** How a fill of strained milk warms as it goes back into the jug; an estimate. */
function jugAgainHeat(state: BatchState): Warming {
  const machine = jugAgainMachine(state.recipe.blend);
  const { massG, speed } = jugAgainLoad(state);
  return jugAgainWarming(machine, massG, blendedMilkTempC(state), state.surroundings.roomTempC, speed);
}

/** A fill of strained milk after so many seconds back in the jug, °C; an estimate. */
export function jugAgainWarmthC(state: BatchState, ranS: number): number {
  return warmthAfterC(jugAgainHeat(state), ranS);
}

/** The milk as it goes into the jars, °C: as blended, or as warm as the jug made it again, the warmer one counting. */
export function bottledMilkTempC(state: BatchState): number {
  const ranS = state.steps
    .filter((step) => step.kind === 'jug-again' && step.begunAtMs !== null)
    .map((step) => stepRanS(step, step.doneAtMs ?? state.plannedAtMs));
  const blendedC = blendedMilkTempC(state);
  return ranS.length === 0 ? blendedC : Math.max(blendedC, jugAgainWarmthC(state, Math.max(...ranS)));
}

/** Where the soak stands now, or stood last. */
export function soakStandsIn(state: BatchState): 'fridge' | 'counter' {
  const moves = state.tended.filter(({ what }) => what !== 'water-changed');
  const last = moves[moves.length - 1];
  if (last) return last.what === 'to-fridge' ? 'fridge' : 'counter';
  return state.recipe.soak.method === 'fridge' ? 'fridge' : 'counter';
}

/**
 * The soak as it went, with its changes of water and of place; null until it is over, and for a batch whose soak
 * was not kept time of.
 */
export function soakAsItWent(state: BatchState): SoakSpell[] | null {
  const step = state.steps.find((one) => one.kind === 'soak');
  if (!step || step.begunAtMs === null || step.doneAtMs === null) return null;
  const { surroundings, recipe } = state;
  const tempOf = (place: 'fridge' | 'counter'): number =>
    place === 'fridge' ? surroundings.fridgeTempC : surroundings.roomTempC;
  const spells: SoakSpell[] = [];
  let fromMs = step.begunAtMs;
  let place: 'fridge' | 'counter' = recipe.soak.method === 'fridge' ? 'fridge' : 'counter';
  let pourTempC: number | null = recipe.soak.pourTempC;
  const until = (atMs: number): void => {
    const hours = (atMs - fromMs) / HOUR_MS;
    if (hours <= 0) return;
    spells.push({ hours, placeTempC: tempOf(place), pourTempC });
    fromMs = atMs;
    pourTempC = null;
  };
  for (const { atMs, what } of state.tended) {
    until(atMs);
    if (what === 'water-changed') pourTempC = TAP_TEMP_C;
    else place = what === 'to-fridge' ? 'fridge' : 'counter';
  }
  until(step.doneAtMs);
  return spells;
}

/** Seconds that a bowl of kept soak water has to stand in its bath, by how warm the soak left it. */
export function bathS(state: BatchState): number {
  const spells = soakAsItWent(state);
  const endTempC =
    spells && spells.length > 0 ? soakHistory(spells).endTempC : state.prediction.soak.endTempC;
  return Math.ceil((coolingFrom(endTempC, state.surroundings.roomTempC)?.bathH ?? 0) * 60) * 60;
}
