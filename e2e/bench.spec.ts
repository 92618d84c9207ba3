import type { Page } from '@playwright/test';
import { expect, figure, outcome, test } from './kitchen';

test.use({ viewport: { width: 1280, height: 800 } });

test.describe('planning at a wide screen', () => {
  test.beforeEach(async ({ page, empty }) => {
    await page.goto(`${empty.url}/bench`);
    await expect(outcome(page)).toBeVisible();
  });

  test('recipe and outcome stand side by side, places in a rail', async ({ page }) => {
    const rail = await page.getByRole('navigation', { name: 'Places' }).boundingBox();
    expect(rail?.height).toBeGreaterThan(700);
    const left = await outcome(page).boundingBox();
    const right = await page.getByRole('region', { name: 'Nut or seed' }).boundingBox();
    expect((left?.x ?? 0) + (left?.width ?? 0)).toBeLessThanOrEqual(right?.x ?? 0);
  });

  test('all fifteen nuts and seeds are there, and each gives a batch', async ({ page }) => {
    const nuts = page.getByRole('radiogroup', { name: 'Nut or seed' }).getByRole('radio');
    await expect(nuts).toHaveCount(15);
    for (const name of await nuts.allTextContents()) {
      await page.getByRole('radio', { name, exact: true }).click();
      await expect(outcome(page)).toContainText(/\d+\smL/);
      await expect(page.getByRole('textbox', { name: 'Name of the batch' })).toHaveValue(`${name} milk`);
    }
  });

  test('what the screen shows is what the server computes for the same recipe', async ({ page, empty }) => {
    await page.getByRole('radio', { name: 'Almond', exact: true }).click();
    await page.getByRole('radio', { name: 'The nuts I have' }).click();
    await page.getByRole('textbox', { name: 'Nuts as bought' }).fill('143');
    await page.getByRole('textbox', { name: 'By cups, 1 to' }).fill('4');
    await page.getByRole('radio', { name: /High-speed jug/ }).click();
    const recipe = await page.evaluate(
      () => (JSON.parse(localStorage.getItem('humble-churn.bench') ?? '{}') as { recipe: unknown }).recipe,
    );
    const response = await fetch(`${empty.url}/api/predict`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ format: 'humble-churn/recipe', version: 1, recipe }),
    });
    const said = (await response.json()) as { milk: { volumeMl: number; solidsPct: number }; nutG: number };
    expect(said.nutG).toBe(143);
    await expect(outcome(page)).toContainText(`${Math.round(said.milk.volumeMl / 10) * 10} mL`);
    await expect(outcome(page)).toContainText(`${said.milk.solidsPct.toFixed(1)} % solids`);
  });

  test('the ratio by slider, cups, weight and share stay in step', async ({ page }) => {
    await page.getByRole('textbox', { name: 'Share of nuts' }).fill('20');
    await expect(page.getByRole('textbox', { name: 'By weight, 1 to' })).toHaveValue('4.00');
    const slider = page.getByRole('slider', { name: 'Cups of water to one cup of nuts' });
    const cups = page.getByRole('textbox', { name: 'By cups, 1 to' });
    const before = Number(await cups.inputValue());
    await slider.focus();
    await page.keyboard.press('PageUp');
    await expect.poll(async () => Number(await cups.inputValue())).toBeGreaterThan(before + 0.4);
  });

  test('dragging the slider redraws the figures while it moves', async ({ page }) => {
    await page.getByRole('radio', { name: 'The nuts I have' }).click();
    const slider = page.getByRole('slider', { name: 'Cups of water to one cup of nuts' });
    await slider.scrollIntoViewIfNeeded();
    const box = await slider.boundingBox();
    if (!box) throw new Error('no slider');
    const y = box.y + box.height / 2;
    const volume = async (): Promise<number> => figure(await outcome(page).textContent(), 'mL');
    const before = await volume();
    await page.mouse.move(box.x + box.width * 0.2, y);
    await page.mouse.down();
    await expect.poll(volume).not.toBe(before);
    const seen = [await volume()];
    for (const part of [0.3, 0.5, 0.7, 0.9]) {
      await page.mouse.move(box.x + box.width * part, y, { steps: 4 });
      await expect.poll(volume).not.toBe(seen.at(-1) ?? before);
      seen.push(await volume());
    }
    await page.mouse.up();
    expect(seen).toEqual([...seen].sort((a, b) => a - b));
    expect(new Set(seen).size).toBe(seen.length);
  });

  test('what cannot be made says why and keeps the recipe', async ({ page }) => {
    await page.getByRole('radio', { name: 'The milk I want' }).click();
    await page.getByRole('textbox', { name: 'Milk', exact: true }).fill('59000');
    await expect(page.getByRole('alert')).toContainText('This machine reaches');
    await expect(page.getByRole('button', { name: 'Start this batch' })).toBeDisabled();
    await page.getByRole('textbox', { name: 'Milk', exact: true }).fill('900');
    await expect(outcome(page)).toContainText('900 mL');
  });

  test('a number out of range is said at its field, and the last good one stays in force', async ({
    page,
  }) => {
    const weight = page.getByRole('textbox', { name: 'By weight, 1 to' });
    // What it comes to; how sure that is follows a moment later.
    const figures = async () => /\d+\smL.*% fat/.exec((await outcome(page).textContent()) ?? '')?.[0];
    const first = await figures();
    await weight.fill('5');
    await expect.poll(figures).not.toBe(first);
    const good = await figures();
    await weight.fill('500');
    await expect(page.getByText(/Between 1 to 0.5 and 1 to 25 by weight/)).toBeVisible();
    expect(good).toMatch(/solids/);
    expect(await figures()).toBe(good);
  });

  test('a change is taken back and made again, by button and by key', async ({ page }) => {
    const hard = page.getByRole('radio', { name: 'Hard' });
    await hard.click();
    await page.getByRole('button', { name: 'Take the last change back' }).click();
    await expect(hard).toHaveAttribute('aria-checked', 'false');
    await page.getByRole('button', { name: 'Make the change again' }).click();
    await expect(hard).toHaveAttribute('aria-checked', 'true');
    await hard.focus();
    await page.keyboard.press('Control+z');
    await expect(hard).toHaveAttribute('aria-checked', 'false');
  });

  test('the recipe is still there after a reload', async ({ page }) => {
    await page.getByRole('radio', { name: 'Pecan' }).click();
    await page.getByRole('textbox', { name: 'By weight, 1 to' }).fill('5,5');
    await page.reload();
    await expect(page.getByRole('radio', { name: 'Pecan' })).toHaveAttribute('aria-checked', 'true');
    await expect(page.getByRole('textbox', { name: 'By weight, 1 to' })).toHaveValue('5.50');
  });

  test('cautions stand where they matter', async ({ page }) => {
    await page.getByRole('radio', { name: 'Brazil nut' }).click();
    await expect(page.getByText(/selenium/)).toBeVisible();
    await page.getByRole('radio', { name: 'Almond', exact: true }).click();
    await page.getByRole('radio', { name: /Hot and quick/ }).click();
    await expect(page.getByText(/hot liquid in a closed jug can burst out/)).toBeVisible();
    await page.getByRole('radio', { name: /On the counter/ }).click();
    await page.getByRole('textbox', { name: 'Hours of soaking, exactly' }).fill('11');
    await expect(page.getByText(/Overnight belongs in the fridge/)).toBeVisible();
  });
});

