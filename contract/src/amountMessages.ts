import type { Dosable, DoseReading, QuantityReading } from '@humble-churn/core';

/** What is wrong with a typed number, in words. */
export function quantityMessage(reading: Extract<QuantityReading, { ok: false }>): string {
  switch (reading.why) {
    case 'empty':
      return 'Type a number, such as 250 or 1 1/2.';
    case 'not-a-number':
      return 'This is not a number. Try 250, 1 1/2 or 2,5.';
    case 'divided-by-zero':
      return 'A fraction cannot have zero below the line.';
    case 'ambiguous-separator':
      return 'This could mean thousands or decimals. Leave the separator out.';
  }
}

/** Why a dose cannot be taken as it was typed. */
export function doseMessage(
  reading: Extract<DoseReading, { ok: false }>,
  { piece, gPerMl, gEach }: Dosable,
): string {
  const measured = gPerMl === null ? '12 g' : '1/2 tsp, 2 tbsp or 12 g';
  const tries = gEach === null ? measured : `2 ${piece?.many ?? 'pieces'} or 12 g`;
  switch (reading.why) {
    case 'unknown-unit':
      return `This is no measure we know. Try ${tries}.`;
    case 'not-measured-so':
      return `It is not measured so. Try ${tries}.`;
    case 'empty':
      return `Type an amount, such as ${tries}.`;
    default:
      return quantityMessage({ ok: false, why: reading.why });
  }
}
