import fc from 'fast-check';
import { findRoot, findRootNear } from '../../src/numerics';

describe('a root', () => {
  // Rising, bent and with a step, as milk over nuts and solids over water are.
  const rising = fc.record({
    at: fc.double({ min: 0.02, max: 900, noNaN: true }),
    bend: fc.constantFrom(0.3, 1, 3),
  });
  const far = { low: 0.01, high: 1000 };

  test('is found from any guess, as it is without one', () => {
    fc.assert(
      fc.property(rising, fc.double({ min: 0, max: 2000, noNaN: true }), ({ at, bend }, guess) => {
        const f = (x: number): number => x ** bend - at ** bend;
        for (const x of [findRoot(f, far.low, far.high), findRootNear(f, guess, far.low, far.high)]) {
          expect(Math.abs(f(x))).toBeLessThan(1e-6 * Math.max(1, at ** bend));
        }
      }),
    );
  });

  test('below or above all that is allowed is the end of it', () => {
    for (const guess of [0, 0.5, 5, 1e9, Infinity]) {
      expect(findRootNear((x) => x - 0.001, guess, 0.01, 10)).toBe(0.01);
      expect(findRootNear((x) => x - 20, guess, 0.01, 10)).toBeCloseTo(10, 6);
      // Below some point it is no number that could be told: less than any.
      expect(findRootNear((x) => (x < 2 ? -Infinity : x - 3), guess, 0.01, 10)).toBeCloseTo(3, 6);
    }
  });
});
