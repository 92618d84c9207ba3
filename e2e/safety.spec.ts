import type { Batch } from '@humble-churn/contract';
import { coreEvent } from '@humble-churn/contract';
import { batchState, plainRecipe } from '@humble-churn/core';
import type { Recipe } from '@humble-churn/core';
import { allSent, expect, test } from './kitchen';

const PLAIN = plainRecipe('Hot flour', 'almond', 10, 1);
/** Flour under boiling water, which it keeps; a banana stirred in after straining through two tools. */
const HOT_FLOUR: Recipe = {
  ...PLAIN,
  nuts: [{ ingredient: 'almond', form: 'ground', share: 1 }],
  amount: { by: 'nuts', massG: 60 },
  soak: { ...PLAIN.soak, method: 'hot', hours: 0.5, pourTempC: 95 },
  blend: { ...PLAIN.blend, machine: 'high-speed-jug' },
  strain: { ...PLAIN.strain, strainer: 'fine-sieve', second: { strainer: 'fine-bag', strainerName: null } },
  additions: [{ addition: 'banana', when: 'after', gPerL: 200 }],
};

test.use({ viewport: { width: 390, height: 844 } });

test('flour soaked hot keeps its water, cools before it is blended, and is bottled with all that went in', async ({
  page,
  empty,
}) => {
  const made = await page.request.post(`${empty.url}/api/batches`, {
    data: { recipe: HOT_FLOUR },
    headers: { 'idempotency-key': crypto.randomUUID() },
  });
  const { id } = (await made.json()) as Batch;
  const press = (name: string | RegExp) => page.getByRole('button', { name }).click();
  await page.goto(`${empty.url}/counter/${id}`);
  await expect(page.getByText('180 mL of water for the soak, which stays in the milk')).toBeVisible();
  await expect(page.getByText('420 mL more of water for blending, kept cold')).toBeVisible();
  await press('Weigh: done');
  await expect(page.getByText(/Pour 180\smL of boiling water over the nuts, no more/)).toBeVisible();
  await press('The soak has begun');
  await press('End the soak now');

  await expect(page.getByRole('heading', { name: 'Cool the bowl' })).toBeVisible();
  await press('It stands in cold water');
  const cool = page.getByRole('button', { name: 'The bowl is cool enough' });
  await expect(cool).toBeDisabled();
  const probe = page.getByRole('textbox', { name: 'Middle of the bowl' });
  await probe.fill('41');
  await press('Keep the temperature: Middle of the bowl');
  await expect(page.getByText(/41\s°C is too hot for a closed jug/)).toBeVisible();
  await expect(cool).toBeDisabled();
  await probe.fill('28');
  await press('Keep the temperature: Middle of the bowl');
  await cool.click();

  await expect(page.getByText('Pour in 420 mL of the liquid.')).toBeVisible();
  await expect(page.getByText(/Add the bowl with its soak water, 240\sg/)).toBeVisible();
  await press('Start blending');
  await press(/^(Stop now: blending|Blending: done)/);
  await press('Feel: done');
  const pour = page.getByRole('button', { name: /^Strain, pour \d of \d: done/ });
  const squeeze = page.getByRole('button', { name: 'Squeeze: done' });
  await expect(pour.or(squeeze)).toBeVisible();
  while (!(await squeeze.isVisible())) {
    const label = (await pour.getAttribute('aria-label')) ?? '';
    await pour.click();
    await expect(page.getByRole('button', { name: label, exact: true })).toBeHidden();
    await expect(pour.or(squeeze)).toBeVisible();
  }
  await squeeze.click();
  await expect(page.getByText(/Pour the strained milk through the fine bag/)).toBeVisible();
  await press('Strain again: done');
  await press('Milk not measured: go on with what is expected');
  await press(/^Taste and stretch: done/);
  await press(/^Finish: all stirred in/);
  // A banana wants blades.
  await press('Start the jug');
  await press(/^(Stop now: back in the jug|Back in the jug: done)/);
  await expect(page.getByText(/strained, and what was stirred in/)).toBeVisible();
  await press(/^All clean/);
  await press(/^Bottled/);
  await expect(page.getByText(/Contains: tree nut/)).toBeVisible();

  await allSent(page);
  const log = (await (await page.request.get(`${empty.url}/api/batches/${id}`)).json()) as Batch;
  const state = batchState(log.events.map(coreEvent));
  expect(state?.measured).toMatchObject({ milkMl: null, without: ['milk'], bowlC: 28 });
  await page.goto(`${empty.url}/notebook/${id}`);
  await expect(page.getByText('Milk: not measured')).toBeVisible();
  await expect(page.getByText(/^Not measured: milk/)).toBeVisible();
});

test('a pack that cannot be is refused at its field with the likelier reading; what is kept can be corrected and archived', async ({
  page,
  empty,
}) => {
  await page.goto(`${empty.url}/ingredients/new`);
  const type = (name: string | RegExp, text: string) => page.getByRole('textbox', { name }).fill(text);
  await type('Name', 'Chia');
  await page.getByRole('radio', { name: 'Seed' }).click();
  await page.getByRole('checkbox', { name: 'tree nut' }).click();
  await page.getByRole('checkbox', { name: /turns to a gel/ }).click();
  await type('Fat', '31');
  await type('Carbohydrate', '7,7');
  await type('Protein', '17');
  await type(/^Fibre/, '34,4');
  await page.getByRole('radio', { name: 'part of carbohydrate' }).click();
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByText(/34\.4\sg of fibre cannot be part of 7\.7\sg of carbohydrate/)).toBeVisible();
  await page.getByRole('button', { name: 'Read fibre as listed beside carbohydrate' }).click();
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByText('Chia is among the ingredients now.')).toBeVisible();

  await page.goto(`${empty.url}/kitchen`);
  await page.getByRole('button', { name: 'Correct Chia' }).click();
  await page.getByRole('checkbox', { name: 'sesame' }).click();
  await page.getByRole('button', { name: 'Correct it' }).click();
  await expect(page.getByText(/Chia is corrected/)).toBeVisible();
  const own = page.getByRole('region', { name: 'Ingredients of your own' });
  await expect(own).toContainText('Allergens: sesame; turns to a gel');
  await page.getByRole('button', { name: 'Archive Chia' }).click();
  await expect(own).toContainText('Chia, archived');
  await page.goto(`${empty.url}/bench`);
  await expect(page.getByRole('radio', { name: 'Flaxseed' })).toBeVisible();
  await expect(page.getByRole('radio', { name: 'Chia' })).toHaveCount(0);
});
