// npm test: from a fresh clone to lint, types, unit tests and browser tests.
import { mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, chromium, homeNetwork, packages, postgres, run, say, server, site } from './setUp.mjs';

const WORKSPACES = ['core', 'contract', 'server', 'client', 'client/worker', 'e2e'];
const UNIT = join(ROOT, '.build/unit.json');
const BROWSER = join(ROOT, '.build/e2e.json');
/** The flaky ones of the run before. */
const FLAKY = join(ROOT, '.build/flaky.json');
/** So many may fail once and then pass. */
const MOST_FLAKY = 2;

async function stage(name, command, args) {
  say(name);
  return (await run(command, args)) === 0;
}

function results(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
}

await packages();
mkdirSync(join(ROOT, '.build'), { recursive: true });
rmSync(UNIT, { force: true });
rmSync(BROWSER, { force: true });

const style = () => stage('Lint', 'npx', ['eslint', '.']);

async function formatAndTypes() {
  let sound = await stage('Format', 'npx', ['prettier', '--check', '.']);
  for (const folder of WORKSPACES) {
    sound = (await stage(`Types of ${folder}`, 'npx', ['tsc', '-p', folder])) && sound;
  }
  return sound;
}

/** One after the other: Debian's packages are installed one at a time. */
async function systemPackages() {
  await postgres();
  await chromium();
  await homeNetwork();
  return true;
}

/** Builds what the browser tests run; once the types are looked through there is a core to spare. */
async function typesThenSite() {
  const sound = await formatAndTypes();
  await site();
  return sound;
}

// Each takes one core and neither minds the other. Debian's packages are fetched meanwhile: that takes the network and the disk.
let good = (await Promise.all([style(), typesThenSite(), systemPackages()])).every(Boolean);
const unitGood = await stage('Unit and server tests', 'npx', [
  'jest',
  '--maxWorkers=2',
  '--json',
  `--outputFile=${UNIT}`,
  '--silent',
]);
good = unitGood && good;
await server();
good =
  (await stage('Browser tests', 'npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts'])) && good;

/** What the page held where a browser test failed: on another machine nothing else is left of it. */
function tellFailures() {
  const kept = join(ROOT, 'test-results');
  for (const file of readdirSync(kept, { recursive: true })) {
    if (!file.endsWith('error-context.md')) continue;
    const said = readFileSync(join(kept, file), 'utf8');
    const page = said.slice(Math.max(0, said.indexOf('# Page snapshot')));
    console.log(`${file}\n${page.split('\n').slice(0, 120).join('\n')}`);
  }
}

const unit = results(UNIT);
const browser = results(BROWSER);
/** Names of the browser tests that failed once and then passed. */
function flakyIn(suites) {
  return (suites ?? []).flatMap((suite) => [
    ...flakyIn(suite.suites),
    ...(suite.specs ?? [])
      .filter(({ tests }) => tests.some(({ status }) => status === 'flaky'))
      .map(({ file, title }) => `${file}: ${title}`),
  ]);
}

const flaky = flakyIn(browser?.suites);
const before = results(FLAKY) ?? [];
const again = flaky.filter((name) => before.includes(name));
for (const name of flaky)
  console.log(`flaky: ${name}${again.includes(name) ? ' (in the run before, too)' : ''}`);
if (browser) writeFileSync(FLAKY, JSON.stringify(flaky));
const tooFlaky = flaky.length > MOST_FLAKY ? flaky.length : again.length;
const passed = (unit?.numPassedTests ?? 0) + (browser?.stats.expected ?? 0) + flaky.length - tooFlaky;
const failed = (unit?.numFailedTests ?? 0) + (browser?.stats.unexpected ?? 0) + tooFlaky;
if (browser?.stats.unexpected > 0) tellFailures();
console.log(`${passed} passed, ${failed} failed`);
process.exit(good && unit && browser && failed === 0 ? 0 : 1);
