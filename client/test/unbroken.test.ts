import { unbroken, unbrokenIn } from '~/ui/unbroken';

test.each([
  ['6.4 % solids, 3.9 % fat', '6.4\u00a0% solids, 3.9\u00a0% fat'],
  ['710 mL came, about 1.54 EUR', '710\u00a0mL came, about 1.54\u00a0EUR'],
  ['1 min 3 s, to 23 °C', '1\u00a0min 3\u00a0s, to 23\u00a0°C'],
  ['5½ oz or ⅓ L', '5½\u00a0oz or ⅓\u00a0L'],
  // No units: words that begin as one does, and names.
  ['2 small jars, 3 grains, 4 minutes', '2 small jars, 3 grains, 4 minutes'],
  ['Step 2 of 3', 'Step 2 of 3'],
])('“%s” is broken at no unit', (text, whole) => {
  expect(unbroken(text)).toBe(whole);
});

test('pieces of text are one text; with anything else between them they stay', () => {
  expect(unbrokenIn([155, ' g of ', 'nuts'])).toBe('155\u00a0g of nuts');
  const mixed = [155, null, ' g'];
  expect(unbrokenIn(mixed)).toBe(mixed);
});
