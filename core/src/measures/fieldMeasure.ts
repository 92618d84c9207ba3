import type { DisplayPreferences } from './display';
import { celsiusFrom, tempIn } from './display';
import { typedFigure } from './measure';
import { fractions } from './quantity';
import { CUP_ML, OUNCE_G, POUND_G, US_FL_OZ_ML, US_QUART_ML } from './units';

/** What is kept in °C, mL or g, and typed in the kitchen's own units. */
export type MeasureKind = 'temperature' | 'volume' | 'mass';

/** A field for a measure: its unit, and the way between what stands in it and what is kept. */
export interface FieldMeasure {
  unit: '°C' | '°F' | 'mL' | 'cups' | 'g' | 'oz';
  toKept: (typed: number) => number;
  /** As it stands in the field: fractions of cups and ounces as cooks write them. */
  shown: (kept: number) => string;
}

export function fieldMeasure(kind: MeasureKind, { measures, cupSystem }: DisplayPreferences): FieldMeasure {
  const metric = measures === 'metric';
  switch (kind) {
    case 'temperature':
      return {
        unit: metric ? '°C' : '°F',
        toKept: (typed) => celsiusFrom(typed, measures),
        shown: (kept) => typedFigure(Math.round(tempIn(kept, measures) * 10) / 10),
      };
    case 'volume':
      return metric
        ? { unit: 'mL', toKept: (typed) => typed, shown: typedFigure }
        : {
            unit: 'cups',
            toKept: (typed) => typed * CUP_ML[cupSystem],
            shown: (kept) => fractions(kept / CUP_ML[cupSystem]),
          };
    case 'mass':
      return metric
        ? { unit: 'g', toKept: (typed) => typed, shown: typedFigure }
        : { unit: 'oz', toKept: (typed) => typed * OUNCE_G, shown: (kept) => fractions(kept / OUNCE_G) };
  }
}

/** What `kg` cost where a pack of `packG` (above 0) costs `price`. */
export function pricePer(price: number, packG: number, kg: number): number {
  return (price / packG) * 1000 * kg;
}

/** What a kitchen reckons prices of milk by: a litre, or a quart and a fluid ounce. */
export function priceVolumes({ measures }: Pick<DisplayPreferences, 'measures'>): readonly {
  name: string;
  litres: number;
}[] {
  return measures === 'metric'
    ? [{ name: 'litre', litres: 1 }]
    : [
        { name: 'quart', litres: US_QUART_ML / 1000 },
        { name: 'fl oz', litres: US_FL_OZ_ML / 1000 },
      ];
}

/** What a kitchen reckons prices of nuts by; kg. `small` is for packs, `large` for what is bought by the sack. */
export function priceMasses({ measures }: Pick<DisplayPreferences, 'measures'>): {
  small: { name: string; kg: number };
  large: { name: string; kg: number };
} {
  return measures === 'metric'
    ? { small: { name: '100 g', kg: 0.1 }, large: { name: 'kilogram', kg: 1 } }
    : { small: { name: 'an ounce', kg: OUNCE_G / 1000 }, large: { name: 'pound', kg: POUND_G / 1000 } };
}
