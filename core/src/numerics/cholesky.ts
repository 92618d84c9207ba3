/**
 * A variance left over that is less than this share of the whole counts as none. Leaving it out is wrong by its root,
 * 1e-5 of the spread; keeping a smaller one is wrong by what rounding (2e-16) makes of it.
 */
const NO_SPREAD = 1e-10;
/**
 * A variance below this is none. Doubles hold numbers under 2.2e-308 with fewer digits, so a root taken near there is
 * wrong by per cents, and so is everything divided by it.
 */
const LEAST_VARIANCE = 1e-290;

/**
 * The lower triangle L with L·Lᵀ = `matrix`, which is symmetric and positive semidefinite. A direction without spread
 * gives a column of zeros.
 */
export function cholesky(matrix: readonly (readonly number[])[]): number[][] {
  const lower: number[][] = [];
  for (const [i, row] of matrix.entries()) {
    const mine: number[] = [];
    for (let j = 0; j <= i; j++) {
      const left = j === i ? mine : (lower[j] ?? []);
      let sum = row[j] ?? 0;
      for (let k = 0; k < j; k++) sum -= (mine[k] ?? 0) * (left[k] ?? 0);
      if (j === i) mine.push(sum > Math.max(NO_SPREAD * (row[i] ?? 0), LEAST_VARIANCE) ? Math.sqrt(sum) : 0);
      else mine.push((left[j] ?? 0) > 0 ? sum / (left[j] ?? 1) : 0);
    }
    lower.push(mine);
  }
  return lower;
}
