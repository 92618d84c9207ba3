import fc from 'fast-check';
import type { BatchEvent, EventBody, Recipe } from '../../src';
import {
  agenda,
  batchState,
  batchSteps,
  clockLengthS,
  jarTerms,
  lastTap,
  predict,
  recipeAsMade,
  replan,
  soakAsItWent,
  soakStandsIn,
  stepLeftS,
  stepRanS,
  timerEndMs,
  warmthAtC,
  USUAL_KITCHEN,
  isQuiet,
} from '../../src';
import { workedRecipe } from '../recipes';
import { kitchenAt } from '../kitchens';
import { AROUND, H, JAR, Making, READINGS, S, planOf, T0 } from './making';

const recipe = workedRecipe('almond', 143, 4, 8);
const FULL: Recipe = {
  ...recipe,
  peel: 'pinch',
  blend: { ...recipe.blend, fillLineMl: 700, waterOrder: 'thick-first' },
  strain: { ...recipe.strain, washShare: 0.2 },
  additions: [{ addition: 'salt', when: 'after', gPerL: 0.5 }],
};

describe('the steps of the whole guide', () => {
  const ids = (of: Recipe): string[] => new Making(of).state.steps.map((step) => step.id);

  test('every school that is chosen has its step, in the order of the work', () => {
    const all = ids(FULL);
    expect(all.slice(0, 5)).toEqual(['weigh', 'soak', 'drain', 'weigh-soaked', 'peel']);
    expect(all.slice(5, 8)).toEqual(['blend-1', 'feel-1', 'rinse-1']);
    expect(all.slice(all.indexOf('wash'))).toEqual([
      'wash',
      'squeeze',
      'weigh-milk',
      'taste',
      'finish',
      'bottle',
      'label',
      'pulp',
      'wash-up',
    ]);
    const { state } = new Making(FULL);
    const pours = state.steps.filter((step) => step.kind === 'strain');
    expect(pours.map((step) => step.nth)).toEqual(pours.map((_, i) => i + 1));
    expect(pours.every((step) => step.of === pours.length && step.of >= 2)).toBe(true);
  });

  test('nothing is asked that the recipe leaves out', () => {
    const bare = ids({
      ...recipe,
      soak: { ...recipe.soak, method: 'none' },
      strain: { ...recipe.strain, strainer: 'none' },
    });
    expect(bare).toEqual([
      'weigh',
      'blend-1',
      'feel-1',
      'strain-1',
      'weigh-milk',
      'taste',
      'bottle',
      'label',
      'wash-up',
    ]);
    const pressed = ids({ ...recipe, blend: { ...recipe.blend, machine: 'cold-press' } });
    expect(pressed).not.toContain('feel-1');
    expect(pressed).not.toContain('squeeze');
  });

  test('a batch planned with the older guide keeps its steps', () => {
    const plan = planOf(FULL);
    if (plan.type !== 'planned') throw new Error('not a plan');
    expect(batchSteps(plan.recipe, plan.prediction, 1, 2).map((step) => step.id)).toEqual([
      'weigh',
      'soak',
      'drain',
      'peel',
      'blend-1',
      'blend-2',
      'strain',
      'bottle',
    ]);
  });

  test('bottling is not the end: label, pulp and washing up follow, and storing pulp is its step', () => {
    const batch = new Making(recipe).upTo('label');
    expect(batch.state.status).toBe('bottled');
    batch.done();
    expect(batch.current).toBe('pulp');
    batch.record({ type: 'pulp-stored', place: 'fridge', massG: 170 });
    expect(batch.current).toBe('wash-up');
    batch.done();
    expect(batch.current).toBeNull();
  });
});

