import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  // Each worker has a server and a kitchen of its own; two cores carry two.
  workers: 2,
  fullyParallel: false,
  forbidOnly: Boolean(process.env['CI']),
  // What fails and then passes is named by scripts/test.mjs, and fails the run when it is seen again.
  retries: 1,
  timeout: 300_000,
  // On a machine busy with other things the first page may take this long.
  expect: { timeout: 60_000 },
  reporter: [['list'], ['json', { outputFile: '../.build/e2e.json' }]],
  use: {
    browserName: 'chromium',
    viewport: { width: 390, height: 844 },
    timezoneId: process.env['KITCHEN_ZONE'] ?? 'Europe/Lisbon',
    // Recording one takes a tenth of the run; TRACE=1 has it.
    trace: process.env['TRACE'] === undefined ? 'off' : 'retain-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
