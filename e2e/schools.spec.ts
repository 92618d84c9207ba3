import { NewIngredientSchema, OwnItemSchema } from '@humble-churn/contract';
import type { BatchState, Departure, Recipe } from '@humble-churn/core';
import { batchAllergens, departures, plainRecipe } from '@humble-churn/core';
import type { Page } from '@playwright/test';
import { expect, Kitchen, madeUpTo, makeBatch, opensOffline, stateOf, test } from './kitchen';

test.use({ hasTouch: true, viewport: { width: 390, height: 844 } });

const FRUIT = {
  kind: 'flavour' as const,
  allergens: [],
  byRegion: false,
  kcalPer100G: 74,
  proteinPct: 0.7,
  fatPct: 0.3,
  carbPct: 19,
  carbIncludesFibre: true,
  sugarsPct: 12,
  fibrePct: 3.1,
  sodiumMgPer100G: 1,
  gPerMl: null,
  relativeSweetness: 1,
  when: 'either' as const,
  shortensKeeping: true,
  capGPerL: null,
};

/** A fruit of the cook's own; answers its key. */
async function ownFruit(page: Page, url: string, name: string, one: string, gEach: number): Promise<string> {
  const data = NewIngredientSchema.parse({ ...FRUIT, name, pieceName: one, gEach });
  const answer = await page.request.post(`${url}/api/ingredients`, {
    data,
    headers: { 'idempotency-key': crypto.randomUUID() },
  });
  expect(answer.status(), await answer.text()).toBe(201);
  return OwnItemSchema.parse(await answer.json()).key;
}

/** A batch at the counter, gone through by touch. */
class AtCounter {
  private constructor(
    readonly page: Page,
    readonly url: string,
    readonly batchId: string,
  ) {}

  static async begin(page: Page, url: string, recipe: Recipe): Promise<AtCounter> {
    const batchId = await makeBatch(page, url, recipe);
    await page.goto(`${url}/counter/${batchId}`);
    return new AtCounter(page, url, batchId);
  }

  button(name: string | RegExp) {
    return this.page.getByRole('button', { name: typeof name === 'string' ? new RegExp(`^${name}`) : name });
  }

  async tap(...names: (string | RegExp)[]): Promise<void> {
    for (const name of names) await this.button(name).tap();
  }

  async choose(group: string, name: string): Promise<void> {
    const one = this.page.getByRole('radiogroup', { name: group, exact: true }).getByRole('radio', { name });
    await one.first().tap();
  }

  async fill(label: string, text: string): Promise<void> {
    await this.page.getByRole('textbox', { name: label, exact: true }).fill(text);
  }

  async at(heading: string | RegExp): Promise<void> {
    await expect(this.page.getByRole('heading', { name: heading }).first()).toBeVisible();
  }

  /** One load at the blades, felt. */
  async blend(load = ''): Promise<void> {
    await this.at(`Blend${load}`);
    await this.tap('Start blending', /^(Stop now: blending|Blending: done)/);
    await this.tap(`Feel${load}: done`);
  }

  /** All pours, up to the squeezing or to the milk. */
  async strain(): Promise<void> {
    const pour = this.button(/^Strain(, pour \d+ of \d+)?: done/);
    const next = this.page
      .getByRole('heading', { name: /^(Squeeze|Strain again|Weigh milk and pulp)$/ })
      .first();
    await expect(pour.or(next).first()).toBeVisible();
    while (!(await next.isVisible())) {
      const label = (await pour.getAttribute('aria-label')) ?? '';
      await pour.tap();
      await expect(this.page.getByRole('button', { name: label, exact: true })).toBeHidden();
      await expect(pour.or(next).first()).toBeVisible();
    }
  }

  async measured(milkMl: number): Promise<void> {
    await this.choose('Milk in', 'mL');
    await this.fill('Milk, measured', String(milkMl));
    await this.tap('Weighed: keep');
    const right = this.button('It is right');
    const taste = this.page.getByRole('heading', { name: 'Taste and stretch' });
    await expect(right.or(taste).first()).toBeVisible();
    if (await right.isVisible()) await right.tap();
    await expect(taste).toBeVisible();
  }

