import type { BatchState, MeasuredThing } from './batch';

export interface Comparison {
  what: MeasuredThing;
  predicted: number;
  measured: number;
  unit: 'g' | 'mL';
  /** (measured - predicted) / predicted. */
  difference: number;
}

/** Predicted beside measured, for what was measured: milk in mL, soaked nuts and pulp in g. */
export function comparisons({ measured, prediction }: BatchState): Comparison[] {
  const rows: { what: MeasuredThing; predicted: number; measured: number | null; unit: 'g' | 'mL' }[] = [
    { what: 'soaked', predicted: prediction.soak.soakedMassG, measured: measured.soakedG, unit: 'g' },
    { what: 'milk', predicted: prediction.milk.volumeMl, measured: measured.milkMl, unit: 'mL' },
    { what: 'pulp', predicted: prediction.pulp.massG, measured: measured.pulpG, unit: 'g' },
  ];
  return rows.flatMap(({ what, predicted, measured: read, unit }) =>
    read === null || predicted <= 0
      ? []
      : [{ what, predicted, measured: read, unit, difference: (read - predicted) / predicted }],
  );
}
