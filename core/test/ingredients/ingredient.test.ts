import fc from 'fast-check';
import type { PackFigures, SoakMethod } from '../../src';
import {
  ownKeyFrom,
  ADDITION_TABLE,
  NUT_TABLE,
  compositionOf,
  cupG,
  densityGPerMl,
  findAddition,
  findIngredient,
  ingredientFromPack,
  predict,
  ratioFaces,
  ratioFromCups,
  ratioFromShare,
  soakAdvice,
  soakHistory,
  soakSpells,
  totalG,
  volumeMl,
  TABLE_ONLY,
} from '../../src';
import { workedRecipe } from '../recipes';
import { kitchenAt } from '../kitchens';

const PACK: PackFigures = {
  key: 'own-tiger',
  name: 'Tiger nut',
  kind: 'nut',
  allergens: [],
  byRegion: false,
  gels: false,
  seleniumUgPerG: null,
  rawLimitGPerServing: null,
  fatPct: 24,
  carbPct: 43,
  carbIncludesFibre: true,
  proteinPct: 5,
  sugarsPct: 18,
  fibrePct: 20,
  kcalPer100G: 430,
  cupG: null,
};

describe('the table', () => {
  test('has at least the fifteen nuts and seeds, each its own key', () => {
    expect(NUT_TABLE.length).toBeGreaterThanOrEqual(15);
    expect(new Set(NUT_TABLE.map((row) => row.key)).size).toBe(NUT_TABLE.length);
    expect(findIngredient('hazelnut', TABLE_ONLY)?.peelable).toBe('roast');
    expect(findIngredient('nothing', TABLE_ONLY)).toBeUndefined();
    expect(findAddition('honey', TABLE_ONLY)?.caution).toMatch(/12 months/);
  });

  test.each(NUT_TABLE.map((row) => [row.name, row] as const))('%s adds up to itself', (_name, row) => {
    const parts = compositionOf(row, 100);
    expect(totalG(parts)).toBeCloseTo(100, 9);
    for (const part of Object.values(parts)) expect(part).toBeGreaterThanOrEqual(0);
    // Figures stated per 100 g leave no more than rounding to the carbohydrate by difference.
    expect(parts.fibreG + parts.sugarsG + parts.otherG).toBeCloseTo(row.carbPct, 1);
  });

  test('additions carry no more than 100 g in 100 g', () => {
    for (const row of ADDITION_TABLE) {
      const named = row.waterPct + row.proteinPct + row.fatPct + row.carbPct + row.ashPct + row.alcoholPct;
      expect(named).toBeLessThan(100.1);
      expect(row.fibrePct + row.sugarsPct).toBeLessThanOrEqual(row.carbPct + 1e-9);
    }
  });

  test('water has the density of water, and fat floats', () => {
    const food = { waterPct: 100, proteinPct: 0, fatPct: 0, fibrePct: 0, sugarsPct: 0, ashPct: 0 };
    const water = compositionOf(food, 500);
    expect(densityGPerMl(water)).toBeCloseTo(0.998, 12);
    expect(volumeMl(water)).toBeCloseTo(500 / 0.998, 9);
    expect(densityGPerMl(compositionOf({ ...food, waterPct: 50, fatPct: 50 }, 1))).toBeLessThan(0.998);
  });
});

describe('cups', () => {
  test('a cup depends on form and system', () => {
    const almond = findIngredient('almond', TABLE_ONLY);
    if (!almond) throw new Error('no almonds');
    expect(cupG(almond, 'whole', 'us')).toBeCloseTo(143, 9);
    expect(cupG(almond, 'ground', 'us')).toBeCloseTo(95, 9);
    expect(cupG(almond, 'whole', 'metric')).toBeCloseTo((143 * 250) / 236.588, 9);
    expect(cupG(almond, 'whole', 'imperial')).toBeGreaterThan(cupG(almond, 'whole', 'metric'));
  });

  test('one cup of almonds to four of water is 1 to 6.6 by mass, in any cup', () => {
    for (const system of ['us', 'metric', 'imperial'] as const) {
      const almond = findIngredient('almond', TABLE_ONLY);
      if (!almond) throw new Error('no almonds');
      expect(ratioFromCups(4, cupG(almond, 'whole', system), system).toFixed(1)).toBe('6.6');
    }
  });

  test('the three faces of a ratio stay one fact', () => {
    const ratio = fc.double({ min: 0.5, max: 25, noNaN: true });
    const cup = fc.double({ min: 60, max: 200, noNaN: true });
    fc.assert(
      fc.property(
        ratio,
        cup,
        fc.constantFrom('us' as const, 'metric' as const, 'imperial' as const),
        (r, c, s) => {
          const faces = ratioFaces(r, c, s);
          expect(ratioFromCups(faces.waterCupsPerNutCup, c, s)).toBeCloseTo(r, 9);
          expect(ratioFromShare(faces.nutShare)).toBeCloseTo(r, 9);
        },
      ),
    );
  });
});

