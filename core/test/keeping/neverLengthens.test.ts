import fc from 'fast-check';
import type { BatchState, FridgeReading, JarState } from '../../src';
import { keeping } from '../../src';
import { jarStory, keepingInputs } from '../../src/batch/jarHistory';
import type { JarPast, JarStay } from '../../src/batch/batchState';
import { H, JAR, Making, T0 } from '../batch/making';
import { lawRuns } from '../lawRuns';
import { workedRecipe } from '../recipes';

const MIN = 60_000;
/** Two moments that differ by less are the same: they are searched for to a third of a millisecond. */
const SAME_MS = 2;
const RUNS = lawRuns(500, 20_000);

const plain = workedRecipe('almond', 143, 4, 4);
const bottled: BatchState = new Making({ ...plain, soak: { ...plain.soak, method: 'none' } })
  .upTo('bottle')
  .record({ type: 'bottled', jars: [JAR], scalded: true }).state;

/** A jar's history as it may be; times in ms since the end of blending, which is T0. */
interface History {
  milkTempC: number;
  roomTempC: number;
  volumeMl: number;
  budgetH: 48 | 72 | 96 | 120;
  scalded: boolean;
  bottledMs: number;
  /** Where it stood, and for how long; the last one for good. */
  stays: readonly { place: JarStay['place']; lastsMs: number }[];
  readings: readonly FridgeReading[];
}

function placesOf({ stays, bottledMs }: Pick<History, 'stays' | 'bottledMs'>): JarStay[] {
  let fromMs = T0 + bottledMs;
  return stays.map(({ place, lastsMs }) => {
    const stay = { fromMs, place, fridge: 'first' };
    fromMs += lastsMs;
    return stay;
  });
}

function jarOf(history: History, poured: JarPast['poured'] = null): { state: BatchState; jar: JarState } {
  const [jar] = bottled.jars;
  if (!jar) throw new Error('no jar');
  const filled: JarState = {
    ...jar,
    cooledAsMl: history.volumeMl,
    filledAtMs: T0 + history.bottledMs,
    places: placesOf(history),
    poured,
  };
  const { roomTempC, budgetH, scalded, milkTempC } = history;
  const state: BatchState = {
    ...bottled,
    blendEndMs: T0,
    surroundings: { ...bottled.surroundings, roomTempC },
    measured: { ...bottled.measured, mixC: milkTempC },
    budgetH,
    scalded,
    jars: [filled],
  };
  return { state, jar: filled };
}

interface Ends {
  discardAtMs: number;
  bestBeforeMs: number;
}

function endsOf(history: History, poured: JarPast['poured'] = null, spentH = 0): Ends {
  const { state, jar } = jarOf(history, poured);
  const nowMs = T0 + 40 * 24 * H;
  const { terms, spells } = jarStory(keepingInputs(state, jar, { first: history.readings }, nowMs), jar);
  return keeping({ ...terms, spentH: terms.spentH + spentH }, spells, nowMs);
}

const double = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const often = <T>(value: fc.Arbitrary<T>, usual: T) =>
  fc.oneof({ arbitrary: fc.constant(usual), weight: 2 }, { arbitrary: value, weight: 1 });

const reading = fc.record({
  afterMs: fc.integer({ min: 5 * MIN, max: 20 * H }),
  tempC: often(double(-4, 14), 4),
  measured: fc.boolean(),
});

/** Fridges, the table, and at most once the freezer, behind which a jar is thawed in the fridge. */
const stays = fc
  .record({
    before: fc.array(
      fc.record({
        place: fc.constantFrom('fridge' as const, 'out' as const),
        lastsMs: fc.integer({ min: MIN, max: 30 * H }),
      }),
      { maxLength: 4 },
    ),
    frozenMs: fc.option(fc.integer({ min: H, max: 70 * 24 * H }), { freq: 3 }),
    last: often(fc.constantFrom('fridge' as const, 'out' as const), 'fridge'),
  })
  .map(({ before, frozenMs, last }) => [
    // Minutes on the table, hours in the fridge.
    ...before.map((stay) =>
      stay.place === 'out' ? { ...stay, lastsMs: Math.ceil(stay.lastsMs / 60) } : stay,
    ),
    ...(frozenMs === null ? [] : [{ place: 'freezer' as const, lastsMs: frozenMs }]),
    { place: last, lastsMs: 0 },
  ]);

