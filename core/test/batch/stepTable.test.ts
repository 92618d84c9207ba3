import type { Recipe } from '../../src';
import { plainRecipe, predict } from '../../src';
import { STEP_KINDS, STEP_TABLE, stepDefinition } from '../../src/batch/stepTable';
import { batchSteps } from '../../src/batch/steps';

const ALMOND = plainRecipe('Almond', 'almond', 6.6, 10);
const RECIPES: readonly [string, Recipe][] = [
  ['almonds, soaked and drained', ALMOND],
  ['without a soak', { ...ALMOND, soak: { ...ALMOND.soak, method: 'none' } }],
  [
    'hot and kept',
    { ...ALMOND, soak: { ...ALMOND.soak, method: 'hot', hours: 0.5, pourTempC: 100, water: 'kept' } },
  ],
  ['three loads', { ...ALMOND, amount: { by: 'milk', volumeMl: 4000 } }],
  ['at a press', { ...ALMOND, blend: { ...ALMOND.blend, machine: 'cold-press' } }],
];

describe.each(RECIPES)('%s', (_name, recipe) => {
  const made = predict(recipe);
  if (!made.ok) throw new Error(made.refusal.code);

  test.each([1, 2, 3] as const)('guide %i: in the order of the table, each step once', (guide) => {
    const steps = batchSteps(recipe, made.value, guide);
    expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length);
    expect(steps[0]?.kind).toBe('weigh');
    const first = STEP_KINDS.filter((kind) => steps.some((step) => step.kind === kind));
    expect([...new Set(steps.map(({ kind }) => kind))]).toEqual(first);
    for (const { kind, nth, of, timerS } of steps) {
      expect(of).toBe(steps.filter((step) => step.kind === kind).length);
      if (nth !== null) expect(stepDefinition(kind).counts).not.toBeNull();
      if (timerS !== null) expect(timerS).toBeGreaterThan(0);
    }
  });
});

test('what stands while milk is at room temperature comes first: all from feeling to bottling', () => {
  const from = STEP_KINDS.indexOf('feel');
  const to = STEP_KINDS.indexOf('bottle');
  expect(STEP_KINDS.filter((kind) => STEP_TABLE[kind].urgent)).toEqual(STEP_KINDS.slice(from, to + 1));
});

test('the clock of a bath grows with a bowl warmer than planned, that of a load with what is left to do', () => {
  const now = { timerS: 600, bathS: 1500, nextLoadS: 48.4 };
  expect(stepDefinition('cool').startS(now)).toBe(1500);
  expect(stepDefinition('blend').startS(now)).toBe(48);
  expect(stepDefinition('blend').startS({ ...now, nextLoadS: 0 })).toBe(600);
  expect(stepDefinition('soak').startS(now)).toBe(600);
});
