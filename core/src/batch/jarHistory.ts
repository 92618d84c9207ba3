import { findAddition } from '../ingredients';
import type {
  BudgetH,
  ColdLog,
  FridgeLogs,
  FridgeReading,
  JarSpell,
  JarTerms,
  Keeping,
  KeepingCosts,
  KeepingPast,
} from '../keeping';
import {
  DEFAULT_BUDGET_H,
  USUAL_MAKING_H,
  chargedRate,
  coldLog,
  keeping,
  keepingCosts,
  logOfFridge,
  pastOf,
  pouredTogether,
} from '../keeping';
import type { SoakSpell, Surroundings } from '../making';
import { shortensKeeping, soakSpells } from '../making';
import { HOUR_MS, counterSoakLimitH } from '../measures';
import type { BatchState, JarPast, JarPour, JarState, JarStay } from './batchState';
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
export function jarSpells(
  { places }: Pick<JarPast, 'places'>,
  fridges: FridgeLogs,
  roomTempC: number,
): JarSpell[] {
  const spells: JarSpell[] = [];
  for (const [i, { fromMs, place, fridge }] of places.entries()) {
    const toMs = places[i + 1]?.fromMs ?? Infinity;
    if (place !== 'fridge') {
      spells.push({ fromMs, place, tempC: place === 'out' ? roomTempC : FREEZER_C });
      continue;
    }
    const readings = logOfFridge(fridges, fridge);
    const spellFrom = (startMs: number, reading: FridgeReading | undefined): JarSpell => ({
      fromMs: startMs,
      place,
      tempC: reading?.tempC ?? USUAL_FRIDGE_C,
      ...(reading?.measured && { measured: true }),
    });
    let next = firstAfter(readings, fromMs);
    // Before the first reading it is as the first one says, though nobody measured it then.
    const first = readings[0] && { ...readings[0], measured: undefined };
    spells.push(spellFrom(fromMs, readings[next - 1] ?? first));
    for (let reading = readings[next]; reading && reading.atMs < toMs; reading = readings[++next]) {
      spells.push(spellFrom(reading.atMs, reading));
    }
  }
  return spells;
}

/** What the jar's keeping time rests on. */
export function jarTerms(state: BatchState, jar: Pick<JarPast, 'cooledAsMl' | 'doses'>): JarTerms {
  const own = { own: state.ingredients };
  const blendedAtMs = state.blendEndMs ?? state.jars[0]?.filledAtMs ?? state.plannedAtMs;
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
    blendedAtMs,
    bottledAtMs: Math.max(blendedAtMs, state.jars[0]?.filledAtMs ?? blendedAtMs),
    roomTempC: state.surroundings.roomTempC,
  };
}

/** Hours a soak stood at the room's warmth past the limit, counted against the milk at the room's spoilage rate. */
function counterSoakDebtH(spells: readonly SoakSpell[], surroundings: Surroundings): number {
  let left = counterSoakLimitH(surroundings.roomTempC);
  let debtH = 0;
  for (const spell of spells) {
    if (spell.placeTempC !== surroundings.roomTempC) continue;
    const freeH = Math.min(left, spell.hours);
    left -= freeH;
    // By the limit the water has long taken the room's temperature.
    debtH += chargedRate(spell.placeTempC, false) * (spell.hours - freeH);
  }
  return debtH;
}

/** All pasts that the milk in a jar has, each once, and by when what each is looked at is over, ms. */
function pastsOf(jar: JarPast, endMs: number): { past: JarPast; endMs: number }[] {
  const pasts = [{ past: jar, endMs }];
  const seen = new Set<JarPour>();
  for (const { past } of pasts) {
    const { poured } = past;
    if (!poured || seen.has(poured)) continue;
    seen.add(poured);
    pasts.push({ past: poured.own, endMs: poured.atMs }, { past: poured.other, endMs: poured.atMs });
  }
  return pasts;
}

/** A time for which the log of a fridge has to be cold. */
interface LoggedStay {
  fridge: string;
  fromMs: number;
  toMs: number;
}

/**
 * The times for which fridges' logs have to be cold, up to `endMs`. Minutes outside belong to the fridge that the jar
 * comes from (or goes to, where it was in none): they must not part a stretch without a measurement into shorter ones.
 */
function loggedStays(places: readonly JarStay[], endMs: number): LoggedStay[] {
  const stays: LoggedStay[] = [];
  let fridge = (places.find(({ place }) => place === 'fridge') ?? places[0])?.fridge;
  for (const [i, stay] of places.entries()) {
    const toMs = Math.min(endMs, places[i + 1]?.fromMs ?? Infinity);
    if (stay.place === 'fridge') ({ fridge } = stay);
    if (stay.place === 'freezer' || fridge === undefined || toMs <= stay.fromMs) continue;
    const last = stays[stays.length - 1];
    if (last?.fridge === fridge && last.toMs === stay.fromMs) last.toMs = toMs;
    else stays.push({ fridge, fromMs: stay.fromMs, toMs });
  }
  return stays;
}

