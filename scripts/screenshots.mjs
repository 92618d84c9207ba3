// One current picture of each main view from the demo kitchen, into docs/screenshots.
import { join } from 'node:path';
import { chromium as browserOf } from 'playwright-core';
import { ROOT, chromium, packages, say, site } from './setUp.mjs';
import { demoServer } from './demoServer.mjs';

await packages();
await site();
await chromium();
const { url, stop } = await demoServer();
const browser = await browserOf.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
});
const PHONE = { width: 390, height: 844 };
const WIDE = { width: 1280, height: 800 };

async function shoot(name, viewport, colorScheme, steps) {
  const page = await browser.newPage({ viewport, colorScheme });
  await steps(page);
  await page.waitForTimeout(1200);
  await page.screenshot({ path: join(ROOT, `docs/screenshots/${name}.png`) });
  await page.close();
  say(name);
}
const open = (path) => (page) => page.goto(`${url}${path}`);
const into = (path, link) => async (page) => {
  await page.goto(`${url}${path}`);
  await page.getByRole('main').getByRole('link', { name: link }).first().click();
};

await shoot('now', PHONE, 'light', open('/'));
// The bench also says how sure it is, once its worker has answered.
const bench = async (page) => {
  await page.goto(`${url}/bench`);
  await page.getByText('Likely', { exact: true }).waitFor();
  await page.getByText('being worked out').waitFor({ state: 'hidden' });
};
const down = (label, where) => async (page) => {
  await bench(page);
  await where(page).waitFor();
  await where(page).evaluate((element) => element.scrollIntoView({ block: 'start' }));
  // From under the figures that stay in sight.
  await page.getByLabel(label, { exact: true }).evaluate((element) => element.scrollBy(0, -12));
};
const region = (name) => (page) => page.getByRole('region', { name });
await shoot('pour', PHONE, 'light', down('The recipe', region('The pour')));
await shoot('curves', PHONE, 'dark', down('The recipe', region('What if')));
await shoot('beside-wide', WIDE, 'light', async (page) => {
  await page.goto(`${url}/bench`);
  await page.getByRole('button', { name: 'Compare with a copy' }).click();
  const squeeze = page.getByRole('radiogroup', { name: 'Squeeze on the copy' });
  await squeeze.getByRole('radio', { name: 'Hard' }).click();
  await page.getByRole('table', { name: 'What differs' }).waitFor();
  await region('Two ways side by side')(page).evaluate((element) => element.scrollIntoView());
});
await shoot('recipes', PHONE, 'light', open('/recipes'));
await shoot('bench', PHONE, 'light', bench);
await shoot('bench-wide', WIDE, 'dark', bench);
await shoot('counter', PHONE, 'light', into('/counter', /Hazelnut/));
// A batch of its own, made up to where the blades run and where the milk is weighed.
async function toTheBlades(page) {
  const press = (name) => page.getByRole('button', { name }).click();
  await page.goto(url);
  await press(/^Soak again/);
  await press('Start soaking: start the clock');
  await press('End the soak now');
  await press('Drain and rinse: done');
  await press(/go on without/);
  await press('Start blending');
  await page.waitForTimeout(9000);
}
await shoot('blending', PHONE, 'light', toTheBlades);
await shoot('weighing', PHONE, 'dark', async (page) => {
  const press = (name) => page.getByRole('button', { name }).click();
  await page.goto(`${url}/counter`);
  await page.getByRole('main').getByRole('link').filter({ hasText: 'Blend' }).click();
  await press(/^(Stop now: blending|Blending: done)/);
  await press(/^Feel.*: done/);
  const squeeze = page.getByRole('button', { name: 'Squeeze: done' });
  for (let pour = 1; !(await squeeze.isVisible()); pour++) {
    await page.getByRole('button', { name: new RegExp(`^Strain, pour ${pour} .*: done`) }).click();
    await page.waitForTimeout(300);
  }
  await press('Squeeze: done');
  await press('Use the simulated scale');
  await page.getByRole('textbox', { name: 'Lies on it' }).fill('634');
  await page.getByText(/^63\d\sg taken as milk/).waitFor();
  await page.getByRole('main').evaluate((element) => element.scrollTo(0, 0));
});
await shoot('tasting', PHONE, 'light', async (page) => {
  const press = (name) => page.getByRole('button', { name }).click();
  await page.goto(`${url}/counter`);
  await page.getByRole('main').getByRole('link').filter({ hasText: 'Weigh milk' }).click();
  await page.getByRole('textbox', { name: 'Milk, weighed' }).fill('634');
  await press('Weighed: keep');
  await page.getByRole('heading', { name: 'Taste and stretch' }).waitFor();
  await press('Tasted 30 mL');
  await page.getByRole('radio', { name: 'No grit' }).click();
});
const days = async (page) => {
  await page.goto(`${url}/days`);
  await page.getByRole('radio', { name: 'Walnut for baking' }).click();
  // Later in the day another way is found for it.
  await page.getByText(/fits/).first().waitFor();
  await page.getByRole('main').evaluate((element) => element.scrollTo(0, 0));
};
await shoot('days', PHONE, 'light', days);
await shoot('pulp', PHONE, 'light', open('/pulp'));
await shoot('shelf', PHONE, 'light', open('/shelf'));
await shoot('jar', PHONE, 'dark', into('/shelf', /Walnut/));
await shoot('notebook', PHONE, 'light', async (page) => {
  await page.goto(`${url}/notebook`);
  await page.getByRole('main').getByRole('link').first().waitFor();
});
await shoot('record', PHONE, 'light', into('/notebook', /^Walnut/));
await shoot('kitchen', PHONE, 'light', open('/kitchen'));
// Last: a night without power shortens every jar.
await shoot('fridge', PHONE, 'light', async (page) => {
  await page.goto(`${url}/fridge`);
  await page.getByRole('button', { name: 'Log the simulated sensor' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'What it remembers, as CSV' }).click();
  await page.getByRole('button', { name: 'Stop logging' }).click();
  await page.getByLabel('File of a fridge’s log').setInputFiles(await (await download).path());
  await page.getByRole('button', { name: /^Keep \d+ readings/ }).click();
  await page.getByText(/readings are in the log/).waitFor();
  await page.goto(`${url}/fridge`);
  await page.getByText(/^Measured/).waitFor();
});
await browser.close();
stop();
