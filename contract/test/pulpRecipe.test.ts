import fc from 'fast-check';
import { ALLERGENS, PULP_TRAITS, recipeSolidsG, scaledPulpRecipe } from '@humble-churn/core';
import type { OwnPulpRecipe } from '../src';
import { OwnPulpRecipeSchema } from '../src';
import type { PulpRecipeText } from '../src/pulpRecipeJsonLd';
import {
  pulpRecipeFromText,
  pulpRecipeToJsonLd,
  readPulpRecipe,
  textOfPulpRecipe,
} from '../src/pulpRecipeJsonLd';

const KEY = '33333333-3333-4333-8333-333333333333';

const crisps: PulpRecipeText = {
  name: 'Herb crisps',
  lines: [
    '200 g pulp',
    '2 tbsp olive oil',
    '1 tsp thyme',
    '3 g salt',
    '1 cup oat flour',
    '2 eggs',
    '50 mL water',
  ],
  pulp: 'wet',
  steps: ['Stir.', '', 'Bake.'],
  heat: { oven: 165 },
  minutes: 30,
  makes: { count: 20, what: 'crisps' },
  allergens: ['gluten', 'other'],
  notWith: ['sweetened'],
  use: 'baked',
};

function made(text: Partial<PulpRecipeText> = {}): OwnPulpRecipe {
  const reading = pulpRecipeFromText({ ...crisps, ...text }, KEY, 'us');
  if (!reading.ok) throw new Error(reading.problem);
  return reading.recipe;
}

function refusal(text: Partial<PulpRecipeText>): string {
  const reading = pulpRecipeFromText({ ...crisps, ...text }, KEY, 'us');
  return reading.ok ? 'ok' : reading.field;
}

describe('a recipe as its cook writes it', () => {
  test('lines are weighed: spoons and cups by what they hold, eggs by the piece', () => {
    const { parts, dryG, waterG, steps, makes } = made();
    const weighs = Object.fromEntries(parts.map(({ name, massG }) => [name, massG]));
    // 14.79 mL of oil a spoon, 236.6 mL of flour a cup, 4.93 mL of herbs; an egg 50 g.
    expect(weighs['Olive oil']).toBeCloseTo(2 * 14.79 * 0.92, 1);
    expect(weighs['Oat flour']).toBeCloseTo(236.6 * 0.5, 0);
    expect(weighs).toMatchObject({ Salt: 3, Eggs: 100 });
    expect(dryG).toBeCloseTo(82, 6);
    // The pulp's own water counts as the recipe's.
    expect(waterG).toBeCloseTo(50 + 118, 0);
    expect(steps).toEqual(['Stir.', 'Bake.']);
    expect(makes).toEqual({ count: 20, one: 'crisp', many: 'crisps' });
  });

  test('for as much pulp as it was written for it takes the water it was written with', () => {
    const recipe = made();
    const scaled = scaledPulpRecipe(recipe, { dryG: 164, waterG: 400 - 164 });
    expect(scaled.factor).toBeCloseTo(2, 9);
    expect(scaled.waterG).toBeCloseTo(100, 0);
    expect(made({ pulp: 'dried', lines: ['100 g dried pulp', '80 g sugar'] })).toMatchObject({
      dryG: 94,
      only: 'dried',
    });
  });

  test('what is not understood is left out and said, and what is guessed', () => {
    const reading = pulpRecipeFromText(
      { ...crisps, lines: ['150 g pulp', 'some love', '1 tbsp stardust', '1,5 dl Milk'] },
      KEY,
      'metric',
    );
    expect(reading).toMatchObject({
      ok: true,
      notes: [
        'Left out, no amount that can be weighed: “some love”.',
        'Taken to be as heavy as water: “1 tbsp stardust”.',
      ],
    });
    expect(reading.ok && reading.recipe.parts.at(-1)).toMatchObject({ name: 'Milk', massG: 154.5 });
  });

  test('no pulp, no name, nobody said what it contains, or poison: each is refused at its field', () => {
    expect(refusal({ lines: ['200 g flour'] })).toBe('lines');
    expect(refusal({ lines: ['200 g pulp', '20 g bitter almonds'] })).toBe('lines');
    expect(refusal({ name: '  ' })).toBe('name');
    expect(refusal({ allergens: null })).toBe('allergens');
    expect(refusal({ allergens: [] })).toBe('ok');
    expect(refusal({ minutes: 0 })).toBe('rest');
    expect(refusal({ lines: ['90 kg pulp'] })).toBe('rest');
    expect(pulpRecipeFromText({ ...crisps, lines: ['90 kg pulp'] }, KEY, 'us')).toMatchObject({
      problem: 'So much pulp is no recipe for a kitchen.',
    });
    expect(made({ lines: ['150 g pulp', '2 cloves garlic'] }).parts).toMatchObject([{ massG: 8 }]);
  });
});

