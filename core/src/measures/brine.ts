import type { Dosable, DoseMeasures } from './dose';
import { readDose, sayDose } from './dose';
import type { Measures } from './display';
import { readQuantity } from './quantity';
import { CUP_ML, US_QUART_ML, WATER_G_PER_ML } from './units';

/** Water that spoons of salt are told of, cups. */
const CUPS = 4;

/** A volume of water as it is said: `2 cups`, `500 ml`, `a litre`, `1 quart`; mL, or null. */
function readWaterMl(
  text: string,
  { cupSystem }: DoseMeasures,
  decimalMark: '.' | ',' | null,
): number | null {
  const said = text.trim().replace(/^(an?|one) /, '1 ');
  const [, figures = '', unit = ''] = /^([\d\s.,/⁄¼½¾⅓⅔⅛]*)\s*([a-z]+)$/.exec(said) ?? [];
  const count = readQuantity(figures.trim() === '' ? '1' : figures, decimalMark);
  if (!count.ok) return null;
  const unitMl = /^cups?$/.test(unit)
    ? CUP_ML[cupSystem]
    : /^(ml|millilit(re|er)s?)$/.test(unit)
      ? 1
      : /^(l|lit(re|er)s?)$/.test(unit)
        ? 1000
        : /^(qt|quarts?)$/.test(unit)
          ? US_QUART_ML
          : null;
  return unitMl === null || count.value <= 0 ? null : count.value * unitMl;
}

/**
 * Salt in water as cooks say it: `1 tsp in 2 cups`, `2 tbsp per litre`, `10 g/l`, or a number alone, which is grams a
 * litre. In g per kg of water; null where it is not understood.
 */
export function readBrine(
  typed: string,
  salt: Dosable,
  measures: DoseMeasures,
  decimalMark: '.' | ',' | null = null,
): number | null {
  const text = typed.trim().toLowerCase();
  const [, dosed, water] = /^(.+?)\s+(?:in|to|per)\s+(.+)$/.exec(text) ?? [];
  if (dosed !== undefined && water !== undefined) {
    const waterMl = readWaterMl(water, measures, decimalMark);
    const dose = readDose(dosed, salt, measures, 'g', decimalMark);
    if (waterMl !== null && dose.ok) return (1000 * dose.massG) / (waterMl * WATER_G_PER_ML);
  }
  const dose = readDose(text, salt, measures, 'g', decimalMark);
  const perLitre = dose.ok && (dose.per === 'litre' || /^[\d\s.,/]+$/.test(text));
  return dose.ok && perLitre ? dose.massG / WATER_G_PER_ML : null;
}

/** Salt in water as this kitchen says it: grams a litre, or spoons in four cups. */
export function sayBrine(
  saltGPerKg: number,
  salt: Dosable,
  { measures, ...doses }: DoseMeasures & { measures: Measures },
): string {
  const gPerL = saltGPerKg * WATER_G_PER_ML;
  return measures === 'metric'
    ? `${Number(gPerL.toPrecision(2))} g per litre`
    : sayBrineInSpoons(saltGPerKg, salt, doses);
}

/** Salt in water in spoons: `2 tsp in 4 cups`. */
export function sayBrineInSpoons(saltGPerKg: number, salt: Dosable, measures: DoseMeasures): string {
  const inCupsG = (saltGPerKg / 1000) * CUPS * CUP_ML[measures.cupSystem] * WATER_G_PER_ML;
  return `${sayDose(inCupsG, 'tsp', salt, measures)} in ${CUPS} cups`;
}
