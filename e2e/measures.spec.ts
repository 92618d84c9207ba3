import { NotebookSchema, OwnItemSchema, PlanListSchema } from '@humble-churn/contract';
import type { Page } from '@playwright/test';
import { z } from 'zod';
import { Kitchen, allSent, decision, expect, onBench, openDecision, outcome, test } from './kitchen';

/** What a screen says: its words, and what stands in its fields. */
function said(page: Page): Promise<string> {
  return page.evaluate(() => {
    const main = document.querySelector('#main') ?? document.body;
    const fields = [...main.querySelectorAll('input')].map((field) => field.value);
    return [main instanceof HTMLElement ? main.innerText : '', ...fields].join('\n');
  });
}

const METRIC_ONLY = /\d\s?(°C|mL\b|L\b|kg\b)|\bmL\b|°C|a litre|\d\.\d+ (US )?cups?|\b\d\d:\d\d(?! [ap]m)/;

async function threeQuestions(page: Page, kitchen: Kitchen): Promise<void> {
  await page.goto(kitchen.url);
  await page.getByRole('radio', { name: /^Cups and ounces/ }).click();
  await page.getByRole('radio', { name: 'High-speed jug' }).click();
  await page.getByRole('button', { name: 'Add a person' }).click();
  await page.getByRole('button', { name: 'Work out the first batch' }).click();
  await expect(page.getByText('Give a name, or take this person out.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Name of person 1' }).fill('Noor');
  await page.getByText('tree nut', { exact: true }).click();
  await page.getByRole('button', { name: 'Work out the first batch' }).click();
  // The first batch is one that everybody in the house may have, in the house's measures.
  await expect(page).toHaveURL(/\/bench$/);
  await expect(outcome(page)).toContainText(/4 cups.*oz nuts/);
  await expect.poll(async () => (await onBench(page))?.nuts).toMatchObject([{ ingredient: 'pumpkin' }]);
  await expect(page.getByText(/avoids tree nut/)).toHaveCount(0);
  await page.goto(kitchen.url);
  await expect(page.getByText('Nothing to do')).toBeVisible();
}