  /** The record says these, in their own words; answers what the server has. */
  async recorded(...words: (string | RegExp)[]): Promise<BatchState> {
    const state = await stateOf(this.page, this.url, this.batchId);
    await this.page.goto(`${this.url}/notebook/${this.batchId}`);
    const otherwise = this.page.getByRole('region', { name: 'Done otherwise than planned' });
    for (const one of words) await expect(otherwise).toContainText(one);
    return state;
  }
}

const kinds = (state: BatchState): Departure['what'][] => departures(state).map(({ what }) => what);

test('sunflower and sesame with figs, into three jars to carry', async ({ page, empty }) => {
  const { url } = empty;
  const fig = await ownFruit(page, url, 'Dried fig', 'fig', 18);
  const plain = plainRecipe('Seeds and figs', 'sunflower', 5, 8);
  const counter = await AtCounter.begin(page, url, {
    ...plain,
    nuts: [
      { ingredient: 'sunflower', form: 'whole', share: 2 },
      { ingredient: 'sesame', form: 'whole', share: 1 },
    ],
    amount: { by: 'milk', volumeMl: 750 },
    soak: { ...plain.soak, method: 'none' },
    blend: { ...plain.blend, machine: 'high-speed-jug' },
    additions: [{ addition: 'salt', when: 'after', gPerL: 0.5 }],
  });
  await counter.tap('Report a change');
  await counter.tap('Something else');
  await counter.choose('What goes in', 'Dried fig');
  await counter.fill('Dried fig to put in', '3 figs');
  await counter.tap('Put in: dried fig');
  await counter.choose('Squeezed', 'Hard');
  await counter.tap('Close: what is different', 'Weigh: done');
  await counter.blend();
  await counter.strain();
  await counter.tap('Squeeze: done');
  await counter.measured(700);
  await counter.tap('Taste and stretch: done');
  await counter.at('Finish');
  await counter.tap('Leave out: fine salt', 'Finish: done');
  await counter.at('Bottle');
  await counter.tap('Another jar', 'Another jar');
  await expect(page.getByRole('textbox', { name: 'Milk in it' })).toHaveCount(3);
  for (const jar of await page.getByRole('checkbox', { name: 'To carry' }).all()) await jar.tap();
  await counter.tap('All clean', /^Bottled/);
  await counter.at('Label');
  await expect(page.getByText(/Taken out of the house now: drink it by/)).toHaveCount(3);
  const state = await counter.recorded(
    '3 figs',
    'Left out: ',
    /Fine bag, hard squeeze; planned: Fine bag, firm/,
  );
  expect(kinds(state)).toEqual(['blend', 'strainer', 'dose', 'dose']);
  expect(state.stirred).toEqual([expect.objectContaining({ addition: fig, massG: 54, strained: false })]);
  expect(state.jars.map(({ carried }) => carried)).toEqual([true, true, true]);
  expect(batchAllergens(state, { own: [] })).toEqual({
    contains: [expect.objectContaining({ allergen: 'sesame' })],
    unknown: false,
  });
});

