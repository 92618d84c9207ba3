import { KitchenSchema } from '@humble-churn/contract';
import type { Locator, Page } from '@playwright/test';
import { allSent, answer, expect, figure, onBench, openBench, openDecision, outcome, test } from './kitchen';

const WIDE = { width: 1280, height: 800 };

/** Drags from one place in a box to others; parts of its width and height. */
async function drag(page: Page, box: Locator, ...through: readonly (readonly [number, number])[]) {
  await box.scrollIntoViewIfNeeded();
  const at = await box.boundingBox();
  if (!at) throw new Error('nothing to drag');
  const [first, ...rest] = through.map(([x, y]) => [at.x + at.width * x, at.y + at.height * y] as const);
  if (!first) return;
  await page.mouse.move(...first);
  await page.mouse.down();
  for (const point of rest) await page.mouse.move(...point, { steps: 6 });
  await page.mouse.up();
}

/** Presses one after the other, sooner than what lags behind can be drawn: quick fingers on a slow device. */
async function pressInARow(...buttons: readonly Locator[]) {
  const [first] = buttons;
  const elements = await Promise.all(buttons.map((button) => button.elementHandle()));
  await first?.evaluate(async (_, all) => {
    for (const element of all) {
      (element as HTMLElement).click();
      // What a press changes itself is drawn by now; what may lag is not.
      await Promise.resolve();
    }
  }, elements);
}

test.describe('handles on a phone', () => {
  test.beforeEach(async ({ page, empty }) => openBench(page, empty.url));

  test('the water line: dragged up, more water over the same nuts, and more milk', async ({ page }) => {
    await openDecision(page, 'How much');
    await page.getByRole('radio', { name: 'The nuts I have' }).click();
    await page.getByRole('button', { name: /back to the jar/ }).click();
    const before = await onBench(page);
    const volume = figure(await outcome(page).textContent(), 'mL');
    const jar = page.getByRole('slider', { name: 'Water in the jar' });
    const waterBefore = Number(await jar.getAttribute('aria-valuenow'));
    await drag(page, jar, [0.3, 0.5], [0.3, 0.4], [0.3, 0.3]);
    await expect
      .poll(async () => Number(await jar.getAttribute('aria-valuenow')))
      .toBeGreaterThan(waterBefore + 100);
    const after = await onBench(page);
    expect(after.amount).toEqual(before.amount);
    expect(after.waterPerNut).toBeGreaterThan(before.waterPerNut);
    expect(figure(await outcome(page).textContent(), 'mL')).toBeGreaterThan(volume);
    // One drag is one change.
    await page.getByRole('button', { name: 'Take the last change back' }).click();
    await expect.poll(async () => (await onBench(page)).waterPerNut).toBe(before.waterPerNut);
  });

  test('the jar stays under the finger, however far it is pulled', async ({ page }) => {
    const jar = page.getByRole('slider', { name: 'Water in the jar' });
    for (let i = 0; i < 4; i++) await drag(page, jar, [0.3, 0.5], [0.3, 0.02]);
    await expect(jar).toBeVisible();
    for (let i = 0; i < 4; i++) await drag(page, jar, [0.3, 0.5], [0.3, 1.5]);
    await expect(jar).toBeVisible();
    await expect(outcome(page)).toContainText(/\d+\smL/);
  });

  test('the water line by keys: ten millilitres a press', async ({ page }) => {
    const jar = page.getByRole('slider', { name: 'Water in the jar' });
    await jar.focus();
    const before = Math.round(Number(await jar.getAttribute('aria-valuenow')) / 10) * 10;
    await page.keyboard.press('ArrowUp');
    await expect(jar).toHaveAttribute('aria-valuenow', String(before + 10));
  });

  test('the dial turns the ratio both ways', async ({ page }) => {
    await openDecision(page, 'Water to nuts');
    const dial = page.getByRole('slider', { name: 'Cups of water to one cup of nuts' });
    const ratio = async (): Promise<number> => (await onBench(page)).waterPerNut;
    await drag(page, dial, [0.5, 0.2], [0.75, 0.35], [0.82, 0.6]);
    await expect.poll(ratio).toBeGreaterThan(8);
    await drag(page, dial, [0.5, 0.2], [0.3, 0.3], [0.2, 0.5]);
    await expect.poll(ratio).toBeLessThan(3.5);
    await expect(answer(page)).toContainText(/Cream|Full/);
  });

  test('the soak slides from the fridge over the counter to hot water and none', async ({ page }) => {
    await openDecision(page, 'Soak');
    const slide = page.getByRole('slider', { name: /^Soak, long and cold/ });
    const soak = async () => (await onBench(page)).soak;
    for (const [x, method] of [
      [0.1, 'fridge'],
      [0.6, 'counter'],
      [0.83, 'hot'],
      [0.97, 'none'],
    ] as const) {
      await drag(page, slide, [x, 0.3], [x, 0.32]);
      await expect.poll(soak).toMatchObject({ method });
    }
    await expect(page.getByRole('radio', { name: 'No soak' })).toHaveAttribute('aria-checked', 'true');
    await drag(page, slide, [0.83, 0.3], [0.84, 0.3]);
    await expect.poll(soak).toMatchObject({ method: 'hot', pourTempC: 95 });
    await expect(page.getByText(/hot liquid in a closed jug can burst out/)).toBeAttached();
    await slide.focus();
    const { hours } = await soak();
    await page.keyboard.press('ArrowLeft');
    await expect.poll(async () => (await soak()).hours).toBeGreaterThan(hours);
  });

  test('hot liquid never goes into the jug', async ({ page }) => {
    await openDecision(page, 'Blend');
    const field = page.getByRole('textbox', { name: 'The liquid is at' });
    await field.fill('95');
    await expect(page.getByText(/Hot liquid in a closed jug can burst out: 30\s°C at most/)).toBeVisible();
    await field.fill('5');
    await expect(page.getByText(/30\s°C at most/)).toBeHidden();
  });
});

