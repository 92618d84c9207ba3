import { eighths, quarters, readQuantity } from './quantity';
import type { QuantityReading } from './quantity';
import type { CupSystem, SpoonSystem } from './units';
import { CUP_ML, DROP_ML, OUNCE_G, PINCH_ML, SPOON_ML } from './units';

/** What an addition is counted or measured in. */
export const DOSE_UNITS = ['each', 'drop', 'pinch', 'tsp', 'tbsp', 'cup', 'mL', 'g', 'oz'] as const;

export type DoseUnit = (typeof DOSE_UNITS)[number];

/** How a cook says a dose: what it is counted in, and whether for the batch or for a litre of milk. */
export interface SaidDose {
  unit: DoseUnit;
  per: 'batch' | 'litre';
}

/** What tells how much of an addition a piece or a spoon of it is. */
export interface Dosable {
  gEach: number | null;
  gPerMl: number | null;
  /** What one piece and several are called; null where it is not counted. */
  piece: { one: string; many: string } | null;
}

/** The measures a kitchen doses with. */
export interface DoseMeasures {
  cupSystem: CupSystem;
  spoonSystem: SpoonSystem;
}

/** Millilitres in one of a unit of volume; null for what is no volume. */
function unitMl(unit: DoseUnit, { cupSystem, spoonSystem }: DoseMeasures): number | null {
  switch (unit) {
    case 'drop':
      return DROP_ML;
    case 'pinch':
      return PINCH_ML;
    case 'tsp':
      return SPOON_ML[spoonSystem].teaspoonMl;
    case 'tbsp':
      return SPOON_ML[spoonSystem].tablespoonMl;
    case 'cup':
      return CUP_ML[cupSystem];
    case 'mL':
      return 1;
    default:
      return null;
  }
}

/** Grams of an addition in one of a unit; null where it is not measured so. */
export function doseUnitG(unit: DoseUnit, { gEach, gPerMl }: Dosable, measures: DoseMeasures): number | null {
  if (unit === 'g') return 1;
  if (unit === 'oz') return OUNCE_G;
  if (unit === 'each') return gEach;
  const ml = unitMl(unit, measures);
  return ml === null || gPerMl === null ? null : ml * gPerMl;
}

/** The unit a dose is best said in, where the cook has not said it. */
export function usualDoseUnit(massG: number, of: Dosable, measures: DoseMeasures): DoseUnit {
  const { gEach, gPerMl } = of;
  if (gEach !== null) return massG < gEach / 5 ? 'g' : 'each';
  if (gPerMl === null) return 'g';
  const ml = massG / gPerMl;
  const { teaspoonMl, tablespoonMl } = SPOON_ML[measures.spoonSystem];
  // An eighth is the smallest spoon there is.
  if (ml < 0.95 * (teaspoonMl / 8)) return 'pinch';
  return ml < tablespoonMl - 1e-9 ? 'tsp' : 'tbsp';
}

/** How far apart the amounts of a unit lie that a cook tells apart; what a tap on more or less changes. */
const STEPS: Readonly<Record<DoseUnit, number>> = {
  each: 1,
  drop: 1,
  pinch: 1,
  tsp: 0.25,
  tbsp: 0.5,
  cup: 0.25,
  mL: 5,
  g: 5,
  oz: 0.25,
};

/** A count as a cook writes it, as near as its unit is measured. */
function countText(count: number, unit: DoseUnit): string {
  if (unit === 'g' || unit === 'mL') return String(Number(count.toPrecision(count < 10 ? 2 : 3)));
  if (unit === 'drop') return String(Math.max(1, Math.round(count)));
  if (unit === 'tsp' && count < 1) return eighths(Math.max(1 / 8, count));
  if (unit === 'pinch')
    return quarters(Math.max(0.5, count < 1 ? Math.round(count * 2) / 2 : Math.round(count)));
  return quarters(Math.max(0.25, count));
}

function unitText(count: number, unit: DoseUnit, { piece }: Dosable): string {
  const one = count <= 1;
  switch (unit) {
    case 'each':
      return one ? (piece?.one ?? 'piece') : (piece?.many ?? 'pieces');
    case 'pinch':
      return one ? 'pinch' : 'pinches';
    case 'drop':
    case 'cup':
      return one ? unit : `${unit}s`;
    default:
      return unit;
  }
}

/** A dose in a unit as it is typed and read: `5 dates`, `⅛ tsp`, `2 pinches`, `12 g`; rounded as the unit is measured. */
export function sayDose(massG: number, unit: DoseUnit, of: Dosable, measures: DoseMeasures): string {
  const unitG = doseUnitG(unit, of, measures);
  if (unitG === null) return sayDose(massG, 'g', of, measures);
  const text = countText(massG / unitG, unit);
  const rounded = readQuantity(text);
  return `${text} ${unitText(rounded.ok ? rounded.value : massG / unitG, unit, of)}`;
}

/** A dose one step more or less, g: the next whole step of its unit; null where less would be nothing. */
export function steppedDoseG(
  massG: number,
  unit: DoseUnit,
  more: boolean,
  of: Dosable,
  measures: DoseMeasures,
): number | null {
  const unitG = doseUnitG(unit, of, measures) ?? 1;
  const count = massG / unitG;
  // Small doses are changed by a small part of themselves, the rest by the step of their unit.
  const step = unit === 'tsp' && count < 0.5 + 1e-9 ? 1 / 8 : unit === 'g' && count < 10 ? 1 : STEPS[unit];
  const next = more ? Math.floor(count / step + 1 + 1e-6) * step : Math.ceil(count / step - 1 - 1e-6) * step;
  return next > 1e-9 ? next * unitG : null;
}

