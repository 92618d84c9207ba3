import type { Measures } from './display';
import type { CupSystem, SpoonSystem } from './units';

/** Measures that belong together, by where a cook learned to cook. */
export type MeasureSetKey = 'metric' | 'us' | 'british' | 'australian';

export interface MeasureSet {
  measures: Measures;
  cupSystem: CupSystem;
  spoonSystem: SpoonSystem;
  /** How numbers, days and hours are written (BCP 47); null for as the device does. */
  locale: string | null;
  /** ISO 4217; left as it is where the place does not say it. */
  currency?: string;
}

export const MEASURE_SETS: Readonly<Record<MeasureSetKey, MeasureSet>> = {
  metric: { measures: 'metric', cupSystem: 'metric', spoonSystem: 'metric', locale: null },
  us: { measures: 'us', cupSystem: 'us', spoonSystem: 'us', locale: 'en-US', currency: 'USD' },
  british: {
    measures: 'metric',
    cupSystem: 'imperial',
    spoonSystem: 'metric',
    locale: 'en-GB',
    currency: 'GBP',
  },
  australian: {
    measures: 'metric',
    cupSystem: 'metric',
    spoonSystem: 'australian',
    locale: 'en-AU',
    currency: 'AUD',
  },
};

/** The region of a language tag that has one; a script may stand before it. */
const REGION = /^[a-z]{2,3}(?:-[a-z]{4})?-([a-z]{2})(?:-|$)/i;

/** What a device's language (BCP 47) suggests; metric where its region is not known to measure otherwise. */
export function suggestedMeasures(language: string): MeasureSetKey {
  switch (REGION.exec(language)?.[1]?.toUpperCase()) {
    case 'US':
    case 'LR':
      return 'us';
    case 'GB':
    case 'IE':
      return 'british';
    case 'AU':
    case 'NZ':
      return 'australian';
    default:
      return 'metric';
  }
}
