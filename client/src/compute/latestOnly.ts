/**
 * Works on one thing at a time; of what is asked for meanwhile only the latest is kept. `newer` says whether something
 * was. What is asked for steadily, as while a finger moves, is thus answered steadily too.
 */
export function latestOnly<T>(
  work: (one: T, newer: () => boolean) => Promise<void>,
): (one: T) => Promise<void> {
  let next: { one: T } | null = null;
  let working = false;
  return async (one) => {
    next = { one };
    if (working) return;
    working = true;
    try {
      for (let at = next as { one: T } | null; at; at = next) {
        next = null;
        await work(at.one, () => next !== null);
      }
    } finally {
      working = false;
    }
  };
}
