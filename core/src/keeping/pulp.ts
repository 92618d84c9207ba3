import { DAY_MS } from '../measures';

export type PulpPlace = 'fridge' | 'freezer' | 'dried';

/** How long pulp keeps: two days in the fridge, 90 in the freezer, 30 in the cupboard dried above 65 °C until brittle. */
export const PULP_KEEP_DAYS: Readonly<Record<PulpPlace, number>> = { fridge: 2, freezer: 90, dried: 30 };

/** Moment by which pulp put away at `sinceMs` is used or thrown out. */
export function pulpUseByMs(place: PulpPlace, sinceMs: number): number {
  return sinceMs + PULP_KEEP_DAYS[place] * DAY_MS;
}

/** What a share of pulp weighs once put away, g: dried it keeps its solids only. `waterPct` is its water by mass. */
export function storedPulpG(place: PulpPlace, wetG: number, waterPct: number): number {
  return place === 'dried' ? wetG * (1 - waterPct / 100) : wetG;
}
