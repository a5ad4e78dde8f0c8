import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { expect, kept, slot, test } from './kit.ts';

const shelf = async (page: Page) => {
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Lantern steps' })).toBeVisible();
};

test('an earlier version is looked at, heard, compared, named and taken back', async ({ page }) => {
  await page.goto('/bench/lantern-steps/write');
  await slot(page, 'Bell', 2).click();
  await page.keyboard.press('X');
  await expect(page.getByTestId('said')).toHaveText(/placed/);
  await kept(page, 'lantern-steps', '"revision":2');
  await page.reload();
  await page.getByRole('button', { name: 'Earlier versions' }).click();
  const dialog = page.getByRole('dialog', { name: 'Earlier versions' });
  await expect(dialog.getByRole('list', { name: 'Versions' }).getByRole('button')).toHaveCount(1);
  // What changed since then is drawn and said.
  await expect(dialog.getByRole('img', { name: /came: pulse 3/ })).toBeVisible();
  await dialog.getByRole('button', { name: 'Hear it' }).click();
  await expect(dialog.getByRole('button', { name: 'Stop' })).toBeVisible();
  await dialog.getByRole('button', { name: 'Name it' }).click();
  await page.getByLabel('Name of this version').fill('As we began');
  await page.keyboard.press('Enter');
  await expect(dialog.getByRole('button', { name: /As we began/ })).toBeVisible();
  await dialog.getByLabel('Keep it as it is now, under a name').fill('With the second stroke');
  await dialog.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(dialog.getByRole('list', { name: 'Versions' }).getByRole('button')).toHaveCount(2);
  await dialog.getByRole('button', { name: /As we began/ }).click();
  await dialog.getByRole('button', { name: 'Take it back' }).click();
  await expect(dialog).toBeHidden();
  await expect(page.getByText('16 of 17 slots sound')).toBeVisible();
  // It is an edit like any other.
  await page.keyboard.press('Control+z');
  await page.getByRole('button', { name: 'Earlier versions' }).click();
  await expect(dialog.getByText('Nothing: this is the rhythm as it is now.')).toBeVisible();
});

test('the whole library goes out as one file, and comes into an empty browser after a look', async ({
  page,
  browser,
}) => {
  await shelf(page);
  await page.getByRole('button', { name: 'Delete Quay call' }).click();
  await page.getByRole('link', { name: 'Safekeeping' }).click();
  await expect(page.getByRole('row', { name: /Quay call rhythm/ })).toBeVisible();
  await expect(page.getByText('There is no backup yet.')).toBeVisible();
  const coming = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Back up now' }).click();
  const download = await coming;
  expect(download.suggestedFilename()).toMatch(/^humble-stride-\d{4}-\d\d-\d\d\.zip$/);
  const zip = await readFile(await download.path());
  await expect(page.getByText(/The last one was made less than a minute ago/)).toBeVisible();

  const context = await browser.newContext();
  const other = await context.newPage();
  await shelf(other);
  await other.getByLabel('Search the Shelf').fill('Ferry');
  await other.getByRole('link', { name: 'Ferry bell' }).click();
  await other.getByLabel('Name of the rhythm').fill('Night ferry');
  await other.keyboard.press('Enter');
  await expect(other.getByTestId('said')).toBeAttached();
  await other.getByRole('link', { name: 'Shelf' }).click();
  await expect(other.getByRole('link', { name: 'Night ferry' })).toBeVisible();
  await other.getByRole('link', { name: 'Safekeeping' }).click();
  const bring = (buffer: Buffer) =>
    other
      .getByTestId('restore')
      .setInputFiles({ name: 'library.zip', mimeType: 'application/zip', buffer });
  await bring(zip.subarray(0, 900));
  await expect(other.getByRole('alert')).toContainText('Nothing here was changed.');
  await other.getByRole('button', { name: 'Close' }).click();
  await bring(zip);
  const look = other.getByRole('dialog');
  await expect(look).toBeVisible();
  await expect(
    look.getByRole('row', { name: /Ferry bell, here Night ferry rhythm differs/ }),
  ).toContainText('both stay');
  await expect(look.getByRole('row', { name: /Quay call rhythm only here/ })).toContainText(
    'stays as it is here',
  );
  await look.getByRole('button', { name: 'Replace' }).click();
  await expect(look.getByRole('row', { name: /Quay call/ })).toContainText('goes into the trash');
  await look.getByRole('button', { name: 'Choose' }).click();
  await look.getByLabel('What becomes of Quay call').selectOption('trash');
  await look.getByRole('button', { name: 'Take it in' }).click();
  await expect(look).toBeHidden();
  await other.goto('/');
  await expect(other.getByRole('link', { name: 'Ferry bell (from the backup)' })).toBeVisible();
  await expect(other.getByRole('link', { name: 'Night ferry' })).toBeVisible();
  await expect(other.getByRole('link', { name: 'Quay call' })).toBeHidden();
  // Two were deleted: one here, one there.
  await other.getByRole('button', { name: '2 deleted' }).click();
  await other.getByRole('button', { name: 'Bring back Quay call' }).first().click();
  await expect(other.getByRole('link', { name: 'Quay call' })).toBeVisible();
  await context.close();
});

