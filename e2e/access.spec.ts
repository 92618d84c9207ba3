import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import type { Kitchen } from './kitchen';
import { expect, openDecision, test } from './kitchen';

const SCREENS = [
  '/',
  '/bench',
  '/recipes',
  '/counter',
  '/shelf',
  '/pulp',
  '/fridge',
  '/notebook',
  '/kitchen',
  '/kitchen/phones',
  '/pair',
  '/days',
  '/devices',
  '/ingredients/new',
  '/pulp/recipes/new',
  '/cautions',
  '/nowhere',
];

/** A batch at the counter, its page in the notebook and a jar: addresses that only the data know. */
async function deepScreens(page: Page, demo: Kitchen): Promise<string[]> {
  const found: string[] = [];
  for (const [list, link] of [
    ['/counter', /Hazelnut/],
    ['/shelf', /^Walnut/],
    ['/notebook', /^Walnut for baking/],
  ] as const) {
    await page.goto(`${demo.url}${list}`);
    await page.getByRole('main').getByRole('link', { name: link }).first().click();
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

/** Axe in the page itself: there are no frames, for which it would open a second page at each look. */
const axeHere = (page: Page): AxeBuilder => new AxeBuilder({ page }).setLegacyMode();

/** All that axe knows, also what it is still trying out. */
function axe(page: Page): AxeBuilder {
  return axeHere(page).withTags([
    ...['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice', 'experimental'],
  ]);
}

/** The theme that the screen's title is written in, by its colour. */
async function themeOfTitle(page: Page): Promise<'light' | 'dark'> {
  const colour = await page
    .getByRole('heading', { level: 1 })
    .first()
    .evaluate((title) => getComputedStyle(title).color);
  const brightest = Math.max(...(colour.match(/\d+/g) ?? []).slice(0, 3).map(Number));
  return brightest < 128 ? 'light' : 'dark';
}

/** The other theme changes nothing but colours. */
const COLOURS = ['color-contrast', 'link-in-text-block'];

test('axe finds nothing on any screen, light or dark, on a phone or wide', async ({ page, demo }) => {
  // Fifty looks of axe: minutes on a busy machine.
  test.setTimeout(900_000);
  for (const path of [...SCREENS, ...(await deepScreens(page, demo))]) {
    await page.goto(`${demo.url}${path}`);
    await settled(page);
    for (const [colorScheme, width, height] of [
      ['light', 390, 844],
      ['dark', 390, 844],
      ['light', 1280, 800],
    ] as const) {
      await page.emulateMedia({ colorScheme });
      await page.setViewportSize({ width, height });
      // The page takes on another theme in its own time.
      await expect.poll(() => themeOfTitle(page), { message: path }).toBe(colorScheme);
      const looks = colorScheme === 'light' ? axe(page) : axeHere(page).withRules(COLOURS);
      const { violations } = await looks.analyze();
      const found = violations.map(
        (one) => `${path} ${one.id}: ${one.nodes.map((node) => node.target.join(' ')).join(', ')}`,
      );
      expect(found, `${colorScheme} ${width}`).toEqual([]);
    }
    // Nothing of it is cut off sideways, from a small phone to a wide screen.
    for (const width of [320, 640, 899, 900, 1800]) {
      await page.setViewportSize({ width, height: 800 });
      await nothingCutOff(page, `${path} at ${width}`);
    }
  }
});

test('the whole screen takes on the device’s theme, also while it is being drawn anew', async ({
  page,
  demo,
}) => {
  await page.goto(`${demo.url}/bench`);
  await settled(page);
  // A part of it is opened and shut without a pause.
  await page.evaluate(() => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      document.querySelector<HTMLElement>('main [aria-expanded], [role=main] [aria-expanded]')?.click();
      port2.postMessage('again');
    };
    port2.postMessage('again');
  });
  for (let change = 0; change < 3; change++) {
    for (const colorScheme of ['dark', 'light'] as const) {
      await page.emulateMedia({ colorScheme });
      await expect.poll(() => themeOfTitle(page), { timeout: 15_000 }).toBe(colorScheme);
    }
  }
});

