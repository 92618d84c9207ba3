/** Root of an increasing function between `low` and `high`, by regula falsi with halving (Illinois). */
export function findRoot(f: (x: number) => number, low: number, high: number): number {
  let a = low;
  let fa = f(a);
  let b = high;
  let fb = f(b);
  if (fa >= 0) return a;
  let side = 0;
  for (let i = 0; i < 100 && Math.abs(b - a) > 1e-10 * b; i++) {
    const secant = (a * fb - b * fa) / (fb - fa);
    const x = secant > a && secant < b ? secant : (a + b) / 2;
    const fx = f(x);
    if (Math.abs(fx) < 1e-7) return x;
    if (fx < 0) {
      a = x;
      fa = fx;
      if (side === -1) fb /= 2;
      side = -1;
    } else {
      b = x;
      fb = fx;
      if (side === 1) fa /= 2;
      side = 1;
    }
  }
  return (a + b) / 2;
}

/** A root is looked for within so much of a guess first, as a share of it, and then within ever more. */
const NEAR = 0.02;

/** As `findRoot`, where a guess is known: much sooner found if the guess is good, and found all the same if it is not. `low` is over 0. */
export function findRootNear(f: (x: number) => number, guess: number, low: number, high: number): number {
  const start = Math.min(high, Math.max(low, guess));
  const atStart = f(start);
  if (atStart === 0) return start;
  const up = atStart < 0;
  let near = start;
  for (let share = NEAR; ; share *= 8) {
    const far = up ? Math.min(high, start * (1 + share)) : Math.max(low, start * (1 - share));
    if (up ? far >= high || f(far) >= 0 : far <= low || f(far) <= 0) {
      return up ? findRoot(f, near, far) : findRoot(f, far, near);
    }
    near = far;
  }
}
