import { expect, kept, rows, slot, test } from './kit.ts';

test('writes spoken compounds, and the reading knows both hands', async ({ page }) => {
  await page.goto('/?new');
  await page.getByLabel('Name', { exact: true }).fill('Lamp pair');
  await page.getByLabel('Cycle as it is written').fill('1x4');
  await page.getByLabel('First instrument').selectOption({ label: 'tabla (north indian pair)' });
  await page.getByRole('button', { name: 'Begin writing' }).click();
  await slot(page, 'Tabla', 0).click();
  await page.keyboard.press('H');
  await page.keyboard.press('W');
  await page.keyboard.press('N');
  await page.getByRole('button', { name: 'Place dha' }).click();
  await expect(rows(page, 'Tabla')).toContainText('play H / W / N / H');
  await expect(slot(page, 'Tabla', 0)).toHaveAccessibleName(
    'bar 1, beat 1: ge, left, plain; na, right, plain',
  );
  await expect(page.getByRole('region', { name: 'Reading' })).toContainText('Right 4, left 3');
});

test('fills, deals, ornaments, shifts and goes to a counted place', async ({ page }) => {
  await page.goto('/bench/ferry-bell/write');
  await slot(page, 'Water', 0).click();
  const line = rows(page, 'Water');
  await page.getByRole('textbox', { name: 'Go to a place' }).fill('& of 2');
  await page.keyboard.press('Enter');
  await expect(slot(page, 'Water', 6)).toBeFocused();
  await page.getByRole('textbox', { name: 'Go to a place' }).fill('& of 9');
  await page.keyboard.press('Enter');
  await expect(page.getByText('There is no beat 9; a turn has 4.')).toBeVisible();

  const menu = async (name: string) => {
    await page.getByRole('button', { name: 'More to do on the line' }).click();
    await page.getByRole('menuitem', { name }).click();
  };
  await slot(page, 'Water', 0).click();
  await menu('Flam');
  await expect(line).toContainText("play 'D! . (t) (k)");
  await menu('Choke at the end of the slot');
  await expect(line).toContainText("play 'D!^ . (t) (k)");
  await menu('Fill the gaps in the layer with ghosts');
  await expect(line).toContainText("play 'D!^ (k) (t) (k)");
  await slot(page, 'Water', 4).click({ button: 'right' });
  await page.getByRole('menuitem', { name: 'Crushed roll' }).click();
  await expect(line).toContainText('~~O');
  await slot(page, 'Water', 4).click();
  await page.keyboard.press('Control+ArrowRight');
  await expect(slot(page, 'Water', 5)).toHaveAccessibleName(/: open.*crushed roll/);
  for (let i = 0; i < 5; i += 1) await page.keyboard.press('Control+z');
  await expect(line).toContainText('play D! . (t) (k)');
});

test('a stroke is dragged along the line, turns get names and fold away, the count is lit', async ({
  page,
}) => {
  await page.goto('/bench/wet-cobbles/write');
  await page.getByTitle('Type in Ground').click();
  const line = rows(page, 'Ground');
  await expect(line).toContainText('play G! . / . (k)');
  const from = await slot(page, 'Ground', 0).boundingBox();
  const to = await slot(page, 'Ground', 1).boundingBox();
  if (!from || !to) throw new Error('the line is not drawn');
  const y = from.y + from.height * 0.75;
  await page.mouse.move(from.x + from.width / 2, y);
  await page.mouse.down();
  await page.mouse.move(to.x + to.width / 2, y, { steps: 6 });
  await page.mouse.up();
  await expect(line).toContainText(/play\s+\. G/);
  await page.keyboard.press('Control+z');
  await expect(line).toContainText('play G! . / . (k)');

  const turns = page.getByRole('toolbar', { name: 'Turns' });
  await turns.getByRole('button', { name: '2', exact: true }).click();
  await page.getByLabel('Name of turn 2').fill('The stairs');
  await page.getByLabel('It is').selectOption('answer');
  await page.keyboard.press('Escape');
  await expect(turns.getByRole('button', { name: 'answer: The stairs' })).toBeVisible();
  await kept(page, 'wet-cobbles', '"turns":[{"turn":1,"mark":"answer","name":"The stairs"}]');
  await turns.getByRole('button', { name: 'Fold turn 1' }).click();
  await expect(slot(page, 'Ground', 0)).toHaveAccessibleName(/^bar 2, beat 1/);
  await turns.getByRole('button', { name: 'Unfold turn 1' }).click();

  await page.getByRole('heading', { name: 'Fit' }).click();
  await page.keyboard.press('Space');
  const lit = page.locator('.count-now');
  await expect(lit).toHaveCount(1);
  const first = await lit.getAttribute('data-count');
  await expect.poll(() => lit.getAttribute('data-count')).not.toBe(first);
  await page.keyboard.press('Space');
});