test('pecans through muslin, a pear blended in afterwards', async ({ page, empty }) => {
  const { url } = empty;
  const pear = await ownFruit(page, url, 'Ripe pear', 'pear', 180);
  const plain = plainRecipe('Pecan and pear', 'pecan', 6, 8);
  const counter = await AtCounter.begin(page, url, {
    ...plain,
    amount: { by: 'nuts', massG: 110 },
    soak: { ...plain.soak, method: 'none' },
    blend: { ...plain.blend, machine: 'high-speed-jug' },
  });
  await counter.tap('Weigh: done');
  await counter.blend();
  await counter.tap('Report a change');
  await counter.choose('Strained through', 'Muslin');
  await counter.tap('Close: what is different');
  await counter.strain();
  await counter.tap('Squeeze: done');
  await counter.measured(640);
  await counter.tap('Tasted 30 mL');
  await counter.choose('Between the fingers', 'A little grit');
  await counter.tap('Back into the jug…', 'Blend in and strain again');
  await counter.tap('Taste and stretch: done');
  await counter.at('Back into the jug');
  await counter.tap('Something else');
  await counter.choose('What goes in', 'Ripe pear');
  await counter.tap('More ripe pear', 'Stirred in: ripe pear');
  await counter.tap('Start the jug', /^(Stop now: back in the jug|Back in the jug: done)/);
  await counter.at('Strain the finished milk');
  await counter.tap('Strain the finished milk: done');
  await counter.at('Bottle');
  await counter.tap('All clean');
  await counter.choose('Bag inside out, its seams outwards', 'No');
  await expect(page.getByText(/Bag with its seams inside: the milk keeps/)).toBeVisible();
  await counter.tap(/^Bottled/);
  await counter.at('Label');
  const state = await counter.recorded(
    '30 mL tasted',
    'pear',
    'Back into the jug, and strained again',
    /^.*Muslin/,
  );
  expect(kinds(state)).toEqual(['blend', 'strainer', 'tasted', 'dose', 'jug-again']);
  expect(state.stirred).toEqual([expect.objectContaining({ addition: pear, strained: true })]);
  expect(state.hygiene).toMatchObject({ 'bag-turned': false, 'clean-hands': true });
  expect(state.scalded).toBe(false);
  expect(state.verdicts.grit).toBe('a-little');
  await expect(page.getByText('Bag with its seams inside')).toBeVisible();

  await test.step('what was said wrongly is corrected; the old figure stays in the record', async () => {
    await page.getByRole('button', { name: /^Correct: Milk: 640 mL/ }).tap();
    await page.getByRole('textbox', { name: 'Measured', exact: true }).fill('600');
    await page.getByRole('button', { name: 'Correct it' }).tap();
    await expect(page.getByText('Milk: 600 mL (first: Milk: 640 mL)')).toBeVisible();
    const { measured, verdicts } = await stateOf(page, url, counter.batchId);
    expect(measured.milkMl).toBeCloseTo(600, 6);
    expect(verdicts.grit).toBe('a-little');
  });
});

