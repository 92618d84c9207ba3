import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT } from './setUp.mjs';
import { bundleServer } from './serverBundle.mjs';

/** A demo kitchen of its own on a free port, gone with all its data when it is stopped. */
export async function demoServer() {
  await bundleServer();
  const dataDir = mkdtempSync(join(tmpdir(), 'humble-churn-demo-'));
  const server = spawn(process.execPath, ['server/dist/main.mjs', '--demo'], {
    cwd: ROOT,
    env: { ...process.env, DATA_DIR: dataDir, PORT: '0' },
  });
  const url = await new Promise((resolve) => {
    server.stdout.on('data', (chunk) => {
      const found = /http:\/\/127\.0\.0\.1:\d+/.exec(String(chunk));
      if (found) resolve(found[0]);
    });
  });
  const stop = () => {
    server.kill();
    rmSync(dataDir, { recursive: true, force: true });
  };
  return { url, stop };
}
