/** A spread left over that is less than this share of the whole is what rounding left of none. */
const NO_SPREAD = 1e-12;

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
      if (j === i) mine.push(sum > NO_SPREAD * (row[i] ?? 0) ? Math.sqrt(sum) : 0);
      else mine.push((left[j] ?? 0) > 0 ? sum / (left[j] ?? 1) : 0);
    }
    lower.push(mine);
  }
  return lower;
}
