import fc from 'fast-check';
import type { WeighingAction } from '~/features/counter/weighing';
import { firstWeighing, weighingReducer } from '~/features/counter/weighing';

const what = fc.constantFrom('milk' as const, 'pulp' as const);
const action: fc.Arbitrary<WeighingAction> = fc.oneof(
  fc.record({
    type: fc.constant('typed' as const),
    what,
    value: fc.double({ min: 1, max: 2000, noNaN: true }),
  }),
  fc.record({
    type: fc.constantFrom('emptied' as const, 'unreadable' as const, 'again' as const, 'ask' as const),
    what,
  }),
  fc.record({ type: fc.constant('confirmed' as const), what }),
  fc.record({ type: fc.constant('unit' as const), what, unit: fc.constantFrom('g' as const, 'oz' as const) }),
  fc.record({ type: fc.constant('by-eye' as const), on: fc.boolean() }),
);

test('a figure is only ever said to be right as it stands', () => {
  fc.assert(
    fc.property(
      fc.array(action, { maxLength: 12 }),
      what,
      fc.double({ min: 1, max: 2000, noNaN: true }),
      (all, one, value) => {
        const before = all.reduce(weighingReducer, firstWeighing('g'));
        const typed = weighingReducer(before, { type: 'typed', what: one, value });
        // Another figure was not said to be right, is no trouble, and nothing is asked any more.
        expect(typed[one]).toMatchObject({ value, sure: false, troubled: false });
        expect(typed.asking).toBeNull();
        const sure = weighingReducer(typed, { type: 'confirmed', what: one });
        expect(sure[one]).toEqual({ ...typed[one], sure: true });
        // Nothing is asked of a figure that is not there any more.
        const asked = weighingReducer(typed, { type: 'ask', what: one });
        for (const type of ['emptied', 'again', 'unreadable'] as const) {
          expect(weighingReducer(asked, { type, what: one }).asking).toBeNull();
        }
        // The other figure is left as it was.
        const other = one === 'milk' ? 'pulp' : 'milk';
        expect(sure[other]).toEqual(before[other]);
      },
    ),
  );
});

test('what the scale says takes the place of what was typed, in the scale’s unit', () => {
  const typed = weighingReducer(firstWeighing('g'), { type: 'unreadable', what: 'milk' });
  const weighed = weighingReducer(typed, { type: 'from-scale', what: 'milk', value: 33.1, unit: 'oz' });
  expect(weighed.milk).toMatchObject({ value: 33.1, unit: 'oz', troubled: false });
  // The field is drawn anew: what stood in it was no number.
  expect(weighed.milk.round).not.toBe(typed.milk.round);
});
