import type { Interval } from '../numerics';
import type { PlannedPrediction } from '../predicting';
import type { UncertainFigure } from '../uncertainty';
import type { BatchState, MeasuredThing, Reading } from './batchState';

/** From low to high of an 80 % interval is 2.563 standard deviations of a normal spread. */
const SDS_OF_80 = 2.563;
/** Beyond this many standard deviations a slip at the scale is likelier than such a kitchen: one in 4,000. */
const FAR_SDS = 3.5;
/** Share of the value that the scale itself and the froth may be off by. */
const READING_SHARE = 0.02;
/** Where nothing is known of how sure a figure is: as far as this share of it. */
const UNSURE_SHARE = 0.4;

/** An interval around a planned figure, moved along with what is expected by now. */
export function movedInterval(interval: Interval | null, planned: number, expected: number): Interval | null {
  if (interval === null || !(planned > 0)) return null;
  const by = expected / planned;
  return { low: interval.low * by, high: interval.high * by };
}

/** Whether a measured value lies so far from what was expected that it is worth weighing again. */
export function isFarOff(measured: number, expected: number, interval: Interval | null): boolean {
  if (!(expected > 0)) return false;
  if (interval === null || interval.high <= interval.low) {
    return Math.abs(measured - expected) > UNSURE_SHARE * expected;
  }
  const sd = (interval.high - interval.low) / SDS_OF_80;
  const middle = (interval.high + interval.low) / 2;
  return Math.abs(measured - middle) > FAR_SDS * Math.hypot(sd, READING_SHARE * expected);
}

/** The figure of a prediction that each measured thing is held against: mL of milk, g of the rest. */
const FIGURES: Readonly<
  Record<MeasuredThing, { figure: UncertainFigure; of: (prediction: PlannedPrediction) => number }>
> = {
  soaked: { figure: 'soakedG', of: ({ soak }) => soak.soakedMassG },
  milk: { figure: 'milkMl', of: ({ milk }) => milk.volumeMl },
  pulp: { figure: 'pulpG', of: ({ pulp }) => pulp.massG },
};

/**
 * Whether what was read off is so far from what is expected by now (`expected`, the batch re-planned) that a slip is
 * likelier: a bowl that was not tared, froth read as milk.
 */
export function isFarOffReading(
  { sureness, prediction: planned }: Pick<BatchState, 'sureness' | 'prediction'>,
  expected: PlannedPrediction,
  what: MeasuredThing,
  reading: Reading,
): boolean {
  const { figure, of } = FIGURES[what];
  const density = what === 'milk' ? expected.milk.densityGPerMl : 1;
  const value = 'volumeMl' in reading ? reading.volumeMl : reading.massG / density;
  const likely = movedInterval(sureness?.[figure] ?? null, of(planned), of(expected));
  return isFarOff(value, of(expected), likely);
}
