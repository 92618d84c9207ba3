import AxeBuilder from '@axe-core/playwright';
import { KitchenSchema, PlanListSchema } from '@humble-churn/contract';
import type { Locator, Page } from '@playwright/test';
import { answer, decision, expect, onBench, openDecision, outcome, test } from './kitchen';

test.use({ hasTouch: true, viewport: { width: 390, height: 844 } });

/** One choice of a group. */
function inGroup(page: Page, group: string, name: string): Locator {
  return page.getByRole('radiogroup', { name: group, exact: true }).getByRole('radio', { name, exact: true });
}

/** A hand that taps what is labelled so: each thing it taps is in sight, large enough and not covered. */
class Hand {
  taps = 0;
  keys = 0;

  constructor(private readonly page: Page) {}

  async tap(target: Locator): Promise<void> {
    await expect(target).toBeVisible();
    const box = await target.boundingBox();
    if (!box) throw new Error('nothing to tap');
    const what = (await target.textContent()) ?? '';
    expect(Math.min(box.width, box.height), what).toBeGreaterThanOrEqual(44);
    const { width = 0, height = 0 } = this.page.viewportSize() ?? {};
    // As much of it as a finger needs.
    const x = (Math.max(0, box.x) + Math.min(width, box.x + box.width)) / 2;
    const y = (Math.max(0, box.y) + Math.min(height, box.y + box.height)) / 2;
    const hit = await target.evaluate((node, at) => node.contains(document.elementFromPoint(at.x, at.y)), {
      x,
      y,
    });
    expect(hit, `${what} is covered or out of sight`).toBe(true);
    await this.page.touchscreen.tap(x, y);
    this.taps++;
  }

  /** Scrolls there first, as a finger does, where it lies further down. */
  async reach(target: Locator): Promise<void> {
    await target.scrollIntoViewIfNeeded();
    await this.tap(target);
  }

  button = (name: string | RegExp): Promise<void> => this.tap(this.page.getByRole('button', { name }));
  choice = (name: string): Promise<void> => this.tap(this.page.getByRole('radio', { name, exact: true }));
  of = (group: string, name: string): Promise<void> => this.tap(inGroup(this.page, group, name));
  place = (name: string): Promise<void> => this.tap(this.page.getByRole('link', { name, exact: true }));
  open = (title: string): Promise<void> => this.tap(decision(this.page, title));

  async type(text: string): Promise<void> {
    // A field that is tapped has its figure marked: what is typed takes its place.
    await this.page.waitForFunction(() => {
      const field = document.activeElement;
      return (
        field instanceof HTMLInputElement &&
        (field.selectionEnd ?? 0) - (field.selectionStart ?? 0) === field.value.length
      );
    });
    await this.page.keyboard.type(text);
    this.keys += text.length;
  }
}

/** How far anything on the screen was scrolled, px. */
function scrolled(page: Page): Promise<number> {
  return page.evaluate(() =>
    [...document.querySelectorAll('*')].reduce((sum, node) => sum + node.scrollTop, 0),
  );
}