const history: fc.Arbitrary<History> = fc
  .record({
    milkTempC: often(double(5, 60), 22),
    roomTempC: often(double(14, 38), 20),
    volumeMl: often(double(100, 8000), 1000),
    budgetH: fc.constantFrom(48 as const, 72 as const, 96 as const, 120 as const),
    scalded: fc.boolean(),
    bottledMs: often(fc.integer({ min: 0, max: 2 * H }), 20 * MIN),
    stays,
    readings: fc.array(reading, { maxLength: 8 }),
    setC: often(double(-1, 12), 4),
  })
  .map(({ readings, setC, ...rest }) => {
    let atMs = T0 - 10 * H;
    const steps = readings.map(({ afterMs, tempC, measured }): FridgeReading => {
      atMs += afterMs;
      return { atMs, tempC, ...(measured && { measured: true as const }) };
    });
    return { ...rest, readings: [{ atMs: T0 - 1000 * H, tempC: setC }, ...steps] };
  });

/** Whatever is done to the history by `worse` (null where it cannot be), no end of it comes later. */
function lawOf<T>(extra: fc.Arbitrary<T>, ends: (history: History, extra: T) => [Ends, Ends] | null): void {
  let cases = 0;
  let shortened = 0;
  fc.assert(
    fc.property(history, extra, (drawn, by) => {
      const both = ends(drawn, by);
      if (!both) return;
      const [before, after] = both;
      cases++;
      if (after.discardAtMs < before.discardAtMs - MIN) shortened++;
      expect(after.discardAtMs).toBeLessThanOrEqual(before.discardAtMs + SAME_MS);
      expect(after.bestBeforeMs).toBeLessThanOrEqual(before.bestBeforeMs + SAME_MS);
    }),
    { numRuns: RUNS },
  );
  // The law must have been put to the test, not dodged.
  expect(cases).toBeGreaterThan(RUNS / 10);
  expect(shortened).toBeGreaterThan(RUNS / 50);
}

const share = double(0, 1);

test('a warmer moment in the fridge', () => {
  lawOf(fc.record({ which: share, moreC: double(0.01, 12) }), (drawn, { which, moreC }) => {
    const at = Math.floor(which * (drawn.readings.length - 1e-9));
    const readings = drawn.readings.map((step, i) =>
      i === at ? { ...step, tempC: step.tempC + moreC } : step,
    );
    return [endsOf(drawn), endsOf({ ...drawn, readings })];
  });
});

test('a door that was open for ten minutes', () => {
  lawOf(
    fc.record({ atMs: fc.integer({ min: 0, max: 90 * H }), tempC: double(4, 20) }),
    (drawn, { atMs, tempC }) => {
      const fromMs = T0 + atMs;
      const untilMs = fromMs + 10 * MIN;
      const current = (ms: number) => drawn.readings.findLast((step) => step.atMs <= ms);
      const warm = (step: FridgeReading): FridgeReading => ({ ...step, tempC: Math.max(step.tempC, tempC) });
      const [first, after] = [current(fromMs), current(untilMs)];
      if (!first || !after) return null;
      const readings = [
        ...drawn.readings.filter((step) => step.atMs < fromMs),
        warm({ ...first, atMs: fromMs }),
        ...drawn.readings.filter((step) => step.atMs > fromMs && step.atMs < untilMs).map(warm),
        { ...after, atMs: untilMs },
        ...drawn.readings.filter((step) => step.atMs > untilMs),
      ];
      return [endsOf(drawn), endsOf({ ...drawn, readings })];
    },
  );
});

test('a log that nobody kept', () => {
  lawOf(fc.constant(null), (drawn) => {
    const readings = drawn.readings.map(({ atMs, tempC }) => ({ atMs, tempC }));
    return [endsOf(drawn), endsOf({ ...drawn, readings })];
  });
});

test('warmer milk, or a warmer room', () => {
  lawOf(fc.record({ milkC: double(0.01, 20), roomC: double(0, 10) }), (drawn, { milkC, roomC }) => {
    const { milkTempC, roomTempC } = drawn;
    return [endsOf(drawn), endsOf({ ...drawn, milkTempC: milkTempC + milkC, roomTempC: roomTempC + roomC })];
  });
});