describe('a clock', () => {
  const currentOf = (batch: Making) => {
    const { current } = batch.state;
    if (!current) throw new Error('no step is left');
    return current;
  };

  test('runs, stands still, runs on and gets more time; the end is a moment whoever asks', () => {
    const batch = new Making(recipe).upTo('blend-1').begin(40);
    const begunMs = batch.nowMs;
    const step = () => currentOf(batch);
    expect(timerEndMs(step())).toBe(begunMs + 40 * S);
    batch.after(15 * S).record({ type: 'step-paused', step: 'blend-1' });
    expect(timerEndMs(step())).toBeNull();
    expect(stepLeftS(step(), batch.nowMs + 500 * S)).toBeCloseTo(25, 2);
    batch.after(300 * S).begin();
    expect(stepLeftS(step(), batch.nowMs)).toBeCloseTo(25, 2);
    batch.record({ type: 'time-added', step: 'blend-1', seconds: 10 });
    expect(timerEndMs(step())).toBeCloseTo(batch.nowMs + 35 * S, -1);
    batch.after(37 * S);
    expect(stepLeftS(step(), batch.nowMs)).toBeCloseTo(-2, 2);
    batch.done();
    const blend = batch.state.steps.find((one) => one.id === 'blend-1');
    expect(blend && stepRanS(blend, batch.nowMs + H)).toBeCloseTo(52, 1);
  });

  test('past its end, more time counts from now', () => {
    const batch = new Making(recipe)
      .upTo('blend-1')
      .begin(40)
      .after(55 * S);
    expect(stepLeftS(currentOf(batch), batch.nowMs)).toBeCloseTo(-15, 2);
    batch.record({ type: 'time-added', step: 'blend-1', seconds: 10 });
    expect(stepLeftS(currentOf(batch), batch.nowMs)).toBeCloseTo(10, 2);
    // At the feel, which has no clock of its own, again and again.
    batch.done();
    for (let i = 0; i < 2; i++) {
      batch.record({ type: 'time-added', step: 'feel-1', seconds: 20 });
      if (i === 0) batch.begin();
      expect(stepLeftS(currentOf(batch), batch.nowMs)).toBeCloseTo(20, 2);
      batch.after(33 * S);
    }
  });

  test('what makes no sense is refused', () => {
    const batch = new Making(recipe).upTo('blend-1');
    expect(batch.refusal({ type: 'step-paused', step: 'blend-1' })).toBe('not-running');
    batch.begin();
    expect(batch.refusal({ type: 'step-begun', step: 'blend-1', timerS: null })).toBe('already-running');
    expect(batch.refusal({ type: 'time-added', step: 'feel-1', seconds: 5 })).toBe('not-the-current-step');
    expect(batch.refusal({ type: 'soak-tended', what: 'water-changed' })).toBe('no-soak-standing');
  });

  test('the two hours count from when the blades last stood, feeling included', () => {
    const batch = new Making(recipe).upTo('feel-1');
    const blendedMs = batch.state.blendEndMs;
    batch
      .after(20 * S)
      .record(
        { type: 'time-added', step: 'feel-1', seconds: 20 },
        { type: 'step-begun', step: 'feel-1', timerS: null },
      )
      .after(20 * S)
      .done();
    expect(batch.state.blendEndMs).toBeGreaterThan((blendedMs ?? 0) + 39 * S);
    batch.upTo('label');
    expect(jarTerms(batch.state, A_LITRE).blendedAtMs).toBe(batch.state.blendEndMs);
  });
});

const A_LITRE = { cooledAsMl: 1000, doses: [] };

describe('a soak', () => {
  const long: Recipe = { ...recipe, soak: { ...recipe.soak, method: 'fridge', hours: 20, changeEveryH: 12 } };

  test('wants fresh water at twelve hours, once, and then only its end', () => {
    const batch = new Making(long).upTo('soak').begin();
    const due = (): string[] =>
      agenda([{ batchId: 'b', state: batch.state }], READINGS, batch.nowMs).map(
        (item) => `${item.kind} ${Math.round((item.dueMs - batch.nowMs) / H)}`,
      );
    expect(due().sort()).toEqual(['soak-water 12', 'timer-running 20']);
    batch.after(12 * H).record({ type: 'soak-tended', what: 'water-changed' });
    expect(due()).toEqual(['timer-running 8']);
  });

  test('a kitchen is quiet where nothing is under way, or a soak stands by itself for a while yet', () => {
    const batch = new Making(long).upTo('soak');
    const quiet = (): boolean => isQuiet([{ batchId: 'b', state: batch.state }], batch.nowMs);
    expect(isQuiet([], T0)).toBe(true);
    expect(quiet()).toBe(false);
    batch.begin();
    expect(quiet()).toBe(true);
    batch.after(20 * H - 4 * 60 * S);
    expect(quiet()).toBe(false);
    batch.done();
    expect(quiet()).toBe(false);
    batch.record({ type: 'abandoned', reason: 'Another day' });
    expect(quiet()).toBe(true);
  });

  test('on the counter its hours are watched, until it goes into the fridge', () => {
    const counter: Recipe = { ...recipe, soak: { ...recipe.soak, method: 'counter', hours: 11 } };
    const batch = new Making(counter).upTo('soak').begin();
    const kinds = (): string[] =>
      agenda([{ batchId: 'b', state: batch.state }], READINGS, batch.nowMs).map((item) => item.kind);
    expect(kinds()).toContain('soak-off-counter');
    batch.after(5 * H);
    expect(batch.refusal({ type: 'soak-tended', what: 'to-counter' })).toBe('soak-stands-there');
    batch.record({ type: 'soak-tended', what: 'to-fridge' });
    expect(soakStandsIn(batch.state)).toBe('fridge');
    expect(kinds()).not.toContain('soak-off-counter');
    batch.after(6 * H).done();
    const spells = soakAsItWent(batch.state) ?? [];
    expect(spells.map(({ placeTempC, pourTempC }) => [placeTempC, pourTempC])).toEqual([
      [20, counter.soak.pourTempC],
      [4, null],
    ]);
    expect(spells.map(({ hours }) => Math.round(hours))).toEqual([5, 6]);
    // Eleven hours on the counter would have cost the milk; five did not.
    expect(jarTerms(batch.state, A_LITRE).spentH).toBe(0);
  });
});

