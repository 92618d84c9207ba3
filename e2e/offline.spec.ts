import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SCREENS } from '@humble-churn/contract';
import { plainRecipe } from '@humble-churn/core';
import type { Page } from '@playwright/test';
import { chromium } from '@playwright/test';
import { Kitchen, ROOT, allSent, expect, logOf, opensOffline, stateOf, test } from './kitchen';

const plain = plainRecipe('Under way', 'almond', 6.6, 8);
const QUICK = { ...plain, soak: { ...plain.soak, method: 'none' as const } };

test.use({ hasTouch: true, viewport: { width: 390, height: 844 } });

/** The app is on the device, and so is what its screens open with. */
async function allKept(page: Page): Promise<void> {
  await opensOffline(page);
  const kept = () =>
    page.evaluate(() => {
      const { clientState } = JSON.parse(localStorage.getItem('humble-churn.kept') ?? '{}') as {
        clientState?: { queries: { queryKey: string[] }[] };
      };
      return clientState?.queries.map(({ queryKey }) => queryKey.join(' ')).sort() ?? [];
    });
  await expect
    .poll(kept)
    .toEqual(
      expect.arrayContaining([
        'account',
        'batches active',
        'batches all',
        'home-network',
        'ingredients',
        'paired-devices',
        'plans',
        'recipes in-use',
      ]),
    );
}

test('the browser finds nothing that would keep the app from being installed', async ({ demo }) => {
  // A private window installs nothing: this needs a browser with a profile of its own.
  const folder = mkdtempSync(join(tmpdir(), 'humble-churn-profile-'));
  const browser = await chromium.launchPersistentContext(folder, test.info().project.use.launchOptions);
  try {
    const page = await browser.newPage();
    await page.goto(demo.url);
    await opensOffline(page);
    await isInstallable(page, demo.url);
  } finally {
    await browser.close();
    rmSync(folder, { recursive: true, force: true });
  }
});

async function isInstallable(page: Page, home: string): Promise<void> {
  const devtools = await page.context().newCDPSession(page);
  const { errors, url, data } = (await devtools.send('Page.getAppManifest')) as {
    errors: unknown[];
    url: string;
    data?: string;
  };
  expect(errors).toEqual([]);
  expect(url).toBe(`${home}/manifest.webmanifest`);
  expect((await devtools.send('Page.getInstallabilityErrors')).installabilityErrors).toEqual([]);
  const { icons } = JSON.parse(data ?? '{}') as { icons: { src: string; sizes: string }[] };
  for (const { src, sizes } of icons) {
    const answer = await page.request.get(`${home}${src}`);
    expect(answer.headers()['content-type']).toMatch(/^image\//);
    if (sizes === 'any') continue;
    const drawn = await page.evaluate(async (address) => {
      const image = new Image();
      image.src = address;
      await image.decode();
      return `${image.naturalWidth}x${image.naturalHeight}`;
    }, src);
    expect(drawn).toBe(sizes);
  }
}

test('after one visit every screen opens with its server gone, as does one never opened; what is tapped there is sent once', async ({
  page,
  context,
}) => {
  const kitchen = await new Kitchen(['--demo']).start();
  try {
    await page.goto(kitchen.url);
    await allKept(page);
    const [batchId = '', jarId = ''] = await page.evaluate(async () => {
      const answer = await fetch('/api/batches?scope=active&limit=100');
      const { batches } = (await answer.json()) as {
        batches: {
          id: string;
          events: { what: { type: string; jars?: { id: string; place: string }[] } }[];
        }[];
      };
      for (const { id, events } of batches) {
        const jar = events.flatMap(({ what }) => what.jars ?? []).find(({ place }) => place === 'fridge');
        if (jar) return [id, jar.id];
      }
      return [];
    });
    await kitchen.stop('SIGKILL');
    const params: Record<string, string> = { batchId, jarId, key: 'new' };
    for (const screen of SCREENS) {
      const path = screen.replace(/:(\w+)/g, (_, name: string) => params[name] ?? '');
      const cold = await context.newPage();
      const trouble: string[] = [];
      cold.on('pageerror', ({ message }) => trouble.push(message));
      await cold.goto(`${kitchen.url}${path}`);
      await expect(cold.getByRole('heading', { level: 1 }), path).toBeVisible();
      await expect(cold.getByText(/^Fetching /), path).toHaveCount(0);
      // Nothing says that it could not be fetched.
      await expect(cold.getByRole('button', { name: 'Try again' }), path).toHaveCount(0);
      expect(trouble, path).toEqual([]);
      await cold.close();
    }
    await page.goto(`${kitchen.url}/shelf/${batchId}/${jarId}`);
    await page.getByRole('button', { name: 'It smells good' }).tap();
    await expect(page.getByText(/^It smells good, today/)).toBeVisible();
    await kitchen.start();
    await allSent(page);
    const checked = (await logOf(page, kitchen.url, batchId)).events.filter(
      ({ what }) => what.type === 'jar-checked',
    );
    expect(checked).toHaveLength(1);
  } finally {
    await kitchen.close();
  }
});

test('a newer app is offered at a quiet moment, never while hands are busy, and what was entered stays', async ({
  page,
  ownKitchen,
}) => {
  const { url } = ownKitchen;
  const newer = mkdtempSync(join(tmpdir(), 'humble-churn-newer-'));
  try {
    cpSync(join(ROOT, 'client/dist'), newer, { recursive: true });
    const index = join(newer, 'index.html');
    writeFileSync(
      index,
      readFileSync(index, 'utf8').replace('</head>', '<meta name="release" content="newer" /></head>'),
    );
    const worker = join(newer, 'offline.js');
    const text = readFileSync(worker, 'utf8');
    const revised = text.replace(/("?revision"?:"[^"]+","?url"?:"index\.html")/, (one) =>
      one.replace(/[0-9a-f]{32}/, 'f'.repeat(32)),
    );
    expect(revised).not.toBe(text);
    writeFileSync(worker, revised);

    const made = await page.request.post(`${url}/api/batches`, {
      data: { recipe: QUICK },
      headers: { 'idempotency-key': crypto.randomUUID() },
    });
    const { id: batchId } = (await made.json()) as { id: string };
    await page.goto(`${url}/counter/${batchId}`);
    await opensOffline(page);
    const release = page.locator('meta[name="release"]');
    await ownKitchen.stop();
    ownKitchen.siteDir = newer;
    await ownKitchen.start();
    await page.reload();
    await expect
      .poll(() =>
        page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.waiting?.state),
      )
      .toBe('installed');
    const offer = page.getByRole('button', { name: 'Use the new version of the app now' });
    // The nuts wait to be weighed: a hand is wanted.
    await expect(page.getByRole('heading', { name: 'Weigh' })).toBeVisible();
    await expect(offer).toHaveCount(0);
    await expect(release).toHaveCount(0);
    await page.request.post(`${url}/api/batches/${batchId}/events`, {
      data: { happenings: [{ type: 'abandoned', reason: 'For another day' }] },
      headers: { 'idempotency-key': crypto.randomUUID() },
    });
    await page.goto(`${url}/bench`);
    await offer.tap();
    await expect(release).toHaveAttribute('content', 'newer');
    await expect(offer).toHaveCount(0);
    expect((await stateOf(page, url, batchId)).status).toBe('abandoned');
  } finally {
    rmSync(newer, { recursive: true, force: true });
  }
});
