import type { KitchenFactors, KitchenModel } from '../kitchen';
import { withIngredients } from '../kitchen';
import { findAddition } from '../ingredients';
import type { AdditionDose, Warming } from '../making';
import { soakHistory, warmthAfterC } from '../making';
import { WATER_G_PER_ML } from '../measures';
import type {
  PlannedPrediction,
  ResolvedRecipe,
  Run,
  SimulatedFigures,
  SimulationResult,
} from '../predicting';
import { predictionOf, resolveRecipe, simulateRun, simulatedFigures, withSoak } from '../predicting';
import type { BatchState, StepState } from './batchState';
import { strainedMilkMl } from './bottling';
import { bathS, blendedS, soakAsItWent } from './soakAndBlend';
import { stepDefinition } from './stepTable';
import { dosesAsMade } from './stirredIn';

/** What became known on the way, in the order in which it does. */
export type Fact =
  | 'equipment'
  | 'soak'
  | 'probed'
  | 'soaked-mass'
  | 'blended-in'
  | 'liquid-added'
  | 'loads'
  | 'blended'
  | 'thinned';

export const REPLANNED = ['milkMl', 'solidsPct', 'secondsPerLoad', 'endTempC', 'rupture', 'pulpG'] as const;
export type ReplannedFigure = (typeof REPLANNED)[number];
type Figures = Readonly<Pick<SimulatedFigures, ReplannedFigure>>;

/** What one fact moved. */
export interface PlanChange {
  fact: Fact;
  moved: readonly { figure: ReplannedFigure; was: number; now: number }[];
}

export interface Replan {
  /** The batch as it is expected now. */
  prediction: PlannedPrediction;
  /** Facts that moved something worth telling, in the order they became known. */
  changes: readonly PlanChange[];
  /** What the next load should run, s. */
  nextLoadS: number;
  /** How the load at the blades warms. */
  warming: Warming;
}

/** Smaller moves are not worth a cook's glance: shares of the figure, or its own unit. */
const WORTH_TELLING: Readonly<Record<ReplannedFigure, { share: number; least: number }>> = {
  milkMl: { share: 0.01, least: 8 },
  solidsPct: { share: 0.02, least: 0.1 },
  secondsPerLoad: { share: 0.05, least: 3 },
  endTempC: { share: 0, least: 1 },
  rupture: { share: 0, least: 0.01 },
  pulpG: { share: 0.03, least: 4 },
};

function moved(was: Figures, now: Figures): PlanChange['moved'] {
  return REPLANNED.filter((figure) => {
    const { share, least } = WORTH_TELLING[figure];
    const by = Math.abs(now[figure] - was[figure]);
    return by >= least && by >= share * Math.abs(was[figure]);
  }).map((figure) => ({ figure, was: was[figure], now: now[figure] }));
}

/** Uptake that brings the soaked nuts to the mass on the scale: what was not nut and did not leach is water. */
function withSoakedMass(outcome: SimulationResult, soakedG: number): KitchenFactors {
  const takenUpG = soakedG - (outcome.soakedMassG - outcome.uptakeG);
  const scale = outcome.uptakeG > 0 ? Math.max(0, takenUpG) / outcome.uptakeG : 1;
  const { factors } = outcome.run;
  return { ...factors, uptake: factors.uptake.map((one) => one * scale) };
}

/** With so much water in the strained milk, mL: it carries nothing more through the strainer. */
function thinned(outcome: SimulationResult, waterMl: number): SimulationResult {
  const { strained } = outcome;
  const waterG = waterMl * WATER_G_PER_ML;
  const milk = { ...strained.milk, waterG: strained.milk.waterG + waterG };
  return {
    ...outcome,
    milkMl: outcome.milkMl + waterMl,
    strained: { ...strained, milk, milkG: strained.milkG + waterG },
  };
}

/** With these doses in place of those it had; what is not known any more is left out. */
function withAdditions(p: ResolvedRecipe, doses: readonly AdditionDose[]): ResolvedRecipe {
  const known = doses.flatMap((dose) => {
    const found = findAddition(dose.addition, p.pantry);
    return found ? [{ dose, found }] : [];
  });
  return {
    ...p,
    recipe: { ...p.recipe, additions: known.map(({ dose }) => dose) },
    additions: known.map(({ found }) => found),
  };
}

/** As planned, where nothing can be computed anew: an ingredient that is gone, or a batch that ended. */
function asPlanned(state: BatchState): Replan {
  const { prediction } = state;
  const { endTempC: endC, secondsPerLoad, warming } = prediction.blend;
  const startC = state.recipe.blend.liquidTempC;
  // A batch of an earlier release kept only where it ends: a straight line to there.
  const straight: Warming = {
    startC,
    iceLeftG: 0,
    capacityKjPerK: 1,
    powerW: secondsPerLoad > 0 ? (1000 * (endC - startC)) / secondsPerLoad : 0,
    lossWPerK: 0,
    roomTempC: state.surroundings.roomTempC,
  };
  return { prediction, changes: [], nextLoadS: secondsPerLoad, warming: warming ?? straight };
}

