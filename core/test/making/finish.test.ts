import fc from 'fast-check';
import type { AdditionDose, Prediction, Recipe } from '../../src';
import {
  ADDITION_TABLE,
  MOST_CAPS,
  SWEETNESS_G_PER_L,
  doseForSweetness,
  LIMITS,
  findAddition,
  firstDose,
  mostGPerL,
  nutritionOf,
  partAddition,
  predict,
  shortensKeeping,
  solidsG,
  sugarEquivalentPerG,
  sweeteningOf,
  totalG,
  withSweetness,
  TABLE_ONLY,
} from '../../src';
import { workedRecipe } from '../recipes';

function made(recipe: Recipe): Prediction {
  const result = predict(recipe);
  if (!result.ok) throw new Error(result.refusal.code);
  return result.value;
}

function addition(key: string) {
  const found = findAddition(key, TABLE_ONLY);
  if (!found) throw new Error(`no ${key}`);
  return found;
}

const base = workedRecipe('almond', 143, 4, 10);
const withDoses = (...additions: AdditionDose[]): Recipe => ({ ...base, additions });
const dose = (key: string, gPerL: number, when: 'before' | 'after' = 'after'): AdditionDose => ({
  addition: key,
  when,
  gPerL,
});

describe('sweetness', () => {
  test.each([
    ['sugar', 30 / 0.998],
    ['maple_syrup', 30 / 0.6046],
    ['honey', 30 / (0.8212 * 1.1)],
    ['agave_syrup', 30 / (0.6803 * 1.3)],
    ['stevia_extract', 30 / 250],
    ['erythritol', 30 / 0.65],
  ])('30 g of sugar-equivalent from %s', (key, gPerL) => {
    expect(doseForSweetness(addition(key), 30)).toBeCloseTo(gPerL, 9);
  });

  test('every sweetener gives every level, and the batch says it back', () => {
    for (const row of ADDITION_TABLE.filter((one) => one.kind === 'sweetener')) {
      for (const level of SWEETNESS_G_PER_L.filter((one) => one > 0)) {
        const gPerL = doseForSweetness(row, level);
        expect(sugarEquivalentPerG(row) * gPerL).toBeCloseTo(level, 9);
        expect(made(withDoses(dose(row.key, gPerL))).finish.sweetnessGPerL).toBeCloseTo(level, 9);
      }
    }
  });

  test('salt and oil sweeten nothing', () => {
    expect(doseForSweetness(addition('salt'), 30)).toBe(0);
    expect(sugarEquivalentPerG(addition('coconut_oil'))).toBe(0);
  });
});

describe('additions before straining', () => {
  test('are dosed on the yield they themselves bring about', () => {
    const dates = made(withDoses(dose('date_medjool', 60, 'before')));
    const [added] = dates.additions;
    expect(added?.massG).toBeCloseTo((60 * dates.milk.volumeMl) / 1000, 6);
    expect(dates.milk.volumeMl).toBeGreaterThan(made(base).milk.volumeMl);
  });

  test('of 100 g of dates 97 % of sugars and 75 % of ash pass, 30 % of the rest', () => {
    const part = partAddition(addition('date_medjool'), 100, false);
    expect(part.passes.sugarsG).toBeCloseTo(66.47 * 0.97, 9);
    expect(part.passes.ashG).toBeCloseTo(1.74 * 0.75, 9);
    expect(part.passes.fibreG).toBeCloseTo(6.7 * 0.3, 9);
    expect(part.passes.waterG).toBeCloseTo(21.32, 9);
    expect(totalG(part.passes) + totalG(part.stays)).toBeCloseTo(100, 9);
  });

  test('pass whole when stirred in afterwards or when nothing is strained off', () => {
    for (const row of ADDITION_TABLE) {
      const part = partAddition(row, 40, true);
      expect(totalG(part.passes)).toBeCloseTo(40, 9);
      expect(solidsG(part.stays)).toBeCloseTo(0, 9);
    }
  });

  test('make the pulp heavier, and their residue holds milk back', () => {
    const plain = made(base);
    const fibrous = made(withDoses(dose('carob_flour', 40, 'before')));
    const stays = solidsG(
      partAddition(addition('carob_flour'), fibrous.additions[0]?.massG ?? 0, false).stays,
    );
    expect(fibrous.pulp.dryG - plain.pulp.dryG).toBeGreaterThan(stays);
    expect(fibrous.pulp.massG - plain.pulp.massG).toBeGreaterThan(2.5 * stays);
  });

  test('fill the jug as well', () => {
    const fillLineMl = made(base).blend.loadVolumeMl + 50;
    const full = { ...base, blend: { ...base.blend, fillLineMl } };
    expect(made(full).blend.loads).toBe(1);
    expect(made({ ...full, additions: [dose('banana', 150, 'before')] }).blend.loads).toBe(2);
  });
});

