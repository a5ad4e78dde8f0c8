import { expect, rows, slot, test, watchText } from './kit.ts';

test('a rhythm is written from nothing by keyboard alone', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Quay call' })).toBeVisible();
  await page.keyboard.press('Control+k');
  await expect(page.getByPlaceholder('A rhythm, a place')).toBeFocused();
  await page.keyboard.type('new rhythm');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused();
  await page.keyboard.type('Ten stairs');
  // Past the instrument to how the cycle is asked for: a group of three, and one of two.
  const way = page.getByRole('radio', { name: 'Even beats' });
  for (
    let stops = 0;
    stops < 4 && !(await way.evaluate((one) => one === document.activeElement));
    stops += 1
  ) {
    await page.keyboard.press('Tab');
  }
  await expect(way).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText('2 + 2 + 3', { exact: true })).toBeVisible();
  const written = page.getByLabel('Cycle as it is written');
  for (
    let stops = 0;
    stops < 12 && !(await written.evaluate((one) => one === document.activeElement));
    stops += 1
  ) {
    await page.keyboard.press('Tab');
  }
  await page.keyboard.press('Control+a');
  await page.keyboard.type('3+2');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Name of the rhythm')).toHaveValue('Ten stairs');

  // Tab leads to the line; from there on only its own keys are needed.
  const first = slot(page, 'Darbuka', 0);
  for (
    let i = 0;
    i < 40 && !(await first.evaluate((one) => one === document.activeElement));
    i += 1
  ) {
    await page.keyboard.press('Tab');
  }
  await expect(first).toBeFocused();
  await page.keyboard.type('Dkt');
  await page.keyboard.press('4');
  await page.keyboard.press('Home');
  await page.keyboard.press('!');
  await page.keyboard.press('End');
  await page.keyboard.type('O');
  await page.keyboard.press('Alt+ArrowDown');
  await expect(rows(page, 'Darbuka')).toContainText('play D! k t / . . . O');
  await expect(rows(page, 'Darbuka')).toContainText('hand . . . / . . . L');

  // The second half of the first beat goes to the beginning of the second.
  await page.keyboard.press('Home');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Control+c');
  await page.keyboard.press('Alt+ArrowRight');
  await page.keyboard.press('Control+v');
  await expect(rows(page, 'Darbuka')).toContainText('play D! k t / k t . O');
  await page.keyboard.press('Control+z');
  await expect(rows(page, 'Darbuka')).toContainText('play D! k t / . . . O');
});

test('a rhythm is written from nothing by pointer alone', async ({ page }) => {
  await page.goto('/?new');
  const cycle = page.getByLabel('Cycle as it is written');
  await cycle.fill('3+x');
  await expect(page.getByText('is not a beat length')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Begin writing' })).toBeDisabled();
  await cycle.fill('4x4');
  // Pressed twice it makes one rhythm.
  await page.getByRole('button', { name: 'Begin writing' }).dblclick();
  await expect(page.getByRole('region', { name: 'Reading' })).toContainText('Nothing sounds yet');
  await slot(page, 'Darbuka', 0).click();
  // However long its name is, tempo, play and stages stand in one row.
  await page.getByLabel('Name of the rhythm').fill('A first line for the walk along the water');
  const play = await page.getByRole('button', { name: 'Play', exact: true }).boundingBox();
  const stages = await page.getByRole('navigation', { name: 'Stages' }).boundingBox();
  expect(stages?.y).toBeLessThan((play?.y ?? 0) + (play?.height ?? 0));
  const bar = page.getByRole('toolbar', { name: 'Strokes' });
  await bar.getByRole('button', { name: 'Place dum' }).click();
  await bar.getByRole('button', { name: 'Place light ka' }).click();
  await bar.getByRole('button', { name: 'Place open tone' }).click();
  await expect(rows(page, 'Darbuka')).toContainText('play D k O . / . . . .');
  await slot(page, 'Darbuka', 4).click();
  await bar.getByRole('button', { name: 'Fewer slots in the cell' }).click();
  await expect(rows(page, 'Darbuka')).toContainText('play D k O . / . . . /');

  // Dragged away from the line and across it: strong, and in the left hand.
  const drum = slot(page, 'Darbuka', 2);
  const box = await drum.boundingBox();
  if (!box) throw new Error('the slot is not drawn');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height + 60, { steps: 6 });
  await page.mouse.up();
  await expect(drum).toHaveAccessibleName('bar 1, & of 1: open tone, left, accent');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(drum).toHaveAccessibleName('bar 1, & of 1: open tone, right, plain');
  await bar.getByRole('button', { name: 'Remove' }).click();
  await expect(drum).toHaveAccessibleName('bar 1, & of 1: silence');
  await expect(bar.getByRole('button', { name: 'Remove' })).toBeDisabled();
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByRole('link', { name: 'A first line for the walk' })).toHaveCount(1);
});

