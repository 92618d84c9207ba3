import { KitchenSchema, toInstant } from '@humble-churn/contract';
import type { EventBody, FridgeLogs, MeasuredTemp, Recipe } from '@humble-churn/core';
import { fridgeSteps, jarKeeping, jarSpent, plainRecipe, tenMinuteMeans } from '@humble-churn/core';
import type { Page } from '@playwright/test';
import type { Kitchen } from './kitchen';
import { allSent, expect, opensOffline, stateOf, test } from './kitchen';

test.use({ hasTouch: true, viewport: { width: 390, height: 844 } });

const MIN_MS = 60_000;
const HOUR_MS = 60 * MIN_MS;
const plain = plainRecipe('For the shelf', 'almond', 6.6, 8);
const QUICK: Recipe = {
  ...plain,
  soak: { ...plain.soak, method: 'none' },
  blend: { ...plain.blend, machine: 'high-speed-jug' },
};
const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name });

/** A batch that was bottled in one jar so many hours ago. */
async function bottledAgo(
  page: Page,
  url: string,
  agoH: number,
): Promise<{ batchId: string; jarId: string }> {
  const headers = () => ({ 'idempotency-key': crypto.randomUUID() });
  const agoMs = agoH * HOUR_MS;
  const made = await page.request.post(`${url}/api/batches?agoMs=${agoMs + 5 * MIN_MS}`, {
    data: { recipe: QUICK },
    headers: headers(),
  });
  const { id: batchId } = (await made.json()) as { id: string };
  const jarId = crypto.randomUUID();
  const happenings: EventBody[] = [
    { type: 'entered-afterwards' },
    { type: 'measured', what: 'milk', reading: { volumeMl: 900 } },
    {
      type: 'bottled',
      scalded: true,
      jars: [{ id: jarId, label: 'Tall jar', volumeMl: 900, place: 'fridge' }],
    },
  ];
  const answer = await page.request.post(`${url}/api/batches/${batchId}/events?agoMs=${agoMs}`, {
    data: { happenings },
    headers: headers(),
  });
  expect(answer.status(), await answer.text()).toBe(201);
  return { batchId, jarId };
}

async function movedAgo(
  page: Page,
  url: string,
  { batchId, jarId }: { batchId: string; jarId: string },
  place: 'out' | 'fridge',
  agoH: number,
): Promise<void> {
  const answer = await page.request.post(`${url}/api/batches/${batchId}/events?agoMs=${agoH * HOUR_MS}`, {
    data: { happenings: [{ type: 'jar-moved', jarId, place }] },
    headers: { 'idempotency-key': crypto.randomUUID() },
  });
  expect(answer.status(), await answer.text()).toBe(201);
}

/** A log of every five minutes, by how many hours ago each was. */
const logOf = (fromAgoH: number, tempC: (agoH: number) => number, nowMs: number): MeasuredTemp[] =>
  Array.from({ length: fromAgoH * 12 }, (_, i) => {
    const atMs = nowMs - fromAgoH * HOUR_MS + i * 5 * MIN_MS;
    return { atMs, tempC: Math.round(tempC((nowMs - atMs) / HOUR_MS) * 10) / 10 };
  });

