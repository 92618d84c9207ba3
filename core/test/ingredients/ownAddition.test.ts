import fc from 'fast-check';
import type { AdditionPack, OwnAddition } from '../../src';
import {
  TABLE_ONLY,
  additionFromPack,
  additionPackOf,
  compositionOf,
  findAddition,
  findIngredient,
  predict,
  recipeAllergens,
  totalG,
  withSweetness,
} from '../../src';
import { ownIn } from '../../src/batch/recipeAllergens';
import { kitchenAt } from '../kitchens';
import { workedRecipe } from '../recipes';

const FIG_PASTE: AdditionPack = {
  key: 'own-fig-paste',
  name: 'Fig paste',
  kind: 'sweetener',
  allergens: ['soy'],
  byRegion: false,
  fatPct: 0.5,
  carbPct: 60,
  carbIncludesFibre: false,
  proteinPct: 2,
  sugarsPct: 50,
  fibrePct: 8,
  kcalPer100G: 260,
  sodiumMgPer100G: 393,
  gPerMl: 1.2,
  gEach: 15,
  pieceName: 'Square',
  relativeSweetness: 1,
  when: 'before',
  shortensKeeping: true,
  capGPerL: 80,
};

function made(pack: AdditionPack): OwnAddition {
  const read = additionFromPack(pack);
  if (!read.ok) throw new Error(read.refusal.code);
  return read.value;
}

test('what its pack says, with water for what is left and ash for its salt', () => {
  const own = made(FIG_PASTE);
  expect(own).toMatchObject({
    carbPct: 68,
    fibrePct: 8,
    sugarsPct: 50,
    ashPct: 1,
    piece: { one: 'square', many: 'squares' },
    caution: '',
    revision: 1,
  });
  expect(own.waterPct).toBeCloseTo(100 - 0.5 - 2 - 68 - 1, 9);
  expect(totalG(compositionOf(own, 100))).toBeCloseTo(100, 9);
});

test('any pack that is taken adds up, and is told again as it was', () => {
  const pct = fc.double({ min: 0, max: 60, noNaN: true });
  const orNull = fc.option(pct);
  fc.assert(
    fc.property(
      fc.record({
        fatPct: pct,
        carbPct: pct,
        proteinPct: pct,
        sugarsPct: orNull,
        fibrePct: orNull,
        carbIncludesFibre: fc.boolean(),
        sodiumMgPer100G: fc.option(fc.double({ min: 0, max: 39_000, noNaN: true })),
        kind: fc.constantFrom('sweetener' as const, 'flavour' as const, 'liquid' as const),
      }),
      (figures) => {
        const read = additionFromPack({ ...FIG_PASTE, ...figures });
        if (!read.ok) return;
        const { value: own } = read;
        expect(own.waterPct).toBeGreaterThanOrEqual(-1e-9);
        const { waterPct, fatPct, proteinPct, carbPct, ashPct } = own;
        expect(waterPct + fatPct + proteinPct + carbPct + ashPct).toBeCloseTo(100, 9);
        const again = additionFromPack(additionPackOf(own));
        expect(again.ok && again.value).toEqual(own);
      },
    ),
  );
});

test.each([
  ['Bitter almond extract', {}, 'name-poisonous'],
  ['Too much', { fatPct: 50 }, 'composition-over-100'],
  ['All sugar', { sugarsPct: 65 }, 'sugars-over-carbohydrate'],
])('%s is refused', (name, figures, code) => {
  expect(additionFromPack({ ...FIG_PASTE, name, ...figures })).toMatchObject({ refusal: { code } });
});

test.each([
  ['Forest honey', /12 months/],
  ['Cacao nibs, milled', /dogs/],
  ['Date syrup', /pit/],
])('%s carries its caution whatever its pack says', (name, caution) => {
  expect(made({ ...FIG_PASTE, name }).caution).toMatch(caution);
});

test('a recipe doses it like those of the table: allergens, keeping, sweetness, cap', () => {
  const own = made(FIG_PASTE);
  const kitchen = kitchenAt(undefined, [own]);
  const sweet = withSweetness(workedRecipe('almond', 143, 4, 10), own.key, 15, kitchen.pantry);
  expect(sweet.additions).toEqual([{ addition: own.key, when: 'before', gPerL: 30 }]);
  const batch = predict(sweet, kitchen);
  if (!batch.ok) throw new Error(batch.refusal.code);
  expect(batch.value.finish.sweetnessGPerL).toBeCloseTo(15, 9);
  expect(batch.value.allergens.map(({ allergen }) => allergen)).toEqual(['tree nut', 'soy']);
  expect(batch.value.cautions.map(({ code }) => code)).toContain('keeps-shorter');
  expect(ownIn(sweet, kitchen.pantry)).toEqual([own]);
  expect(recipeAllergens(sweet, TABLE_ONLY).unknown).toBe(true);
  const over = { ...sweet, additions: [{ addition: own.key, when: 'before' as const, gPerL: 250 }] };
  expect(predict(over, kitchen)).toMatchObject({ refusal: { code: 'dose-over-cap' } });
  expect(predict(sweet, kitchenAt())).toMatchObject({ refusal: { code: 'unknown-addition' } });
  // It is no nut, and a nut is no addition.
  expect(findIngredient(own.key, kitchen.pantry)).toBeUndefined();
  expect(findAddition('almond', kitchen.pantry)).toBeUndefined();
});

test('a juice of the cook’s own takes the place of water', () => {
  const juice = made({
    ...FIG_PASTE,
    key: 'own-juice',
    name: 'Apple juice',
    kind: 'liquid',
    carbPct: 11,
    sugarsPct: 10,
    fibrePct: 0,
    fatPct: 0,
    proteinPct: 0,
    capGPerL: null,
  });
  const kitchen = kitchenAt(undefined, [juice]);
  const plain = workedRecipe('almond', 143, 4, 10);
  const mixed = { ...plain, otherLiquid: { liquid: juice.key, share: 0.5 } };
  const [without, withIt] = [predict(plain, kitchen), predict(mixed, kitchen)];
  expect(
    withIt.ok && without.ok && withIt.value.milk.solidsPct - without.value.milk.solidsPct,
  ).toBeGreaterThan(4);
  expect(ownIn(mixed, kitchen.pantry)).toEqual([juice]);
});
