import { expect, rows, scheduled, slot, test } from './kit.ts';

test('keys called everywhere work where a player is: with a stroke in focus', async ({ page }) => {
  await page.goto('/bench/lantern-steps/write');
  await slot(page, 'Bell', 3).click();
  await expect(slot(page, 'Bell', 3)).toBeFocused();
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(3);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  // Held down it plays once, and does not begin and stop again and again.
  await page.keyboard.down('Space');
  await page.keyboard.down('Space');
  await page.keyboard.down('Space');
  await page.keyboard.up('Space');
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await page.keyboard.press('Space');

  await page.keyboard.press('?');
  const help = page.getByRole('dialog', { name: 'Keys and words' });
  await expect(help).toBeVisible();
  // Behind the page of keys nothing happens.
  await page.keyboard.press('Control+z');
  await page.locator('body').press('Space');
  await page.keyboard.press('Escape');
  await expect(help).toHaveCount(0);
  await expect(slot(page, 'Bell', 3)).toBeFocused();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});

test('the focus is somewhere sensible, and the title says where one is', async ({ page }) => {
  await page.goto('/bench/ferry-bell/write');
  await expect(page).toHaveTitle('Ferry bell · Write · Humble Stride');
  await slot(page, 'Ferry', 2).click();
  await page.keyboard.press('Control+k');
  await expect(page.getByPlaceholder('A rhythm, a place')).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(slot(page, 'Ferry', 2)).toBeFocused();
  // What is done on the screen leaves the focus where it was.
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('A rhythm, a place').fill('theme: light');
  await page.keyboard.press('Enter');
  await expect(page.getByPlaceholder('A rhythm, a place')).toBeHidden();
  await expect(slot(page, 'Ferry', 2)).toBeFocused();
  // What is to be opened is open, with the focus in it, and leaves it there when it is closed.
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('A rhythm, a place').fill('notes');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Notes; they stand on the sheet')).toBeFocused();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('A rhythm, a place').fill('take away as');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Take away' })).toBeFocused();
  await slot(page, 'Ferry', 2).click();
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('A rhythm, a place').fill('guide');
  await page.keyboard.press('Enter');
  await expect(page).toHaveTitle('Guide · Humble Stride');
  await expect(page.locator('#screen')).toBeFocused();
  await page.goBack();
  // To the place one is in: the focus is on the slot all the same, and the next letter arrives.
  await slot(page, 'Ferry', 4).click();
  await page.getByLabel('Go to a place').fill('2');
  await page.keyboard.press('Enter');
  await expect(slot(page, 'Ferry', 4)).toBeFocused();
  await page.keyboard.press('Y');
  await expect(rows(page, 'Ferry')).toContainText('play X! . . . / Y . . Y');
});

test('strokes typed quicker than a slow machine draws stand where they were meant, and the focus after them', async ({
  page,
}) => {
  await page.goto('/bench/ferry-bell/write');
  await slot(page, 'Ferry', 0).click();
  await expect(rows(page, 'Ferry')).toBeVisible();
  const protocol = await page.context().newCDPSession(page);
  await protocol.send('Emulation.setCPUThrottlingRate', { rate: 8 });
  await page.keyboard.type('YYXXYYXX');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Delete');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.type('YX');
  await expect(slot(page, 'Ferry', 12)).toBeFocused();
  await expect(rows(page, 'Ferry')).toContainText('Y! Y X X / Y Y X X / . . Y X / Y . Y .');
});

test('a line or a stretch can be moved again and again, over the seam too', async ({ page }) => {
  await page.goto('/bench/ferry-bell/write');
  await slot(page, 'Ferry', 0).click();
  await expect(rows(page, 'Ferry')).toBeVisible();
  const before = await rows(page, 'Ferry').textContent();
  await page.keyboard.press('Shift+End');
  for (let count = 0; count < 3; count += 1) await page.keyboard.press('Control+ArrowRight');
  await expect(rows(page, 'Ferry')).toContainText('play . Y . X! / . . . X / . . Y . / . X . Y');
  for (let count = 0; count < 13; count += 1) await page.keyboard.press('Control+ArrowRight');
  await expect(rows(page, 'Ferry')).toHaveText(before ?? '');
  // The last two slots go over the seam and are still what is chosen.
  await slot(page, 'Ferry', 14).click();
  await page.keyboard.press('Shift+ArrowRight');
  for (let count = 0; count < 3; count += 1) await page.keyboard.press('Control+ArrowRight');
  await expect(rows(page, 'Ferry')).toContainText('play X! Y . . / X . . Y / . . X . / Y . . .');
  for (let count = 0; count < 3; count += 1) await page.keyboard.press('Control+ArrowLeft');
  await expect(rows(page, 'Ferry')).toHaveText(before ?? '');
  // Slots that an undo takes away are chosen no more: what is shown as chosen is what a key is for.
  await slot(page, 'Ferry', 15).click();
  await page.keyboard.press('X');
  await page.keyboard.press('8');
  await expect(slot(page, 'Ferry', 19)).toBeVisible();
  await page.keyboard.press('End');
  await page.keyboard.press('Shift+ArrowLeft');
  await page.keyboard.press('Control+ArrowLeft');
  await expect(slot(page, 'Ferry', 17)).toBeFocused();
  for (const _edit of ['the move', 'the division']) await page.keyboard.press('Control+z');
  await expect(rows(page, 'Ferry')).toContainText('/ Y . Y X');
  await page.keyboard.press('Delete');
  await expect(rows(page, 'Ferry')).toHaveText(before ?? '');
  // Chosen from its end to its beginning, the menu is for the whole of it.
  await slot(page, 'Ferry', 15).click();
  for (let count = 0; count < 3; count += 1) await page.keyboard.press('Shift+ArrowLeft');
  await page.getByRole('button', { name: 'More to do on the line' }).click();
  await page.getByRole('menuitem', { name: 'Drag' }).click();
  await expect(rows(page, 'Ferry')).toContainText("''Y . ''Y .");
});

test('the list of instruments stays within the screen, large and small, and takes letters', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/write');
  for (const [width, height] of [
    [1280, 800],
    [390, 844],
  ] as const) {
    await page.setViewportSize({ width, height });
    const mridangams = page.getByRole('listbox', { name: /^Mridangam/i });
    await expect(slot(page, 'Walker', 0)).toBeVisible();
    const before = await mridangams.count();
    await page.getByRole('button', { name: 'Add a layer' }).click();
    const list = page.getByRole('dialog', { name: 'Add a layer' });
    const box = await list.boundingBox();
    expect(box?.y ?? -1).toBeGreaterThanOrEqual(0);
    expect((box?.y ?? 0) + (box?.height ?? 0)).toBeLessThanOrEqual(height);
    const last = list.getByRole('option').last();
    await last.scrollIntoViewIfNeeded();
    await expect(last).toBeInViewport();
    await page.keyboard.type('mridang');
    await page.keyboard.press('Enter');
    await expect(list).toHaveCount(0);
    await expect.poll(() => mridangams.count()).toBeGreaterThan(before);
  }
});
