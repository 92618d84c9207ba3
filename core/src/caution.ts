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
  | 'gritty-unstrained'
  | 'brazil-accent'
  | 'flax-raw'
  | 'kept-soak-water'
  | 'guessed-figures'
  | 'several-loads'
  | 'addition-note'
  | 'salted-twice'
  | 'salty'
  | 'much-soda'
  | 'keeps-shorter'
  | 'not-for-drinker'
  | 'someone-avoids'
  | 'gear-kept-apart'
  | 'gear-shared';

/** Something the cook should know before starting; words are made at the edge. */
export interface Caution {
  code: CautionCode;
  params: Readonly<Record<string, number | string>>;
}
