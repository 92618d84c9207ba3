import { KitchenSchema } from '@humble-churn/contract';
import type { EventBody, FridgeLogs, Recipe } from '@humble-churn/core';
import { jarKeeping, plainRecipe } from '@humble-churn/core';
import type { Page } from '@playwright/test';
import { allSent, expect, opensOffline, stateOf, test } from './kitchen';

test.use({ hasTouch: true, viewport: { width: 390, height: 844 } });

const plain = plainRecipe('In two jars', 'almond', 6.6, 8);
const QUICK: Recipe = {
  ...plain,
  soak: { ...plain.soak, method: 'none' },
  blend: { ...plain.blend, machine: 'high-speed-jug' },
};
const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name });
const level = (page: Page) => page.getByRole('slider', { name: 'Milk to pour' });

/** A batch just bottled in two jars. */
async function inTwoJars(page: Page, url: string): Promise<{ batchId: string; jars: [string, string] }> {
  const headers = () => ({ 'idempotency-key': crypto.randomUUID() });
  const made = await page.request.post(`${url}/api/batches`, { data: { recipe: QUICK }, headers: headers() });
  const { id: batchId } = (await made.json()) as { id: string };
  const jars: [string, string] = [crypto.randomUUID(), crypto.randomUUID()];
  const happenings: EventBody[] = [
    { type: 'entered-afterwards' },
    { type: 'measured', what: 'milk', reading: { volumeMl: 900 } },
    {
      type: 'bottled',
      scalded: true,
      jars: [
        { id: jars[0], label: 'Tall jar', volumeMl: 600, place: 'fridge' },
        { id: jars[1], label: 'Small jar', volumeMl: 300, place: 'fridge' },
      ],
    },
  ];
  const answer = await page.request.post(`${url}/api/batches/${batchId}/events`, {
    data: { happenings },
    headers: headers(),
  });
  expect(answer.status(), await answer.text()).toBe(201);
  return { batchId, jars };
}

test('the level of a jar is pulled down and poured, and it is topped up from its neighbour while the server is away', async ({
  page,
  ownKitchen,
}) => {
  const { url } = ownKitchen;
  const { batchId, jars } = await inTwoJars(page, url);
  await page.goto(`${url}/shelf`);
  const fridge = page.getByRole('region', { name: 'Fridge, 4 °C' });
  await expect(fridge.getByRole('link')).toHaveCount(2);
  await expect(fridge.getByText(/Tall jar, 600\smL left, less than a day old/)).toBeVisible();
  // Drawn to one scale: the tall jar is the larger one.
  const widths = await fridge
    .locator('svg[role="img"]')
    .evaluateAll((all) => all.map((one) => one.getBoundingClientRect().width));
  expect(Math.max(...widths)).toBeGreaterThan(1.1 * Math.min(...widths));

  await page.goto(`${url}/shelf/${batchId}/${jars[0]}`);
  await opensOffline(page);
  const box = await level(page).boundingBox();
  if (!box) throw new Error('no jar');
  await page.mouse.move(box.x + 40, box.y + 60);
  await page.mouse.down();
  await page.mouse.move(box.x + 40, box.y + 100, { steps: 5 });
  await page.mouse.up();
  const said = (await level(page).getAttribute('aria-valuetext')) ?? '';
  const [, pulledMl = '0'] = /^(\d+) mL, then/.exec(said) ?? [];
  expect(Number(pulledMl)).toBeGreaterThan(100);
  await expect(page.getByRole('textbox', { name: 'Pour' })).toHaveValue(pulledMl);
  await level(page).press('ArrowDown');
  const pouredMl = Number(pulledMl) - 10;
  await ownKitchen.stop('SIGKILL');
  await button(page, 'Poured').tap();
  await expect(page.getByText(`${600 - pouredMl} mL left`)).toBeVisible();
  await button(page, 'Top up from another jar…').tap();
  const part = page.getByRole('group', { name: 'Top up' }).getByRole('textbox', { name: 'So much of it' });
  await part.fill('400');
  await expect(page.getByText('Only 300 mL are left.')).toBeVisible();
  await expect(
    page.getByRole('group', { name: 'Top up' }).getByRole('button', { name: 'Top up' }),
  ).toBeDisabled();
  await part.fill('100');
  await page.getByRole('group', { name: 'Top up' }).getByRole('button', { name: 'Top up' }).tap();
  await expect(page.getByText(`${700 - pouredMl} mL left`)).toBeVisible();
  await page.reload();
  await expect(page.getByText(`${700 - pouredMl} mL left`)).toBeVisible();
  await ownKitchen.start();
  await allSent(page);
  const left = async () => (await stateOf(page, url, batchId)).jars.map(({ leftMl }) => Math.round(leftMl));
  await expect.poll(left).toEqual([700 - pouredMl, 200]);
  await button(page, 'Undo the last entry').tap();
  await expect.poll(left).toEqual([600 - pouredMl, 300]);
});

