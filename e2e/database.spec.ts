import { plainRecipe } from '@humble-churn/core';
import { startPostgres } from '../scripts/postgres.mjs';
import { AwayDatabase } from '../server/test/awayDatabase';
import { Kitchen, allSent, expect, logOf, makeBatch, test } from './kitchen';

const plain = plainRecipe('Quick one', 'cashew', 5, 2);
const QUICK = { ...plain, soak: { ...plain.soak, method: 'none' as const } };

test('what is tapped while the server’s own database is away waits, and is there once when it is back', async ({
  page,
}) => {
  const postgres = await startPostgres();
  const databaseUrl = `${postgres.url}/kitchen`;
  const database = await AwayDatabase.of(databaseUrl);
  await database.make();
  const kitchen = new Kitchen(['--pair'], [], { DATABASE_URL: databaseUrl });
  try {
    const { url } = await kitchen.start();
    await page.goto(url);
    await expect.poll(() => kitchen.said).toMatch(/Pairing code.*: \d{6}/);
    await page
      .getByRole('textbox', { name: 'Code' })
      .fill(/Pairing code.*: (\d{6})/.exec(kitchen.said)?.[1] ?? '');
    await page.getByRole('button', { name: 'Pair' }).click();
    await expect(page.getByRole('link', { name: 'Counter' })).toBeVisible();

    const batchId = await makeBatch(page, url, QUICK);
    await page.goto(`${url}/counter/${batchId}`);
    await expect(page.getByRole('heading', { name: 'Weigh' })).toBeVisible();
    await database.takeAway();
    await page.getByRole('button', { name: 'Weigh: done' }).click();
    await expect(page.getByText(/does not answer\. .*waiting, kept on this device/)).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Weigh' })).toBeHidden();
    await database.giveBack();
    await allSent(page);
    await expect(page.getByText(/kept on this device/)).toBeHidden();
    const { events } = await logOf(page, url, batchId);
    expect(events.filter(({ what }) => what.type === 'step-done')).toHaveLength(1);
  } finally {
    await kitchen.close();
    await database.close();
    await postgres.stop();
  }
});
