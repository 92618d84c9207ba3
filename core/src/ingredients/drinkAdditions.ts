import type { Addition } from './addition';

const CLEAR_DRINK: Omit<Addition, 'key' | 'name' | 'waterPct'> = {
  kind: 'liquid',
  proteinPct: 0,
  fatPct: 0,
  carbPct: 0,
  fibrePct: 0,
  sugarsPct: 0,
  ashPct: 0,
  kcalPer100G: 1,
  gPerMl: 1,
  gEach: null,
  piece: null,
  relativeSweetness: 0,
  when: 'after',
  sodiumMgPer100G: 2,
  alcoholPct: 0,
  allergens: [],
  byRegion: false,
  shortensKeeping: false,
  capGPerL: null,
  caution: '',
};

/** What only drinks are made with. Per 100 g, from the public-domain USDA FoodData Central "SR Legacy" tables. */
export const DRINK_ADDITIONS: readonly Addition[] = [
  { ...CLEAR_DRINK, key: 'coffee_brewed', name: 'Brewed coffee', waterPct: 99.4, ashPct: 0.6 },
  { ...CLEAR_DRINK, key: 'tea_brewed', name: 'Strong black tea', waterPct: 99.7, carbPct: 0.3 },
];
