import type { Result } from '../results';
import { accepted } from '../results';
import type { Addition, OwnAddition } from './addition';
import type { Allergen } from './allergen';
import type { PackMakeUp } from './packMakeUp';
import { energyKcal, makeUpOf } from './packMakeUp';

/** What the pack of an addition says, per 100 g; null where it says nothing. */
export interface AdditionPack extends PackMakeUp {
  key: string;
  kind: Addition['kind'];
  allergens: readonly Allergen[];
  /** Only the rules of some regions name its allergens. */
  byRegion: boolean;
  sodiumMgPer100G: number | null;
  /** What a millilitre of it weighs, g; null where it is not measured by the spoon. */
  gPerMl: number | null;
  /** What a piece of it weighs, g, and what a piece is called; null where it is not counted. */
  gEach: number | null;
  pieceName: string | null;
  /** Grams of sugar that taste as sweet as a gram of its sugars; of itself, for a sweetener without sugars. */
  relativeSweetness: number;
  when: Addition['when'];
  /** Fruit and the like. */
  shortensKeeping: boolean;
  /** Most that the pack advises, g per litre of milk. */
  capGPerL: number | null;
}

/** Sodium in salt, mg per g: what sodium a pack names is taken to be of salt. */
const SODIUM_MG_PER_G_SALT = 393;

/** What is said of some additions whatever their pack is called. */
const NAMED_CAUTIONS: readonly (readonly [RegExp, string])[] = [
  [/\bhoney\b/i, 'never for a child under 12 months'],
  [/cocoa|cacao|chocolat/i, 'pulp or milk with it is dangerous to dogs'],
  [/\bdates?\b|\bcherr(y|ies)\b|\bplums?\b|\bprunes?\b/i, 'check for pits: a pit can jam or chip a blade'],
  [/xylit/i, 'dangerous to dogs, milk and pulp alike'],
];

/** Several of a piece, by the usual rules. */
function plural(one: string): string {
  if (/[^aeiou]y$/.test(one)) return `${one.slice(0, -1)}ies`;
  return /(s|x|z|ch|sh)$/.test(one) ? `${one}es` : `${one}s`;
}

/**
 * An addition from what its pack says. Refused as the pack of a nut is. What the figures leave is water, and ash for
 * what salt it holds or for a seasoning; of the carbohydrate of a silent pack no fibre is taken, and all is sugars in a
 * sweetener, none elsewhere.
 */
export function additionFromPack(pack: AdditionPack): Result<OwnAddition> {
  const read = makeUpOf(pack, { fibre: 0, sugars: pack.kind === 'sweetener' ? 1 : 0 });
  if (!read.ok) return read;
  const { carbPct, fibrePct, sugarsPct, leftPct } = read.value;
  const sodiumMgPer100G = pack.sodiumMgPer100G ?? 0;
  const ashPct = Math.min(leftPct, sodiumMgPer100G / SODIUM_MG_PER_G_SALT);
  const name = pack.pieceName?.trim().toLowerCase();
  return accepted({
    key: pack.key,
    name: pack.name,
    kind: pack.kind,
    allergens: pack.allergens,
    byRegion: pack.byRegion,
    waterPct: leftPct - ashPct,
    proteinPct: pack.proteinPct,
    fatPct: pack.fatPct,
    carbPct,
    fibrePct,
    sugarsPct,
    ashPct,
    kcalPer100G: pack.kcalPer100G ?? energyKcal(pack, carbPct),
    gPerMl: pack.gPerMl,
    gEach: pack.gEach,
    piece: pack.gEach !== null && name ? { one: name, many: plural(name) } : null,
    relativeSweetness: pack.relativeSweetness,
    when: pack.when,
    sodiumMgPer100G,
    alcoholPct: 0,
    shortensKeeping: pack.shortensKeeping,
    capGPerL: pack.capGPerL,
    caution: NAMED_CAUTIONS.filter(([named]) => named.test(pack.name))
      .map(([, caution]) => caution)
      .join('; '),
    revision: 1,
    archived: false,
  });
}

/** What the pack of an addition said, for correcting it. */
export function additionPackOf(own: OwnAddition): AdditionPack {
  return {
    key: own.key,
    name: own.name,
    kind: own.kind,
    allergens: own.allergens,
    byRegion: own.byRegion,
    fatPct: own.fatPct,
    carbPct: own.carbPct,
    carbIncludesFibre: true,
    proteinPct: own.proteinPct,
    sugarsPct: own.sugarsPct,
    fibrePct: own.fibrePct,
    kcalPer100G: own.kcalPer100G,
    sodiumMgPer100G: own.sodiumMgPer100G,
    gPerMl: own.gPerMl,
    gEach: own.gEach,
    pieceName: own.piece?.one ?? null,
    relativeSweetness: own.relativeSweetness,
    when: own.when,
    shortensKeeping: own.shortensKeeping,
    capGPerL: own.capGPerL,
  };
}
