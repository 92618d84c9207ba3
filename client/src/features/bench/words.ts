import type {
  Body,
  Ingredient,
  Interval,
  JugStep,
  MachineKind,
  Manner,
  NutForm,
  Peel,
  Recipe,
  SoakMethod,
  Squeeze,
  Strainer,
} from '@humble-churn/core';
import { findIngredient, shownDuration, shownMass, shownVolume, strainersOf } from '@humble-churn/core';

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
  'cold-press': 'Cold press',
};

export const SQUEEZE_WORDS: Readonly<Record<Squeeze, string>> = {
  light: 'Light',
  firm: 'Firm',
  hard: 'Hard',
};

/** What the milk passes, in order: `Fine sieve, then fine bag, firm squeeze`. */
export function strainedWords(recipe: Pick<Recipe, 'blend' | 'strain'>): string {
  const passed = strainersOf(recipe).map((strainer) => STRAINER_WORDS[strainer].toLowerCase());
  if (passed.length === 0) return STRAINER_WORDS.none.toLowerCase();
  return `${passed.join(', then ')}, ${SQUEEZE_WORDS[recipe.strain.squeeze].toLowerCase()} squeeze`;
}

export const FORM_WORDS: Readonly<Record<NutForm, string>> = {
  whole: 'Whole',
  chopped: 'Chopped',
  ground: 'Flour',
};

export const ORDER_WORDS: Readonly<Record<'at-once' | 'thick-first', string>> = {
  'at-once': 'All the water at once',
  'thick-first': 'Thick first, rinse after',
};

/** The plain name a recipe gets from its nuts, unless the cook gives it one. */
export function nameFor(nuts: Recipe['nuts'], own: readonly Ingredient[]): string {
  const names = nuts.map((nut) => findIngredient(nut.ingredient, own)?.name ?? '');
  const [first, ...rest] = names;
  return rest.length === 0
    ? `${first ?? 'Nut'} milk`
    : `${[first, ...rest.map((name) => name.toLowerCase())].join(' and ')} milk`;
}

/** `870 to 990 mL`: both ends of an interval, the unit once. */
export function intervalWords({ low, high }: Interval, words: (value: number) => string): string {
  const from = words(low);
  const to = words(high);
  if (from === to) return `about ${to}`;
  const unit = /[^\d.,½¼¾−+]*$/u.exec(to)?.[0] ?? '';
  return unit !== '' && from.endsWith(unit) ? `${from.slice(0, -unit.length)} to ${to}` : `${from} to ${to}`;
}

/** What to do at the jug, one line a step. */
export function jugWords(step: JugStep, manner: Manner): string {
  switch (step.do) {
    case 'liquid':
      return `Pour in ${shownVolume(step.volumeMl, manner)} of the liquid`;
    case 'nuts':
      return step.withWater
        ? `Add the bowl with its soak water, ${shownMass(step.massG, manner)}`
        : `Add ${shownMass(step.massG, manner)} of ${step.soaked ? 'soaked nuts' : 'nuts'}`;
    case 'additions':
      return `Add ${shownMass(step.massG, manner)}: ${step.names.join(', ').toLowerCase()}`;
    case 'ice':
      return `Ice last, ${shownMass(step.massG, manner)}`;
    case 'lid':
      return 'Check the lid, start slow, then fast';
    case 'run':
      return `Run ${shownDuration(step.seconds)}: no grain between the fingers, the rattle gone, froth on top`;
    case 'rinse':
      return `Rinse the jug with ${shownVolume(step.volumeMl, manner)} and pour it after`;
    case 'ladle':
      return `Ladle nuts and liquid in together, ${shownMass(step.nutG, manner)} to ${shownVolume(step.volumeMl, manner)}${step.presses === 2 ? ', and the milk through once more' : ''}`;
  }
}
