import { KitchenProfileSchema } from '@humble-churn/contract';
import type { KitchenProfile } from '@humble-churn/contract';
import type { PulpPlace, Recipe } from '@humble-churn/core';
import { plainRecipe } from '@humble-churn/core';

export interface Dish {
  recipe: Recipe;
  /** Whether its pulp is kept, and where. */
  pulp: PulpPlace | null;
}

const PLAIN = plainRecipe('', 'almond', 6.6, 10);
const BASE: Recipe = {
  ...PLAIN,
  blend: { ...PLAIN.blend, machine: 'high-speed-jug', liquidTempC: 12 },
};

function nut(ingredient: string, share = 1): Recipe['nuts'][number] {
  return { ingredient, form: 'whole', share };
}

export const PORRIDGE: Dish = {
  pulp: 'freezer',
  recipe: {
    ...BASE,
    name: 'Hazelnut for porridge',
    nuts: [nut('hazelnut')],
    amount: { by: 'milk', volumeMl: 900 },
    waterPerNut: 5.2,
    strain: { ...BASE.strain, strainer: 'fine-sieve' },
  },
};
export const SOUP: Dish = {
  pulp: null,
  recipe: {
    ...BASE,
    name: 'Cashew cream for soup',
    nuts: [nut('cashew')],
    amount: { by: 'nuts', massG: 200 },
    waterPerNut: 2.4,
    soak: { ...BASE.soak, method: 'counter', hours: 3 },
    strain: { ...BASE.strain, strainer: 'none' },
  },
};
export const BAKING: Dish = {
  pulp: 'fridge',
  recipe: {
    ...BASE,
    name: 'Walnut for baking',
    nuts: [nut('walnut')],
    amount: { by: 'milk', volumeMl: 700 },
    waterPerNut: 6,
    strain: { ...BASE.strain, squeeze: 'hard' },
  },
};
export const NUT_FREE: Dish = {
  pulp: 'dried',
  recipe: {
    ...BASE,
    name: 'Seed milk, green lid',
    nuts: [nut('sunflower', 3), nut('sesame', 1)],
    amount: { by: 'milk', volumeMl: 750 },
    waterPerNut: 5.5,
    soak: { ...BASE.soak, hours: 9 },
    blend: { ...BASE.blend, machine: 'standard-jug', machineName: 'Green-lid jug', fillLineMl: 1200 },
    strain: { ...BASE.strain, strainerName: 'Green-lid bag' },
    drinkers: ['Ilse'],
  },
};
export const SUNDAY: Dish = {
  pulp: 'dried',
  recipe: {
    ...BASE,
    name: 'Sunday almond and macadamia',
    nuts: [nut('almond', 4), nut('macadamia', 1)],
    waterPerNut: 5,
    soak: { ...BASE.soak, hours: 6 },
    additions: [
      { addition: 'date_medjool', when: 'before', gPerL: 30 },
      { addition: 'salt', when: 'after', gPerL: 0.4 },
    ],
  },
};

