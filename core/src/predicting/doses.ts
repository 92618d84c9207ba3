import type { KitchenModel } from '../kitchen';
import type { Recipe } from '../making';
import type { SaidDose } from '../measures';
import { predict } from './predict';

/** Milk that a dose is taken of where the recipe cannot be made as it stands, mL. */
const A_LITRE_ML = 1000;
/** Far more than it takes: each round brings the dose closer by how little a piece changes the yield. */
const ROUNDS = 12;

/**
 * The recipe with so much (g, above 0) of the addition at `index`, in this batch or in a litre of its milk, as the cook
 * said it. What is kept is the dose per litre that it comes to; blended in, it changes the yield that it is dosed on,
 * so that is found by repetition.
 */
export function withDose(
  recipe: Recipe,
  index: number,
  massG: number,
  said: SaidDose,
  kitchen: KitchenModel,
): Recipe {
  const dosed = (gPerL: number): Recipe => ({
    ...recipe,
    additions: recipe.additions.map((one, i) => (i === index ? { ...one, gPerL, said } : one)),
  });
  if (said.per === 'litre') return dosed(massG);
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
