import type { KitchenModel } from '../kitchen';
import type { Recipe } from '../making';
import { DEFAULT_RUPTURE, RUPTURE_BY_HAND } from '../making';
import { LIMITS, WATER_G_PER_ML } from '../measures';
import { predict } from './predict';

/** Where the recipe cannot be made as it stands, so much is put in its place: mL of milk, g of nuts, s a load. */
const USUAL_MILK_ML = 1000;
const USUAL_NUT_G = 140;
const USUAL_SECONDS = 60;

function within({ min, max }: { min: number; max: number }, value: number): number {
  return Math.min(max, Math.max(min, value));
}

/** The same batch, told by the milk it gives (to 10 mL) or by the nuts it takes (to 1 g): nothing jumps. */
export function withAmountBy(recipe: Recipe, by: Recipe['amount']['by'], kitchen: KitchenModel): Recipe {
  const made = predict(recipe, kitchen);
  const amount: Recipe['amount'] =
    by === 'milk'
      ? { by, volumeMl: made.ok ? Math.round(made.value.milk.volumeMl / 10) * 10 : USUAL_MILK_ML }
      : { by, massG: made.ok ? Math.round(made.value.nutG) : USUAL_NUT_G };
  return { ...recipe, amount };
}

/** The same batch, blended by the clock for as long as it takes now, or until as fine as that makes it. */
export function withEndBy(recipe: Recipe, by: Recipe['blend']['end']['by'], kitchen: KitchenModel): Recipe {
  const made = predict(recipe, kitchen);
  const { secondsPerLoad = USUAL_SECONDS, rupture = DEFAULT_RUPTURE } = made.ok ? made.value.blend : {};
  const end: Recipe['blend']['end'] =
    by === 'seconds'
      ? { by, seconds: within(LIMITS.seconds, Math.round(secondsPerLoad)) }
      : { by, rupture: within(RUPTURE_BY_HAND, rupture) };
  return { ...recipe, blend: { ...recipe.blend, end } };
}

/** The recipe with the ice that keeps it below its warmth limit; as it is where none is needed or none would do. */
export function withEnoughIce(recipe: Recipe, kitchen: KitchenModel): Recipe {
  const made = predict(recipe, kitchen);
  if (!made.ok) return recipe;
  const { blend, liquidG, iceG } = made.value;
  if (blend.iceNeededG === null || blend.iceNeededG <= 0) return recipe;
  // A hair more, so that rounding does not leave it just above.
  const iceShare = Math.min(LIMITS.iceShare.max, blend.iceNeededG / (liquidG + iceG) + 1e-4);
  return { ...recipe, blend: { ...recipe.blend, iceShare } };
}

/**
 * The recipe with so much water, mL, over the grams of nuts it has now: in its own terms, nuts or milk. Where no batch
 * would come of it the recipe stays as it is, so that the jar does not vanish from under the finger.
 */
export function withWaterMl(recipe: Recipe, nutG: number, waterMl: number, kitchen: KitchenModel): Recipe {
  const poured: Recipe = {
    ...recipe,
    amount: { by: 'nuts', massG: nutG },
    waterPerNut: (waterMl * WATER_G_PER_ML) / nutG,
  };
  const made = predict(poured, kitchen);
  if (!made.ok) return recipe;
  if (recipe.amount.by === 'nuts') return poured;
  const volumeMl = Math.round(made.value.milk.volumeMl);
  const asMilk: Recipe = { ...poured, amount: { by: 'milk', volumeMl } };
  return predict(asMilk, kitchen).ok ? asMilk : recipe;
}
