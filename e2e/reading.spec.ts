import { expect, goTo, rows, scheduled, slot, test } from './kit.ts';

test('the reading names the family of a line, and finds a planted rub against a clave', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/write');
  await page.getByTitle('Type in Bell').click();
  const reading = page.getByRole('region', { name: 'Reading' });
  await expect(reading).toContainText('It is tresillo.');

  await goTo(page, '/bench/ferry-bell/frame');
  await page.getByLabel('Search the catalogue').fill('son clave');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Add as a layer' }).click();
  await page.getByRole('link', { name: 'Write' }).click();
  await page.getByTitle('Type in son clave').click();
  await expect(reading).toContainText('It is son clave.One stroke from');

  // The school that tells every rub.
  await page.getByRole('link', { name: 'Read', exact: true }).click();
  await page.getByRole('button', { name: 'What I want' }).click();
  await page.getByRole('radio', { name: /^Strict/ }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Write' }).click();

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

  // On the stage of its own: the same rub, the side of the turn, and the school that does not tell it.
  await page.getByRole('link', { name: 'Read', exact: true }).click();
  await page.getByRole('button', { name: 'Water', exact: true }).click();
  const sides = page.getByRole('region', { name: 'Sides' });
  await expect(sides).toContainText('The accent on pulse 8 rubs.');
  await expect(page.locator('svg text', { hasText: /^3-2$/ })).toBeVisible();
  await page.getByRole('button', { name: 'What I want' }).click();
  await page.getByRole('radio', { name: /^Loose/ }).click();
  await page.keyboard.press('Escape');
  await expect(sides).toContainText(/busier|both sides have/);
  await expect(sides).not.toContainText('rubs');
  await page.reload();
  await page.getByRole('button', { name: 'Water', exact: true }).click();
  await expect(sides).toContainText(/busier|both sides have/);
  await expect(sides).not.toContainText('rubs');
});