/** Nothing of the page may reach beyond its right edge. */
async function nothingCutOff(page: Page, where: string): Promise<void> {
  const over = (): Promise<(string | undefined)[]> =>
    page.evaluate(() => {
      const wide = document.documentElement.clientWidth;
      return (
        [...document.querySelectorAll('main *, [role=main] *, nav *')]
          .filter((node) => node.getBoundingClientRect().right > wide + 1 && node.getClientRects().length > 0)
          // A row of choices that slides sideways ends where the page does.
          .filter((node) => {
            const row = node.closest('[role=radiogroup]');
            return !row || row === node || row.scrollWidth <= row.clientWidth;
          })
          .map((node) => node.textContent?.slice(0, 40))
      );
    });
  // The page lays itself out anew in its own time.
  await expect.poll(over, { message: where }).toEqual([]);
}

test('axe finds nothing at any step of a batch, and nothing is cut off on a small phone', async ({
  page,
  demo,
}) => {
  await page.goto(`${demo.url}/bench`);
  await openDecision(page, 'Soak');
  await page.getByRole('radio', { name: /No soak/ }).click();
  await openDecision(page, 'Blend');
  await page.getByRole('radio', { name: /High-speed jug/ }).click();
  await page.getByRole('button', { name: 'Start this batch' }).click();
  const check = async (where: string): Promise<void> => {
    const { violations } = await axe(page).analyze();
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
  await page.getByRole('button', { name: /Stop now: blending|Blending: done/ }).click();
  await check('feeling');
  await page.getByRole('button', { name: /^Feel.*: done/ }).click();
  const weighed = page.getByRole('button', { name: /^Weighed: keep/ });
  const next = page.getByRole('button', { name: /^(Strain|Squeeze).*: done/ });
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
  await check('tasting');
  await page.getByRole('button', { name: /^Taste and stretch: done/ }).click();
  await expect(page.getByRole('button', { name: /^All clean/ })).toBeVisible();
  await check('bottling');
  await page.getByRole('button', { name: /^All clean/ }).click();
  await page
    .getByRole('radiogroup', { name: 'Jug and jars scalded' })
    .getByRole('radio', { name: 'No' })
    .click();
  await page.getByRole('button', { name: /^Bottled/ }).click();
  await expect(page.getByRole('button', { name: 'Label: done' })).toBeVisible();
  await check('labelling');
});

/** Doubles every text, as a reader with weak eyes has it set. */
async function doubleText(page: Page): Promise<void> {
  await page.evaluate(() => {
    const done = new WeakSet<Element>();
    const double = (): void => {
      for (const node of document.querySelectorAll<HTMLElement>('body *')) {
        const own = [...node.childNodes].some((one) => one.nodeType === 3 && one.textContent?.trim());
        if (done.has(node) || !(own || node instanceof HTMLInputElement)) continue;
        done.add(node);
        const { fontSize, lineHeight } = getComputedStyle(node);
        node.style.setProperty('font-size', `${parseFloat(fontSize) * 2}px`, 'important');
        if (lineHeight !== 'normal') {
          node.style.setProperty('line-height', `${parseFloat(lineHeight) * 2}px`, 'important');
        }
      }
    };
    double();
    new MutationObserver(double).observe(document.body, { childList: true, subtree: true });
  });
}

/** Texts that run past the edge of the window, or are broken inside a word. */
function spoilt(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const found: string[] = [];
    const texts = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    const slides = (node: Element | null): boolean =>
      node !== null &&
      (getComputedStyle(node).overflowX === 'auto' ? node.clientHeight < 200 : slides(node.parentElement));
    for (let node = texts.nextNode(); node; node = texts.nextNode()) {
      const parent = node.parentElement;
      if (!parent || parent.closest('svg, style, script')) continue;
      for (const word of (node.textContent ?? '').matchAll(/[^\s\-/\u2010-\u2015]+/g)) {
        const range = document.createRange();
        range.setStart(node, word.index);
        range.setEnd(node, word.index + word[0].length);
        const rects = [...range.getClientRects()].filter(({ width }) => width > 0);
        const lines = new Set(rects.map(({ top }) => Math.round(top)));
        if (lines.size > 1) found.push(`broken: ${word[0]}`);
        if (rects.some(({ right }) => right > window.innerWidth + 1) && !slides(parent)) {
          found.push(`past the edge: ${word[0]}`);
        }
      }
    }
    return found;
  });
}

