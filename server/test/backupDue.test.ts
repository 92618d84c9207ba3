import { backupIsDue } from '../src/backup';

const name = (at: string): string => `humble-churn-${new Date(at).toISOString().replace(/[:.]/g, '-')}.zip`;

// By this machine's clock: these moments say no zone.
test.each([
  ['nothing was ever backed up', [], '2031-03-10T12:00:00', true],
  ['this night it was', [name('2031-03-10T03:05:00')], '2031-03-10T12:00:00', false],
  ['before three last night’s counts', [name('2031-03-09T03:05:00')], '2031-03-10T02:59:00', false],
  ['at three it does not any more', [name('2031-03-09T03:05:00')], '2031-03-10T03:00:00', true],
  [
    'one made by hand in the evening is not of the night',
    [name('2031-03-09T20:00:00')],
    '2031-03-10T04:00:00',
    true,
  ],
  ['the machine was off for a week', [name('2031-03-02T03:05:00')], '2031-03-10T12:00:00', true],
  ['other files do not count', ['humble-churn-old.zip'], '2031-03-10T12:00:00', true],
])('%s', (_, names, now, due) => {
  expect(backupIsDue(names, new Date(now))).toBe(due);
});
