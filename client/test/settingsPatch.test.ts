import { KitchenSettingsSchema, patchedSettings } from '@humble-churn/contract';
import { patchBack, settingsPatch } from '~/features/kitchen/settingsPatch';

const KEPT = KitchenSettingsSchema.parse({
  name: 'Ferry house',
  timeZone: 'Europe/Lisbon',
  roomTempC: 20,
  fridgeTempC: 4,
  cupSystem: 'us',
  measures: 'metric',
  currency: 'EUR',
  budgetH: 96,
  machine: 'standard-jug',
  strainer: 'fine-bag',
});

test('only what changed is kept, and nothing where nothing did', () => {
  expect(settingsPatch(KEPT, KEPT)).toEqual({ patch: null, changed: [], wrong: [] });
  expect(settingsPatch(KEPT, { ...KEPT, fridgeTempC: 6 })).toEqual({
    patch: { fridgeTempC: 6 },
    changed: ['fridgeTempC'],
    wrong: [],
  });
});

test('what is wrong is named, and holds up nothing else', () => {
  const profile = { ...KEPT.profile, quietFrom: '9 pm', glassMl: 250 };
  const typed = { ...KEPT, fridgeTempC: NaN, currency: 'euro', roomTempC: 21, profile };
  const { patch, changed, wrong } = settingsPatch(KEPT, typed);
  expect(wrong).toEqual(['fridgeTempC', 'currency', 'profile.quietFrom']);
  expect(changed).toEqual(['roomTempC', 'profile.glassMl']);
  // Of the profile goes out what changed: what is wrong in it stays as it was kept.
  expect(patch).toEqual({ roomTempC: 21, profile: { glassMl: 250 } });
});

test('a patch is taken back by what was kept before', () => {
  const { patch } = settingsPatch(KEPT, { ...KEPT, name: 'Pier', fridgeTempC: 7 });
  expect(patchBack(KEPT, patch ?? {})).toEqual({ name: 'Ferry house', fridgeTempC: 4 });
});

test('taking back a part of the profile leaves the parts that were saved later', () => {
  const people = [{ name: 'Oda', avoids: [] }];
  const withPeople = patchedSettings(KEPT, { profile: { people } });
  const { patch } = settingsPatch(KEPT, withPeople);
  const later = patchedSettings(withPeople, { profile: { glassMl: 300 } });
  const back = patchedSettings(later, patchBack(KEPT, patch ?? {}));
  expect(back.profile).toEqual({ ...KEPT.profile, glassMl: 300 });
});