test('text twice as large stays on the page and in one piece', async ({ page, demo }) => {
  for (const path of [...SCREENS, ...(await deepScreens(page, demo))]) {
    await page.goto(`${demo.url}${path}`);
    await settled(page);
    await doubleText(page);
    await expect.poll(() => spoilt(page), { message: path }).toEqual([]);
  }
});

test('the bench leaves half of a small window, or of one with large text, to the recipe, and the field that is typed into in sight', async ({
  page,
  demo,
}) => {
  const pane = page.getByLabel('The recipe', { exact: true });
  const share = async (): Promise<number> => {
    const { height = 1 } = page.viewportSize() ?? {};
    return pane.evaluate((node, high) => {
      const { top, bottom } = node.getBoundingClientRect();
      return (Math.min(bottom, high) - Math.max(0, top)) / high;
    }, height);
  };
  for (const [width, height] of [
    [320, 568],
    [844, 390],
    [640, 400],
    [390, 844],
    [390, 480],
    [900, 600],
    [1099, 800],
  ] as const) {
    await page.setViewportSize({ width, height });
    await page.goto(`${demo.url}/bench`);
    await settled(page);
    if (height === 844) await doubleText(page);
    await expect.poll(share, { message: `${width} × ${height}` }).toBeGreaterThanOrEqual(0.5);
  }
  // The keyboard comes up under a field near the lower edge.
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${demo.url}/bench`);
  await openDecision(page, 'How much');
  const field = page.getByRole('textbox', { name: 'Milk', exact: true });
  await field.focus();
  await page.setViewportSize({ width: 390, height: 480 });
  await expect.poll(share).toBeGreaterThanOrEqual(0.5);
  await expect(field).toBeFocused();
  await expect
    .poll(() => field.evaluate((node) => node.getBoundingClientRect().bottom <= window.innerHeight - 62))
    .toBe(true);
});

test('cards are called what stands on them; a screen that opens begins at its title', async ({
  page,
  demo,
}) => {
  await page.goto(`${demo.url}/shelf`);
  // Other tests leave jars and batches of their own here.
  const links = page.getByRole('main').getByRole('link');
  const jar = links.filter({ hasText: 'Swing-top jar' }).first();
  await expect(jar).toHaveAccessibleName(
    /Swing-top jar.*(At its best|Past its best).*Throw out by .*Allergens: /,
  );
  await page.goto(`${demo.url}/counter`);
  const card = links.filter({ hasText: /Hazelnut.*Soak/ }).first();
  await expect(card).toHaveAccessibleName(/Hazelnut.* Soak .*\d:\d\d:\d\d/);
  await card.press('Enter');
  const title = page.getByRole('heading', { level: 1 });
  await expect(title).toBeVisible();
  await expect.poll(() => title.evaluate((node) => node.parentElement === document.activeElement)).toBe(true);
  // The first stop of the tab key leads past the places.
  await page.goto(`${demo.url}/notebook`);
  await settled(page);
  await page.keyboard.press('Tab');
  const skip = page.getByRole('link', { name: 'Skip to the screen' });
  await expect(skip).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main')).toBeFocused();
  // Behind an open dialog no key acts.
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('4');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(page).toHaveURL(/notebook$/);
  await page.keyboard.press('4');
  await expect(page).toHaveURL(/shelf$/);
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
    .getByRole('main')
    .getByRole('link', { name: /Hazelnut/ })
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
  await openDecision(page, 'Blend');
  await expect(page.getByRole('textbox', { name: 'Blender power' })).toBeVisible();
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
    expect(at, at.name).toEqual({ name: at.name, self: !field, box: field });
  }
  expect(fields).toBe(3);
});
