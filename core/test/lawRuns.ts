/** How many cases a law draws: so many in a run of the tests, and all of them in `npm run torture`. */
export function lawRuns(inTests: number, inFull: number): number {
  return process.env['LAW_RUNS'] === 'full' ? inFull : inTests;
}
