import type { Recipe } from '../making';
import { LIMITS, WATER_G_PER_ML } from '../measures';
import type { BatchState } from './batchState';
import { blendedS, soakAsItWent } from './soakAndBlend';
import { recipeWithDoses } from './stirredIn';

const within = ({ min, max }: { min: number; max: number }, value: number): number =>
  Math.min(max, Math.max(min, value));

/** Hours as they are typed: to a quarter. */
const toQuarterH = (hours: number): number => Math.max(0.25, Math.round(hours * 4) / 4);

/**
 * The recipe of a batch with what was really done in place of what was planned: hours of soaking (to a quarter), water
 * poured in before straining, seconds of blending, other gear, and doses as they were put in. What was not kept time of stays as planned. More water over the same
 * nuts is told by the nuts.
 */
export function recipeAsMade(state: BatchState): Recipe {
  const { prediction } = state;
  const recipe = recipeWithDoses(state);
  const spells = soakAsItWent(state);
  const soakedH = spells?.reduce((sum, { hours }) => sum + hours, 0) ?? 0;
  const soak =
    recipe.soak.method === 'none' || soakedH <= 0
      ? recipe.soak
      : { ...recipe.soak, hours: Math.min(LIMITS.soakH.fridge, toQuarterH(soakedH)) };
  const pouredMl = state.added.reduce((sum, one) => (one.strained ? sum : sum + one.volumeMl), 0);
  const watered: Partial<Recipe> =
    pouredMl > 0
      ? {
          amount: { by: 'nuts', massG: prediction.nutG },
          waterPerNut: within(
            LIMITS.waterPerNut,
            recipe.waterPerNut + (pouredMl * WATER_G_PER_ML) / prediction.nutG,
          ),
        }
      : {};
  const ran = blendedS(state, state.blendEndMs ?? state.plannedAtMs).filter((seconds) => seconds !== null);
  const mean = ran.reduce((sum, seconds) => sum + seconds, 0) / ran.length;
  const blend =
    ran.length === state.loads && mean > 0
      ? {
          ...recipe.blend,
          end: { by: 'seconds' as const, seconds: within(LIMITS.seconds, Math.round(mean)) },
        }
      : recipe.blend;
  return { ...recipe, soak, blend, ...watered };
}
