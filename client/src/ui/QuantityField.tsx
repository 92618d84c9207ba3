import { quantityMessage } from '@humble-churn/contract';
import { decimalMarkOf, readQuantity } from '@humble-churn/core';
import type { EntryProps } from './EntryField';
import { EntryField } from './EntryField';
import { useMeasures } from './measures';

interface Props extends Omit<EntryProps, 'onText' | 'inputMode'> {
  /** Called with each number understood. Answers why it cannot be taken, or null. */
  onNumber: (value: number) => string | null;
  onEmpty?: () => void;
}

/**
 * A number as cooks write it: 250, 1 1/2, ½, 2,5. What cannot be read stays as typed, with the reason under it,
 * and the last good number stays in force.
 */
export function QuantityField({ onNumber, onEmpty, ...field }: Props) {
  const { locale } = useMeasures();
  return (
    <EntryField
      {...field}
      onText={(text) => {
        const reading = readQuantity(text, decimalMarkOf(locale));
        const empty = !reading.ok && reading.why === 'empty' ? onEmpty : undefined;
        empty?.();
        return empty ? null : reading.ok ? onNumber(reading.value) : quantityMessage(reading);
      }}
      // Cups and ounces are written with fractions, which a number keypad cannot type.
      inputMode={/cup|oz/i.test(field.unit) ? 'text' : 'decimal'}
    />
  );
}
