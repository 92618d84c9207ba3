import type { VerdictThing } from '@humble-churn/core';

export const VERDICT_NAMES: Readonly<Record<VerdictThing, string>> = {
  grit: 'Between the fingers',
  froth: 'Froth',
  look: 'Look',
};

export const VERDICT_LABELS: Readonly<Record<VerdictThing, Readonly<Record<string, string>>>> = {
  grit: { none: 'No grit', 'a-little': 'A little grit', gritty: 'Gritty' },
  froth: { plenty: 'Plenty', some: 'Some', none: 'None' },
  look: { even: 'Even', specks: 'Specks', curdled: 'Curdled' },
};

/** From 0 to 4. */
export const LIKING_LABELS = ['Not again', 'So so', 'Good', 'Very good', 'The best so far'] as const;

/** A liking in words; a mean by the nearest. */
export function likingText(liking: number): string {
  return LIKING_LABELS[Math.round(liking)] ?? '';
}
