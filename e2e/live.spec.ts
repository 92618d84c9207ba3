import { LIVE_BEAT, LIVE_BEAT_EVERY_MS, LIVE_PATH, ROUTES, coreEvent } from '@humble-churn/contract';
import { plainRecipe, effectiveEvents, weightPacket } from '@humble-churn/core';
import type { EventBody, Recipe } from '@humble-churn/core';
import type { Page } from '@playwright/test';
import {
  allSent,
  expect,
  figure,
  Kitchen,
  logOf,
  makeBatch,
  openDecision,
  opensOffline,
  say,
  stateOf,
  test,
} from './kitchen';

const PLAIN = plainRecipe('Almond milk', 'almond', 6.6, 8);
/** A jug too small for one go, thick first, washed twice, a pinch of salt: every step there is but peeling. */
const EVERYTHING: Recipe = {
  ...PLAIN,
  name: 'All of it',
  blend: { ...PLAIN.blend, machine: 'high-speed-jug', fillLineMl: 400, waterOrder: 'thick-first' },
  strain: { ...PLAIN.strain, washShare: 0.15 },
  additions: [{ addition: 'salt', when: 'after', gPerL: 0.5 }],
};
const QUICK: Recipe = {
  ...PLAIN,
  name: 'Quick one',
  soak: { ...PLAIN.soak, method: 'none' },
  blend: { ...PLAIN.blend, machine: 'high-speed-jug' },
};

/** What time it is at the server, ms. */
async function serverMs(page: Page, url: string): Promise<number> {
  const said: unknown = await (await page.request.get(`${url}/api/health`)).json();
  return Date.parse(ROUTES.health.response.parse(said).serverTime);
}

function figureIn(text: string | null): number {
  return Number(/\d+/.exec(text ?? '')?.[0]);
}

// Tests end soaks and stop blades early: what is expected by then is told by the page alone.
async function expectedSoakedG(page: Page): Promise<number> {
  return figureIn(await page.getByText(/^About \d+\sg is expected/).textContent());
}

async function expectedStrainedG(page: Page): Promise<{ milkG: number; pulpG: number }> {
  const notes = page.getByText(/^About \d+\sg expected/);
  return {
    milkG: figureIn(await notes.nth(0).textContent()),
    pulpG: figureIn(await notes.nth(1).textContent()),
  };
}

const done = (step: string): EventBody => ({ type: 'step-done', step });

