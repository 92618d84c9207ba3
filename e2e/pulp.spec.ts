import type { EventBody, Recipe } from '@humble-churn/core';
import { plainRecipe } from '@humble-churn/core';
import type { Page } from '@playwright/test';
import { allSent, expect, figure, madeUpTo, opensOffline, stateOf, test } from './kitchen';

test.use({ hasTouch: true, viewport: { width: 390, height: 844 } });

const HOUR_MS = 3_600_000;
const plain = plainRecipe('For the oven', 'almond', 6.6, 8);
const QUICK: Recipe = {
  ...plain,
  soak: { ...plain.soak, method: 'none' },
  blend: { ...plain.blend, machine: 'high-speed-jug' },
};

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name });

/** Says what happened to a batch so long ago. */
async function sayAgo(
  page: Page,
  url: string,
  batchId: string,
  agoH: number,
  what: EventBody,
): Promise<void> {
  const answer = await page.request.post(`${url}/api/batches/${batchId}/events?agoMs=${agoH * HOUR_MS}`, {
    data: { happenings: [what] },
    headers: { 'idempotency-key': crypto.randomUUID() },
  });
  expect(answer.status(), await answer.text()).toBe(201);
}

test('a bag is filled over four batches, and crackers come of it, the oldest first', async ({
  page,
  ownKitchen,
}) => {
  const { url } = ownKitchen;
  const batches: string[] = [];
  for (const first of [true, false, false, false]) {
    const batchId = await madeUpTo('pulp', page, url, QUICK);
    batches.push(batchId);
    await page.goto(`${url}/counter/${batchId}`);
    await button(page, first ? 'In the freezer' : /^Into the bag with/).tap();
    await expect(page.getByRole('heading', { name: 'Wash up' })).toBeVisible();
    await allSent(page);
  }
  await page.goto(`${url}/pulp`);
  await expect(page.getByRole('heading', { name: / of almond pulp$/ })).toHaveCount(1);
  await expect(page.getByText(/from 4 batches, used oldest first/)).toBeVisible();
  const put = async () =>
    (await Promise.all(batches.map((id) => stateOf(page, url, id)))).map(({ pulp }) => pulp[0]);
  const [oldest] = await put();
  const perBatchG = oldest?.massG ?? 0;
  await button(page, 'Make: Crackers').tap();
  // One and a half of the four.
  await page.getByRole('textbox', { name: 'How much of it' }).fill(String(Math.round(1.5 * perBatchG)));
  await expect(page.getByText(/^Ground flaxseed: \d/)).toBeVisible();
  await button(page, 'Made: crackers').tap();
  await allSent(page);
  const left = (await put()).map((pulp) => Math.round(((pulp?.massG ?? 0) / perBatchG) * 10) / 10);
  expect(left).toEqual([0, 0.5, 1, 1]);
  expect((await put())[0]?.taken[0]).toMatchObject({ became: 'baked', what: 'Crackers' });
  await button(page, 'Undo').tap();
  await allSent(page);
  expect((await put()).map((pulp) => pulp?.massG)).toEqual(Array(4).fill(perBatchG));

  await test.step('the server away: eaten as it is, kept on the device, and sent once', async () => {
    await ownKitchen.stop('SIGKILL');
    await button(page, /^What became of it:/).tap();
    await page.getByRole('radio', { name: 'Compost' }).tap();
    await button(page, 'Record what became of it').tap();
    await expect(page.getByRole('heading', { name: 'No pulp yet' })).toBeVisible();
    await ownKitchen.start();
    await allSent(page);
    const gone = await put();
    expect(gone.map((pulp) => pulp?.massG)).toEqual([0, 0, 0, 0]);
    expect(gone.flatMap((pulp) => pulp?.taken ?? [])).toHaveLength(4);
  });
});

test('a jar that smells sour ends, and the record says it beside what was foretold', async ({
  page,
  empty,
}) => {
  const { url } = empty;
  const batchId = await madeUpTo('pulp', page, url, { ...QUICK, name: 'By the nose' });
  const [jar] = (await stateOf(page, url, batchId)).jars;
  await page.goto(`${url}/shelf/${batchId}/${jar?.id}`);
  await button(page, 'It smells good').tap();
  await expect(page.getByText(/^It smells good, today/)).toBeVisible();
  await button(page, 'It looks slimy, pour it out').tap();
  await expect(page.getByText('Thrown away: Slimy')).toBeVisible();
  await button(page, 'Undo the last entry').tap();
  await expect(button(page, 'It tastes sour, pour it out')).toBeVisible();
  await button(page, 'It tastes sour, pour it out').tap();
  await expect(page.getByText('Thrown away: Sour')).toBeVisible();
  await allSent(page);
  await page.goto(`${url}/notebook/${batchId}`);
  await expect(
    page.getByText(/^Jar: foretold good until .*; thrown away \(sour\) today .* before that\.$/),
  ).toBeVisible();
});