/** Every decision open, each line and field of it. */
async function nothingMetricOnTheBench(page: Page, kitchen: Kitchen): Promise<void> {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${kitchen.url}/bench`);
  await expect(outcome(page)).toContainText(/Likely(?!being worked out)/);
  await page.getByRole('radio', { name: /^Salted/ }).click();
  await page.getByRole('button', { name: 'Add salt' }).click();
  const salty = page.getByRole('textbox', { name: 'How salty' });
  await expect(salty).toHaveValue(/^1½ tsp in 4 cups$/);
  await salty.fill('1 tbsp in 1 quart');
  await expect.poll(async () => (await onBench(page)).soak.saltGPerKg).toBeCloseTo(19.05, 1);
  const warm = page.getByRole('textbox', { name: 'The liquid is at' });
  await warm.fill('200');
  await expect(page.getByText('Hot liquid in a closed jug can burst out: 86 °F at most.')).toBeVisible();
  await warm.fill('50');
  await expect.poll(async () => (await onBench(page)).blend.liquidTempC).toBeCloseTo(10, 6);
  // Doses and sweetness say their grams a litre beside, and milk may be measured in mL, too.
  const words = (await said(page))
    .replace(/\d+(\.\d+)?( to \d+)?\sg (sugar )?(a|per) litre( of milk)?|for a litre|A litre/g, '')
    .replace(/^\s*mL\s*$/gm, '');
  expect(METRIC_ONLY.exec(words)?.[0] ?? '').toBe('');
}

test('a new kitchen is asked three questions, and is then a US kitchen through and through', async ({
  page,
}) => {
  const kitchen = await new Kitchen([]).start();
  try {
    await threeQuestions(page, kitchen);
    await nothingMetricOnTheBench(page, kitchen);
    for (const path of ['', '/days', '/shelf', '/notebook', '/counter', '/recipes', '/cautions']) {
      await page.goto(`${kitchen.url}${path}`);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      expect([path, METRIC_ONLY.exec(await said(page))?.[0] ?? '']).toEqual([path, '']);
    }
    await page.goto(`${kitchen.url}/kitchen`);
    await expect(page.getByRole('textbox', { name: /^Fridge/ })).toHaveValue('39.2');
    await expect(page.getByRole('textbox', { name: 'A glass in this house' })).toHaveValue('⅞');
    await expect(page.getByRole('textbox', { name: 'Machines are silent from' })).toHaveValue('9:00 pm');
    const up = page.getByRole('textbox', { name: 'Somebody is up from' });
    await up.fill('6:15 am');
    await page.getByRole('textbox', { name: 'A quart from the shop' }).fill('1,000');
    await expect(page.getByText('Settings saved').first()).toBeVisible();
    await page.reload();
    await expect(up).toHaveValue('6:15 am');
    const shop = page.getByRole('textbox', { name: 'A quart from the shop' });
    await expect(shop).toHaveValue('1000');
    // The same kitchen by the litre.
    await page.getByRole('radio', { name: /^g, mL/ }).click();
    await expect(page.getByRole('textbox', { name: /^Fridge/ })).toHaveValue('4');
    await expect(page.getByRole('textbox', { name: 'A litre from the shop' })).toHaveValue('1056.69');
  } finally {
    await kitchen.close();
  }
});

test('straight into the glass: a short guide, and nothing on the shelf', async ({ page, empty }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${empty.url}/bench`);
  await openDecision(page, 'What for');
  await page.getByText('Straight into the glass').click();
  await expect(decision(page, 'Strain')).toHaveCount(0);
  await expect(decision(page, 'Soak')).toContainText('No soak');
  await openDecision(page, 'Finish');
  await page.getByRole('button', { name: 'Add banana' }).click();
  await page.getByRole('textbox', { name: 'Banana' }).fill('half a banana');
  await expect(decision(page, 'Finish')).toContainText('½ banana');
  await openDecision(page, 'Name and keep');
  await page.getByRole('textbox', { name: 'Name of the batch' }).fill('Morning glass');
  await page.getByRole('button', { name: 'Start this batch' }).click();
  await expect(page.getByText('½ banana, 59 g, to blend in')).toBeVisible();
  await page.getByRole('button', { name: 'Weigh: done' }).click();
  await page.getByRole('button', { name: 'Start blending' }).click();
  await page.getByRole('button', { name: /Blending: done|Stop now/ }).click();
  const blended = page.getByRole('button', { name: 'Blending: done' });
  if (await blended.isVisible()) await blended.click();
  await expect(page.getByText(/Pour it into the glasses, about 200\smL in all/)).toBeVisible();
  await page.getByRole('button', { name: 'Drink: done' }).click();
  await page.getByRole('button', { name: 'Wash up: done' }).click();
  await expect(page.getByText('Nothing of it is kept. The record is in the notebook.')).toBeVisible();
  await allSent(page);
  const notebook: unknown = await (await page.request.get(`${empty.url}/api/notebook?limit=5`)).json();
  const [entry] = NotebookSchema.parse(notebook).batches;
  expect(entry?.summary).toMatchObject({ name: 'Morning glass', outcome: 'finished' });
  await page.goto(`${empty.url}/shelf`);
  await expect(page.getByText('Morning glass')).toHaveCount(0);
});