test.describe('a whole batch by touch, the scale simulated, reloaded at every step', () => {
  test.use({ hasTouch: true, viewport: { width: 390, height: 844 } });

  test('from the nuts to the washing up', async ({ page, context, empty }) => {
    const { url } = empty;
    const batchId = await makeBatch(page, url, EVERYTHING);
    const scale = await context.newPage();
    await scale.goto(`${url}/devices`);
    await page.bringToFront();
    await page.goto(`${url}/counter/${batchId}`);
    // A button's name ends with what is written on it, where that is not in it already.
    const button = (name: string | RegExp) =>
      page.getByRole('button', { name: typeof name === 'string' ? new RegExp(`^${name}(,|$)`) : name });
    /** Wherever the page is reloaded, it stands at the same step with the same clock. */
    const again = async (heading: string): Promise<void> => {
      await expect(page.getByRole('heading', { name: heading, exact: true })).toBeVisible();
      await page.reload();
      await expect(page.getByRole('heading', { name: heading, exact: true })).toBeVisible();
    };
    const passed = async (heading: string, name: string | RegExp): Promise<void> => {
      await again(heading);
      await button(name).tap();
    };
    let soakedG = 0;
    const weigh = async (massG: number): Promise<void> => {
      await scale.getByRole('textbox', { name: 'Lies on it' }).fill(String(massG));
    };

    await passed('Weigh', 'Weigh: done');
    await test.step('the soak keeps its time through a reload, and gets more', async () => {
      await again('Soak');
      await button('The soak has begun').tap();
      await expect(page.getByRole('timer')).toContainText('7:59:');
      await page.reload();
      await expect(page.getByRole('timer')).toContainText('7:59:');
      await button('Add 30 min').tap();
      await expect(page.getByRole('timer')).toContainText('8:29:');
      await button('Water changed').tap();
      await button('End the soak now').tap();
    });
    await passed('Drain and rinse', 'Drain and rinse: done');

    await test.step('the scale’s steady reading is taken with a tap, after it asks about one that is far off', async () => {
      await again('Weigh the soaked nuts');
      await button('Use the simulated scale').tap();
      // The scale lies in the other window; this one only listens.
      await weigh(450);
      // A tap, unless two seconds went by before it came: then the scale was quicker.
      const asked = page.getByText(/is far from the \d+\sg expected/);
      const take = button(/^Take 4\d\d\sg as soaked nuts/);
      await expect(take.or(asked).first()).toBeVisible();
      if (!(await asked.isVisible())) await take.tap({ timeout: 3000 }).catch(() => undefined);
      await expect(page.getByText(/is far from the \d+\sg expected/)).toBeVisible();
      await button('Weigh again').tap();
      soakedG = await expectedSoakedG(page);
      await page.getByRole('textbox', { name: 'Soaked nuts, weighed' }).fill(String(soakedG));
      await button(/keep it and go on/).tap();
    });
    await scale.close();

    const { loads } = await stateOf(page, url, batchId);
    expect(loads).toBeGreaterThan(1);
    for (let load = 1; load <= loads; load++) {
      const of = `load ${load} of ${loads}`;
      await again(`Blend, ${of}`);
      await button('Start blending').tap();
      await expect(page.getByRole('timer')).toBeVisible();
      if (load === 1) {
        await button('Pause the clock').tap();
        await expect(page.getByText('Stopped for a while. Nothing is lost.')).toBeVisible();
        await page.reload();
        await button('Resume blending').tap();
        await expect(button('Pause the clock')).toBeVisible();
      }
      await button(/^(Stop now: blending|Blending: done)/).tap();
      await passed(`Feel, ${of}`, `Feel, ${of}: done`);
      await passed(`Rinse the jug, ${of}`, `Rinse the jug, ${of}: done`);
    }
    const pours = (await stateOf(page, url, batchId)).steps.filter(({ kind }) => kind === 'strain').length;
    for (let pour = 1; pour <= pours; pour++) {
      await passed(`Strain, pour ${pour} of ${pours}`, `Strain, pour ${pour} of ${pours}: done`);
    }
    await passed('Wash the pulp', 'Wash the pulp: done');
    await passed('Squeeze', 'Squeeze: done');

    await test.step('milk and pulp are taken by themselves when held for two seconds', async () => {
      await again('Weigh milk and pulp');
      const { milkG, pulpG } = await expectedStrainedG(page);
      await button('Use the simulated scale').tap();
      const put = page.getByRole('textbox', { name: 'Lies on it' });
      await put.fill(String(milkG));
      const milk = page.getByRole('textbox', { name: 'Milk, weighed' });
      await expect(milk).not.toHaveValue('');
      expect(Math.abs(Number(await milk.inputValue()) - milkG)).toBeLessThan(5);
      // What was just taken as milk is not offered as pulp.
      await expect(page.getByText(/ taken as milk\. Now put the pulp on it\./)).toBeVisible();
      await expect(button(/ as pulp/)).toHaveCount(0);
      await put.fill('0');
      await expect(page.getByText(/^Simulated scale: -?[0-3]\sg$/)).toBeVisible();
      await put.fill(String(pulpG));
      const pulp = page.getByRole('textbox', { name: 'Pulp, weighed' });
      await expect(pulp).not.toHaveValue('');
      expect(Math.abs(Number(await pulp.inputValue()) - pulpG)).toBeLessThan(5);
      await button(/^Weighed: keep/).tap();
    });
    await again('Taste and stretch');
    await button(/^Taste and stretch: done/).tap();
    await test.step('salt is dosed from what was really obtained', async () => {
      await again('Finish');
      const dose = await page.getByText(/, [\d.]+\sg of .*salt/).textContent();
      const { milkMl } = (await stateOf(page, url, batchId)).measured;
      // Half a gram for each litre.
      expect(figure(dose, 'g of')).toBeCloseTo((milkMl ?? 0) * 0.0005, 2);
      await button(/^Finish: all stirred in/).tap();
    });
    await again('Bottle');
    await button(/^All clean/).tap();
    await button(/^Bottled/).tap();
    await passed('Label', 'Label: done');
    await again('The pulp');
    await button('In the fridge').tap();
    await passed('Wash up', 'Wash up: done');
    await expect(page.getByText('The jars are on the shelf')).toBeVisible();

    const state = await stateOf(page, url, batchId);
    expect(state.current).toBeNull();
    expect(state.measured.soakedG).toBe(soakedG);
    expect(state.measured.pulpG).not.toBeNull();
    expect(state.tended).toHaveLength(1);
    expect(state.jars).toHaveLength(1);
    expect(state.pulp).toHaveLength(1);
  });
});

