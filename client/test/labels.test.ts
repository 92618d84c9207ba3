import type { BatchEvent, BatchState, Guide, Recipe } from '@humble-churn/core';
import { GUIDE, batchState, predict, USUAL_KITCHEN, firstRecipe } from '@humble-churn/core';
import { stepGuide, stepName } from '~/features/counter/stepLabels';
import { dayText, momentText } from '~/wire/moments';
import { FIRST } from './firstKitchen';

const METRIC = { measures: 'metric' as const, cupSystem: 'us' as const, spoonSystem: 'us' as const };
const US = { measures: 'us' as const, cupSystem: 'us' as const, spoonSystem: 'us' as const };

function stateOf(recipe: Recipe, guide: Guide = GUIDE): BatchState {
  const around = { roomTempC: 20, fridgeTempC: 4 };
  const made = predict(recipe, { ...USUAL_KITCHEN, surroundings: around });
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
    guide,
    ingredients: [],
  };
  const state = batchState([plan]);
  if (!state) throw new Error('no state');
  return state;
}

function guideOf(recipe: Recipe, kind: string, preferences = METRIC as typeof METRIC | typeof US) {
  const state = stateOf(recipe);
  const step = state.steps.find((one) => one.kind === kind);
  if (!step) throw new Error(`no ${kind}`);
  const { todo, lookFor, caution } = stepGuide(step, state, state.prediction, preferences);
  return { all: [...todo, lookFor ?? '', caution ?? ''].join(' '), caution, todo };
}