test('keys alone: from Now to a started batch', async ({ page, empty }) => {
  await page.goto(empty.url);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeHidden();
  await page.keyboard.press('2');
  await expect(page).toHaveURL(/\/bench$/);
  const soaks = page.getByRole('radiogroup', { name: 'Soak', exact: true });
  await soaks.getByRole('radio').first().focus();
  await page.keyboard.press('ArrowLeft');
  await expect(soaks.getByRole('radio', { name: 'No soak' })).toBeFocused();
  await expect(soaks.getByRole('radio', { name: 'No soak' })).toHaveAttribute('aria-checked', 'true');
  await page.getByRole('button', { name: 'Start this batch' }).focus();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/counter\//);
  await page.getByRole('button', { name: 'Weigh: done' }).focus();
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Start blending' })).toBeVisible();
});

test.describe('an ingredient of one’s own', () => {
  test('is refused when it is poison, asked for what is missing, and then on the bench', async ({
    page,
    empty,
  }) => {
    await page.goto(`${empty.url}/bench`);
    await page.getByRole('button', { name: 'Add one of your own' }).click();
    await page.getByRole('textbox', { name: 'Name' }).fill('Bitter almond');
    await page.getByRole('button', { name: 'Add it' }).click();
    await expect(page.getByText('The pack says this; it is needed.')).toHaveCount(3);
    await page.getByRole('textbox', { name: 'Fat', exact: true }).fill('24');
    await page.getByRole('textbox', { name: 'Carbohydrate', exact: true }).fill('23,5');
    await page.getByRole('textbox', { name: 'Protein', exact: true }).fill('5');
    await page.getByRole('button', { name: 'Add it' }).click();
    await expect(page.getByText(/release cyanide/)).toBeVisible();
    await expect(page.getByRole('textbox', { name: 'Fat', exact: true })).toHaveValue('24');
    await page.getByRole('textbox', { name: 'Name' }).fill('Tiger nut');
    await page.getByRole('button', { name: 'Add it' }).click();
    await expect(page).toHaveURL(/\/bench$/);
    await page.getByRole('radio', { name: 'Tiger nut' }).click();
    await expect(page.getByText(/some figures are guesses/)).toBeVisible();
    await expect(outcome(page)).toContainText(/\d+\smL/);
  });
});

