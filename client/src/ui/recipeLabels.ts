import type {
  Body,
  Interval,
  JugStep,
  MachineKind,
  DisplayPreferences,
  NutForm,
  Peel,
  Purpose,
  Recipe,
  SoakMethod,
  Squeeze,
  Strainer,
} from '@humble-churn/core';
import { formatDuration, formatMass, formatVolume, strainersOf } from '@humble-churn/core';

export const BODY_LABELS: Readonly<Record<Body, string>> = {
  light: 'Light',
  everyday: 'Everyday',
  full: 'Full',
  cream: 'Cream',
};

export const PURPOSE_LABELS: Readonly<Record<Purpose, string>> = {
  drinking: 'Drinking',
  coffee: 'Coffee and tea',
  porridge: 'Porridge and cereal',
  smoothies: 'Smoothies',
  baking: 'Baking',
  sauces: 'Sauces and ices',
};

/** Why a use asks for what it sets. */
export const PURPOSE_REASONS: Readonly<Record<Purpose, string>> = {
  drinking: 'Drunk by itself, it is easy on the tongue and a little sweet, without grit.',
  coffee: 'Coffee thins it, and grit sinks to the bottom of a cup.',
  porridge: 'In a bowl a little grit is not felt, and a sieve keeps more of the nut.',
  smoothies: 'Fruit brings body and sweetness; a blender takes it up again anyway.',
  baking: 'A dough hides grit, and its sugar is in the recipe.',
  sauces: 'It is to coat a spoon, and freezes creamier the less water is in it.',
};

export const SOAK_LABELS: Readonly<Record<SoakMethod, string>> = {
  none: 'No soak',
  fridge: 'In the fridge',
  counter: 'On the counter',
  hot: 'Hot and quick',
};

export const PEEL_LABELS: Readonly<Record<Peel, string>> = {
  leave: 'Leave skins on',
  pinch: 'Pinch off',
  towel: 'Rub in a towel',
  roast: 'Roast and rub',
};

export const MACHINE_LABELS: Readonly<Record<MachineKind, string>> = {
  'personal-cup': 'Small cup',
  'standard-jug': 'Jug',
  'high-speed-jug': 'High-speed jug',
  'cold-press': 'Cold press',
};

export const STRAINER_LABELS: Readonly<Record<Strainer, string>> = {
  'fine-bag': 'Fine bag',
  muslin: 'Muslin',
  'fine-sieve': 'Fine sieve',
  none: 'Leave unstrained',
  'cold-press': 'Cold press',
};

export const SQUEEZE_LABELS: Readonly<Record<Squeeze, string>> = {
  light: 'Light',
  firm: 'Firm',
  hard: 'Hard',
};

/** What the milk passes, in order: `Fine sieve, then fine bag, firm squeeze`. */
export function strainedLabel(recipe: Pick<Recipe, 'blend' | 'strain'>): string {
  const passed = strainersOf(recipe).map((strainer) => STRAINER_LABELS[strainer].toLowerCase());
  if (passed.length === 0) return STRAINER_LABELS.none.toLowerCase();
  return `${passed.join(', then ')}, ${SQUEEZE_LABELS[recipe.strain.squeeze].toLowerCase()} squeeze`;
}

export const FORM_LABELS: Readonly<Record<NutForm, string>> = {
  whole: 'Whole',
  chopped: 'Chopped',
  ground: 'Flour',
};

export const ORDER_LABELS: Readonly<Record<'at-once' | 'thick-first', string>> = {
  'at-once': 'All the water at once',
  'thick-first': 'Thick first, rinse after',
};

/** `870 to 990 mL`: both ends of an interval, the unit once. */
export function intervalText({ low, high }: Interval, words: (value: number) => string): string {
  const from = words(low);
  const to = words(high);
  if (from === to) return `about ${to}`;
  const unit = /[^\d.,½¼¾−+]*$/u.exec(to)?.[0] ?? '';
  return unit !== '' && from.endsWith(unit) ? `${from.slice(0, -unit.length)} to ${to}` : `${from} to ${to}`;
}

/** What to do at the jug, one line a step. */
export function jugText(step: JugStep, preferences: DisplayPreferences): string {
  switch (step.do) {
    case 'liquid':
      return `Pour in ${formatVolume(step.volumeMl, preferences)} of the liquid`;
    case 'nuts':
      return step.withWater
        ? `Add the bowl with its soak water, ${formatMass(step.massG, preferences)}`
        : `Add ${formatMass(step.massG, preferences)} of ${step.soaked ? 'soaked nuts' : 'nuts'}`;
    case 'additions':
      return `Add ${formatMass(step.massG, preferences)}: ${step.names.join(', ').toLowerCase()}`;
    case 'ice':
      return `Ice last, ${formatMass(step.massG, preferences)}`;
    case 'lid':
      return 'Check the lid, start slow, then fast';
    case 'run':
      return `Run ${formatDuration(step.seconds)}: no grain between the fingers, the rattle gone, froth on top`;
    case 'rinse':
      return `Rinse the jug with ${formatVolume(step.volumeMl, preferences)} and pour it after`;
    case 'ladle':
      return `Ladle nuts and liquid in together, ${formatMass(step.nutG, preferences)} to ${formatVolume(step.volumeMl, preferences)}${step.presses === 2 ? ', and the milk through once more' : ''}`;
  }
}
