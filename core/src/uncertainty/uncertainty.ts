import type { Ingredient } from '../ingredients';
import { solidsG } from '../ingredients';
import type { Recipe, Surroundings } from '../making';
import { stepMinutes } from '../making';
import type { Interval } from '../numerics';
import { intervalOf, seededRandom } from '../numerics';
import type { Prices, ResolvedRecipe, SimulationResult } from '../predicting';
import {
  costOf,
  kitchenDraws,
  predictionOf,
  resolveRecipe,
  simulateRun,
  simulateToAmount,
} from '../predicting';
import type { Result } from '../results';
import { accepted } from '../results';

/** Draws behind an interval unless said otherwise. */
export const DRAWS = 2000;
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

/** 80 % intervals of a batch's figures, over kitchens as they differ from the starting estimates. */
export type Uncertainty = Readonly<Record<UncertainFigure, Interval>>;

type Figures = Record<UncertainFigure, number>;

function figuresOf(p: ResolvedRecipe, outcome: SimulationResult, batchCost: number): Figures {
  const { strained, milkMl, load, run } = outcome;
  const pct = (partG: number): number => (strained.milkG > 0 ? (100 * partG) / strained.milkG : 0);
  return {
    soakedG: outcome.soakedMassG,
    milkMl,
    solidsPct: pct(solidsG(strained.milk)),
    fatPct: pct(strained.milk.fatG),
    gritPct: pct(strained.finesG),
    pulpG: strained.pulpG,
    endTempC: outcome.endTempC,
    rupture: outcome.rupture,
    handsOnMin: stepMinutes({
      soakH: p.soak.clockH,
      nutG: run.nutG,
      peel: p.recipe.peel,
      loads: load.loads,
      runS: outcome.secondsPerLoad * load.loads,
      pressed: p.machine.kind === 'cold-press',
      presses: p.recipe.blend.presses,
      milkMl,
      strainers: p.strainers,
      drained: outcome.keptWaterG === 0,
      cooling: p.cooling,
      stirredIn: p.recipe.additions.some((dose) => dose.when === 'after'),
    }).handsOnMin,
    costPerL: milkMl > 0 ? (1000 * batchCost) / milkMl : 0,
  };
}

function uncertaintyOf(draws: readonly Figures[]): Uncertainty {
  const one = (figure: UncertainFigure): Interval =>
    intervalOf(Float64Array.from(draws, (figures) => figures[figure]));
  return Object.fromEntries(UNCERTAIN_FIGURES.map((figure) => [figure, one(figure)])) as Record<
    UncertainFigure,
    Interval
  >;
}

/** A recipe planned in the usual kitchen: its nuts, loads and seconds are then fixed whatever the kitchen is like. */
interface Planned {
  p: ResolvedRecipe;
  outcome: SimulationResult;
  batchCost: number;
}

function plan(
  recipe: Recipe,
  around: Surroundings,
  own: readonly Ingredient[],
  prices: Prices | null,
): Result<Planned> {
  const prepared = resolveRecipe(recipe, around, own);
  if (!prepared.ok) return prepared;
  const p = prepared.value;
  const run = simulateToAmount(p);
  if (!run.ok) return run;
  // The cost of a glass is not asked for here, only that of the batch.
  const batchCost = prices === null ? 0 : costOf(predictionOf(p, run.value), prices, 100).batch;
  return accepted({ p, outcome: run.value, batchCost });
}

function drawn({ p, outcome }: Planned, factors: SimulationResult['run']['factors']): SimulationResult {
  return simulateRun(p, {
    nutG: outcome.run.nutG,
    loads: outcome.load.loads,
    // A press runs until it is through; blades run for as long as the plan says.
    secondsPerLoad: p.machine.kind === 'cold-press' ? null : outcome.secondsPerLoad,
    doseMl: outcome.run.doseMl,
    factors,
  });
}

interface Drawing {
  seed?: number;
  draws?: number;
  /** For the cost of a litre, which stays 0 without them. */
  prices?: Prices | null;
}

/**
 * How sure a prediction is: 80 % intervals by `draws` kitchens from the prior, seeded. Grams, loads and seconds are
 * as planned; what differs is the kitchen. Refuses what `predict` refuses.
 */
export function uncertainty(
  recipe: Recipe,
  around: Surroundings,
  own: readonly Ingredient[] = [],
  { seed = SEED, draws = DRAWS, prices = null }: Drawing = {},
): Result<Uncertainty> {
  const planned = plan(recipe, around, own, prices);
  if (!planned.ok) return planned;
  const { p, batchCost } = planned.value;
  const draw = kitchenDraws([recipe], seededRandom(seed));
  const figures: Figures[] = [];
  for (let i = 0; i < draws; i++) {
    for (const factors of draw()) {
      figures.push(figuresOf(p, drawn(planned.value, factors), batchCost));
    }
  }
  return accepted(uncertaintyOf(figures));
}

function less(a: Figures, b: Figures): Figures {
  return Object.fromEntries(UNCERTAIN_FIGURES.map((figure) => [figure, a[figure] - b[figure]])) as Figures;
}

function sameAmount(a: Recipe['amount'], b: Recipe['amount']): boolean {
  if (a.by === 'nuts') return b.by === 'nuts' && a.massG === b.massG;
  return b.by === 'milk' && a.volumeMl === b.volumeMl;
}

/** Two recipes beside each other: the figures of both in the usual kitchen, and the difference with its interval. */
export interface PairedDifference {
  /** Nuts both are made from, g; null when the cook set their amounts apart. */
  nutG: number | null;
  one: Readonly<Figures>;
  other: Readonly<Figures>;
  /** Other minus one, in the usual kitchen. */
  size: Readonly<Figures>;
  /** Other minus one, over kitchens that both are made in. */
  difference: Uncertainty;
}

/**
 * Sets two recipes side by side. Where both name the same amount, both are made from the nuts the first one needs:
 * with the same millilitres wanted of both there would be no difference to see. Each draw makes both in the same
 * kitchen, so that a nut, a bag or a jug they share does not blur their difference.
 */
export function pairedDifference(
  one: Recipe,
  other: Recipe,
  around: Surroundings,
  own: readonly Ingredient[] = [],
  { seed = SEED, draws = DRAWS, prices = null }: Drawing = {},
): Result<PairedDifference> {
  const a = plan(one, around, own, prices);
  if (!a.ok) return a;
  const together = sameAmount(one.amount, other.amount);
  const { nutG } = a.value.outcome.run;
  const fromNuts: Recipe = together ? { ...other, amount: { by: 'nuts', massG: nutG } } : other;
  const b = plan(fromNuts, around, own, prices);
  if (!b.ok) return b;
  const both = [a.value, b.value] as const;
  const draw = kitchenDraws([one, other], seededRandom(seed));
  const differences: Figures[] = [];
  for (let i = 0; i < draws; i++) {
    const factors = draw();
    const [left, right] = both.map((planned, side) => {
      const mine = factors[side];
      const outcome = mine ? drawn(planned, mine) : planned.outcome;
      return figuresOf(planned.p, outcome, planned.batchCost);
    });
    if (!left || !right) continue;
    differences.push(less(right, left));
  }
  const figuresOne = figuresOf(a.value.p, a.value.outcome, a.value.batchCost);
  const figuresOther = figuresOf(b.value.p, b.value.outcome, b.value.batchCost);
  return accepted({
    nutG: together ? nutG : null,
    one: figuresOne,
    other: figuresOther,
    size: less(figuresOther, figuresOne),
    difference: uncertaintyOf(differences),
  });
}
