export type CautionCode =
  | 'below-soak-minimum'
  | 'past-soak-maximum'
  | 'counter-soak-long'
  | 'salted-soak'
  | 'hot-soak'
  | 'skins-hold'
  | 'peel-roast-hot'
  | 'too-warm'
  | 'not-broken'
  | 'boils-over'
  | 'tastes-cooked'
  | 'ice-left'
  | 'gritty-unstrained'
  | 'gel-keeps-milk'
  | 'selenium-accent'
  | 'raw-limit'
  | 'cool-kept-soak'
  | 'kept-soak-water'
  | 'guessed-figures'
  | 'several-loads'
  | 'addition-note'
  | 'salted-twice'
  | 'salty'
  | 'over-cap'
  | 'keeps-shorter'
  | 'allergens-unknown'
  | 'not-for-drinker'
  | 'someone-avoids'
  | 'gear-kept-apart'
  | 'gear-shared';

/** Codes that batches of earlier releases keep in their logs; nothing gives them any more. */
export type EarlierCautionCode = 'brazil-accent' | 'flax-raw' | 'much-soda';

/** Something the cook should know before starting; words are made at the edge. */
export interface Caution {
  code: CautionCode | EarlierCautionCode;
  params: Readonly<Record<string, number | string>>;
}