describe('additions after straining', () => {
  test('leave the strained milk alone and are dosed on it', () => {
    const plain = made(base);
    const cocoa = made(withDoses(dose('cocoa_powder', 20), dose('sugar', 30)));
    expect(cocoa.milk).toEqual(plain.milk);
    const added = (50 * plain.milk.volumeMl) / 1000;
    expect(cocoa.finish.additionsG).toBeCloseTo(added, 9);
    expect(cocoa.finish.massG).toBeCloseTo(plain.milk.massG + added, 9);
    expect(cocoa.finish.volumeMl).toBeGreaterThan(plain.finish.volumeMl);
  });
});

describe('nutrition', () => {
  test('of the plain batch follows from its balance', () => {
    const plain = made(base);
    const per = plain.nutrition;
    const inMilk = (pct: number): number => (pct / 100) * plain.milk.massG * (100 / plain.milk.volumeMl);
    expect(per.fatG).toBeCloseTo(inMilk(plain.milk.fatPct), 9);
    expect(per.proteinG).toBeCloseTo(inMilk(plain.milk.proteinPct), 9);
    expect(per.carbG).toBeCloseTo(inMilk(plain.milk.carbPct), 9);
    expect(per.kcal).toBeCloseTo(3.47 * per.proteinG + 8.37 * per.fatG + 4.07 * per.carbG, 9);
    expect(per.sodiumMg).toBe(0);
  });

  test('calcium goes with the ash: 143 g of almonds hold 385 mg and 4.25 g of ash', () => {
    // Ash set free is 0.75·f·g of what soaking left, plus 3 % of the rest as fines.
    const plain = made(base);
    const milkAshG =
      plain.milk.massG * (plain.milk.solidsPct / 100) -
      plain.milk.massG * ((plain.milk.fatPct + plain.milk.proteinPct + plain.milk.carbPct) / 100);
    const calciumMg = plain.nutrition.calciumMg * (plain.milk.volumeMl / 100);
    expect(calciumMg).toBeCloseTo((milkAshG * 269) / 2.97, 6);
  });

  test('30 g of sugar per litre are 116 kcal per litre of finished milk’s worth', () => {
    const plain = made(base);
    const sweet = made(withDoses(dose('sugar', 30)));
    const kcal = (p: Prediction): number => p.nutrition.kcal * (p.finish.volumeMl / 100);
    expect(kcal(sweet) - kcal(plain)).toBeCloseTo((30 * plain.milk.volumeMl * 3.87) / 1000, 6);
  });

  test('half a gram of salt per litre is about 194 mg of sodium per litre', () => {
    const salted = made(withDoses(dose('salt', 0.5)));
    expect(salted.nutrition.sodiumMg).toBeCloseTo(19.4, 1);
  });

  test('vanilla’s alcohol is not counted as carbohydrate', () => {
    const part = partAddition(addition('vanilla_extract'), 10, true);
    expect(part.brought.carbG).toBeCloseTo(1.265, 9);
    expect(part.brought.kcal).toBeCloseTo(28.8, 9);
  });

  test('brine’s sodium reaches milk and pulp in the shares of the mix', () => {
    const salted = made({ ...base, soak: { ...base.soak, saltGPerKg: 10 } });
    const milkMg = salted.nutrition.sodiumMg * (salted.finish.volumeMl / 100);
    expect(salted.soak.sodiumG).toBeCloseTo((salted.soak.uptakeG * 10 * 0.393) / 1000, 9);
    expect(milkMg).toBeGreaterThan(0.8 * 1000 * salted.soak.sodiumG);
    expect(milkMg).toBeLessThan(1000 * salted.soak.sodiumG);
  });

  test('kept brine goes in whole', () => {
    const kept = made({ ...base, soak: { ...base.soak, hours: 2, saltGPerKg: 10, water: 'kept' } });
    expect(kept.soak.sodiumG).toBeCloseTo((3 * 143 * 10 * 0.393) / 1000, 9);
  });

  test('a glass is its part of 100 mL', () => {
    const per = made(base).nutrition;
    expect(nutritionOf(per, 2).kcal).toBe(per.kcal * 2);
    expect(nutritionOf(per, 2).calciumMg).toBe(per.calciumMg * 2);
  });

  test('no part is ever below zero, whatever goes in', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ADDITION_TABLE.filter((row) => row.kind !== 'liquid')),
        fc.constantFrom('before' as const, 'after' as const),
        fc.double({ min: 0.1, max: 80, noNaN: true }),
        (row, when, gPerL) => {
          const dosed = Math.min(gPerL, MOST_CAPS * (row.capGPerL ?? Infinity));
          const { nutrition } = made(withDoses(dose(row.key, dosed, when)));
          for (const value of Object.values(nutrition)) expect(value).toBeGreaterThanOrEqual(-1e-9);
        },
      ),
    );
  });
});