test('pulp dries on a tray, three weighings make the end surer, and low heat is not for the cupboard', async ({
  page,
  empty,
}) => {
  const { url } = empty;
  const batchId = await madeUpTo('pulp', page, url, { ...QUICK, name: 'For the tray' });
  const portionId = crypto.randomUUID();
  const tray = { trayCm2: 1200, airC: 70 };
  await sayAgo(page, url, batchId, 1.5, {
    type: 'pulp-stored',
    place: 'drying',
    massG: 170,
    portionId,
    drying: tray,
  });
  const panel = page.getByRole('region', { name: /of almond pulp$/ });
  const width = async (): Promise<string> => (await panel.getByText(/^Likely between/).textContent()) ?? '';
  await page.goto(`${url}/pulp`);
  const guessed = await width();
  expect(guessed).toContain('by its layer and the heat');
  await sayAgo(page, url, batchId, 1, { type: 'pulp-weighed', portionId, massG: 140 });
  await sayAgo(page, url, batchId, 0.5, { type: 'pulp-weighed', portionId, massG: 118 });
  await expect.poll(width).toContain('by 2 weighings');
  const field = page.getByRole('textbox', { name: 'It weighs now' });
  await field.fill('900');
  await expect(page.getByText(/More than it began with/)).toBeVisible();
  await field.fill('102');
  await button(page, /^Weighed: keep the weight/).tap();
  await expect.poll(width).toContain('by 3 weighings');
  await button(page, 'As a table')
    .or(button(page, /^Show the table of drying/))
    .first()
    .tap();
  await expect(page.getByRole('table')).toBeVisible();
  await button(page, 'Dry: to the cupboard').tap();
  await expect(panel.getByText('Dried, in the cupboard')).toBeVisible();
  const state = await stateOf(page, url, batchId);
  expect(state.pulp[0]).toMatchObject({ place: 'dried', massG: 102 });

  const low = await madeUpTo('pulp', page, url, {
    ...QUICK,
    name: 'Low heat',
    nuts: [{ ingredient: 'hazelnut', share: 1, form: 'whole' }],
  });
  await page.goto(`${url}/counter/${low}`);
  await button(page, /^Dry it/).tap();
  await expect(page).toHaveURL(/\/pulp$/);
  await button(page, /^Dry it: .*hazelnut/).tap();
  await page.getByRole('textbox', { name: 'Oven or dehydrator' }).fill('43');
  await expect(page.getByText(/is eaten within two days/)).toBeVisible();
  await button(page, 'Onto the tray').tap();
  await expect(button(page, 'Dry: to the fridge')).toBeVisible();
  await expect(button(page, 'Dry: to the cupboard')).toHaveCount(0);
});

test('“I want crackers on Sunday”: the milk whose pulp makes them is planned, also while the server is away', async ({
  page,
  ownKitchen,
}) => {
  const { url } = ownKitchen;
  await page.request.post(`${url}/api/recipes`, {
    data: { recipe: { ...QUICK, name: 'Almond for the oven' } },
    headers: { 'idempotency-key': crypto.randomUUID() },
  });
  await page.goto(`${url}/pulp`);
  await opensOffline(page);
  await button(page, 'Plan: Crackers').tap();
  const days = page.getByRole('radiogroup', { name: 'On which day' }).getByRole('radio');
  await expect(days).toHaveCount(7);
  await days.nth(2).tap();
  const said = page.getByText(/of Almond for the oven leaves pulp with about \d+\sg of solids/);
  const volumeMl = figure(await said.textContent(), 'mL');
  await button(page, 'Plan that milk').tap();
  await expect(page).toHaveURL(/days\?ready=.*milk=Almond/);
  const proposal = page.getByRole('region', { name: 'Almond for the oven' });
  await expect(proposal).toContainText('Weigh');
  await page.reload();
  await expect(proposal).toContainText('Weigh');
  await expect(page.getByRole('radio', { name: 'Almond for the oven' })).toBeChecked();
  await expect(page.getByRole('textbox', { name: /Milk in each/ })).toHaveValue(String(volumeMl));
  await ownKitchen.stop('SIGKILL');
  await button(page, 'Save plan').tap();
  await expect(page.getByRole('heading', { name: 'Almond for the oven: kept' })).toBeVisible();
  await ownKitchen.start();
  await allSent(page);
  const { plans } = (await (await page.request.get(`${url}/api/plans`)).json()) as {
    plans: { recipe: Recipe; glassAt: string }[];
  };
  expect(plans.map(({ recipe }) => recipe.amount)).toEqual([{ by: 'milk', volumeMl }]);
  const glassMs = Date.parse(plans[0]?.glassAt ?? '');
  expect(glassMs - Date.now()).toBeGreaterThan(2 * 24 * HOUR_MS);
  expect(glassMs - Date.now()).toBeLessThan(4 * 24 * HOUR_MS);
});

