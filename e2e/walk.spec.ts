import type { BrowserContext, Page } from '@playwright/test';
import { BatchListSchema, coreEvent } from '@humble-churn/contract';
import { batchState } from '@humble-churn/core';
import {
  answer,
  decision,
  expect,
  figure,
  Kitchen,
  openDecision,
  opensOffline,
  outcome,
  test,
} from './kitchen';

/** From running blades to the scale: smooth at the first feel, all poured, squeezed. */
async function blendedAndStrained(page: Page): Promise<void> {
  await page.getByRole('button', { name: /Stop now: blending|Blending: done/ }).click();
  await page.getByRole('button', { name: /^Feel.*: done/ }).click();
  const poured = page.getByRole('button', { name: /^Strain.*: done/ });
  const squeezed = page.getByRole('button', { name: 'Squeeze: done' });
  await expect(poured).toBeVisible();
  while (!(await squeezed.isVisible())) {
    const pour = await poured.getAttribute('aria-label');
    await poured.click();
    await expect(page.getByRole('button', { name: pour ?? '', exact: true })).toBeHidden();
    await expect(poured.or(squeezed)).toBeVisible();
  }
  await squeezed.click();
}

/** After blades that were stopped at once, any usual figure is far from what is expected: asked about, and kept. */
async function keepFarFigures(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Weighed: keep/ }).click();
  const right = page.getByRole('button', { name: /^It is right/ });
  const bottling = page.getByRole('heading', { name: 'Taste and stretch' });
  await expect(right).toBeVisible();
  while (await right.isVisible()) {
    const asked = (await page.getByText(/^That is far from/).textContent()) ?? '';
    await right.click();
    await expect(page.getByText(asked)).toBeHidden();
    await expect(right.or(bottling)).toBeVisible();
  }
}

/** Plans and starts a small unsoaked batch from the bench. */
async function startQuickBatch(page: Page, url: string): Promise<void> {
  await page.goto(`${url}/bench`);
  await openDecision(page, 'Soak');
  await page.getByRole('radio', { name: /No soak/ }).click();
  await openDecision(page, 'Blend');
  await page.getByRole('radio', { name: /High-speed jug/ }).click();
  await page.getByRole('button', { name: 'Start this batch' }).click();
  await expect(page).toHaveURL(/\/counter\/[0-9a-f-]{36}$/);
}

async function anEmptyKitchenTeaches(page: Page, empty: Kitchen): Promise<void> {
  await page.goto(empty.url);
  await expect(page.getByText('How do you measure?').first()).toBeVisible();
  await page.getByRole('button', { name: 'Skip the questions' }).click();
  await expect(page.getByText('Nothing to do')).toBeVisible();
  for (const [place, words] of [
    ['Counter', 'Nothing under way'],
    ['Shelf', 'No jars yet'],
    ['Notebook', 'The first page is empty'],
  ] as const) {
    await page.getByRole('link', { name: place, exact: true }).click();
    await expect(page.getByText(words)).toBeVisible();
  }
  await page.goBack();
  await expect(page.getByRole('heading', { name: 'Shelf', level: 1 })).toBeVisible();
}

