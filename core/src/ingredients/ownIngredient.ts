import type { Result } from '../results';
import { accepted } from '../results';
import type { Allergen } from './allergen';
import type { Ingredient, NutForm, OwnIngredient } from './ingredient';
import type { PackMakeUp } from './packMakeUp';
import { energyKcal, makeUpOf } from './packMakeUp';

/** What a pack says, per 100 g; null where it says nothing. */
export interface PackFigures extends PackMakeUp {
  key: string;
  kind: 'nut' | 'seed';
  allergens: readonly Allergen[];
  /** Only the rules of some regions name its allergens. */
  byRegion: boolean;
  /** Wet, it turns to a gel, as flax and chia do. */
  gels: boolean;
  /** Selenium, micrograms per g; null where nothing is known of much of it. */
  seleniumUgPerG: number | null;
  /** Most that the pack advises to eat raw, g a serving; null where it advises nothing. */
  rawLimitGPerServing: number | null;
  cupG: number | null;
}

/** Nuts and seeds as sold hold about this much water and ash; packs do not say. */
const USUAL_WATER_PCT = 5;
const USUAL_ASH_PCT = 3;

/** How it soaks, breaks and gives up its milk, which no pack says. */
type Behaviour = Pick<
  Ingredient,
  | 'calciumMgPer100G'
  | 'cupWholeG'
  | 'cupChoppedG'
  | 'cupGroundG'
  | 'skinFraction'
  | 'peelable'
  | 'uptakeInf'
  | 't50H'
  | 'soakMinH'
  | 'soakUsualH'
  | 'soakMaxH'
  | 'hotSoakMin'
  | 'e0KjPerKg'
  | 'emaxFat'
  | 'emaxProtein'
  | 'emaxFibre'
  | 'needsStraining'
>;

/** Middle of the table. */
const MIDDLING: Behaviour = {
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

/** A seed that gels is taken to behave as the table's flax does. */
const GELLING: Behaviour = {
  ...MIDDLING,
  uptakeInf: 1.5,
  t50H: 1,
  soakMinH: 0,
  soakUsualH: 0,
  soakMaxH: 2,
  hotSoakMin: 0,
  e0KjPerKg: 15,
  emaxFat: 0.55,
  emaxProtein: 0.5,
  emaxFibre: 0.15,
};

const FORM_CUP: Readonly<Record<NutForm, number>> = { whole: 1, chopped: 0.85, ground: 0.7 };

/**
 * An ingredient from what its pack says. What the pack leaves out is filled with the middle of the table and
 * named in `guessed`. Refuses poisonous names, and figures that cannot be: more than 100 g in 100 g, or more fibre or
 * sugars than the carbohydrate that holds them.
 */
export function ingredientFromPack(pack: PackFigures): Result<OwnIngredient> {
  const read = makeUpOf(pack);
  if (!read.ok) return read;
  const { carbPct, fibrePct, sugarsPct, leftPct } = read.value;
  const behaviour = pack.gels ? GELLING : MIDDLING;
  // Water and ash share what the pack's figures leave, the usual amounts of both at most.
  const ashPct = Math.min(USUAL_ASH_PCT, leftPct * (USUAL_ASH_PCT / (USUAL_ASH_PCT + USUAL_WATER_PCT)));
  const cup = pack.cupG ?? behaviour.cupWholeG;
  const guessed = new Set<OwnIngredient['guessed'][number]>(
    Object.keys(behaviour) as OwnIngredient['guessed'][number][],
  );
  guessed.add('waterPct').add('ashPct');
  if (pack.fibrePct === null) guessed.add('fibrePct');
  if (pack.sugarsPct === null) guessed.add('sugarsPct');
  if (pack.kcalPer100G === null) guessed.add('kcalPer100G');
  if (pack.cupG !== null) guessed.delete('cupWholeG');
  return accepted({
    ...behaviour,
    key: pack.key,
    name: pack.name,
    kind: pack.kind,
    allergens: pack.allergens,
    byRegion: pack.byRegion,
    gels: pack.gels,
    seleniumUgPerG: pack.seleniumUgPerG,
    rawLimitGPerServing: pack.rawLimitGPerServing,
    waterPct: leftPct - ashPct,
    proteinPct: pack.proteinPct,
    fatPct: pack.fatPct,
    carbPct,
    fibrePct,
    sugarsPct,
    ashPct,
    kcalPer100G: pack.kcalPer100G ?? energyKcal(pack, carbPct),
    cupWholeG: cup,
    cupChoppedG: cup * FORM_CUP.chopped,
    cupGroundG: cup * FORM_CUP.ground,
    guessed: [...guessed],
    revision: 1,
    archived: false,
  });
}

/** What the pack of an ingredient said, for correcting it: what was guessed is left open again. */
export function packOf(own: OwnIngredient): PackFigures {
  const said = (field: 'sugarsPct' | 'fibrePct' | 'kcalPer100G' | 'cupWholeG'): number | null =>
    own.guessed.includes(field) ? null : own[field];
  return {
    key: own.key,
    name: own.name,
    kind: own.kind,
    allergens: own.allergens,
    byRegion: own.byRegion,
    gels: own.gels,
    seleniumUgPerG: own.seleniumUgPerG,
    rawLimitGPerServing: own.rawLimitGPerServing,
    fatPct: own.fatPct,
    carbPct: own.carbPct,
    carbIncludesFibre: true,
    proteinPct: own.proteinPct,
    sugarsPct: said('sugarsPct'),
    fibrePct: said('fibrePct'),
    kcalPer100G: said('kcalPer100G'),
    cupG: said('cupWholeG'),
  };
}

/** What the key of an own ingredient begins with: `own-` and its name in at most 40 Latin letters and digits. */
export function ownKeyFrom(name: string): string {
  const plain = name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);
  return `own-${plain === '' ? 'ingredient' : plain}`;
}
