import { findAddition } from '../ingredients';
import type {
  ColdLog,
  FridgeLogs,
  FridgeReading,
  JarSpell,
  JarTerms,
  Keeping,
  KeepingCosts,
} from '../keeping';
import { DEFAULT_BUDGET_H, coldLog, keeping, keepingCosts, logOfFridge, spoilageRate } from '../keeping';
import type { SoakSpell, Surroundings } from '../making';
import { SOAK_DRIFT_H, integrateDrift, shortensKeeping, soakSpells } from '../making';
import { HOUR_MS, counterSoakLimitH } from '../measures';
import type { BatchState, JarPast, JarState } from './batchState';
import { bottledMilkTempC, soakAsItWent } from './soakAndBlend';
import { recipeWithDoses } from './stirredIn';

const FREEZER_C = -18;
/** A fridge of which nobody ever said how cold it is, °C. */
const USUAL_FRIDGE_C = 4;

/** Where in a log, sorted by time, the first reading after a moment stands. */
function firstAfter(readings: readonly FridgeReading[], atMs: number): number {
  let low = 0;
  let high = readings.length;
  while (low < high) {
    const mid = (low + high) >> 1;
    if ((readings[mid]?.atMs ?? Infinity) <= atMs) low = mid + 1;
    else high = mid;
  }
  return low;
}

/** A jar's places with the temperatures that the fridges' logs give them. */
export function jarSpells(jar: JarPast, fridges: FridgeLogs, roomTempC: number): JarSpell[] {
  const spells: JarSpell[] = [];
  for (const [i, { fromMs, place, fridge }] of jar.places.entries()) {
    const toMs = jar.places[i + 1]?.fromMs ?? Infinity;
    if (place !== 'fridge') {
      spells.push({ fromMs, place, tempC: place === 'out' ? roomTempC : FREEZER_C });
      continue;
    }
    const readings = logOfFridge(fridges, fridge);
    let next = firstAfter(readings, fromMs);
    const start = readings[next - 1] ?? readings[0];
    spells.push({ fromMs, place, tempC: start?.tempC ?? USUAL_FRIDGE_C });
    for (let one = readings[next]; one && one.atMs < toMs; one = readings[++next]) {
      spells.push({ fromMs: one.atMs, place, tempC: one.tempC });
    }
  }
  return spells;
}

/** A jar as often as its milk has pasts of its own: its own, and those of what was poured into it. */
function byPast(jar: JarState): JarState[] {
  return [jar, ...jar.toppedWith.map((past) => ({ ...jar, ...past }))];
}

/** What the jar's keeping time rests on. */
export function jarTerms(state: BatchState, jar: Pick<JarState, 'cooledAsMl' | 'doses'>): JarTerms {
  const own = { own: state.ingredients };
  return {
    milkTempC: bottledMilkTempC(state),
    volumeMl: jar.cooledAsMl,
    budgetH: state.budgetH,
    scalded: state.scalded,
    fruit:
      shortensKeeping(recipeWithDoses(state), own) ||
      jar.doses.some(({ addition }) => findAddition(addition, own)?.shortensKeeping === true),
    spentH: counterSoakDebtH(
      soakAsItWent(state) ?? soakSpells(state.recipe.soak, state.surroundings),
      state.surroundings,
    ),
    blendedAtMs: state.blendEndMs ?? state.jars[0]?.filledAtMs ?? state.plannedAtMs,
    roomTempC: state.surroundings.roomTempC,
  };
}

/** Hours a soak stood at the room's warmth past the limit, counted against the milk at the room's spoilage rate. */
function counterSoakDebtH(spells: readonly SoakSpell[], surroundings: Surroundings): number {
  let left = counterSoakLimitH(surroundings.roomTempC);
  let debt = 0;
  for (const spell of spells) {
    if (spell.placeTempC !== surroundings.roomTempC) continue;
    const free = Math.min(left, spell.hours);
    left -= free;
    const tempC = spell.placeTempC;
    // By the limit the water has long taken the room's temperature.
    debt += integrateDrift(spoilageRate, tempC, tempC, SOAK_DRIFT_H, spell.hours - free);
  }
  return debt;
}

