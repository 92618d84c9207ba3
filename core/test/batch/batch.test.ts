import fc from 'fast-check';
import type { BatchEvent, EventBody, BatchState, Recipe } from '../../src';
import {
  agenda,
  stepAgenda,
  batchState,
  batchSteps,
  batchSummary,
  comparisons,
  eventRefusal,
  jarKeeping,
  jarSpells,
  blendedMilkTempC,
  jarTerms,
  lastTap,
  predict,
  pulpUseByMs,
  effectiveEvents,
  storedPulpG,
  timerEndMs,
} from '../../src';
import { workedRecipe } from '../recipes';
import { kitchenAt } from '../kitchens';

const H = 3_600_000;
const T0 = Date.UTC(2031, 2, 10, 9);
const AROUND = { roomTempC: 20, fridgeTempC: 4 };
const READINGS = { first: [{ atMs: T0 - 1000 * H, tempC: 4 }] };

function planOf(recipe: Recipe): EventBody {
  const result = predict(recipe, kitchenAt(AROUND));
  if (!result.ok) throw new Error(result.refusal.code);
  return {
    type: 'planned',
    recipe,
    prediction: result.value,
    sureness: null,
    around: AROUND,
    budgetH: 96,
    // The shorter guide of older batches; the whole one is walked in liveBatch.test.ts.
    guide: 1,
    ingredients: [],
  };
}

/** Writes a log as a cook's taps would: each line is one tap, an hour after the one before. */
function logOf(recipe: Recipe, ...taps: (EventBody | EventBody[])[]): BatchEvent[] {
  return [planOf(recipe), ...taps].flatMap((tap, i) =>
    (Array.isArray(tap) ? tap : [tap]).map((what, j) => ({ ...what, id: `e${i}.${j}`, atMs: T0 + i * H })),
  );
}

function mustState(events: readonly BatchEvent[]): BatchState {
  const state = batchState(events);
  if (!state) throw new Error('no plan in this log');
  return state;
}

const recipe = workedRecipe('almond', 143, 4, 8);
const JAR = { id: 'jar-1', label: 'Blue lid', volumeMl: 900, place: 'fridge' as const };
const done = (step: string): EventBody => ({ type: 'step-done', step });
const begun = (step: string): EventBody => ({ type: 'step-begun', step, timerS: null });

const WHOLE: (EventBody | EventBody[])[] = [
  done('weigh'),
  begun('soak'),
  done('soak'),
  [{ type: 'measured', what: 'soaked', reading: { massG: 187 } }, done('drain')],
  begun('blend-1'),
  // Off the probe as cold as the fridge: an hour between two taps costs it little.
  [{ type: 'probed', what: 'mix', tempC: 4 }, done('blend-1')],
  [
    { type: 'measured', what: 'milk', reading: { massG: 930 } },
    { type: 'measured', what: 'pulp', reading: { massG: 180 } },
    done('strain'),
  ],
  { type: 'bottled', jars: [JAR], scalded: true },
];

describe('steps', () => {
  test('follow the chosen schools', () => {
    const ids = (change: Partial<Recipe>): string[] => {
      const plan = planOf({ ...recipe, ...change });
      if (plan.type !== 'planned') throw new Error('not a plan');
      return batchSteps(plan.recipe, plan.prediction, plan.guide).map((step) => step.id);
    };
    expect(ids({})).toEqual(['weigh', 'soak', 'drain', 'blend-1', 'strain', 'bottle']);
    expect(ids({ soak: { ...recipe.soak, method: 'none' } })).toEqual([
      'weigh',
      'blend-1',
      'strain',
      'bottle',
    ]);
    expect(ids({ peel: 'pinch' })).toEqual(['weigh', 'soak', 'drain', 'peel', 'blend-1', 'strain', 'bottle']);
    expect(ids({ blend: { ...recipe.blend, fillLineMl: 700 } })).toEqual([
      'weigh',
      'soak',
      'drain',
      'blend-1',
      'blend-2',
      'strain',
      'bottle',
    ]);
  });

  test('only soaking needs nobody, and timers are what was computed', () => {
    const { steps, prediction } = mustState(logOf(recipe));
    expect(steps.filter((step) => !step.attended).map((step) => step.id)).toEqual(['soak']);
    expect(steps.find((step) => step.id === 'soak')?.timerS).toBe(8 * 3600);
    expect(steps.find((step) => step.id === 'blend-1')?.timerS).toBeCloseTo(
      prediction.blend.secondsPerLoad,
      9,
    );
  });
});

