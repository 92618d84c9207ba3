/** A parameter a kitchen may differ in, and its name across recipes: the same bag is the same bag in both. */
export type ParameterId = string;

/**
 * What is known of a kitchen's parameters θ, logs of factors on the starting estimates: their means and covariance, in
 * the order of `ids`. A parameter that is not listed has mean 0 and its prior's standard deviation.
 */
export interface Calibration {
  ids: readonly ParameterId[];
  mean: readonly number[];
  covariance: readonly (readonly number[])[];
}

/** Nothing is known of the kitchen yet. */
export const USUAL_CALIBRATION: Calibration = { ids: [], mean: [], covariance: [] };
