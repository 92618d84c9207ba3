import {
  calendarWith,
  fit,
  startTimesOf,
  plainRecipe,
  planJob,
  kitchenCalendar,
  predict,
  scheduledTogether,
  bookingsOf,
  USUAL_KITCHEN,
} from '../../src';
import type { FitJob, KeptJob } from '../../src';

const HOUR = 3_600_000;
const NOW = Date.UTC(2026, 5, 1, 8);

describe('one more batch among the planned batches', () => {
  const household = {
    wakingFrom: '00:00',
    wakingTo: '23:59',
    quietFrom: '03:00',
    quietTo: '03:01',
    bowls: [{ volumeMl: 2000, count: 1 }],
  };
  const calendar = kitchenCalendar(household, 'Europe/Lisbon', NOW, NOW + 48 * HOUR, []);

  function asked(id: string, glassMs: number): Pick<FitJob, 'recipe' | 'prediction' | 'job'> {
    const recipe = plainRecipe(id, 'almond', 6.6, 12);
    const made = predict(recipe, USUAL_KITCHEN);
    if (!made.ok) throw new Error(made.refusal.code);
    const wish = { id, glassMs, fresh: false, soakedAlready: false };
    return {
      recipe,
      prediction: made.value,
      job: planJob(wish, recipe, made.value, USUAL_KITCHEN),
    };
  }

  function keptAt(id: string, glassMs: number, soonestMs: number): KeptJob {
    const { job } = asked(id, glassMs);
    const [placed] = scheduledTogether([{ ...job, glassMs: soonestMs }], calendar) ?? [];
    if (!placed) throw new Error('no room');
    return { job, placed };
  }

  const rest = { kitchen: USUAL_KITCHEN, avoided: [] };

  test('beside them where it fits', () => {
    const kept = [keptAt('kept', NOW + 30 * HOUR, NOW + 30 * HOUR)];
    const answer = fit({ ...asked('new', NOW + 60 * HOUR), calendar, kept, ...rest });
    expect(answer.found.ok).toBe(true);
    expect(answer.room).toBeNull();
    expect(answer.offers).toEqual([]);
  });

  test('in their place where they can go aside, and the other ways are told, too', () => {
    // Kept for the day after, but soaking when the new one must.
    const kept = [keptAt('kept', NOW + 45 * HOUR, NOW + 22 * HOUR)];
    const job = { ...asked('new', NOW + 22 * HOUR), calendar, kept, ...rest };
    const { found, room, offers } = fit(job);
    expect(found).toEqual({ ok: false, tightest: 'bowls', proven: true });
    expect(room?.moved.map(({ id }) => id)).toEqual(['kept']);
    const [moved] = room?.moved ?? [];
    if (!moved || !room) throw new Error('no room was made');
    expect(startTimesOf(moved).weighMs).toBeGreaterThanOrEqual(startTimesOf(room.placed).drainMs);
    expect(moved.readyMs).toBeLessThanOrEqual(NOW + 45 * HOUR);
    // Nothing but the kept plan is counted against the other ways.
    expect(offers.map(({ kind }) => kind)).toContain('needs-no-soak');
    expect(calendarWith(calendar, kept).taken).toEqual(
      kept.flatMap((one) => bookingsOf(one.job, one.placed)),
    );
  });
});
