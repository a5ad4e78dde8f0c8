import { expect, rows, slot, test } from './kit.ts';

test('the reading names the family of a line, and finds a planted rub against a clave', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/write');
  await page.getByTitle('Type in Bell').click();
  const reading = page.getByRole('region', { name: 'Reading' });
  await expect(reading).toContainText('It is tresillo.');

  await page.goto('/bench/ferry-bell/frame');
  await page.getByLabel('Search the catalogue').fill('son clave');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Add as a layer' }).click();
  await page.getByRole('link', { name: 'Write' }).click();
  await page.getByTitle('Type in son clave').click();
  await expect(reading).toContainText('It is son clave.One stroke from');

  // A loud stroke beside the third stroke of the clave, in the water's line.
  await page.getByTitle('Type in Water').click();
  await slot(page, 'Water', 7).click();
  await page.keyboard.press('T');
  await slot(page, 'Water', 7).click();
  await page.keyboard.press('!');
  await expect(rows(page, 'Water')).toContainText('/ O . (t) T! /');
  await expect(reading).toContainText('With son clave: it sits');
  const rub = reading.getByRole('button', { name: 'The accent on pulse 8 rubs.' });
  await rub.click();
  await expect(rub).toHaveAttribute('aria-pressed', 'true');
  await expect(reading.getByRole('heading', { name: 'Weight' })).toBeVisible();
});
