import type { BatchEvent } from '../../src';
import {
  USUAL_KITCHEN,
  batchSummary,
  plannedEvent,
  predict,
  recipeChanges,
  batchState,
  withIntoGlass,
  withJars,
  withPurpose,
} from '../../src';
import { workedRecipe } from '../recipes';

const GLASS = withIntoGlass(
  { ...workedRecipe('hazelnut', 100, 4, 10), additions: [{ addition: 'banana', when: 'after', gPerL: 400 }] },
  480,
);

test('a glass is neither soaked, peeled nor strained, and all of it is drunk', () => {
  const made = predict(GLASS);
  if (!made.ok) throw new Error(made.refusal.code);
  const { value } = made;
  expect(value.milk.volumeMl).toBeCloseTo(480, 3);
  expect(value.minutes).toMatchObject({ soakMin: 0, strainMin: 0, bottleMin: 0, finishMin: 0 });
  // Grains and fruit stay in; only what clings to the jug is lost.
  expect(value.pulp.massG).toBeLessThan(0.5);
  expect(value.cautions.map(({ code }) => code)).not.toContain('keeps-shorter');
  expect(predict({ ...GLASS, strain: { ...GLASS.strain, strainer: 'fine-bag' } })).toMatchObject({
    refusal: { code: 'glass-strained', path: ['strain', 'strainer'] },
  });
});

test('its guide is short, and with the drinking it is finished and nothing is on the shelf', () => {
  const planned = plannedEvent(GLASS, USUAL_KITCHEN, 96);
  if (!planned.ok) throw new Error(planned.refusal.code);
  const done = (step: string, id: number): BatchEvent => ({
    id: `e${id}`,
    atMs: id * 60_000,
    type: 'step-done',
    step,
  });
  const log: BatchEvent[] = [
    { ...planned.value, id: 'e0', atMs: 0 },
    done('weigh', 1),
    done('blend-1', 2),
    done('drink', 3),
  ];
  const start = batchState(log.slice(0, 1));
  expect(start?.steps.map(({ kind }) => kind)).toEqual(['weigh', 'blend', 'drink', 'wash-up']);
  const drunk = batchState(log);
  expect(drunk).toMatchObject({ status: 'bottled', jars: [], current: { kind: 'wash-up' } });
  expect(drunk && batchSummary(drunk).outcome).toBe('finished');
  const undone = batchState([...log, { id: 'e9', atMs: 300_000, type: 'undone', eventId: 'e3' }]);
  expect(undone).toMatchObject({ status: 'under-way', current: { kind: 'drink' } });
});

test('set up for smoothies it is still unstrained', () => {
  const set = withPurpose({ ...GLASS, additions: [] }, 'smoothies', USUAL_KITCHEN);
  expect(set).toMatchObject({ ok: true, value: { purpose: 'smoothies', strain: { strainer: 'none' } } });
});

test('back to jars it goes through the kitchen’s strainer again', () => {
  const jars = withJars(GLASS, 'muslin');
  expect(jars).not.toHaveProperty('intoGlass');
  expect(jars.strain.strainer).toBe('muslin');
  expect(recipeChanges(GLASS, jars)).toEqual(['strainer', 'purpose']);
});