describe('another liquid than water', () => {
  const coconut = (share: number): Recipe => ({ ...base, otherLiquid: { liquid: 'coconut_water', share } });

  test('takes the place of water by mass and brings its solids whole', () => {
    const half = made(coconut(0.5));
    expect(half.liquids.map((one) => one.key)).toEqual(['water', 'coconut_water']);
    expect(half.liquids[1]?.massG).toBeCloseTo(half.liquidG / 2, 9);
    expect(half.milk.massG + half.pulp.massG + half.lossG + half.soak.leachedG).toBeCloseTo(
      half.nutG + half.soak.uptakeG + half.liquidG,
      9,
    );
    expect(half.milk.solidsPct).toBeGreaterThan(made(base).milk.solidsPct);
    // 105 mg of sodium in 100 g.
    expect(half.nutrition.sodiumMg).toBeGreaterThan(40);
  });

  test('names its allergen', () => {
    expect(made(coconut(1)).allergens).toContainEqual({ allergen: 'coconut', byRegion: true });
    expect(made(coconut(1)).liquids.map((one) => one.key)).toEqual(['coconut_water']);
  });
});

test('fruit, dates and coconut water shorten the keeping time; sugar and salt do not', () => {
  expect(shortensKeeping(withDoses(dose('date_deglet', 40, 'before')), TABLE_ONLY)).toBe(true);
  expect(shortensKeeping(withDoses(dose('strawberry', 200)), TABLE_ONLY)).toBe(true);
  expect(shortensKeeping({ ...base, otherLiquid: { liquid: 'coconut_water', share: 0.2 } }, TABLE_ONLY)).toBe(
    true,
  );
  expect(shortensKeeping(withDoses(dose('sugar', 30), dose('salt', 0.5)), TABLE_ONLY)).toBe(false);
});

