/** Why the core declines to compute. Codes are stable; words are made at the edge. */
export type RefusalCode =
  | 'unknown-ingredient'
  | 'no-nuts'
  | 'share-not-positive'
  | 'amount-out-of-range'
  | 'ratio-out-of-range'
  | 'not-a-number'
  | 'soak-too-long'
  | 'soak-not-positive'
  | 'soak-temperature-out-of-range'
  | 'salt-out-of-range'
  | 'cannot-peel'
  | 'ice-exceeds-water'
  | 'rupture-out-of-range'
  | 'seconds-out-of-range'
  | 'machine-out-of-range'
  | 'too-many-loads'
  | 'wash-out-of-range'
  | 'unknown-addition'
  | 'dose-out-of-range'
  | 'dose-over-cap'
  | 'no-second-strainer'
  | 'glass-strained'
  | 'not-a-liquid'
  | 'hot-liquid'
  | 'solids-out-of-reach'
  | 'pulp-out-of-reach'
  | 'no-milk'
  | 'milk-out-of-reach'
  | 'name-poisonous'
  | 'composition-over-100'
  | 'fibre-over-carbohydrate'
  | 'sugars-over-carbohydrate';

export interface Refusal {
  code: RefusalCode;
  /** Where in the recipe the trouble sits, outermost field first. */
  path: readonly (string | number)[];
  /** The figures a sentence about it needs. */
  params: Readonly<Record<string, number | string>>;
}

export type Result<T> = { ok: true; value: T } | { ok: false; refusal: Refusal };

export function accepted<T>(value: T): Result<T> {
  return { ok: true, value };
}

export function refused(
  code: RefusalCode,
  path: readonly (string | number)[],
  params: Readonly<Record<string, number | string>> = {},
): { ok: false; refusal: Refusal } {
  return { ok: false, refusal: { code, path, params } };
}
