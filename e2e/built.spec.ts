import { spawn, spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, dirname, join } from 'node:path';
import { BatchSchema } from '@humble-churn/contract';
import { plainRecipe } from '@humble-churn/core';
import { expect } from '@playwright/test';
import { Kitchen, ROOT, test } from './kitchen';

/** The files that the last stage of the Dockerfile copies: all that a copy for running has. */
function copyTo(folder: string): void {
  const [, last = ''] = readFileSync(join(ROOT, 'Dockerfile'), 'utf8')
    .split(/^FROM .*(?!AS build)$/m)
    .slice(-2);
  for (const [, line = ''] of last.matchAll(/^COPY --from=build (.*)$/gm)) {
    const paths = line.split(' ');
    const to = paths.pop() ?? '';
    for (const path of paths) {
      const from = path.replace('/app/', '');
      const into = to.endsWith('/') ? join(folder, to, basename(from)) : join(folder, to);
      mkdirSync(dirname(into), { recursive: true });
      cpSync(join(ROOT, from), into, { recursive: true });
    }
  }
}

test('a built copy runs without tools and sources, on a kitchen that is there', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'humble-churn-copy-'));
  const there = new Kitchen([]);
  try {
    await there.start();
    await page.request.patch(`${there.url}/api/kitchen`, { data: { name: 'Boat house' } });
    await there.stop();
    copyTo(folder);
    const install = ['ci', '--omit=dev', '--prefer-offline', '--no-audit', '--no-fund'];
    expect(spawnSync('npm', install, { cwd: folder, stdio: 'ignore' }).status).toBe(0);
    expect(existsSync(join(folder, 'node_modules/.bin/tsx'))).toBe(false);

    const child = spawn('npm', ['start'], {
      cwd: folder,
      env: { ...process.env, DATA_DIR: there.dataDir, PORT: '0' },
      stdio: ['ignore', 'pipe', 'pipe'],
      // A group of its own: npm does not pass on to the server that it is to end.
      detached: true,
    });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += String(chunk)));
    const address = (): string | undefined => /http:\/\/127\.0\.0\.1:\d+/.exec(said)?.[0];
    await expect.poll(address).toBeDefined();
    const url = address() ?? '';
    expect(said).not.toMatch(/Installing|Building/);
    await page.goto(`${url}/kitchen`);
    await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Boat house');
    // Its threads start, too: a batch is begun with how sure its figures are.
    const made = await page.request.post(`${url}/api/batches`, {
      data: { recipe: plainRecipe('Almond milk', 'almond', 6.6, 8) },
      headers: { 'idempotency-key': crypto.randomUUID() },
    });
    expect(made.status()).toBe(201);
    const [planned] = BatchSchema.parse(await made.json()).events;
    expect(planned?.what).toMatchObject({ type: 'planned', sureness: { milkMl: {} } });
    const gone = new Promise((resolve) => child.once('exit', resolve));
    if (child.pid !== undefined) process.kill(-child.pid, 'SIGTERM');
    await gone;
  } finally {
    await there.close();
    rmSync(folder, { recursive: true, force: true });
  }
});