test.each<[string, Recipe, string]>([
  ['dates carry their note about pits', withDoses(dose('date_medjool', 50, 'before')), 'addition-note'],
  ['salt twice', { ...withDoses(dose('salt', 0.5)), soak: { ...base.soak, saltGPerKg: 10 } }, 'salted-twice'],
  ['salt above a gram a litre', withDoses(dose('salt', 2)), 'salty'],
  ['soda above a pinch', withDoses(dose('baking_soda', 1.2)), 'over-cap'],
  ['nutmeg above a pinch', withDoses(dose('nutmeg', 0.8)), 'over-cap'],
  ['cinnamon by the spoon', withDoses(dose('cinnamon', 3), dose('cinnamon', 2, 'before')), 'over-cap'],
  ['fruit', withDoses(dose('banana', 100, 'before')), 'keeps-shorter'],
  ['a jug too small', { ...base, blend: { ...base.blend, fillLineMl: 700 } }, 'several-loads'],
])('cautions: %s', (_name, recipe, code) => {
  expect(made(recipe).cautions.map((one) => one.code)).toContain(code);
});

describe('what is put in first', () => {
  test.each([
    ['salt', 0.5],
    ['nutmeg', 0.3],
    ['banana', 150],
    ['cocoa_powder', 20],
  ])('%s begins at %d g per litre', (key, gPerL) => {
    expect(firstDose(addition(key)).gPerL).toBe(gPerL);
  });

  test('every addition begins within its cap, as sweet as a little sweet, and where it usually goes in', () => {
    for (const row of ADDITION_TABLE) {
      const first = firstDose(row);
      expect(first.gPerL).toBeGreaterThan(0);
      if (row.capGPerL !== null) expect(first.gPerL).toBeLessThanOrEqual(row.capGPerL);
      if (row.kind === 'sweetener') expect(sugarEquivalentPerG(row) * first.gPerL).toBeCloseTo(15, 9);
      expect(first.when).toBe(row.when === 'before' ? 'before' : 'after');
    }
  });

  test('the most that can be entered is three times the cap, and is the most that is taken', () => {
    const nutmeg = addition('nutmeg');
    const { capGPerL } = nutmeg;
    if (capGPerL === null) throw new Error('nutmeg has a cap');
    expect(mostGPerL(nutmeg)).toBe(Math.min(LIMITS.gPerL.max, 3 * capGPerL));
    expect(predict(withDoses(dose('nutmeg', mostGPerL(nutmeg)))).ok).toBe(true);
    expect(predict(withDoses(dose('nutmeg', mostGPerL(nutmeg) * 1.01))).ok).toBe(false);
    const uncapped = ADDITION_TABLE.find((row) => row.capGPerL === null);
    expect(uncapped && mostGPerL(uncapped)).toBe(LIMITS.gPerL.max);
  });
});

describe('sweetened another way', () => {
  test('one sweetener takes the place of all, and everything else stays', () => {
    const both = withDoses(dose('honey', 20), dose('salt', 0.5), dose('sugar', 10));
    const maple = withSweetness(both, 'maple_syrup', 30, TABLE_ONLY);
    expect(maple.additions.map((one) => one.addition)).toEqual(['salt', 'maple_syrup']);
    expect(sweeteningOf(maple, TABLE_ONLY).key).toBe('maple_syrup');
    expect(sweeteningOf(maple, TABLE_ONLY).sugarGPerL).toBeCloseTo(30, 9);
    expect(withSweetness(both, 'maple_syrup', 0, TABLE_ONLY).additions).toEqual([dose('salt', 0.5)]);
    expect(withSweetness(both, 'no_such_thing', 30, TABLE_ONLY)).toBe(both);
  });

  test('a recipe says what it is sweetened with first, and how sweet all of it is', () => {
    expect(sweeteningOf(base, TABLE_ONLY)).toEqual({ key: null, sugarGPerL: 0 });
    const both = sweeteningOf(withDoses(dose('salt', 0.5), dose('honey', 20), dose('sugar', 10)), TABLE_ONLY);
    expect(both.key).toBe('honey');
    expect(both.sugarGPerL).toBeCloseTo(20 * 0.8212 * 1.1 + 10 * 0.998, 9);
  });
});
