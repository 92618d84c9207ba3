import { quantityMessage } from '@humble-churn/contract';
import { decimalMarkOf, readQuantity, readSigned } from '@humble-churn/core';
import type { EntryProps } from './EntryField';
import { EntryField } from './EntryField';
import { useMeasures } from './measures';

interface Props extends Omit<EntryProps, 'onText' | 'inputMode'> {
  /** Called with each number understood. Answers why it cannot be taken, or null. */
  onNumber: (value: number) => string | null;
  onEmpty?: () => void;
  /** Whether it may lie below zero. */
  signed?: boolean;
}

/**
 * A number as cooks write it: 250, 1 1/2, ½, 2,5. What cannot be read stays as typed, with the reason under it,
 * and the last good number stays in force.
 */
export function QuantityField({ onNumber, onEmpty, signed = false, ...field }: Props) {
  const { locale } = useMeasures();
  return (
    <EntryField
      {...field}
      onText={(text) => {
        const reading = (signed ? readSigned : readQuantity)(text, decimalMarkOf(locale));
        const empty = !reading.ok && reading.why === 'empty' ? onEmpty : undefined;
        empty?.();
        return empty ? null : reading.ok ? onNumber(reading.value) : quantityMessage(reading);
      }}
      // Fractions of cups and ounces, and a minus, are not on a number keypad.
      inputMode={signed || /cup|oz/i.test(field.unit) ? 'text' : 'decimal'}
    />
  );
}
