// Draws the app's icons, client/public/icons, with Chromium: the jar in section on the app's green. Run by hand, after a
// change of the drawing: `node scripts/icons.mjs`.
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from 'playwright-core';

const FOLDER = fileURLToPath(new URL('../client/public/icons', import.meta.url));

/** The jar of the app's own drawings, half full, over a band of nuts; `share` of the icon's height. */
function drawing({ share, radius }) {
  const size = 512;
  const scale = (size * share) / 150;
  const left = (size - 100 * scale) / 2;
  const top = (size - 150 * scale) / 2;
  const glass =
    'M30 18 C30 26 17 27 15 40 L13 132 C13 142 18 146 26 146 L74 146 C82 146 87 142 87 132 L85 40 C83 27 70 26 70 18 Z';
  const nuts = [
    [27, 128],
    [43, 134],
    [60, 127],
    [75, 133],
    [35, 139],
    [53, 141],
    [69, 141],
  ].map(([x, y]) => `<ellipse cx="${x}" cy="${y}" rx="5" ry="3.4" fill="#6b3f1d"/>`);
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}" viewBox="0 0 ${size} ${size}">
<rect width="${size}" height="${size}" rx="${radius}" fill="#14362f"/>
<g transform="translate(${left} ${top}) scale(${scale})">
<clipPath id="jar"><path d="${glass}"/></clipPath>
<path d="${glass}" fill="#cfe3d8"/>
<g clip-path="url(#jar)"><rect x="10" y="66" width="80" height="60" fill="#fffdf5"/><rect x="10" y="122" width="80" height="28" fill="#c98f52"/>${nuts.join('')}</g>
<path d="${glass}" fill="none" stroke="#fafcf8" stroke-width="5" stroke-linejoin="round"/>
<rect x="24" y="4" width="52" height="14" rx="4" fill="#e3b341"/>
</g></svg>`;
}

const WHOLE = drawing({ share: 0.76, radius: 96 });
// What any shape may be cut out of: nothing of the jar lies outside the middle four fifths.
const MASKABLE = drawing({ share: 0.58, radius: 0 });

const ICONS = [
  ['icon-192.png', 192, WHOLE],
  ['icon-512.png', 512, WHOLE],
  ['maskable-192.png', 192, MASKABLE],
  ['maskable-512.png', 512, MASKABLE],
  // It is cut round by the phone, and must not be see-through.
  ['apple-touch-icon.png', 180, MASKABLE],
];

mkdirSync(FOLDER, { recursive: true });
writeFileSync(join(FOLDER, 'icon.svg'), WHOLE);
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium' });
const page = await browser.newPage();
for (const [name, px, svg] of ICONS) {
  await page.setViewportSize({ width: px, height: px });
  const shown = svg.replace('width="512" height="512"', `width="${px}" height="${px}"`);
  await page.setContent(`<style>body{margin:0}svg{display:block}</style>${shown}`);
  await page.screenshot({ path: join(FOLDER, name), omitBackground: true });
}
await browser.close();
