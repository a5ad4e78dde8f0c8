import { expect, goTo, kept, rows, scheduled, slot, test } from './kit.ts';

test('an instrument of one’s own is made by ear, played, and kept from being lost', async ({
  page,
}) => {
  await page.goto('/guide');
  await page.getByRole('button', { name: 'Your own' }).click();
  const form = page.getByRole('region', { name: 'An instrument of your own' });
  await form.getByLabel('Name', { exact: true }).fill('darbuka');
  await form.getByLabel('Name of stroke 1').fill('middle');
  await form.getByRole('button', { name: 'Keep the instrument' }).click();
  await expect(form.getByRole('alert')).toContainText('There is a darbuka already');
  await form.getByLabel('Name', { exact: true }).fill('Tin lid');
  await form.getByLabel('Sound of stroke 1').selectOption('shell');
  await expect.poll(async () => (await scheduled(page)).length).toBe(1);
  await form.getByRole('button', { name: 'Keep the instrument' }).click();
  await expect(page.getByRole('heading', { name: /^middle/ })).toBeVisible();

  // It is still there after a reload, is written on, and sounds.
  await page.goto('/bench/ferry-bell/write');
  await page.getByRole('button', { name: 'Add a layer' }).click();
  await page.getByRole('option', { name: /^tin lid/ }).click();
  await slot(page, 'Tin lid', 0).click();
  await page.keyboard.press('X');
  await expect(slot(page, 'Tin lid', 0)).toHaveAccessibleName(/middle, right, plain/);
  await expect(rows(page, 'Tin lid')).toContainText('play X . . .');
  await kept(page, 'ferry-bell', '"instrument":"own-tin-lid"');
  await page.reload();
  await expect(slot(page, 'Tin lid', 0)).toHaveAccessibleName(/middle, right, plain/);

  // Made otherwise it is so where it is open already, and undo still goes back.
  await slot(page, 'Tin lid', 0).click();
  await page.getByRole('link', { name: 'Guide' }).click();
  await page.getByRole('button', { name: 'Change it' }).click();
  await form.getByLabel('Name of stroke 1').fill('rim');
  await form.getByRole('button', { name: 'Keep the instrument' }).click();
  await expect(page.getByRole('heading', { name: /^rim/ })).toBeVisible();
  await page.getByRole('link', { name: 'Bench' }).click();
  await expect(slot(page, 'Tin lid', 0)).toHaveAccessibleName(/rim, right, plain/);
  await slot(page, 'Tin lid', 0).click();
  await page.keyboard.press('Control+z');
  await expect(slot(page, 'Tin lid', 0)).toHaveAccessibleName(/silence/);
  await page.keyboard.press('Control+Shift+z');
  await expect(slot(page, 'Tin lid', 0)).toHaveAccessibleName(/rim, right, plain/);
  // It plays once every sound is computed, that of the tin lid too.
  await page.keyboard.press('Space');
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(4);
  await page.keyboard.press('Space');

  // The next page is asked for quicker than anybody leaves this one.
  await kept(page, 'ferry-bell', '{"slot":0,"kind":"X","force":3');
  // While a rhythm is played on it, it stays, and so do the codes that are in use.
  await goTo(page, '/guide?instrument=own-tin-lid');
  await page.getByRole('button', { name: 'Change it' }).click();
  await form.getByLabel('Code of stroke 1').fill('Y');
  await form.getByRole('button', { name: 'Keep the instrument' }).click();
  await expect(form.getByRole('alert')).toContainText('Ferry bell uses its stroke X');
  await page.getByRole('button', { name: 'Delete the tin lid' }).click();
  await expect(page.getByText('One rhythm is played on the tin lid').first()).toBeVisible();
});

test('the typed rows know the names of strokes', async ({ page }) => {
  await page.goto('/bench/ferry-bell/write');
  await page.getByTitle('Type in Water').click();
  const line = rows(page, 'Water');
  await line.click();
  await page.keyboard.press('Control+Home');
  for (let i = 0; i < 6; i += 1) await page.keyboard.press('ArrowRight');
  for (let i = 0; i < 2; i += 1) await page.keyboard.press('Delete');
  await page.keyboard.type('ope', { delay: 60 });
  await expect(page.locator('.cm-tooltip-autocomplete').getByText('open tone')).toBeVisible();
  await page.waitForTimeout(120);
  await page.keyboard.press('Enter');
  await expect(line).toContainText('play O . (t) (k)');
  const place = await line.evaluate((typed) => {
    const words = document.createTreeWalker(typed, NodeFilter.SHOW_TEXT);
    while (words.nextNode()) {
      const at = words.currentNode.textContent?.indexOf('(t)') ?? -1;
      if (at < 0) continue;
      const range = document.createRange();
      range.setStart(words.currentNode, at + 1);
      range.setEnd(words.currentNode, at + 2);
      const { x, y, width, height } = range.getBoundingClientRect();
      return { x: x + width / 2, y: y + height / 2 };
    }
    throw new Error('no (t)');
  });
  await page.mouse.move(place.x, place.y);
  await expect(page.getByText(/^t .*: /)).toBeVisible();
});

test('the Guide opens at the instrument in hand, and a stroke of the line leads to how it is played', async ({
  page,
}) => {
  await page.goto('/bench/wet-cobbles/write');
  await slot(page, 'Cobbles', 2).click();
  await page.getByRole('link', { name: 'How it is played' }).click();
  const asked = page.getByRole('listitem').filter({ hasText: 'open slap' }).first();
  await expect(asked).toHaveAttribute('aria-current', 'true');
  await expect(asked).toBeInViewport();
  await page.goBack();
  await slot(page, 'Lamp', 0).click();
  await expect(page.getByRole('region', { name: 'Reading' })).toContainText('Lamp, pulse 1');
  await page.getByRole('link', { name: 'Guide' }).click();
  await expect(page.getByRole('region', { name: 'Strokes of the hand bell' })).toBeVisible();
});
