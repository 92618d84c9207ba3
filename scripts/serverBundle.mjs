// The server as plain JavaScript: our own code bundled, packages left where they are installed.
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
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
      '@humble-churn/contract/recipeJsonLd': './contract/src/recipeJsonLd.ts',
    },
    sourcemap: true,
    logLevel: 'warning',
  });
}

/** Writes server/dist: the server, and the file its threads start from. Takes a fraction of a second. */
export function bundleServer() {
  return bundle('server/src/main.ts', 'server/dist');
}

/** Writes a server that is for tests only: one that serves several kitchens. */
export function bundleTestServer() {
  return bundle('server/test/severalKitchens.ts', 'server/dist-test');
}
