import type { AllergenFacts, Composition, Pantry } from '../ingredients';
import { EMPTY_COMPOSITION, addCompositions, findAddition, volumeMl } from '../ingredients';
import { FIRST_FRIDGE } from '../keeping';
import type { HandDose } from '../making';
import { DAY_MS } from '../measures';
import { partAddition } from '../making';
import type { Nutrition } from '../predicting';
import { nutritionOf } from '../predicting';
import type { BatchState, JarPast, JarState, JarStay, NewJar } from './batchState';
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
    poured: null,
    filledAtMs: atMs,
    places: [{ fromMs: atMs, place: jar.place, fridge: jar.fridge ?? FIRST_FRIDGE }],
    fate: 'in-use',
    fateAtMs: null,
    discardReason: null,
    checks: [],
  };
}

type Contents = Pick<JarState, 'milkMl' | 'filledMl' | 'doses'>;

/** What a share of a jar's milk comes to. */
function shareOf(jar: JarState, of: number): Contents {
  return {
    milkMl: jar.milkMl * of,
    filledMl: jar.filledMl * of,
    doses: jar.doses.map((dose) => ({ ...dose, massG: dose.massG * of })),
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
  return [
    { ...jar, ...shareOf(jar, 1 - share), leftMl: jar.leftMl - part },
    { ...jar, ...shareOf(jar, share), id: newId, label, leftMl: part },
  ];
}

function pastOfJar({ cooledAsMl, places, doses, poured }: JarState): JarPast {
  return { cooledAsMl, places, doses, poured };
}

/**
 * Two jars of a batch after `volumeMl` of `from` were poured into `jar`: together they hold what there was, and what
 * the milk has been through comes with it. From then on all of it is where `jar` is.
 */
export function toppedUp(
  jar: JarState,
  from: JarState,
  volumeMl: number,
  atMs: number,
): [JarState, JarState] {
  const part = Math.min(volumeMl, from.leftMl);
  const share = from.filledMl > 0 ? part / from.filledMl : 0;
  const brought = shareOf(from, share);
  const leftMl = from.leftMl - part;
  return [
    {
      ...jar,
      milkMl: jar.milkMl + brought.milkMl,
      filledMl: jar.filledMl + brought.filledMl,
      leftMl: jar.leftMl + part,
      doses: [...jar.doses, ...brought.doses],
      poured: { atMs, own: pastOfJar(jar), other: pastOfJar(from) },
    },
    {
      ...from,
      ...shareOf(from, 1 - share),
      ...(leftMl > 0 ? { leftMl } : { leftMl: 0, fate: 'emptied' as const, fateAtMs: atMs }),
    },
  ];
}

/** A jar put somewhere else, with all the milk in it. */
export function movedJar(jar: JarState, stay: JarStay): Partial<JarState> {
  return { places: [...jar.places, stay] };
}

/** How old the milk in a jar is, whole days since it was bottled. */
export function jarAgeDays({ filledAtMs }: Pick<JarState, 'filledAtMs'>, nowMs: number): number {
  return Math.max(0, Math.floor((nowMs - filledAtMs) / DAY_MS));
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
