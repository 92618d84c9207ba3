import { compositionOf, solidsG } from '../ingredients';
import type { StepMinutes } from '../making';
import { stepMinutes } from '../making';
import type { SimulationResult } from './simulate';

/** Figures of a simulated batch that are predicted, given an interval, and followed while it is made. */
export interface SimulatedFigures {
  soakedG: number;
  milkMl: number;
  solidsPct: number;
  fatPct: number;
  gritPct: number;
  pulpG: number;
  secondsPerLoad: number;
  endTempC: number;
  rupture: number;
  handsOnMin: number;
  /** Of the nuts as bought, what does not reach the milk, g: by their dry mass. */
  nutsLeftG: number;
}

/** How long each step of a simulated batch takes, min; an estimate. */
export function minutesOf(outcome: SimulationResult): StepMinutes {
  const { resolved: p, load, run, milkMl } = outcome;
  return stepMinutes({
    soakH: p.soak.clockH,
    nutG: run.nutG,
    peel: p.recipe.peel,
    loads: load.loads,
    runS: outcome.secondsPerLoad * load.loads,
    pressed: p.machine.kind === 'cold-press',
    presses: p.recipe.blend.presses,
    milkMl,
    strainers: p.strainers,
    drained: outcome.keptWaterG === 0,
    cooling: p.cooling,
    intoGlass: p.recipe.intoGlass === true,
    stirredIn: p.recipe.additions.some((dose) => dose.when === 'after'),
  });
}

/** Nuts that are not drunk, g as bought: their dry mass that stays in soak water, skins, pulp and cloth. */
function nutsLeftG({ resolved, run, strained }: SimulationResult): number {
  const dryG = resolved.portions.reduce(
    (sum, { ingredient, part }) => sum + solidsG(compositionOf(ingredient, run.nutG * part)),
    0,
  );
  return run.nutG * (1 - solidsG(strained.fromNuts) / dryG);
}

/** Percentages are by mass of the milk as strained, 0 where there is none. */
export function simulatedFigures(outcome: SimulationResult): SimulatedFigures {
  const { milkG, milk, finesG, pulpG } = outcome.strained;
  const pct = (partG: number): number => (milkG > 0 ? (100 * partG) / milkG : 0);
  return {
    soakedG: outcome.soakedMassG,
    milkMl: outcome.milkMl,
    solidsPct: pct(solidsG(milk)),
    fatPct: pct(milk.fatG),
    gritPct: pct(finesG),
    pulpG,
    secondsPerLoad: outcome.secondsPerLoad,
    endTempC: outcome.endTempC,
    rupture: outcome.rupture,
    handsOnMin: minutesOf(outcome).handsOnMin,
    nutsLeftG: nutsLeftG(outcome),
  };
}
