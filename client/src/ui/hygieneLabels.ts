import type { HygienePart } from '@humble-churn/core';

export const HYGIENE_LABELS: Readonly<Record<HygienePart, string>> = {
  'bag-turned': 'Bag inside out, its seams outwards',
  'bag-scalded': 'Bag scalded',
  'jug-and-jars-scalded': 'Jug and jars scalded',
  'clean-hands': 'Gloves, or washed hands',
};

/** Said where the answer was no. */
export const HYGIENE_FAILED: Readonly<Record<HygienePart, string>> = {
  'bag-turned': 'Bag with its seams inside',
  'bag-scalded': 'bag not scalded',
  'jug-and-jars-scalded': 'jug and jars not scalded',
  'clean-hands': 'bare unwashed hands',
};