test('a syrup of the cook’s own is dosed by the spoon, with its allergens', async ({ page, empty }) => {
  await page.goto(`${empty.url}/additions/new`);
  const field = (name: string) => page.getByRole('textbox', { name, exact: true });
  await field('Name').fill('Bitter almond syrup');
  await field('Fat').fill('0');
  await field('Carbohydrate').fill('120');
  await expect(page.getByText('Between 0 and 100 g.')).toBeVisible();
  await field('Carbohydrate').fill('70');
  await field('Protein').fill('0');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByText(/release cyanide/)).toBeVisible();
  await field('Name').fill('Date syrup');
  await page.getByRole('radio', { name: /^Sweetener/ }).click();
  await page.getByText('soy', { exact: true }).click();
  await page.getByRole('textbox', { name: /level tablespoon, weighs/ }).fill('20');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page).toHaveURL(/\/bench$/);
  const { ingredients } = z
    .object({ ingredients: z.array(OwnItemSchema) })
    .parse(await (await page.request.get(`${empty.url}/api/ingredients`)).json());
  const mine = ingredients.find(({ name }) => name === 'Date syrup');
  expect(mine).toMatchObject({ kind: 'sweetener', sugarsPct: 70, caution: expect.stringContaining('pit') });
  await openDecision(page, 'Finish');
  await page.getByRole('button', { name: 'More…' }).click();
  await page
    .getByRole('radiogroup', { name: 'Add', exact: true })
    .getByRole('radio', { name: 'Date syrup' })
    .click();
  await page.getByRole('textbox', { name: 'Date syrup', exact: true }).fill('2 tbsp');
  await expect
    .poll(async () => (await onBench(page)).additions.at(-1))
    .toMatchObject({
      addition: mine?.key,
      gPerL: expect.closeTo(40, 6),
    });
  await expect(page.getByText(/Allergens: tree nut, soy/)).toBeVisible();
  await page.getByRole('button', { name: 'Start this batch' }).click();
  await expect(page).toHaveURL(/\/counter\//);
});

test('the copy: flour against whole, every decision and every figure that differs', async ({
  page,
  empty,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${empty.url}/bench`);
  await expect(outcome(page)).toBeVisible();
  await page.getByRole('button', { name: 'Compare with a copy' }).click();
  await expect(page.getByText('The copy is still as the bench')).toBeVisible();
  await page.getByRole('radio', { name: 'Form of the nuts' }).click();
  await page
    .getByRole('radiogroup', { name: 'Form of the nuts on the copy' })
    .getByRole('radio', { name: 'Flour' })
    .click();
  const decisions = page.getByRole('table', { name: 'Decisions that differ' });
  await expect(decisions.getByRole('row').filter({ hasText: 'Nut or seed' })).toContainText('flour');
  await expect(decisions.getByRole('row').filter({ hasText: 'Soak' })).toContainText('water kept');
  const left = page
    .getByRole('table', { name: 'What differs' })
    .getByRole('row')
    .filter({ hasText: 'Nuts not drunk' });
  await expect(left).toContainText(/\d+\sg.*\d+\sg/);
  // Anything else is changed with the whole bench.
  await page.getByRole('button', { name: /^Change anything on the copy/ }).click();
  await page.getByRole('button', { name: 'Add ground cinnamon' }).click();
  await expect(decisions.getByRole('row').filter({ hasText: 'Finish' })).toContainText('cinnamon');
  await expect(decisions.getByRole('row').filter({ hasText: 'Finish' })).toContainText('Nothing added');
});

test('the same again while the server is away says so, and plans it once when it is back', async ({
  page,
}) => {
  const kitchen = await new Kitchen(['--demo']).start();
  try {
    await page.goto(`${kitchen.url}/recipes`);
    const again = page.getByRole('button', { name: /^Again, for tomorrow 07:30/ }).first();
    await expect(again).toBeVisible();
    const plans = async (): Promise<number> =>
      PlanListSchema.parse(await (await page.request.get(`${kitchen.url}/api/plans`)).json()).plans.length;
    const before = await plans();
    await kitchen.stop('SIGKILL');
    await again.click();
    await expect(page.getByText(/does not answer.*try again when it is back/)).toBeVisible();
    await expect(page.getByText(/What you enter is kept on this device/)).toBeVisible();
    await kitchen.start();
    // The strip at the foot goes when the server has been heard of again.
    await expect(page.getByText(/What you enter is kept on this device/)).toHaveCount(0);
    await again.click();
    await expect(page.getByText(/Planned for .*: begin /)).toBeVisible();
    expect(await plans()).toBe(before + 1);
  } finally {
    await kitchen.close();
  }
});