test('the Read stage reads uneven beats: sums, one thing alone, asking for a stroke', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/read');
  const says = page.getByRole('region', { name: 'What it says' });
  await expect(says).toContainText('16 of 16 pulses, comes round on 1.');
  await expect(says).toContainText('the right leads every turn');

  await page.getByRole('button', { name: /^How is this worked out: Over a turn the/ }).click();
  await expect(says.getByRole('list', { name: 'How this is worked out' })).toContainText(
    /72 × 5 ÷ 1\.\d\d = \d+ a minute/,
  );
  await page.getByRole('button', { name: 'What I want' }).click();
  await page.getByLabel('Strokes a second', { exact: true }).fill('2');
  await page.keyboard.press('Escape');
  await expect(says).toContainText(
    /Above \d+ a minute the right hand strikes more than 2 times a second over a turn/,
  );

  const alone = page.getByRole('region', { name: 'One thing at a time' });
  await alone.getByRole('button', { name: 'Only the accents.' }).click();
  await expect(alone.getByRole('button', { name: 'Only the accents.' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await alone.getByRole('button', { name: 'Hear these alone' }).first().click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(6);
  const times = (await scheduled(page)).map((one) => one.at);
  await alone.getByRole('button', { name: 'Stop' }).click();
  // Accents on pulse 1, 7, 12 and 15, at 72 per three pulses; the silent click lies on beats alone.
  const pulse = 60 / 72 / 3;
  const places = times.map((at) => Math.round((at - (times[0] ?? 0)) / pulse));
  expect(places).toContain(11);
  for (const at of places) expect([0, 3, 6, 8, 11, 14]).toContain(at % 16);

  const ask = page.getByRole('region', { name: 'Where do they meet' });
  await ask.getByLabel('Stroke of Walker').selectOption('open tone');
  await expect(ask.getByRole('status')).toContainText(
    'Open tone meets a stroke of Bell on beat 3 of bar 1, beat 3 of bar 2.',
  );
  await ask.getByLabel('Stroke of the other layer').selectOption('an accent');
  await expect(ask.getByRole('status')).toContainText('never meets an accent of Bell');

  // An edit on this stage is read at once, and undone.
  await slot(page, 'Walker', 6).click();
  await page.keyboard.press('Delete');
  await expect(says).toContainText('15 strokes');
  await page.keyboard.press('Control+z');
  await expect(says).toContainText('16 strokes');
});

test('two lines lie over one another, with what moved, and either is heard', async ({ page }) => {
  await page.goto('/bench/ferry-bell/read?view=compare');
  await page.getByRole('button', { name: 'Ferry', exact: true }).first().click();
  await page.getByLabel('Compare with').selectOption('rumba clave');
  const changed = page.getByRole('region', { name: 'What changed' });
  await expect(changed).toContainText('One stroke moved: pulse 5 to pulse 4, −1.');
  await expect(changed).toContainText('One stroke went: pulse 15.');
  const compare = page.getByRole('region', { name: 'Compare' });
  await compare.getByRole('button', { name: 'rumba clave' }).click();
  await compare.getByRole('button', { name: 'Hear it' }).click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(5);
  const times = (await scheduled(page)).map((one) => one.at);
  await compare.getByRole('button', { name: 'Stop' }).click();
  const pulse = 60 / 60 / 4;
  // The silent click lies on the beats; between them only the clave's strokes are put on the clock.
  const places = times.map((at) => Math.round((at - (times[0] ?? 0)) / pulse) % 16);
  expect(
    [...new Set(places)].filter((at) => at % 4 !== 0).every((at) => [3, 7, 10].includes(at)),
  ).toBe(true);
  expect(places).toContain(3);

  // From what it was when it was opened to what it is: an edit shows as a stroke that came.
  await page.getByRole('link', { name: 'Write' }).click();
  await slot(page, 'Ferry', 1).click();
  await page.keyboard.press('X');
  await page.getByRole('link', { name: 'Read', exact: true }).click();
  await page.getByRole('button', { name: 'Compare' }).click();
  await page.getByLabel('Compare with').selectOption('Ferry as it was when you opened it');
  await expect(changed).toContainText('One stroke came: pulse 2.');
});

test('a layer is set against a timeline of the catalogue, low strokes where one wants them', async ({
  page,
}) => {
  await page.goto('/bench/ferry-bell/read');
  await page.getByRole('button', { name: 'Water', exact: true }).click();
  const sides = page.getByRole('region', { name: 'Sides' });
  await expect(sides).toContainText('No layer is marked as a two-sided timeline.');
  await page.getByRole('button', { name: 'What I want' }).click();
  await page.getByRole('radio', { name: /^Strict/ }).click();
  await page.keyboard.press('Escape');
  await sides.getByLabel('Set against').selectOption('son clave');
  await expect(sides).toContainText('With son clave: it sits better as the timeline stands, 3-2');
  await sides.getByRole('button', { name: /^How is this worked out/ }).click();
  await expect(sides).toContainText('4 strokes on it, 2.50 − 0 = 2.50.');
  await page.getByRole('button', { name: 'What I want' }).click();
  await page.getByLabel('Low strokes belong on').selectOption('the two-side');
  await page.getByLabel('At most, %', { exact: true }).fill('5');
  await page.keyboard.press('Escape');
  await expect(sides).toContainText('Low strokes on the three-side, where you do not expect them');
  await expect(page.getByRole('region', { name: 'Weight' })).toContainText(
    'the high sounds take over, you want at most 5.',
  );
  // A timeline of twelve is followed over the sixteen until both come round.
  await sides.getByLabel('Set against').selectOption('seven-stroke bell');
  await expect(sides).toContainText('With seven-stroke bell');
  await page.getByRole('button', { name: 'What I want' }).click();
  await page.getByRole('radio', { name: /^No sides/ }).click();
  await page.keyboard.press('Escape');
  await expect(sides).toHaveCount(0);
});

test('kin on the Shelf is named and opened, and lines of other lengths say why not', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Duplicate Ferry bell' }).click();
  await expect(page.getByRole('link', { name: 'Ferry bell (copy)' })).toBeVisible();
  await goTo(page, '/bench/ferry-bell/read');
  await page.getByRole('button', { name: 'Ferry', exact: true }).click();
  const families = page.getByRole('region', { name: 'Families' });
  await expect(families).toContainText('On the Shelf: It is Ferry of Ferry bell (copy).');
  await page.getByRole('button', { name: 'Compare' }).click();
  await page.getByLabel('Compare with').selectOption('Cobbles of Wet cobbles');
  await expect(page.getByText('Ferry has 16 pulses and Cobbles of Wet cobbles 14')).toBeVisible();
  await page.getByLabel('Compare with').selectOption('Ferry of Ferry bell (copy)');
  await expect(page.getByRole('region', { name: 'What changed' })).toHaveText(
    'The two are the same line.',
  );
});

test('chosen turns are read, lit and heard as if there were no others', async ({ page }) => {
  await page.goto('/bench/lantern-steps/read');
  const reading = page.getByRole('region', { name: 'What it says' });
  await expect(reading).toContainText('16 of 16 pulses, comes round on 1.');
  await page.getByRole('button', { name: 'All turns' }).click();
  await page.getByRole('checkbox', { name: 'Turn 2' }).check();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Turn 2', exact: true })).toBeVisible();
  await expect(reading).toContainText('8 of 8 pulses, comes round on 1.');
  const strides = reading.getByRole('button', { name: /^8 strokes, in parts of the beat/ });
  await expect(strides).toBeVisible();
  // Its strokes are those of the second turn in the line of the whole.
  await strides.click();
  const line = page.getByRole('region', { name: 'Stride line' });
  const dimmed = line.locator('g[opacity="0.18"]');
  await expect(dimmed).toHaveCount(8);
  // Heard alone it comes round after one turn: 72 for three pulses.
  await strides.locator('xpath=../button[last()]').click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(16);
  const all = await scheduled(page);
  const [first = { at: 0, sound: 0 }] = all;
  const turn = 8 * (60 / 72 / 3);
  const again = all.find(({ at }) => Math.abs(at - first.at - turn) < 1e-6);
  expect(again?.sound).toBe(first.sound);
  await page.getByRole('button', { name: 'Turn 2', exact: true }).click();
  await page.getByRole('checkbox', { name: 'All turns' }).check();
  await expect(reading).toContainText('16 of 16 pulses');
});