/**
 * Computes a batch anew from what is known by `nowMs`: the soak as it went, the soaked mass, water poured in, loads,
 * and the seconds each load was blended. Facts are taken in one after another, so that each move has its reason.
 * An estimate, like the plan. Temperatures and own ingredients are those it was planned with; the kitchen's own are for
 * older batches, which kept none.
 */
export function replan(state: BatchState, kitchen: KitchenModel, nowMs: number): Replan {
  const then = withIngredients({ ...kitchen, surroundings: state.surroundings }, state.ingredients);
  const resolved = resolveRecipe(state.plannedRecipe, then);
  if (!resolved.ok) return asPlanned(state);
  const planned = state.prediction;
  let p: ResolvedRecipe = resolved.value;
  let run: Run = {
    nutG: planned.nutG,
    loads: planned.blend.loads,
    secondsPerLoad: null,
    doseMl: planned.milk.volumeMl,
    factors: p.factors,
  };
  let outcome = simulateRun(p, run);
  const changes: PlanChange[] = [];
  const note = (fact: Fact, next: SimulationResult): void => {
    const what = moved(simulatedFigures(outcome), simulatedFigures(next));
    if (what.length > 0) changes.push({ fact, moved: what });
    outcome = next;
  };
  const learn = (fact: Fact, nextP: ResolvedRecipe, change: Partial<Run>): void => {
    const nextRun = { ...run, ...change };
    const next = simulateRun(nextP, nextRun);
    if (!(next.strained.milkG > 0) || !Number.isFinite(next.milkMl)) return;
    note(fact, next);
    p = nextP;
    run = nextRun;
  };

  if (state.recipe !== state.plannedRecipe) {
    const used = resolveRecipe(state.recipe, then);
    if (used.ok) learn('equipment', used.value, { factors: used.value.factors });
  }
  const spells = soakAsItWent(state);
  if (spells && spells.length > 0) learn('soak', withSoak(p, soakHistory(spells)), {});
  const { soakedG, nutsC, bowlC } = state.measured;
  const probedC = bowlC ?? nutsC;
  if (probedC !== null) learn('probed', { ...p, nutTempC: probedC }, {});
  if (soakedG !== null && outcome.uptakeG > 0) {
    learn('soaked-mass', p, { factors: withSoakedMass(outcome, soakedG) });
  }
  const blendedIn = dosesAsMade(state, run.doseMl, outcome.milkMl).filter(({ when }) => when === 'before');
  if (state.stirred.length > 0 || state.leftOut.length > 0) {
    const stirredIn = p.recipe.additions.filter(({ when }) => when === 'after');
    learn('blended-in', withAdditions(p, [...blendedIn, ...stirredIn]), {});
  }
  const addedMl = (strained: boolean): number =>
    state.added.reduce((sum, one) => (one.strained === strained ? sum + one.volumeMl : sum), 0);
  const poured = addedMl(false);
  if (poured > 0) {
    const waterPerNut = p.recipe.waterPerNut + (poured * WATER_G_PER_ML) / run.nutG;
    learn('liquid-added', { ...p, recipe: { ...p.recipe, waterPerNut } }, {});
  }
  if (state.loads !== run.loads) learn('loads', p, { loads: state.loads });
  const nextLoadS = outcome.secondsPerLoad;
  const perLoad = blendedS(state, nowMs);
  if (p.machine.kind !== 'cold-press' && perLoad.some((seconds) => seconds !== null)) {
    // Loads still to come run as they should; the mean over all of them is what the milk is made of.
    const mean = perLoad.reduce<number>((sum, one) => sum + (one ?? nextLoadS), 0) / perLoad.length;
    if (mean > 0) learn('blended', p, { secondsPerLoad: mean });
  }
  if (!(outcome.strained.milkG > 0)) return asPlanned(state);

  const { warming } = outcome;
  const thinnedMl = addedMl(true);
  if (thinnedMl > 0) note('thinned', thinned(outcome, thinnedMl));
  if (state.stirred.length > 0 || state.leftOut.length > 0) {
    const strainedMl = strainedMilkMl(state, predictionOf(outcome));
    const stirredIn = dosesAsMade(state, run.doseMl, strainedMl).filter(({ when }) => when === 'after');
    outcome = { ...outcome, resolved: withAdditions(p, [...blendedIn, ...stirredIn]) };
  }
  return {
    prediction: predictionOf(outcome),
    changes,
    nextLoadS,
    warming,
  };
}

/** How long a step that has not begun should run by the plan as it stands now, s; 0 when it has no clock. */
export function clockLengthS(step: StepState, plan: Replan, state: BatchState): number {
  const { timerS } = step;
  if (timerS === null) return 0;
  return stepDefinition(step.kind).startS({ timerS, bathS: bathS(state), nextLoadS: plan.nextLoadS });
}

/** Temperature of the running mix after so many seconds, °C, by the heat balance of the load; an estimate. */
export function warmthAtC(plan: Replan, ranS: number): number {
  return warmthAfterC(plan.warming, ranS);
}