describe('the state from the log', () => {
  test('without a plan there is none', () => {
    expect(batchState([])).toBeNull();
  });

  test('moves step by step to the shelf', () => {
    const order = ['weigh', 'soak', 'soak', 'drain', 'blend-1', 'blend-1', 'strain', 'bottle', null];
    order.forEach((current, taps) => {
      expect(mustState(logOf(recipe, ...WHOLE.slice(0, taps))).current?.id ?? null).toBe(current);
    });
    const state = mustState(logOf(recipe, ...WHOLE));
    expect(state.status).toBe('bottled');
    expect(state.jars).toHaveLength(1);
    expect(state.jars[0]).toMatchObject({ label: 'Blue lid', filledMl: 900, leftMl: 900, fate: 'in-use' });
    expect(state.measured).toMatchObject({ soakedG: 187, milkG: 930, pulpG: 180 });
    expect(state.blendEndMs).toBe(T0 + 6 * H);
  });

  test('a timer is the moment of beginning and a length, whoever asks', () => {
    const { current } = mustState(logOf(recipe, done('weigh'), begun('soak')));
    if (!current) throw new Error('the soak runs');
    expect(timerEndMs(current)).toBe(T0 + 2 * H + 8 * H);
    const waiting = mustState(logOf(recipe, done('weigh'))).current;
    expect(waiting && timerEndMs(waiting)).toBeNull();
  });

  test('a volume becomes a mass by the predicted density, and both are kept', () => {
    const log = logOf(recipe, { type: 'measured', what: 'milk', reading: { volumeMl: 900 } });
    const { measured, prediction } = mustState(log);
    expect(measured.milkMl).toBeCloseTo(900, 9);
    expect(measured.milkG).toBeCloseTo(900 * prediction.milk.densityGPerMl, 9);
  });

  test('jars empty by pouring, moving keeps their history', () => {
    const state = mustState(
      logOf(
        recipe,
        ...WHOLE,
        { type: 'jar-drawn', jarId: 'jar-1', volumeMl: 400 },
        { type: 'jar-moved', jarId: 'jar-1', place: 'out' },
        { type: 'jar-moved', jarId: 'jar-1', place: 'fridge' },
        { type: 'jar-drawn', jarId: 'jar-1', volumeMl: 600 },
      ),
    );
    expect(state.jars[0]).toMatchObject({ leftMl: 0, fate: 'emptied' });
    expect(state.jars[0]?.places.map(({ place }) => place)).toEqual(['fridge', 'out', 'fridge']);
  });

  test('throwing away, giving up and pulp are remembered with their reasons', () => {
    const thrown = mustState(
      logOf(recipe, ...WHOLE, { type: 'jar-discarded', jarId: 'jar-1', reason: 'Smells sour' }),
    );
    expect(thrown.jars[0]).toMatchObject({ fate: 'discarded', discardReason: 'Smells sour' });
    const given = mustState(logOf(recipe, { type: 'abandoned', reason: 'Spilled' }));
    expect(given).toMatchObject({ status: 'abandoned', abandonReason: 'Spilled', current: null });
    const pulp = mustState(
      logOf(
        recipe,
        ...WHOLE,
        { type: 'pulp-stored', place: 'fridge', massG: 180 },
        { type: 'pulp-used', place: 'fridge' },
      ),
    );
    expect(pulp.pulp[0]).toMatchObject({ massG: 180, usedAtMs: T0 + 10 * H });
  });
});

describe('undo', () => {
  const undone = (events: readonly BatchEvent[]): BatchEvent[] =>
    lastTap(events).map((event, i) => ({
      type: 'undone',
      eventId: event.id,
      id: `u${events.length}.${i}`,
      atMs: T0 + 99 * H,
    }));

  test('takes back a whole tap, last entry first, and keeps the record', () => {
    const log = logOf(recipe, ...WHOLE.slice(0, 7));
    expect(lastTap(log).map((event) => event.type)).toEqual(['step-done', 'measured', 'measured']);
    const after = [...log, ...undone(log)];
    expect(mustState(after).current?.id).toBe('strain');
    expect(mustState(after).measured.milkG).toBeNull();
    expect(after.length).toBe(log.length + 3);
    expect(effectiveEvents(after)).toHaveLength(log.length - 3);
  });

  test('undoing every tap, one after another, leads back to the plan through every state', () => {
    let log = logOf(recipe, ...WHOLE);
    for (let taps = WHOLE.length - 1; taps >= 0; taps--) {
      log = [...log, ...undone(log)];
      const { undoable: _there, ...there } = mustState(logOf(recipe, ...WHOLE.slice(0, taps)));
      const { undoable: _here, ...here } = mustState(log);
      expect(here).toEqual(there);
    }
    expect(lastTap(log)).toEqual([]);
    expect(mustState(log).undoable).toBeNull();
  });

  test('only the latest entry can be taken back', () => {
    const log = logOf(recipe, ...WHOLE.slice(0, 4));
    const state = mustState(log);
    const undo = (eventId: string) => eventRefusal(state, { type: 'undone', eventId }, READINGS, T0 + 20 * H);
    expect(undo('e4.1')).toBeNull();
    expect(undo('e4.0')).toBe('not-the-last-event');
    expect(undo('e1.0')).toBe('not-the-last-event');
  });
});

