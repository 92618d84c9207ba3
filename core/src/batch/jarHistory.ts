import { findAddition } from '../ingredients';
import type { JarSpell, JarTerms, Keeping, KeepingCosts } from '../keeping';
import { keeping, keepingCosts, spoilageRate } from '../keeping';
import type { SoakSpell, Surroundings } from '../making';
import { SOAK_DRIFT_H, integrateDrift, shortensKeeping, soakSpells } from '../making';
import { HOUR_MS, counterSoakLimitH } from '../measures';
import type { BatchState, JarState } from './batchState';
import { bottledMilkTempC, soakAsItWent } from './soakAndBlend';
import { recipeWithDoses } from './stirredIn';

/** The fridge was, from this moment on, at this temperature: a set figure or one that was read. */
export interface FridgeReading {
  atMs: number;
  tempC: number;
}

const FREEZER_C = -18;

/** A jar's places with the temperatures that the fridge log gives them. */
export function jarSpells(jar: JarState, readings: readonly FridgeReading[], roomTempC: number): JarSpell[] {
  const spells: JarSpell[] = [];
  for (const [i, { fromMs, place }] of jar.places.entries()) {
    const toMs = jar.places[i + 1]?.fromMs ?? Infinity;
    if (place !== 'fridge') {
      spells.push({ fromMs, place, tempC: place === 'out' ? roomTempC : FREEZER_C });
      continue;
    }
    const before = readings.filter((one) => one.atMs <= fromMs);
    const start = before[before.length - 1] ?? readings[0];
    spells.push({ fromMs, place, tempC: start?.tempC ?? 4 });
    for (const { atMs, tempC } of readings) {
      if (atMs > fromMs && atMs < toMs) spells.push({ fromMs: atMs, place, tempC });
    }
  }
  return spells;
}

/** What the jar's keeping time rests on. */
export function jarTerms(state: BatchState, jar: Pick<JarState, 'filledMl' | 'doses'>): JarTerms {
  const own = { own: state.ingredients };
  return {
    milkTempC: bottledMilkTempC(state),
    volumeMl: jar.filledMl,
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

export function jarKeeping(
  state: BatchState,
  jar: JarState,
  readings: readonly FridgeReading[],
  nowMs: number,
): Keeping {
  return keeping(jarTerms(state, jar), jarSpells(jar, readings, state.surroundings.roomTempC), nowMs);
}

/** What took hours off the time of a jar that stands as `kept` says. */
export function jarCosts(
  state: BatchState,
  jar: JarState,
  readings: readonly FridgeReading[],
  kept: Keeping,
): KeepingCosts {
  return keepingCosts(jarTerms(state, jar), jarSpells(jar, readings, state.surroundings.roomTempC), kept);
}

/** What was foretold of a jar when it ended, or is now; hours h it had left then, negative where it was past them. */
export function jarFate(
  state: BatchState,
  jarId: string,
  readings: readonly FridgeReading[],
  nowMs: number,
): { discardAtMs: number; leftH: number } | null {
  const jar = state.jars.find(({ id }) => id === jarId);
  if (!jar) return null;
  const endMs = jar.fateAtMs ?? nowMs;
  const { discardAtMs } = jarKeeping(state, jar, readings, endMs);
  return { discardAtMs, leftH: (discardAtMs - endMs) / HOUR_MS };
}
