import { act, renderHook } from '@testing-library/react-native';
import { predict, firstRecipe } from '@humble-churn/core';
import { SHARED, layOnBench } from '~/features/bench/benchStore';
import { useDraft } from '~/features/bench/draft';
import { emptyDeviceStorage } from './deviceStorage';
import { FIRST } from './firstKitchen';

let store: Map<string, string>;

beforeEach(() => {
  store = emptyDeviceStorage();
});

const bench = () => renderHook(() => useDraft(FIRST));

test('the first recipe anybody sees can be made', () => {
  const result = predict(firstRecipe(FIRST));
  expect(result.ok && Math.round(result.value.milk.volumeMl)).toBe(1000);
});

test('every change can be taken back and made again', () => {
  const { result } = bench();
  const start = result.current.recipe;
  expect(result.current.undo).toBeNull();
  act(() => result.current.change('peel', (now) => ({ ...now, peel: 'pinch' })));
  act(() => result.current.change('ratio', (now) => ({ ...now, waterPerNut: 4 })));
  expect(result.current.recipe).toMatchObject({ peel: 'pinch', waterPerNut: 4 });
  act(() => result.current.undo?.());
  expect(result.current.recipe).toMatchObject({ peel: 'pinch', waterPerNut: start.waterPerNut });
  act(() => result.current.undo?.());
  expect(result.current.recipe).toEqual(start);
  act(() => result.current.redo?.());
  act(() => result.current.redo?.());
  expect(result.current.recipe).toMatchObject({ peel: 'pinch', waterPerNut: 4 });
  expect(result.current.redo).toBeNull();
});

test('a slide through many values is one change', () => {
  const { result } = bench();
  const start = result.current.recipe.waterPerNut;
  for (const waterPerNut of [3, 3.5, 4, 4.5]) {
    act(() => result.current.change('ratio', (now) => ({ ...now, waterPerNut })));
  }
  act(() => result.current.undo?.());
  expect(result.current.recipe.waterPerNut).toBe(start);
});

test('a change that changes nothing is none', () => {
  const { result } = bench();
  act(() => result.current.change('peel', (now) => ({ ...now })));
  expect(result.current.undo).toBeNull();
});

test('a new change after an undo leaves nothing to redo', () => {
  const { result } = bench();
  act(() => result.current.change('peel', (now) => ({ ...now, peel: 'pinch' })));
  act(() => result.current.undo?.());
  act(() => result.current.change('peel', (now) => ({ ...now, peel: 'towel' })));
  expect(result.current.redo).toBeNull();
});

test('the recipe is still there when the bench is opened again', () => {
  const first = bench();
  act(() => first.result.current.change('name', (now) => ({ ...now, name: 'Porridge milk' })));
  first.unmount();
  expect(bench().result.current.recipe.name).toBe('Porridge milk');
});

test('a recipe from the notebook lies on the bench', () => {
  layOnBench({ ...firstRecipe(FIRST), name: 'As in March' });
  expect(bench().result.current.recipe.name).toBe('As in March');
});

test('a recipe that is laid over another leaves it to be had back', () => {
  SHARED.write({
    recipe: { ...firstRecipe(FIRST), name: 'Half done' },
    other: null,
    saved: null,
    servings: null,
  });
  layOnBench({ ...firstRecipe(FIRST), name: 'As in March' });
  const { result, unmount } = bench();
  expect(result.current.recipe.name).toBe('As in March');
  act(() => result.current.undo?.());
  expect(result.current.recipe.name).toBe('Half done');
  unmount();
  // It was laid out once, and does not come again.
  expect(bench().result.current.recipe.name).toBe('Half done');
});

test.each([
  ['what is no JSON', '{{{'],
  ['a recipe of another make', '{"version":1,"recipe":{"name":"x"}}'],
  ['a later version', JSON.stringify({ version: 9, recipe: firstRecipe(FIRST) })],
])('%s in the store is left alone and the bench begins anew', (_name, text) => {
  store.set('humble-churn.bench', text);
  expect(bench().result.current.recipe.name).toBe('Almond milk');
});

describe('another recipe beside it', () => {
  test('is a copy until one thing on it is changed, and can be swapped and taken back', () => {
    const { result } = bench();
    const { recipe } = result.current;
    act(() => result.current.layCopy());
    act(() => result.current.changeOther('peel', (now) => ({ ...now, peel: 'towel' })));
    expect(result.current.recipe).toEqual(recipe);
    expect(result.current.other).toEqual({ ...recipe, peel: 'towel' });
    act(() => result.current.swap());
    expect(result.current.recipe.peel).toBe('towel');
    expect(result.current.other).toEqual(recipe);
    act(() => result.current.undo?.());
    expect(result.current.recipe).toEqual(recipe);
    act(() => result.current.clearCopy());
    expect(result.current.other).toBeNull();
  });

  test('a panel that was drawn before the last change still copies what lies there now', () => {
    const { result } = bench();
    const drawnBefore = result.current;
    act(() => result.current.change('peel', (now) => ({ ...now, peel: 'pinch' })));
    act(() => drawnBefore.layCopy());
    expect(result.current.other?.peel).toBe('pinch');
    expect(drawnBefore.latest()).toMatchObject({ recipe: { peel: 'pinch' }, other: { peel: 'pinch' } });
  });

  test('without one there is nothing to change or swap', () => {
    const { result } = bench();
    act(() => result.current.changeOther('peel', (now) => ({ ...now, peel: 'towel' })));
    act(() => result.current.swap());
    expect(result.current.undo).toBeNull();
  });

  test('both sides and the kept recipe they came from are there after a reload', () => {
    const saved = { id: '7f0d3c52-3f8e-4a51-8f0c-5e1a8e6a7b21', version: 3 };
    const other = { ...firstRecipe(FIRST), waterPerNut: 4 };
    const servings = { people: 3, glassesADay: 1, days: 3 };
    SHARED.write({ recipe: firstRecipe(FIRST), saved, other, servings });
    const { result } = bench();
    expect(result.current).toMatchObject({ recipe: firstRecipe(FIRST), other, saved, servings });
  });
});