async function fromRatioToSoak(page: Page, context: BrowserContext, empty: Kitchen): Promise<void> {
  await page.goto(empty.url);
  await page.getByRole('button', { name: 'Plan the first batch' }).click();
  await expect(page).toHaveURL(/\/bench$/);

  await test.step('choose a nut, an amount and a ratio, and see at once what comes of it', async () => {
    await page.getByRole('radio', { name: 'Hazelnut' }).click();
    await openDecision(page, 'How much');
    await page.getByRole('radio', { name: 'The nuts I have' }).click();
    const nuts = page.getByRole('textbox', { name: 'Nuts as bought' });
    await nuts.fill('135');
    await expect(answer(page)).toContainText('135 g nuts');
    const before = figure(await answer(page).textContent(), 'mL');
    await openDecision(page, 'Water to nuts');
    const cups = page.getByRole('textbox', { name: 'By cups, 1 to' });
    await cups.fill('2 1/2');
    await expect.poll(async () => figure(await answer(page).textContent(), 'mL')).not.toBe(before);
    // One cup of hazelnuts is 135 g: the share and the ratio by weight follow the cups.
    await expect(page.getByRole('textbox', { name: 'By weight, 1 to' })).toHaveValue('4.37');
    await expect(page.getByRole('textbox', { name: 'Share of nuts' })).toHaveValue('18.6');
    await cups.fill('4');
    await expect(answer(page)).toContainText('Everyday');
  });

  await test.step('tools, soak and squeeze each change the figures', async () => {
    const pulp = async (): Promise<number> => figure(await decision(page, 'Strain').textContent(), 'g pulp');
    const firm = await pulp();
    await openDecision(page, 'Strain');
    await page.getByRole('radio', { name: 'Hard' }).click();
    await expect.poll(pulp).toBeLessThan(firm);
    await openDecision(page, 'Blend');
    await page.getByRole('radio', { name: /High-speed jug/ }).click();
    await openDecision(page, 'Soak');
    await page.getByRole('radio', { name: /On the counter/ }).click();
    await expect(decision(page, 'Soak')).toContainText('On the counter, 8 h');
    // One at a time is open, and stays so through a reload; the strip leads back to the jar.
    await expect(decision(page, 'Blend')).toHaveAttribute('aria-expanded', 'false');
    await page.reload();
    await expect(decision(page, 'Soak')).toHaveAttribute('aria-expanded', 'true');
    await page.getByRole('button', { name: /back to the jar/ }).click();
    await expect(outcome(page)).toBeVisible();
  });

  await test.step('start it; the soak runs on through reload, closed tab and restart', async () => {
    await page.getByRole('button', { name: 'Start this batch' }).click();
    await expect(page).toHaveURL(/\/counter\/[0-9a-f-]{36}$/);
    await expect(page.getByText('135 g of hazelnut')).toBeVisible();
    await page.getByRole('button', { name: 'Weigh: done' }).click();
    await page.getByRole('button', { name: 'The soak has begun' }).click();
    await expect(page.getByRole('timer')).toContainText('7:59:');
    await page.reload();
    await expect(page.getByRole('timer')).toContainText('7:59:');

    const address = page.url();
    await page.close();
    await empty.stop('SIGKILL');
    await empty.start();
    const again = await context.newPage();
    await again.goto(empty.url);
    await expect(again.getByRole('link', { name: /Soak: Hazelnut milk/ })).toContainText('7:5');
    await again.getByRole('link', { name: /Soak: Hazelnut milk/ }).click();
    await expect(again).toHaveURL(address);
    await expect(again.getByRole('timer')).toContainText('7:5');
    await again.getByRole('button', { name: 'End the soak now' }).click();
    await expect(again.getByRole('button', { name: 'Drain and rinse: done' })).toBeVisible();
    await again.close();
  });
}

