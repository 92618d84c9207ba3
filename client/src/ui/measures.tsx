import type { DisplayPreferences, DoseMeasures, FieldMeasure, MeasureKind } from '@humble-churn/core';
import { fieldMeasure, inKitchenMeasures } from '@humble-churn/core';
import { createContext, use } from 'react';
import { CUP_NAMES } from './cupNames';

/** How this kitchen measures, and how it writes what it measured. */
export interface KitchenMeasures extends DisplayPreferences, DoseMeasures {
  locale: string | null;
}

/** What holds until the kitchen is known. */
export const USUAL_MEASURES: KitchenMeasures = {
  measures: 'metric',
  cupSystem: 'us',
  spoonSystem: 'metric',
  locale: null,
};

export const MeasuresContext = createContext(USUAL_MEASURES);

export function useMeasures(): KitchenMeasures {
  return use(MeasuresContext);
}

/** A field for a measure in this kitchen's own units, with the name its cups go by. */
export function useFieldMeasure(kind: MeasureKind): FieldMeasure & { unitName: string } {
  const measures = useMeasures();
  const field = fieldMeasure(kind, measures);
  return { ...field, unitName: field.unit === 'cups' ? CUP_NAMES[measures.cupSystem] : field.unit };
}

/** Turns a sentence of ours, which tells its measures in °C and mL, into the kitchen's own. */
export function useKitchenWords(): (sentence: string) => string {
  const measures = useMeasures();
  return (sentence) => inKitchenMeasures(sentence, measures);
}
