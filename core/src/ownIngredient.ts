import type { Ingredient, NutForm, OwnIngredient } from './ingredient';
import { poisonousName } from './refusedName';
import type { Result } from './refusal';
import { accepted, refused } from './refusal';

/** What a pack says, per 100 g; null where it says nothing. */
export interface PackFigures {
  key: string;
  name: string;
  kind: 'nut' | 'seed';
  allergen: string;
  fatPct: number;
  /** As printed; see `carbIncludesFibre`. */
  carbPct: number;
  /** North American packs count fibre as carbohydrate, European ones list it beside. */
  carbIncludesFibre: boolean;
  proteinPct: number;
  sugarsPct: number | null;
  fibrePct: number | null;
  kcalPer100G: number | null;
  cupG: number | null;
}

/** Nuts and seeds as sold hold about this much water and ash; packs do not say. */
const USUAL_WATER_PCT = 5;
const USUAL_ASH_PCT = 3;

/** Middle of the table, for what no pack says: how it soaks, breaks and gives up its milk. */
const MIDDLING: Omit<
  Ingredient,
  | 'key'
  | 'name'
  | 'kind'
  | 'allergen'
  | 'waterPct'
  | 'proteinPct'
  | 'fatPct'
  | 'carbPct'
  | 'fibrePct'
  | 'sugarsPct'
  | 'ashPct'
  | 'kcalPer100G'
> = {
  calciumMgPer100G: 0,
  cupWholeG: 135,
  cupChoppedG: 115,
  cupGroundG: 95,
  skinFraction: 0,
  peelable: 'no',
  uptakeInf: 0.4,
  t50H: 2.5,
  soakMinH: 2,
  soakUsualH: 8,
  soakMaxH: 12,
  hotSoakMin: 20,
  e0KjPerKg: 12,
  emaxFat: 0.78,
  emaxProtein: 0.7,
  emaxFibre: 0.05,
  needsStraining: 'yes',
};

const FORM_CUP: Readonly<Record<NutForm, number>> = { whole: 1, chopped: 0.85, ground: 0.7 };

/**
 * An ingredient from what its pack says. What the pack leaves out is filled with the middle of the table and
 * named in `guessed`. Refuses poisonous names and figures that add up to more than 100 g in 100 g.
 */
export function ingredientFromPack(pack: PackFigures): Result<OwnIngredient> {
  const why = poisonousName(pack.name);
  if (why) return refused('name-poisonous', ['name'], { name: pack.name, why });
  const carbPct = pack.carbPct + (pack.carbIncludesFibre ? 0 : (pack.fibrePct ?? 0));
  const named = pack.fatPct + pack.proteinPct + carbPct;
  if (named > 100) return refused('composition-over-100', ['carbPct'], { sumPct: named });
  // Water and ash share what the pack's figures leave, the usual amounts of both at most.
  const left = 100 - named;
  const ashPct = Math.min(USUAL_ASH_PCT, left * (USUAL_ASH_PCT / (USUAL_ASH_PCT + USUAL_WATER_PCT)));
  const fibrePct = pack.fibrePct ?? carbPct * 0.4;
  const sugarsPct = pack.sugarsPct ?? Math.min(carbPct * 0.2, carbPct - fibrePct);
  if (fibrePct + sugarsPct > carbPct + 1e-9) {
    return refused('composition-over-100', ['sugarsPct'], { sumPct: fibrePct + sugarsPct });
  }
  const cup = pack.cupG ?? MIDDLING.cupWholeG;
  const guessed = new Set<keyof Ingredient>(Object.keys(MIDDLING) as (keyof Ingredient)[]);
  guessed.add('waterPct').add('ashPct');
  if (pack.fibrePct === null) guessed.add('fibrePct');
  if (pack.sugarsPct === null) guessed.add('sugarsPct');
  if (pack.kcalPer100G === null) guessed.add('kcalPer100G');
  if (pack.cupG !== null) guessed.delete('cupWholeG');
  return accepted({
    ...MIDDLING,
    key: pack.key,
    name: pack.name,
    kind: pack.kind,
    allergen: pack.allergen,
    waterPct: left - ashPct,
    proteinPct: pack.proteinPct,
    fatPct: pack.fatPct,
    carbPct,
    fibrePct,
    sugarsPct,
    ashPct,
    kcalPer100G: pack.kcalPer100G ?? 3.47 * pack.proteinPct + 8.37 * pack.fatPct + 4.07 * carbPct,
    cupWholeG: cup,
    cupChoppedG: cup * FORM_CUP.chopped,
    cupGroundG: cup * FORM_CUP.ground,
    guessed: [...guessed],
  });
}
