import type { Interval } from '../numerics';
import type { BatchState, MeasuredThing } from './batchState';

export interface Comparison {
  what: MeasuredThing;
  predicted: number;
  measured: number;
  unit: 'g' | 'mL';
  /** Where eight kitchens in ten were expected; null for a batch planned before this was kept. */
  expected: Interval | null;
  /** Judged rather than read off: it teaches little. */
  byEye: boolean;
  /** (measured - predicted) / predicted. */
  difference: number;
}

/** Predicted beside measured, for what was measured: milk in mL, soaked nuts and pulp in g. */
export function comparisons({ measured, prediction, sureness }: BatchState): Comparison[] {
  const rows: (Omit<Comparison, 'measured' | 'difference' | 'byEye'> & { measured: number | null })[] = [
    {
      what: 'soaked',
      predicted: prediction.soak.soakedMassG,
      measured: measured.soakedG,
      unit: 'g',
      expected: sureness?.soakedG ?? null,
    },
    {
      what: 'milk',
      predicted: prediction.milk.volumeMl,
      measured: measured.milkMl,
      unit: 'mL',
      expected: sureness?.milkMl ?? null,
    },
    {
      what: 'pulp',
      predicted: prediction.pulp.massG,
      measured: measured.pulpG,
      unit: 'g',
      expected: sureness?.pulpG ?? null,
    },
  ];
  return rows.flatMap(({ what, predicted, measured: read, unit, expected }) =>
    read === null || predicted <= 0
      ? []
      : [
          {
            what,
            predicted,
            measured: read,
            unit,
            expected,
            byEye: measured.byEye.includes(what),
            difference: (read - predicted) / predicted,
          },
        ],
  );
}