test.describe('backwards', () => {
  test.use({ viewport: WIDE });
  test.beforeEach(async ({ page, empty }) => openBench(page, empty.url));

  test('a litre of each body', async ({ page }) => {
    await page.getByRole('textbox', { name: 'Milk', exact: true }).fill('1000');
    for (const body of ['Light', 'Everyday', 'Full', 'Cream']) {
      await page.getByRole('radiogroup', { name: 'As thick as' }).getByRole('radio', { name: body }).click();
      await expect(outcome(page)).toContainText(`1000 mL${body}`);
    }
  });

  test('the most milk that is still full, from the nuts there are', async ({ page }) => {
    await page.getByRole('radio', { name: 'Hazelnut' }).click();
    await page.getByRole('radio', { name: 'The nuts I have' }).click();
    await page.getByRole('textbox', { name: 'Nuts as bought' }).fill('180');
    await page
      .getByRole('radiogroup', { name: /Thinnest/ })
      .getByRole('radio', { name: 'Full' })
      .click();
    await expect(outcome(page)).toContainText('6.5 % solids');
    await expect(outcome(page)).toContainText('180 g nuts');
  });

  test('so much pulp for baking', async ({ page }) => {
    await page.getByRole('radio', { name: 'The pulp I want' }).click();
    const field = page.getByRole('textbox', { name: /^Wet pulp/ });
    await field.fill('300');
    await expect(outcome(page)).toContainText(/Pulp300\sg/);
    await field.fill('90000');
    await expect(
      page.getByText(/Nuts must weigh|more than this machine makes|must be between/).first(),
    ).toBeVisible();
    await expect(outcome(page)).toContainText(/Pulp300\sg/);
  });

  test('glasses are millilitres', async ({ page }) => {
    await page.getByRole('textbox', { name: 'Or glasses' }).fill('4');
    await expect(page.getByRole('textbox', { name: 'Milk', exact: true })).toHaveValue('800');
  });
});