test('cashew flour and chopped pistachios, their soak water kept, two loads of a small cup', async ({
  page,
  empty,
}) => {
  const { url } = empty;
  const plain = plainRecipe('Two loads', 'cashew', 5, 2);
  const counter = await AtCounter.begin(page, url, {
    ...plain,
    nuts: [
      { ingredient: 'cashew', form: 'ground', share: 1 },
      { ingredient: 'pistachio', form: 'chopped', share: 1 },
    ],
    amount: { by: 'nuts', massG: 160 },
    blend: { ...plain.blend, machine: 'personal-cup' },
    strain: { ...plain.strain, strainer: 'fine-sieve' },
    additions: [{ addition: 'vanilla_extract', when: 'after', gPerL: 2 }],
  });
  expect((await stateOf(page, url, counter.batchId)).loads).toBe(2);
  await counter.tap('Weigh: done');
  await counter.at('Soak');
  await counter.tap('The soak has begun', 'End the soak now');
  await counter.at(/^Blend/);
  await counter.tap('Report a change');
  await counter.choose('Speed used', '80 %');
  await counter.tap('Close: what is different');
  await counter.blend(', load 1 of 2');
  await counter.blend(', load 2 of 2');
  await counter.strain();
  await counter.tap('Squeeze: done');
  await counter.measured(620);
  await counter.fill('Other water poured in', '100');
  await counter.tap('Other water: poured in');
  await counter.tap('Taste and stretch: done');
  await counter.at('Finish');
  await counter.tap('More vanilla extract', 'Stirred in: vanilla extract', 'Finish: done');
  await counter.at('Bottle');
  await counter.tap('Another jar', 'Only in jar 2…');
  await counter.choose('What goes in', 'Cocoa powder');
  await counter.tap('All clean', /^Bottled/);
  await counter.at('Label');
  const state = await counter.recorded(
    /Small cup at 80\s% speed, planned Small cup at 100\s%/,
    'in Jar 2 alone',
    'of water more, into the milk',
  );
  expect(kinds(state)).toEqual(['soak', 'blend', 'machine', 'water', 'dose', 'jar-dose']);
  expect(state.jars[0]?.doses).toEqual([]);
  expect(state.jars[1]?.doses).toEqual([expect.objectContaining({ addition: 'cocoa_powder' })]);
  expect(state.jars[1]?.filledMl).toBeGreaterThan(state.jars[1]?.milkMl ?? Infinity);

  await test.step('a cup of cocoa from the plain jar, and how it was liked', async () => {
    const jar = state.jars[0];
    await page.goto(`${url}/shelf/${counter.batchId}/${jar?.id ?? ''}`);
    await page.getByRole('radio', { name: 'Hot cocoa' }).tap();
    await expect(page.getByText(/bursts out and burns/)).toBeVisible();
    await page.getByRole('button', { name: /^Made it/ }).tap();
    await counter.choose('How did you like it?', 'Very good');
    await counter.fill('In your own words', 'good, a little gritty');
    await page.getByRole('button', { name: /^Keep it/ }).tap();
    const after = await stateOf(page, url, counter.batchId);
    expect(after.jars[0]?.leftMl).toBeCloseTo((jar?.leftMl ?? 0) - 200, 6);
    expect(after.liked).toEqual([
      expect.objectContaining({ liking: 3, words: 'good, a little gritty', jarId: jar?.id }),
    ]);
    await page.goto(`${url}/notebook`);
    await expect(page.getByRole('link', { name: /^Two loads/ })).toContainText(
      'Very good, “good, a little gritty”',
    );
  });
});

test('hazelnuts roasted and rubbed, jug then press, tasted, stretched, one jar frozen', async ({
  page,
  ownKitchen,
}) => {
  // Its step is to be the next of all.
  const { url } = ownKitchen;
  const plain = plainRecipe('Roasted', 'hazelnut', 4, 8);
  const counter = await AtCounter.begin(page, url, {
    ...plain,
    amount: { by: 'nuts', massG: 150 },
    soak: { ...plain.soak, method: 'none' },
    peel: 'roast',
    blend: { ...plain.blend, machine: 'high-speed-jug' },
    strain: { ...plain.strain, strainer: 'cold-press' },
    additions: [{ addition: 'maple_syrup', when: 'after', gPerL: 20 }],
  });
  await counter.tap('Weigh: done');
  await counter.at('Peel');
  await counter.tap('Peel: done', 'Report a change');
  await counter.choose('Strained once more', 'Fine sieve');
  await counter.tap('Close: what is different');
  await counter.blend();
  await counter.strain();
  await counter.at('Strain again');
  await counter.tap('Strain again: done');
  await counter.measured(500);
  await counter.tap('Tasted 30 mL');
  await counter.fill('Other water poured in', '110');
  await counter.tap('Other water: poured in');
  await counter.choose('Froth', 'Plenty');

  await test.step('the step under way is a tap away from the bench', async () => {
    await page.getByRole('link', { name: 'Bench' }).tap();
    await page.getByRole('link', { name: /^Step under way: .*Taste and stretch/ }).tap();
  });
  await counter.tap('Taste and stretch: done');
  await counter.at('Finish');
  await counter.tap(
    'Stirred in: maple syrup',
    'Add more maple syrup',
    'Stirred in: maple syrup',
    'Finish: done',
  );
  await counter.at('Bottle');
  await counter.tap('Another jar');
  await counter.choose('Where jar 2 goes', 'Freezer');
  await counter.tap('All clean', /^Bottled/);
  await counter.at('Label');
  const state = await counter.recorded(
    '30 mL tasted',
    '110 mL of water more, into the milk',
    /then fine sieve/,
  );
  expect(kinds(state)).toEqual(['blend', 'strainer', 'water', 'tasted', 'dose']);
  expect(state.jars.map(({ places }) => places[0]?.place)).toEqual(['fridge', 'freezer']);
  expect(state.verdicts.froth).toBe('plenty');
});

