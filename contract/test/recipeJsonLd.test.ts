import type { Recipe } from '@humble-churn/core';
import { NUT_TABLE, plainRecipe, predict } from '@humble-churn/core';
import { z } from 'zod';
import type { RecipeFile } from '../src';
import keptKitchenSchema from '../../docs/kitchen.schema.json';
import keptSchema from '../../docs/recipe.schema.json';
import { kitchenJsonSchema } from '../src/kitchenFile';
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
    expect(keptSchema).toEqual(JSON.parse(JSON.stringify(recipeJsonSchema())));
  });

  test('and so is the schema of a whole kitchen', () => {
    expect(keptKitchenSchema).toEqual(JSON.parse(JSON.stringify(kitchenJsonSchema())));
  });

  test.each<[string, unknown, string]>([
    ['a word for water', { ...file, recipe: { ...sunday, waterPerNut: 'plenty' } }, 'recipe.waterPerNut'],
    ['no nuts', { ...file, recipe: { ...sunday, nuts: [] } }, 'recipe.nuts'],
    [
      'a nut nobody knows',
      { ...file, recipe: { ...sunday, nuts: [{ ingredient: 'moon-nut', form: 'whole', share: 1 }] } },
      'recipe.nuts.0.ingredient',
    ],
    [
      'an addition nobody knows',
      { ...file, recipe: { ...sunday, additions: [{ addition: 'glitter', when: 'after', gPerL: 1 }] } },
      'recipe.additions.0.addition',
    ],
    [
      'a poison among its own ingredients',
      { ...file, ownIngredients: [{ ...NUT_TABLE[0], key: 'own-x', name: 'Bitter almond', guessed: [] }] },
      'ownIngredients.0.name',
    ],
    ['a later version', { ...file, version: 9 }, 'version'],
  ])('names the field of %s', (_name, value, path) => {
    expect(problemsOf(JSON.stringify(value)).map((one) => one.path)).toContain(path);
  });
});

describe('schema.org Recipe', () => {
  test('has what other programs look for', () => {
    const { ld, prediction } = written();
    const read = z
      .object({
        '@type': z.literal('Recipe'),
        name: z.literal('Sunday milk'),
        recipeYield: z.string(),
        prepTime: z.string().regex(/^PT(\d+H)?(\d+M)?$/),
        totalTime: z.string().regex(/^PT1\dH(\d+M)?$/),
        recipeIngredient: z.array(z.string()).length(5),
        recipeInstructions: z.array(z.object({ '@type': z.literal('HowToStep'), text: z.string() })).min(4),
        nutrition: z.object({ calories: z.string() }),
      })
      .parse(JSON.parse(JSON.stringify(ld)));
    expect(read.recipeYield).toBe(`${Math.round(prediction.finish.volumeMl)} mL`);
    expect(read.recipeIngredient[0]).toBe(`${Math.round(prediction.nuts[0]?.massG ?? 0)} g almond`);
    expect(read.recipeIngredient[1]).toMatch(/macadamia, chopped$/);
  });

  test('brings our form back whole', () => {
    const { ld } = written();
    expect(mustRead(JSON.stringify(ld)).file).toEqual(file);
    expect(mustRead(JSON.stringify({ '@graph': [{ '@type': 'WebPage' }, ld] })).file).toEqual(file);
    expect(mustRead(JSON.stringify([ld])).file).toEqual(file);
  });

  test('read without our form, by its lines, gives the same nuts and water', () => {
    const { ld, prediction } = written();
    const { 'humbleChurn:recipe': _own, ...plain } = ld;
    const { recipe } = mustRead(JSON.stringify(plain)).file;
    const nutG = recipe.amount.by === 'nuts' ? recipe.amount.massG : 0;
    expect(Math.abs(nutG - prediction.nutG)).toBeLessThan(1);
    expect(recipe.waterPerNut).toBeCloseTo(6, 1);
    expect(recipe.nuts.map((nut) => [nut.ingredient, nut.form])).toEqual([
      ['almond', 'whole'],
      ['macadamia', 'chopped'],
    ]);
    expect(recipe.additions.map((dose) => [dose.addition, dose.when])).toEqual([
      ['date_medjool', 'before'],
      ['salt', 'after'],
    ]);
  });
});

describe('recipes of other programs', () => {
  test('1 cup of almonds and 4 cups of water are 143 g and 1 to 6.6', () => {
    const { recipe } = mustRead(foreign('1 cup raw almonds', '4 cups filtered water')).file;
    expect(recipe.amount.by === 'nuts' && recipe.amount.massG).toBeCloseTo(143, 9);
    expect(recipe.waterPerNut).toBeCloseTo((4 * 236.588 * 0.998) / 143, 9);
    expect(recipe.name).toBe('Nut milk');
  });

  test('cups are this kitchen’s own', () => {
    const { recipe } = mustRead(foreign('1 cup almonds', '1 l water'), 'metric').file;
    expect(recipe.amount.by === 'nuts' && recipe.amount.massG).toBeCloseTo((143 * 250) / 236.588, 6);
  });

  test.each<[string, number]>([
    ['500 ml water', 499],
    ['1 quart of water', 946.353 * 0.998],
    ['1 ½ cups water', 1.5 * 236.588 * 0.998],
    ['1,5 dl water', 150 * 0.998],
    ['1/2 litre water', 499],
  ])('“%s” is read as %s g', (line, waterG) => {
    const { recipe } = mustRead(foreign('100 g cashews', line)).file;
    expect(recipe.waterPerNut * 100).toBeCloseTo(waterG, 6);
  });

  test('dates are counted, spoons weighed, a pinch is a pinch, and ice is water', () => {
    const { file: read } = mustRead(
      foreign(
        '200 g cashews',
        '800 ml water',
        '200 g ice',
        '4 Medjool dates, pitted',
        '1 tbsp maple syrup',
        'a pinch of salt',
      ),
    );
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