async function importFile(page: Page, text: string): Promise<void> {
  await page
    .getByLabel('File of a fridge’s log')
    .setInputFiles({ name: 'log.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
}

/** What the server has of yesterday and today. */
async function onServer(page: Page, { url }: Kitchen): Promise<MeasuredTemp[]> {
  const days = [1, 0].map((back) => toInstant(Date.now() - back * 24 * HOUR_MS).slice(0, 10));
  const all = await Promise.all(
    days.map(async (day) => {
      const answer = await page.request.get(`${url}/api/kitchen/fridge-days/${day}`);
      const { readings } = (await answer.json()) as { readings: { at: string; tempC: number }[] };
      return readings.map(({ at, tempC }) => ({ atMs: Date.parse(at), tempC }));
    }),
  );
  return all.flat();
}

test('days on the shelf, an evening on the table and a night without power: what each cost, and until when it keeps', async ({
  page,
  ownKitchen,
}) => {
  const { url } = ownKitchen;
  const jar = await bottledAgo(page, url, 40);
  await movedAgo(page, url, jar, 'out', 30);
  await movedAgo(page, url, jar, 'fridge', 29);
  await page.goto(`${url}/shelf/${jar.batchId}/${jar.jarId}`);
  const spells = page.getByRole('list', { name: 'Times out of the fridge' }).getByRole('listitem');
  await expect(spells).toHaveCount(1);
  // The power was off for five hours.
  const nowMs = Math.floor(Date.now() / MIN_MS) * MIN_MS;
  const temps = logOf(40, (agoH) => (agoH < 20 && agoH > 15 ? 4 + (20 - agoH) * 1.1 : 3.8), nowMs);
  await page.goto(`${url}/fridge`);
  await importFile(
    page,
    [
      'Date;Temp (°C)',
      ...temps.map(({ atMs, tempC }) => `${toInstant(atMs)};${tempC.toFixed(1).replace('.', ',')}`),
    ].join('\r\n'),
  );
  await button(page, 'Keep 480 readings').tap();
  await expect(page.getByText('480 readings are in the log.')).toBeVisible();
  await expect(page.getByText(/warmest 9\.\d\s°C/)).toBeVisible();
  // What the screen says is what the core says of the server's own data.
  const settings = KitchenSchema.parse(await (await page.request.get(`${url}/api/kitchen`)).json());
  const set: FridgeLogs = { first: [{ atMs: 0, tempC: settings.fridgeTempC }] };
  const state = await stateOf(page, url, jar.batchId);
  const one = state.jars[0];
  if (!one) throw new Error('no jar');
  const steps = { first: fridgeSteps(set.first, tenMinuteMeans(temps)) };
  const spent = jarSpent(state, one, steps, Date.now());
  const without = jarKeeping(state, one, set, Date.now());
  const kept = jarKeeping(state, one, steps, Date.now());
  expect(kept.usedH).toBeGreaterThan(without.usedH + 2);
  await page.goto(`${url}/shelf/${jar.batchId}/${jar.jarId}`);
  await expect(
    page.getByText(
      new RegExp(`${kept.budgetH.toFixed(0)} hours at 4\\s°C; ${kept.usedH.toFixed(0).slice(0, -1)}`),
    ),
  ).toBeVisible();
  await expect(spells.first()).toContainText(`cost ${spent.spells[0]?.costH.toFixed(1) ?? ''} h`);
  // Out and in again by two taps.
  await button(page, 'It stands out of the fridge now').tap();
  await expect(spells).toHaveCount(2);
  await button(page, 'Back in the fridge').tap();
  await expect(spells.nth(1)).toContainText(/ to /);
  await button(page, 'Why not a week?').tap();
  await expect(page.getByText(/five the most/)).toBeVisible();
  // A part of it into another jar: more than there is is refused at the field.
  await button(page, 'Split into two jars…').tap();
  const part = page.getByRole('textbox', { name: 'So much of it' });
  await part.fill('5000');
  await expect(page.getByText(/^Only 900\smL are left/)).toBeVisible();
  await part.fill('300');
  await button(page, 'Split: so much is in another jar').tap();
  await expect(page.getByText('600 mL left')).toBeVisible();
  expect((await stateOf(page, url, jar.batchId)).jars.map(({ leftMl }) => leftMl)).toEqual([600, 300]);
  await button(page, 'Undo the last entry').tap();
  await expect(page.getByText('900 mL left')).toBeVisible();
});

test('files of a log: good, with bad lines, in °F, and none at all; what is kept can be taken back', async ({
  page,
  ownKitchen,
}) => {
  const { url } = ownKitchen;
  await page.goto(`${url}/fridge`);
  await expect(page.getByText('Nothing was measured on this day.')).toBeAttached();
  // Rows of choices further down slide by themselves: the page opens at its title.
  await expect(page.getByRole('heading', { name: 'The fridge', level: 1 })).toBeInViewport();
  await importFile(page, 'name,colour\nwalnut,brown');
  await expect(page.getByRole('alert')).toContainText('No column of times');
  const nowMs = Math.floor(Date.now() / MIN_MS) * MIN_MS;
  const at = (agoMin: number): string => toInstant(nowMs - agoMin * MIN_MS);
  await importFile(
    page,
    [
      'timestamp,temp',
      `${at(30)},39.2`,
      `${at(60)},41`,
      'last night,39',
      `${at(60)},42.8`,
      `${at(20)},999`,
    ].join('\n'),
  );
  await expect(
    page.getByText(/2 lines are left out: line 4, no date and time.*line 6, no fridge is that warm/),
  ).toBeVisible();
  await expect(
    page.getByText(/1 moment stood in it again; the last counts\. Its lines were out of order/),
  ).toBeVisible();
  const unit = page.getByRole('radiogroup', { name: 'The file does not say its unit' });
  await expect(unit.getByRole('radio', { name: '°F' })).toBeChecked();
  expect(await onServer(page, ownKitchen)).toEqual([]);
  await button(page, 'Keep 2 readings').tap();
  await expect(page.getByText('2 readings are in the log.')).toBeVisible();
  await expect
    .poll(async () => (await onServer(page, ownKitchen)).map(({ tempC }) => Math.round(tempC * 10) / 10))
    .toEqual([6, 4]);
  await button(page, /^Undo/).tap();
  await expect.poll(() => onServer(page, ownKitchen)).toEqual([]);
});

test('a reading typed while the server is away counts at once and is there once when it is back; it is corrected and deleted', async ({
  page,
  ownKitchen,
}) => {
  await page.goto(`${ownKitchen.url}/fridge`);
  await expect(page.getByText(/Nothing was measured in this time/)).toBeVisible();
  await opensOffline(page);
  await ownKitchen.stop('SIGKILL');
  const field = page.getByRole('textbox', { name: 'It reads' });
  await field.fill('cold');
  await expect(button(page, 'Log what the fridge’s thermometer reads')).toBeDisabled();
  await field.fill('7,5');
  await button(page, 'Log what the fridge’s thermometer reads').tap();
  await expect(page.getByText(/warmest 7\.5\s°C/)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/warmest 7\.5\s°C/)).toBeVisible();
  await ownKitchen.start();
  await expect.poll(async () => (await onServer(page, ownKitchen)).map(({ tempC }) => tempC)).toEqual([7.5]);
  await allSent(page);
  const readings = page.getByRole('list', { name: 'Readings' }).getByRole('listitem');
  await expect(readings).toHaveCount(1);
  await button(page, /^Change the reading of/).tap();
  await page.getByRole('textbox', { name: 'It read', exact: true }).fill('5');
  await button(page, 'Correct it').tap();
  await expect(page.getByText(/warmest 5\.0\s°C/)).toBeVisible();
  await button(page, /^Delete the reading of/).tap();
  await expect(readings).toHaveCount(0);
  await expect(page.getByText('Deleted.')).toBeVisible();
  await button(page, /^Undo/).last().tap();
  await expect(readings).toHaveCount(1);
  await expect.poll(async () => (await onServer(page, ownKitchen)).map(({ tempC }) => tempC)).toEqual([5]);
});

test('the simulated sensor is logged while the page is open, and its memory is a file that can be imported', async ({
  page,
  ownKitchen,
}) => {
  await ownKitchen.offerSimulatedDevices();
  await page.goto(`${ownKitchen.url}/fridge`);
  await button(page, 'Log the simulated sensor').tap();
  await expect(page.getByText(/; 1 so far/)).toBeVisible();
  await expect.poll(async () => (await onServer(page, ownKitchen)).length).toBe(1);
  const download = page.waitForEvent('download');
  await button(page, 'What it remembers, as CSV').tap();
  await page.getByLabel('File of a fridge’s log').setInputFiles(await (await download).path());
  await button(page, /^Keep 8\d\d readings/).tap();
  await expect(page.getByText(/readings are in the log/)).toBeVisible();
  await expect(page.getByText(/Four days at most: the hour until/)).toBeVisible();
});