test('stretched in a tap, back in the jug at full speed, corrected in the record, and a drink of the cook’s own kept', async ({
  page,
  empty,
}) => {
  const { url } = empty;
  const plain = plainRecipe('Thick to stretch', 'almond', 4.8, 8);
  const batchId = await madeUpTo('taste', page, url, {
    ...plain,
    soak: { ...plain.soak, method: 'none' },
    blend: { ...plain.blend, machine: 'high-speed-jug' },
    additions: [{ addition: 'salt', when: 'after', gPerL: 0.5 }],
  });
  await page.goto(`${url}/counter/${batchId}`);
  await expect(page.getByText(/^Full: about \d/)).toBeVisible();
  const more = page.getByRole('button', { name: /^Pour in \d+\smL more, makes it everyday/ });
  const label = (await more.getAttribute('aria-label')) ?? '';
  await more.tap();
  await expect(page.getByText(/^Everyday: about \d/)).toBeVisible();
  const button = (name: string | RegExp) => page.getByRole('button', { name });
  await button(/^Taste and stretch: done/).tap();
  await button('Back into the jug…').tap();
  await button('Blend in, do not strain').tap();
  await button(/^Finish: all stirred in/).tap();
  await page.getByRole('radiogroup', { name: 'Speed in the jug' }).getByRole('radio', { name: 'Full' }).tap();
  await expect(page.getByText('At 100 % of full speed, 10 seconds at least.')).toBeVisible();
  await button('Start the jug').tap();
  await button(/^(Stop now: back in the jug|Back in the jug: done)/).tap();
  await button(/^All clean/).tap();
  await button(/^Bottled/).tap();
  await button('Label: done').tap();
  const state = await stateOf(page, url, batchId);
  expect(state.added.map(({ volumeMl }) => volumeMl)).toEqual([
    expect.closeTo(Number(/\d+/.exec(label)?.[0]), -1),
  ]);
  expect(kinds(state)).toContain('jug-again-speed');

  await page.goto(`${url}/notebook/${batchId}`);
  const otherwise = page.getByRole('region', { name: 'Done otherwise than planned' });
  await expect(otherwise).toContainText('Back in the jug at 100 % speed, planned 40 %');
  await button('Correct: Used: back in the jug at speed 100 %').tap();
  await page.getByRole('radiogroup', { name: 'Speed in the jug' }).getByRole('radio', { name: '80 %' }).tap();
  await button('Correct it').tap();
  await expect(otherwise).toContainText('Back in the jug at 80 % speed, planned 40 %');

  await page.goto(`${url}/shelf/${batchId}/${state.jars[0]?.id}`);
  await page.getByRole('radio', { name: 'One of your own' }).tap();
  await page.getByRole('textbox', { name: 'What it is called' }).fill('Ferry cup');
  await page.getByRole('textbox', { name: 'Milk from the jar' }).fill('150');
  await page.getByRole('radio', { name: 'Over ice', exact: true }).tap();
  await expect(page.getByText(/^As mixed about 4\s°C/)).toBeVisible();
  await button(/^Made it/).tap();
  await stateOf(page, url, batchId);
  await page.reload();
  await page.getByRole('radio', { name: 'Ferry cup' }).tap();
  await expect(page.getByRole('textbox', { name: 'Milk from the jar' })).toHaveValue('150');
  await button('Forget this drink: Ferry cup').tap();
  await expect(page.getByRole('radio', { name: 'Ferry cup' })).toBeHidden();
});