test('a stretch reaches over layers, and a layer is counted in its own way', async ({ page }) => {
  await page.goto('/bench/wet-cobbles/write');
  await slot(page, 'Cobbles', 0).click();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Delete');
  await expect(slot(page, 'Cobbles', 0)).toHaveAccessibleName(/silence/);
  await expect(slot(page, 'Cobbles', 1)).toHaveAccessibleName(/silence/);
  await expect(slot(page, 'Ground', 0)).toHaveAccessibleName(/silence/);
  await expect(slot(page, 'Lamp', 0)).not.toHaveAccessibleName(/silence/);
  await page.keyboard.press('Control+z');
  await expect(slot(page, 'Cobbles', 0)).toHaveAccessibleName(/bass/);
  await expect(slot(page, 'Ground', 0)).toHaveAccessibleName(/low ring/);

  await page.getByRole('button', { name: 'Layer Lamp' }).click();
  await page.getByLabel('Under the line').selectOption('counted in spoken drum');
  await page.keyboard.press('Escape');
  await expect(slot(page, 'Lamp', 1)).toHaveAccessibleName(/^bar 1, ka of 1/);
  await kept(page, 'wet-cobbles', '"sayCounting":"spoken-drum"');
});

test('a stretch over layers is copied and pasted, as text from elsewhere too, and strokes ring on', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.goto('/bench/wet-cobbles/write');
  await slot(page, 'Cobbles', 0).click();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Control+c');
  await expect(page.getByText('Copied a stretch of 2 layers.')).toBeVisible();
  const text = await page.evaluate(() => navigator.clipboard.readText());
  expect(text).toMatch(/^play .*\n(hand.*\n)?(say.*\n)?\nplay /);
  const before = [
    await slot(page, 'Cobbles', 0).getAttribute('aria-label'),
    await slot(page, 'Ground', 0).getAttribute('aria-label'),
  ].map((label) => label?.split(': ')[1]);
  await slot(page, 'Cobbles', 4).click();
  await page.keyboard.press('Control+v');
  await expect(slot(page, 'Cobbles', 4)).toHaveAccessibleName(new RegExp(`${before[0]}$`));
  await expect(slot(page, 'Ground', 4)).toHaveAccessibleName(new RegExp(`${before[1]}$`));
  await page.keyboard.press('Control+z');

  // Text from another program, and text that is none.
  await page.evaluate(() => navigator.clipboard.writeText('B! . (t)'));
  await slot(page, 'Cobbles', 1).click();
  await page.keyboard.press('Control+v');
  await expect(rows(page, 'Cobbles')).toContainText('play B! B! / . (t) / O');
  await page.evaluate(() => navigator.clipboard.writeText('See you at the ferry.'));
  await page.keyboard.press('Control+v');
  await expect(page.getByText(/^What was copied cannot be read as strokes\./)).toBeVisible();
  await expect(rows(page, 'Cobbles')).toContainText('play B! B! / . (t) / O');

  await slot(page, 'Cobbles', 2).click();
  await page.keyboard.press('_');
  await expect(slot(page, 'Cobbles', 2)).toHaveAccessibleName(/rings on$/);
  await expect(rows(page, 'Cobbles')).toContainText('play B! B! / _ (t) / O');

  // The pointer chooses a stretch too: with Shift, or drawn from an empty slot.
  const stretch = page.locator('.slot-ranged');
  await slot(page, 'Cobbles', 3).click();
  await slot(page, 'Cobbles', 5).click({ modifiers: ['Shift'] });
  await expect(stretch).toHaveCount(3);
  await slot(page, 'Cobbles', 4).click();
  await expect(stretch).toHaveCount(0);
  await slot(page, 'Lamp', 1).hover();
  await page.mouse.down();
  await slot(page, 'Lamp', 3).hover();
  await slot(page, 'Cobbles', 4).hover();
  await page.mouse.up();
  await expect(stretch).toHaveCount(8);
  await page.keyboard.press('Delete');
  await expect(rows(page, 'Cobbles')).toContainText('play B! . / . . / . (t) O');
});