test.describe('by the keyboard alone', () => {
  test.use({ viewport: { width: 1280, height: 800 } });

  test('space runs the clock, arrows step, digits weigh, U takes back; all of it is listed', async ({
    page,
    empty,
  }) => {
    const { url } = empty;
    const batchId = await makeBatch(page, url, { ...PLAIN, name: 'No mouse' });
    await page.goto(`${url}/counter/${batchId}`);
    const heading = (name: string | RegExp) => page.getByRole('heading', { name });
    await expect(heading('Weigh')).toBeVisible();
    await page.keyboard.press('?');
    for (const keys of ['Space', '→, ←', 'U', '0 … 9']) {
      await expect(page.getByRole('dialog').getByText(keys, { exact: true })).toBeVisible();
    }
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();

    await page.keyboard.press('ArrowRight');
    await expect(heading('Soak')).toBeVisible();
    // Looking back does not go back.
    await page.keyboard.press('ArrowLeft');
    await expect(page.getByRole('button', { name: 'To the step now' })).toBeVisible();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press(' ');
    await expect(page.getByRole('timer')).toContainText('7:59:');
    await page.keyboard.press('u');
    await expect(page.getByRole('button', { name: 'The soak has begun' })).toBeVisible();
    await page.keyboard.press(' ');
    await expect(page.getByRole('timer')).toBeVisible();
    await page.keyboard.press('ArrowRight');
    await expect(heading('Drain and rinse')).toBeVisible();
    await page.keyboard.press('ArrowRight');
    await expect(heading('Weigh the soaked nuts')).toBeVisible();
    const soakedG = await expectedSoakedG(page);
    await page.keyboard.type(String(soakedG));
    await expect(page.getByRole('textbox', { name: 'Soaked nuts, weighed' })).toHaveValue(String(soakedG));
    await page.keyboard.press('Enter');
    await expect(heading(/^Blend/)).toBeVisible();
    for (;;) {
      await page.keyboard.press(' ');
      await expect(page.getByRole('timer')).toBeVisible();
      await page.keyboard.press(' ');
      await expect(page.getByText('Stopped for a while. Nothing is lost.')).toBeVisible();
      await page.keyboard.press(' ');
      await expect(page.getByRole('button', { name: 'Pause the clock' })).toBeVisible();
      await page.keyboard.press('ArrowRight');
      await expect(heading(/^Feel/)).toBeVisible();
      await page.keyboard.press('ArrowRight');
      if (
        await heading(/^Strain/)
          .or(heading(/^Blend/))
          .first()
          .textContent()
          .then((said) => said?.startsWith('Strain'))
      )
        break;
    }
    while (!(await heading('Weigh milk and pulp').isVisible())) {
      const before = await page.getByText(/^Step \d+ of/).textContent();
      await page.keyboard.press('ArrowRight');
      await expect(page.getByText(before ?? '')).toBeHidden();
    }
    const { milkG, pulpG } = await expectedStrainedG(page);
    await page.keyboard.type(String(milkG));
    await page.keyboard.press('Enter');
    await page.getByRole('textbox', { name: 'Milk, weighed' }).blur();
    await page.keyboard.type(String(pulpG));
    await expect(page.getByRole('textbox', { name: 'Pulp, weighed' })).toHaveValue(String(pulpG));
    await page.getByRole('button', { name: /^Weighed: keep/ }).focus();
    await page.keyboard.press('Enter');
    await expect(heading('Taste and stretch')).toBeVisible();
    await page.keyboard.press('ArrowRight');
    await expect(heading('Bottle')).toBeVisible();
    await page.getByRole('button', { name: /^All clean/ }).focus();
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: /^Bottled/ }).focus();
    await page.keyboard.press('Enter');
    await expect(heading('Label')).toBeVisible();
    const { measured } = await stateOf(page, url, batchId);
    expect(measured).toMatchObject({ soakedG, milkG, pulpG });
  });
});

test('five entries made while the server is away are kept through a closed tab, and sent once, in order', async ({
  context,
}) => {
  const kitchen = await new Kitchen([]).start();
  try {
    const first = await context.newPage();
    const batchId = await makeBatch(first, kitchen.url, QUICK);
    await first.goto(`${kitchen.url}/counter/${batchId}`);
    const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name });
    await button(first, 'Weigh: done').click();
    await expect(button(first, 'Start blending')).toBeVisible();
    // The page must be able to open without its server: wait until it is kept.
    await opensOffline(first);
    await expect.poll(async () => (await logOf(first, kitchen.url, batchId)).events.length).toBe(2);

    const beside = await context.newPage();
    await beside.goto(`${kitchen.url}/counter/${batchId}`);
    await expect(button(beside, 'Start blending')).toBeVisible();
    let inVain = 0;
    beside.on('requestfailed', (request) => {
      if (request.url().endsWith('/api/health')) inVain++;
    });

    await kitchen.stop('SIGKILL');
    await first.bringToFront();
    await button(first, 'Start blending').click();
    await button(first, /Stop now: blending|Blending: done/).click();
    await button(first, /^Feel.*: done/).click();
    await expect(first.getByText(/3 entries waiting, kept on this device/)).toBeVisible();
    // A tab that was open all the while has them, too, and still when it is opened anew after asking in vain.
    await expect(beside.getByText(/3 entries waiting/)).toBeVisible();
    await expect(beside.getByRole('heading', { name: /^Strain/ })).toBeVisible();
    await expect.poll(() => inVain, { timeout: 60_000 }).toBeGreaterThanOrEqual(4);
    // What was fetched before is written to the device once a second.
    await expect
      .poll(() => beside.evaluate(() => localStorage.getItem('humble-churn.kept') ?? ''))
      .toContain(batchId);
    await beside.reload();
    await expect(beside.getByRole('heading', { name: /^Strain/ })).toBeVisible();
    await first.close();

    // Opened again while the server is still away: all of it is there, and goes on.
    const second = await context.newPage();
    await second.goto(`${kitchen.url}/counter/${batchId}`);
    await expect(second.getByText(/3 entries waiting/)).toBeVisible();
    await button(second, /^Strain, pour 1.*: done/).click();
    await button(second, /^Strain, pour 2.*: done/).click();
    await expect(second.getByText(/5 entries waiting/)).toBeVisible();

    await kitchen.start();
    await expect.poll(async () => (await logOf(second, kitchen.url, batchId)).events.length).toBe(7);
    await expect(second.getByText(/waiting/)).toBeHidden();
    const log = (await logOf(second, kitchen.url, batchId)).events;
    expect(log.slice(2).map(({ what }) => `${what.type} ${'step' in what ? what.step : ''}`)).toEqual([
      'step-begun blend-1',
      'step-done blend-1',
      'step-done feel-1',
      'step-done strain-1',
      'step-done strain-2',
    ]);
    expect(new Set(log.map(({ id }) => id)).size).toBe(log.length);
    await expect(beside.getByText(/waiting/)).toBeHidden();
    // Nothing is left to send, and another tab sends nothing again.
    const third = await context.newPage();
    await third.goto(`${kitchen.url}/counter/${batchId}`);
    await expect(third.getByText(/^Step \d+ of/)).toBeVisible();
    expect(
      await third.evaluate(() => Object.keys(localStorage).filter((key) => key.includes('waiting'))),
    ).toEqual([]);
    expect((await logOf(third, kitchen.url, batchId)).events).toHaveLength(log.length);
  } finally {
    await kitchen.close();
  }
});

