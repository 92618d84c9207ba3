import AxeBuilder from '@axe-core/playwright';
import { plainRecipe } from '@humble-churn/core';
import type { Page } from '@playwright/test';
import { expect } from '@playwright/test';
import jsQR from 'jsqr';
import { test } from './home';
import { allSent, opensOffline } from './kitchen';

const PLAIN = plainRecipe('Made by two', 'almond', 6.6, 8);
const RECIPE = { ...PLAIN, soak: { ...PLAIN.soak, method: 'none' as const } };

/** What is said to the server, from a page of it: only there the network is that of the house. */
function ask<T>(page: Page, method: string, path: string, body?: unknown): Promise<T> {
  return page.evaluate(
    async ([how, where, said]) => {
      const answer = await fetch(where, {
        method: how,
        headers: { 'content-type': 'application/json', 'idempotency-key': crypto.randomUUID() },
        ...(said !== undefined && { body: JSON.stringify(said) }),
      });
      return (await answer.json()) as unknown;
    },
    [method, path, body] as const,
  ) as Promise<T>;
}

/** Axe finds nothing, and nothing is cut off on the smallest phone. */
async function isAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).setLegacyMode().analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);
  await page.setViewportSize({ width: 320, height: 640 });
  const beyond = () => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  await expect.poll(beyond).toBeLessThanOrEqual(0);
  await page.setViewportSize({ width: 390, height: 844 });
}

/** The digits that are shown on the machine with the kitchen. */
async function shownCode(laptop: Page): Promise<string> {
  const another = laptop.getByRole('button', { name: 'Pair another' });
  if (await another.isVisible()) await another.click();
  await laptop.getByRole('button', { name: 'Show a code' }).click();
  const name = await laptop.getByRole('group', { name: /^Code \d{6}$/ }).getAttribute('aria-label');
  return (name ?? '').replace('Code ', '');
}

async function pairByDigits(phone: Page, url: string, code: string, name: string): Promise<void> {
  await phone.goto(url);
  await phone.getByRole('textbox', { name: 'This device’s name' }).fill(name);
  await phone.getByRole('textbox', { name: 'Code' }).fill(code);
  await phone.getByRole('button', { name: 'Pair' }).click();
  await expect(phone.getByRole('link', { name: 'Counter' })).toBeVisible();
}

test('a phone reads the QR code, comes to trust the kitchen, and is let in', async ({ home }) => {
  const laptop = await home.laptop();
  await laptop.goto(`${home.kitchen.url}/kitchen`);
  await laptop.getByRole('button', { name: 'Phones of the house' }).click();
  await laptop.getByRole('button', { name: 'Show a code' }).click();
  const square = laptop.getByRole('img', { name: /^QR code/ });
  await expect(square).toBeVisible();
  // Read as a camera reads it.
  const shot = (await square.screenshot()).toString('base64');
  const pixels = await laptop.evaluate(async (png) => {
    const image = new Image();
    image.src = `data:image/png;base64,${png}`;
    await image.decode();
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [image.width, image.height];
    const drawing = canvas.getContext('2d');
    drawing?.drawImage(image, 0, 0);
    const { data = [], width = 0, height = 0 } = drawing?.getImageData(0, 0, image.width, image.height) ?? {};
    return { data: [...data], width, height };
  }, shot);
  const scanned = jsQR(new Uint8ClampedArray(pixels.data), pixels.width, pixels.height)?.data ?? '';
  expect(scanned).toMatch(new RegExp(`^${home.inTheClear}/pair#[\\w-]{43}$`));

  // One that does not trust it yet: the browser refuses, and the page in the clear says what is to be done.
  const refused = await home.phone('new');
  await expect(refused.goto(home.url)).rejects.toThrow(/ERR_CERT_AUTHORITY_INVALID/);
  const stranger = await refused.context().newPage();
  await stranger.goto(scanned);
  await expect(stranger.getByRole('heading', { level: 1, name: 'Trust the kitchen first' })).toBeVisible();
  await expect(stranger.getByRole('region', { name: /^2\. Trust it/ })).toBeVisible();
  await isAccessible(stranger);
  const saving = stranger.waitForEvent('download');
  await stranger.getByRole('button', { name: 'Get the certificate' }).click();
  expect((await saving).suggestedFilename()).toBe('kitchen-authority.crt');

  const phone = await home.phone();
  await phone.goto(scanned);
  // It trusts it already, and is taken on by itself.
  await expect(phone).toHaveURL(`${scanned.replace('http:', 'https:')}`);
  await phone.getByRole('textbox', { name: 'This device’s name' }).fill('Phone by the kettle');
  await isAccessible(phone);
  await phone.getByRole('button', { name: 'Pair' }).click();
  await expect(phone.getByRole('link', { name: 'Counter' })).toBeVisible();
  await expect(phone).toHaveURL(`${home.url}/`);
  await expect(laptop.getByText('It is paired, and in the list.')).toBeVisible();
  const list = laptop.getByRole('region', { name: 'Paired devices' });
  await expect(list).toContainText('Phone by the kettle');

  // Removed, it is cleared at its next contact, and says so.
  await opensOffline(phone);
  await list.getByRole('button', { name: 'Remove Phone by the kettle' }).click();
  await expect(list).toContainText('Until then it may still show what it knew');
  await list.getByRole('button', { name: 'Remove “Phone by the kettle”' }).click();
  await expect(list).toContainText('No phone yet');
  await phone.goto(`${home.url}/shelf`);
  await expect(phone.getByText('This device was removed from the kitchen.')).toBeVisible();
  const held = () =>
    phone.evaluate(async () => ({
      stored: Object.keys(localStorage).filter((name) => name.startsWith('humble-churn.')),
      caches: await caches.keys(),
      workers: (await navigator.serviceWorker.getRegistrations()).length,
    }));
  await expect.poll(held).toEqual({ stored: [], caches: [], workers: 0 });
  // What is typed wrong is said at once, and nothing of it is lost.
  await phone.getByRole('textbox', { name: 'Code' }).fill('12 34');
  await phone.getByRole('button', { name: 'Pair' }).click();
  await expect(phone.getByText('Six digits, as they are shown there.')).toBeVisible();
  const code = await shownCode(laptop);
  await phone.getByRole('textbox', { name: 'Code' }).fill(String((Number(code) + 1) % 1e6).padStart(6, '0'));
  await phone.getByRole('button', { name: 'Pair' }).click();
  await expect(phone.getByText('This is not the code that is shown now.')).toBeVisible();
  await phone.getByRole('textbox', { name: 'Code' }).fill(code);
  await phone.getByRole('button', { name: 'Pair' }).click();
  await expect(phone.getByRole('link', { name: 'Counter' })).toBeVisible();
});

