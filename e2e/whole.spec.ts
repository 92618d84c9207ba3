import { KitchenSchema, NotebookSchema } from '@humble-churn/contract';
import type { Page } from '@playwright/test';
import { Kitchen, expect, test } from './kitchen';

test.use({ viewport: { width: 1280, height: 800 } });

async function nameOf(kitchen: Kitchen): Promise<string> {
  return KitchenSchema.parse(await (await fetch(`${kitchen.url}/api/kitchen`)).json()).name;
}

/** What a screen says, as a screen reader reads it. */
function read(page: Page): Promise<string> {
  return page.locator('body').ariaSnapshot();
}

test('a kitchen goes into another one as one file, shows the same screens there, and is deleted', async ({
  page,
  context,
}) => {
  const [from, to] = await Promise.all([new Kitchen(['--demo']).start(), new Kitchen([]).start()]);
  const name = await nameOf(from);
  await page.goto(`${from.url}/kitchen`);
  const saving = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export everything' }).click();
  const download = await saving;
  expect(download.suggestedFilename()).toMatch(new RegExp(`^${name} \\d{4}-\\d\\d-\\d\\d\\.zip$`));

  const other = await context.newPage();
  await other.goto(`${to.url}/kitchen`);
  await other
    .getByLabel('File of a kitchen')
    .setInputFiles({ name: 'notes.zip', mimeType: 'application/zip', buffer: Buffer.from('no zip') });
  await expect(other.getByRole('alert')).toContainText('not a kitchen');
  await other.getByLabel('File of a kitchen').setInputFiles(await download.path());
  await expect(other.getByText(`“${name}” is here`)).toBeVisible();
  // The form below holds what came in.
  await expect(other.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue(name);

  const { batches } = NotebookSchema.parse(await (await fetch(`${from.url}/api/notebook`)).json());
  // Each with what stands there once it has loaded.
  const screens = {
    '/': 'Soak again',
    '/shelf': 'Best before',
    '/notebook': 'predicted',
    [`/notebook/${batches[0]?.id ?? ''}`]: 'How it was made',
    '/days': 'When do you want it',
    '/recipes': 'Archive ',
    '/kitchen': 'Export everything',
  };
  for (const [path, there] of Object.entries(screens)) {
    await Promise.all([page.goto(from.url + path), other.goto(to.url + path)]);
    // A clock may tick between the two.
    await expect(async () => {
      const [before, after] = await Promise.all([read(page), read(other)]);
      expect(before).toContain(there);
      expect(after).toBe(before);
    }).toPass({ timeout: 20_000 });
  }

  // Another device has a page open when it is deleted.
  await page.goto(`${from.url}/notebook`);
  await expect(page.getByRole('link').filter({ hasText: 'predicted' }).first()).toBeVisible();
  const second = await context.newPage();
  await second.goto(`${from.url}/kitchen`);
  await second.getByRole('button', { name: 'Delete this kitchen' }).click();
  const confirm = second.getByRole('textbox', { name: /to confirm/ });
  await confirm.fill('Somebody else’s');
  await expect(second.getByRole('button', { name: 'Delete all of it' })).toBeDisabled();
  await confirm.fill(name);
  await second.getByRole('button', { name: 'Delete all of it' }).click();
  await expect(second).toHaveURL(`${from.url}/`);
  await expect(page.getByText('The first page is empty')).toBeVisible();
  await second.goto(`${from.url}/kitchen`);
  await expect(second.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('My kitchen');
  await expect(second.getByRole('button', { name: 'Import a kitchen' })).toBeVisible();
  expect(await nameOf(to)).toBe(name);
  await from.close();
  await to.close();
});