test('a batch made without the app is entered afterwards', async ({ page, empty }) => {
  const { url } = empty;
  const recipe = plainRecipe('From memory', 'almond', 6.6, 8);
  const saved = await page.request.post(`${url}/api/recipes`, {
    data: { recipe },
    headers: { 'idempotency-key': crypto.randomUUID() },
  });
  expect(saved.status()).toBe(201);
  await page.goto(`${url}/notebook`);
  await page.getByRole('button', { name: 'Enter a batch made before' }).tap();
  await page.getByRole('radio', { name: 'From memory' }).tap();
  await page.getByRole('radio', { name: 'Yesterday' }).tap();
  const enter = page.getByRole('button', { name: 'Enter it' });
  await expect(enter).toBeDisabled();
  await page.getByRole('textbox', { name: 'Bottled at' }).fill('half past');
  await expect(page.getByText('A time of day, such as 08:00.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Bottled at' }).fill('08:30');
  await page.getByRole('textbox', { name: 'Milk that came' }).fill('930');
  await page.getByRole('button', { name: /^All clean/ }).tap();
  await enter.tap();
  await expect(page.getByText('Made without the app, entered afterwards')).toBeVisible();
  const batchId = page.url().split('/').pop() ?? '';
  const state = await stateOf(page, url, batchId);
  expect(state).toMatchObject({ status: 'bottled', afterwards: true, current: null });
  const [jar] = state.jars;
  const ago = Date.now() - (jar?.filledAtMs ?? 0);
  // Yesterday at half past eight, wherever today's clock stands.
  expect(ago / 3_600_000).toBeGreaterThan(15);
  expect(ago / 3_600_000).toBeLessThan(41);
  expect(new Date(jar?.filledAtMs ?? 0).getUTCMinutes()).toBe(30);
});

/** Lines of a batch's log that this device has kept for when the server is away. */
function keptLines(page: Page, batchId: string): Promise<number> {
  return page.evaluate((id) => {
    const kept = JSON.parse(localStorage.getItem('humble-churn.kept') ?? '{}') as {
      clientState?: { queries: { queryKey: unknown[]; state: { data?: { events?: unknown[] } } }[] };
    };
    const query = kept.clientState?.queries.find(
      ({ queryKey }) => queryKey[0] === 'batch' && queryKey[1] === id,
    );
    return query?.state.data?.events?.length ?? 0;
  }, batchId);
}

test('what is said at the counter while the server is away is there once when it is back', async ({
  page,
}) => {
  const kitchen = await new Kitchen([]).start();
  try {
    const plain = plainRecipe('Away', 'almond', 6.6, 8);
    const counter = await AtCounter.begin(page, kitchen.url, {
      ...plain,
      soak: { ...plain.soak, method: 'none' },
      blend: { ...plain.blend, machine: 'high-speed-jug' },
      additions: [{ addition: 'salt', when: 'after', gPerL: 0.5 }],
    });
    await counter.tap('Weigh: done');
    await counter.blend();
    await counter.strain();
    await counter.tap('Squeeze: done');
    await counter.measured(930);
    const before = (await stateOf(page, kitchen.url, counter.batchId)).entries.length;
    // The page must be able to open without its server, with the batch as it stands: wait until both are kept.
    await opensOffline(page);
    await expect.poll(() => keptLines(page, counter.batchId)).toBe(before);
    await kitchen.stop('SIGKILL');
    await counter.tap('Tasted 30 mL');
    await counter.choose('Look', 'Even');
    await counter.tap('Taste and stretch: done');
    await counter.at('Finish');
    await counter.tap('More fine salt', 'Stirred in: fine salt');
    await expect(page.getByText(/Fine salt: .* in, /)).toBeVisible();
    await page.reload();
    await expect(page.getByText(/Fine salt: .* in, /)).toBeVisible();
    await kitchen.start();
    await expect
      .poll(async () => (await stateOf(page, kitchen.url, counter.batchId)).entries.length)
      .toBe(before + 4);
    const state = await stateOf(page, kitchen.url, counter.batchId);
    expect(state.tasted.map(({ volumeMl }) => volumeMl)).toEqual([30]);
    expect(state.verdicts.look).toBe('even');
    expect(state.stirred).toHaveLength(1);
  } finally {
    await kitchen.close();
  }
});
