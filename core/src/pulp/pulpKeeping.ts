import { DAY_MS, HOUR_MS } from '../measures';

/** Where pulp is: wet in the fridge or the freezer, drying, or dried in the cupboard or the fridge. */
export type PulpPlace = 'fridge' | 'freezer' | 'drying' | 'dried' | 'dried-fridge';

/** How long pulp keeps, days. Dried means at 65 °C or above until brittle. */
export const PULP_KEEP_DAYS: Readonly<Record<Exclude<PulpPlace, 'drying'>, number>> = {
  fridge: 2,
  freezer: 90,
  dried: 30,
  'dried-fridge': 90,
};

/** Dried in cooler air it is not dried for the cupboard, °C: it is eaten from the fridge within two days. */
export const DRIED_FROM_C = 65;

/** Hot air dries any tray within so many hours; what stands there for longer is not drying. */
const TRAY_FREE_H = 24;

/** Pulp has been in a place since `fromMs`; `airC` is the air it dries in, °C, null where it does not. */
export interface PulpSpell {
  fromMs: number;
  place: PulpPlace;
  airC: number | null;
}

export interface PulpKeeping {
  /** Share of its time that is used, 0 to 1 and beyond. */
  usedShare: number;
  /** Moment by which it is used or thrown out. */
  useByMs: number;
}

const isLow = ({ place, airC }: PulpSpell): boolean =>
  place === 'drying' && airC !== null && airC < DRIED_FROM_C;

/** Hours a spell may last on its own. What was dried low counts as wet for good. */
function limitH({ place }: PulpSpell, driedLow: boolean): number {
  const wet = place === 'drying' || (driedLow && (place === 'dried' || place === 'dried-fridge'));
  return PULP_KEEP_DAYS[wet ? 'fridge' : place] * 24;
}

/** Hours of a spell that use up nothing: those on a hot tray. */
function freeH(spell: PulpSpell): number {
  return spell.place === 'drying' && !isLow(spell) ? TRAY_FREE_H : 0;
}

/** Whether it was dried in air too cool for the cupboard. */
export function isDriedLow(spells: readonly PulpSpell[]): boolean {
  return spells.some(isLow);
}

/**
 * What is left of the time of pulp by `nowMs`. Each spell uses up the share of its own limit, and a move keeps what was
 * used. Drying at 65 °C or above uses none for a day; after that, and in cooler air, as much as the fridge would.
 */
export function pulpKeeping(spells: readonly PulpSpell[], nowMs: number): PulpKeeping {
  const driedLow = isDriedLow(spells);
  let usedShare = 0;
  let useByMs = nowMs;
  for (const [i, spell] of spells.entries()) {
    const next = spells[i + 1];
    const limit = limitH(spell, driedLow);
    const free = freeH(spell);
    if (!next) useByMs = spell.fromMs + (free + (1 - usedShare) * limit) * HOUR_MS;
    const hours = ((next?.fromMs ?? nowMs) - spell.fromMs) / HOUR_MS;
    usedShare += Math.max(0, hours - free) / limit;
  }
  return { usedShare, useByMs };
}

export type PulpMoveRefusal = 'past-its-time' | 'thawed-once' | 'not-dried' | 'not-dried-for-cupboard';

/** Why pulp may not be put there; null where it may. It is not frozen twice, nor called dried when it never was. */
export function pulpMoveRefusal(
  spells: readonly PulpSpell[],
  place: PulpPlace,
  usedShare: number,
): PulpMoveRefusal | null {
  if (usedShare > 1) return 'past-its-time';
  const last = spells[spells.length - 1]?.place;
  const been = (where: PulpPlace): boolean => spells.some((one) => one.place === where);
  if (place === 'freezer' && last !== 'freezer' && been('freezer')) return 'thawed-once';
  const dries = been('drying') || been('dried') || been('dried-fridge');
  if ((place === 'dried' || place === 'dried-fridge') && !dries) return 'not-dried';
  return place === 'dried' && isDriedLow(spells) ? 'not-dried-for-cupboard' : null;
}

/** Moment by which pulp put away at `sinceMs` and left there is used or thrown out. */
export function pulpUseByMs(place: Exclude<PulpPlace, 'drying'>, sinceMs: number): number {
  return sinceMs + PULP_KEEP_DAYS[place] * DAY_MS;
}

/** What a share of pulp weighs once put away, g: dried it keeps its solids only. `waterPct` is its water by mass. */
export function storedPulpG(place: PulpPlace, wetG: number, waterPct: number): number {
  return place === 'dried' ? wetG * (1 - waterPct / 100) : wetG;
}
