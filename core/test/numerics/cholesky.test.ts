import fc from 'fast-check';
import { cholesky } from '../../src/numerics/cholesky';

const times = (a: number[][], b: number[][]): number[][] =>
  a.map((row) => b.map((other) => row.reduce((sum, x, k) => sum + x * (other[k] ?? 0), 0)));

/** Numbers of the size of a kitchen's spreads: doubles down to 1e-300 are none of anything that is weighed. */
const spread = fc.integer({ min: -2000, max: 2000 }).map((thousandths) => thousandths / 1000);

/** Square matrices with some rows of zeros: their product with their own transpose is semidefinite. */
const factor = fc
  .integer({ min: 1, max: 6 })
  .chain((n) =>
    fc.array(
      fc.oneof(
        { arbitrary: fc.array(spread, { minLength: n, maxLength: n }), weight: 4 },
        { arbitrary: fc.constant(Array<number>(n).fill(0)), weight: 1 },
      ),
      { minLength: n, maxLength: n },
    ),
  );

/** Two directions that are nearly one: what rounding leaves of the second is no spread. */
const nearlyOne = [
  [-4.002959523861844e-8, -0.24836543415080228, 0, 0],
  [0, -2.8235161437523656e-46, 0, 0],
  [0, 0, 0, 0],
  [0.03909536533091526, 0, 0, 0],
];

/** A variance so small that doubles hold it with fewer digits: its root is not its own spread. */
const belowDoubles = [
  [0, 6.286989724708591e-162, 0, 0],
  [0, 0, 0, 0],
  [1.4304970075414377e-122, -2.860922492055022e-122, 0, 0],
  [0, -1.9999000025128453, 0, 0],
];

test('is lower and gives the matrix back', () => {
  fc.assert(
    fc.property(factor, (a) => {
      const matrix = times(a, a);
      const lower = cholesky(matrix);
      expect(lower.map((row) => row.length)).toEqual(matrix.map((_, i) => i + 1));
      const whole = lower.map((row) => [...row, ...Array<number>(matrix.length - row.length).fill(0)]);
      const back = times(whole, whole);
      for (const [i, row] of matrix.entries()) {
        for (const [j, x] of row.entries()) {
          const most = Math.sqrt((row[i] ?? 0) * (matrix[j]?.[j] ?? 0));
          expect(Math.abs((back[i]?.[j] ?? 0) - x)).toBeLessThanOrEqual(1e-4 * most + 1e-140);
        }
      }
    }),
    { examples: [[nearlyOne], [belowDoubles]] },
  );
});

test('worked: variances 4 and 2 with covariance 2', () => {
  expect(
    cholesky([
      [4, 2],
      [2, 2],
    ]),
  ).toEqual([[2], [1, 1]]);
  expect(cholesky([])).toEqual([]);
});