describe('what the log refuses', () => {
  const at = (taps: number, what: EventBody, hours = 20) =>
    eventRefusal(mustState(logOf(recipe, ...WHOLE.slice(0, taps))), what, READINGS, T0 + hours * H);

  test.each<[string, number, EventBody, string | null]>([
    ['a second plan', 0, planOf(recipe), 'already-planned'],
    ['an unknown step', 0, done('polish'), 'unknown-step'],
    ['a step ahead of its turn', 0, done('strain'), 'not-the-current-step'],
    ['a step done twice, as by two devices', 1, done('weigh'), 'step-already-done'],
    ['the next step', 1, begun('soak'), null],
    ['bottling before straining', 4, { type: 'bottled', jars: [JAR], scalded: true }, 'not-the-current-step'],
    ['bottling twice', 8, { type: 'bottled', jars: [JAR], scalded: true }, 'batch-over'],
    ['giving up what is bottled', 8, { type: 'abandoned', reason: 'Late' }, 'batch-over'],
    ['a jar of another batch', 8, { type: 'jar-emptied', jarId: 'jar-9' }, 'unknown-jar'],
    ['freezing fresh milk', 8, { type: 'jar-moved', jarId: 'jar-1', place: 'freezer' }, null],
    ['pulp that is not there', 8, { type: 'pulp-used', place: 'dried' }, 'no-such-pulp'],
    ['a late weighing', 8, { type: 'measured', what: 'pulp', reading: { massG: 170 } }, null],
  ])('%s', (_name, taps, what, expected) => {
    expect(at(taps, what)).toBe(expected);
  });

  test('freezing milk past its best', () => {
    const what: EventBody = { type: 'jar-moved', jarId: 'jar-1', place: 'freezer' };
    expect(at(8, what, 8 + 90)).toBe('too-late-to-freeze');
  });

  test('anything to a jar that is gone', () => {
    const log = logOf(recipe, ...WHOLE, { type: 'jar-emptied', jarId: 'jar-1' });
    const pour: EventBody = { type: 'jar-drawn', jarId: 'jar-1', volumeMl: 10 };
    expect(eventRefusal(mustState(log), pour, READINGS, T0 + 20 * H)).toBe('jar-gone');
  });

  test('anything at the counter once given up', () => {
    const log = logOf(recipe, { type: 'abandoned', reason: 'Spilled' });
    expect(eventRefusal(mustState(log), done('weigh'), READINGS, T0)).toBe('batch-over');
  });
});

describe('a jar’s keeping time from the log', () => {
  const bottled = mustState(logOf(recipe, ...WHOLE));
  const jar = bottled.jars[0];
  if (!jar) throw new Error('one jar');

  test('starts at bottling, at the blended milk’s warmth, with the time since blending against it', () => {
    expect(jarTerms(bottled, jar)).toMatchObject({
      milkTempC: blendedMilkTempC(bottled),
      blendedAtMs: T0 + 6 * H,
      volumeMl: jar.filledMl,
      spentH: 0,
      scalded: true,
    });
    // Two hours from the end of blending to bottling is just the limit, not over it.
    expect(jarKeeping(bottled, jar, READINGS, T0 + 8 * H).because).toBe('budget');
  });

  test('follows the fridge’s own log', () => {
    const readings = {
      first: [...READINGS.first, { atMs: T0 + 20 * H, tempC: 8 }, { atMs: T0 + 30 * H, tempC: 4 }],
    };
    expect(jarSpells(jar, readings, 20)).toEqual([
      { fromMs: T0 + 8 * H, place: 'fridge', tempC: 4 },
      { fromMs: T0 + 20 * H, place: 'fridge', tempC: 8 },
      { fromMs: T0 + 30 * H, place: 'fridge', tempC: 4 },
    ]);
    const warm = jarKeeping(bottled, jar, readings, T0 + 40 * H);
    const cold = jarKeeping(bottled, jar, READINGS, T0 + 40 * H);
    expect(warm.usedH).toBeGreaterThan(cold.usedH + 10);
  });

  test('loses the hours of a counter soak past its limit', () => {
    const long = workedRecipe('almond', 143, 4, 11);
    const lasting = (of: Recipe, soakH: number): BatchEvent[] =>
      logOf(of, ...WHOLE).map((event, i) =>
        i < 3 ? event : { ...event, atMs: event.atMs + (soakH - 1) * H },
      );
    const state = mustState(lasting(long, 11));
    expect(jarTerms(mustState(lasting(long, 7)), jar).spentH).toBe(0);
    // Three hours past eight, at the rate of a 20 °C room.
    expect(jarTerms(state, jar).spentH).toBeCloseTo(3 * (21.5 / 5.5) ** 2, 6);
    const fridgeSoak = mustState(lasting({ ...long, soak: { ...long.soak, method: 'fridge' } }, 11));
    expect(jarTerms(fridgeSoak, jar).spentH).toBe(0);
  });
});