async function fromDrainToNotebook(page: Page, empty: Kitchen): Promise<void> {
  await page.goto(`${empty.url}/counter`);
  await page.getByRole('link', { name: /^Hazelnut milk/ }).click();
  await page.getByRole('button', { name: 'Drain and rinse: done' }).click();
  await page.getByRole('button', { name: 'Weigh the soaked nuts: go on without' }).click();

  await page.getByRole('button', { name: 'Start blending' }).click();
  await expect(page.getByRole('timer')).toBeVisible();
  await blendedAndStrained(page);

  await test.step('nonsense is said at its field and nothing goes on', async () => {
    await page.getByRole('textbox', { name: 'Milk, weighed' }).fill('plenty');
    await expect(page.getByText('This is not a number')).toBeVisible();
    await expect(page.getByRole('button', { name: /^Milk not measured/ })).toBeDisabled();
    await page.getByRole('textbox', { name: 'Milk, weighed' }).fill('900');
    await page.getByRole('textbox', { name: 'Milk, weighed' }).fill('900 or so');
    // The 900 that stood there before must not be kept in its place.
    await expect(page.getByRole('button', { name: /^Weighed: keep/ })).toBeDisabled();
  });

  await test.step('milk in cups as a fraction, pulp with a decimal comma', async () => {
    await page.getByRole('radiogroup', { name: 'Milk in' }).getByRole('radio', { name: 'US cups' }).click();
    await page.getByRole('textbox', { name: 'Milk, measured' }).fill('3 3/4');
    await expect(page.getByText('after the froth has fallen')).toBeVisible();
    await page.getByRole('textbox', { name: 'Pulp, weighed' }).fill('172,5');
    await keepFarFigures(page);
  });

  await test.step('undo goes back to straining with nothing kept, and forward again', async () => {
    await expect(page.getByRole('heading', { name: 'Taste and stretch' })).toBeVisible();
    await page.getByRole('button', { name: 'Undo the last entry' }).click();
    await page.getByRole('radiogroup', { name: 'Milk in' }).getByRole('radio', { name: 'US cups' }).click();
    await page.getByRole('textbox', { name: 'Milk, measured' }).fill('3¾');
    await page.getByRole('textbox', { name: 'Pulp, weighed' }).fill('172,5');
    await keepFarFigures(page);
  });

  await test.step('two jars, one of them named', async () => {
    await page.getByRole('button', { name: /^Taste and stretch: done/ }).click();
    // 3 3/4 US cups are 887 mL.
    await expect(page.getByRole('textbox', { name: 'Milk in it' })).toHaveValue('887');
    await page.getByRole('button', { name: 'Another jar' }).click();
    await expect(page.getByRole('textbox', { name: 'Milk in it' })).toHaveCount(2);
    await page.getByRole('textbox', { name: 'Name of jar 1' }).fill('Blue lid');
    await page.getByRole('button', { name: /^Bottled/ }).click();
    await expect(page.getByText('Answer first what was clean')).toBeVisible();
    await page.getByRole('button', { name: /^All clean/ }).click();
    await page.getByRole('button', { name: /^Bottled/ }).click();
    await expect(page.getByText(/^Blue lid, 440\smL$/)).toBeVisible();
    await page.getByRole('button', { name: 'Label: done' }).click();
  });

  await test.step('the jar stands on the shelf with both its times', async () => {
    await page.getByRole('button', { name: 'In the freezer' }).click();
    await page.getByRole('button', { name: 'Wash up: done' }).click();
    await expect(page.getByText('The jars are on the shelf')).toBeVisible();
    await page.getByRole('button', { name: 'See the shelf' }).click();
    const jar = page.getByRole('link', { name: /^Hazelnut milk Blue lid/ });
    await expect(jar).toContainText('At its best');
    await expect(jar).toContainText(/Best before (tomorrow|today|[A-Z][a-z]{2}) \d\d:\d\d/);
    await expect(jar).toContainText(/Throw out by [A-Z][a-z]{2} \d\d:\d\d/);
    await page.reload();
    await expect(page.getByRole('link', { name: /^Hazelnut milk Blue lid/ })).toBeVisible();
  });

  await test.step('pouring empties it, undo fills it again', async () => {
    await page.getByRole('link', { name: /^Hazelnut milk Blue lid/ }).click();
    await expect(page.getByText('440 mL left')).toBeVisible();
    await page.getByRole('button', { name: 'Poured', exact: true }).click();
    await expect(page.getByText('240 mL left')).toBeVisible();
    await page.getByRole('button', { name: 'Undo the last entry' }).click();
    await expect(page.getByText('440 mL left')).toBeVisible();
  });

  await test.step('the notebook has predicted beside measured', async () => {
    await page.getByRole('link', { name: 'Notebook', exact: true }).click();
    await page.getByRole('link', { name: /^Hazelnut milk/ }).click();
    const comparison = page.getByRole('region', { name: 'Predicted beside measured' });
    await expect(comparison).toContainText(/Milk890\smL of \d+\smL predicted/);
    await expect(comparison).toContainText(/Pulp175\sg of \d+\sg predicted/);
    await expect(page.getByRole('region', { name: 'What happened' })).toContainText('taken back');
  });
}

async function aWarmerFridge(page: Page, empty: Kitchen): Promise<void> {
  const discard = async (): Promise<string> => {
    await page.goto(`${empty.url}/shelf`);
    const jar = page.getByRole('link', { name: /Blue lid/ });
    return (await jar.textContent())?.replace(/.*Throw out by/, '') ?? '';
  };
  const cold = await discard();
  await page.goto(`${empty.url}/kitchen`);
  await page.getByRole('textbox', { name: /^Fridge/ }).fill('cold');
  await expect(page.getByText('This is not a number')).toBeVisible();
  await expect(page.getByText('Settings saved')).toBeHidden();
  await page.getByRole('textbox', { name: /^Fridge/ }).fill('8');
  await expect(page.getByText('Settings saved')).toBeVisible();
  // What was kept on the device is shown first, until the server has answered.
  await expect.poll(discard).not.toBe(cold);
}

test('from ratio to jar on a phone, through reload, closed tab, kill and restart', async ({ context }) => {
  const kitchen = await new Kitchen([]).start();
  try {
    await test.step('an empty kitchen teaches the first batch', async () =>
      anEmptyKitchenTeaches(await context.newPage(), kitchen));
    await test.step('plan it and let it soak', async () =>
      fromRatioToSoak(await context.newPage(), context, kitchen));
    await test.step('drain, blend, strain, bottle, look back', async () =>
      fromDrainToNotebook(await context.newPage(), kitchen));
    await test.step('a warmer fridge brings every jar’s moment forward', async () =>
      aWarmerFridge(await context.newPage(), kitchen));
  } finally {
    await kitchen.close();
  }
});

