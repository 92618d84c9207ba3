import fc from 'fast-check';
import {
  USUAL_KITCHEN,
  curves,
  fit,
  kitchenCalendar,
  pairedDifference,
  plainRecipe,
  predict,
  planJob,
  runComputeJob,
  schedule,
  uncertainty,
  type ComputeInput,
  type ComputeJobName,
  type FitJob,
  type KitchenCalendar,
} from '../../src';

const recipe = plainRecipe('Almond', 'almond', 6.6, 8);
const kitchen = USUAL_KITCHEN;
const H_MS = 3_600_000;
const household = { wakingFrom: '06:30', wakingTo: '22:30', quietFrom: '22:00', quietTo: '07:00', bowls: [] };
const nowMs = Date.UTC(2026, 2, 3, 20);

function planned(id: string, glassMs: number) {
  const prediction = predict(recipe, kitchen);
  if (!prediction.ok) throw new Error('the plain recipe is refused');
  const wish = { id, glassMs, fresh: false, soakedAlready: false };
  return { prediction: prediction.value, job: planJob(wish, recipe, prediction.value, kitchen) };
}

/** Days without rest or quiet, and what is taken of them. */
const open: KitchenCalendar = {
  nowMs,
  gridMin: 15,
  mostLateMin: 0,
  bowlsMl: null,
  waking: [{ fromMs: -Infinity, toMs: Infinity }],
  quiet: [],
  taken: [],
};

function fitJob(glassMs: number): FitJob {
  const { prediction, job } = planned('new', glassMs);
  const other = planned('kept', nowMs + 30 * H_MS);
  const placed = schedule([other.job], open);
  const kept = placed.ok ? placed.placed.map((one) => ({ job: other.job, placed: one })) : [];
  return { recipe, prediction, job, calendar: open, kept, kitchen, avoided: [] };
}

const INPUTS: { [N in ComputeJobName]: ComputeInput<N> } = {
  uncertainty: { recipe, kitchen },
  pairedDifference: { recipe, kitchen, other: { ...recipe, peel: 'pinch' } },
  curves: { recipe, kitchen },
  schedule: { job: planned('new', nowMs + 36 * H_MS).job, household, timeZone: 'UTC', nowMs, taken: [] },
  // Too soon: room is looked for, and the other ways.
  fit: fitJob(nowMs + 2 * H_MS),
  firstFit: {
    wishes: [2, 3, 40].map((h) => ({ job: planned('new', nowMs + h * H_MS).job, calendar: open })),
  },
  fridgeCsv: {
    text: [
      'time,temp_c',
      ...Array.from({ length: 20 }, (_, i) => `2026-03-01 10:${10 + i},4.${i % 10}`),
    ].join('\n'),
    timeZone: 'UTC',
    unit: null,
    dayFirst: true,
    nowMs,
  },
};
const NAMES = Object.keys(INPUTS) as ComputeJobName[];

/** Runs a job, cancelled after so many parts; says what it told meanwhile. */
async function run<N extends ComputeJobName>(
  name: N,
  parts = Infinity,
  input: ComputeInput<N> = INPUTS[name],
) {
  const told: number[] = [];
  let pauses = 0;
  const outcome = await runComputeJob(name, input, {
    onProgress: (done) => told.push(done),
    pause: async () => void (await Promise.resolve(pauses++)),
    isCancelled: () => told.length >= parts,
  });
  expect(pauses).toBe(told.length);
  return { outcome, told };
}

async function answerOf<N extends ComputeJobName>(name: N, input: ComputeInput<N> = INPUTS[name]) {
  const { outcome } = await run(name, Infinity, input);
  if (outcome.cancelled) throw new Error(`${name} was cancelled`);
  return outcome.answer;
}

describe('a job', () => {
  test('answers what the core says', async () => {
    expect(await answerOf('uncertainty')).toEqual(uncertainty(recipe, kitchen));
    expect(await answerOf('pairedDifference')).toEqual(
      pairedDifference(recipe, INPUTS.pairedDifference.other, kitchen),
    );
    expect(await answerOf('curves')).toEqual(curves(recipe, kitchen));
    expect(await answerOf('fit')).toEqual(fit(INPUTS.fit));
    const { job } = INPUTS.schedule;
    const days = kitchenCalendar(household, 'UTC', nowMs, job.glassMs, []);
    expect(await answerOf('schedule')).toEqual(schedule([job], days));
    const refused = { ...INPUTS.uncertainty, recipe: { ...recipe, waterPerNut: 0 } };
    expect(await answerOf('uncertainty', refused)).toMatchObject({ ok: false });
  });

  test('finds the first wish that fits, or none', async () => {
    expect(await answerOf('firstFit')).toBe(2);
    const { wishes } = INPUTS.firstFit;
    expect(await answerOf('firstFit', { wishes: wishes.slice(0, 2) })).toBeNull();
    expect(await answerOf('firstFit', { wishes: [] })).toBeNull();
  });

  test.each(NAMES)('%s tells how far it is, from less to more', async (name) => {
    const { outcome, told } = await run(name);
    expect(outcome.cancelled).toBe(false);
    expect(told.every((done) => done > 0 && done < 1)).toBe(true);
    expect(told).toEqual([...told].sort((a, b) => a - b));
  });

  test('stops between two parts once it is cancelled, and does nothing when it was before', async () => {
    const { told: all } = await run('uncertainty');
    await fc.assert(
      fc.asyncProperty(fc.nat(all.length), async (parts) => {
        const { outcome, told } = await run('uncertainty', parts);
        expect(outcome.cancelled).toBe(parts <= all.length);
        expect(told).toEqual(all.slice(0, parts));
      }),
      { numRuns: 20 },
    );
  });
});