test('a jar’s time rests on the warmth that was measured, where it was', () => {
  const batch = new Making(recipe).upTo('feel-1');
  expect(jarTerms(batch.state, A_LITRE).milkTempC).toBeCloseTo(batch.state.prediction.blend.endTempC, 2);
  batch.record({ type: 'probed', what: 'mix', tempC: 31.5 });
  expect(jarTerms(batch.state, A_LITRE).milkTempC).toBe(31.5);
});

describe('parted loads', () => {
  test('become more steps of their own; what is done stays done', () => {
    const batch = new Making({ ...recipe, blend: { ...recipe.blend, fillLineMl: 700 } }).upTo('blend-2');
    expect(batch.state.loads).toBe(2);
    batch.record({ type: 'loads-split', loads: 3 });
    const blends = batch.state.steps.filter((step) => step.kind === 'blend');
    expect(blends.map((step) => [step.id, step.of, step.doneAtMs !== null])).toEqual([
      ['blend-1', 3, true],
      ['blend-2', 3, false],
      ['blend-3', 3, false],
    ]);
    expect(batch.refusal({ type: 'loads-split', loads: 1 })).toBe('cannot-split');
    expect(batch.upTo('strain-1').refusal({ type: 'loads-split', loads: 4 })).toBe('cannot-split');
  });
});

describe('undo', () => {
  test('goes back any number of taps through every state, and the record only grows', () => {
    const batch = new Making(FULL);
    const been: unknown[] = [];
    const seen = (): unknown => {
      const { undoable: _, ...rest } = batch.state;
      return rest;
    };
    been.push(seen());
    while (batch.current !== null) {
      const { current } = batch.state;
      if (current?.timerS !== null && current?.begunAtMs === null) batch.begin();
      else if (current?.kind === 'bottle') batch.record({ type: 'bottled', jars: [JAR], scalded: false });
      else batch.done();
      been.push(seen());
    }
    const written = batch.events.length;
    for (let i = been.length - 2; i >= 0; i--) {
      batch.undo();
      expect(seen()).toEqual(been[i]);
    }
    expect(batch.events.length).toBeGreaterThan(2 * written - 2);
    expect(lastTap(batch.events)).toEqual([]);
  });
});

describe('replay', () => {
  /** Any of what could be said, said whenever the log takes it. */
  const happening = (batch: Making): fc.Arbitrary<EventBody> => {
    const step = batch.current ?? 'none';
    return fc.oneof(
      fc.constantFrom<EventBody>(
        { type: 'step-begun', step, timerS: null },
        { type: 'step-begun', step, timerS: 33 },
        { type: 'step-paused', step },
        { type: 'time-added', step, seconds: 20 },
        { type: 'step-done', step },
        { type: 'step-done', step },
        { type: 'soak-tended', what: 'water-changed' },
        { type: 'soak-tended', what: 'to-counter' },
        { type: 'liquid-added', volumeMl: 100 },
        { type: 'loads-split', loads: 3 },
        { type: 'probed', what: 'mix', tempC: 28 },
        { type: 'measured', what: 'soaked', reading: { massG: 180 } },
        { type: 'measured', what: 'milk', reading: { volumeMl: 900 } },
        { type: 'bottled', jars: [JAR], scalded: true },
      ),
    );
  };

  test('the same log gives the same state, from the wire and from any point on', () => {
    fc.assert(
      fc.property(fc.infiniteStream(fc.nat(10_000)), (numbers) => {
        const batch = new Making(FULL);
        for (let i = 0; i < 40; i++) {
          const pick = numbers.next().value;
          const choices = fc.sample(happening(batch), { numRuns: 1, seed: pick });
          const what = choices[0];
          batch.after((pick % 600) * S);
          if (what && batch.refusal(what) === null) batch.record(what);
          else if (pick % 7 === 0 && lastTap(batch.events).length > 0) batch.undo();
        }
        const read = JSON.parse(JSON.stringify(batch.events)) as BatchEvent[];
        expect(batchState(read)).toEqual(batch.state);
        // Steps never go backwards in time, and a clock never has run longer than it was open.
        for (const step of batch.state.steps) {
          if (step.doneAtMs !== null && step.begunAtMs !== null) {
            expect(stepRanS(step, step.doneAtMs) * S).toBeLessThanOrEqual(step.doneAtMs - step.begunAtMs + 1);
          }
        }
      }),
      { numRuns: 40 },
    );
  });
});

