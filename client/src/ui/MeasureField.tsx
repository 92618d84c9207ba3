import type { MeasureKind } from '@humble-churn/core';
import type { ComponentProps } from 'react';
import { QuantityField } from './QuantityField';
import { useFieldMeasure } from './measures';

interface Props extends Omit<ComponentProps<typeof QuantityField>, 'unit' | 'shown' | 'onNumber'> {
  kind: MeasureKind;
  /** In °C, mL or g; null where there is none yet. */
  value: number | null;
  /** What it must lie between, in the same. */
  range?: { min: number; max: number };
  /** Why it cannot be less than the range, where that says more than the range itself. */
  tooLow?: string;
  /** Called with what was typed, in °C, mL or g. Answers why it cannot be taken, or null. */
  onValue: (value: number) => string | null | void;
}

/** A temperature, volume or mass, typed and shown in the kitchen's own units. */
export function MeasureField({ kind, value, range, tooLow, onValue, ...field }: Props) {
  const { unitName, toKept, shown } = useFieldMeasure(kind);
  return (
    <QuantityField
      // A unit that changes leaves no half-typed figure of the other behind.
      key={unitName}
      signed={range !== undefined && toKept(0) > range.min}
      {...field}
      unit={unitName}
      shown={value === null ? '' : shown(value)}
      onNumber={(typed) => {
        const kept = toKept(typed);
        // What stands in the field was rounded: its own bounds must be takable.
        const slack = range ? 1e-6 * (range.max - range.min) : 0;
        if (range && !(kept >= range.min - slack && kept <= range.max + slack)) {
          const between = `Between ${shown(range.min)} and ${shown(range.max)} ${unitName}.`;
          return tooLow !== undefined && kept < range.min ? `${tooLow} ${between}` : between;
        }
        return onValue(range ? Math.min(range.max, Math.max(range.min, kept)) : kept) ?? null;
      }}
    />
  );
}
