import { readFileSync } from 'node:fs';
import type { BatchList, Kitchen as KitchenTold, PlanList } from '@humble-churn/contract';
import { plainRecipe } from '@humble-churn/core';
import type { Page } from '@playwright/test';
import { allSent, expect, Kitchen, opensOffline, test, ZONE } from './kitchen';

const MIN = 60_000;

async function openPlans(page: Page, url: string) {
  await allSent(page);
  return ((await (await page.request.get(`${url}/api/plans`)).json()) as PlanList).plans;
}

function proposal(page: Page, name: string) {
  return page.getByRole('region', { name: `${name}: it fits like this` });
}

/** The moments of the proposal as the page tells them, weighing first. */
async function moments(page: Page, name: string): Promise<string[]> {
  const text = (await proposal(page, name).textContent()) ?? '';
  return [...text.matchAll(/(?:today|tomorrow|[A-Z][a-z]{2}) \d\d:\d\d/g)].map(([found]) => found);
}

/** Half past nine on the fourth day that can be chosen. */
async function wishFor(page: Page, url: string, name: string): Promise<void> {
  await page.goto(`${url}/days`);
  await page.getByRole('radio', { name }).click();
  await page.getByRole('radiogroup', { name: 'Day' }).getByRole('radio').nth(3).click();
  await page.getByRole('textbox', { name: 'Time' }).fill('09:30');
}

test.describe.configure({ mode: 'serial' });

test('three jars for a day: every step gets its moment, a band is dragged, the plan is kept and told', async ({
  page,
  demo,
}) => {
  await page.goto(`${demo.url}/days`);
  await page.getByRole('radio', { name: 'Walnut for baking' }).click();
  const name = 'Walnut for baking';
  await page.getByRole('textbox', { name: 'Jars' }).fill('3');
  await page.getByRole('radio', { name: /^Small jar/ }).click();
  await page.getByRole('radiogroup', { name: 'Day' }).getByRole('radio').nth(3).click();
  await page.getByRole('textbox', { name: 'Time' }).fill('half past');
  await expect(page.getByText('A time of day, such as 08:00.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Time' }).fill('9.30');
  await expect(proposal(page, name)).toContainText('Weigh, then it soaks');
  const before = await moments(page, name);
  expect(before.length).toBeGreaterThanOrEqual(3);

  await test.step('the soak dragged by a finger moves all behind it, and says what breaks', async () => {
    const soak = page.getByRole('slider', { name: `Soak of ${name}` });
    await soak.scrollIntoViewIfNeeded();
    const box = await soak.boundingBox();
    if (!box) throw new Error('no band');
    const x = box.x + box.width / 2;
    const y = box.y + Math.min(30, box.height / 2);
    await page.mouse.move(x, y);
    await page.mouse.down();
    // Down is later: far enough that the blades would run into the night.
    await page.mouse.move(x, y + 40, { steps: 4 });
    await page.mouse.move(x, y + 110, { steps: 8 });
    await page.mouse.up();
    await expect(
      page.getByText(/runs into the (quiet hours|hours you sleep)|after the glass/).first(),
    ).toBeVisible();
    await expect.poll(() => moments(page, name)).not.toEqual(before);
    await page.getByRole('button', { name: 'As worked out' }).click();
    await expect.poll(() => moments(page, name)).toEqual(before);
  });

  await test.step('the finish moved by keys has the rest timed anew', async () => {
    await page.getByRole('slider', { name: `Finish of ${name}` }).focus();
    await page.keyboard.press('ArrowLeft');
    await expect(page.getByText('Moved by hand; it still fits.')).toBeVisible();
    await expect.poll(() => moments(page, name)).not.toEqual(before);
    await page.getByRole('button', { name: 'As worked out' }).click();
  });

  await test.step('kept, it is on the shelf of plans, on Now, and in the calendar file', async () => {
    await page.getByRole('button', { name: 'Save plan' }).click();
    await expect(page.getByText('The plan is saved.')).toBeVisible();
    const kept = page.getByRole('region', { name: 'Planned batches' });
    await expect(kept).toContainText('1050 mL for');
    const [plan] = await openPlans(page, demo.url);
    expect(plan?.recipe.amount).toEqual({ by: 'milk', volumeMl: 1050 });
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Download the plans as a calendar file' }).click();
    const text = readFileSync(await (await waiting).path(), 'utf8');
    expect(text).toContain(`UID:${plan?.id}-weigh@humble-churn`);
    expect(text).toContain('BEGIN:VALARM');
    await page.reload();
    await expect(kept).toContainText('1050 mL for');
    await page.goto(demo.url);
    await expect(page.getByRole('link', { name: /^Begin Walnut for baking planned/ })).toBeVisible();
  });
});

