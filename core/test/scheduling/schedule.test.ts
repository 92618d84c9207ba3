import fc from 'fast-check';
import type { KeptJob, ScheduledBatch, PlanCost, PlanJob, KitchenCalendar, Booking } from '../../src';
import {
  CHILL_MIN,
  constraintViolations,
  compareCosts,
  calendarWith,
  isInside,
  startTimesOf,
  overlaps,
  scheduledAt,
  plainRecipe,
  planCost,
  planJob,
  kitchenCalendar,
  predict,
  displacement,
  schedule,
  bookingsOf,
  visits,
  withFinishMoved,
  withSoakMoved,
  USUAL_KITCHEN,
} from '../../src';

const MIN = 60_000;
const GRID = 15 * MIN;
const DAY0 = Date.UTC(2026, 5, 1);
const at = (h: number, min = 0): number => DAY0 + h * 60 * MIN + min * MIN;

function job(id: string, change: Partial<PlanJob> = {}): PlanJob {
  return {
    id,
    glassMs: at(20),
    fresh: true,
    weighMin: 5,
    soaks: [
      { min: 55, offUsualH: 0 },
      { min: 40, offUsualH: 0.25 },
      { min: 70, offUsualH: 0.25 },
    ],
    drainMin: 4,
    blendMin: 4,
    strainMin: 4,
    bottleMin: 3,
    washUpMin: 8,
    jug: 'jug',
    bag: 'bag',
    bowlMl: 800,
    ...change,
  };
}

function kitchen(change: Partial<KitchenCalendar> = {}): KitchenCalendar {
  return {
    nowMs: at(16),
    waking: [{ fromMs: at(6), toMs: at(22) }],
    quiet: [],
    bowlsMl: null,
    taken: [],
    mostLateMin: 0,
    gridMin: 15,
    ...change,
  };
}

/** Every way to place one job on the grid, checked against the rules one by one and nothing else. */
function allWays(one: PlanJob, k: KitchenCalendar): ScheduledBatch[] {
  const ways: ScheduledBatch[] = [];
  const endMs = one.glassMs + k.mostLateMin * MIN;
  const first = Math.ceil(k.nowMs / GRID) * GRID;
  const take = (weighMs: number, drainMs: number, blendMs: number): void => {
    const placed = scheduledAt(one, { weighMs, drainMs, blendMs });
    if (placed.readyMs > endMs) return;
    const attended = placed.steps.filter(({ kind }) => !['soak', 'chill', 'wash-up'].includes(kind));
    // Blending to bottling is one stretch of standing by.
    const last = attended.filter(({ kind }) => ['blend', 'strain', 'bottle'].includes(kind));
    const run = { fromMs: last[0]?.fromMs ?? 0, toMs: last[last.length - 1]?.toMs ?? 0 };
    const stretches = [...attended.filter((step) => !last.includes(step)), run];
    if (stretches.some((step) => step.fromMs < k.nowMs || !isInside(step, k.waking))) return;
    const blend = placed.steps.find(({ kind }) => kind === 'blend');
    if (blend && k.quiet.some((quiet) => overlaps(quiet, blend))) return;
    ways.push(placed);
  };
  for (let w = first; w < endMs; w += GRID) {
    if (!one.soaks) {
      take(w, w + one.weighMin * MIN, w + (one.weighMin + one.drainMin) * MIN);
      continue;
    }
    for (const { min } of one.soaks) {
      const d = w + (one.weighMin + min) * MIN;
      const ready = d + one.drainMin * MIN;
      take(w, d, ready);
      for (let b = Math.ceil(ready / GRID) * GRID; b < endMs; b += GRID) if (b > ready) take(w, d, b);
    }
  }
  return ways;
}

/** Whether soaks find bowls, by trying every assignment outright. */
function bowlsDo(soaks: readonly (Booking & { what: 'bowl' })[], bowlsMl: readonly number[]): boolean {
  const assign = (i: number, chosen: readonly number[]): boolean => {
    const soak = soaks[i];
    if (!soak) return true;
    return bowlsMl.some(
      (ml, b) =>
        ml >= soak.bowlMl &&
        chosen.every((other, j) => other !== b || !overlaps(soak, soaks[j] as Booking)) &&
        assign(i + 1, [...chosen, b]),
    );
  };
  return assign(0, []);
}