test('the kitchen’s measures hold everywhere', async ({ page, empty }) => {
  await page.goto(`${empty.url}/kitchen`);
  await page.getByRole('radio', { name: /oz, cups/ }).click();
  await expect(page.getByText('Settings saved')).toBeVisible();
  await page.goto(`${empty.url}/bench`);
  await expect(outcome(page)).toContainText(/cups?/);
  await expect(outcome(page)).toContainText(/oz nuts/);
  await expect(outcome(page)).toContainText('°F');
  await page.goto(`${empty.url}/kitchen`);
  await page.getByRole('radio', { name: /g, mL/ }).click();
  await page.getByRole('textbox', { name: 'Time zone' }).fill('EST');
  await expect(page.getByText(/A place, such as Europe\/Lisbon/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Time zone' }).fill('Europe/Lisbon');
  await expect(page.getByText('Settings saved')).toBeVisible();
});

test('settings that were kept on the device and are old by now fill no form, and give way on any screen', async ({
  page,
  empty,
}) => {
  await page.goto(`${empty.url}/kitchen`);
  await expect(page.getByRole('radio', { name: /g, mL/ })).toBeChecked();
  const kept = (): Promise<string | null> => page.evaluate(() => localStorage.getItem('humble-churn.kept'));
  await expect.poll(kept).toContain('"measures":"metric"');
  // However new it looks, what was kept is not what the kitchen's other device has set meanwhile.
  const old = (await kept())?.replace(/"dataUpdatedAt":\d+/g, `"dataUpdatedAt":${Date.now() + 3_600_000}`);
  await page.request.patch(`${empty.url}/api/kitchen`, { data: { measures: 'us' } });
  await page.addInitScript((text) => localStorage.setItem('humble-churn.kept', text), old ?? '');
  await page.reload();
  await expect(page.getByRole('radio', { name: /oz, cups/ })).toBeChecked();
  await page.goto(`${empty.url}/bench`);
  await expect(outcome(page)).toContainText(/oz nuts/);
  await page.request.patch(`${empty.url}/api/kitchen`, { data: { measures: 'metric' } });
});

test('two tabs on one bench know of each other, and neither lays its recipe over the other’s unasked', async ({
  page,
  context,
  demo,
}) => {
  const ratio = (tab: Page) => tab.getByRole('textbox', { name: 'By weight, 1 to' });
  const otherTab = (tab: Page) => tab.getByRole('note').filter({ hasText: 'open in another tab' });
  await page.goto(`${demo.url}/bench`);
  await ratio(page).fill('5');
  await expect(otherTab(page)).toHaveCount(0);

  const second = await context.newPage();
  await second.goto(`${demo.url}/bench`);
  await expect(otherTab(second)).toBeVisible();
  await expect(ratio(second)).toHaveValue('5.00');
  await ratio(second).fill('7');
  await ratio(page).fill('6');
  // What each has is still there after a reload, and still its own.
  await second.reload();
  await expect(otherTab(second)).toBeVisible();
  await expect(ratio(second)).toHaveValue('7.00');
  await page.reload();
  await expect(ratio(page)).toHaveValue('6.00');

  await second.getByRole('button', { name: 'Go on with that one here' }).click();
  await expect(ratio(second)).toHaveValue('6.00');
  await expect(otherTab(second)).toHaveCount(0);
  await expect(otherTab(page)).toBeVisible();
  await second.getByRole('button', { name: 'Take the last change back' }).click();
  await expect(ratio(second)).toHaveValue('7.00');

  await ratio(page).fill('8');
  await page.getByRole('button', { name: 'Put this one in its place' }).click();
  await expect(otherTab(second)).toBeVisible();
  await expect(ratio(page)).toHaveValue('8.00');
  await page.getByRole('button', { name: 'Take the last change back' }).click();
  await expect(ratio(page)).toHaveValue('7.00');

  // The tab that only looked on goes on by itself where the other left off.
  const third = await context.newPage();
  await third.goto(`${demo.url}/bench`);
  await expect(otherTab(third)).toBeVisible();
  await ratio(page).fill('4');
  await ratio(page).press('Tab');
  await expect(ratio(page)).toHaveValue('4.00');
  await second.close();
  await page.close();
  await third.evaluate(() => window.dispatchEvent(new Event('focus')));
  await expect(otherTab(third)).toHaveCount(0);
  await expect(ratio(third)).toHaveValue('4.00');
});

test('what a tab changed is asked about after the tab that had the bench is closed', async ({
  page,
  context,
  demo,
}) => {
  const ratio = (tab: Page) => tab.getByRole('textbox', { name: 'By weight, 1 to' });
  const notice = page.getByRole('note').filter({ hasText: /another tab/i });
  const first = await context.newPage();
  await first.goto(`${demo.url}/bench`);
  await ratio(first).fill('5');
  await page.goto(`${demo.url}/bench`);
  await expect(notice).toContainText('open in another tab');
  await ratio(page).fill('7');
  await first.close();
  await page.evaluate(() => window.dispatchEvent(new Event('focus')));
  await expect(notice).toContainText('closed now');
  await page.reload();
  await expect(notice).toContainText('closed now');
  await expect(ratio(page)).toHaveValue('7.00');
  await page.getByRole('button', { name: 'Go on with that one here' }).click();
  await expect(ratio(page)).toHaveValue('5.00');
  await expect(notice).toHaveCount(0);
  await page.getByRole('button', { name: 'Take the last change back' }).click();
  await expect(ratio(page)).toHaveValue('7.00');
  await page.reload();
  await expect(ratio(page)).toHaveValue('7.00');
  await expect(notice).toHaveCount(0);
});

test('where no worker runs the bench still computes, and says what it cannot tell', async ({
  page,
  demo,
}) => {
  await page.route(/computeWorker/, (route) => route.abort());
  await page.goto(`${demo.url}/bench`);
  await expect(outcome(page)).toContainText('Likelycannot be told in this browser');
  const before = figure(await outcome(page).textContent(), 'g nuts');
  await page.getByRole('textbox', { name: 'By weight, 1 to' }).fill('9');
  await expect.poll(async () => figure(await outcome(page).textContent(), 'g nuts')).not.toBe(before);
});
