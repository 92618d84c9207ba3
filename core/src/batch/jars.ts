import type { AllergenFacts, Composition, Pantry } from '../ingredients';
import { EMPTY_COMPOSITION, addCompositions, findAddition, volumeMl } from '../ingredients';
import type { HandDose } from '../making';
import { partAddition } from '../making';
import type { Nutrition } from '../predicting';
import { nutritionOf } from '../predicting';
import type { BatchState, JarState, NewJar } from './batchState';
import { allergensOfAll, batchAllergens } from './recipeAllergens';

/** What doses bring to a jar or a glass: their mass, and the room they take up. */
export function dosesTogether(
  doses: readonly HandDose[],
  pantry: Pantry,
): { composition: Composition; massG: number; volumeMl: number } {
  let composition = EMPTY_COMPOSITION;
  for (const { addition, massG } of doses) {
    const found = findAddition(addition, pantry);
    if (found) composition = addCompositions(composition, partAddition(found, massG, true).passes);
  }
  return {
    composition,
    massG: doses.reduce((sum, { massG }) => sum + massG, 0),
    volumeMl: volumeMl(composition),
  };
}

/** A jar as it is filled: with milk of the batch, and what is stirred into it alone on top. */
export function filledJar(jar: NewJar, atMs: number, pantry: Pantry): JarState {
  const doses = jar.doses ?? [];
  const filledMl = jar.volumeMl + dosesTogether(doses, pantry).volumeMl;
  return {
    id: jar.id,
    label: jar.label,
    milkMl: jar.volumeMl,
    filledMl,
    cooledAsMl: filledMl,
    leftMl: filledMl,
    doses,
    carried: jar.carried ?? false,
    filledAtMs: atMs,
    places: [{ fromMs: atMs, place: jar.place }],
    fate: 'in-use',
    fateAtMs: null,
    discardReason: null,
    checks: [],
  };
}

/** A jar of which `volumeMl` go into another one: both keep the past, and together they hold what there was. */
export function splitJar(
  jar: JarState,
  newId: string,
  label: string,
  volumeMl: number,
): [JarState, JarState] {
  const part = Math.min(volumeMl, jar.leftMl);
  const share = jar.filledMl > 0 ? part / jar.filledMl : 0;
  const scaled = (of: number): Pick<JarState, 'milkMl' | 'filledMl' | 'doses'> => ({
    milkMl: jar.milkMl * of,
    filledMl: jar.filledMl * of,
    doses: jar.doses.map((dose) => ({ ...dose, massG: dose.massG * of })),
  });
  return [
    { ...jar, ...scaled(1 - share), leftMl: jar.leftMl - part },
    { ...jar, ...scaled(share), id: newId, label, leftMl: part },
  ];
}

/** A jar after so much was poured out of it; with the last drop it is empty. */
export function poured(jar: JarState, volumeMl: number, atMs: number): Partial<JarState> {
  const leftMl = Math.max(0, jar.leftMl - volumeMl);
  return leftMl > 0 ? { leftMl } : { leftMl, fate: 'emptied', fateAtMs: atMs };
}

export function withJar(
  state: BatchState,
  id: string,
  change: (jar: JarState) => Partial<JarState>,
): BatchState {
  return { ...state, jars: state.jars.map((jar) => (jar.id === id ? { ...jar, ...change(jar) } : jar)) };
}

/** Allergens of one jar: those of its batch, and of what was stirred into it alone. */
export function jarAllergens(
  state: Pick<
    BatchState,
    'recipe' | 'ingredients' | 'stirred' | 'leftOut' | 'prediction' | 'measured' | 'added' | 'tasted'
  >,
  jar: Pick<JarState, 'doses'>,
  pantry: Pantry,
): AllergenFacts {
  const all: Pantry = { own: [...state.ingredients, ...pantry.own] };
  return allergensOfAll([
    batchAllergens(state, pantry),
    allergensOfAll(jar.doses.map(({ addition }) => findAddition(addition, all))),
  ]);
}

/**
 * Nutrition of 100 mL of milk with so much stirred in: `milk` is that of 100 mL of the batch, of which there are
 * `milkMl`. An estimate.
 */
export function nutritionWith(
  milk: Nutrition,
  milkMl: number,
  doses: readonly HandDose[],
  pantry: Pantry,
): Nutrition {
  const sum = { ...nutritionOf(milk, milkMl / 100) };
  for (const { addition, massG } of doses) {
    const found = findAddition(addition, pantry);
    if (!found) continue;
    const { brought } = partAddition(found, massG, true);
    sum.kcal += brought.kcal;
    sum.proteinG += brought.proteinG;
    sum.fatG += brought.fatG;
    sum.carbG += brought.carbG;
    sum.sugarsG += brought.sugarsG;
    sum.fibreG += brought.fibreG;
    sum.sodiumMg += brought.sodiumMg;
  }
  return nutritionOf(sum, 100 / (milkMl + dosesTogether(doses, pantry).volumeMl));
}