test('Now says what is drunk a day, what would be thrown away, what to thaw, and by when there must be more', async ({
  page,
  demo,
}) => {
  await page.goto(demo.url);
  const ahead = page.getByRole('region', { name: 'If you go on like this' });
  await expect(ahead).toContainText(/mL a day, as over the last two weeks; an estimate/);
  await expect(ahead).toContainText(/The milk lasts until/);
  await ahead.getByRole('button', { name: 'Plan more milk for when it runs out' }).tap();
  await expect(page).toHaveURL(/days\?ready=/);
  await page.goto(`${demo.url}/pulp`);
  const account = page.getByRole('region', { name: 'Where the nuts went' });
  await expect(account).toContainText(/of each 100\sg/);
  const drawing = account.getByRole('img');
  await expect(drawing).toHaveAccessibleName(/^In: .* 100 g\. Out: .*\d+/);
});

test('a recipe of the cook’s own: read from another program’s file, saved with the server away, made, written out and deleted', async ({
  page,
  ownKitchen,
}) => {
  const { url } = ownKitchen;
  const batchId = await madeUpTo('pulp', page, url, { ...QUICK, name: 'For the bars' });
  await sayAgo(page, url, batchId, 0, {
    type: 'pulp-stored',
    place: 'freezer',
    massG: 160,
    portionId: crypto.randomUUID(),
  });
  await page.goto(`${url}/pulp`);
  await button(page, 'A recipe of your own').tap();
  const file = {
    '@type': 'Recipe',
    name: 'Pulp bars',
    recipeIngredient: ['1 cup almond pulp', '80 g oats', '1 pinch of luck'],
    recipeInstructions: 'Press into a tin.\nBake at 180 °C.',
    recipeYield: '12 bars',
    cookTime: 'PT25M',
  };
  const choose = (name: string, text: string) =>
    page
      .getByLabel('Pulp recipe file')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
  await choose('no.json', 'no recipe');
  await expect(page.getByRole('alert')).toContainText('This is not JSON');
  await choose('bars.jsonld', JSON.stringify(file));
  await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Pulp bars');
  await expect(page.getByRole('textbox', { name: 'Oven' })).toHaveValue('180');
  await opensOffline(page);
  await ownKitchen.stop('SIGKILL');
  await button(page, 'Save the recipe').tap();
  await expect(page.getByText(/^Not saved yet: Say what it contains besides the pulp/)).toBeVisible();
  await page.getByRole('checkbox', { name: 'gluten' }).tap();
  await button(page, 'Save the recipe').tap();
  await expect(page.getByText('“Pulp bars” is saved.')).toBeVisible();
  await ownKitchen.start();
  await allSent(page);
  await button(page, 'Make: Pulp bars').tap();
  await expect(page.getByText(/^Oats: \d+/)).toBeVisible();
  await expect(
    page.getByText(/Makes about \d+ bars?, about 25\smin at 180\s°C\. Contains: tree nut, gluten/),
  ).toBeVisible();
  await button(page, 'Made: pulp bars').tap();
  await allSent(page);
  expect((await stateOf(page, url, batchId)).pulp[0]?.taken[0]).toMatchObject({
    became: 'baked',
    what: 'Pulp bars',
  });
  await button(page, 'Undo').last().tap();
  await allSent(page);
  await button(page, /^What came and went:/).tap();
  await expect(page.getByRole('list', { name: 'What came and went' }).getByRole('listitem')).toHaveCount(1);

  const download = page.waitForEvent('download');
  await button(page, 'The recipe as a file: Pulp bars').tap();
  expect((await download).suggestedFilename()).toBe('pulp-bars.jsonld');
  await button(page, 'Change the recipe: Pulp bars').tap();
  await page.getByRole('textbox', { name: 'It takes' }).fill('40');
  await button(page, 'Save the change').tap();
  await expect(page.getByText(/about 40\smin at 180\s°C/)).toBeVisible();
  await button(page, 'Delete the recipe: Pulp bars').tap();
  await expect(button(page, 'Delete the recipe: Pulp bars')).toHaveCount(0);
  await button(page, 'Undo').last().tap();
  await expect(button(page, 'Delete the recipe: Pulp bars')).toBeVisible();
});