test('another plan for the same glass keeps out of the first one’s way; dropping one can be undone', async ({
  page,
  demo,
}) => {
  await wishFor(page, demo.url, 'Sunday almond and macadamia');
  await page.getByRole('button', { name: 'Save plan' }).click();
  await expect(page.getByText('The plan is saved.')).toBeVisible();
  const plans = await openPlans(page, demo.url);
  expect(plans).toHaveLength(2);
  const [a, b] = plans.map(({ moments: { blendAt } }) => Date.parse(blendAt));
  expect(Math.abs((a ?? 0) - (b ?? 0))).toBeGreaterThanOrEqual(5 * MIN);
  await page.getByRole('button', { name: 'Drop the plan for Sunday almond and macadamia' }).click();
  await expect.poll(async () => (await openPlans(page, demo.url)).length).toBe(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await openPlans(page, demo.url)).length).toBe(2);
});

test('a kept plan is moved on the ribbon; the calendar file tells its next revision', async ({
  page,
  demo,
}) => {
  await page.goto(`${demo.url}/days`);
  const before = (await openPlans(page, demo.url)).find(({ recipe }) => recipe.name === 'Walnut for baking');
  await page.getByRole('button', { name: 'Move the plan for Walnut for baking on the ribbon' }).click();
  const soak = page.getByRole('slider', { name: 'Soak of Walnut for baking' });
  await soak.focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await page.getByRole('button', { name: 'Save plan' }).click();
  await expect(page.getByText('The plan is moved.')).toBeVisible();
  const after = (await openPlans(page, demo.url)).find(({ id }) => id === before?.id);
  expect(Date.parse(after?.moments.weighAt ?? '')).toBe(Date.parse(before?.moments.weighAt ?? '') - 30 * MIN);
  expect(after?.revision).toBe((before?.revision ?? 0) + 1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect
    .poll(async () => (await openPlans(page, demo.url)).find(({ id }) => id === before?.id)?.moments)
    .toEqual(before?.moments);
});

test('more than a jug and its loads can make is said at once', async ({ page, demo }) => {
  await page.goto(`${demo.url}/days`);
  await page.getByRole('textbox', { name: 'Jars' }).fill('24');
  await page.getByRole('textbox', { name: 'Milk in each' }).fill('10000');
  await expect(page.getByText(/Make less, or use a bigger jug|Milk must be between/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Jars' }).fill('1');
  await page.getByRole('textbox', { name: 'Milk in each' }).fill('900');
  await expect(page.getByText(/Make less, or use a bigger jug|Milk must be between/)).toBeHidden();
  // In the evening the usual glass comes too soon, and what fits is offered.
  await expect(page.getByRole('button', { name: /^(Save plan|Use this plan)/ }).first()).toBeVisible();
});

test('when the night was missed it says why, and what still fits at which price', async ({ page, demo }) => {
  await page.goto(`${demo.url}/days`);
  await page.getByRole('radio', { name: 'Hazelnut for porridge' }).click();
  await page.getByRole('radiogroup', { name: 'Day' }).getByRole('radio', { name: 'Today' }).click();
  await page.getByRole('textbox', { name: 'Time' }).fill('00:05');
  const refused = page.getByRole('region', { name: 'It does not fit' });
  await expect(refused).toContainText('What is missing: enough time from now');
  await expect(refused).toContainText('A later glass');
  await expect(refused).toContainText(/Trade-off: .*later/);
  await refused.getByRole('button', { name: 'Use this plan: A later glass' }).click();
  await expect(page.getByRole('region', { name: 'Planned batches' })).toContainText('Hazelnut for porridge');
});

test('a plan is begun at the counter, and is then no plan any more', async ({ page, demo }) => {
  await page.goto(`${demo.url}/days`);
  await page.getByRole('button', { name: 'Start now: Walnut for baking' }).click();
  await expect(page).toHaveURL(/\/counter\/[0-9a-f-]{36}$/);
  await expect(page.getByRole('button', { name: 'Weigh: done' })).toBeVisible();
  const left = await openPlans(page, demo.url);
  expect(left.map(({ recipe }) => recipe.name)).not.toContain('Walnut for baking');
});

test('plans kept, dropped and begun while the server is away reach it in their order when it is back', async ({
  page,
  demo,
}) => {
  await wishFor(page, demo.url, 'Walnut for baking');
  await expect(proposal(page, 'Walnut for baking')).toContainText('Weigh, then it soaks');
  await opensOffline(page);
  const before = await openPlans(page, demo.url);
  const dropped = before.find(({ recipe }) => recipe.name === 'Hazelnut for porridge');
  await demo.stop('SIGKILL');

  // The second click finds nothing to keep.
  await page.getByRole('button', { name: 'Save plan' }).dblclick();
  const kept = page.getByRole('region', { name: 'Planned batches' });
  await expect(kept).toContainText('Walnut for baking');
  await expect(page.getByRole('button', { name: 'One more for the same glass' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save plan' })).toBeHidden();
  await page.getByRole('button', { name: 'Drop the plan for Hazelnut for porridge' }).click();
  await expect(kept).not.toContainText('Hazelnut for porridge');
  await expect(page.getByText(/2 entries waiting, kept on this device/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Download the plans as a calendar file' })).toBeDisabled();
  await page.reload();
  await expect(kept).toContainText('Walnut for baking');
  await expect(kept).not.toContainText('Hazelnut for porridge');
  await page.getByRole('button', { name: 'Start now: Walnut for baking' }).click();
  await expect(page).toHaveURL(/\/counter\/[0-9a-f-]{36}$/);
  const batchId = page.url().slice(-36);

  await demo.start();
  // Neither what was dropped is left nor what was kept and begun; the rest is.
  expect(dropped).toBeDefined();
  expect(await openPlans(page, demo.url)).toEqual(before.filter((plan) => plan !== dropped));
  const answer = await page.request.get(`${demo.url}/api/batches?scope=active&limit=100`);
  const { batches } = (await answer.json()) as BatchList;
  expect(batches.filter(({ id }) => id === batchId)).toHaveLength(1);
});

test('where no worker runs the days are still worked out', async ({ page, demo }) => {
  await page.route(/computeWorker/, (route) => route.abort());
  await wishFor(page, demo.url, 'Walnut for baking');
  await expect(proposal(page, 'Walnut for baking')).toContainText('Weigh, then it soaks');
  await expect(page.getByRole('button', { name: 'Save plan' })).toBeEnabled();
});

test('where a planned batch is in the way it can make room, and is still ready for its own glass', async ({
  page,
}) => {
  const kitchen = await new Kitchen([]).start();
  try {
    const post = async (path: string, data: unknown): Promise<void> => {
      const answer = await page.request.post(`${kitchen.url}/api/${path}`, {
        data,
        headers: { 'Idempotency-Key': crypto.randomUUID() },
      });
      expect(answer.status(), await answer.text()).toBeLessThan(300);
    };
    const known = (await (await page.request.get(`${kitchen.url}/api/kitchen`)).json()) as KitchenTold;
    const bowls = [{ name: 'The one bowl', volumeMl: 2000, count: 1 }];
    // Somebody is up all day and night, so that the hour this is run at is no matter.
    const hours = { wakingFrom: '00:00', wakingTo: '23:59', quietFrom: '03:00', quietTo: '03:01' };
    await page.request.patch(`${kitchen.url}/api/kitchen`, {
      data: { profile: { ...known.profile, bowls, ...hours } },
    });
    const later = {
      ...plainRecipe('Almond for later', 'almond', 6.6, 12),
      amount: { by: 'milk', volumeMl: 800 },
    };
    const sooner = { ...later, name: 'Almond for sooner' };
    await post('recipes', { recipe: sooner, ownIngredients: [] });
    const inMin = (min: number): number => Math.ceil(Date.now() / (15 * MIN)) * 15 * MIN + min * MIN;
    const iso = (ms: number): string => new Date(ms).toISOString();
    const glassMs = inMin(20 * 60);
    const weighMs = inMin(30);
    // It soaks from soon on until the other should be ready.
    await post('plans', {
      recipe: later,
      ownIngredients: [],
      glassAt: iso(glassMs + 26 * 60 * MIN),
      moments: { weighAt: iso(weighMs), drainAt: iso(glassMs), blendAt: iso(glassMs + 15 * MIN) },
    });

    await page.goto(`${kitchen.url}/days`);
    await page.getByRole('radio', { name: 'Almond for sooner' }).click();
    const on = (ms: number): string => new Date(ms).toLocaleDateString('en', { timeZone: ZONE });
    const days = [0, 1, 2].map((daysOn) => on(Date.now() + daysOn * 24 * 60 * MIN));
    const day = page.getByRole('radiogroup', { name: 'Day' }).getByRole('radio');
    await day.nth(days.indexOf(on(glassMs))).click();
    const time = { timeZone: ZONE, hour: '2-digit', minute: '2-digit' } as const;
    await page
      .getByRole('textbox', { name: 'Time' })
      .fill(new Date(glassMs).toLocaleTimeString('en-GB', time));
    const refused = page.getByRole('region', { name: 'It does not fit' });
    await expect(refused).toContainText('bowl');
    await expect(refused).toContainText(/Almond for later, for .*was (today|tomorrow) /);
    await refused.getByRole('button', { name: 'Use this plan: Make room among the planned batches' }).click();
    await expect(page.getByText('The plan is saved, and room is made for it.')).toBeVisible();
    const soak = ({ moments: { weighAt, drainAt } }: PlanList['plans'][number]) =>
      [Date.parse(weighAt), Date.parse(drainAt)] as const;
    const plans = await openPlans(page, kitchen.url);
    const [first, second] = ['Almond for sooner', 'Almond for later'].map((name) => {
      const plan = plans.find(({ recipe }) => recipe.name === name);
      if (!plan) throw new Error(`${name} is not planned`);
      return plan;
    });
    if (!first || !second) throw new Error('both are planned');
    expect(Date.parse(first.glassAt)).toBe(glassMs);
    // One bowl, one soak after the other, and the later glass as it was.
    expect(soak(second)[0]).toBeGreaterThanOrEqual(soak(first)[1] - 10 * MIN);
    expect(Date.parse(second.moments.blendAt)).toBeLessThan(glassMs + 26 * 60 * MIN);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect
      .poll(async () => (await openPlans(page, kitchen.url)).map(({ moments: { weighAt } }) => weighAt))
      .toEqual([iso(weighMs)]);
  } finally {
    await kitchen.close();
  }
});
