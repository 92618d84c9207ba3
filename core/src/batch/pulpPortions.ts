import type { Drying, PulpPlace, PulpSpell } from '../pulp';
import { DRIED_WATER_PCT, driedTargetG } from '../pulp';
import type { BatchEvent, BatchState, DryingTerms, PulpState } from './batchState';

type EventOf<T extends BatchEvent['type']> = Extract<BatchEvent, { type: T }>;

/** Less than this is a smear on the spoon, g. */
const NOTHING_G = 0.5;

function spell(place: PulpPlace, fromMs: number, drying: DryingTerms | undefined): PulpSpell {
  return { place, fromMs, airC: place === 'drying' ? (drying?.airC ?? null) : null };
}

function dryingOf(
  place: PulpPlace,
  startMs: number,
  terms: DryingTerms | undefined,
  { massG, dryG }: Pick<PulpState, 'massG' | 'dryG'>,
): Drying | null {
  if (place !== 'drying' || !terms) return null;
  return { ...terms, startMs, startG: massG, dryG, weighIns: [] };
}

function withPortion(
  state: BatchState,
  portionId: string,
  change: (portion: PulpState) => Partial<PulpState>,
): BatchState {
  return {
    ...state,
    pulp: state.pulp.map((one) => (one.id === portionId ? { ...one, ...change(one) } : one)),
  };
}

/** Pulp put away after straining. Entries of older releases name no portion. */
export function storedPortion(
  { prediction }: Pick<BatchState, 'prediction'>,
  { id, atMs, place, massG, portionId, bagId, drying }: EventOf<'pulp-stored'>,
): PulpState {
  const driedAtOnce = place === 'dried' || place === 'dried-fridge';
  const waterPct = driedAtOnce ? DRIED_WATER_PCT : prediction.pulp.waterPct;
  const dryG = massG * (1 - waterPct / 100);
  return {
    id: portionId ?? id,
    bagId: bagId ?? null,
    place,
    massG,
    dryG,
    storedDryG: dryG,
    sinceMs: atMs,
    spells: [spell(place, atMs, drying)],
    drying: dryingOf(place, atMs, drying, { massG, dryG }),
    taken: [],
    usedAtMs: massG < NOTHING_G ? atMs : null,
  };
}

/** Into another place or bag; weighed where `massG` is said. Pulp that was dried unweighed is taken to weigh its target. */
export function movedPortion(
  state: BatchState,
  { atMs, portionId, place, massG, bagId, drying }: EventOf<'pulp-moved'>,
): BatchState {
  return withPortion(state, portionId, (portion) => {
    const leaves = portion.drying !== null && place !== 'drying';
    const dried = leaves && (place === 'dried' || place === 'dried-fridge');
    const weighed = portion.drying !== null && portion.drying.weighIns.length > 0;
    const now = massG ?? (dried && !weighed ? driedTargetG(portion.dryG) : portion.massG);
    const stays = place === portion.place && !drying;
    return {
      place,
      massG: now,
      bagId: bagId === undefined ? portion.bagId : bagId,
      ...(!stays && {
        sinceMs: atMs,
        spells: [...portion.spells, spell(place, atMs, drying)],
        drying: dryingOf(place, atMs, drying, { massG: now, dryG: portion.dryG }),
      }),
    };
  });
}

/** A part of a portion as a portion of its own, with the same past. */
export function splitPortion(
  state: BatchState,
  { portionId, newId, massG }: EventOf<'pulp-split'>,
): BatchState {
  return {
    ...state,
    pulp: state.pulp.flatMap((one) => {
      if (one.id !== portionId) return [one];
      const share = massG / one.massG;
      const part = (of: number): Pick<PulpState, 'massG' | 'dryG' | 'storedDryG'> => ({
        massG: one.massG * of,
        dryG: one.dryG * of,
        storedDryG: one.dryG * of,
      });
      const left = { ...one, ...part(1 - share), storedDryG: one.storedDryG - one.dryG * share };
      return [left, { ...one, ...part(share), id: newId, bagId: null, taken: [] }];
    }),
  };
}

/** What it weighs while it dries. */
export function weighedPortion(
  state: BatchState,
  { atMs, portionId, massG }: EventOf<'pulp-weighed'>,
): BatchState {
  return withPortion(state, portionId, ({ drying }) => ({
    massG,
    drying: drying && { ...drying, weighIns: [...drying.weighIns, { atMs, massG }] },
  }));
}

/** So much of it became something. */
export function takenPortion(
  state: BatchState,
  { atMs, portionId, massG, became, what }: EventOf<'pulp-taken'>,
): BatchState {
  return withPortion(state, portionId, (portion) => {
    const leftG = Math.max(0, portion.massG - massG);
    const gone = leftG < NOTHING_G;
    const dryG = gone ? portion.dryG : (portion.dryG * massG) / portion.massG;
    return {
      massG: gone ? 0 : leftG,
      dryG: gone ? 0 : portion.dryG - dryG,
      taken: [...portion.taken, { atMs, massG, dryG, became, what: what ?? null }],
      usedAtMs: gone ? atMs : null,
    };
  });
}

/** As older releases said it: all of what is in one place is gone. */
export function usedPortions(state: BatchState, { atMs, place }: EventOf<'pulp-used'>): BatchState {
  return {
    ...state,
    pulp: state.pulp.map((one) =>
      one.place === place && one.usedAtMs === null ? { ...one, usedAtMs: atMs } : one,
    ),
  };
}