const base = firstRecipe({ ...FIRST, machine: 'high-speed-jug' });

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
      /of coconut water for blending.*of ice.*2 dates, 50 g, to blend in/,
    );
    expect(guideOf(recipe, 'blend').all).toMatch(/Ice last/);
    expect(guideOf(recipe, 'rinse').all).toMatch(/Rinse the jug with/);
    // Each dose has its own line with what was put in; a batch of the guide before lists them.
    expect(guideOf(recipe, 'finish').all).toMatch(/Into the expected 1000 mL of milk:/);
    const before = stateOf(recipe, 3);
    const finish = before.steps.find(({ kind }) => kind === 'finish');
    expect(finish && stepGuide(finish, before, before.prediction, METRIC).todo.join(' ')).toMatch(
      /Into the expected 1000 mL of milk: about 1 pinch, 0\.5 g of fine salt/,
    );
    expect(stateOf(base).steps.map((step) => step.kind)).not.toContain('finish');
  });

  test('weighs out what was computed, in the kitchen’s measures', () => {
    const { prediction } = stateOf(base);
    expect(guideOf(base, 'weigh').all).toContain(`${Math.round(prediction.nutG / 5) * 5} g of almond`);
    expect(guideOf(base, 'weigh', US).all).toMatch(/oz \(1⅛ cups\) of almond/);
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
      additions: [
        { addition: 'salt', when: 'after', gPerL: 0.5 },
        { addition: 'date_medjool', when: 'after', gPerL: 40 },
      ],
    };
    const state = stateOf(longest);
    expect(new Set(state.steps.map((step) => step.kind)).size).toBe(20);
    for (const step of state.steps) {
      const { todo, lookFor } = stepGuide(step, state, state.prediction, METRIC);
      expect(todo.length).toBeGreaterThan(0);
      expect([...todo, lookFor ?? ''].join(' ')).not.toMatch(/NaN|undefined|null/);
    }
    expect(guideOf(longest, 'soak').caution).toMatch(/rinse cold, and blend below 30 °C/);
    expect(guideOf(longest, 'drain').caution).toMatch(/below 30 °C/);
    expect(guideOf(longest, 'wash').all).toMatch(/Pour \d+ mL of the water kept back/);
  });

  test('flour soaked hot: its water is kept, cooled, and counted once', () => {
    const flour: Recipe = {
      ...base,
      nuts: [{ ingredient: 'almond', form: 'ground', share: 1 }],
      amount: { by: 'nuts', massG: 60 },
      waterPerNut: 10,
      soak: { ...base.soak, method: 'hot', hours: 0.5, pourTempC: 95 },
    };
    const kinds = stateOf(flour).steps.map((step) => step.kind);
    expect(kinds.slice(0, 4)).toEqual(['weigh', 'soak', 'cool', 'blend']);
    const said = ['weigh', 'soak', 'cool', 'blend'].map((kind) => guideOf(flour, kind).all).join(' ');
    expect(said).not.toMatch(/[Pp]our the soak water away|rinse until/);
    expect(guideOf(flour, 'weigh').all).toMatch(
      /180 mL of water for the soak, which stays.*420 mL more of water/,
    );
    expect(guideOf(flour, 'soak').all).toMatch(/Pour 180 mL of boiling water over the nuts, no more/);
    expect(guideOf(flour, 'cool').all).toMatch(/bath of cold water.*16 min in the bath.*30 °C or less/);
    expect(guideOf(flour, 'blend').all).toMatch(/Pour in 420 mL.*bowl with its soak water, 240 g/);
  });

  test('the water is changed as often as the recipe says, and not at all where it does not', () => {
    const every = (changeEveryH: number | null): string | null =>
      guideOf({ ...base, soak: { ...base.soak, hours: 12, changeEveryH } }, 'soak').caution;
    expect(every(8)).toMatch(/every 8 h/);
    expect(every(null)).not.toMatch(/[Cc]hange the water/);
  });

  test('strained again, and ladled from the jug into a press', () => {
    const second: Recipe = {
      ...base,
      strain: {
        ...base.strain,
        strainer: 'fine-sieve',
        second: { strainer: 'fine-bag', strainerName: null },
      },
    };
    expect(guideOf(second, 'strain-again').all).toMatch(/through the fine bag/);
    const pressed: Recipe = { ...base, strain: { ...base.strain, strainer: 'cold-press' } };
    expect(guideOf(pressed, 'strain').all).toMatch(/Ladle the blended mix into the press/);
  });

  test('the warmth at which to stop is the one in force', () => {
    const hot: Recipe = { ...base, soak: { ...base.soak, method: 'hot', hours: 0.5, pourTempC: 95 } };
    const step = stateOf(hot).steps.find((one) => one.kind === 'blend');
    if (!step) throw new Error('no blending');
    expect(stepGuide(step, stateOf(hot), stateOf(hot).prediction, METRIC).stop).toMatch(/30 °C is the most/);
  });

  test('a cold press has its own words', () => {
    const press: Recipe = { ...base, blend: { ...base.blend, machine: 'cold-press' } };
    expect(guideOf(press, 'blend').all).toMatch(/press/);
    expect(guideOf(press, 'blend').all).not.toMatch(/full speed/);
  });

  test('loads are numbered when there are several', () => {
    const state = stateOf({ ...base, blend: { ...base.blend, fillLineMl: 700 } });
    const names = state.steps.map((step) => stepName(step));
    expect(names).toContain('Blend, load 1 of 2');
    const one = stateOf(base);
    expect(one.steps.map((step) => stepName(step))).toContain('Blend');
  });
});

describe('moments in the household’s zone', () => {
  const ZONE = 'Europe/Lisbon';
  const inZone = (timeZone: string) => ({ timeZone, locale: null, measures: 'metric' }) as const;
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
    expect(momentText(at(instant), now, inZone(ZONE))).toBe(words);
  });

  test('midnight falls where the household is, not where the device is', () => {
    const late = at('2031-06-10T23:30:00Z');
    expect(momentText(late, at('2031-06-10T12:00:00Z'), inZone('UTC'))).toBe('today 23:30');
    expect(momentText(late, at('2031-06-10T12:00:00Z'), inZone('Europe/Helsinki'))).toBe('tomorrow 02:30');
    expect(dayText(late, inZone('Pacific/Auckland'))).toBe('Wed 11 Jun');
  });

  test('when the clocks go back, the repeated hour is still told by its moment', () => {
    const first = at('2031-10-26T00:30:00Z');
    const second = at('2031-10-26T01:30:00Z');
    expect(momentText(first, first, inZone(ZONE))).toBe('today 01:30');
    expect(momentText(second, first, inZone(ZONE))).toBe('today 01:30');
  });
});