/** The end of a stay, ms, of what is looked at up to `endMs`. */
function stayEndMs({ places }: JarPast, i: number, endMs: number): number {
  return Math.min(endMs, places[i + 1]?.fromMs ?? Infinity);
}

/**
 * Whether the fridge's log was cold enough for five days for as long as this jar, and what was poured into it, stood in
 * the fridge, up to `nowMs` or its end.
 */
export function jarColdLog(jar: JarState, fridges: FridgeLogs, nowMs: number): ColdLog {
  const endMs = Math.min(nowMs, jar.fateAtMs ?? Infinity);
  for (const past of byPast(jar)) {
    for (const [i, { fromMs, place, fridge }] of past.places.entries()) {
      const toMs = stayEndMs(past, i, endMs);
      if (place !== 'fridge' || toMs <= fromMs) continue;
      const log = coldLog(logOfFridge(fridges, fridge), fromMs, toMs);
      if (!log.cold) return log;
    }
  }
  return { cold: true };
}

/** What the jar's keeping rests on by `nowMs`: five days only while the fridge's log allows them. */
export function jarTermsBy(state: BatchState, jar: JarState, fridges: FridgeLogs, nowMs: number): JarTerms {
  const terms = jarTerms(state, jar);
  if (terms.budgetH <= DEFAULT_BUDGET_H || jarColdLog(jar, fridges, nowMs).cold) return terms;
  return { ...terms, budgetH: DEFAULT_BUDGET_H };
}

function keepingOfPast(state: BatchState, jar: JarState, fridges: FridgeLogs, nowMs: number): Keeping {
  const { roomTempC } = state.surroundings;
  return keeping(jarTermsBy(state, jar, fridges, nowMs), jarSpells(jar, fridges, roomTempC), nowMs);
}

/** How the milk in a jar keeps: where it was poured together, as that of it keeps which ends first. */
export function jarKeeping(state: BatchState, jar: JarState, fridges: FridgeLogs, nowMs: number): Keeping {
  const all = byPast(jar).map((past) => keepingOfPast(state, past, fridges, nowMs));
  const first = all.reduce((worst, one) => (one.discardAtMs < worst.discardAtMs ? one : worst));
  return { ...first, mayFreeze: all.every(({ mayFreeze }) => mayFreeze) };
}

/** A jar with the past of that milk in it which ends first. */
export function decidingPast(state: BatchState, jar: JarState, fridges: FridgeLogs, nowMs: number): JarState {
  if (jar.toppedWith.length === 0) return jar;
  const endMs = (past: JarState): number => keepingOfPast(state, past, fridges, nowMs).discardAtMs;
  return byPast(jar).reduce((worst, past) => (endMs(past) < endMs(worst) ? past : worst));
}

/** What took hours off the time of a jar that stands as `kept` says, up to `nowMs`. */
export function jarCosts(
  state: BatchState,
  jar: JarState,
  fridges: FridgeLogs,
  kept: Keeping,
  nowMs: number,
): KeepingCosts {
  const { roomTempC } = state.surroundings;
  const past = decidingPast(state, jar, fridges, nowMs);
  return keepingCosts(jarTermsBy(state, past, fridges, nowMs), jarSpells(past, fridges, roomTempC), kept);
}

/** What was foretold of a jar when it ended, or is now; hours h it had left then, negative where it was past them. */
export function jarFate(
  state: BatchState,
  jarId: string,
  fridges: FridgeLogs,
  nowMs: number,
): { discardAtMs: number; leftH: number } | null {
  const jar = state.jars.find(({ id }) => id === jarId);
  if (!jar) return null;
  const endMs = jar.fateAtMs ?? nowMs;
  const { discardAtMs } = jarKeeping(state, jar, fridges, endMs);
  return { discardAtMs, leftH: (discardAtMs - endMs) / HOUR_MS };
}
