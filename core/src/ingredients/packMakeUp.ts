import type { Result } from '../results';
import { accepted, refused } from '../results';
import { poisonousName } from './refusedName';

/** What any pack says it is made of, per 100 g; null where it says nothing. */
export interface PackMakeUp {
  name: string;
  fatPct: number;
  /** As printed; see `carbIncludesFibre`. */
  carbPct: number;
  /** North American packs count fibre as carbohydrate, European ones list it beside. */
  carbIncludesFibre: boolean;
  proteinPct: number;
  sugarsPct: number | null;
  fibrePct: number | null;
  kcalPer100G: number | null;
}

/** Carbohydrate with its fibre, and what the pack's figures leave for water and ash; g per 100 g. */
export interface MakeUp {
  carbPct: number;
  fibrePct: number;
  sugarsPct: number;
  leftPct: number;
}

/** Where a pack is silent: so much of the carbohydrate of nuts is fibre and sugars. Estimates. */
const USUAL_FIBRE = 0.4;
const USUAL_SUGARS = 0.2;

/**
 * Reads a pack. Refuses poisonous names, and figures that cannot be: more than 100 g in 100 g, or more fibre or sugars
 * than the carbohydrate that holds them. `usual` is the parts of the carbohydrate that are taken where it says nothing.
 */
export function makeUpOf(
  pack: PackMakeUp,
  usual = { fibre: USUAL_FIBRE, sugars: USUAL_SUGARS },
): Result<MakeUp> {
  const why = poisonousName(pack.name);
  if (why) return refused('name-poisonous', ['name'], { name: pack.name, why });
  if (pack.carbIncludesFibre && pack.fibrePct !== null && pack.fibrePct > pack.carbPct) {
    const { fibrePct, carbPct } = pack;
    return refused('fibre-over-carbohydrate', ['fibrePct'], { fibrePct, carbPct });
  }
  const carbPct = pack.carbPct + (pack.carbIncludesFibre ? 0 : (pack.fibrePct ?? 0));
  const named = pack.fatPct + pack.proteinPct + carbPct;
  if (named > 100) return refused('composition-over-100', ['carbPct'], { sumPct: named });
  const fibrePct = pack.fibrePct ?? carbPct * usual.fibre;
  const sugarsPct = pack.sugarsPct ?? Math.min(carbPct * usual.sugars, carbPct - fibrePct);
  if (fibrePct + sugarsPct > carbPct + 1e-9) {
    return refused('sugars-over-carbohydrate', ['sugarsPct'], { sugarsPct, leftPct: carbPct - fibrePct });
  }
  return accepted({ carbPct, fibrePct, sugarsPct, leftPct: 100 - named });
}

/** Energy of nuts and seeds by their make-up, kcal per 100 g: the general factors of the model's section 6. */
export function energyKcal({ proteinPct, fatPct }: PackMakeUp, carbPct: number): number {
  return 3.47 * proteinPct + 8.37 * fatPct + 4.07 * carbPct;
}
