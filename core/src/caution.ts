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
  | 'guessed-figures';

/** Something the cook should know before starting; words are made at the edge. */
export interface Caution {
  code: CautionCode;
  params: Readonly<Record<string, number | string>>;
}