test('a server that falls asleep is found out, by who taps and by who only looks; all is sent once when it wakes', async ({
  page,
  browser,
}) => {
  const kitchen = await new Kitchen([]).start();
  const device = await browser.newContext();
  try {
    const batchId = await makeBatch(page, kitchen.url, QUICK);
    await page.goto(`${kitchen.url}/counter/${batchId}`);
    const weigh = page.getByRole('heading', { name: 'Weigh' });
    await expect(weigh).toBeVisible();
    const looks = await device.newPage();
    await looks.clock.install();
    // From its last call on it asks for nothing, and only hears.
    const askedAll = looks.waitForResponse((answer) => answer.url().endsWith(ROUTES.homeNetwork.path));
    await looks.goto(kitchen.url);
    await askedAll;
    // It says that it is there when it has nothing else to say.
    await page.evaluate(
      ([path, beat]) =>
        new Promise<void>((resolve) => {
          const stream = new EventSource(path);
          stream.addEventListener(beat, () => {
            stream.close();
            resolve();
          });
        }),
      [LIVE_PATH, LIVE_BEAT] as const,
    );

    kitchen.fallAsleep();
    await page.getByRole('button', { name: 'Weigh: done' }).click();
    await expect(page.getByText(/1 entry waiting, kept on this device/)).toBeVisible({ timeout: 20_000 });
    await expect(weigh).toBeHidden();
    await expect(looks.getByText(/does not answer/)).toBeHidden();
    await looks.clock.fastForward(3 * LIVE_BEAT_EVERY_MS);
    await expect(looks.getByText(/does not answer/)).toBeVisible({ timeout: 20_000 });

    kitchen.wakeUp();
    await allSent(page);
    for (const one of [page, looks]) await expect(one.getByText(/does not answer/)).toBeHidden();
    await expect(looks.getByText('Blend: Quick one')).toBeVisible();
    const { events } = await logOf(page, kitchen.url, batchId);
    expect(events.filter(({ what }) => what.type === 'step-done')).toHaveLength(1);
  } finally {
    kitchen.wakeUp();
    await device.close();
    await kitchen.close();
  }
});

test('an ingredient, a recipe of it and settings saved while the server is away are there when it is back', async ({
  page,
}) => {
  const kitchen = await new Kitchen([]).start();
  const { url } = kitchen;
  try {
    await page.goto(`${url}/bench`);
    await opensOffline(page);
    // What was looked at before opens without the server, too.
    for (const path of ['bench', 'ingredients/new', 'recipes', 'kitchen']) {
      await page.goto(`${url}/${path}`);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      if (path !== 'recipes') continue;
      await expect(page.getByText('No recipe is saved yet')).toBeVisible();
      // What was fetched is written to the device once a second.
      await expect
        .poll(() => page.evaluate(() => localStorage.getItem('humble-churn.kept') ?? ''))
        .toContain('in-use');
    }
    await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('My kitchen');
    await kitchen.stop('SIGKILL');

    await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Island kitchen');
    await expect(page.getByText('Settings saved')).toBeVisible();
    await page.getByRole('button', { name: 'Add a nut or seed' }).click();
    await page.getByRole('textbox', { name: 'Name' }).fill('Tiger nut');
    await page.getByRole('textbox', { name: 'Fat', exact: true }).fill('24');
    await page.getByRole('textbox', { name: 'Carbohydrate', exact: true }).fill('23,5');
    await page.getByRole('textbox', { name: 'Protein', exact: true }).fill('5');
    await page.getByRole('button', { name: 'Add it' }).click();
    await expect(page).toHaveURL(/\/bench$/);
    await page.getByRole('radio', { name: 'Tiger nut' }).click();
    await openDecision(page, 'Name and keep');
    await page.getByRole('button', { name: 'Save recipe' }).click();
    await expect(page.getByText('“Tiger nut milk” is in the recipe book.')).toBeVisible();
    await expect(page.getByText(/3 entries waiting, kept on this device/)).toBeVisible();

    await page.goto(`${url}/recipes`);
    await expect(page.getByRole('heading', { name: 'Tiger nut milk' })).toBeVisible();
    await page.getByRole('button', { name: 'Archive Tiger nut milk' }).click();
    await expect(page.getByText('“Tiger nut milk” is archived.')).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('heading', { name: 'Tiger nut milk' })).toBeVisible();

    await kitchen.start();
    await allSent(page);
    await expect(page.getByText(/Not taken/)).toHaveCount(0);
    const said = async (path: string): Promise<unknown> =>
      (await page.request.get(`${url}/api/${path}`)).json();
    expect(await said('kitchen')).toMatchObject({ name: 'Island kitchen' });
    expect(await said('ingredients')).toMatchObject({ ingredients: [{ name: 'Tiger nut', revision: 1 }] });
    expect(await said('recipes')).toMatchObject({
      recipes: [{ version: 1, recipe: { name: 'Tiger nut milk' }, ingredients: [{ name: 'Tiger nut' }] }],
    });
    await page.reload();
    await expect(page.getByRole('heading', { name: 'Tiger nut milk' })).toHaveCount(1);
  } finally {
    await kitchen.close();
  }
});

