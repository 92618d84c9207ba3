// npm run bench: how fast it is, each figure beside the limit it was promised under. Run with tsx; nothing here fails
// a test: a busy machine is slow.
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium as browserOf } from 'playwright-core';
import {
  GUIDE,
  USUAL_KITCHEN,
  USUAL_SURROUNDINGS,
  solveRecipe,
  batchState,
  calendarWith,
  plainRecipe,
  planJob,
  kitchenCalendar,
  predict,
  replan,
  displacement,
  schedule,
  alternatives,
} from '../core/src/index.ts';
import { ROOT, chromium, postgres, server, site } from './setUp.mjs';
import { benchMany } from './benchMany.mjs';
import { benchPage } from './benchPage.mjs';
import { benchServer } from './benchServer.mjs';
import { demoServer } from './demoServer.mjs';

const rows = [];
const note = (what, figure, limit, unit, digits = 0) =>
  rows.push({
    what,
    figure: `${figure.toFixed(digits)} ${unit}`,
    limit: `${limit} ${unit}`,
    ratio: figure / limit,
  });

/** Median time of a call, µs: in rounds, so that one pause of the machine does not count. */
function medianUs(call, times) {
  for (let i = 0; i < times * 5; i++) call();
  const rounds = [];
  for (let round = 0; round < 15; round++) {
    const from = performance.now();
    for (let i = 0; i < times; i++) call();
    rounds.push(((performance.now() - from) / times) * 1000);
  }
  return rounds.sort((a, b) => a - b)[7];
}

const plain = plainRecipe('Bench', 'almond', 6.6, 12);
const fromNuts = { ...plain, amount: { by: 'nuts', massG: 143 } };
const nut = (ingredient) => ({ ingredient, form: 'whole', share: 1 });
const blend = { ...fromNuts, nuts: ['almond', 'cashew', 'macadamia', 'hazelnut'].map(nut) };
const goal = { want: 'milk', volumeMl: 1000, thickness: { by: 'body', body: 'full' } };
note(
  'one prediction forward',
  medianUs(() => predict(fromNuts), 2000),
  50,
  'µs',
  1,
);
note(
  'one prediction forward, blend of four nuts',
  medianUs(() => predict(blend), 1000),
  50,
  'µs',
  1,
);
note('from millilitres to nuts', medianUs(() => predict(plain), 300) / 1000, 2, 'ms', 3);
note(
  'from millilitres and body to nuts and water',
  medianUs(() => solveRecipe(plain, goal, USUAL_KITCHEN), 100) / 1000,
  2,
  'ms',
  3,
);

const nowMs = Date.UTC(2026, 0, 10, 15, 30);
const HOUR_MS = 3_600_000;
const daysOf = { wakingFrom: '06:30', wakingTo: '22:30', quietFrom: '21:00', quietTo: '07:30' };
const made = predict(plain).value;
const wish = (hours) => ({ id: 'a', glassMs: nowMs + hours * HOUR_MS, fresh: false, soakedAlready: false });
const bowls = [{ volumeMl: 1500, count: 2 }];
const days = (hours) =>
  kitchenCalendar({ ...daysOf, bowls }, 'Europe/Lisbon', nowMs, wish(hours).glassMs, []);
const jobOf = (hours) => planJob(wish(hours), plain, made, USUAL_KITCHEN);
const threeDays = days(72);
const three = jobOf(72);
note('a plan three days ahead', medianUs(() => schedule([three], threeDays), 20) / 1000, 50, 'ms', 2);
const tonight = days(4.5);
note(
  'what still fits when the night was missed',
  medianUs(() => alternatives(wish(4.5), plain, USUAL_KITCHEN, tonight), 1) / 1000,
  100,
  'ms',
  1,
);
// One bowl, and a glass every six hours that needs it all night: nothing moved would help, which takes longest to see.
const full = kitchenCalendar(
  { ...daysOf, bowls: [{ volumeMl: 1500, count: 1 }] },
  'Europe/Lisbon',
  nowMs,
  nowMs + 72 * HOUR_MS,
  [],
);
const kept = [];
for (const hours of [22, 28, 34, 40, 46]) {
  const job = { ...jobOf(hours), id: `kept ${hours}` };
  const found = schedule([job], calendarWith(full, kept));
  if (found.ok) kept.push({ job, placed: found.placed[0] });
}
const inTheWay = jobOf(18);
console.log(
  `${kept.length} plans kept; ${displacement(inTheWay, kept, full) ? 'room' : 'no room'} for one more.`,
);
note(
  'room looked for among kept plans',
  medianUs(() => displacement(inTheWay, kept, full), 1) / 1000,
  1000,
  'ms',
);
const planned = {
  type: 'planned',
  id: 'p',
  atMs: nowMs,
  recipe: plain,
  prediction: made,
  sureness: null,
  around: USUAL_SURROUNDINGS,
  budgetH: 96,
  guide: GUIDE,
  ingredients: [],
};
const making = batchState([planned]);
note('a batch computed anew', medianUs(() => replan(making, USUAL_KITCHEN, nowMs), 200) / 1000, 5, 'ms', 2);