const grams = fc.integer({ min: 1, max: 900 });
const anyText: fc.Arbitrary<PulpRecipeText> = fc.record({
  name: fc.constantFrom('Crisps', 'Sunday loaf'),
  lines: fc
    .tuple(
      grams,
      grams,
      fc.subarray(['oat flour', 'sugar', 'olive oil', 'raisins', 'baking powder']),
      fc.nat({ max: 400 }),
    )
    .map(([pulpG, partG, names, waterG]) => [
      `${pulpG + 20} g pulp`,
      ...names.map((name) => `${partG} g ${name}`),
      ...(waterG > 0 ? [`${waterG} g water`] : []),
    ]),
  pulp: fc.constantFrom('wet' as const, 'dried' as const),
  steps: fc.subarray(['Stir.', 'Roll it out.', 'Bake until brown.']),
  heat: fc.constantFrom(null, 'pan' as const, { oven: 180 }),
  minutes: fc.integer({ min: 1, max: 300 }),
  makes: fc.constantFrom({ count: 12, what: 'crackers' }, { count: 1, what: 'loaf' }),
  allergens: fc.subarray([...ALLERGENS]),
  notWith: fc.subarray([...PULP_TRAITS]),
  use: fc.constantFrom('baked' as const, 'eaten' as const, 'scrub' as const),
});

test('the little water of a recipe is still in its lines when it is changed again', () => {
  const writtenWith = (waterG: number): readonly string[] =>
    textOfPulpRecipe(made({ lines: ['23 g pulp', `${waterG} g water`] })).lines;
  // 23 g of pulp hold 13.57 g: 1 g more is a sum that falls short of it by its last digit.
  expect(writtenWith(1)).toEqual(['23 g pulp', '1 g water']);
  expect(writtenWith(0.5)).toEqual(['23 g pulp', '0.5 g water']);
  expect(writtenWith(0)).toEqual(['23 g pulp']);
});

test('what is written as schema.org is what is read, and its lines are read as they were', () => {
  let dried = 0;
  fc.assert(
    fc.property(anyText, (text) => {
      const reading = pulpRecipeFromText(text, KEY, 'us');
      if (!reading.ok) throw new Error(reading.problem);
      const { recipe } = reading;
      expect(OwnPulpRecipeSchema.parse(JSON.parse(JSON.stringify(recipe)))).toEqual(recipe);
      const ld = pulpRecipeToJsonLd(recipe);
      const back = readPulpRecipe(JSON.stringify(ld));
      if (!back.ok) throw new Error(back.problem);
      expect(back.text).toEqual(textOfPulpRecipe(recipe));
      const again = pulpRecipeFromText(back.text, KEY, 'us');
      if (!again.ok) throw new Error(again.problem);
      expect(again.recipe.dryG).toBeCloseTo(recipe.dryG, 6);
      expect(again.recipe.waterG).toBeCloseTo(recipe.waterG, 6);
      expect({ ...again.recipe, dryG: 0, waterG: 0 }).toEqual({ ...recipe, dryG: 0, waterG: 0 });
      // Without our own form it is read by its lines, as any other program's.
      const { 'humbleChurn:pulpRecipe': own, ...plain } = ld;
      expect(own).toBeDefined();
      const foreign = readPulpRecipe(JSON.stringify(plain));
      expect(foreign).toMatchObject({
        ok: true,
        text: { lines: ld['recipeIngredient'], minutes: text.minutes, makes: { count: text.makes.count } },
      });
      if (text.pulp === 'dried') dried++;
    }),
  );
  expect(dried).toBeGreaterThan(10);
});

describe('another program’s recipe', () => {
  const file = (over: object = {}) =>
    readPulpRecipe(
      JSON.stringify({
        '@graph': [
          { '@type': 'WebPage' },
          {
            '@type': ['Recipe'],
            name: 'Pulp bars',
            recipeIngredient: ['1 1/2 cups almond pulp', '80 g oats', '2 tbsp honey'],
            recipeInstructions: [
              {
                '@type': 'HowToSection',
                itemListElement: [{ '@type': 'HowToStep', text: 'Heat the oven to 350 °F.' }],
              },
              'Bake.',
            ],
            recipeYield: ['12 bars', '12'],
            cookTime: 'PT1H5M',
            ...over,
          },
        ],
      }),
    );

  test('gives its lines, steps, oven, time and yield; what it contains nobody has said yet', () => {
    expect(file()).toEqual({
      ok: true,
      text: {
        name: 'Pulp bars',
        lines: ['1 1/2 cups almond pulp', '80 g oats', '2 tbsp honey'],
        pulp: 'wet',
        steps: ['Heat the oven to 350 °F.', 'Bake.'],
        heat: { oven: 177 },
        minutes: 65,
        makes: { count: 12, what: 'bars' },
        allergens: null,
        notWith: [],
        use: 'baked',
      },
    });
    const reading = file();
    const made = reading.ok && pulpRecipeFromText({ ...reading.text, allergens: [] }, KEY, 'us');
    expect(made && made.ok && made.recipe.dryG).toBeCloseTo(recipeSolidsG(1.5 * 236.6 * 0.6, 'wet'), 0);
  });

  test('without times, yield or steps it stands as it is to be looked over', () => {
    expect(
      file({ cookTime: 'soon', recipeYield: null, recipeInstructions: 'Fry in a pan.\n\nEat.' }),
    ).toMatchObject({
      text: { minutes: 30, makes: { count: 1, what: '' }, heat: 'pan', steps: ['Fry in a pan.', 'Eat.'] },
    });
  });

  test('what is no recipe is refused in words', () => {
    expect(readPulpRecipe('{')).toMatchObject({ ok: false, problem: expect.stringContaining('not JSON') });
    expect(readPulpRecipe('[]')).toMatchObject({ ok: false });
    expect(file({ recipeIngredient: undefined })).toMatchObject({ ok: false });
    expect(
      file({ 'humbleChurn:pulpRecipe': { format: 'humble-churn/pulp-recipe', version: 1, recipe: {} } }),
    ).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/^humbleChurn:pulpRecipe\.recipe/),
    });
  });
});
