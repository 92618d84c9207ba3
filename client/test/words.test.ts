import type { BatchEvent, BatchState, Recipe } from '@humble-churn/core';
import { batchState, predict } from '@humble-churn/core';
import { firstRecipe } from '~/features/bench/draft';
import { stepGuide, stepName } from '~/features/counter/stepWords';
import { dayWords, momentWords } from '~/wire/moments';

const METRIC = { measures: 'metric' as const, cupSystem: 'us' as const };
const US = { measures: 'us' as const, cupSystem: 'us' as const };

function stateOf(recipe: Recipe): BatchState {
  const around = { roomTempC: 20, fridgeTempC: 4 };
  const made = predict(recipe, around);
  if (!made.ok) throw new Error(made.refusal.code);
  const plan: BatchEvent = {
    type: 'planned',
    id: 'p',
    atMs: 0,
    recipe,
    prediction: made.value,
    sureness: null,
    around,
    budgetH: 96,
    guide: 2,
  };
  const state = batchState([plan]);
  if (!state) throw new Error('no state');
  return state;
}

function guideOf(recipe: Recipe, kind: string, manner = METRIC as typeof METRIC | typeof US) {
  const state = stateOf(recipe);
  const step = state.steps.find((one) => one.kind === kind);
  if (!step) throw new Error(`no ${kind}`);
  const { todo, lookFor, caution } = stepGuide(step, state, state.prediction, manner);
  return { all: [...todo, lookFor ?? '', caution ?? ''].join(' '), caution, todo };
}

const base = firstRecipe('high-speed-jug');

describe('what the counter says', () => {
  test('says what is blended in, what is stirred in, and by how much of it', () => {
    const recipe: Recipe = {
      ...base,
      blend: { ...base.blend, waterOrder: 'thick-first', iceShare: 0.1 },
      otherLiquid: { liquid: 'coconut_water', share: 0.5 },
      additions: [
        { addition: 'date_medjool', when: 'before', gPerL: 50 },
        { addition: 'salt', when: 'after', gPerL: 0.5 },
      ],
    };
    expect(guideOf(recipe, 'weigh').all).toMatch(
      /of coconut water for blending.*of ice.*medjool date.*to blend in/,
    );
    expect(guideOf(recipe, 'blend').all).toMatch(/Ice last/);
    expect(guideOf(recipe, 'rinse').all).toMatch(/Rinse the jug with/);
    expect(guideOf(recipe, 'finish').all).toMatch(/Into the expected 1000 mL of milk: 0\.5 g.*fine salt/);
    expect(stateOf(base).steps.map((step) => step.kind)).not.toContain('finish');
  });

  test('weighs out what was computed, in the kitchen’s measures', () => {
    const { prediction } = stateOf(base);
    expect(guideOf(base, 'weigh').all).toContain(`${Math.round(prediction.nutG / 5) * 5} g of almond`);
    expect(guideOf(base, 'weigh', US).all).toMatch(/oz of almond/);
    expect(guideOf(base, 'weigh').caution).toMatch(/thrown away, not rinsed/);
  });

  test('boiling water is cautioned where it is poured, drained and closed in', () => {
    const hot: Recipe = { ...base, soak: { ...base.soak, method: 'hot', hours: 0.5, pourTempC: 95 } };
    expect(guideOf(hot, 'soak').caution).toMatch(/burns/);
    expect(guideOf(hot, 'drain').all).toMatch(/cold water/);
    expect(guideOf(hot, 'drain').caution).toMatch(/below 30 °C/);
    expect(guideOf(base, 'drain').caution).toBeNull();
    expect(guideOf(base, 'blend').caution).toMatch(/Nothing hot into a closed jug/);
  });

  test('an overnight soak stands in the fridge, a counter soak is watched', () => {
    expect(guideOf(base, 'soak').all).toMatch(/in the fridge/);
    const counter: Recipe = { ...base, soak: { ...base.soak, method: 'counter', hours: 6 } };
    expect(guideOf(counter, 'soak').caution).toMatch(/Eight hours/);
    const salted: Recipe = { ...base, soak: { ...base.soak, saltGPerKg: 10 } };
    expect(guideOf(salted, 'soak').all).toMatch(/10 g of salt/);
  });

  test('straining names the tool and the squeeze, and the two hours', () => {
    expect(guideOf(base, 'strain').all).toMatch(/fine bag/);
    expect(guideOf(base, 'squeeze').all).toMatch(/Firm squeeze/);
    expect(guideOf(base, 'strain').caution).toMatch(/two hours/);
    const unstrained: Recipe = { ...base, strain: { ...base.strain, strainer: 'none' } };
    expect(guideOf(unstrained, 'strain').all).not.toMatch(/squeeze/);
  });

  test('every step of the longest batch says what to do', () => {
    const longest: Recipe = {
      ...base,
      peel: 'pinch',
      soak: { ...base.soak, method: 'hot', hours: 0.5, pourTempC: 95 },
      blend: { ...base.blend, fillLineMl: 700, waterOrder: 'thick-first' },
      strain: { ...base.strain, washShare: 0.2 },
      additions: [{ addition: 'salt', when: 'after', gPerL: 0.5 }],
    };
    const state = stateOf(longest);
    expect(new Set(state.steps.map((step) => step.kind)).size).toBe(17);
    for (const step of state.steps) {
      const { todo, lookFor } = stepGuide(step, state, state.prediction, METRIC);
      expect(todo.length).toBeGreaterThan(0);
      expect([...todo, lookFor ?? ''].join(' ')).not.toMatch(/NaN|undefined|null/);
    }
    expect(guideOf(longest, 'soak').caution).toMatch(/rinse cold, and blend below 30 °C/);
    expect(guideOf(longest, 'drain').caution).toMatch(/below 30 °C/);
    expect(guideOf(longest, 'wash').all).toMatch(/Pour \d+ mL of the water kept back/);
  });

  test('a cold press has its own words', () => {
    const press: Recipe = { ...base, blend: { ...base.blend, machine: 'cold-press' } };
    expect(guideOf(press, 'blend').all).toMatch(/press/);
    expect(guideOf(press, 'blend').all).not.toMatch(/full speed/);
  });

  test('loads are numbered when there are several', () => {
    const state = stateOf({ ...base, blend: { ...base.blend, fillLineMl: 700 } });
    const names = state.steps.map((step) => stepName(step));
    expect(names).toContain('Blend, load 1 of 3');
    const one = stateOf(base);
    expect(one.steps.map((step) => stepName(step))).toContain('Blend');
  });
});

