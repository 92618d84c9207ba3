import type { DaysAction } from '~/features/days/daysState';
import { daysReducer, openingState } from '~/features/days/daysState';
import type { Wish } from '~/features/days/wish';

const wish = (glassMs: number): Wish => ({ choice: 0, jars: 1, jarMl: 1000, glassMs, fresh: false });
const startTimes = { weighMs: 1, drainMs: 2, blendMs: 3 };
const after = (...actions: DaysAction[]) => actions.reduce(daysReducer, openingState(null, wish(1)));

test('what is proposed counts until the cook has wished, and not after', () => {
  expect(after()).toMatchObject({ wish: wish(1), wishKnown: false });
  expect(after({ type: 'proposed', wish: wish(2) })).toMatchObject({ wish: wish(2), wishKnown: true });
  expect(after({ type: 'wished', wish: wish(3) }, { type: 'proposed', wish: wish(2) }).wish).toEqual(wish(3));
});

test('a wish that led to a plan is not asked for again until another is made, or one more is wanted', () => {
  const saved = after({ type: 'wished', wish: wish(3) }, { type: 'saved', planId: 'p' });
  expect(saved.settledId).toBe('p');
  expect(daysReducer(saved, { type: 'once-more' })).toMatchObject({ settledId: null, wish: wish(3) });
  expect(daysReducer(saved, { type: 'wished', wish: wish(4) }).settledId).toBeNull();
});

test('what the hand has moved is let go of with a new wish, another plan, or when it is saved', () => {
  const moved: DaysAction = { type: 'moved-by-hand', startTimes };
  expect(after(moved).moved).toBe(startTimes);
  const ends: DaysAction[] = [
    { type: 'let-go' },
    { type: 'wished', wish: wish(2) },
    { type: 'move-plan', planId: 'p' },
    { type: 'saved', planId: 'p' },
  ];
  for (const end of ends) expect(after(moved, end).moved).toBeNull();
  expect(after({ type: 'move-plan', planId: 'p' }, moved).movingId).toBe('p');
  expect(after({ type: 'move-plan', planId: 'p' }, { type: 'let-go' }).movingId).toBeNull();
});
