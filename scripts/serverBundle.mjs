// The server as plain JavaScript: our own code bundled, packages left where they are installed.
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { PGlite } from '@electric-sql/pglite';
import { build } from 'esbuild';

const ROOT = fileURLToPath(new URL('..', import.meta.url));

async function bundle(main, outdir) {
  await build({
    absWorkingDir: ROOT,
    entryPoints: { main, computeThread: 'server/src/computeThread.ts' },
    outdir: join(ROOT, outdir),
    outExtension: { '.js': '.mjs' },
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    packages: 'external',
    alias: {
      '@humble-churn/core': './core/src/index.ts',
      '@humble-churn/contract': './contract/src/index.ts',
      '@humble-churn/contract/kitchenFile': './contract/src/kitchenFile.ts',
      '@humble-churn/contract/recipeText': './contract/src/recipeText.ts',
    },
    sourcemap: true,
    logLevel: 'warning',
  });
}

/** The version of the embedded database: another one may keep its files in another way. */
function databaseVersion() {
  const entry = createRequire(import.meta.url).resolve('@electric-sql/pglite');
  return JSON.parse(readFileSync(join(dirname(entry), '../package.json'), 'utf8')).version;
}

/** Writes server/dist/emptyDatabase, which every new kitchen starts from: once, it takes some seconds. */
async function prepareDatabase() {
  const folder = join(ROOT, 'server/dist/emptyDatabase');
  const stamp = join(ROOT, '.build/emptyDatabase');
  const version = databaseVersion();
  if (existsSync(folder) && existsSync(stamp) && readFileSync(stamp, 'utf8') === version) return;
  const partial = `${folder}.new`;
  for (const old of [folder, partial]) rmSync(old, { recursive: true, force: true });
  mkdirSync(dirname(folder), { recursive: true });
  await (await PGlite.create(partial)).close();
  renameSync(partial, folder);
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, version);
}

/** Writes server/dist: the server, and what it starts from. Takes a fraction of a second after the first time. */
export async function bundleServer() {
  await Promise.all([bundle('server/src/main.ts', 'server/dist'), prepareDatabase()]);
}

/** Writes a server that is for tests only: one that serves several kitchens. */
export function bundleTestServer() {
  return bundle('server/test/severalKitchens.ts', 'server/dist-test');
}