test('a folder gets its backup, and the browser is asked to keep what it has', async ({ page }) => {
  // The private folder of the page stands in for one of the player's: it has the same interface.
  await page.addInitScript(() => {
    Object.assign(window, { showDirectoryPicker: () => navigator.storage.getDirectory() });
  });
  await page.goto('/safe');
  await page.getByRole('button', { name: 'Choose a folder' }).click();
  await expect(page.getByRole('button', { name: 'Into it now' })).toBeVisible();
  await expect(page.getByText(/ago, in the folder/)).toBeVisible();
  const sizes = () =>
    page.evaluate(async () => {
      const folder = await navigator.storage.getDirectory();
      const found: [string, number][] = [];
      for await (const [name, handle] of folder as unknown as AsyncIterable<
        [string, FileSystemFileHandle]
      >) {
        found.push([name, (await handle.getFile()).size]);
      }
      return found;
    });
  const [[name, size] = ['', 0]] = await sizes();
  expect(name).toMatch(/^humble-stride-.*\.zip$/);
  expect(size).toBeGreaterThan(3000);
  await page.getByRole('button', { name: 'Ask the browser to keep it' }).click();
  await expect(page.getByText(/The browser (has agreed|was asked)/)).toBeVisible();
});

test('three tabs: edited in one, deleted in another, brought back in the third, nothing is lost', async ({
  page,
  context,
}) => {
  await page.goto('/bench/lantern-steps/write');
  await expect(slot(page, 'Bell', 2)).toBeVisible();
  const second = await context.newPage();
  await shelf(second);
  const third = await context.newPage();
  await third.goto('/safe');
  await expect(third.getByRole('region', { name: 'Deleted' })).toContainText('Nothing.');
  await second.getByRole('button', { name: 'Delete Lantern steps' }).click();
  await expect(third.getByRole('row', { name: /Lantern steps rhythm/ })).toBeVisible();
  await slot(page, 'Bell', 2).click();
  await page.keyboard.press('X');
  // The edit puts it back; what was deleted does not go over it, and stays where it is.
  await expect(page.getByText(/Your edit has put it back on the Shelf/).first()).toBeVisible();
  await third.getByRole('button', { name: 'Bring back Lantern steps' }).click();
  await expect(
    third.getByText(/stays in the trash: it is there again already/).first(),
  ).toBeVisible();
  await expect(third.getByRole('row', { name: /Lantern steps rhythm/ })).toBeVisible();
  await expect(second.getByRole('link', { name: 'Lantern steps' })).toBeVisible();
  // With its edit gone once more, the one in the trash comes back whole.
  await second.getByRole('button', { name: 'Delete Lantern steps' }).click();
  await expect(third.getByRole('button', { name: 'Bring back Lantern steps' })).toHaveCount(2);
  await third.getByRole('button', { name: 'Bring back Lantern steps' }).last().click();
  await expect(third.getByRole('button', { name: 'Bring back Lantern steps' })).toHaveCount(1);
  await second.getByRole('link', { name: 'Lantern steps' }).click();
  await expect(second.getByText('16 of 17 slots sound')).toBeVisible();
});
