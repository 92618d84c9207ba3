import type { Recipe } from '@humble-churn/core';
import { USUAL_KITCHEN, plainRecipe, predict } from '@humble-churn/core';
import { benchLine } from '~/features/bench/benchLines';
import { SECTIONS } from '~/features/bench/openSections';

const almond = plainRecipe('Almond milk', 'almond', 6.62, 12);
const METRIC = { measures: 'metric', cupSystem: 'us', spoonSystem: 'metric' } as const;

function lines(
  change: Partial<Recipe> = {},
  servings: { people: number; glassesADay: number; days: number } | null = null,
) {
  const recipe = { ...almond, ...change };
  const predicted = predict(recipe);
  const told = {
    recipe,
    servings,
    prediction: predicted.ok ? predicted.value : null,
    model: USUAL_KITCHEN,
    kitchen: METRIC,
  };
  return Object.fromEntries(SECTIONS.map((section) => [section, benchLine(section, told)]));
}

test('a line says what is chosen, and what it does', () => {
  expect(lines()).toEqual({
    purpose: 'Sets body, strainer, grit and sweetness',
    nut: 'Almond',
    amount: '1000 mL, everyday',
    ratio: '1 to 4.0 by cups, 1 to 6.6 by weight',
    soak: 'In the fridge, 12 h, +43 g',
    skins: 'Leave skins on',
    blend: expect.stringMatching(/^Jug, \d min.*, to \d\d °C$/),
    strain: expect.stringMatching(/^Fine bag, firm squeeze, \d+ g pulp$/),
    finish: 'Nothing added',
    drinkers: 'Nobody in particular',
    name: 'Almond milk',
  });
});

test('blends, people, salt and doses are told, too', () => {
  const said = lines(
    {
      purpose: 'coffee',
      nuts: [
        { ingredient: 'almond', form: 'whole', share: 3 },
        { ingredient: 'cashew', form: 'ground', share: 1 },
      ],
      soak: { ...almond.soak, method: 'none' },
      additions: [{ addition: 'salt', when: 'after', gPerL: 0.5 }],
      drinkers: ['Noor'],
      name: ' ',
    },
    { people: 3, glassesADay: 1, days: 1 },
  );
  expect(said).toMatchObject({
    purpose: 'Coffee and tea',
    nut: '75 % almond, 25 % cashew, flour',
    amount: expect.stringContaining('3 × 1 × 1 day'),
    soak: 'No soak, so blending takes longer',
    finish: expect.stringMatching(/^1 pinch fine salt, to 1\d\d\d mL$/),
    drinkers: 'Noor',
    name: 'No name yet',
  });
});

test('of what cannot be made it still says what is chosen', () => {
  expect(lines({ waterPerNut: 0.5 })).toMatchObject({ soak: 'In the fridge, 12 h', blend: 'Jug' });
});
