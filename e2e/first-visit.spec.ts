import { expect, rows, scheduled, test } from './kit.ts';

/** Somebody who plays, in a browser that has never been here, and without reading anything. */
test('a conga player writes and hears a rhythm of their own with keys alone', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New rhythm' }).click();
  await page.getByLabel('First instrument').selectOption('tall-hand-drum');
  await page.getByRole('button', { name: '2 parts' }).click();
  await page.getByRole('button', { name: 'Begin writing' }).click();
  await expect(page.getByText(/Put a letter in place of a dot/)).toBeVisible();
  await page.keyboard.type('HTSTHTOO');
  await expect(rows(page, 'Conga')).toContainText('H T / S T / H T / O O');
  await page.keyboard.type('!');
  await expect(rows(page, 'Conga')).toContainText('O O!');
  await page.keyboard.press('Space');
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(8);
});

test('a tabla student hears a cycle they know by its name, on its own drum', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Lantern steps' })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder(/A rhythm, a place/).fill('tintal');
  await page.getByRole('option', { name: /^teental, 16 beats/ }).click();
  await expect(page.getByLabel('First instrument')).toHaveValue('north-indian-pair');
  await page.getByRole('button', { name: 'Begin writing' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the rhythm' })).toHaveValue('Teental');
  await expect(rows(page, 'Teental')).toContainText('dha / dhin / dhin / dha');
  await page.keyboard.press('Space');
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(6);
});

test('straight to Goals, the made-up log is said to be made until it is there, and nowhere that there is none', async ({
  page,
}) => {
  await page.addInitScript(() => {
    const seen: string[] = [];
    const look = () => seen.push(document.querySelector('main')?.textContent ?? '');
    new MutationObserver(look).observe(document, { childList: true, subtree: true });
    Object.assign(window, { seen });
  });
  await page.goto('/log/goals');
  await expect(page.getByRole('region', { name: 'Goal: Lantern steps to 96' })).toBeVisible();
  const seen = await page.evaluate(() => (window as unknown as { seen: string[] }).seen);
  expect(seen.join()).toContain('Playing eight weeks of a made-up log');
  expect(seen.join()).not.toContain('A goal is a line of a rhythm, a tempo, and a day.');
});