describe('when reality differs', () => {
  const blendable: Recipe = { ...recipe, blend: { ...recipe.blend, end: { by: 'rupture', rupture: 0.85 } } };
  const moved = (batch: Making, fact: string) =>
    replan(batch.state, USUAL_KITCHEN, batch.nowMs).changes.find((change) => change.fact === fact)?.moved ??
    [];
  const of = (batch: Making, fact: string, figure: string) =>
    moved(batch, fact).find((one) => one.figure === figure);

  test('nothing known, nothing changed', () => {
    const batch = new Making(blendable);
    const { prediction, changes } = replan(batch.state, USUAL_KITCHEN, batch.nowMs);
    expect(changes).toEqual([]);
    expect(prediction.milk.volumeMl).toBeCloseTo(batch.state.prediction.milk.volumeMl, 6);
    expect(prediction.blend.secondsPerLoad).toBeCloseTo(batch.state.prediction.blend.secondsPerLoad, 6);
  });

  test('a soak cut short leaves hard nuts: the blades run longer', () => {
    const batch = new Making(blendable)
      .upTo('soak')
      .begin()
      .after(1 * H)
      .done();
    const seconds = of(batch, 'soak', 'secondsPerLoad');
    expect(seconds?.now).toBeGreaterThan((seconds?.was ?? 0) * 1.05);
    expect(replan(batch.state, USUAL_KITCHEN, batch.nowMs).nextLoadS).toBeCloseTo(seconds?.now ?? 0, 6);
  });

  test('heavier soaked nuts took up more water: the prediction meets the scale', () => {
    const batch = new Making(blendable).upTo('weigh-soaked');
    const expected = batch.state.prediction.soak.soakedMassG;
    batch.record(
      { type: 'measured', what: 'soaked', reading: { massG: expected + 25 } },
      { type: 'step-done', step: 'weigh-soaked' },
    );
    const plan = replan(batch.state, USUAL_KITCHEN, batch.nowMs);
    expect(plan.prediction.soak.soakedMassG).toBeCloseTo(expected + 25, 6);
    // Those 25 g are water in the jug. The pulp holds as much as before; a little more is washed out of it.
    const milk = of(batch, 'soaked-mass', 'milkMl');
    const more = (milk?.now ?? 0) - (milk?.was ?? 0);
    expect(more).toBeGreaterThan(25 / 0.998);
    expect(more).toBeLessThan(26);
  });

  test('water poured in thins the milk and adds as much, before the strainer or after', () => {
    const before = new Making(blendable).upTo('blend-1').record({ type: 'liquid-added', volumeMl: 200 });
    const more = of(before, 'liquid-added', 'milkMl');
    expect((more?.now ?? 0) - (more?.was ?? 0)).toBeGreaterThan(180);
    const after = new Making(blendable).upTo('strain-2').record({ type: 'liquid-added', volumeMl: 200 });
    const milk = of(after, 'thinned', 'milkMl');
    const solids = of(after, 'thinned', 'solidsPct');
    expect((milk?.now ?? 0) - (milk?.was ?? 0)).toBeCloseTo(200, 9);
    const { volumeMl, densityGPerMl } = after.state.prediction.milk;
    const massG = volumeMl * densityGPerMl;
    const thinner = massG / (massG + 200 * 0.998);
    expect(solids?.now).toBeCloseTo((solids?.was ?? 0) * thinner, 2);
    const { prediction } = replan(after.state, USUAL_KITCHEN, after.nowMs);
    expect(prediction.milk.proteinPct).toBeCloseTo(after.state.prediction.milk.proteinPct * thinner, 2);
    const finishedMl = (finish: { volumeMl: number } | null): number => finish?.volumeMl ?? NaN;
    expect(finishedMl(prediction.finish) - finishedMl(after.state.prediction.finish)).toBeCloseTo(200, 1);
    expect(prediction.pulp.massG).toBeCloseTo(after.state.prediction.pulp.massG, 1);
  });

  test('forty seconds more break more and warm more', () => {
    const batch = new Making(blendable).upTo('blend-1').begin();
    const should = batch.state.prediction.blend.secondsPerLoad;
    batch.after((should + 40) * S).done();
    expect(of(batch, 'blended', 'secondsPerLoad')?.now).toBeCloseTo(should + 40, 1);
    expect(of(batch, 'blended', 'endTempC')?.now).toBeGreaterThan(
      of(batch, 'blended', 'endTempC')?.was ?? Infinity,
    );
    expect(of(batch, 'blended', 'rupture')?.now).toBeGreaterThan(0.85);
  });

  test('a parted load is smaller, and runs for less time each', () => {
    const batch = new Making(blendable).upTo('blend-1').record({ type: 'loads-split', loads: 2 });
    const seconds = of(batch, 'loads', 'secondsPerLoad');
    // Half the load takes half the time, but never less than draws everything through the blades.
    expect(seconds?.was).toBeGreaterThan(41);
    expect(seconds?.now).toBeCloseTo(Math.max(40, (seconds?.was ?? 0) / 2), 0);
  });

  test('a load’s clock is set by the plan as it stands now, a soak’s by the recipe', () => {
    const batch = new Making(blendable).upTo('soak');
    const state = () => batch.state;
    const lengthS = (): number =>
      clockLengthS(state().current!, replan(state(), USUAL_KITCHEN, batch.nowMs), state());
    expect(lengthS()).toBe(8 * 3600);
    batch
      .begin()
      .after(1 * H)
      .done()
      .upTo('blend-1');
    const hard = replan(state(), USUAL_KITCHEN, batch.nowMs);
    expect(lengthS()).toBe(Math.round(hard.nextLoadS));
    expect(lengthS()).toBeGreaterThan(state().current?.timerS ?? Infinity);
    const straining = batch.upTo('strain-1').state;
    expect(clockLengthS(straining.current!, hard, straining)).toBe(0);
  });

  test('the mix warms in a straight line to where it was predicted to end', () => {
    const batch = new Making(blendable).upTo('blend-1');
    const plan = replan(batch.state, USUAL_KITCHEN, batch.nowMs);
    const { endTempC, secondsPerLoad } = plan.prediction.blend;
    expect(warmthAtC(plan, secondsPerLoad)).toBeCloseTo(endTempC, 9);
    expect(warmthAtC(plan, 0)).toBeLessThan(warmthAtC(plan, secondsPerLoad / 2));
  });

  test('an ingredient that is gone leaves the plan as it was', () => {
    const batch = new Making(blendable);
    const gone = { ...blendable, nuts: [{ ingredient: 'own-gone', form: 'whole' as const, share: 1 }] };
    const plan = replan({ ...batch.state, recipe: gone, plannedRecipe: gone }, USUAL_KITCHEN, batch.nowMs);
    expect(plan.changes).toEqual([]);
    expect(plan.prediction).toBe(batch.state.prediction);
  });
});

