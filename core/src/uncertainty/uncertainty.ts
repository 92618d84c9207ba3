import type { KitchenFactors, KitchenModel } from '../kitchen';
import { kitchenDraws } from '../kitchen';
import type { Recipe } from '../making';
import type { Interval } from '../numerics';
import { intervalOf, seededRandom } from '../numerics';
import type { SimulationResult } from '../predicting';
import {
  costOf,
  predictionOf,
  resolveRecipe,
  simulateRun,
  simulateToAmount,
  simulatedFigures,
} from '../predicting';
import type { Interruptible, Result } from '../results';
import { accepted, runToEnd } from '../results';

/** Draws behind an interval unless said otherwise. */
export const DRAWS = 2000;
/** Draws between two looks at whether somebody wants to stop: about 10 ms. */
const DRAWS_A_PART = 250;
/** Seed of the draws: the same recipe always gets the same interval. */
export const SEED = 71_803;
/** What is said with how sure it is; names as in the prediction. */
export const UNCERTAIN_FIGURES = [
  'soakedG',
  'milkMl',
  'solidsPct',
  'fatPct',
  'gritPct',
  'pulpG',
  'endTempC',
  'rupture',
  'handsOnMin',
  'costPerL',
] as const;
export type UncertainFigure = (typeof UNCERTAIN_FIGURES)[number];

/** What two recipes are compared by. */
export const COMPARED_FIGURES = [...UNCERTAIN_FIGURES, 'nutsLeftG'] as const;
export type ComparedFigure = (typeof COMPARED_FIGURES)[number];

/** 80 % intervals of a batch's figures, over kitchens as they may be. */
export type Uncertainty = Readonly<Record<UncertainFigure, Interval>>;

type Figures = Record<ComparedFigure, number>;

function figuresOf(outcome: SimulationResult, batchCost: number): Figures {
  const { milkMl } = outcome;
  return { ...simulatedFigures(outcome), costPerL: milkMl > 0 ? (1000 * batchCost) / milkMl : 0 };
}

function intervalsOf<F extends ComparedFigure>(
  of: readonly F[],
  draws: readonly Figures[],
): Record<F, Interval> {
  const one = (figure: F): Interval => intervalOf(Float64Array.from(draws, (figures) => figures[figure]));
  return Object.fromEntries(of.map((figure) => [figure, one(figure)])) as Record<F, Interval>;
}

/** A recipe as it is planned: its nuts, loads and seconds are then fixed whatever the kitchen is like. */
interface Planned {
  outcome: SimulationResult;
  batchCost: number;
}

function plan(recipe: Recipe, kitchen: KitchenModel): Result<Planned> {
  const resolved = resolveRecipe(recipe, kitchen);
  if (!resolved.ok) return resolved;
  const run = simulateToAmount(resolved.value);
  if (!run.ok) return run;
  // The cost of a glass is not asked for here, only that of the batch.
  const batchCost = costOf(predictionOf(run.value), kitchen.prices, 100).batch;
  return accepted({ outcome: run.value, batchCost });
}

function drawn({ outcome }: Planned, factors: KitchenFactors): SimulationResult {
  const { resolved, run, load, secondsPerLoad } = outcome;
  return simulateRun(resolved, {
    nutG: run.nutG,
    loads: load.loads,
    // A press runs until it is through; blades run for as long as the plan says.
    secondsPerLoad: resolved.machine.kind === 'cold-press' ? null : secondsPerLoad,
    doseMl: run.doseMl,
    factors,
  });
}

interface Drawing {
  seed?: number;
  draws?: number;
}

/** As `uncertainty`, in parts. */
export function* uncertaintyInParts(
  recipe: Recipe,
  kitchen: KitchenModel,
  { seed = SEED, draws = DRAWS }: Drawing = {},
): Interruptible<Result<Uncertainty>> {
  const planned = plan(recipe, kitchen);
  if (!planned.ok) return planned;
  const { batchCost } = planned.value;
  const draw = kitchenDraws([recipe], kitchen.calibration, seededRandom(seed));
  const figures: Figures[] = [];
  for (let i = 0; i < draws; i++) {
    if (i > 0 && i % DRAWS_A_PART === 0) yield i / draws;
    for (const factors of draw()) {
      figures.push(figuresOf(drawn(planned.value, factors), batchCost));
    }
  }
  return accepted(intervalsOf(UNCERTAIN_FIGURES, figures));
}