test('a double tap on start makes one batch', async ({ page, empty }) => {
  await page.goto(`${empty.url}/bench`);
  await openDecision(page, 'Soak');
  await page.getByRole('radio', { name: /No soak/ }).click();
  await openDecision(page, 'Name and keep');
  await page.getByRole('textbox', { name: 'Name of the batch' }).fill('Twice tapped');
  await page.getByRole('button', { name: 'Start this batch' }).dblclick();
  await expect(page).toHaveURL(/\/counter\/[0-9a-f-]{36}$/);
  await page.goto(`${empty.url}/counter`);
  await expect(page.getByRole('link', { name: /^Twice tapped/ })).toHaveCount(1);
});

test('a batch begun while the server is away goes on at the counter, and is told when it is back', async ({
  context,
  empty,
}) => {
  const page = await context.newPage();
  await page.goto(`${empty.url}/bench`);
  await openDecision(page, 'Soak');
  await page.getByRole('radio', { name: /No soak/ }).click();
  await openDecision(page, 'Name and keep');
  await page.getByRole('textbox', { name: 'Name of the batch' }).fill('Begun alone');
  await opensOffline(page);
  await empty.stop('SIGKILL');
  await page.getByRole('button', { name: 'Start this batch' }).click();
  await expect(page).toHaveURL(/\/counter\/[0-9a-f-]{36}$/);
  await page.getByRole('button', { name: 'Weigh: done' }).click();
  await expect(page.getByText(/2 entries waiting, kept on this device/)).toBeVisible();
  const address = page.url();
  await page.close();

  const later = await context.newPage();
  await later.goto(address);
  await expect(later.getByRole('heading', { name: 'Begun alone', level: 1 })).toBeVisible();
  await expect(later.getByRole('button', { name: 'Start blending' })).toBeVisible();
  await later.goto(`${empty.url}/counter`);
  await expect(later.getByRole('link', { name: /^Begun alone/ })).toHaveCount(1);

  await empty.start();
  const told = async (): Promise<unknown[]> => {
    const answer = await later.request.get(`${empty.url}/api/batches?scope=active`);
    return BatchListSchema.parse(await answer.json())
      .batches.filter(({ events }) => batchState(events.map(coreEvent))?.recipe.name === 'Begun alone')
      .map(({ id, events }) => [id, events.map(({ what }) => what.type)]);
  };
  await expect.poll(told).toEqual([[address.slice(-36), ['planned', 'step-done']]]);
  await expect(later.getByText(/waiting|on the way/)).toBeHidden();
  await expect(later.getByRole('link', { name: /^Begun alone/ })).toHaveCount(1);
});

test('a screen not opened yet opens while the server is away, and says what it lacks', async ({
  page,
  empty,
}) => {
  await page.goto(empty.url);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  const names = await page.evaluate(() =>
    [...document.querySelectorAll<HTMLLinkElement>('link[rel=prefetch]')].map((link) => link.href),
  );
  expect(names.length).toBeGreaterThan(10);
  await expect
    .poll(() =>
      page.evaluate(
        (wanted) =>
          wanted
            .filter((href) => performance.getEntriesByName(href).length === 0)
            .map((href) => href.slice(-40)),
        names,
      ),
    )
    .toEqual([]);
  await empty.stop();
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible();
  await page.getByRole('link', { name: 'Days' }).click();
  await expect(page.getByRole('heading', { name: 'Days' })).toBeVisible();
  const lacking = page.getByRole('alert').filter({ hasText: 'does not answer' });
  const again = page.getByRole('button', { name: 'Try again' });
  await expect(lacking).toBeVisible();
  // Asked for at once, and in vain: the button stays for the next try.
  await again.click();
  await expect(lacking).toBeVisible();
  await expect(again).toBeVisible();
  // Back again, nobody has to ask.
  await empty.start();
  await expect(page.getByRole('region', { name: 'The ribbon' })).toBeVisible();
  await expect(page.getByText('does not answer')).toHaveCount(0);
});

test('a batch can be given up, and brought back', async ({ page, empty }) => {
  await startQuickBatch(page, empty.url);
  await page.getByRole('button', { name: 'Cancel batch' }).click();
  await page.getByRole('button', { name: 'No time after all' }).click();
  await expect(page.getByText('Given up').first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo the last entry' }).click();
  await expect(page.getByRole('button', { name: 'Weigh: done' })).toBeVisible();
});