function together(jobs: readonly PlanJob[], placed: readonly ScheduledBatch[], k: KitchenCalendar): boolean {
  const taken = placed.map((one, i) => bookingsOf(jobs[i] as PlanJob, one));
  for (let i = 0; i < taken.length; i++) {
    for (const a of taken[i] ?? []) {
      for (const b of [...k.taken, ...taken.slice(0, i).flat()]) {
        if (!overlaps(a, b) || a.what !== b.what) continue;
        if (a.what === 'hands') return false;
        if (a.what !== 'bowl' && b.what !== 'bowl' && b.what !== 'hands' && a.name === b.name) return false;
      }
    }
  }
  const soaks = [...k.taken, ...taken.flat()].filter((one) => one.what === 'bowl');
  return !k.bowlsMl || bowlsDo(soaks, k.bowlsMl);
}

/** The least cost over all combinations; null when none fits. */
function bruteForce(jobs: readonly PlanJob[], k: KitchenCalendar): PlanCost | null {
  const ways = jobs.map((one) => allWays(one, k));
  let best: PlanCost | null = null;
  const combine = (i: number, placed: readonly ScheduledBatch[]): void => {
    if (i === jobs.length) {
      const cost = planCost(placed);
      if (!best || compareCosts(cost, best) < 0) best = cost;
      return;
    }
    for (const way of ways[i] ?? []) {
      if (together(jobs.slice(0, i + 1), [...placed, way], k)) combine(i + 1, [...placed, way]);
    }
  };
  combine(0, []);
  return best;
}

const soakArb = fc
  .uniqueArray(fc.constantFrom(25, 40, 55, 70), { minLength: 1, maxLength: 2 })
  .map((mins) =>
    mins
      .map((min) => ({ min, offUsualH: Math.abs(min - 55) / 60 }))
      .sort((a, b) => a.offUsualH - b.offUsualH || a.min - b.min),
  );
const jobArb = (id: string) =>
  fc
    .record({
      glassQuarter: fc.integer({ min: 5, max: 11 }),
      fresh: fc.boolean(),
      soaks: fc.option(soakArb, { freq: 2 }),
      drainMin: fc.constantFrom(0, 4, 9),
      blendMin: fc.constantFrom(4, 11),
      jug: fc.constantFrom('jug', 'jug', 'green jug'),
      bag: fc.constantFrom('bag', 'bag', null),
      bowlMl: fc.constantFrom(400, 900),
    })
    .map(({ glassQuarter, ...rest }) => {
      const glassMs = at(16) + glassQuarter * GRID + (rest.fresh ? 0 : CHILL_MIN * MIN);
      return job(id, { ...rest, glassMs });
    });
const kitchenArb = fc
  .record({
    sleepFrom: fc.integer({ min: 0, max: 12 }),
    sleepFor: fc.integer({ min: 0, max: 3 }),
    quietFrom: fc.integer({ min: 0, max: 12 }),
    quietFor: fc.integer({ min: 0, max: 4 }),
    bowlsMl: fc.constantFrom(null, [1000], [1000, 500], [500]),
    mostLateMin: fc.constantFrom(0, 0, 30),
    busy: fc.option(fc.integer({ min: 0, max: 11 })),
  })
  .map(({ sleepFrom, sleepFor, quietFrom, quietFor, busy, ...rest }) => {
    const quarter = (n: number): number => at(16) + n * GRID;
    return kitchen({
      ...rest,
      waking: [
        { fromMs: at(0), toMs: quarter(sleepFrom) },
        { fromMs: quarter(sleepFrom + sleepFor), toMs: at(48) },
      ],
      quiet: quietFor > 0 ? [{ fromMs: quarter(quietFrom), toMs: quarter(quietFrom + quietFor) }] : [],
      taken: busy === null ? [] : [{ what: 'hands', fromMs: quarter(busy), toMs: quarter(busy + 1) }],
    });
  });

describe('against every way there is on the grid', () => {
  test.each([1, 2, 3])('%i batches: the same cost, or the same no', (count) => {
    fc.assert(
      fc.property(fc.tuple(...['a', 'b', 'c'].slice(0, count).map(jobArb)), kitchenArb, (jobs, k) => {
        // Hands already taken stand in the way of every attended step.
        const best = bruteForce(jobs, k);
        const found = schedule(jobs, k);
        expect(found.ok).toBe(best !== null);
        if (!found.ok || !best) return;
        expect(compareCosts(planCost(found.placed), best)).toBe(0);
        expect(together(jobs, found.placed, k)).toBe(true);
        expect(constraintViolations(jobs, found.placed, k)).toEqual([]);
      }),
      { numRuns: count === 3 ? 60 : 200 },
    );
  });
});

