import { readFile } from 'node:fs/promises';
import { bringIn, expect, kept, rows, scheduled, slot, test, watchText } from './kit.ts';

test('from the Shelf to a file: find, change, hear, read, climb, come back, take away', async ({
  page,
}) => {
  await page.goto('/');
  await expect(page.getByRole('listitem')).toHaveCount(5);
  await page.getByRole('link', { name: 'Lantern steps' }).click();
  await expect(page.getByRole('group', { name: 'Stride line of Lantern steps' })).toBeVisible();

  // Types a change: the first light touch of the walker becomes an accented tek.
  const typed = rows(page, 'Walker');
  await expect(typed).toContainText('play D! (k) (t) / K (t) (k)');
  await typed.click();
  await page.keyboard.press('Control+Home');
  for (let i = 0; i < 9; i += 1) await page.keyboard.press('ArrowRight');
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Delete');
  await page.keyboard.type('T!');
  await expect(slot(page, 'Walker', 1)).toHaveAccessibleName(
    'bar 1, & of 1: tek, left, accent, says ka',
  );
  await kept(page, 'lantern-steps', '"slot":1,"kind":"T","force":4');

  // Hears it.
  await page.getByRole('heading', { name: 'Fit' }).click();
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(20);
  await expect(page.getByTestId('playhead')).toBeVisible();
  const strokes = await scheduled(page);
  const first = strokes[0]?.at ?? 0;
  const pulse = 60 / (72 * 3);
  for (const { at } of strokes) {
    const pulses = ((at - first) / pulse) * 4;
    expect(Math.abs(pulses - Math.round(pulses))).toBeLessThan(1e-6);
  }
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();

  // Reads what it means.
  const reading = page.getByRole('region', { name: 'Reading' });
  await expect(reading).toContainText('16 of 16 pulses, comes round on 1.');
  await expect(reading).toContainText(
    'Right 8, left 8, strictly in turn; the right leads every turn.',
  );

  // Practises it from slow to fast.
  await page.getByRole('link', { name: 'Climb' }).click();
  await expect(page.getByTestId('climb-minutes')).toContainText('minutes in all');
  await page.getByLabel('From', { exact: true }).fill('300');
  await page.getByLabel('To', { exact: true }).fill('380');
  await page.getByLabel('Step', { exact: true }).fill('15');
  await page.getByLabel('Passes', { exact: true }).fill('1');
  const status = page.getByTestId('climb-status');
  const shown = await watchText(status);
  await page.getByRole('button', { name: /^Climb/ }).click();
  await expect(status).toHaveText('380 reached');
  const rungs = (await shown()).map((text) => text.replace(/ in \d/, ' in'));
  expect(rungs.filter((text, index) => text !== rungs[index - 1])).toEqual([
    '300 to 380',
    '300 in',
    '300',
    '345 in',
    '345',
    '380 in',
    '380',
    '380 reached',
  ]);

  // Closes the tab and comes back.
  const context = page.context();
  await page.close();
  const again = await context.newPage();
  await again.goto('/bench');
  await expect(slot(again, 'Walker', 1)).toHaveAccessibleName(
    'bar 1, & of 1: tek, left, accent, says ka',
  );
  await again.getByRole('link', { name: 'Climb' }).click();
  await expect(again.getByLabel('From', { exact: true })).toHaveValue('300');

  // Takes it away, and brings it in elsewhere.
  const download = again.waitForEvent('download');
  await again.getByRole('button', { name: 'Take away as a file' }).click();
  await again.getByRole('menuitem', { name: '.stride' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('lantern-steps.stride');
  const text = await readFile(await file.path(), 'utf8');
  expect(text).toContain('play  D! T! (t) / K (t) (k) / O! O- | D (k) O / K! (t) (k) . / O! K');
  await bringIn(again, 'mine.stride', Buffer.from(text.replace('Lantern steps', 'My steps')));
  await expect(again.getByLabel('Name of the rhythm')).toHaveValue('My steps');
  await expect(rows(again, 'Walker')).toContainText('D! T! (t) / K (t) (k)');
});
