// The server as plain JavaScript: our own code bundled, packages left where they are installed.
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** Writes server/dist: the server, and the file its threads start from. Takes a fraction of a second. */
export async function bundleServer() {
  await build({
    absWorkingDir: ROOT,
    entryPoints: { main: 'server/src/main.ts', computeThread: 'server/src/computeThread.ts' },
    outdir: join(ROOT, 'server/dist'),
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
    },
    sourcemap: true,
    logLevel: 'warning',
  });
}