test('a usual batch is two taps from Now, without scrolling', async ({ page, demo }) => {
  await page.goto(demo.url);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  const hand = new Hand(page);
  await hand.place('Bench');
  // What for, how much, which nut, the jar with its figures and the start stand in one window.
  await expect(outcome(page)).toContainText(/Weigh.*Ready.*Costs.*Hands-on time/);
  for (const region of ['What for', 'Nut or seed', 'How much', 'What it comes to']) {
    await expect(page.getByRole('region', { name: region })).toBeInViewport({ ratio: 0.95 });
  }
  await hand.button('Start this batch');
  await expect(page).toHaveURL(/\/counter\//);
  expect(hand.taps).toBeLessThanOrEqual(3);
  expect(await scrolled(page)).toBe(0);
});

test('three people for three days, coffee-thick cashew without a soak, in eight taps', async ({
  page,
  demo,
}) => {
  await page.goto(demo.url);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  const hand = new Hand(page);
  await hand.place('Bench');
  await hand.choice('Coffee and tea');
  await hand.choice('Cashew');
  await hand.open('How much');
  await hand.of('People', '3');
  await hand.of('Days', '3');
  await hand.open('Soak');
  await hand.choice('No soak');
  expect(hand.taps).toBeLessThanOrEqual(8);
  await expect(answer(page)).toContainText('1800 mL');
  const recipe = await onBench(page);
  expect(recipe).toMatchObject({
    nuts: [{ ingredient: 'cashew' }],
    amount: { by: 'milk', volumeMl: 1800 },
    soak: { method: 'none' },
  });
  // While a decision is open the jar is a strip; its handle comes back with the jar.
  const strip = page.getByRole('button', { name: /back to the jar/ });
  expect((await strip.boundingBox())?.height).toBeLessThanOrEqual(844 * 0.15);
  await hand.tap(strip);
  await expect(page.getByRole('slider', { name: 'Water in the jar' })).toBeVisible();
});

test('a cook’s own batch, said in cups and counts, in twenty taps and keys', async ({ page, demo }) => {
  await page.goto(demo.url);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  const hand = new Hand(page);
  await hand.place('Bench');
  await hand.choice('Hazelnut');
  await hand.open('How much');
  await hand.reach(page.getByRole('radio', { name: 'Cups of nuts and water' }));
  await hand.type('1.25');
  await hand.reach(page.getByRole('textbox', { name: 'Water', exact: true }));
  await hand.type('4.5');
  await hand.reach(decision(page, 'Soak'));
  await hand.reach(page.getByRole('radio', { name: /^Salted/ }));
  await hand.reach(decision(page, 'Strain'));
  await hand.reach(page.getByRole('radio', { name: /^Hard/ }));
  await hand.reach(decision(page, 'Finish'));
  await hand.reach(page.getByRole('button', { name: 'Add dates' }));
  await hand.type('5');
  await hand.reach(page.getByRole('button', { name: 'Add salt' }));
  expect(hand.taps + hand.keys).toBeLessThanOrEqual(20);
  await expect(decision(page, 'Finish')).toContainText('5 dates, 1 pinch fine salt');
  const recipe = await onBench(page);
  expect(recipe).toMatchObject({
    nuts: [{ ingredient: 'hazelnut' }],
    amount: { by: 'nuts', massG: 1.25 * 135 },
    soak: { saltGPerKg: 10 },
    strain: { squeeze: 'hard' },
    additions: [
      { addition: 'date_medjool', when: 'before', said: { unit: 'each', per: 'batch' } },
      { addition: 'salt', when: 'after' },
    ],
  });
  expect((recipe.waterPerNut * 1.25 * 135) / 0.998 / 236.588).toBeCloseTo(4.5, 6);
  // Said otherwise it stays the same milk: in grams a litre, and with a word that is no measure.
  await page
    .getByRole('radiogroup', { name: 'Fine salt for' })
    .getByRole('radio', { name: 'A litre' })
    .click();
  const salt = page.getByRole('textbox', { name: 'Fine salt' });
  await salt.fill('1/8 tsp');
  await expect.poll(async () => (await onBench(page)).additions[1]?.gPerL).toBeCloseTo(0.760625, 6);
  await salt.fill('1 glug');
  await expect(page.getByText('This is no measure we know. Try 1/2 tsp, 2 tbsp or 12 g.')).toBeVisible();
  await page.getByRole('button', { name: 'Less medjool date without pit' }).click();
  await expect(decision(page, 'Finish')).toContainText('4 dates');
});

test('more days than the milk keeps are parted', async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench`);
  await openDecision(page, 'How much');
  await page.getByRole('button', { name: 'For the week' }).click();
  await expect(page.getByText(/keeps about 4 days.*Make 2 batches, for 4 and 3 days/)).toBeVisible();
  const second = page.getByRole('button', { name: /^Plan the second, for 3 days, for / });
  await second.click();
  await expect(page.getByText(/Planned for .*: begin /)).toBeVisible();
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Make the first, for 4 days' }).click();
  await expect(page.getByText(/Make 2 batches/)).toHaveCount(0);
  await expect(inGroup(page, 'Days', '4')).toBeChecked();
  await page.getByRole('button', { name: 'Say it another way' }).click();
  // An amount that is typed is nobody's any more.
  await page.getByRole('textbox', { name: 'Milk', exact: true }).fill('700');
  await expect(inGroup(page, 'Days', '4')).not.toBeChecked();
});

test('the fridge to 6 °C from Now', async ({ page, demo }) => {
  await page.goto(demo.url);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  const hand = new Hand(page);
  await hand.place('Kitchen');
  await hand.tap(page.getByRole('textbox', { name: /^Fridge/ }));
  await hand.type('6');
  expect(hand.taps + hand.keys).toBeLessThanOrEqual(4);
  await expect(page.getByText('Settings saved')).toBeVisible();
  const fridge = async (): Promise<number> =>
    KitchenSchema.parse(await (await page.request.get(`${demo.url}/api/kitchen`)).json()).fridgeTempC;
  await expect.poll(fridge).toBe(6);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(fridge).toBe(4);
  await expect(page.getByRole('textbox', { name: /^Fridge/ })).toHaveValue('4');
});

test('the same again is one tap from Now, the notebook and the book, and is taken back', async ({
  page,
  demo,
}) => {
  const plans = async (): Promise<string[]> =>
    PlanListSchema.parse(await (await page.request.get(`${demo.url}/api/plans`)).json()).plans.map(
      ({ recipe }) => recipe.name,
    );
  const before = await plans();
  const again = page.getByRole('button', { name: /^Again, for tomorrow 07:30/ }).first();
  for (const path of ['', '/notebook', '/recipes']) {
    await page.goto(`${demo.url}${path}`);
    if (path === '/notebook') {
      await page
        .getByRole('link', { name: /^Walnut for baking/ })
        .first()
        .click();
    }
    const hand = new Hand(page);
    await again.scrollIntoViewIfNeeded();
    await hand.tap(again);
    // Late in the evening tomorrow's breakfast does not fit, and the nearest glass is taken.
    await expect(page.getByText(/Planned for .*: begin /)).toBeVisible();
    await expect.poll(async () => (await plans()).length).toBe(before.length + 1);
    await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
    await expect.poll(plans).toEqual(before);
  }
});

test('axe finds nothing with any decision open', async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench`);
  await expect(outcome(page)).toBeVisible();
  const lines = page.locator('[aria-expanded]');
  const titles = await lines.evaluateAll((nodes) =>
    nodes.map((node) => (node.getAttribute('aria-label') ?? '').replace(/:.*/s, '')),
  );
  expect(titles).toEqual([
    'What for',
    'Nut or seed',
    'How much',
    'Water to nuts',
    'Soak',
    'Skins',
    'Blend',
    'Strain',
    'Finish',
    'Who drinks it',
    'Name and keep',
  ]);
  for (const title of titles) {
    await openDecision(page, title);
    const { violations } = await new AxeBuilder({ page }).setLegacyMode().analyze();
    expect(violations.map(({ id, nodes }) => `${title} ${id}: ${nodes[0]?.html ?? ''}`)).toEqual([]);
  }
});
