import type { Pantry } from '../ingredients';
import { findAddition } from '../ingredients';
import type { AdditionDose, HandDose, Recipe } from '../making';
import { doseG, isFibrous, jugAgainFills, jugAgainMachine, needsBlades } from '../making';
import type { PlannedPrediction } from '../predicting';
import type { BatchState, StirredIn } from './batchState';
import { strainedMilkMl } from './bottling';
import type { StepPlan } from './stepTable';

/** One addition of a batch: what was planned of it, and what of it is in. */
export interface DoseLine {
  addition: string;
  when: AdditionDose['when'];
  /** The planned dose; null where it was not planned. */
  planned: AdditionDose | null;
  /** What was planned comes to by the milk there is, g; null where it was not planned. */
  plannedG: number | null;
  /** What was said to have gone in, g; null where nothing was said: then it goes in as planned. */
  saidG: number | null;
  /** How that was said, where it was said in one way all along. */
  said: AdditionDose['said'];
  leftOut: boolean;
}

const phaseOf = ({ strained }: Pick<StirredIn, 'strained'>): AdditionDose['when'] =>
  strained ? 'after' : 'before';

function saidAlike(doses: readonly HandDose[]): AdditionDose['said'] {
  const first = doses[0]?.said;
  const alike = doses.every(({ said }) => said?.unit === first?.unit && said?.per === first?.per);
  return alike && first?.per === 'batch' ? first : undefined;
}

type Dosed = Pick<BatchState, 'recipe' | 'stirred' | 'leftOut'>;

/**
 * Every addition that was planned or put in, the planned ones first. `blendedMl` and `strainedMl` are the milk, mL, that
 * doses blended in and doses stirred in are counted on.
 */
export function doseLines(state: Dosed, blendedMl: number, strainedMl: number): DoseLine[] {
  const { recipe, stirred, leftOut } = state;
  const putIn = (addition: string, when: AdditionDose['when']): StirredIn[] =>
    stirred.filter((one) => one.addition === addition && phaseOf(one) === when);
  const line = (addition: string, when: AdditionDose['when'], planned: AdditionDose | null): DoseLine => {
    const doses = putIn(addition, when);
    return {
      addition,
      when,
      planned,
      plannedG: planned && doseG(planned, when === 'before' ? blendedMl : strainedMl),
      saidG: doses.length > 0 ? doses.reduce((sum, { massG }) => sum + massG, 0) : null,
      said: doses.length > 0 ? saidAlike(doses) : planned?.said,
      leftOut:
        doses.length === 0 && leftOut.some((one) => one.addition === addition && phaseOf(one) === when),
    };
  };
  const lines = recipe.additions.map((dose) => line(dose.addition, dose.when, dose));
  for (const one of stirred) {
    const when = phaseOf(one);
    if (!lines.some(({ addition, when: at }) => addition === one.addition && at === when)) {
      lines.push(line(one.addition, when, null));
    }
  }
  return lines;
}

/** What a line comes to, g: as said, or as planned; 0 where it was left out. */
export function lineG({ saidG, plannedG, leftOut }: DoseLine): number {
  return leftOut ? 0 : (saidG ?? plannedG ?? 0);
}

/** All that is planned and that nothing was said of, as it goes in with the last tap. */
export function restAsPlanned(lines: readonly DoseLine[]): HandDose[] {
  return lines.flatMap(({ addition, planned, plannedG, saidG, leftOut }) => {
    if (plannedG === null || saidG !== null || leftOut) return [];
    const said = planned?.said?.per === 'batch' && { said: planned.said };
    return [{ addition, massG: plannedG, ...said }];
  });
}

/** The doses of a batch as they were really put in, g per litre of the milk they are counted on. */
export function dosesAsMade(state: Dosed, blendedMl: number, strainedMl: number): AdditionDose[] {
  return doseLines(state, blendedMl, strainedMl).flatMap((line) => {
    if (line.leftOut) return [];
    if (line.saidG === null) return line.planned ? [line.planned] : [];
    const perMl = line.when === 'before' ? blendedMl : strainedMl;
    if (!(perMl > 0)) return [];
    const dose = { addition: line.addition, when: line.when, gPerL: (1000 * line.saidG) / perMl };
    return [line.said ? { ...dose, said: line.said } : dose];
  });
}

/** The recipe with what was really put in besides nuts and water. */
export function recipeWithDoses(
  state: Dosed & Pick<BatchState, 'prediction' | 'measured' | 'added' | 'tasted'>,
): Recipe {
  if (state.stirred.length === 0 && state.leftOut.length === 0) return state.recipe;
  const strainedMl = strainedMilkMl(state, state.prediction);
  return { ...state.recipe, additions: dosesAsMade(state, state.prediction.milk.volumeMl, strainedMl) };
}

/**
 * Whether the strained milk goes back into the jug: because what is stirred in wants blades, or because the cook asked
 * for it. Guides before the fourth knew no such step, and what is drunk as it is blended is in the jug already.
 */
export function jugAgainOf(
  state: Pick<BatchState, 'recipe' | 'guide' | 'jugAgain' | 'leftOut'>,
  prediction: PlannedPrediction,
  pantry: Pantry,
): StepPlan['jugAgain'] {
  const { recipe, guide, jugAgain, leftOut } = state;
  if (guide < 4 || recipe.intoGlass === true) return null;
  const stirredIn = recipe.additions
    .filter(({ addition, when }) => when === 'after' && !leftOut.some((one) => one.addition === addition))
    .flatMap(({ addition }) => findAddition(addition, pantry) ?? []);
  const wanted = recipe.blend.machine !== 'cold-press' && stirredIn.some(needsBlades);
  if (!wanted && jugAgain === null) return null;
  const volumeMl = prediction.finish?.volumeMl ?? prediction.milk.volumeMl;
  return {
    fills: jugAgainFills(volumeMl, jugAgainMachine(recipe.blend)),
    strain: jugAgain?.strain === true || (wanted && stirredIn.some(isFibrous)),
  };
}