test('what the server does not take is said, kindly where another device was first, and the rest goes in', async ({
  page,
  empty,
}) => {
  const batchId = await makeBatch(page, empty.url, { ...QUICK, name: 'Two hands' });
  // It hears of nothing that others do, until it asks for the batch itself.
  await page.route(`**${LIVE_PATH}`, (route) => route.abort());
  await page.route('**/api/changes?*', () => undefined);
  await page.goto(`${empty.url}/counter/${batchId}`);
  await expect(page.getByRole('button', { name: 'Weigh: done' })).toBeVisible();
  // Another device is quicker.
  expect(await say(page, empty.url, batchId, done('weigh'))).toBe(201);
  await page.getByRole('button', { name: 'Weigh: done' }).click();
  await expect(page.getByText('Another device was first: weigh done.')).toBeVisible();
  await expect(page.getByText(/Not taken/)).toHaveCount(0);
  await page.getByRole('button', { name: 'OK', exact: true }).click();
  await expect(page.getByText(/Another device was first/)).toBeHidden();
  const blend = page.getByRole('button', { name: 'Start blending' });
  await expect(blend).toBeVisible();
  expect(await say(page, empty.url, batchId, { type: 'abandoned', reason: 'No time after all' })).toBe(201);
  await blend.click();
  await expect(page.getByText(/Not taken: .*begun.* This batch is already over/)).toBeVisible();
  await page.getByRole('button', { name: 'Dismiss' }).click();
  await expect(page.getByText(/Not taken/)).toBeHidden();
  await allSent(page);
  expect(effectiveEvents((await logOf(page, empty.url, batchId)).events.map(coreEvent))).toHaveLength(3);
});

