// The service worker of the exported app: our own few lines with Workbox, and the list of all that the app is made of.
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import { injectManifest } from 'workbox-build';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const SITE = join(ROOT, 'client/dist');

/** Writes client/dist/offline.js. */
export async function offlineWorker() {
  const bundled = join(ROOT, '.build/offline.js');
  await build({
    absWorkingDir: ROOT,
    entryPoints: ['client/worker/offline.ts'],
    outfile: bundled,
    bundle: true,
    format: 'iife',
    platform: 'browser',
    target: 'es2022',
    define: { 'process.env.NODE_ENV': '"production"' },
    minify: true,
    logLevel: 'warning',
  });
  const { warnings } = await injectManifest({
    swSrc: bundled,
    swDest: join(SITE, 'offline.js'),
    globDirectory: SITE,
    globPatterns: [
      'index.html',
      'manifest.webmanifest',
      'favicon.ico',
      'icons/*',
      '_expo/**/*.js',
      'assets/**/*',
    ],
    // Their names change with what is in them.
    dontCacheBustURLsMatching: /^(_expo|assets)\//,
    maximumFileSizeToCacheInBytes: 8_000_000,
  });
  if (warnings.length > 0) throw new Error(warnings.join('\n'));
}
