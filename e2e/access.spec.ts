import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import type { Kitchen } from './kitchen';
import { expect, test } from './kitchen';

const SCREENS = [
  '/',
  '/bench',
  '/recipes',
  '/counter',
  '/shelf',
  '/notebook',
  '/kitchen',
  '/days',
  '/devices',
  '/ingredients/new',
  '/cautions',
  '/nowhere',
];

/** A batch at the counter, its page in the notebook and a jar: addresses that only the data know. */
async function deepScreens(page: Page, demo: Kitchen): Promise<string[]> {
  const found: string[] = [];
  for (const [list, link] of [
    ['/counter', /^Open Hazelnut/],
    ['/shelf', /^Open Swing-top jar, Walnut/],
    ['/notebook', /^Walnut for baking/],
  ] as const) {
    await page.goto(`${demo.url}${list}`);
    await page.getByRole('link', { name: link }).first().click();
    await expect(page).not.toHaveURL(new RegExp(`${list}$`));
    found.push(new URL(page.url()).pathname);
  }
  return found;
}

async function settled(page: Page): Promise<void> {
  await expect(page.getByRole('main')).toBeVisible();
  await expect(page.getByText(/^Fetching/)).toHaveCount(0);
  await page.evaluate(() => document.fonts.ready);
}

// Colours hang on the theme and order on the width: each of either is looked at once.
for (const [colorScheme, width, height] of [
  ['light', 390, 844],
  ['dark', 1280, 800],
] as const) {
  test(`axe finds nothing on any screen, ${colorScheme}, ${width} px wide`, async ({ page, demo }) => {
    await page.emulateMedia({ colorScheme });
    await page.setViewportSize({ width, height });
    for (const path of [...SCREENS, ...(await deepScreens(page, demo))]) {
      await page.goto(`${demo.url}${path}`);
      await settled(page);
      const { violations } = await new AxeBuilder({ page }).analyze();
      const found = violations.map(
        (one) => `${path} ${one.id}: ${one.nodes.map((node) => node.target.join(' ')).join(', ')}`,
      );
      expect(found).toEqual([]);
    }
  });
}

/** Nothing of the page may reach beyond its right edge. */
async function nothingCutOff(page: Page, where: string): Promise<void> {
  const over = (): Promise<(string | undefined)[]> =>
    page.evaluate(() => {
      const wide = document.documentElement.clientWidth;
      return [...document.querySelectorAll('main *, [role=main] *, nav *')]
        .filter((node) => node.getBoundingClientRect().right > wide + 1 && node.getClientRects().length > 0)
        .map((node) => node.textContent?.slice(0, 40));
    });
  // The page lays itself out anew in its own time.
  await expect.poll(over, { message: where }).toEqual([]);
}

test('axe finds nothing at any step of a batch, and nothing is cut off on a small phone', async ({
  page,
  demo,
}) => {
  await page.goto(`${demo.url}/bench`);
  await page.getByRole('radio', { name: /No soak/ }).click();
  await page.getByRole('radio', { name: /High-speed jug/ }).click();
  await page.getByRole('button', { name: 'Start this batch' }).click();
  const check = async (where: string): Promise<void> => {
    const { violations } = await new AxeBuilder({ page }).analyze();
    expect(
      violations.map((one) => `${where} ${one.id}: ${one.nodes.map((node) => node.html).join(', ')}`),
    ).toEqual([]);
    await page.setViewportSize({ width: 320, height: 700 });
    await nothingCutOff(page, where);
    await page.setViewportSize({ width: 390, height: 844 });
  };
  await page.getByRole('button', { name: 'Use the simulated scale' }).click();
  await page.getByRole('button', { name: 'Show all steps' }).click();
  await check('weighing, with the scale and all steps');
  await page.getByRole('button', { name: 'Weigh: done' }).click();
  await page.getByRole('button', { name: 'Start blending' }).click();
  await expect(page.getByRole('timer')).toBeVisible();
  await check('blending');
  await page.getByRole('button', { name: /Stop blending now|Blending: done/ }).click();
  await check('feeling');
  await page.getByRole('button', { name: /^Feel.*: done$/ }).click();
  const weighed = page.getByRole('button', { name: /^Weighed: keep/ });
  const next = page.getByRole('button', { name: /^(Strain|Squeeze).*: done$/ });
  await expect(next).toBeVisible();
  const milk = page.getByRole('textbox', { name: 'Milk, weighed' });
  while (!(await milk.isVisible())) {
    const label = await next.getAttribute('aria-label');
    await next.click();
    await expect(page.getByRole('button', { name: label ?? '', exact: true })).toBeHidden();
    await expect(next.or(milk)).toBeVisible();
  }
  await milk.fill('nothing');
  await check('weighing the milk, with an error');
  await milk.fill('200');
  await weighed.click();
  await check('asked whether to weigh again');
  await page.getByRole('button', { name: /^It is right/ }).click();
  await expect(page.getByText('Jug, bag and jars')).toBeVisible();
  await check('bottling');
  await page.getByRole('radio', { name: /^Not scalded/ }).click();
  await page.getByRole('button', { name: /^Bottled/ }).click();
  await expect(page.getByRole('button', { name: 'Label: done' })).toBeVisible();
  await check('labelling');
});

