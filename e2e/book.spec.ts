import { readFileSync } from 'node:fs';
import { expect, onBench, openBench, test } from './kitchen';

const WIDE = { width: 1280, height: 800 };

test.describe('the recipe book', () => {
  test.use({ viewport: WIDE });

  test('keeps a recipe, its next version and what changed; brings one back from a file', async ({
    page,
    empty,
  }) => {
    await openBench(page, empty.url);
    await page.getByRole('radio', { name: 'Pecan' }).click();
    await page.getByRole('textbox', { name: 'Name of the batch' }).fill('Pecan for Thursdays');
    await page.getByRole('button', { name: 'Save recipe' }).click();
    await expect(page.getByText('“Pecan for Thursdays” is in the recipe book.')).toBeVisible();
    await page.getByRole('radio', { name: 'Hard' }).click();
    await page.getByRole('button', { name: 'Save as version 2' }).click();
    await expect(page.getByText(/Version 2 of “Pecan for Thursdays” is saved/)).toBeVisible();
    await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
    await page.getByRole('button', { name: 'Save as version 2' }).click();
    await expect(page.getByText(/Version 2 of “Pecan for Thursdays” is saved/)).toBeVisible();
    const saving = page.waitForEvent('download');
    await page.getByRole('button', { name: /schema.org.*for other programs/ }).click();
    const path = await (await saving).path();
    await page.getByRole('button', { name: 'The recipe book', exact: true }).click();
    await page.getByRole('button', { name: 'Show the versions of Pecan for Thursdays' }).click();
    await expect(page.getByText('Changed: squeeze')).toBeVisible();
    // Put away and brought back.
    await page.getByRole('button', { name: 'Archive Pecan for Thursdays' }).click();
    await expect(page.getByRole('region', { name: 'Pecan for Thursdays' })).toBeHidden();
    await page.getByRole('radio', { name: 'Archived' }).click();
    await page.getByRole('button', { name: 'Bring back Pecan for Thursdays' }).click();
    await page.getByRole('radio', { name: 'In the book' }).click();
    await expect(page.getByRole('region', { name: 'Pecan for Thursdays' })).toBeVisible();
    // The written file is read back whole.
    await page.getByLabel('Recipe file').setInputFiles({
      name: 'again.jsonld',
      mimeType: 'application/ld+json',
      buffer: readFileSync(path),
    });
    await page.getByRole('button', { name: 'Open without saving' }).click();
    await expect(page).toHaveURL(/\/bench$/);
    expect((await onBench(page)).strain.squeeze).toBe('hard');
  });

  test('a recipe of another program, pasted: what is understood, and what is left out', async ({
    page,
    empty,
  }) => {
    await page.goto(`${empty.url}/recipes`);
    const text = page.getByRole('textbox', { name: 'Text of a recipe' });
    await text.fill(
      JSON.stringify({
        '@context': 'https://schema.org',
        '@type': 'Recipe',
        name: 'Grandmother’s almond milk',
        recipeIngredient: ['1 cup raw almonds', '4 cups water', '2 Medjool dates, pitted', 'a little love'],
      }),
    );
    await page.getByRole('button', { name: 'Read the text' }).click();
    await expect(page.getByText('Left out, not understood: “a little love”.')).toBeVisible();
    await expect(page.getByText(/from 145\sg; almond; 1 to 6.6 by weight/)).toBeVisible();
    await page.getByRole('button', { name: 'Save to the book' }).click();
    await expect(page.getByRole('region', { name: 'Grandmother’s almond milk' })).toBeVisible();
  });

  test('a bad file says which field and changes nothing', async ({ page, demo }) => {
    await page.goto(`${demo.url}/recipes`);
    await expect(page.getByRole('region', { name: /Sunday/ })).toBeVisible();
    const before = await page.getByRole('region').count();
    const file = page.getByLabel('Recipe file');
    const give = (name: string, text: string) =>
      file.setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
    await give('broken.json', '{ "format": "humble-churn/recipe", "version": 1, "recipe": { "name": "X" } }');
    const alert = page.getByRole('alert');
    await expect(alert).toContainText('recipe.nuts:');
    await expect(alert).toContainText('Nothing was changed.');
    await give(
      'bitter.json',
      JSON.stringify({ '@type': 'Recipe', recipeIngredient: ['50 g bitter almonds', '1 l water'] }),
    );
    await expect(alert).toContainText(/recipeIngredient\.0: .*cyanide/);
    await give('no.json', 'almonds and water');
    await expect(alert).toContainText('This is not JSON');
    await page.getByRole('button', { name: 'Clear' }).click();
    await expect(alert).toBeHidden();
    await expect(page.getByRole('region')).toHaveCount(before);
  });
});
