/** Limits outside which no kitchen batch lies. */
export const LIMITS = {
  nutG: { min: 5, max: 20_000 },
  milkMl: { min: 30, max: 60_000 },
  waterPerNut: { min: 0.5, max: 25 },
  soakPourTempC: { min: 0, max: 100 },
  saltGPerKg: { min: 0, max: 60 },
  /** Soak water kept, g per g of nuts. */
  keptPerNut: { min: 0.5, max: 10 },
  rinses: { min: 1, max: 5 },
  /** Longest soak in clock hours, by method. */
  soakH: { fridge: 48, counter: 12, hot: 2 },
  rupture: { min: 0.05, max: 0.99 },
  seconds: { min: 1, max: 1800 },
  powerW: { min: 20, max: 3000 },
  fillLineMl: { min: 150, max: 8000 },
  liquidTempC: { min: 0, max: 30 },
  warmthLimitC: { min: 10, max: 60 },
  iceShare: { min: 0, max: 0.9 },
  washShare: { min: 0, max: 0.6 },
  /** Part of the liquid that is not water. */
  otherLiquidShare: { min: 0.01, max: 1 },
  /** An addition, g per litre of strained milk. */
  gPerL: { min: 0.01, max: 700 },
  pulpG: { min: 5, max: 20_000 },
} as const;

export function outOfRange(value: number, range: { min: number; max: number }): boolean {
  return !(value >= range.min && value <= range.max);
}

/** Hours a counter soak may last without a caution: less in a warm kitchen. */
export function counterSoakLimitH(roomTempC: number): number {
  return roomTempC <= 22 ? 8 : 4;
}

/** Kept soak water may stand on the counter this long, h. */
export const KEPT_SOAK_COUNTER_H = 2;
