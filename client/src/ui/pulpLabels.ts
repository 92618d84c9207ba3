import type { PulpPlace, PulpRecipeRefusal, PulpUse } from '@humble-churn/core';

export const PULP_PLACE_LABELS: Readonly<Record<PulpPlace, string>> = {
  fridge: 'Wet, in the fridge',
  freezer: 'In the freezer',
  drying: 'Drying',
  dried: 'Dried, in the cupboard',
  'dried-fridge': 'Dried, in the fridge',
};

export const PULP_USE_LABELS: Readonly<Record<PulpUse, string>> = {
  baked: 'Baked',
  eaten: 'Eaten as it is',
  spread: 'Spread',
  animals: 'Fed to animals',
  compost: 'Compost',
  scrub: 'Body scrub',
  binned: 'Bin',
};

/** What to mind with each use. */
export const PULP_USE_CAUTIONS: Readonly<Partial<Record<PulpUse, string>>> = {
  animals: 'A little, plain and fresh, and ask whoever keeps them. Never mouldy, and never to a dog unasked.',
  compost: 'In moderation, and covered: it is rich and draws rats.',
  scrub: 'Nut pulp on the skin can set off a nut allergy, of whoever uses it or is touched.',
};

/** Why a recipe does not fit the pulp at hand. */
export const RECIPE_REFUSALS: Readonly<Record<PulpRecipeRefusal, string>> = {
  sweetened: 'Not with sweetened pulp.',
  salted: 'Not with salted pulp.',
  fruit: 'Not with fruit in the pulp.',
  'toxic-to-dogs': 'Not with cocoa or macadamia in the pulp.',
  unknown: 'Not with an ingredient of your own in the pulp.',
  pressed: 'Not with pulp from a press.',
  'not-pressed': 'Only with the dry pulp of a press.',
  'not-dried': 'Only with dried pulp.',
  'too-little': 'Not enough pulp yet.',
};

/** Said wherever pulp is handled. */
export const PULP_TO_ANIMALS =
  'Macadamia, cocoa and sweetener pulp are dangerous to dogs. Salted, sweetened or mouldy pulp is not for birds or livestock, nor any other animal.';
