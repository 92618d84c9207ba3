/** An interval of 80 %: one kitchen in ten lies below it, one in ten above. */
const LOW_SHARE = 0.1;
const HIGH_SHARE = 0.9;

/** Where 8 of 10 values lie, in the unit of the values. */
export interface Interval {
  low: number;
  high: number;
}

/** The 80 % interval of a sample, linear between its values; sorts `values` in place. */
export function intervalOf(values: Float64Array): Interval {
  values.sort();
  const at = (share: number): number => {
    const place = share * (values.length - 1);
    const below = values[Math.floor(place)] ?? 0;
    const above = values[Math.ceil(place)] ?? below;
    return below + (above - below) * (place - Math.floor(place));
  };
  return { low: at(LOW_SHARE), high: at(HIGH_SHARE) };
}