describe('what stands in the way', () => {
  const one = job('a', { glassMs: at(20) });

  test.each<[string, PlanJob[], Partial<KitchenCalendar>, string]>([
    ['machines quiet all evening', [one], { quiet: [{ fromMs: at(16), toMs: at(23) }] }, 'quiet-hours'],
    ['everyone asleep', [one], { waking: [{ fromMs: at(6), toMs: at(16) }] }, 'waking-hours'],
    ['no bowl large enough', [one], { bowlsMl: [500] }, 'bowls'],
    ['the glass too soon', [job('a', { glassMs: at(16, 20) })], {}, 'time'],
    [
      'the jug taken until then',
      [one],
      { taken: [{ what: 'jug', name: 'jug', fromMs: at(16), toMs: at(20) }] },
      'jug',
    ],
    [
      'the bag taken until then',
      [one],
      { taken: [{ what: 'bag', name: 'bag', fromMs: at(16), toMs: at(20) }] },
      'bag',
    ],
    ['both hands full', [one], { taken: [{ what: 'hands', fromMs: at(16), toMs: at(20) }] }, 'hands'],
  ])('%s', (_name, jobs, change, tightest) => {
    expect(schedule(jobs, kitchen(change))).toEqual({ ok: false, tightest, proven: true });
  });

  test('two batches and one bowl soak one after the other', () => {
    const both = [job('a', { fresh: false, glassMs: at(21) }), job('b', { fresh: false, glassMs: at(23) })];
    const found = schedule(both, kitchen({ bowlsMl: [1000], waking: [{ fromMs: at(6), toMs: at(24) }] }));
    if (!found.ok) throw new Error(found.tightest);
    const soaks = found.placed.map(({ steps }) => steps.find(({ kind }) => kind === 'soak'));
    if (!soaks[0] || !soaks[1]) throw new Error('both soak');
    expect(overlaps(soaks[0], soaks[1])).toBe(false);
    expect(found.proven).toBe(true);
  });
});