describe('moments in the household’s zone', () => {
  const ZONE = 'Europe/Lisbon';
  const at = (iso: string): number => Date.parse(iso);
  const now = at('2031-03-29T20:00:00Z');

  test.each([
    ['2031-03-29T22:30:00Z', 'today 22:30'],
    // The clocks go forward that night: from here on an hour later than UTC.
    ['2031-03-30T08:00:00Z', 'tomorrow 09:00'],
    ['2031-03-28T10:00:00Z', 'yesterday 10:00'],
    ['2031-04-02T10:00:00Z', 'Wed 11:00'],
    ['2031-05-20T10:00:00Z', '20 May 11:00'],
  ])('%s is %s', (instant, words) => {
    expect(momentWords(at(instant), now, ZONE)).toBe(words);
  });

  test('midnight falls where the household is, not where the device is', () => {
    const late = at('2031-06-10T23:30:00Z');
    expect(momentWords(late, at('2031-06-10T12:00:00Z'), 'UTC')).toBe('today 23:30');
    expect(momentWords(late, at('2031-06-10T12:00:00Z'), 'Europe/Helsinki')).toBe('tomorrow 02:30');
    expect(dayWords(late, 'Pacific/Auckland')).toBe('Wed 11 Jun');
  });

  test('when the clocks go back, the repeated hour is still told by its moment', () => {
    const first = at('2031-10-26T00:30:00Z');
    const second = at('2031-10-26T01:30:00Z');
    expect(momentWords(first, first, ZONE)).toBe('today 01:30');
    expect(momentWords(second, first, ZONE)).toBe('today 01:30');
  });
});
