import { findAddition } from '../ingredients';
import type { KitchenModel } from '../kitchen';
import type { Recipe } from '../making';
import { predict } from './predict';

/** Milk that a dose is taken of where the recipe cannot be made as it stands, mL. */
const A_LITRE_ML = 1000;
/** Far more than it takes: each round brings the dose closer by how little a piece changes the yield. */
const ROUNDS = 12;

/**
 * The recipe with so many pieces (above 0) of the addition at `index` in this batch. What is kept is the dose per litre
 * that they come to; blended in, they change the yield that they are dosed on, so that is found by repetition. As it is
 * for an addition that is not counted.
 */
export function withPieces(recipe: Recipe, index: number, pieces: number, kitchen: KitchenModel): Recipe {
  const dose = recipe.additions[index];
  const gEach = dose && findAddition(dose.addition)?.gEach;
  if (!gEach) return recipe;
  const massG = pieces * gEach;
  const dosed = (gPerL: number): Recipe => ({
    ...recipe,
    additions: recipe.additions.map((one, i) => (i === index ? { ...one, gPerL } : one)),
  });
  let found = recipe;
  let gPerL = 0;
  for (let i = 0; i < ROUNDS; i++) {
    const made = predict(found, kitchen);
    const next = (1000 * massG) / (made.ok ? made.value.milk.volumeMl : A_LITRE_ML);
    found = dosed(next);
    if (Math.abs(next - gPerL) < 1e-9 * next) break;
    gPerL = next;
  }
  return found;
}
