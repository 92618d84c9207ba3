// What a fresh clone needs before anything else runs. Plain JavaScript: nothing is installed yet.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { postgresPrograms } from './postgres.mjs';

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..');
const STAMPS = join(ROOT, '.build');
const CHROMIUM = '/usr/bin/chromium';

export function say(words) {
  console.log(`• ${words}`);
}

/** Runs a command in sight and resolves to its exit code. */
export function run(command, args, options = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
    child.on('error', () => resolve(127));
    child.on('exit', (code, signal) => resolve(signal ? 1 : (code ?? 1)));
  });
}

async function mustRun(what, command, args, options) {
  const code = await run(command, args, options);
  if (code !== 0) {
    console.error(`${what} failed (${command} ${args.join(' ')}).`);
    process.exit(code);
  }
}

function hashOf(paths) {
  const hash = createHash('sha256');
  const take = (path) => {
    if (!existsSync(path)) return;
    if (statSync(path).isDirectory()) {
      for (const name of readdirSync(path).sort()) {
        if (name !== 'node_modules' && name !== 'dist' && !name.startsWith('.')) take(join(path, name));
      }
    } else hash.update(path.slice(ROOT.length)).update(readFileSync(path));
  };
  paths.forEach((path) => take(join(ROOT, path)));
  return hash.digest('hex');
}

function isFresh(name, hash) {
  const stamp = join(STAMPS, name);
  return existsSync(stamp) && readFileSync(stamp, 'utf8') === hash;
}

function mark(name, hash) {
  mkdirSync(STAMPS, { recursive: true });
  writeFileSync(join(STAMPS, name), hash);
}

/** Installs the packages of the lock file when they are missing or no longer match it. */
export async function packages() {
  const hash = hashOf(['package-lock.json']);
  if (existsSync(join(ROOT, 'node_modules', '.bin', 'tsx')) && isFresh('packages', hash)) return;
  say('Installing packages (a few minutes the first time)…');
  await mustRun('Installing packages', 'npm', ['ci', '--no-audit', '--no-fund']);
  mark('packages', hash);
}

/** Whether this is a copy that was built elsewhere and has the packages for running it only. */
export function isBuiltForRunning() {
  const there = (path) => existsSync(join(ROOT, path));
  return (
    there('server/dist/main.mjs') &&
    there('client/dist/index.html') &&
    there('node_modules/express') &&
    !there('node_modules/.bin/tsx')
  );
}

/** Bundles the server: it takes a fraction of a second, so it is always done. */
export async function server() {
  // What it is made with may have been installed a moment ago.
  const { bundleServer } = await import('./serverBundle.mjs');
  await bundleServer();
}

/** Builds the app when its sources changed since it was last built. */
export async function site() {
  const hash = hashOf([
    'core/src',
    'contract/src',
    'client',
    'scripts/offlineWorker.mjs',
    'package-lock.json',
  ]);
  if (existsSync(join(ROOT, 'client/dist/index.html')) && isFresh('site', hash)) return;
  say('Building the app (about a minute)…');
  rmSync(join(ROOT, 'client/dist'), { recursive: true, force: true });
  await mustRun('Building the app', 'npx', ['expo', 'export', '-p', 'web'], {
    cwd: join(ROOT, 'client'),
    env: { ...process.env, EXPO_NO_TELEMETRY: '1', EXPO_OFFLINE: '1', CI: '1' },
  });
  // What it is made with may have been installed a moment ago.
  const { offlineWorker } = await import('./offlineWorker.mjs');
  await offlineWorker();
  mark('site', hash);
}

/** Installs packages of Debian. */
async function debian(what, ...names) {
  say(`Installing ${what} from Debian…`);
  const sudo = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = async (...args) => {
    const [command, ...rest] = [...sudo, 'apt-get', ...args];
    await mustRun(`Installing ${what}`, command, rest, {
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  };
  if (spawnSync('apt-get', ['--version']).status !== 0) {
    console.error(`The tests need ${what}; install it with this system's own tools.`);
    process.exit(1);
  }
  await apt('update', '-qq');
  await apt('install', '-y', '-qq', '--no-install-recommends', ...names);
}

/** Installs Debian's Chromium for the browser tests when it is not there. */
export async function chromium() {
  if (!existsSync(CHROMIUM)) await debian(`Chromium at ${CHROMIUM}`, 'chromium');
}

/** Installs what a home network for the tests is made and trusted with when it is not there. */
export async function homeNetwork() {
  const there = (command) => spawnSync('sh', ['-c', `command -v ${command}`]).status === 0;
  const missing = [!there('ip') && 'iproute2', !there('certutil') && 'libnss3-tools'].filter(Boolean);
  if (missing.length > 0) await debian('what a home network is tested with', ...missing);
}

/** Installs Debian's PostgreSQL for the server's tests when it is not there. */
export async function postgres() {
  if (postgresPrograms() === null) await debian('PostgreSQL', 'postgresql');
}
