import type { CupSystem } from '../measures';
import { CUP_ML, US_CUP_ML } from '../measures';
import type { AllergenLabel } from './allergen';

export type NutForm = 'whole' | 'chopped' | 'ground';
export type Peelable = 'yes' | 'no' | 'already' | 'roast';

/** A nut or seed: what it is made of per 100 g as bought, and how it soaks, breaks and gives up its milk. */
export interface Ingredient extends AllergenLabel {
  key: string;
  name: string;
  kind: 'nut' | 'seed';
  waterPct: number;
  proteinPct: number;
  fatPct: number;
  /** Total carbohydrate, fibre and sugars included. */
  carbPct: number;
  fibrePct: number;
  sugarsPct: number;
  ashPct: number;
  kcalPer100G: number;
  calciumMgPer100G: number;
  /** Grams in one US cup. */
  cupWholeG: number;
  cupChoppedG: number;
  cupGroundG: number;
  /** Share of the mass as bought that is skin. */
  skinFraction: number;
  peelable: Peelable;
  /** Water taken up at full soak, g per g as bought. */
  uptakeInf: number;
  /** Soak-equivalent hours at 20 °C to half of it, whole. */
  t50H: number;
  /** Soak-equivalent hours at 20 °C. */
  soakMinH: number;
  soakUsualH: number;
  /** Longest soak in the fridge, clock hours. */
  soakMaxH: number;
  /** Usual hot soak, minutes; 0 when a hot soak makes no sense. */
  hotSoakMin: number;
  /** Specific energy that breaks 63 % of the cells of a soft whole nut. */
  e0KjPerKg: number;
  /** Largest share of the nut's fat, protein, fibre that can reach the milk. */
  emaxFat: number;
  emaxProtein: number;
  emaxFibre: number;
  needsStraining: 'yes' | 'optional';
  /** Wet, it turns to a gel that holds on to the milk. */
  gels: boolean;
  /** Selenium, micrograms per g as bought; null where there is no cause to watch it. */
  seleniumUgPerG: number | null;
  /** Most that a grown-up should eat raw, g a serving; null without such a limit. */
  rawLimitGPerServing: number | null;
  /** Dangerous to dogs, whatever else may eat it. */
  toxicToDogs?: true;
}

/** An ingredient the cook added. `guessed` names the figures that the pack did not say. */
export interface OwnIngredient extends Ingredient {
  guessed: readonly Exclude<keyof Ingredient, 'toxicToDogs'>[];
  /** Counts its changes from 1; batches, plans and recipe versions keep the one they were written with. */
  revision: number;
  /** No longer offered; what uses it still finds it. */
  archived: boolean;
}

/** A US cup of a nut of which nothing is known, g: between whole almonds and whole hazelnuts (table of nuts). */
export const USUAL_NUT_CUP_G = 140;

/** Grams of this form in one cup of the given system; those of a usual nut where none is known. */
export function cupG(ingredient: Ingredient | null | undefined, form: NutForm, system: CupSystem): number {
  const perUsCupG = ingredient
    ? { whole: ingredient.cupWholeG, chopped: ingredient.cupChoppedG, ground: ingredient.cupGroundG }[form]
    : USUAL_NUT_CUP_G;
  return (perUsCupG * CUP_ML[system]) / US_CUP_ML;
}
