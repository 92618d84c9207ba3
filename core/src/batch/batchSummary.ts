import { recipeAsMade } from './asMade';
import type { BatchState } from './batchState';
import { strainedMilkMl } from './bottling';
import { comparisons } from './comparison';
import { doseLines, lineG } from './stirredIn';
import type { Verdict } from './verdicts';
import { meanLiking } from './verdicts';
import type { WhereItWent } from './whereItWent';
import { pours, whereItWent } from './whereItWent';

export type BatchOutcome = 'under-way' | 'abandoned' | 'thrown-out' | 'on-shelf' | 'finished';

/** What lists show of a batch, so that none of them needs its log. */
export interface BatchSummary {
  name: string;
  /** Keys of the nuts and seeds in it, the recipe's first one first. */
  nuts: readonly string[];
  plannedAtMs: number;
  /** Whether its nuts were to be soaked. */
  soaked: boolean;
  outcome: BatchOutcome;
  /** Why it was given up or thrown out, in the cook's words; null otherwise. */
  reason: string | null;
  /** Milk as predicted before it was made, mL. */
  predictedMl: number;
  /** Milk as measured, mL; null where it was not. */
  milkMl: number | null;
  /** Water and what takes its place, g to a g of nuts, as it was really made; null in older lists. */
  waterPerNut: number | null;
  /** How it felt between the fingers; null where nobody said. */
  grit: Verdict<'grit'> | null;
  /** How it was liked on the whole, 0 to 4; null where nobody said. */
  liking: number | null;
  /** The last words that were left about it. */
  words: string | null;
  /** What went in besides water, g: nuts and liquids as predicted, additions as they were put in. */
  parts: readonly { key: string; massG: number }[];
  /** Where its nuts went, and what of its milk was drunk when; unknown in older lists. */
  went: WhereItWent | null;
  pours: readonly { atMs: number; volumeMl: number }[];
}

function outcomeOf(state: BatchState): Pick<BatchSummary, 'outcome' | 'reason'> {
  if (state.status === 'abandoned') return { outcome: 'abandoned', reason: state.abandonReason };
  if (state.status === 'under-way') return { outcome: 'under-way', reason: null };
  const thrown = state.jars.find((jar) => jar.fate === 'discarded');
  if (thrown) return { outcome: 'thrown-out', reason: thrown.discardReason };
  const inUse = state.jars.some((jar) => jar.fate === 'in-use');
  return { outcome: inUse ? 'on-shelf' : 'finished', reason: null };
}

/** A batch as lists show it. It follows from the log alone. */
export function batchSummary(state: BatchState): BatchSummary {
  const { prediction, recipe } = state;
  const strainedMl = strainedMilkMl(state, prediction);
  const lines = doseLines(state, prediction.milk.volumeMl, strainedMl);
  const measured = comparisons(state).find((row) => row.what === 'milk');
  return {
    name: recipe.name,
    nuts: prediction.nuts.map((nut) => nut.ingredient),
    plannedAtMs: state.plannedAtMs,
    soaked: recipe.soak.method !== 'none',
    ...outcomeOf(state),
    predictedMl: prediction.milk.volumeMl,
    milkMl: measured?.measured ?? null,
    waterPerNut: recipeAsMade(state).waterPerNut,
    grit: state.verdicts.grit,
    liking: meanLiking(state.liked),
    words: state.liked.reduce<string | null>((last, { words }) => words ?? last, null),
    went: whereItWent(state),
    pours: pours(state),
    parts: [
      ...prediction.nuts.map(({ ingredient, massG }) => ({ key: ingredient, massG })),
      ...prediction.liquids.filter(({ key }) => key !== 'water').map(({ key, massG }) => ({ key, massG })),
      ...lines.map((line) => ({ key: line.addition, massG: lineG(line) })).filter(({ massG }) => massG > 0),
      ...state.jars.flatMap(({ doses }) => doses.map(({ addition, massG }) => ({ key: addition, massG }))),
    ],
  };
}
