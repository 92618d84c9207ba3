import type { Recipe } from '@humble-churn/core';
import { NUT_TABLE, plainRecipe, predict } from '@humble-churn/core';
import { z } from 'zod';
import type { RecipeFile } from '../src';
import keptSchema from '../../docs/recipe.schema.json';
import { RECIPE_FORMAT, RecipeFileSchema, recipeJsonSchema } from '../src';
import type { RecipeReading } from '../src/recipeJsonLd';
import { readRecipe, toJsonLd } from '../src/recipeJsonLd';

const sunday: Recipe = {
  ...plainRecipe('Sunday milk', 'almond', 6, 12),
  nuts: [
    { ingredient: 'almond', form: 'whole', share: 3 },
    { ingredient: 'macadamia', form: 'chopped', share: 1 },
  ],
  additions: [
    { addition: 'date_medjool', when: 'before', gPerL: 40 },
    { addition: 'salt', when: 'after', gPerL: 0.5 },
  ],
};
const file: RecipeFile = RecipeFileSchema.parse({ format: RECIPE_FORMAT, version: 1, recipe: sunday });

function written(recipe: RecipeFile = file) {
  const prediction = predict(recipe.recipe);
  if (!prediction.ok) throw new Error(prediction.refusal.code);
  return { ld: toJsonLd(recipe, prediction.value), prediction: prediction.value };
}

function mustRead(text: string, cups: 'us' | 'metric' = 'us'): Extract<RecipeReading, { ok: true }> {
  const reading = readRecipe(text, cups);
  if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
  return reading;
}

function problemsOf(text: string) {
  const reading = readRecipe(text, 'us');
  return reading.ok ? [] : reading.problems;
}

const foreign = (...recipeIngredient: string[]): string =>
  JSON.stringify({ '@context': 'https://schema.org', '@type': 'Recipe', name: 'Nut milk', recipeIngredient });

describe('our open form', () => {
  test('is read back as it was written', () => {
    expect(mustRead(JSON.stringify(file)).file).toEqual(file);
  });

  test('its schema in docs is the one that parses it', () => {
    const { recipe } = read;
    expect(recipe.waterPerNut).toBeCloseTo((800 * 0.998 + 200) / 200, 9);
    expect(recipe.blend.iceShare).toBeCloseTo(200 / (800 * 0.998 + 200), 9);
    const litres = 96 / (recipe.additions[0]?.gPerL ?? 1);
    expect(recipe.additions.map((dose) => Math.round(dose.gPerL * litres * 10) / 10)).toEqual([
      96, 19.7, 0.4,
    ]);
  });

  test('what is not understood is said and left out; a range is taken at its lower end', () => {
    const { notes, file: read } = mustRead(
      foreign('1 cup almonds', '3-4 cups water', 'love to taste', '200g/7oz hazelnuts'),
    );
    expect(notes.filter((note) => note.startsWith('Left out'))).toEqual([
      'Left out, not understood: “love to taste”.',
      'Left out, not understood: “200g/7oz hazelnuts”.',
    ]);
    expect(notes.some((note) => note.includes('lower end'))).toBe(true);
    expect(read.recipe.waterPerNut).toBeCloseTo((3 * 236.588 * 0.998) / 143, 9);
  });

  test('flour, coconut water and a nut that needs no soak', () => {
    const { recipe } = mustRead(
      foreign('100 g hemp seeds', '50 g almond flour', '1 cup coconut water', '500 ml water'),
    ).file;
    expect(recipe.nuts.map((nut) => nut.form)).toEqual(['whole', 'ground']);
    expect(recipe.soak.method).toBe('none');
    expect(recipe.otherLiquid?.share).toBeCloseTo((236.588 * 1.01) / (236.588 * 1.01 + 500 * 0.998), 9);
  });

  test.each<[string, string, RegExp]>([
    ['bitter almonds', foreign('1 cup bitter almonds', '4 cups water'), /cyanide/],
    ['apricot kernels', foreign('50 g apricot kernels', '1 cup almonds', '4 cups water'), /cyanide/],
    ['no nuts', foreign('2 cups oats', '4 cups water'), /No nut or seed/],
    ['no water', foreign('1 cup almonds'), /No water/],
    ['far too much water', foreign('10 g almonds', '9 l water'), /Water must weigh/],
    ['no lines', JSON.stringify({ '@type': 'Recipe', name: 'X' }), /lines are missing/],
    ['something else', JSON.stringify({ hello: 'world' }), /Neither/],
    ['no JSON', 'milk: 1 l', /not JSON/],
  ])('refuses %s', (_name, text, words) => {
    expect(
      problemsOf(text)
        .map((one) => one.message)
        .join(' '),
    ).toMatch(words);
  });
});