test('a finger on a small screen writes slot by slot, on targets large enough for it', async ({
  browser,
}) => {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });
  const page = await context.newPage();
  await page.goto('/bench/ferry-bell/write');
  // Places, name, tempo and stages leave room for the line, and play lies under the thumb.
  const line = page.getByRole('listbox', { name: 'Ferry, strokes' }).first();
  await expect(line).toBeVisible();
  const stages = await page.getByRole('navigation', { name: 'Stages' }).boundingBox();
  expect((stages?.y ?? 0) + (stages?.height ?? 844)).toBeLessThanOrEqual(110);
  const play = await page.getByRole('button', { name: 'Play', exact: true }).boundingBox();
  expect(play?.y).toBeGreaterThan(844 - 80);
  const bar = page.getByRole('toolbar', { name: 'Strokes' });
  await slot(page, 'Water', 0).tap();
  await bar.getByRole('button', { name: 'The slot after' }).tap();
  await bar.getByRole('button', { name: 'Place tek' }).tap();
  await bar.getByRole('button', { name: 'The slot before' }).tap();
  await bar.getByRole('button', { name: 'Accent' }).tap();
  await expect(rows(page, 'Water')).toContainText('play D! T! (t)');
  for (const name of ['Place tek', 'Accent', 'The slot after', 'Remove']) {
    const box = await bar.getByRole('button', { name }).boundingBox();
    expect(Math.min(box?.width ?? 0, box?.height ?? 0), name).toBeGreaterThanOrEqual(44);
  }
  await context.close();
});

test('layers come, change their instrument by a table, repeat and go, with a way back', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/write');
  await page.getByRole('button', { name: 'Add a layer' }).click();
  await page.getByRole('option', { name: /^dholak/ }).click();
  await expect(rows(page, 'Dholak')).toContainText('play . . . / . . . / . .');

  await page.getByRole('button', { name: 'Layer Walker' }).click();
  const panel = page.getByRole('dialog');
  await panel.getByLabel('Name of the layer').fill('Stroller');
  await panel.getByLabel('Name of the layer').press('Enter');
  await panel.getByRole('combobox', { name: /^Instrument/ }).selectOption('congas');
  await expect(panel.getByLabel('D becomes', { exact: true })).toHaveValue('B');
  await panel.getByLabel('K becomes', { exact: true }).selectOption('S open slap');
  await panel.getByRole('button', { name: 'Play it on the congas' }).click();
  await panel.getByRole('button', { name: 'Repeat the last turn' }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Stroller', exact: false }).first().click();
  await expect(rows(page, 'Stroller')).toContainText('play B!');
  await expect(slot(page, 'Stroller', 3)).toHaveAccessibleName(/open slap/);
  await expect(slot(page, 'Stroller', 25)).toHaveAccessibleName(/^bar 3/);

  await page.getByRole('button', { name: 'Layer Stroller' }).click();
  await page.getByRole('button', { name: 'Take the layer out' }).click();
  await expect(page.getByRole('listbox', { name: 'Stroller, strokes' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(page.getByRole('listbox', { name: 'Stroller, strokes' }).first()).toBeVisible();
});

test('a sentence lights its strokes and lets them be heard alone', async ({ page }) => {
  await page.goto('/bench/lantern-steps/write');
  const reading = page.getByRole('region', { name: 'Reading' });
  const sentence = reading.getByRole('button', { name: 'Pulses 1, 7, 12, 15: strides 6 5 3 2.' });
  await sentence.click();
  await expect(sentence).toHaveAttribute('aria-pressed', 'true');
  await reading.getByRole('button', { name: 'Hear these alone' }).nth(2).click();
  await expect(reading.getByRole('button', { name: 'Stop' })).toBeVisible();
  // Those four of the two turns and no others, besides the click, which goes through a gain of its own.
  const pulse = 60 / (72 * 3);
  const heard = () =>
    page.evaluate(
      ([long]) => {
        const first = Math.min(...window.scheduled.map(({ at }) => at));
        const places = window.scheduled.map(({ at, gain }) => ({
          gain,
          pulse: Math.round((at - first) / (long ?? 1)),
        }));
        const gains = [...new Set(places.map(({ gain }) => gain))];
        const whole = places.some((one) => one.pulse >= 16);
        return gains.map((gain) =>
          places
            .filter((one) => whole && one.gain === gain && one.pulse < 16)
            .map((one) => one.pulse)
            .join(' '),
        );
      },
      [pulse],
    );
  await expect.poll(heard).toContain('0 6 11 14');
});

test('a turn is counted in, in the rhythm’s own counting', async ({ page }) => {
  await page.goto('/bench/lantern-steps/write');
  await page.getByRole('button', { name: 'Count in' }).click();
  const play = page.getByTitle('Space bar');
  const shown = await watchText(play);
  await play.click();
  await page.waitForFunction(() => window.scheduled.length > 12);
  expect((await shown()).join(' ')).toContain('Stop1 Stop& Stopa Stop2 Stop& Stopa Stop3 Stop&');
  const times = await page.evaluate(() => window.scheduled.map((one) => one.at));
  const pulse = 60 / (72 * 3);
  const start = times[0] ?? 0;
  // Three clicks on the beats of the counted turn, and then the first strokes on the one.
  for (const expected of [0, 3, 6, 8]) {
    expect(times.some((at) => Math.abs(at - start - expected * pulse) < 1e-6)).toBe(true);
  }
});
