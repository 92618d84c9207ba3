import fc from 'fast-check';
import type { DoseMeasures, DoseUnit } from '../../src';
import {
  ADDITION_TABLE,
  DOSE_UNITS,
  TABLE_ONLY,
  doseUnitG,
  findAddition,
  formatDose,
  formatMoney,
  predict,
  readDose,
  sayDose,
  steppedDoseG,
  tempIn,
  withDose,
} from '../../src';
import { kitchenAt } from '../kitchens';
import { workedRecipe } from '../recipes';

function addition(key: string) {
  const found = findAddition(key, TABLE_ONLY);
  if (!found) throw new Error(`no ${key}`);
  return found;
}

const METRIC: DoseMeasures = { cupSystem: 'metric', spoonSystem: 'metric' };
const US: DoseMeasures = { cupSystem: 'us', spoonSystem: 'us' };
const AUSTRALIAN: DoseMeasures = { cupSystem: 'metric', spoonSystem: 'australian' };

test.each([
  ['date_medjool', 48, '2 dates, 48 g'],
  ['date_medjool', 24, '1 date, 24 g'],
  ['maple_syrup', 19.95, '1 tbsp, 20 g'],
  ['vanilla_extract', 4.4, '1 tsp, 4.4 g'],
  ['salt', 0.375, '1 pinch, 0.38 g'],
  ['salt', 0.76, '⅛ tsp, 0.76 g'],
  ['coconut_oil', 14.5, 'about 1 tbsp, 15 g'],
  ['date_deglet', 1, '1 g'],
])('%s: %s g is “%s”', (key, massG, words) => {
  expect(formatDose(massG, addition(key), METRIC)).toBe(words);
});

test.each<[string, string, DoseMeasures, number, DoseUnit, 'batch' | 'litre' | null]>([
  ['5 dates', 'date_medjool', METRIC, 120, 'each', null],
  ['2 dates a litre', 'date_medjool', METRIC, 48, 'each', 'litre'],
  ['half a date', 'date_medjool', METRIC, 12, 'each', null],
  ['1/8 tsp', 'salt', METRIC, 0.760625, 'tsp', null],
  ['⅛ tsp per litre', 'salt', METRIC, 0.760625, 'tsp', 'litre'],
  ['a pinch', 'salt', US, 0.374836, 'pinch', null],
  ['2 tbsp', 'maple_syrup', METRIC, 39.9, 'tbsp', null],
  ['2 tbsp', 'maple_syrup', US, 39.33342, 'tbsp', null],
  ['2 tablespoons', 'maple_syrup', AUSTRALIAN, 53.2, 'tbsp', null],
  ['1 1/2 tsp in this batch', 'vanilla_extract', METRIC, 6.6, 'tsp', 'batch'],
  ['3 drops', 'vanilla_extract', METRIC, 0.132, 'drop', null],
  ['12 g', 'cocoa_powder', US, 12, 'g', null],
  ['0,5 g/l', 'salt', METRIC, 0.5, 'g', 'litre'],
  ['¼ cup', 'sugar', US, 49.979215, 'cup', null],
])('“%s” of %s is read as it is said', (text, key, measures, massG, unit, per) => {
  const read = readDose(text, addition(key), measures);
  expect(read).toMatchObject({ ok: true, unit, per });
  expect(read.ok && read.massG).toBeCloseTo(massG, 5);
});

test.each([
  ['', 'empty'],
  ['5 handfuls', 'unknown-unit'],
  ['a spoon of dates', 'unknown-unit'],
  ['2 tbsp', 'not-measured-so'],
  ['1/0 g', 'divided-by-zero'],
  ['1 2 g', 'not-a-number'],
])('of dates “%s” is not taken: %s', (text, why) => {
  expect(readDose(text, addition('date_medjool'), METRIC)).toEqual({ ok: false, why });
});

test('a number alone is in the unit that is usual, and thousands are read by the decimal mark', () => {
  expect(readDose('5', addition('date_medjool'), METRIC, 'each')).toMatchObject({ massG: 120 });
  expect(readDose('1,250 g', addition('sugar'), METRIC)).toEqual({ ok: false, why: 'ambiguous-separator' });
  expect(readDose('1,250 g', addition('sugar'), METRIC, 'g', '.')).toMatchObject({ massG: 1250 });
  expect(readDose('1,250 g', addition('sugar'), METRIC, 'g', ',')).toMatchObject({ massG: 1.25 });
});

const measuresArb = fc.record({
  cupSystem: fc.constantFrom('us', 'metric', 'imperial'),
  spoonSystem: fc.constantFrom('us', 'metric', 'australian'),
});
const DOSED = ADDITION_TABLE.filter(({ kind }) => kind !== 'liquid');

test('what is said is read back as what was said, in every unit and system', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...DOSED),
      fc.constantFrom(...DOSE_UNITS),
      measuresArb,
      fc.integer({ min: 1, max: 200 }),
      (of, unit, measures, quartersOfIt) => {
        const unitG = doseUnitG(unit, of, measures);
        fc.pre(unitG !== null);
        // Counts that the unit is written in: wholes of some, quarters of the rest.
        const step = unit === 'drop' || unit === 'pinch' || unit === 'g' || unit === 'mL' ? 1 : 0.25;
        const massG = quartersOfIt * step * (unitG ?? 1);
        const read = readDose(sayDose(massG, unit, of, measures), of, measures);
        expect(read).toMatchObject({ ok: true, unit });
        expect(read.ok && read.massG / massG).toBeCloseTo(1, 9);
      },
    ),
  );
});

test('a step more and a step less lead back, and never to nothing', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...DOSED),
      fc.constantFrom(...DOSE_UNITS),
      measuresArb,
      fc.double({ min: 0.05, max: 500, noNaN: true }),
      (of, unit, measures, massG) => {
        fc.pre(doseUnitG(unit, of, measures) !== null);
        const more = steppedDoseG(massG, unit, true, of, measures);
        expect(more).toBeGreaterThan(massG);
        const less = steppedDoseG(massG, unit, false, of, measures);
        if (less !== null) {
          expect(less).toBeGreaterThan(0);
          expect(less).toBeLessThan(massG);
        }
      },
    ),
  );
});

test('a dose for the batch is that of the batch, stirred in or blended in; one a litre is that of a litre', () => {
  const recipe = workedRecipe('almond', 143, 4, 10);
  for (const when of ['before', 'after'] as const) {
    const dosed = { ...recipe, additions: [{ addition: 'date_medjool', when, gPerL: 20 }] };
    const five = withDose(dosed, 0, 120, { unit: 'each', per: 'batch' }, kitchenAt());
    const made = predict(five, kitchenAt());
    expect(made.ok && made.value.additions[0]?.massG).toBeCloseTo(120, 5);
    const perLitre = withDose(dosed, 0, 48, { unit: 'each', per: 'litre' }, kitchenAt());
    expect(perLitre.additions).toEqual([
      { addition: 'date_medjool', when, gPerL: 48, said: { unit: 'each', per: 'litre' } },
    ]);
  }
});

test('money to the cent, small sums to a tenth of one', () => {
  expect(formatMoney(2.164, 'EUR')).toBe('2.16 EUR');
  expect(formatMoney(0.0894, 'EUR')).toBe('0.089 EUR');
  expect(formatMoney(-3, 'USD')).toBe('−3.00 USD');
});

test('degrees of the kitchen', () => {
  expect(tempIn(100, 'us')).toBe(212);
  expect(tempIn(35, 'metric')).toBe(35);
});
