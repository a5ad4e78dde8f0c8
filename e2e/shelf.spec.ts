import { expect, rows, slot, test } from './kit.ts';

test('begins a rhythm of one’s own in an uneven cycle', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New rhythm' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Ten stairs');
  const cycle = page.getByLabel('Cycle: the pulses of each beat');
  await cycle.fill('3+x');
  await expect(page.getByText('is not a beat length')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Begin writing' })).toBeDisabled();
  await cycle.fill('3+2+2+3');
  await page.getByRole('button', { name: 'Begin writing' }).click();
  await expect(page.getByLabel('Name of the rhythm')).toHaveValue('Ten stairs');
  await expect(rows(page, 'Goblet drum')).toContainText('play . . . / . . / . . / . . .');
  await expect(page.getByRole('region', { name: 'Reading' })).toContainText('Nothing sounds yet');
  await slot(page, 'Goblet drum', 0).click();
  await page.keyboard.type('DtkT');
  await expect(rows(page, 'Goblet drum')).toContainText('play D t k / T . / . . / . . .');
});

test('refuses files that cannot be read, and says where', async ({ page }) => {
  await page.goto('/');
  const file = page.getByTestId('bring-in');
  const give = (name: string, text: string) =>
    file.setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  const alert = page.getByRole('alert');
  await give(
    'odd.stride',
    'rhythm A\ncycle 3+3+2\ntempo 0\nlayer B : hand bell\nplay X . . / Q . . / X .\n',
  );
  await expect(alert).toContainText('odd.stride was not brought in');
  await expect(alert).toContainText(
    'Line 3, column 7: A tempo in beats a minute lies between 10 and 400',
  );
  await expect(alert).toContainText('Line 5, column 14: “Q” is not a stroke of the hand bell.');
  await give('empty.stride', '');
  await expect(alert).toContainText('The text is empty.');
  await give('picture.stride', 'PNG\u0000\u0001');
  await expect(alert).toContainText('It is not a text.');
  await give('long.stride', 'x'.repeat(5_000_000));
  await expect(alert).toContainText('It is 5.0 MB');
  await expect(page.getByRole('listitem').filter({ has: page.getByRole('heading') })).toHaveCount(
    2,
  );
});

test('says so where a rhythm is not there', async ({ page }) => {
  await page.goto('/bench/nowhere/write');
  await expect(page.getByRole('alert')).toContainText('no rhythm at this address');
});
