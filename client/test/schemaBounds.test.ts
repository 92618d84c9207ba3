import { KitchenSettingsSchema, PackFiguresSchema } from '@humble-churn/contract';
import { z } from 'zod';
import { boundsAt } from '~/ui/schemaBounds';

test('a form says the bounds that the schema has', () => {
  expect(boundsAt(KitchenSettingsSchema, 'profile.jars.0.count')).toEqual({ min: 1, max: 99 });
  expect(boundsAt(KitchenSettingsSchema, 'profile.bowls.3.volumeMl')).toEqual({ min: 100, max: 20_000 });
  expect(boundsAt(KitchenSettingsSchema, 'profile.machines.1.powerW')).toEqual({ min: 20, max: 3000 });
  expect(boundsAt(KitchenSettingsSchema, 'fridgeTempC')).toEqual({ min: -1, max: 15 });
  expect(boundsAt(PackFiguresSchema, 'kcalPer100G').max).toBeGreaterThan(500);
});

test('no number without both bounds is taken for one that has them', () => {
  const schema = z.object({ open: z.number().min(1), words: z.string() });
  expect(() => boundsAt(schema, 'open')).toThrow('open is no number with bounds.');
  expect(() => boundsAt(schema, 'words')).toThrow('words is no number with bounds.');
  expect(() => boundsAt(schema, 'none')).toThrow('There is no none in none.');
});