describe('room made among kept plans', () => {
  // One bowl, one glass after another: the kept soak stands where the new one would have to.
  const k = kitchen({ bowlsMl: [1000] });
  const kept = (id: string, weighMs: number, change: Partial<PlanJob> = {}) => {
    const one = job(id, change);
    const drainMs = weighMs + (one.weighMin + 55) * MIN;
    return {
      job: one,
      placed: scheduledAt(one, { weighMs, drainMs, blendMs: drainMs + one.drainMin * MIN }),
    };
  };
  const beside = (others: readonly ReturnType<typeof kept>[]): KitchenCalendar => ({
    ...k,
    taken: others.flatMap((one) => bookingsOf(one.job, one.placed)),
  });

  test('the kept one goes aside, and is still ready for its glass', () => {
    const soon = job('new', { glassMs: at(17, 30) });
    const inTheWay = kept('a', at(16), { glassMs: at(20) });
    expect(schedule([soon], beside([inTheWay])).ok).toBe(false);
    const made = displacement(soon, [inTheWay], k);
    expect(made?.moved.map(({ id }) => id)).toEqual(['a']);
    expect(startTimesOf(made?.placed as ScheduledBatch).weighMs).toBe(at(16, 15));
    const [moved] = made?.moved ?? [];
    expect(startTimesOf(moved as ScheduledBatch).weighMs).toBeGreaterThanOrEqual(at(17));
    expect(moved?.readyMs).toBeLessThanOrEqual(at(20));
  });

  test('of two only the one in the way is moved', () => {
    const soon = job('new', { glassMs: at(17, 30) });
    const far = kept('far', at(18), { glassMs: at(20) });
    const made = displacement(soon, [far, kept('near', at(16), { glassMs: at(22) })], k);
    expect(made?.moved.map(({ id }) => id)).toEqual(['near']);
  });

  test('what should have been begun is left alone, and there is no room where there is none', () => {
    const soon = job('new', { glassMs: at(17, 30) });
    expect(displacement(soon, [kept('a', at(15, 45), { glassMs: at(20) })], k)).toBeNull();
    expect(displacement(soon, [kept('a', at(16), { glassMs: at(17, 30) })], k)).toBeNull();
    expect(displacement(soon, [], k)).toBeNull();
  });

  test('among real soaks, hundreds of ways each, it is found as well', () => {
    const nowMs = Date.UTC(2026, 0, 9, 15, 30);
    const inHours = (hours: number): number => nowMs + hours * 60 * MIN;
    const household = { wakingFrom: '06:30', wakingTo: '22:30', quietFrom: '21:00', quietTo: '07:30' };
    const bowls = [{ volumeMl: 1500, count: 1 }];
    const days = kitchenCalendar({ ...household, bowls }, 'Europe/Lisbon', nowMs, inHours(80), []);
    const recipe = plainRecipe('Almond', 'almond', 6.6, 12);
    const made = predict(recipe);
    if (!made.ok) throw new Error(made.refusal.code);
    const almond = (id: string, hours: number): PlanJob =>
      planJob(
        { id, glassMs: inHours(hours), fresh: false, soakedAlready: false },
        recipe,
        made.value,
        USUAL_KITCHEN,
      );
    // The soak of each lies where the glass at 13:30 tomorrow would need it, or right behind.
    const lying: KeptJob[] = [];
    for (const hours of [30, 38]) {
      const one = almond(`kept ${hours}`, hours);
      const found = schedule([one], calendarWith(days, lying));
      if (found.ok) lying.push({ job: one, placed: found.placed[0] as ScheduledBatch });
    }
    const soon = almond('new', 22);
    expect(schedule([soon], calendarWith(days, lying)).ok).toBe(false);
    const room = displacement(soon, lying, days);
    expect(room?.moved).toHaveLength(1);
    const after = [
      ...lying.map(({ placed: before }) => room?.moved.find(({ id }) => id === before.id) ?? before),
      room?.placed as ScheduledBatch,
    ];
    expect(constraintViolations([...lying.map((one) => one.job), soon], after, days)).toEqual([]);
    expect(after.map(({ lateMin }) => lateMin)).toEqual(after.map(() => 0));
    // The moved one lies as well as it can beside the others.
    const moved = after.find(({ id }) => id === room?.moved[0]?.id) as ScheduledBatch;
    const mine = lying.find(({ job: { id } }) => id === moved.id) as KeptJob;
    const rest = [
      ...lying.filter((one) => one !== mine),
      { job: soon, placed: room?.placed as ScheduledBatch },
    ];
    const best = schedule([mine.job], calendarWith(days, rest));
    expect(best.ok && compareCosts(planCost(best.placed), planCost([moved]))).toBe(0);
  });

  test('against every way there is: all in time, nothing broken, none but the moved elsewhere; or there is no room', () => {
    fc.assert(
      fc.property(jobArb('new'), fc.tuple(jobArb('a'), jobArb('b')), kitchenArb, (one, jobs, around) => {
        const before = schedule(jobs, around);
        fc.pre(before.ok);
        const lying = jobs.map((kept_, i) => ({ job: kept_, placed: before.placed[i] as ScheduledBatch }));
        // With looks enough to be through all of it: by default it gives up sooner.
        const made = displacement(one, lying, around, 60_000);
        const fixedBut = (moved: readonly string[]): PlanCost | null =>
          bruteForce([one, ...jobs.filter(({ id }) => moved.includes(id))], {
            ...around,
            taken: [
              ...around.taken,
              ...lying
                .filter(({ job: { id } }) => !moved.includes(id))
                .flatMap((a) => bookingsOf(a.job, a.placed)),
            ],
          });
        const moved = made?.moved.map(({ id }) => id) ?? [];
        // As few as will do: with fewer there is no way at all.
        const fewer = moved.length === 1 ? [] : [['a'], ['b']];
        for (const some of fewer) expect(fixedBut(some)).toBeNull();
        if (!made) {
          expect(fixedBut(['a', 'b'])).toBeNull();
          return;
        }
        const after = lying.map(
          ({ job: { id }, placed }) => made.moved.find((now) => now.id === id) ?? placed,
        );
        expect(together([...jobs, one], [...after, made.placed], around)).toBe(true);
        for (const now of [made.placed, ...made.moved]) {
          expect(now.lateMin).toBeLessThanOrEqual(around.mostLateMin);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('a plan moved by hand', () => {
  const one = job('a', { glassMs: at(20), fresh: false });
  const k = kitchen({ nowMs: at(12), quiet: [{ fromMs: at(18), toMs: at(22) }] });
  const found = schedule([one], k);
  if (!found.ok) throw new Error(found.tightest);
  const placed = found.placed[0] as ScheduledBatch;

  test('the soak moved, everything behind it moves, and what breaks is named', () => {
    const broken = (now: ScheduledBatch): string[] =>
      constraintViolations([one], [now], k).map(({ limit, kind }) => `${limit} ${kind}`);
    expect(withSoakMoved(one, startTimesOf(placed), 0)).toEqual(placed);
    expect(broken(placed)).toEqual([]);
    const later = withSoakMoved(one, startTimesOf(placed), 120);
    for (const [i, step] of later.steps.entries()) {
      expect(step.fromMs - (placed.steps[i]?.fromMs ?? 0)).toBe(120 * MIN);
    }
    expect(broken(later).sort()).toEqual(['quiet-hours blend', 'time chill']);
    expect(broken(withSoakMoved(one, startTimesOf(placed), -12 * 60))).toContain('time weigh');
  });

  test('the finish moved, the soak is timed anew for it', () => {
    const earlier = withFinishMoved(one, k, startTimesOf(placed), -90);
    expect(constraintViolations([one], [earlier], k)).toEqual([]);
    expect(earlier.readyMs).toBeLessThanOrEqual(placed.readyMs - 90 * MIN);
    expect(earlier.offUsualH).toBe(0);
    const intoQuiet = withFinishMoved(one, k, startTimesOf(placed), 120);
    expect(intoQuiet.readyMs).toBeLessThanOrEqual(placed.readyMs + 120 * MIN);
  });
});

test('moments lead back to the same placement, and visits are when someone must be there', () => {
  fc.assert(
    fc.property(jobArb('a'), kitchenArb, (one, k) => {
      const found = schedule([one], k);
      fc.pre(found.ok);
      const placed = found.placed[0] as ScheduledBatch;
      expect(scheduledAt(one, startTimesOf(placed))).toEqual(placed);
      const stands = placed.steps.filter(({ kind }) => !['soak', 'chill', 'wash-up'].includes(kind));
      for (const step of stands) {
        expect(visits(placed).some(({ fromMs, toMs }) => fromMs <= step.fromMs && step.toMs <= toMs)).toBe(
          true,
        );
      }
      // Each is done in one of the visits, in order, and no two visits touch at the blades.
      expect(visits(placed).flatMap(({ kinds }) => kinds)).toEqual(stands.map(({ kind }) => kind));
      for (const [i, visit] of visits(placed).entries()) {
        if (visit.key === 'make') expect(visit.fromMs).not.toBe(visits(placed)[i - 1]?.toMs);
      }
    }),
    { numRuns: 60 },
  );
});

describe('visits to the kitchen, to the minute', () => {
  const placed = (change: Partial<PlanJob>, drainMs: number, blendMs: number) =>
    visits(scheduledAt(job('a', change), { weighMs: at(16), drainMs, blendMs }));

  test('draining and blending apart are two', () => {
    expect(placed({}, at(17), at(18))).toEqual([
      { key: 'weigh', kinds: ['weigh'], fromMs: at(16), toMs: at(16, 5) },
      { key: 'drain', kinds: ['drain'], fromMs: at(17), toMs: at(17, 4) },
      { key: 'make', kinds: ['blend', 'strain', 'bottle'], fromMs: at(18), toMs: at(18, 11) },
    ]);
  });

  test('blended as soon as drained, they are one, as long as both', () => {
    expect(placed({}, at(17), at(17, 4)).slice(1)).toEqual([
      { key: 'drain', kinds: ['drain', 'blend', 'strain', 'bottle'], fromMs: at(17), toMs: at(17, 15) },
    ]);
  });

  test('with nothing soaked and nothing strained the cook comes once', () => {
    const change = { soaks: null, drainMin: 0, strainMin: 0 };
    expect(placed(change, at(16, 5), at(16, 5))).toEqual([
      { key: 'weigh', kinds: ['weigh', 'blend', 'bottle'], fromMs: at(16), toMs: at(16, 12) },
    ]);
  });
});
