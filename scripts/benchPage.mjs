// Rows of npm run bench about a slow phone: /bench cold, the processor slowed to a quarter, slow 4G.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import lighthouse from 'lighthouse';
import { chromium as browserOf } from 'playwright-core';

const PORT = 9333;
const SLOW_4G = { requestLatencyMs: 150, downloadThroughputKbps: 1638.4, uploadThroughputKbps: 750 };
const BROWSER = {
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
};

async function paints(url) {
  const profile = mkdtempSync(join(tmpdir(), 'humble-churn-lighthouse-'));
  const args = [...BROWSER.args, `--remote-debugging-port=${PORT}`];
  const browser = await browserOf.launchPersistentContext(profile, { ...BROWSER, args });
  try {
    const throttling = { ...SLOW_4G, cpuSlowdownMultiplier: 4, rttMs: 150, throughputKbps: 1638.4 };
    const { lhr } = await lighthouse(url, {
      port: PORT,
      onlyAudits: ['first-contentful-paint', 'largest-contentful-paint', 'total-blocking-time'],
      throttlingMethod: 'devtools',
      throttling,
      maxWaitForLoad: 60_000,
    });
    return (name) => lhr.audits[name].numericValue / 1000;
  } finally {
    await browser.close();
    rmSync(profile, { recursive: true, force: true });
  }
}

/** How long after the page was asked for the water handle takes a key, s. */
async function waterAnswersS(url) {
  const browser = await browserOf.launch(BROWSER);
  try {
    const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
    const devtools = await page.context().newCDPSession(page);
    await devtools.send('Network.enable');
    await devtools.send('Network.emulateNetworkConditions', {
      offline: false,
      latency: SLOW_4G.requestLatencyMs,
      downloadThroughput: (SLOW_4G.downloadThroughputKbps * 1024) / 8,
      uploadThroughput: (SLOW_4G.uploadThroughputKbps * 1024) / 8,
    });
    await devtools.send('Emulation.setCPUThrottlingRate', { rate: 4 });
    const from = performance.now();
    await page.goto(url, { waitUntil: 'commit' });
    const water = page.getByRole('slider', { name: 'Water in the jar' });
    await water.waitFor();
    const before = await water.getAttribute('aria-valuetext');
    await water.press('ArrowUp');
    while ((await water.getAttribute('aria-valuetext')) === before) await page.waitForTimeout(20);
    return (performance.now() - from) / 1000;
  } finally {
    await browser.close();
  }
}

/** How long the browser takes from a tap, and from a key in a field, until it has drawn the answer; longest, ms. */
async function handAnswersMs(url) {
  const browser = await browserOf.launch(BROWSER);
  try {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
    const page = await context.newPage();
    await page.goto(url);
    await page.getByText('being worked out').waitFor({ state: 'hidden' });
    const devtools = await context.newCDPSession(page);
    await devtools.send('Emulation.setCPUThrottlingRate', { rate: 4 });
    await page.evaluate(() => {
      globalThis.answered = { tap: [], key: [] };
      new globalThis.PerformanceObserver((list) => {
        for (const { name, duration } of list.getEntries()) {
          if (name === 'pointerup' || name === 'click') globalThis.answered.tap.push(duration);
          if (name === 'keydown' || name === 'input') globalThis.answered.key.push(duration);
        }
      }).observe({ type: 'event', durationThreshold: 16 });
    });
    const tap = async (role, name) => {
      await page.getByRole(role, { name, exact: typeof name === 'string' }).tap();
      await page.waitForTimeout(700);
    };
    await tap('radio', 'Cashew');
    await tap('radio', 'Coffee and tea');
    await tap('button', /^Soak:/);
    await tap('radio', 'No soak');
    await tap('button', /back to the jar/);
    await tap('button', /^How much:/);
    await page.getByRole('textbox', { name: 'Milk', exact: true }).tap();
    for (const key of '900') {
      await page.keyboard.press(key);
      await page.waitForTimeout(700);
    }
    const { tap: taps, key: keys } = await page.evaluate(() => globalThis.answered);
    return { tapMs: Math.max(0, ...taps), keyMs: Math.max(0, ...keys) };
  } finally {
    await browser.close();
  }
}

/** Middle one of three: a machine shared with others stalls now and then. */
async function middle(measure) {
  const all = [];
  for (let i = 0; i < 3; i++) all.push(await measure());
  return all;
}

export async function benchPage(url, note) {
  const at = (all, pick) => all.map(pick).sort((a, b) => a - b)[1];
  const runs = await middle(() => paints(url));
  note(
    '/bench cold on a slow phone: first paint',
    at(runs, (of) => of('first-contentful-paint')),
    2.5,
    's',
    1,
  );
  note(
    '  largest paint',
    at(runs, (of) => of('largest-contentful-paint')),
    9,
    's',
    1,
  );
  note(
    '  blocking in all',
    at(runs, (of) => of('total-blocking-time')),
    3.5,
    's',
    1,
  );
  const hands = await middle(() => handAnswersMs(url));
  note(
    'a tap on the bench, processor slowed to a quarter, longest',
    at(hands, ({ tapMs }) => tapMs),
    200,
    'ms',
  );
  note(
    '  a key in a field of it',
    at(hands, ({ keyMs }) => keyMs),
    100,
    'ms',
  );
  const waits = await middle(() => waterAnswersS(url));
  note(
    '  the water handle answers a key',
    at(waits, (s) => s),
    12,
    's',
    1,
  );
}
