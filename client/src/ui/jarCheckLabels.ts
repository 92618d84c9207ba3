import type { JarFinding, JarSense } from '@humble-churn/core';

/** As it is said of a jar: "smells sour". */
export const SENSE_LABELS: Readonly<Record<JarSense, string>> = {
  smell: 'smells',
  look: 'looks',
  taste: 'tastes',
};

export const SENSE_NAMES: Readonly<Record<JarSense, string>> = {
  smell: 'Smell',
  look: 'Look',
  taste: 'Taste',
};

export const FINDING_LABELS: Readonly<Record<JarFinding, string>> = {
  good: 'Good',
  sour: 'Sour',
  fizzy: 'Fizzy',
  slimy: 'Slimy',
  strange: 'Strange',
};
