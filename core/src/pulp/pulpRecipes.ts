import type { Allergen, ContainedAllergen } from '../ingredients';
import { allergensIn } from '../ingredients';
import type { Dosable } from '../measures';
import { DRIED_WATER_PCT } from './drying';
import type { PulpTrait, PulpUse } from './pulpUses';

/** Something that goes into a recipe besides pulp and water. */
export interface PulpRecipePart extends Dosable {
  name: string;
  massG: number;
  allergens: readonly Allergen[];
}

/** What pulp is made into. Written for so much of its dry solids, g. */
export interface PulpRecipe {
  key: string;
  name: string;
  dryG: number;
  parts: readonly PulpRecipePart[];
  /** All water in it, what the pulp brings with it, g. */
  waterG: number;
  /** Oven by its heat, °C, a pan, or neither. */
  heat: { oven: number } | 'pan' | null;
  minutes: number;
  makes: { count: number; one: string; many: string };
  steps: readonly string[];
  /** What the pulp must not hold. */
  notWith: readonly PulpTrait[];
  /** Only pulp from a press, or dried pulp; null for any. */
  only: 'pressed' | 'dried' | null;
  use: PulpUse;
  caution: string | null;
  /** What it contains besides its parts' own allergens and the pulp's. */
  allergens?: readonly Allergen[] | undefined;
}

/** The pulp a cook's own recipe is written for: wet, as a strainer leaves it, or dried. */
export type RecipePulp = 'wet' | 'dried';

/** Water in pulp as a strainer leaves it, g in 100 g; model 11. */
const WET_WATER_PCT = 59;
/** Less than this share of what a recipe is written for is not worth an oven. */
const LEAST_SHARE = 0.5;
/** Pulp with no more water than this counts as dried, g in 100 g. */
const DRIED_UP_TO_PCT = 2 * DRIED_WATER_PCT;

/** Pulp at hand: its dry solids and its water, g, and what is in it. */
export interface PulpAtHand {
  dryG: number;
  waterG: number;
  traits: readonly PulpTrait[];
}

export type PulpRecipeRefusal = PulpTrait | 'not-pressed' | 'not-dried' | 'too-little';

/** Why this pulp makes no such thing; null where it does. */
export function pulpRecipeRefusal(
  recipe: PulpRecipe,
  { dryG, waterG, traits }: PulpAtHand,
): PulpRecipeRefusal | null {
  const wrong = recipe.notWith.find((trait) => traits.includes(trait));
  if (wrong !== undefined) return wrong;
  if (recipe.only === 'pressed' && !traits.includes('pressed')) return 'not-pressed';
  const waterPct = (100 * waterG) / (dryG + waterG);
  if (recipe.only === 'dried' && waterPct > DRIED_UP_TO_PCT) return 'not-dried';
  return dryG < recipe.dryG * LEAST_SHARE ? 'too-little' : null;
}

/** Allergens that a recipe brings besides those of the pulp. */
export function pulpRecipeAllergens({ parts, allergens = [] }: PulpRecipe): ContainedAllergen[] {
  return allergensIn(
    [...parts.map((one) => one.allergens), allergens].map((list) => ({ allergens: list, byRegion: false })),
  );
}

/** Dry solids of so much pulp as a recipe names it, g: an estimate where it is wet. Model 11. */
export function recipeSolidsG(massG: number, state: RecipePulp): number {
  const waterPct = state === 'dried' ? DRIED_WATER_PCT : WET_WATER_PCT;
  return massG * (1 - waterPct / 100);
}

export interface ScaledPulpRecipe {
  /** Times as much as it is written for. */
  factor: number;
  parts: readonly PulpRecipePart[];
  /** Water to add besides what the pulp brings, g; and water in the pulp beyond what it needs, which makes it wetter. */
  waterG: number;
  tooWetG: number;
  makes: number;
}

/** A recipe for the solids at hand: all of it times as much, its water less by what the pulp brings. */
export function scaledPulpRecipe(
  recipe: PulpRecipe,
  { dryG, waterG }: Pick<PulpAtHand, 'dryG' | 'waterG'>,
): ScaledPulpRecipe {
  const factor = dryG / recipe.dryG;
  const more = recipe.waterG * factor - waterG;
  return {
    factor,
    parts: recipe.parts.map((one) => ({ ...one, massG: one.massG * factor })),
    waterG: Math.max(0, more),
    tooWetG: Math.max(0, -more),
    makes: Math.max(1, Math.round(recipe.makes.count * factor)),
  };
}