/** A dose for the counter: as it was said, or as is usual for so much of it, and in grams. */
export function formatDose(
  massG: number,
  of: Dosable,
  measures: DoseMeasures,
  said: DoseUnit | null = null,
): string {
  const usable = said !== null && doseUnitG(said, of, measures) !== null;
  const unit = usable ? said : usualDoseUnit(massG, of, measures);
  const grams = `${massG < 10 ? Number(massG.toPrecision(2)) : Math.round(massG)} g`;
  if (unit === 'g') return grams;
  const words = sayDose(massG, unit, of, measures);
  const read = readDose(words, of, measures);
  const near = read.ok && Math.abs(read.massG - massG) <= 0.03 * massG;
  return `${near ? '' : 'about '}${words}, ${grams}`;
}

/** A dose with what it is of: `5 dates, 120 g`, or `1 pinch, 0.4 g of fine salt`. */
export function formatDoseOf(
  massG: number,
  of: Dosable & { name: string },
  measures: DoseMeasures,
  said: DoseUnit | null = null,
): string {
  const words = formatDose(massG, of, measures, said);
  const counted = of.piece !== null && words.includes(',');
  return counted ? words : `${words} of ${of.name.toLowerCase()}`;
}

export type DoseReading =
  | { ok: true; massG: number; unit: DoseUnit; per: SaidDose['per'] | null }
  | { ok: false; why: Extract<QuantityReading, { ok: false }>['why'] | 'unknown-unit' | 'not-measured-so' };

const UNIT_WORDS: readonly (readonly [RegExp, DoseUnit])[] = [
  [/^(g|gr|grams?|grammes?)$/, 'g'],
  [/^(oz|ounces?)$/, 'oz'],
  [/^(ml|millilit(re|er)s?)$/, 'mL'],
  [/^(tsps?|teaspoons?|teaspoonfuls?)$/, 'tsp'],
  [/^(tbsps?|tbs|tablespoons?|tablespoonfuls?)$/, 'tbsp'],
  [/^(cups?|cupfuls?)$/, 'cup'],
  [/^(pinch|pinches)$/, 'pinch'],
  [/^drops?$/, 'drop'],
  [/^(pieces?|of them)$/, 'each'],
];

const PER_BATCH = /\s*\b(?:(?:per|a|in (?:the|this))\s+batch)$/;
const PER_LITRE = /\s*(?:\/\s*(?:l|lit(?:re|er))|\b(?:per|a)\s+(?:l|lit(?:re|er)))$/;

/** Counts that are said in words; half of something is said with its article. */
const COUNTS: readonly (readonly [RegExp, string])[] = [
  [/^half (?:an? )?/, '1/2 '],
  [/^a quarter (?:of an? )?/, '1/4 '],
  [/^(?:an?|one) /, '1 '],
  [/^two /, '2 '],
  [/^three /, '3 '],
  [/^four /, '4 '],
  [/^five /, '5 '],
  [/^six /, '6 '],
];

/**
 * Reads a dose as cooks say it: `5 dates`, `1/8 tsp`, `a pinch`, `2 tbsp`, `3 drops`, `12 g`, `half a teaspoon a
 * litre`. A number alone is taken in `usual`. `per` is null where nothing is said of it. Never below 0; 0 is read.
 */
export function readDose(
  typed: string,
  of: Dosable,
  measures: DoseMeasures,
  usual: DoseUnit = 'g',
  decimalMark: '.' | ',' | null = null,
): DoseReading {
  const whole = typed.trim().toLowerCase();
  const per = PER_LITRE.test(whole) ? 'litre' : PER_BATCH.test(whole) ? 'batch' : null;
  const said = whole.replace(PER_LITRE, '').replace(PER_BATCH, '').trim();
  const counted = COUNTS.reduce((text, [words, count]) => text.replace(words, count), said);
  const [, figures = '', words = ''] = /^([\d\s.,/⁄¼½¾⅓⅔⅛⅜⅝⅞⅕⅖⅗⅘⅙⅚]*)(.*)$/.exec(counted) ?? [];
  const name = words.trim().replace(/\.$/, '');
  const count = readQuantity(figures.trim() === '' && name !== '' ? '1' : figures, decimalMark);
  if (!count.ok) return count;
  const piece = of.piece && [of.piece.one, of.piece.many].includes(name);
  const unit = name === '' ? usual : piece ? 'each' : UNIT_WORDS.find(([word]) => word.test(name))?.[1];
  if (unit === undefined) return { ok: false, why: 'unknown-unit' };
  const unitG = doseUnitG(unit, of, measures);
  return unitG === null
    ? { ok: false, why: 'not-measured-so' }
    : { ok: true, massG: count.value * unitG, unit, per };
}

/** The units an addition is offered in, as cooks would take them for so much of it. */
export function doseUnitsFor(of: Dosable): DoseUnit[] {
  if (of.gEach !== null) return ['each', 'g'];
  return of.gPerMl === null ? ['g'] : ['pinch', 'tsp', 'tbsp', 'g'];
}