/**
 * How sure a prediction is: 80 % intervals by `draws` kitchens, from what is known of this one and from the prior, seeded.
 * Grams, loads and seconds are as planned; what differs is the kitchen. Refuses what `predict` refuses.
 */
export function uncertainty(
  recipe: Recipe,
  kitchen: KitchenModel,
  drawing: Drawing = {},
): Result<Uncertainty> {
  return runToEnd(uncertaintyInParts(recipe, kitchen, drawing));
}

function less(a: Figures, b: Figures): Figures {
  return Object.fromEntries(COMPARED_FIGURES.map((figure) => [figure, a[figure] - b[figure]])) as Figures;
}

function sameAmount(a: Recipe['amount'], b: Recipe['amount']): boolean {
  if (a.by === 'nuts') return b.by === 'nuts' && a.massG === b.massG;
  return b.by === 'milk' && a.volumeMl === b.volumeMl;
}

/** Two recipes beside each other: the figures of both in this kitchen, and the difference with its interval. */
export interface PairedDifference {
  /** Nuts both are made from, g; null when the cook set their amounts apart. */
  nutG: number | null;
  one: Readonly<Figures>;
  other: Readonly<Figures>;
  /** Other minus one, in this kitchen. */
  size: Readonly<Figures>;
  /** Other minus one, over kitchens that both are made in. */
  difference: Readonly<Record<ComparedFigure, Interval>>;
}

/** As `pairedDifference`, in parts. */
export function* pairedDifferenceInParts(
  one: Recipe,
  other: Recipe,
  kitchen: KitchenModel,
  { seed = SEED, draws = DRAWS }: Drawing = {},
): Interruptible<Result<PairedDifference>> {
  const a = plan(one, kitchen);
  if (!a.ok) return a;
  const together = sameAmount(one.amount, other.amount);
  const { nutG } = a.value.outcome.run;
  const fromNuts: Recipe = together ? { ...other, amount: { by: 'nuts', massG: nutG } } : other;
  const b = plan(fromNuts, kitchen);
  if (!b.ok) return b;
  const both = [a.value, b.value] as const;
  const draw = kitchenDraws([one, other], kitchen.calibration, seededRandom(seed));
  const differences: Figures[] = [];
  for (let i = 0; i < draws; i++) {
    if (i > 0 && i % DRAWS_A_PART === 0) yield i / draws;
    const factors = draw();
    const [left, right] = both.map((planned, side) => {
      const mine = factors[side];
      const outcome = mine ? drawn(planned, mine) : planned.outcome;
      return figuresOf(outcome, planned.batchCost);
    });
    if (!left || !right) continue;
    differences.push(less(right, left));
  }
  const figuresOne = figuresOf(a.value.outcome, a.value.batchCost);
  const figuresOther = figuresOf(b.value.outcome, b.value.batchCost);
  return accepted({
    nutG: together ? nutG : null,
    one: figuresOne,
    other: figuresOther,
    size: less(figuresOther, figuresOne),
    difference: intervalsOf(COMPARED_FIGURES, differences),
  });
}

/**
 * Sets two recipes side by side. Where both name the same amount, both are made from the nuts the first one needs:
 * with the same millilitres wanted of both there would be no difference to see. Each draw makes both in the same
 * kitchen, so that a nut, a bag or a jug they share does not blur their difference.
 */
export function pairedDifference(
  one: Recipe,
  other: Recipe,
  kitchen: KitchenModel,
  drawing: Drawing = {},
): Result<PairedDifference> {
  return runToEnd(pairedDifferenceInParts(one, other, kitchen, drawing));
}
