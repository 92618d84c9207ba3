/**
 * A long computation in parts. Between any two of them whoever runs it is told how much is done, 0 to 1, and may show
 * that, let something else run first, or stop.
 */
export type Interruptible<T> = Generator<number, T, undefined>;

/** Runs it to its end without a pause. */
export function runToEnd<T>(work: Interruptible<T>): T {
  for (;;) {
    const part = work.next();
    if (part.done === true) return part.value;
  }
}

/** One computation after another as one: this one is the share from `from` to `to` of the whole. */
export function* asShare<T>(work: Interruptible<T>, from: number, to: number): Interruptible<T> {
  for (;;) {
    const part = work.next();
    if (part.done === true) return part.value;
    yield from + (to - from) * part.value;
  }
}