describe('soak advice', () => {
  const AROUND = { roomTempC: 20, fridgeTempC: 4 };

  test.each(NUT_TABLE.map((row) => [row.name, row] as const))(
    '%s: what is advised can be made',
    (_name, row) => {
      for (const method of ['fridge', 'counter', 'hot', 'none'] as SoakMethod[]) {
        const advice = soakAdvice(row, method, AROUND);
        const recipe = workedRecipe(row.key, 100, 4, 1);
        const soak = { ...recipe.soak, method, hours: advice.hours, pourTempC: advice.pourTempC };
        expect(predict({ ...recipe, soak }, kitchenAt(AROUND)).ok).toBe(true);
      }
    },
  );

  test('overnight in the fridge, never past what the nut bears', () => {
    for (const row of NUT_TABLE) {
      const { hours, maxH } = soakAdvice(row, 'fridge', AROUND);
      expect(hours).toBeLessThanOrEqual(Math.max(0.5, Math.min(12, maxH)));
      expect(maxH).toBe(row.soakMaxH);
    }
  });

  test('on the counter a warm room halves the limit', () => {
    const almond = NUT_TABLE[0];
    if (!almond) throw new Error('no almonds');
    expect(soakAdvice(almond, 'counter', AROUND).maxH).toBe(8);
    expect(soakAdvice(almond, 'counter', { ...AROUND, roomTempC: 25 }).maxH).toBe(4);
  });

  test('changes of water make a long soak of several pourings', () => {
    const { soak } = workedRecipe('almond', 100, 4, 1);
    const spells = soakSpells(
      { ...soak, method: 'fridge', hours: 30, changeEveryH: 12, pourTempC: 15 },
      AROUND,
    );
    expect(spells.map((spell) => spell.hours)).toEqual([12, 12, 6]);
    expect(spells.every((spell) => spell.pourTempC === 15 && spell.placeTempC === 4)).toBe(true);
    const unchanged = soakSpells(
      { ...soak, method: 'fridge', hours: 30, changeEveryH: null, pourTempC: 15 },
      AROUND,
    );
    expect(soakHistory(spells).teH).toBeGreaterThan(soakHistory(unchanged).teH);
  });

  test('a bowl moved to the fridge without new water cools from where it was', () => {
    const moved = soakHistory([
      { hours: 2, placeTempC: 22, pourTempC: 22 },
      { hours: 6, placeTempC: 4, pourTempC: null },
    ]);
    const inOne = soakHistory([{ hours: 6, placeTempC: 4, pourTempC: 22 }]).teH;
    expect(moved.teH).toBeCloseTo(soakHistory([{ hours: 2, placeTempC: 22, pourTempC: 22 }]).teH + inOne, 9);
  });
});

describe('an ingredient of the cook’s own', () => {
  test('takes what the pack says and marks the rest as guessed', () => {
    const made = ingredientFromPack(PACK);
    if (!made.ok) throw new Error(made.refusal.code);
    expect(made.value).toMatchObject({
      fatPct: 24,
      carbPct: 43,
      sugarsPct: 18,
      fibrePct: 20,
      kcalPer100G: 430,
    });
    expect(made.value.guessed).toContain('uptakeInf');
    expect(made.value.guessed).toContain('cupWholeG');
    expect(made.value.guessed).not.toContain('fibrePct');
    expect(totalG(compositionOf(made.value, 100))).toBeCloseTo(100, 9);
  });

  test('silence is guessed and said', () => {
    const made = ingredientFromPack({
      ...PACK,
      sugarsPct: null,
      fibrePct: null,
      kcalPer100G: null,
      cupG: 160,
    });
    if (!made.ok) throw new Error(made.refusal.code);
    expect(made.value.guessed).toEqual(expect.arrayContaining(['sugarsPct', 'fibrePct', 'kcalPer100G']));
    expect(made.value.guessed).not.toContain('cupWholeG');
    expect(made.value.cupWholeG).toBe(160);
    expect(made.value.kcalPer100G).toBeCloseTo(3.47 * 5 + 8.37 * 24 + 4.07 * 43, 9);
  });

  test('a European pack lists fibre beside carbohydrate, and it is added', () => {
    const made = ingredientFromPack({ ...PACK, carbPct: 23, carbIncludesFibre: false });
    expect(made.ok && made.value.carbPct).toBe(43);
  });

  test('any honest pack makes a batch whose masses close', () => {
    const pct = (max: number) => fc.double({ min: 0, max, noNaN: true });
    fc.assert(
      fc.property(
        pct(60),
        pct(40),
        pct(30),
        fc.option(pct(10)),
        fc.option(pct(10)),
        (fat, carb, protein, s, f) => {
          const made = ingredientFromPack({
            ...PACK,
            fatPct: fat,
            carbPct: carb,
            proteinPct: protein,
            sugarsPct: s,
            fibrePct: f,
          });
          fc.pre(made.ok);
          const result = predict(workedRecipe('own-tiger', 120, 4, 6), kitchenAt(undefined, [made.value]));
          fc.pre(result.ok);
          const p = result.value;
          const out = p.soak.leachedG + p.peel.skinsG + p.milk.massG + p.pulp.massG + p.lossG;
          expect(out / (p.nutG + p.soak.uptakeG + p.liquidG)).toBeCloseTo(1, 9);
          expect(p.cautions.some((caution) => caution.code === 'guessed-figures')).toBe(true);
        },
      ),
    );
  });

  test('figures over 100 g in 100 g are refused', () => {
    expect(ingredientFromPack({ ...PACK, fatPct: 60 })).toMatchObject({
      ok: false,
      refusal: { code: 'composition-over-100' },
    });
    expect(ingredientFromPack({ ...PACK, sugarsPct: 40 })).toMatchObject({ ok: false });
  });

  test('a poisonous name is refused at the name, whatever its figures', () => {
    expect(ingredientFromPack({ ...PACK, name: 'Bittermandel' })).toMatchObject({
      ok: false,
      refusal: { code: 'name-poisonous', path: ['name'], params: { why: 'cyanide' } },
    });
  });
});

test.each([
  ['Brown linseed', 'own-brown-linseed'],
  ['Crème de noix!', 'own-cre-me-de-noix'],
  ['核桃', 'own-ingredient'],
  ['x'.repeat(80), `own-${'x'.repeat(40)}`],
])('the key of %s', (name, key) => {
  expect(ownKeyFrom(name)).toBe(key);
});
