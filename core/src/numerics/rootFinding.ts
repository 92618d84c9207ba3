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