test.describe('every school has its control', () => {
  test.use({ viewport: WIDE });

  test('a blend, its parts and its forms', async ({ page, empty }) => {
    await openBench(page, empty.url);
    await page.getByRole('radio', { name: 'Almond', exact: true }).click();
    await page.getByRole('button', { name: 'Blend with another' }).click();
    await page.getByRole('radio', { name: 'Macadamia' }).click();
    await page.getByRole('textbox', { name: 'Part of macadamia' }).fill('20');
    const { nuts } = await onBench(page);
    const sum = nuts.reduce((all, nut) => all + nut.share, 0);
    expect(nuts.map((nut) => Math.round((100 * nut.share) / sum))).toEqual([80, 20]);
    await expect(page.getByRole('textbox', { name: 'Name of the batch' })).toHaveValue(
      'Almond and macadamia milk',
    );
    await page
      .getByRole('radiogroup', { name: 'Form of macadamia' })
      .getByRole('radio', { name: 'Chopped' })
      .click();
    await page.getByRole('button', { name: 'Remove macadamia' }).click();
    await expect(page.getByRole('textbox', { name: 'Part of almond' })).toBeHidden();
  });

  test('thick first, ice for the warmth, a second washing, and the order at the jug', async ({
    page,
    empty,
  }) => {
    await openBench(page, empty.url);
    await page.getByRole('radio', { name: 'Thick first, rinse after' }).click();
    await expect(page.getByRole('listitem').filter({ hasText: 'Rinse the jug' })).toBeVisible();
    await page.getByRole('textbox', { name: 'Keep it below' }).fill('14');
    await page.getByRole('button', { name: /of ice to stay below 14 °C/ }).click();
    await expect(page.getByRole('listitem').filter({ hasText: 'Ice last' })).toBeVisible();
    await expect(outcome(page)).toContainText(/to 14\s°C/);
    await expect(outcome(page)).toContainText(/g ice/);
    await page.getByRole('radio', { name: 'Yes, with part of the water' }).click();
    await expect.poll(async () => (await onBench(page)).strain.washShare).toBe(0.25);
    await page.getByRole('radio', { name: 'A set time' }).click();
    await page.getByRole('textbox', { name: 'Seconds a load' }).fill('45');
    await expect(outcome(page)).toContainText('45 s');
  });

  test('sweet is as sweet with another sweetener; salt is told apart from keeping', async ({
    page,
    empty,
  }) => {
    await openBench(page, empty.url);
    await page
      .getByRole('radiogroup', { name: 'How sweet' })
      .getByRole('radio', { name: /^Sweet/ })
      .click();
    await page.getByRole('radio', { name: 'Honey' }).click();
    const [honey] = (await onBench(page)).additions;
    expect(honey?.gPerL).toBeCloseTo(30 / (0.8212 * 1.1), 6);
    await expect(page.getByText(/never for a child under 12 months/)).toBeVisible();
    await page.getByRole('radio', { name: 'Medjool date without pit' }).click();
    await expect(page.getByText(/check every date for a pit/)).toBeVisible();
    await expect(page.getByText(/keeps for a quarter less time/)).toBeVisible();
    await page.getByRole('button', { name: 'Add salt' }).click();
    await expect(page.getByText(/It does not make the milk keep longer/)).toBeVisible();
    await page.getByRole('textbox', { name: 'Fine salt' }).fill('900 g');
    await expect(page.getByText(/At most 700\sg per litre/)).toBeVisible();
    await page.getByRole('button', { name: 'Remove fine salt' }).click();
    await expect.poll(async () => (await onBench(page)).additions).toHaveLength(1);
  });

  test('two ways side by side: one thing changed, each difference with its range', async ({
    page,
    empty,
  }) => {
    await openBench(page, empty.url);
    await page.getByRole('radio', { name: 'The nuts I have' }).click();
    await page.getByRole('button', { name: 'Compare with a copy' }).click();
    const table = page.getByRole('table', { name: 'What differs' });
    await expect(table.getByRole('row').filter({ hasText: 'Milk' })).toContainText('no difference');
    await page
      .getByRole('radiogroup', { name: 'Squeeze on the copy' })
      .getByRole('radio', { name: 'Hard' })
      .click();
    const milk = table.getByRole('row').filter({ hasText: 'Milk' });
    await expect(milk).toContainText(/\+\d+\smL to \+\d+\smL, surely/);
    await page.reload();
    await expect(milk).toContainText('surely');
    await page.getByRole('button', { name: /^Change anything on the copy/ }).click();
    await expect.poll(async () => (await onBench(page)).strain.squeeze).toBe('hard');
    await expect(milk).toContainText(/−\d+\smL/);
  });

  test('what is pressed right after a change counts with the change, also where the drawing lags', async ({
    page,
    empty,
  }) => {
    await openBench(page, empty.url);
    const radio = (name: string, of?: string) =>
      (of === undefined ? page : page.getByRole('radiogroup', { name: of })).getByRole('radio', { name });
    // The copy is of the recipe as it is now, not as it was drawn.
    await pressInARow(radio('The nuts I have'), page.getByRole('button', { name: 'Compare with a copy' }));
    await expect.poll(async () => (await onBench(page, 'other'))?.amount.by).toBe('nuts');
    const kept = await onBench(page);
    // Back to milk and in the same breath thicker: as much milk, not as much milk from before.
    const volume = figure(await outcome(page).textContent(), 'mL');
    await pressInARow(radio('The milk I want'), radio('Cream', 'Thinnest that is still'));
    await expect.poll(async () => (await onBench(page)).amount).toEqual({ by: 'milk', volumeMl: volume });
    await expect.poll(async () => (await onBench(page)).waterPerNut).toBeLessThan(kept.waterPerNut);
    // What goes into the book is what lies on the bench.
    await pressInARow(radio('Pinch off'), page.getByRole('button', { name: 'Save recipe' }));
    await expect(page.getByText(/is in the recipe book/)).toBeVisible();
    const { recipes } = (await (await page.request.get(`${empty.url}/api/recipes`)).json()) as {
      recipes: { recipe: { peel: string } }[];
    };
    expect(recipes.map(({ recipe }) => recipe.peel)).toContain('pinch');
  });

  test('a curve is read by touch and by key, and stands there as a table', async ({ page, empty }) => {
    await openBench(page, empty.url);
    const curve = page.getByRole('slider', { name: /^Fineness and warmth by the seconds/ });
    await curve.scrollIntoViewIfNeeded();
    const before = await curve.getAttribute('aria-valuetext');
    await drag(page, curve, [0.5, 0.5], [0.9, 0.5]);
    await expect.poll(() => curve.getAttribute('aria-valuetext')).not.toBe(before);
    await curve.focus();
    await page.keyboard.press('Home');
    await expect(curve).toHaveAttribute('aria-valuetext', /^1 s: broken up \d+\s%, ends at \d+\s°C$/);
    await page.getByRole('button', { name: /^Show the table of fineness/ }).click();
    await expect(page.getByRole('table', { name: /^Fineness/ }).getByRole('row')).toHaveCount(10);
  });
});

