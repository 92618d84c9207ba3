import type { AdditionDose, Blend, EquipmentUsed, Strain } from '../making';
import { JUG_AGAIN_SPEED } from '../making';
import type { BatchState } from './batchState';
import { strainedMilkMl } from './bottling';
import { blendedS, soakAsItWent } from './soakAndBlend';
import { doseLines, lineG } from './stirredIn';

/** Something of a batch that was done otherwise than planned. Hours h, seconds s, masses g, volumes mL. */
export type Departure =
  | { what: 'soak'; plannedH: number; doneH: number }
  | { what: 'blend'; plannedS: number; doneS: number }
  | { what: 'loads'; planned: number; done: number }
  | { what: 'machine'; planned: Blend; done: NonNullable<EquipmentUsed['blend']> }
  | { what: 'strainer'; planned: Strain; done: NonNullable<EquipmentUsed['strain']> }
  | { what: 'water'; volumeMl: number; strained: boolean }
  /** Null where it was not planned; 0 done where it was left out. */
  | { what: 'dose'; addition: string; when: AdditionDose['when']; plannedG: number | null; doneG: number }
  | { what: 'tasted'; volumeMl: number }
  | { what: 'jug-again'; strain: boolean }
  | { what: 'jug-again-speed'; planned: number; done: number }
  | { what: 'jar-dose'; jar: string; addition: string; massG: number };

/** Smaller differences are how a kitchen is, not what a cook decided. */
const WORTH_TELLING = { soakH: 0.25, blendS: 5, blendShare: 0.1, doseShare: 0.02 } as const;

function timeDepartures(state: BatchState): Departure[] {
  const { plannedRecipe, prediction } = state;
  const found: Departure[] = [];
  const spells = soakAsItWent(state);
  if (spells) {
    const doneH = spells.reduce((sum, { hours }) => sum + hours, 0);
    const plannedH = plannedRecipe.soak.hours;
    if (Math.abs(doneH - plannedH) >= WORTH_TELLING.soakH) found.push({ what: 'soak', plannedH, doneH });
  }
  const ran = blendedS(state, state.blendEndMs ?? state.plannedAtMs).filter((s) => s !== null);
  const plannedS = prediction.blend.secondsPerLoad;
  if (ran.length > 0 && plannedS > 0) {
    const doneS = ran.reduce((sum, s) => sum + s, 0) / ran.length;
    const by = Math.abs(doneS - plannedS);
    if (by >= WORTH_TELLING.blendS && by >= WORTH_TELLING.blendShare * plannedS) {
      found.push({ what: 'blend', plannedS, doneS });
    }
  }
  if (state.loads !== prediction.blend.loads) {
    found.push({ what: 'loads', planned: prediction.blend.loads, done: state.loads });
  }
  return found;
}

function doseDepartures(state: BatchState): Departure[] {
  const strainedMl = strainedMilkMl(state, state.prediction);
  return doseLines(state, state.prediction.milk.volumeMl, strainedMl).flatMap((line): Departure[] => {
    const { addition, when, plannedG } = line;
    const doneG = lineG(line);
    const alike = plannedG !== null && Math.abs(doneG - plannedG) <= WORTH_TELLING.doseShare * plannedG;
    return alike ? [] : [{ what: 'dose', addition, when, plannedG, doneG }];
  });
}

/** What was done otherwise than planned, in the order of the work. A batch made as planned has none. */
export function departures(state: BatchState): Departure[] {
  const { equipment, plannedRecipe, jars, tasted, jugAgain, added } = state;
  const water = added.map(({ volumeMl, strained }): Departure => ({ what: 'water', volumeMl, strained }));
  const tastedMl = tasted.reduce((sum, { volumeMl }) => sum + volumeMl, 0);
  return [
    ...timeDepartures(state),
    ...(equipment.blend
      ? [{ what: 'machine' as const, planned: plannedRecipe.blend, done: equipment.blend }]
      : []),
    ...(equipment.strain
      ? [{ what: 'strainer' as const, planned: plannedRecipe.strain, done: equipment.strain }]
      : []),
    ...water,
    ...(tastedMl > 0 ? [{ what: 'tasted' as const, volumeMl: tastedMl }] : []),
    ...doseDepartures(state),
    ...(jugAgain ? [{ what: 'jug-again' as const, strain: jugAgain.strain }] : []),
    ...(equipment.jugAgainSpeed === undefined
      ? []
      : [{ what: 'jug-again-speed' as const, planned: JUG_AGAIN_SPEED, done: equipment.jugAgainSpeed }]),
    ...jars.flatMap(({ label, doses }) =>
      doses.map(({ addition, massG }): Departure => ({ what: 'jar-dose', jar: label, addition, massG })),
    ),
  ];
}
