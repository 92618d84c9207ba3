import { findAddition, formatDose, formatMoney, tempIn } from '../../src';

function addition(key: string) {
  const found = findAddition(key);
  if (!found) throw new Error(`no ${key}`);
  return found;
}

test.each([
  ['date_medjool', 48, '48 g, about 2 of them'],
  ['maple_syrup', 20, '20 g, about 1 tbsp'],
  ['vanilla_extract', 4.4, '4.4 g, about 1 tsp'],
  ['salt', 0.5, '0.5 g, a pinch'],
  ['coconut_oil', 14, '14 g, about 1 tbsp'],
  ['date_deglet', 1, '1 g'],
])('%s: %s g is “%s”', (key, massG, words) => {
  expect(formatDose(massG, addition(key))).toBe(words);
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
