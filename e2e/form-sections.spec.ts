import { opened, openSet, section } from './form-screen.ts';
import { expect, test } from './kit.ts';

test('sections are moved, stretched, copied and taken out by keys and by hand, and all of it can be undone', async ({
  page,
}) => {
  await openSet(page);
  const names = () =>
    page
      .locator('[data-section]')
      .evaluateAll((all) => all.map((one) => one.getAttribute('data-section')));
  const start = await names();
  expect(start.slice(0, 4)).toEqual(['Gather', 'Walk up', 'Call', 'Stairs']);
  await page.keyboard.press('ArrowRight');
  await expect(section(page, 'Gather')).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Alt+ArrowRight');
  expect((await names()).slice(0, 3)).toEqual(['Walk up', 'Gather', 'Call']);
  await page.keyboard.press('Shift+ArrowRight');
  await expect(section(page, 'Gather')).toContainText('17 turns');
  await page.keyboard.press('Control+d');
  expect((await names()).slice(0, 4)).toEqual(['Walk up', 'Gather', 'Gather', 'Call']);
  await page.keyboard.press('Delete');
  expect((await names()).slice(0, 3)).toEqual(['Walk up', 'Gather', 'Call']);
  // What goes leaves the focus to what comes to stand there.
  await expect(page.locator('[data-at]:focus')).toHaveCount(1);
  for (let step = 0; step < 4; step += 1) await page.keyboard.press('Control+z');
  expect(await names()).toEqual(start);

  // What is open stays open when it is moved; the space bar plays from it, also where it has the focus.
  await section(page, 'Call').click();
  await opened(page, 'Call').getByRole('button', { name: 'Move Call earlier' }).click();
  expect((await names()).slice(0, 3)).toEqual(['Gather', 'Call', 'Walk up']);
  await expect(opened(page, 'Call')).toBeVisible();
  // At the beginning it can go no further, and the focus stays there all the same.
  const earlier = opened(page, 'Call').getByRole('button', { name: 'Move Call earlier' });
  await page.keyboard.press('Enter');
  await expect(earlier).toBeDisabled();
  await expect(earlier).toBeFocused();
  await page.keyboard.press('Enter');
  expect((await names()).slice(0, 3)).toEqual(['Call', 'Gather', 'Walk up']);
  await page.locator('[data-of]').getByRole('button', { name: 'Take out' }).press('Enter');
  await expect(section(page, 'Gather')).toBeFocused();
  for (const _edit of ['taken out', 'moved']) await page.keyboard.press('Control+z');
  await section(page, 'Call').click();
  await expect(opened(page, 'Call')).toBeVisible();
  await section(page, 'Call').focus();
  await page.keyboard.press('Space');
  await expect(page.getByRole('region', { name: 'What comes next' })).toContainText('Counting in');
  await expect(opened(page, 'Call')).toBeVisible();
  await page.keyboard.press('Space');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  expect(await names()).toEqual(start);

  // By hand: Gather is dragged behind Walk up, and its edge made four turns longer.
  const [from, to] = [section(page, 'Gather'), section(page, 'Walk up')];
  await from.hover();
  await page.mouse.down();
  const box = await to.boundingBox();
  if (!box) throw new Error('no place');
  await page.mouse.move(box.x + 30, box.y + 20, { steps: 8 });
  await page.mouse.move(box.x + box.width - 20, box.y + 20, { steps: 8 });
  await page.mouse.up();
  await expect.poll(async () => (await names()).slice(0, 2)).toEqual(['Walk up', 'Gather']);
  // Near, every row ends within the page.
  for (let step = 0; step < 5; step += 1) await page.keyboard.press('i');
  await expect(page.locator('[data-form-row="4"]')).toBeAttached();
  const over = await page.locator('[data-section]').evaluateAll((all) => {
    const frame = all[0]?.closest('.form-score')?.getBoundingClientRect().right ?? 0;
    return Math.max(...all.map((one) => one.getBoundingClientRect().right)) - frame;
  });
  expect(over).toBeLessThanOrEqual(0);
  for (let step = 0; step < 5; step += 1) await page.keyboard.press('o');
  await expect(page.locator('[data-form-row="4"]')).not.toBeAttached();

  // With Ctrl it is dragged once more to another place, and stays.
  await section(page, 'Walk up').hover({ position: { x: 20, y: 20 } });
  await page.keyboard.down('Control');
  await page.mouse.down();
  const call = await section(page, 'Call').boundingBox();
  if (!call) throw new Error('no place');
  await page.mouse.move(call.x, call.y + 20, { steps: 6 });
  await page.mouse.move(call.x + call.width / 2, call.y + 20, { steps: 6 });
  await page.mouse.up();
  await page.keyboard.up('Control');
  await expect
    .poll(async () => (await names()).slice(0, 4))
    .toEqual(['Walk up', 'Gather', 'Walk up', 'Call']);
  const edge = section(page, 'Gather').locator('xpath=..').getByTitle('drag to make it longer');
  await edge.hover();
  const gather = await section(page, 'Gather').boundingBox();
  const at = await edge.boundingBox();
  if (!gather || !at) throw new Error('no section');
  await page.mouse.down();
  await page.mouse.move(at.x + at.width / 2 + (gather.width / 16) * 4, at.y + 20, { steps: 6 });
  await page.mouse.up();
  await expect(section(page, 'Gather')).toContainText('20 turns');
});