/** The household, its gear and what things cost there. */
export const PROFILE: KitchenProfile = KitchenProfileSchema.parse({
  simulatedDevices: true,
  machines: [
    { name: 'Big jug', kind: 'high-speed-jug', powerW: 700, jugMl: 2000, fillLineMl: 1600, keptFrom: [] },
    {
      name: 'Green-lid jug',
      kind: 'standard-jug',
      powerW: 300,
      jugMl: 1500,
      fillLineMl: 1200,
      keptFrom: ['tree nut'],
    },
  ],
  strainers: [
    { name: 'Linen bag', kind: 'fine-bag', keptFrom: [] },
    { name: 'Green-lid bag', kind: 'fine-bag', keptFrom: ['tree nut'] },
    { name: 'Hoop sieve', kind: 'fine-sieve', keptFrom: [] },
  ],
  bowls: [
    { name: 'Enamel bowl', volumeMl: 2500, count: 1 },
    { name: 'Small bowl', volumeMl: 1200, count: 2 },
  ],
  jars: [
    { name: 'Swing-top jar', volumeMl: 1000, count: 3 },
    { name: 'Small jar', volumeMl: 350, count: 4 },
  ],
  people: [
    { name: 'Ilse', avoids: ['tree nut'] },
    { name: 'Bram', avoids: [] },
    { name: 'Noor', avoids: [] },
    { name: 'Teun', avoids: [] },
  ],
  wakingFrom: '05:30',
  wakingTo: '22:00',
  packs: [
    { key: 'almond', packG: 1000, price: 13.9 },
    { key: 'hazelnut', packG: 500, price: 8.4 },
    { key: 'cashew', packG: 500, price: 7.9 },
    { key: 'walnut', packG: 500, price: 6.9 },
    { key: 'macadamia', packG: 250, price: 7.5 },
    { key: 'sunflower', packG: 1000, price: 4.2 },
    { key: 'sesame', packG: 500, price: 3.6 },
    { key: 'date_medjool', packG: 500, price: 6.5 },
    { key: 'salt', packG: 500, price: 0.6 },
  ],
  shopPerL: 2.6,
  mealPerKg: 11,
  perKWh: 0.31,
});

export interface Story {
  dish: Dish;
  /** How long ago it was bottled, h; or so many Sundays back, at ten in the morning UTC. */
  bottled: { hoursAgo: number } | { sundaysBack: number };
  /** How it ended, or where it stands. */
  end: 'drunk' | 'fridge' | 'freezer' | 'sour';
  /** Read the scale with the bowl still on it. */
  misweighed?: true;
  keepsPulp?: true;
}

export const STORIES: readonly Story[] = [
  { dish: SUNDAY, bottled: { sundaysBack: 6 }, end: 'drunk' },
  { dish: PORRIDGE, bottled: { hoursAgo: 39 * 24 }, end: 'drunk' },
  { dish: NUT_FREE, bottled: { hoursAgo: 38 * 24 }, end: 'drunk' },
  { dish: SOUP, bottled: { hoursAgo: 36 * 24 }, end: 'drunk' },
  { dish: SUNDAY, bottled: { sundaysBack: 5 }, end: 'drunk' },
  { dish: BAKING, bottled: { hoursAgo: 32 * 24 }, end: 'drunk' },
  { dish: PORRIDGE, bottled: { hoursAgo: 31 * 24 }, end: 'drunk' },
  { dish: NUT_FREE, bottled: { hoursAgo: 30 * 24 }, end: 'sour' },
  { dish: SUNDAY, bottled: { sundaysBack: 4 }, end: 'drunk' },
  { dish: PORRIDGE, bottled: { hoursAgo: 25 * 24 }, end: 'drunk', misweighed: true },
  { dish: NUT_FREE, bottled: { hoursAgo: 23 * 24 }, end: 'drunk' },
  { dish: SUNDAY, bottled: { sundaysBack: 3 }, end: 'drunk', keepsPulp: true },
  { dish: BAKING, bottled: { hoursAgo: 18 * 24 }, end: 'freezer' },
  { dish: PORRIDGE, bottled: { hoursAgo: 16 * 24 }, end: 'drunk', keepsPulp: true },
  { dish: NUT_FREE, bottled: { hoursAgo: 14 * 24 }, end: 'drunk' },
  { dish: SUNDAY, bottled: { sundaysBack: 2 }, end: 'drunk' },
  { dish: SOUP, bottled: { hoursAgo: 11 * 24 }, end: 'drunk' },
  { dish: PORRIDGE, bottled: { hoursAgo: 9 * 24 }, end: 'drunk' },
  { dish: NUT_FREE, bottled: { hoursAgo: 7 * 24 }, end: 'drunk' },
  { dish: SUNDAY, bottled: { sundaysBack: 1 }, end: 'drunk' },
  { dish: PORRIDGE, bottled: { hoursAgo: 66 }, end: 'fridge' },
  { dish: BAKING, bottled: { hoursAgo: 20 }, end: 'fridge', keepsPulp: true },
];
