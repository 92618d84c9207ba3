import { USUAL_KITCHEN, plainRecipe, runComputeJob, uncertainty } from '@humble-churn/core';
import fc from 'fast-check';
import type { FromWorker, Task, ToWorker } from '~/compute/computeMessages';
import { latestOnly } from '~/compute/latestOnly';
import { Cancelled, NoWorker, WorkerCompute } from '~/compute/workerCompute';

const JOB = { recipe: plainRecipe('Almond', 'almond', 6.6, 8), kitchen: USUAL_KITCHEN };

/** The far end of a worker: what it is sent is kept, and what it tells is told by hand. */
class FarEnd {
  onmessage: ((event: { data: FromWorker }) => void) | null = null;
  onerror: (() => void) | null = null;
  readonly sent: ToWorker[] = [];
  ended = false;
  postMessage(message: ToWorker): void {
    this.sent.push(message);
  }
  terminate(): void {
    this.ended = true;
  }
  task(nth: number): Task {
    const message = this.sent[nth];
    if (!message || 'cancel' in message) throw new Error(`message ${nth} is no task`);
    return message;
  }
}

function started() {
  const ends: FarEnd[] = [];
  const worker = new WorkerCompute(() => {
    const end = new FarEnd();
    ends.push(end);
    return end as unknown as Worker;
  });
  const end = (nth: number): FarEnd => {
    const one = ends[nth];
    if (!one) throw new Error(`worker ${nth} was not started`);
    return one;
  };
  return { worker, ends, end };
}

describe('work beside the page', () => {
  test('crosses to the worker and back as it is in the core, with how far it is', async () => {
    const { worker, end } = started();
    const told: number[] = [];
    const answer = worker.run('uncertainty', JOB, { onProgress: (done) => told.push(done) });
    const { id, name, input } = structuredClone(end(0).task(0));
    const outcome = await runComputeJob(name, input, {
      onProgress: () => undefined,
      isCancelled: () => false,
    });
    if (outcome.cancelled) throw new Error('cancelled');
    end(0).onmessage?.({ data: { id, progress: 0.5 } });
    end(0).onmessage?.({ data: structuredClone({ id, answer: outcome.answer }) });
    expect(await answer).toEqual(uncertainty(JOB.recipe, JOB.kitchen));
    expect(told).toEqual([0.5]);
  });

  test('cancelled: the worker is told, and what it still says is for nobody', async () => {
    const { worker, end } = started();
    const controller = new AbortController();
    const one = worker.run('curves', JOB, { signal: controller.signal });
    const other = worker.run('curves', JOB);
    const [first, second] = [end(0).task(0), end(0).task(1)];
    controller.abort();
    await expect(one).rejects.toThrow(Cancelled);
    expect(end(0).sent[2]).toEqual({ cancel: first.id });
    const curves = { ratio: [], seconds: [], soak: [] };
    end(0).onmessage?.({ data: { id: first.id, answer: curves } });
    end(0).onmessage?.({ data: { id: second.id, answer: curves } });
    expect(await other).toBe(curves);
    await expect(worker.run('curves', JOB, { signal: controller.signal })).rejects.toThrow(Cancelled);
    expect(end(0).sent).toHaveLength(3);
  });

  test('a worker that fails is started anew, twice in a row and no more', async () => {
    const { worker, ends, end } = started();
    const curves = { ratio: [], seconds: [], soak: [] };
    const lost = [worker.run('curves', JOB), worker.run('curves', JOB)];
    end(0).onerror?.();
    for (const one of lost) await expect(one).rejects.toThrow(NoWorker);
    expect(end(0).ended).toBe(true);

    const fine = worker.run('curves', JOB);
    end(1).onmessage?.({ data: { id: end(1).task(0).id, answer: curves } });
    expect(await fine).toBe(curves);
    // A job it cannot do is no reason to give the worker up.
    const failed = worker.run('curves', JOB);
    end(1).onmessage?.({ data: { id: end(1).task(1).id, failed: 'RangeError' } });
    await expect(failed).rejects.toThrow('RangeError');

    for (const nth of [1, 2]) {
      const one = worker.run('curves', JOB);
      end(nth).onerror?.();
      await expect(one).rejects.toThrow(NoWorker);
    }
    await expect(worker.run('curves', JOB)).rejects.toThrow(NoWorker);
    expect(ends).toHaveLength(3);
  });

  test('of what is asked for meanwhile only the latest is worked on', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.nat(3), { minLength: 1, maxLength: 20 }),
        fc.scheduler(),
        async (gaps, s) => {
          const worked: number[] = [];
          let atOnce = 0;
          let asked = -1;
          const ask = latestOnly<number>(async (one, newer) => {
            expect(++atOnce).toBe(1);
            // Never an old one while a newer one waits.
            expect(one).toBe(asked);
            worked.push(one);
            await s.schedule(Promise.resolve());
            // Whoever was overtaken knows it, and nobody else does.
            expect(newer()).toBe(one !== asked);
            atOnce--;
          });
          const all: Promise<void>[] = [];
          for (const [i, gap] of gaps.entries()) {
            asked = i;
            all.push(ask(i));
            for (let n = 0; n < gap && s.count() > 0; n++) await s.waitOne();
          }
          await s.waitIdle();
          await Promise.all(all);
          expect(worked.at(-1)).toBe(gaps.length - 1);
          expect(worked).toEqual([...new Set(worked)].sort((a, b) => a - b));
        },
      ),
    );
  });
});