test.describe('the household', () => {
  test.use({ viewport: WIDE });

  test('a tree nut in the cup of someone who avoids them is said before anything is made', async ({
    page,
    demo,
  }) => {
    await openBench(page, demo.url);
    await page.getByRole('checkbox', { name: /Ilse/ }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'Not for Ilse' })).toBeVisible();
    await page.getByRole('radio', { name: 'Sunflower seed kernel' }).click();
    await expect(page.getByText('Not for Ilse')).toBeHidden();
    await expect(page.getByText(/For Ilse, who avoids tree nut: a shared jug and bag/)).toBeVisible();
    await page.getByRole('radio', { name: /^Green-lid jug/ }).click();
    await page.getByRole('radio', { name: /^Green-lid bag/ }).click();
    await expect(page.getByText(/a shared jug and bag carry traces. Use gear/)).toBeHidden();
    await page.getByRole('radio', { name: 'Cashew' }).click();
    await expect(page.getByText(/Green-lid jug is kept apart from tree nut/)).toBeVisible();
  });

  test('prices, people and gear are kept one by one; a bad hour is said at its field', async ({
    page,
    empty,
  }) => {
    await page.goto(`${empty.url}/kitchen`);
    await page.getByRole('button', { name: 'Add a person' }).click();
    await page.getByRole('textbox', { name: 'Name of person 1' }).fill('Noor');
    await page.getByRole('region', { name: 'People' }).getByRole('checkbox', { name: 'sesame' }).click();
    await page.getByRole('button', { name: 'Add a pack' }).click();
    await page.getByRole('radio', { name: 'Almond', exact: true }).click();
    await page.getByRole('textbox', { name: 'Price of almond' }).fill('7,50');
    await page.getByRole('textbox', { name: 'Machines are silent from' }).fill('at nine');
    await expect(page.getByText('A time such as 07:30.')).toBeVisible();
    // It holds up nothing else, and what is typed last is kept although the page is left at once.
    await expect(page.getByText('Settings saved')).toBeVisible();
    await page.getByRole('textbox', { name: 'Machines are silent from' }).fill('21:30');
    await page.goto(`${empty.url}/bench`);
    await allSent(page);
    const said: unknown = await (await page.request.get(`${empty.url}/api/kitchen`)).json();
    const kitchen = KitchenSchema.parse(said);
    expect(kitchen.profile).toMatchObject({ quietFrom: '21:30', people: [{ name: 'Noor' }] });
    await page.getByRole('radio', { name: 'Almond', exact: true }).click();
    await expect(outcome(page)).toContainText(/Costs\d+\.\d+\sEUR a litre/);
    await expect(page.getByRole('checkbox', { name: /Noor, avoids sesame/ })).toBeVisible();
  });
});
