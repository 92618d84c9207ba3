/** Where the two square-root rules meet, °C: the rate is 1 there. */
const RATE_ONE_C = 4;
/** Up to 4 °C the rate is ((T + 10) / 14)², above it ((T + 1.5) / 5.5)²; custom, by square-root rules. */
const COLD_RULE = { shiftC: 10, widthC: 14 } as const;
const WARM_RULE = { shiftC: 1.5, widthC: 5.5 } as const;

type SquareRule = typeof COLD_RULE | typeof WARM_RULE;

/** Relative spoilage at `tempC`: 1 at 4 °C, 1.86 at 6, 2.98 at 8 (square-root rules). */
export function spoilageRate(tempC: number): number {
  const { shiftC, widthC } = tempC <= RATE_ONE_C ? COLD_RULE : WARM_RULE;
  return Math.pow(Math.max(0, tempC + shiftC) / widthC, 2);
}

/** As `spoilageRate`, but never under 1 where no log shows that it was colder than 4 °C. */
export function chargedRate(tempC: number, measured: boolean): number {
  return measured ? spoilageRate(tempC) : Math.max(1, spoilageRate(tempC));
}

/** Milk that takes on the temperature around it: `T(t) = airC + (startC - airC) exp(-t / driftH)`. */
export interface Drift {
  startC: number;
  airC: number;
  /** Time constant, h. */
  driftH: number;
}

/** Temperature after so many hours, °C. */
export function driftedC({ startC, airC, driftH }: Drift, hours: number): number {
  return airC + (startC - airC) * Math.exp(-hours / driftH);
}

/** ∫ ((T(t) + shift) / width)² dt over the first `hours`, in closed form. */
function squareIntegralH(
  { startC, airC, driftH }: Drift,
  { shiftC, widthC }: SquareRule,
  hours: number,
): number {
  const base = airC + shiftC;
  const gap = startC - airC;
  const faded = -Math.expm1(-hours / driftH);
  const fadedTwice = -Math.expm1((-2 * hours) / driftH);
  const sum = base * base * hours + 2 * base * gap * driftH * faded + gap * gap * (driftH / 2) * fadedTwice;
  return sum / (widthC * widthC);
}

/** As `chargedH`, for hours in which the milk stays on one side of 4 °C. */
function chargedOnOneSideH(drift: Drift, isCold: boolean, measured: boolean, hours: number): number {
  if (isCold && !measured) return hours;
  return squareIntegralH(drift, isCold ? COLD_RULE : WARM_RULE, hours);
}

/** Hours at 4 °C that so many hours of a drift are charged as: ∫ chargedRate(T(t)) dt, in closed form. */
export function chargedH(drift: Drift, measured: boolean, hours: number): number {
  const { startC, airC, driftH } = drift;
  const startsCold = startC < RATE_ONE_C || (startC === RATE_ONE_C && airC <= RATE_ONE_C);
  const crosses = (startC - RATE_ONE_C) * (airC - RATE_ONE_C) < 0;
  const crossingH = crosses ? driftH * Math.log((startC - airC) / (RATE_ONE_C - airC)) : Infinity;
  if (crossingH >= hours) return chargedOnOneSideH(drift, startsCold, measured, hours);
  return (
    chargedOnOneSideH(drift, startsCold, measured, crossingH) +
    chargedOnOneSideH({ ...drift, startC: RATE_ONE_C }, !startsCold, measured, hours - crossingH)
  );
}

/** As `chargedH`, but at no moment more than what the air itself is charged as: ∫ min(k(T), k(air)) dt. */
export function chargedAtMostAirH(drift: Drift, measured: boolean, hours: number): number {
  if (drift.startC >= drift.airC) return chargedRate(drift.airC, measured) * hours;
  return chargedH(drift, measured, hours);
}