test('predicted beside measured says by how much they differ', () => {
  const state = mustState(logOf(recipe, ...WHOLE));
  const rows = comparisons(state);
  expect(rows.map((row) => row.what)).toEqual(['soaked', 'milk', 'pulp']);
  for (const row of rows) expect(row.difference).toBeCloseTo(row.measured / row.predicted - 1, 12);
  expect(comparisons(mustState(logOf(recipe)))).toEqual([]);
});

describe('the agenda', () => {
  const kinds = (events: BatchEvent[], hours: number): string[] =>
    agenda([{ batchId: 'b', state: mustState(events) }], READINGS, T0 + hours * H).map((item) => item.kind);

  test('names the step that waits, the timer that runs, the timer that is over', () => {
    expect(kinds(logOf(recipe), 0)).toEqual(['step-waiting']);
    const soaking = logOf(recipe, ...WHOLE.slice(0, 2));
    expect(kinds(soaking, 3)).toEqual(['timer-running']);
    expect(kinds(soaking, 10.5)).toEqual(['timer-over']);
  });

  test('follows a jar from its best to the sink', () => {
    const log = logOf(recipe, ...WHOLE);
    expect(kinds(log, 9)).toEqual(['jar-best-before']);
    expect(kinds(log, 8 + 60)).toEqual(['jar-past-best']);
    expect(kinds(log, 8 + 97)).toEqual(['jar-discard']);
    expect(kinds([...log, { type: 'jar-emptied', jarId: 'jar-1', id: 'x', atMs: T0 + 9 * H }], 60)).toEqual(
      [],
    );
  });

  test('puts what is due before what is coming, milk that stands open first of all', () => {
    const shelf = { batchId: 'old', state: mustState(logOf(recipe, ...WHOLE)) };
    const straining = { batchId: 'new', state: mustState(logOf(recipe, ...WHOLE.slice(0, 6))) };
    const soaking = { batchId: 'soak', state: mustState(logOf(recipe, ...WHOLE.slice(0, 2))) };
    const order = agenda([shelf, soaking, straining], READINGS, T0 + 8 * H + 97 * H).map(
      (item) => item.batchId,
    );
    // The soak's timer ran out long ago, so it and the milk that waits for its strainer come before the old jar.
    expect(order.indexOf('new')).toBeLessThan(order.indexOf('old'));
    expect(order.indexOf('soak')).toBeLessThan(order.indexOf('old'));
  });

  test('at the counter milk that stands blended comes first, then what waits, then clocks by their end', () => {
    const at = (batchId: string, taps: number) => ({
      batchId,
      state: mustState(logOf(recipe, ...WHOLE.slice(0, taps))),
    });
    const all = [at('soak', 2), at('weigh', 0), at('strain', 6), at('done', WHOLE.length)];
    const order = stepAgenda(all, T0 + 3 * H);
    expect(order.map(({ batchId, kind }) => `${batchId} ${kind}`)).toEqual([
      'strain step-waiting',
      'weigh step-waiting',
      'soak timer-running',
    ]);
    // The soak is over: it is as urgent as the milk, and has been for longer.
    expect(stepAgenda(all, T0 + 11 * H)[0]).toMatchObject({ batchId: 'soak', kind: 'timer-over' });
  });

  test('the order is the same whichever batch was handed in first', () => {
    fc.assert(
      fc.property(fc.nat(8), fc.nat(8), fc.nat(120), (a, b, hours) => {
        const items = agenda(
          [a, b].map((taps, i) => ({
            batchId: String(i),
            state: mustState(logOf(recipe, ...WHOLE.slice(0, taps))),
          })),
          READINGS,
          T0 + hours * H,
        );
        const again = agenda(
          [b, a].map((taps, i) => ({
            batchId: String(1 - i),
            state: mustState(logOf(recipe, ...WHOLE.slice(0, taps))),
          })),
          READINGS,
          T0 + hours * H,
        );
        // The order in which batches are handed in does not matter to what comes first.
        const told = (all: typeof items) => all.map(({ batchId, kind }) => `${batchId} ${kind}`);
        expect(told(again)).toEqual(told(items));
      }),
      // Once a timer and a waiting step were due at the very same moment.
      { examples: [[6, 2, 10]] },
    );
  });

  test('pulp is on it until it is used', () => {
    const log = logOf(recipe, ...WHOLE, { type: 'pulp-stored', place: 'fridge', massG: 180 });
    const item = agenda([{ batchId: 'b', state: mustState(log) }], READINGS, T0 + 10 * H).find(
      (one) => one.kind === 'pulp-use-by',
    );
    expect(item?.dueMs).toBe(T0 + 9 * H + 48 * H);
  });
});