test('a second fridge: named in Kitchen, a jar goes into it and keeps by it, and each has a log of its own', async ({
  page,
  ownKitchen,
}) => {
  const { url } = ownKitchen;
  const { batchId, jars } = await inTwoJars(page, url);
  await page.goto(`${url}/kitchen`);
  await button(page, 'Add a fridge').tap();
  await page.getByRole('textbox', { name: 'Name of fridge 2' }).fill('Cellar');
  const reads = page.getByRole('textbox', { name: 'Fridge 2, as a thermometer in it reads' });
  await reads.fill('-40');
  await expect(page.getByText('Between -1 and 15 °C.')).toBeVisible();
  await reads.fill('8,0');
  const settings = async () =>
    KitchenSchema.parse(await (await page.request.get(`${url}/api/kitchen`)).json());
  await expect
    .poll(async () => (await settings()).profile.otherFridges)
    .toMatchObject([{ name: 'Cellar', tempC: 8 }]);
  const [cellar] = (await settings()).profile.otherFridges;

  await page.goto(`${url}/shelf/${batchId}/${jars[0]}`);
  await button(page, 'Into the other fridge: Cellar').tap();
  await expect(page.getByText('In: Cellar, less than a day old')).toBeVisible();
  await allSent(page);
  await page.goto(`${url}/shelf`);
  await expect(page.getByRole('region', { name: 'Cellar, 8 °C' }).getByRole('link')).toContainText(
    'Tall jar',
  );
  await expect(page.getByRole('region', { name: 'Fridge, 4 °C' }).getByRole('link')).toContainText(
    'Small jar',
  );
  const state = await stateOf(page, url, batchId);
  const logs: FridgeLogs = {
    first: [{ atMs: 0, tempC: 4 }],
    [cellar?.id ?? '']: [{ atMs: 0, tempC: 8 }],
  };
  const endMs = state.jars.map((jar) => jarKeeping(state, jar, logs, Date.now()).discardAtMs);
  expect(endMs[0]).toBeLessThan((endMs[1] ?? 0) - 24 * 3_600_000);

  await page.goto(`${url}/fridge?fridge=${cellar?.id}`);
  await expect(page.getByRole('radio', { name: 'Cellar, 8 °C' })).toBeChecked();
  await expect(page.getByText(/it is taken as it is set, 8\s°C/)).toBeVisible();
  await page.getByRole('textbox', { name: 'It reads' }).fill('-2,5');
  await button(page, 'Log what the fridge’s thermometer reads').tap();
  // It was not that cold before anybody measured.
  await expect(page.getByText(/warmest 8\.0\s°C/)).toBeVisible();
  await expect(page.getByRole('list', { name: 'Readings' }).getByRole('listitem')).toContainText('-2.5 °C');
  await page.getByRole('radio', { name: 'Fridge, 4 °C' }).tap();
  await expect(page.getByRole('list', { name: 'Readings' }).getByRole('listitem')).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('radio', { name: 'Fridge, 4 °C' })).toBeChecked();
});

test('a jar found without a batch stands on the shelf by its nut and its age, and teaches nothing', async ({
  page,
  ownKitchen,
}) => {
  const { url } = ownKitchen;
  await page.goto(`${url}/shelf`);
  await expect(page.getByRole('heading', { name: 'No jars yet' })).toBeVisible();
  await opensOffline(page);
  await ownKitchen.stop('SIGKILL');
  await button(page, 'Add a jar without a batch…').tap();
  await page.getByRole('radio', { name: 'Cashew', exact: true }).tap();
  await expect(button(page, 'Put it on the shelf')).toBeDisabled();
  await page.getByRole('textbox', { name: 'Milk in it' }).fill('0,35');
  await expect(page.getByText(/^Between 30 and/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Milk in it' }).fill('350');
  await button(page, 'Put it on the shelf').tap();
  await expect(page.getByRole('heading', { name: 'Found jar', level: 1 })).toBeVisible();
  await expect(page.getByText('350 mL left')).toBeVisible();
  await expect(page.getByText(/Allergens: tree nut/)).toBeVisible();
  await ownKitchen.start();
  await allSent(page);
  const batchId = new URL(page.url()).pathname.split('/')[2] ?? '';
  const { jars, measured, recipe } = await stateOf(page, url, batchId);
  expect(recipe.name).toBe('Cashew milk, found');
  expect(jars).toMatchObject([{ label: 'Found jar', leftMl: 350 }]);
  expect(measured.milkMl).toBeNull();
  await page.goto(`${url}/shelf`);
  await expect(page.getByRole('region', { name: 'Fridge, 4 °C' }).getByRole('link')).toContainText(
    'Found jar',
  );
});