test('minutes on the table instead of in the fridge', () => {
  lawOf(
    fc.record({ which: share, from: share, lastsMs: fc.integer({ min: MIN, max: 2 * H }) }),
    (drawn, minutes) => {
      const fridges = drawn.stays.flatMap(({ place }, i) => (place === 'fridge' ? [i] : []));
      const at = fridges[Math.floor(minutes.which * (fridges.length - 1e-9))];
      const stay = at === undefined ? undefined : drawn.stays[at];
      // A table that is colder than the fridge is no warmth.
      if (at === undefined || !stay || drawn.readings.some(({ tempC }) => tempC > drawn.roomTempC))
        return null;
      const isLast = at === drawn.stays.length - 1;
      const lastsMs = isLast ? 60 * H : stay.lastsMs;
      const beforeMs = Math.floor(minutes.from * lastsMs);
      const outMs = Math.min(minutes.lastsMs, lastsMs - beforeMs);
      const parts = [
        { place: 'fridge' as const, lastsMs: beforeMs },
        { place: 'out' as const, lastsMs: outMs },
        { place: 'fridge' as const, lastsMs: lastsMs - beforeMs - outMs },
      ].filter((part, i) => part.lastsMs > 0 || (i === 2 && isLast));
      return [endsOf(drawn), endsOf({ ...drawn, stays: drawn.stays.toSpliced(at, 1, ...parts) })];
    },
  );
});

test('hours that were used before', () => {
  lawOf(double(0.1, 60), (drawn, spentH) => [endsOf(drawn), endsOf(drawn, null, spentH)]);
});

test('bottled later, the jar where it was from then on; inside the usual half hour nothing changes', () => {
  let within = 0;
  lawOf(fc.integer({ min: MIN, max: 3 * H }), (anyHistory, laterMs) => {
    // A log begins with the bottling: of five days an hour without a measurement may fall before it.
    const drawn = { ...anyHistory, budgetH: 96 as const };
    const [first, ...others] = drawn.stays;
    // On a table the milk takes the room's warmth, on the bench it counts as it was.
    if (first?.place !== 'fridge') return null;
    // Milk that is colder than the fridge is warmed there and not on the bench: no question of bottling.
    if (drawn.readings.some(({ tempC }) => tempC > drawn.milkTempC)) return null;
    if (others.length > 0 && first.lastsMs <= laterMs) return null;
    const bottledMs = drawn.bottledMs + laterMs;
    const later = endsOf({
      ...drawn,
      bottledMs,
      stays: [{ ...first, lastsMs: first.lastsMs - laterMs }, ...others],
    });
    const before = endsOf(drawn);
    if (bottledMs <= 30 * MIN && drawn.roomTempC <= 32) {
      within++;
      // Only the two hours on the table may come sooner by it.
      expect(later.discardAtMs).toBeGreaterThanOrEqual(Math.min(before.discardAtMs, T0 + 2 * H) - SAME_MS);
    }
    return [before, later];
  });
  expect(within).toBeGreaterThan(RUNS / 100);
});

test('milk poured in, whatever it has been through: the jar keeps no longer, and stands where it stands', () => {
  const pour = fc.record({
    other: stays,
    otherMl: double(100, 2000),
    atMs: fc.integer({ min: 2 * H, max: 80 * H }),
  });
  let outside = 0;
  lawOf(pour, (drawn, { other, otherMl, atMs }) => {
    const pouredMs = T0 + Math.max(atMs, drawn.bottledMs + MIN);
    const own = jarOf(drawn).jar;
    const placeAt = ({ places }: JarPast) => places.findLast(({ fromMs }) => fromMs <= pouredMs)?.place;
    const from: JarPast = {
      cooledAsMl: otherMl,
      places: placesOf({ stays: other, bottledMs: drawn.bottledMs }).filter(
        ({ fromMs }) => fromMs <= pouredMs,
      ),
      doses: [],
      poured: null,
    };
    if (placeAt(own) === 'freezer' || placeAt(from) === 'freezer') return null;
    if (placeAt(own) === 'out') outside++;
    const ownPast: JarPast = { ...own, places: own.places.filter(({ fromMs }) => fromMs <= pouredMs) };
    return [endsOf(drawn), endsOf(drawn, { atMs: pouredMs, own: ownPast, other: from })];
  });
  expect(outside).toBeGreaterThan(0);
});