describe('the recipe of a batch as it was made', () => {
  test('is as planned as long as nothing was done', () => {
    expect(recipeAsMade(new Making(recipe).state)).toEqual(recipe);
  });

  test('has the hours it soaked, to a quarter, and the seconds the blades ran', () => {
    const made = new Making(recipe)
      .upTo('soak')
      .begin()
      .after(6.1 * H)
      .done();
    expect(recipeAsMade(made.state)).toEqual({ ...recipe, soak: { ...recipe.soak, hours: 6 } });
    made
      .upTo('blend-1')
      .begin()
      .after(75 * S)
      .done();
    while (made.current?.startsWith('feel') === true) made.done();
    expect(recipeAsMade(made.state).blend.end).toEqual({ by: 'seconds', seconds: 75 });
  });

  test('has the water that was poured in before straining, over the same nuts', () => {
    const made = new Making(recipe).upTo('blend-1').record({ type: 'liquid-added', volumeMl: 143 });
    const { amount, waterPerNut } = recipeAsMade(made.state);
    expect(amount).toEqual({ by: 'nuts', massG: 143 });
    // As many grams as nuts, but for the density of water.
    expect(waterPerNut).toBeCloseTo(recipe.waterPerNut + 0.998, 3);
  });

  test('can be made again', () => {
    const made = new Making(FULL).upTo('bottle');
    expect(predict(recipeAsMade(made.state), kitchenAt(AROUND)).ok).toBe(true);
  });
});
