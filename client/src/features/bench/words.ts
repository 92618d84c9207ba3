import type { Body, MachineKind, NutForm, Peel, SoakMethod, Squeeze, Strainer } from '@humble-churn/core';

export const BODY_WORDS: Readonly<Record<Body, string>> = {
  light: 'Light',
  everyday: 'Everyday',
  full: 'Full',
  cream: 'Cream',
};

export const SOAK_WORDS: Readonly<Record<SoakMethod, string>> = {
  none: 'No soak',
  fridge: 'In the fridge',
  counter: 'On the counter',
  hot: 'Hot and quick',
};

export const PEEL_WORDS: Readonly<Record<Peel, string>> = {
  leave: 'Leave skins on',
  pinch: 'Pinch off',
  towel: 'Rub in a towel',
  roast: 'Roast and rub',
};

export const MACHINE_WORDS: Readonly<Record<MachineKind, string>> = {
  'personal-cup': 'Small cup',
  'standard-jug': 'Jug',
  'high-speed-jug': 'High-speed jug',
  'cold-press': 'Cold press',
};

export const STRAINER_WORDS: Readonly<Record<Strainer, string>> = {
  'fine-bag': 'Fine bag',
  muslin: 'Muslin',
  'fine-sieve': 'Fine sieve',
  none: 'Leave unstrained',
  'cold-press': 'In the press',
};

export const SQUEEZE_WORDS: Readonly<Record<Squeeze, string>> = {
  light: 'Light',
  firm: 'Firm',
  hard: 'Hard',
};

export const FORM_WORDS: Readonly<Record<NutForm, string>> = {
  whole: 'Whole',
  chopped: 'Chopped',
  ground: 'Flour',
};