test('dried pulp weighs its solids, cold or frozen pulp all of itself', () => {
  expect(storedPulpG('dried', 200, 60)).toBeCloseTo(80, 9);
  expect(storedPulpG('fridge', 200, 60)).toBe(200);
  expect(storedPulpG('freezer', 200, 60)).toBe(200);
});

test('pulp keeps two days cold, ninety frozen, thirty dried', () => {
  const day = 24 * H;
  expect(pulpUseByMs('fridge', T0)).toBe(T0 + 2 * day);
  expect(pulpUseByMs('freezer', T0)).toBe(T0 + 90 * day);
  expect(pulpUseByMs('dried', T0)).toBe(T0 + 30 * day);
});

describe('what lists show of a batch', () => {
  const summaryOf = (...taps: (EventBody | EventBody[])[]) => batchSummary(mustState(logOf(recipe, ...taps)));

  test('a new one is under way, with what is to go in', () => {
    const { prediction } = mustState(logOf(recipe));
    expect(summaryOf()).toEqual({
      name: 'almond milk',
      nuts: ['almond'],
      plannedAtMs: T0,
      soaked: true,
      outcome: 'under-way',
      reason: null,
      predictedMl: prediction.milk.volumeMl,
      milkMl: null,
      waterPerNut: recipe.waterPerNut,
      grit: null,
      liking: null,
      words: null,
      parts: [{ key: 'almond', massG: 143 }],
      went: { nutG: 143, shares: expect.objectContaining({ kept: 1, drunk: 0 }) },
      pours: [],
    });
  });

  test('sweetened and part coconut water it says so, and water is free', () => {
    const rich: Recipe = {
      ...recipe,
      otherLiquid: { liquid: 'coconut_water', share: 0.5 },
      additions: [{ addition: 'honey', when: 'after', gPerL: 20 }],
    };
    const { parts } = batchSummary(mustState(logOf(rich)));
    expect(parts.map(({ key }) => key)).toEqual(['almond', 'coconut_water', 'honey']);
  });

  test.each<[string, EventBody[], string, string | null]>([
    ['bottled', [], 'on-shelf', null],
    ['emptied', [{ type: 'jar-emptied', jarId: 'jar-1' }], 'finished', null],
    ['sour', [{ type: 'jar-discarded', jarId: 'jar-1', reason: 'Sour' }], 'thrown-out', 'Sour'],
  ])('%s', (_, after, outcome, reason) => {
    const bottled: EventBody = { type: 'bottled', jars: [JAR], scalded: true };
    const summary = summaryOf(...WHOLE.slice(0, 7), bottled, ...after);
    expect(summary).toMatchObject({ outcome, reason });
    // Weighed at 930 g: less in mL, by its density.
    expect(summary.milkMl).toBeGreaterThan(900);
    expect(summary.milkMl).toBeLessThan(930);
  });

  test('given up it says why, and taken back it is under way again', () => {
    const given: EventBody = { type: 'abandoned', reason: 'No time' };
    expect(summaryOf(given)).toMatchObject({ outcome: 'abandoned', reason: 'No time' });
    expect(summaryOf(given, { type: 'undone', eventId: 'e1.0' })).toEqual(summaryOf());
  });
});