test('nothing is cut off sideways, from a small phone to a wide screen', async ({ page, demo }) => {
  for (const path of [...SCREENS, ...(await deepScreens(page, demo))]) {
    await page.goto(`${demo.url}${path}`);
    await settled(page);
    for (const width of [320, 390, 640, 899, 900, 1280, 1800]) {
      await page.setViewportSize({ width, height: 800 });
      await nothingCutOff(page, `${path} at ${width}`);
    }
  }
});

test('targets are large enough for a thumb, larger at the counter', async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench`);
  await settled(page);
  for (const control of await page.locator('[role=button], [role=radio], [role=link], input').all()) {
    const box = await control.boundingBox();
    if (!box) continue;
    expect(Math.round(box.height), (await control.textContent()) ?? '').toBeGreaterThanOrEqual(42);
  }
  await page.goto(`${demo.url}/counter`);
  await page
    .getByRole('link', { name: /^Open Hazelnut/ })
    .first()
    .click();
  const end = await page.getByRole('button', { name: 'End the soak now' }).boundingBox();
  expect(end?.height).toBeGreaterThanOrEqual(56);
});

test('the cook’s choice of colours holds against the device’s and through a reload', async ({
  page,
  demo,
}) => {
  await page.emulateMedia({ colorScheme: 'light' });
  await page.goto(`${demo.url}/kitchen`);
  await expect(page.getByRole('heading', { name: 'Measures' })).toBeVisible();
  const ground = (): Promise<string> =>
    page.getByRole('main').evaluate((node) => getComputedStyle(node).backgroundColor);
  const light = await ground();
  await page.getByRole('radio', { name: 'Dark' }).click();
  await expect.poll(ground).not.toBe(light);
  const dark = await ground();
  await page.reload();
  await expect.poll(ground).toBe(dark);
  await page.getByRole('radio', { name: 'As the device' }).click();
  await expect.poll(ground).toBe(light);
});

test('whatever the keyboard is at has one ring round it, a field with its unit', async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench`);
  await settled(page);
  const ringed = (): Promise<{ name: string; field: boolean; self: boolean; box: boolean }> =>
    page.evaluate(() => {
      const at = document.activeElement ?? document.body;
      const ring = (node: Element | null): boolean => {
        if (!node) return false;
        const { outlineStyle, outlineWidth } = getComputedStyle(node);
        // Its own ring the browser draws at any width.
        return outlineStyle === 'auto' || (outlineStyle !== 'none' && parseFloat(outlineWidth) > 0);
      };
      const name = at.getAttribute('aria-label') ?? at.textContent?.slice(0, 40) ?? '';
      const field = at instanceof HTMLInputElement && at.parentElement?.childElementCount === 2;
      return { name, field, self: ring(at), box: ring(at.parentElement) };
    });
  let fields = 0;
  for (let i = 0; i < 60 && fields < 3; i++) {
    await page.keyboard.press('Tab');
    const { field, ...at } = await ringed();
    if (field) fields++;
    expect(at).toEqual({ name: at.name, self: !field, box: field });
  }
  expect(fields).toBe(3);
});
