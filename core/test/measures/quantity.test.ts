import fc from 'fast-check';
import { quarters, readQuantity, readSigned } from '../../src';

test.each([
  ['250', 250],
  [' 250 ', 250],
  ['1 1/2', 1.5],
  ['1½', 1.5],
  ['1 ½', 1.5],
  ['½', 0.5],
  ['¾', 0.75],
  ['3/4', 0.75],
  ['3 / 4', 0.75],
  ['2⁄3', 2 / 3],
  ['⅓', 1 / 3],
  ['2,5', 2.5],
  ['2.5', 2.5],
  [',5', 0.5],
  ['.5', 0.5],
  ['2,', 2],
  ['0,250', 0.25],
  ['0.125', 0.125],
  ['1,250.5', 1250.5],
  ['1.250,5', 1250.5],
  ['1 250', 1250],
  ['12\u00a0500', 12500],
  ['1,250,000', 1_250_000],
  ['0', 0],
])('“%s” is read as %d', (text, value) => {
  expect(readQuantity(text)).toEqual({ ok: true, value });
});

test.each([
  ['', 'empty'],
  ['   ', 'empty'],
  ['many', 'not-a-number'],
  ['-3', 'not-a-number'],
  ['1e5', 'not-a-number'],
  ['1/2/3', 'not-a-number'],
  ['1 1', 'not-a-number'],
  ['3/0', 'divided-by-zero'],
  ['1,250', 'ambiguous-separator'],
  ['1.250', 'ambiguous-separator'],
  ['1.2.3', 'not-a-number'],
  ['½½', 'not-a-number'],
])('“%s” is turned away: %s', (text, why) => {
  const reading = readQuantity(text);
  expect(reading).toEqual({ ok: false, why });
});

test('whatever is typed, the answer is a number >= 0 or a reason', () => {
  const read = { number: 0, reason: 0 };
  fc.assert(
    fc.property(fc.string({ unit: fc.constantFrom(...'0123456789 .,/½¼⅓abc-') }), (text) => {
      const reading = readQuantity(text);
      read[reading.ok ? 'number' : 'reason']++;
      if (reading.ok) {
        // Read again from how it is written plainly, it is the same number.
        expect(readQuantity(reading.value.toFixed(12))).toEqual({
          ok: true,
          value: expect.closeTo(reading.value, 9),
        });
        // A number has at least one digit or fraction in it, and never two numbers run together.
        expect(text).toMatch(/[0-9½¼⅓]/);
        expect(text).not.toMatch(/[abc-]/);
      } else if (/^[0-9]{1,9}$/.test(text)) throw new Error(`${text} is a number`);
    }),
    { numRuns: 2000 },
  );
  expect(Math.min(read.number, read.reason)).toBeGreaterThan(20);
});

test('a decimal reads the same with a comma and with a point', () => {
  fc.assert(
    fc.property(fc.nat(9999), fc.nat(99), (whole, part) => {
      const tail = String(part).padStart(2, '0');
      expect(readQuantity(`${whole},${tail}`)).toEqual(readQuantity(`${whole}.${tail}`));
    }),
  );
});

test('quarters are written the way cooks write them, and read back', () => {
  expect(quarters(1.5)).toBe('1½');
  expect(quarters(0.25)).toBe('¼');
  expect(quarters(3)).toBe('3');
  expect(quarters(0)).toBe('0');
  fc.assert(
    fc.property(fc.nat(400), (n) => {
      expect(readQuantity(quarters(n / 4))).toEqual({ ok: true, value: n / 4 });
    }),
  );
});

test('below zero with a minus, whichever a keyboard has; a range is no number', () => {
  const read = (text: string): number | string => {
    const reading = readSigned(text, ',');
    return reading.ok ? reading.value : reading.why;
  };
  expect(['-2,5', '−18', '– 0.5', '4', '½', '-½'].map(read)).toEqual([-2.5, -18, -0.5, 4, 0.5, -0.5]);
  expect(['--2', '2-', '-', '4-6', '- '].map(read)).toEqual([
    'not-a-number',
    'not-a-number',
    'empty',
    'not-a-number',
    'empty',
  ]);
  expect(readQuantity('-2')).toEqual({ ok: false, why: 'not-a-number' });
});