await site();
await server();
await chromium();
await postgres();
// The first script is what index.html names; the empty app's is that of a bare router, query client, svg and zod.
const EMPTY_KB = 1783;
const EMPTY_GZ_KB = 421;
const html = readFileSync(join(ROOT, 'client/dist/index.html'), 'utf8');
const scripts = [...html.matchAll(/src="([^"]+\.js)"/g)].map((found) => join(ROOT, 'client/dist', found[1]));
const texts = scripts.map((path) => readFileSync(path));
const sum = (sizes) => sizes.reduce((all, size) => all + size, 0) / 1000;
note('first scripts', sum(texts.map((text) => text.length)), Math.round(EMPTY_KB * 1.35), 'kB');
note('first scripts, gzip -9', sum(texts.map((text) => gzipSync(text, { level: 9 }).length)), 450, 'kB');
console.log(`An app with nothing in it has ${EMPTY_KB} kB, ${EMPTY_GZ_KB} kB by gzip -9.`);
const all = readdirSync(join(ROOT, 'client/dist/_expo/static/js/web')).filter((name) => name.endsWith('.js'));
console.log(`${all.length} scripts in all; ${scripts.length} of them come first.`);

await benchServer(note);
await benchMany(note);

const { url, stop } = await demoServer();
const browser = await browserOf.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
try {
  const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
  // From asking the bench's worker how sure a recipe is to its answer.
  await page.addInitScript(() => {
    const Plain = window.Worker;
    window.drawsMs = [];
    window.Worker = class extends Plain {
      constructor(...args) {
        super(...args);
        this.addEventListener('message', ({ data }) => {
          const askedMs = this.asked?.get(data.id);
          if (askedMs !== undefined && 'answer' in data) window.drawsMs.push(performance.now() - askedMs);
        });
      }
      postMessage(message) {
        this.asked ??= new Map();
        if (message.name === 'uncertainty') this.asked.set(message.id, performance.now());
        super.postMessage(message);
      }
    };
  });
  await page.goto(`${url}/bench`);
  const jar = page.getByRole('slider', { name: 'Water in the jar' });
  await jar.waitFor();
  await page.waitForTimeout(2500);
  const cdp = await page.context().newCDPSession(page);
  const frames = async (slow) => {
    await cdp.send('Emulation.setCPUThrottlingRate', { rate: slow });
    const box = await jar.boundingBox();
    const x = box.x + box.width / 3;
    await page.mouse.move(x, box.y + box.height * 0.5);
    await page.mouse.down();
    // Once along it unmeasured: what runs for the first time is compiled first.
    for (let i = 0; i < 20; i++) await page.mouse.move(x, box.y + box.height * (0.5 + 0.2 * Math.sin(i / 3)));
    await page.evaluate(() => {
      window.longest = [];
      let last = performance.now();
      const tick = (now) => {
        window.longest.push(now - last);
        last = now;
        window.ticking = requestAnimationFrame(tick);
      };
      window.ticking = requestAnimationFrame(tick);
    });
    for (let i = 0; i < 90; i++) {
      await page.mouse.move(x, box.y + box.height * (0.5 + 0.2 * Math.sin(i / 6)));
      await page.waitForTimeout(16);
    }
    // Read while the finger is still down: what follows its release is not dragging any more.
    const gaps = await page.evaluate(() => {
      cancelAnimationFrame(window.ticking);
      return window.longest.slice(2);
    });
    await page.mouse.up();
    await cdp.send('Emulation.setCPUThrottlingRate', { rate: 1 });
    // Back to where it began, or each drag would begin in a fuller jar.
    await page.getByRole('button', { name: 'Take the last change back' }).click();
    await page.waitForTimeout(500);
    return gaps.sort((a, b) => a - b);
  };
  // Five drags, and of them the middle one by its longest frame: a machine shared with others stalls now and then.
  const middle = async (slow) => {
    const drags = [];
    for (let i = 0; i < 5; i++) drags.push(await frames(slow));
    return drags.sort((a, b) => a[a.length - 1] - b[b.length - 1])[2];
  };
  const plainGaps = await middle(1);
  const slowGaps = await middle(4);
  const at = (gaps, share) => gaps[Math.min(gaps.length - 1, Math.floor(share * gaps.length))];
  note('longest frame while the water line is dragged', at(plainGaps, 1), 50, 'ms', 1);
  note('the same, processor slowed to a quarter', at(slowGaps, 1), 50, 'ms', 1);
  note('  99 of 100 frames of it', at(slowGaps, 0.99), 50, 'ms', 1);
  note('  half of the frames of it', at(slowGaps, 0.5), 50, 'ms', 1);
  const draws = (await page.evaluate(() => window.drawsMs)).sort((a, b) => a - b);
  note('2,000 draws in the worker, median', draws[Math.floor(draws.length / 2)], 100, 'ms', 1);
  note('2,000 draws in the worker, longest', draws[draws.length - 1], 100, 'ms', 1);
  await page.close();
  await benchPage(`${url}/bench`, note);
} finally {
  await browser.close();
  stop();
}
console.log(
  `\n${'what'.padEnd(48)}${'measured'.padStart(12)}${'promised'.padStart(12)}${'ratio'.padStart(8)}`,
);
for (const { what, figure, limit, ratio } of rows) {
  console.log(`${what.padEnd(48)}${figure.padStart(12)}${limit.padStart(12)}${ratio.toFixed(2).padStart(8)}`);
}