test('two make one batch, a phone and the machine itself, one of them offline, the server killed once', async ({
  home,
}) => {
  const laptop = await home.laptop();
  await laptop.goto(`${home.kitchen.url}/kitchen/phones`);
  const phone = await home.phone();
  await pairByDigits(phone, home.url, await shownCode(laptop), 'Phone by the kettle');
  // Installable over TLS, by the certificate of the kitchen's own authority.
  const devtools = await phone.context().newCDPSession(phone);
  const { installabilityErrors } = await devtools.send('Page.getInstallabilityErrors');
  expect(installabilityErrors.map(({ errorId }) => errorId)).toEqual(['in-incognito']);

  const { id } = await ask<{ id: string }>(laptop, 'POST', '/api/batches', { recipe: RECIPE });
  await laptop.goto(`${home.kitchen.url}/counter/${id}`);
  await phone.goto(`${home.url}/counter/${id}`);
  await expect(laptop.getByText('“Phone by the kettle” has this step open, too.')).toBeVisible();
  await expect(phone.getByText('The kitchen’s own machine has this step open, too.')).toBeVisible();

  // The laptop ends a step; the phone hears of it and begins the next.
  await laptop.getByRole('button', { name: 'Weigh: done' }).click();
  await phone.getByRole('button', { name: 'Start blending' }).click();
  await expect(laptop.getByRole('timer')).toBeVisible();
  await opensOffline(phone);

  // The phone leaves the house's network and goes on; meanwhile the laptop ends the same step.
  await phone.context().setOffline(true);
  const ended = /^(Stop now: blending|Blending: done)/;
  await phone.getByRole('button', { name: ended }).click();
  await expect(phone.getByText(/waiting, kept on this device/)).toBeVisible();
  await laptop.getByRole('button', { name: ended }).click();
  await expect(laptop.getByRole('button', { name: ended })).toHaveCount(0);
  // Confirmed, and so the first.
  await allSent(laptop);
  await home.kitchen.stop('SIGKILL');
  await phone.reload();
  await expect(phone.getByText(/waiting, kept on this device/)).toBeVisible();
  await home.kitchen.start();
  await phone.context().setOffline(false);
  // One entry of the two; the second is told kindly.
  await expect(phone.getByText(/^Another device was first: blend/)).toBeVisible();
  await expect(phone.getByText(/Not taken/)).toHaveCount(0);
  await phone.getByRole('button', { name: 'OK', exact: true }).click();

  const log = async (page: Page): Promise<string[]> =>
    (
      await ask<{ events: { id: string; what: { type: string } }[] }>(page, 'GET', `/api/batches/${id}`)
    ).events.map((event) => `${event.what.type} ${event.id}`);
  const [onLaptop, onPhone] = [await log(laptop), await log(phone)];
  expect(onPhone).toEqual(onLaptop);
  expect(onLaptop.filter((line) => line.startsWith('step-done'))).toHaveLength(2);
  // And both show the same step.
  const heading = laptop.getByRole('main').getByRole('heading', { level: 2 }).first();
  await expect(phone.getByRole('main').getByRole('heading', { level: 2 }).first()).toHaveText(
    (await heading.textContent()) ?? '',
  );

  // A browser that forgot its token is let in anew, and what was entered meanwhile is sent, once.
  await phone.context().setOffline(true);
  await phone.getByRole('button', { name: /Smooth/ }).click();
  await expect(phone.getByText(/waiting, kept on this device/)).toBeVisible();
  await phone.context().clearCookies();
  await phone.context().setOffline(false);
  await expect(phone.getByRole('heading', { level: 1, name: 'Pair this device' })).toBeVisible();
  await laptop.goto(`${home.kitchen.url}/kitchen/phones`);
  await phone.getByRole('textbox', { name: 'Code' }).fill(await shownCode(laptop));
  await phone.getByRole('button', { name: 'Pair' }).click();
  await expect(phone.getByRole('link', { name: 'Counter' })).toBeVisible();
  const feltBy = async (): Promise<number> =>
    (await log(laptop)).filter((line) => line.startsWith('step-done')).length;
  await expect.poll(feltBy).toBe(3);
  await allSent(phone);
  expect(await feltBy()).toBe(3);
});