/**
 * Whether the fridge's log was cold enough for five days for as long as this jar, and what was poured into it, stood in
 * the fridge, up to `nowMs` or its end.
 */
export function jarColdLog(jar: JarState, fridges: FridgeLogs, nowMs: number): ColdLog {
  for (const { past, endMs } of pastsOf(jar, Math.min(nowMs, jar.fateAtMs ?? Infinity))) {
    for (const { fridge, fromMs, toMs } of loggedStays(past.places, endMs)) {
      const log = coldLog(logOfFridge(fridges, fridge), fromMs, toMs);
      if (!log.cold) return log;
    }
  }
  return { cold: true };
}

/** Hours that a jar of the batch has by `nowMs`: five days only while the fridge's log allows them. */
function budgetBy(state: BatchState, jar: JarState, fridges: FridgeLogs, nowMs: number): BudgetH {
  if (state.budgetH <= DEFAULT_BUDGET_H || jarColdLog(jar, fridges, nowMs).cold) return state.budgetH;
  return DEFAULT_BUDGET_H;
}

/** What the keeping of a batch's jars is worked out by. */
export interface KeepingInputs {
  state: BatchState;
  fridges: FridgeLogs;
  budgetH: BudgetH;
  /** Pours that were worked out already: milk may be poured to and fro. */
  pours: Map<JarPour, KeepingPast>;
}

/** What the keeping of a jar is worked out by at `nowMs`. */
export function keepingInputs(
  state: BatchState,
  jar: JarState,
  fridges: FridgeLogs,
  nowMs: number,
): KeepingInputs {
  return { state, fridges, budgetH: budgetBy(state, jar, fridges, nowMs), pours: new Map() };
}

/** The one past of milk that was poured together. */
function pastOfPour(inputs: KeepingInputs, pour: JarPour): KeepingPast {
  const known = inputs.pours.get(pour);
  if (known) return known;
  const past = (jar: JarPast): KeepingPast => {
    const { terms, spells } = jarStory(inputs, jar);
    return pastOf(terms, spells, pour.atMs);
  };
  const together = pouredTogether(past(pour.own), past(pour.other));
  inputs.pours.set(pour, together);
  return together;
}

/** Where a jar has been from a moment on. */
function placesFrom(places: readonly JarStay[], fromMs: number): JarStay[] {
  const current = places.findLastIndex((stay) => stay.fromMs <= fromMs);
  return places
    .slice(Math.max(0, current))
    .map((stay, i) => (i === 0 ? { ...stay, fromMs: Math.max(stay.fromMs, fromMs) } : stay));
}

/**
 * Where a jar stands from the usual making on: into a fridge it counts as standing there for the last half hour before it
 * was bottled, as far back as the blending; what goes into the freezer does so in the fridge that is beside it.
 */
function placesFromMaking(places: readonly JarStay[], { blendedAtMs, bottledAtMs }: JarTerms): JarStay[] {
  const [first, ...others] = places;
  if (!first || first.place === 'out') return [...places];
  const fromMs = Math.min(first.fromMs, Math.max(blendedAtMs, bottledAtMs - USUAL_MAKING_H * HOUR_MS));
  if (first.place === 'fridge') return [{ ...first, fromMs }, ...others];
  return fromMs < first.fromMs ? [{ ...first, place: 'fridge', fromMs }, ...places] : [...places];
}

/** Terms and spells of a jar's milk since it was last poured together, or since it was bottled. */
export function jarStory(inputs: KeepingInputs, jar: JarPast): { terms: JarTerms; spells: JarSpell[] } {
  const { state, fridges, budgetH } = inputs;
  const { poured } = jar;
  const terms: JarTerms = {
    ...jarTerms(state, jar),
    budgetH,
    ...(poured && { past: pastOfPour(inputs, poured) }),
  };
  const places = poured ? placesFrom(jar.places, poured.atMs) : placesFromMaking(jar.places, terms);
  return { terms, spells: jarSpells({ places }, fridges, terms.roomTempC) };
}

/** How the milk in a jar keeps. */
export function jarKeeping(state: BatchState, jar: JarState, fridges: FridgeLogs, nowMs: number): Keeping {
  const { terms, spells } = jarStory(keepingInputs(state, jar, fridges, nowMs), jar);
  return keeping(terms, spells, nowMs);
}

/** What took hours off the time of a jar, up to when it has to go, by what is known at `nowMs`. */
export function jarCosts(
  state: BatchState,
  jar: JarState,
  fridges: FridgeLogs,
  jarKeeps: Pick<Keeping, 'discardAtMs'>,
  nowMs: number,
): KeepingCosts {
  const { terms, spells } = jarStory(keepingInputs(state, jar, fridges, nowMs), jar);
  return keepingCosts(terms, spells, jarKeeps);
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
