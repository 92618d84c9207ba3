import { LatestOnlyWorker } from '~/wire/latestOnlyWorker';

describe('work beside the page', () => {
  class Bench {
    onmessage: ((event: { data: string }) => void) | null = null;
    onerror: (() => void) | null = null;
    readonly given: string[] = [];
    ended = false;
    postMessage(job: string): void {
      this.given.push(job);
    }
    terminate(): void {
      this.ended = true;
    }
  }

  test('one job at a time, and only the latest of those that waited', () => {
    const bench = new Bench();
    const told: [string, string, boolean][] = [];
    let failed = 0;
    const desk = new LatestOnlyWorker<string, string>(
      bench as unknown as Worker,
      (answer, job, last) => told.push([answer, job, last]),
      () => failed++,
    );
    for (const job of ['a', 'b', 'c']) desk.ask(job);
    expect(bench.given).toEqual(['a']);
    bench.onmessage?.({ data: 'A' });
    expect(bench.given).toEqual(['a', 'c']);
    bench.onmessage?.({ data: 'C' });
    expect(told).toEqual([
      ['A', 'a', false],
      ['C', 'c', true],
    ]);
    desk.ask('d');
    bench.onerror?.();
    expect(failed).toBe(1);
    // What was asked of it is given up, not asked again.
    desk.ask('e');
    expect(bench.given).toEqual(['a', 'c', 'd', 'e']);
    desk.close();
    expect(bench.ended).toBe(true);
  });
});