test('while entries are on their way nothing moves under a finger', async ({ page, empty }) => {
  const batchId = await makeBatch(page, empty.url, { ...QUICK, name: 'Steady hand' });
  await page.goto(`${empty.url}/counter/${batchId}`);
  await expect(page.getByRole('button', { name: 'Weigh: done' })).toBeVisible();
  let letGo = (): void => undefined;
  const hold = async (address: RegExp): Promise<void> => {
    const held = new Promise<void>((resolve) => (letGo = resolve));
    await page.route(address, async (route) => {
      await held;
      await route.continue();
    });
  };
  const place = async (name: string) => (await page.getByRole('button', { name }).boundingBox())?.y;

  await test.step('what waits is said over the foot of the screen', async () => {
    await hold(/\/events\?/);
    await page.getByRole('button', { name: 'Weigh: done' }).click();
    await expect(page.getByRole('button', { name: 'Start blending' })).toBeVisible();
    const before = await place('Start blending');
    await expect(page.getByText('1 entry on the way to the server.')).toBeVisible();
    expect(await place('Start blending')).toBe(before);
    letGo();
    await expect(page.getByText('on the way')).toBeHidden();
    expect(await place('Start blending')).toBe(before);
    await page.unrouteAll();
  });

  await test.step('a batch that ends does not come back while the lists are asked for', async () => {
    await page.getByRole('button', { name: 'Cancel batch' }).click();
    await hold(/\/api\/batches\?/);
    await page.getByRole('button', { name: 'No time after all' }).click();
    await expect(page.getByRole('button', { name: 'See the record' })).toBeVisible();
    const ended = await place('See the record');
    await allSent(page);
    expect(await place('See the record')).toBe(ended);
    await page.getByRole('link', { name: 'Counter', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Counter', level: 1 })).toBeVisible();
    await expect(page.getByRole('link', { name: /^Steady hand/ })).toBeHidden();
    letGo();
    await page.unrouteAll({ behavior: 'wait' });
  });
});

test('two devices show the same clock, and one hears of the other', async ({ page, context, empty }) => {
  const batchId = await makeBatch(page, empty.url, { ...PLAIN, name: 'Seen twice' });
  await page.goto(`${empty.url}/counter/${batchId}`);
  const other = await context.newPage();
  await other.goto(`${empty.url}/counter/${batchId}`);
  // Each says that the other has the step open, too.
  for (const one of [page, other]) {
    await expect(one.getByText('The kitchen’s own machine has this step open, too.')).toBeVisible();
  }
  await page.getByRole('button', { name: 'Weigh: done' }).click();
  await page.getByRole('button', { name: 'The soak has begun' }).click();
  await expect(other.getByRole('timer')).toBeVisible();
  const seconds = async (one: Page): Promise<number> => {
    const [h = 0, m = 0, s = 0] = ((await one.getByRole('timer').textContent()) ?? '').split(':').map(Number);
    return h * 3600 + m * 60 + s;
  };
  const apart = async (): Promise<number> => Math.abs((await seconds(page)) - (await seconds(other)));
  await expect.poll(apart).toBeLessThanOrEqual(1);
});

test('what one device changes shows on the others unasked, over one stream for all tabs of a browser', async ({
  page,
  browser,
  empty,
}) => {
  const batchId = await makeBatch(page, empty.url, { ...PLAIN, name: 'Heard of' });
  const device = await browser.newContext();
  // Nothing is asked for again and again: what shows was told.
  await device.addInitScript(() => {
    const real = window.setInterval.bind(window);
    const short = (work: () => void, ms: number): number => (ms >= 5000 ? 0 : Number(real(work, ms)));
    Object.assign(window, { setInterval: short });
  });
  let streams = 0;
  device.on('request', (request) => {
    if (request.url().endsWith(LIVE_PATH)) streams++;
  });
  const tabs = [await device.newPage(), await device.newPage()] as const;
  for (const tab of tabs) {
    await tab.goto(`${empty.url}/counter/${batchId}`);
    await expect(tab.getByRole('button', { name: 'Weigh: done' })).toBeVisible();
  }
  await expect.poll(() => streams).toBe(1);
  await page.goto(`${empty.url}/counter/${batchId}`);
  await page.getByRole('button', { name: 'Weigh: done' }).click();
  for (const tab of tabs) await expect(tab.getByRole('button', { name: 'The soak has begun' })).toBeVisible();
  expect(streams).toBe(1);

  // The tab with the stream goes, and the other one has it.
  await tabs[0].close();
  await expect.poll(() => streams).toBe(2);
  await page.getByRole('button', { name: 'The soak has begun' }).click();
  await expect(tabs[1].getByRole('timer')).toBeVisible();
  await device.close();
});

test('a device whose clock is wrong, or is moved, still shows the server’s time', async ({ page, empty }) => {
  const HOURS = 3;
  await page.addInitScript((ms) => {
    const RealDate = Date;
    const shift = { ms };
    Object.assign(window, { moveClock: (by: number) => (shift.ms += by) });
    // The clock on the wall is wrong; the one that only runs on is not.
    class WrongDate extends RealDate {
      constructor(...args: [] | [number | string | Date]) {
        if (args.length === 0) super(RealDate.now() + shift.ms);
        else super(args[0]);
      }
      static override now(): number {
        return RealDate.now() + shift.ms;
      }
    }
    globalThis.Date = WrongDate as DateConstructor;
  }, HOURS * 3_600_000);
  const batchId = await makeBatch(page, empty.url, { ...PLAIN, name: 'Wrong clock' });
  await page.goto(`${empty.url}/counter/${batchId}`);
  await page.getByRole('button', { name: 'Weigh: done' }).click();
  await page.getByRole('button', { name: 'The soak has begun' }).click();
  await expect(page.getByRole('timer')).toContainText('7:59:');
  const begun = (await stateOf(page, empty.url, batchId)).current?.begunAtMs ?? 0;
  expect(Math.abs(begun - Date.now())).toBeLessThan(30_000);
  for (const by of [-5, 9]) {
    await page.evaluate(
      (ms) => (window as unknown as { moveClock: (by: number) => void }).moveClock(ms),
      by * 3_600_000,
    );
    await expect(page.getByRole('timer')).toContainText('7:5');
  }
  // What is said after the jump carries the right moment, too.
  await page.getByRole('button', { name: 'Water changed' }).click();
  await expect.poll(async () => (await stateOf(page, empty.url, batchId)).tended.length).toBe(1);
  const tended = (await stateOf(page, empty.url, batchId)).tended[0];
  expect(Math.abs((tended?.atMs ?? 0) - Date.now())).toBeLessThan(30_000);
});

test('blending on, water and a parted load change the plan, and it says why', async ({ page, empty }) => {
  const batchId = await makeBatch(page, empty.url, {
    ...QUICK,
    name: 'Otherwise',
  });
  await page.goto(`${empty.url}/counter/${batchId}`);
  await page.getByRole('button', { name: 'Weigh: done' }).click();
  const changed = page.getByRole('region', { name: 'What changed' });
  await page.getByRole('button', { name: /^Report a change/ }).click();
  await page.getByRole('button', { name: 'Split into 2' }).click();
  await expect(page.getByRole('heading', { name: 'Blend, load 1 of 2' })).toBeVisible();
  await expect(changed).toContainText('It is blended in other loads');
  await page.getByRole('button', { name: 'Undo the last entry' }).click();
  await expect(page.getByRole('heading', { name: 'Blend', exact: true })).toBeVisible();
  await expect(changed).toBeHidden();
  await page.getByRole('button', { name: /^Report a change/ }).click();
  await page.getByRole('textbox', { name: 'Water poured in besides' }).fill('150');
  await page.getByRole('button', { name: 'Water added' }).click();
  await expect(changed).toContainText(/Water was poured in: milk \d+\smL, was \d+\smL/);
  await page.getByRole('button', { name: 'Start blending' }).click();
  await page.getByRole('button', { name: /Stop now: blending|Blending: done/ }).click();
  await expect(changed).toContainText('It was blended for another time');
  await page.getByRole('button', { name: /^Grain: blend 20 s more/ }).click();
  await expect(page.getByRole('timer')).toBeVisible();
  await page.getByRole('button', { name: 'Show all steps' }).click();
  await page.getByRole('button', { name: 'Back to Weigh' }).click();
  await expect(page.getByRole('button', { name: 'Weigh: done' })).toBeVisible();
  // The record of it all is kept.
  await allSent(page);
  expect((await logOf(page, empty.url, batchId)).events.length).toBeGreaterThan(10);
});

test('a Bluetooth scale is read by the standard packet, and refused kindly where there is none', async ({
  page,
  empty,
}) => {
  // The radio itself is not there in a test: a stand-in speaks as the browser would, with the standard's bytes.
  await page.addInitScript(() => {
    const characteristic = Object.assign(new EventTarget(), {
      value: undefined as DataView | undefined,
      startNotifications: () => Promise.resolve(characteristic),
    });
    const device = Object.assign(new EventTarget(), {
      name: 'Ferry scale',
      gatt: {
        connect: () =>
          Promise.resolve({
            getPrimaryService: () =>
              Promise.resolve({ getCharacteristic: () => Promise.resolve(characteristic) }),
          }),
        disconnect: () => undefined,
      },
    });
    const chosen = { device: null as typeof device | null };
    Object.defineProperty(navigator, 'bluetooth', {
      value: {
        requestDevice: () =>
          chosen.device ? Promise.resolve(chosen.device) : Promise.reject(new Error('none')),
      },
    });
    Object.assign(window, {
      scaleAppears: () => (chosen.device = device),
      scaleSays: (bytes: number[]) => {
        characteristic.value = new DataView(Uint8Array.from(bytes).buffer);
        characteristic.dispatchEvent(new Event('characteristicvaluechanged'));
      },
    });
  });
  const batchId = await makeBatch(page, empty.url, { ...PLAIN, name: 'By radio' });
  await say(page, empty.url, batchId, done('weigh'));
  await say(page, empty.url, batchId, done('soak'));
  await say(page, empty.url, batchId, done('drain'));
  await page.goto(`${empty.url}/counter/${batchId}`);
  await page.getByRole('button', { name: 'Bluetooth scale' }).click();
  await expect(page.getByText('No scale was chosen')).toBeVisible();
  await page.evaluate(() => (window as unknown as { scaleAppears: () => void }).scaleAppears());
  await page.getByRole('button', { name: 'Bluetooth scale' }).click();
  await expect(page.getByText(/^Ferry scale:/)).toBeVisible();
  const packet = weightPacket(205);
  const bytes = Array.from({ length: packet.byteLength }, (_, i) => packet.getUint8(i));
  await page.evaluate((sent) => {
    const { scaleSays } = window as unknown as { scaleSays: (bytes: number[]) => void };
    setInterval(() => scaleSays(sent), 150);
  }, bytes);
  // Held for two seconds, it is taken without a hand.
  await expect(page.getByRole('heading', { name: /^Blend/ })).toBeVisible();
  expect((await stateOf(page, empty.url, batchId)).measured.soakedG).toBe(205);
});

test('a kitchen in ounces is shown the scale in ounces, and what is taken is the same mass', async ({
  page,
}) => {
  const kitchen = await new Kitchen([]).start();
  try {
    await page.request.patch(`${kitchen.url}/api/kitchen`, { data: { measures: 'us' } });
    const batchId = await makeBatch(page, kitchen.url, QUICK);
    const at = async () => (await stateOf(page, kitchen.url, batchId)).current;
    for (let step = await at(); step && step.kind !== 'weigh-milk'; step = await at()) {
      expect(await say(page, kitchen.url, batchId, done(step.id))).toBe(201);
    }
    await page.goto(`${kitchen.url}/counter/${batchId}`);
    // Nothing simulated is offered until somebody switches it on.
    await expect(page.getByText('No scale is connected')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Use the simulated scale' })).toHaveCount(0);
    await kitchen.offerSimulatedDevices();
    await page.reload();
    await page.getByRole('button', { name: 'Use the simulated scale' }).click();
    await expect(page.getByText('Put the milk on it')).toBeVisible();
    await page.getByRole('button', { name: 'Put 930 g on the scale' }).click();
    // 930 g are 32.8 oz; the scale drifts by a gram or two.
    await expect(page.getByText(/^Simulated scale: 32\.[789]\soz$/)).toBeVisible();
    // Held for two seconds it is taken, in ounces.
    await expect(page.getByRole('textbox', { name: 'Milk, weighed' })).toHaveValue(/^32\.[789]/);
    await page.getByRole('button', { name: /^Weighed: keep/ }).click();
    const right = page.getByRole('button', { name: /^It is right/ });
    const taste = page.getByRole('heading', { name: 'Taste and stretch' });
    await expect(right.or(taste)).toBeVisible();
    if (await right.isVisible()) await right.click();
    await expect(taste).toBeVisible();
    const { milkG } = (await stateOf(page, kitchen.url, batchId)).measured;
    expect(Math.abs((milkG ?? 0) - 930)).toBeLessThan(4);
  } finally {
    await kitchen.close();
  }
});

test('batches under way stand by their own look, the next due first, and a soak starts in two taps', async ({
  page,
  demo,
}) => {
  await page.goto(demo.url);
  await page.getByRole('button', { name: /^Soak again: / }).click();
  await page.getByRole('button', { name: 'Start soaking: start the clock' }).click();
  await expect(page.getByRole('timer')).toContainText(/\d+:\d\d:\d\d/);
  const name = (await page.getByRole('heading', { level: 1 }).textContent()) ?? '';
  await page.goto(`${demo.url}/counter`);
  const cards = page.getByRole('main').getByRole('link');
  await expect(
    page
      .getByRole('main')
      .getByRole('link', { name: new RegExp(`^${name}`) })
      .first(),
  ).toBeVisible();
  // All cards are read in one look: a card may move between two.
  const clocks = (): Promise<number[]> =>
    page.getByRole('main').evaluate((main) =>
      [...main.querySelectorAll('[role=link], a')].map((card) => {
        // A clock stands in an element of its own: in the card's whole text the time of day runs into it.
        const texts = [...card.querySelectorAll('*')].map((one) => one.textContent);
        const clock = texts.map((text) => /^(\d+):(\d\d):(\d\d)$/.exec(text)).find((found) => found !== null);
        const [, h, m, s] = clock ?? [];
        return h === undefined ? 0 : Number(h) * 3600 + Number(m) * 60 + Number(s);
      }),
    );
  await expect.poll(async () => (await clocks()).filter((left) => left > 0).length).toBeGreaterThanOrEqual(2);
  const read = await clocks();
  expect(read).toEqual([...read].sort((x, y) => x - y));
  const grounds = await cards.evaluateAll((all) =>
    all.map((card) => card.querySelector('svg pattern')?.innerHTML ?? ''),
  );
  expect(new Set(grounds).size).toBe(grounds.length);
});

test('time is called out on any screen, once, and not for what was over before', async ({
  page,
  context,
  empty,
}) => {
  await context.grantPermissions(['notifications']);
  await page.addInitScript(() => {
    const ways = { chime: true, speech: true, notice: true };
    localStorage.setItem('humble-churn.attention', JSON.stringify(ways));
    const spoken: string[] = [];
    Object.assign(window, { spoken });
    Object.defineProperty(window, 'speechSynthesis', {
      value: {
        cancel: () => undefined,
        speak: ({ text }: SpeechSynthesisUtterance) => spoken.push(text),
      },
    });
  });
  const spoken = (): Promise<string[]> =>
    page.evaluate(() =>
      (window as unknown as { spoken: string[] }).spoken.filter((said) => said.includes('Called')),
    );
  const old = await makeBatch(page, empty.url, { ...QUICK, name: 'Called before' });
  await say(page, empty.url, old, done('weigh'));
  await say(page, empty.url, old, { type: 'step-begun', step: 'blend-1', timerS: 1 });
  const begunMs = Date.now();
  // Over by the server's own clock.
  await expect.poll(async () => (await serverMs(page, empty.url)) - begunMs).toBeGreaterThan(1000);
  await page.goto(`${empty.url}/shelf`);
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible();
  await opensOffline(page);
  // Out of sight, as when another app is in front: a browser without a screen never says so by itself.
  await page.evaluate(() => Object.defineProperty(document, 'hidden', { get: () => true }));
  const batchId = await makeBatch(page, empty.url, { ...QUICK, name: 'Called now' });
  await say(page, empty.url, batchId, done('weigh'));
  await say(page, empty.url, batchId, { type: 'step-begun', step: 'blend-1', timerS: 5 });
  await expect
    .poll(spoken, { timeout: 60_000 })
    .toEqual(['Called now: stop, and feel a drop between finger and thumb.']);
  // It is looked for every second: after the time of two more looks it was still said once.
  const saidMs = Date.now();
  await expect.poll(async () => (await serverMs(page, empty.url)) - saidMs).toBeGreaterThan(2000);
  expect(await spoken()).toHaveLength(1);
  // Through the kept app: a phone's browser lets no page notify by itself.
  const notified = await page.evaluate(async () => {
    const kept = await navigator.serviceWorker.ready;
    return (await kept.getNotifications()).map(({ title, body }) => `${title}: ${body}`);
  });
  expect(notified.filter((words) => words.includes('Called'))).toEqual([
    'Humble Churn: Called now: stop, and feel a drop between finger and thumb.',
  ]);
});
