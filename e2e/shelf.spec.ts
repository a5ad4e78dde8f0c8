import { readFile } from 'node:fs/promises';
import { bringIn, expect, goTo, kept, rows, slot, test } from './kit.ts';

test('a new rhythm is asked for as players think of one, and drawn, on any screen', async ({
  page,
}) => {
  await page.goto('/?new');
  const written = page.getByLabel('Cycle as it is written');
  // So many beats, each in so many parts: never the wrong way round.
  await page.getByRole('textbox', { name: 'How many beats' }).fill('3');
  await page.getByRole('button', { name: '2 parts' }).click();
  await expect(page.getByText('3 beats, each in 2 parts')).toBeVisible();
  await expect(written).toHaveValue('2x3');
  await page.getByRole('radio', { name: 'Uneven groups' }).check();
  await page.getByRole('button', { name: 'Begin anew' }).click();
  for (const group of [3, 2])
    await page.getByRole('button', { name: `Add a group of ${group}` }).click();
  await expect(written).toHaveValue('2+3+2');
  // A name is found in any spelling as it is typed; what it is known by is drawn and comes along.
  await page.getByRole('radio', { name: 'One that has a name' }).check();
  await page.getByLabel('Find a cycle by its name').fill('jhaptaal');
  await expect(page.getByText('10 beats: 2 + 3 + 2 + 3')).toBeVisible();
  await expect(page.getByText('empty', { exact: true })).toBeVisible();
  await page.getByLabel('Begin with the strokes it is known by').check();
  for (const [width, height] of [
    [1280, 800],
    [390, 844],
  ] as const) {
    await page.setViewportSize({ width, height });
    const across = () => page.evaluate(() => document.documentElement.scrollWidth);
    await expect.poll(across).toBeLessThanOrEqual(width);
  }
  await page.getByRole('button', { name: 'Begin writing' }).click();
  await expect(slot(page, 'jhaptal', 0)).toHaveAccessibleName(
    /ge, left, plain, says dhi; tin, right/,
  );
});

test('notes and tags are kept, printed and found; a cycle brings its own counting and tempo', async ({
  page,
}) => {
  await page.goto('/?new');
  await page.getByLabel('Name', { exact: true }).fill('Slow walk');
  const cycle = page.getByLabel('Cycle as it is written');
  await cycle.fill('ektool');
  await expect(page.getByText('No cycle in the catalogue is called “ektool”.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Begin writing' })).toBeDisabled();
  await cycle.fill('Ektal');
  await expect(page.getByText(/^12 beats: /)).toBeVisible();
  await page.getByRole('button', { name: 'Begin writing' }).click();
  await expect(page.getByLabel('Tempo', { exact: true })).toHaveValue('30');
  await page.getByRole('button', { name: 'Notes and tags' }).click();
  const notes = page.getByRole('textbox', { name: /^Notes/ });
  await notes.fill('Ondra begins alone.\n  The lamps follow.');
  await page.getByLabel('Tags, one word each').fill('evening, evening slow');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  const id = page.url().split('/').at(-2) ?? '';
  await kept(page, id, '"tags":["evening","slow"]');
  await page.reload();
  await page.getByRole('button', { name: 'Notes and tags' }).click();
  await expect(notes).toHaveValue('Ondra begins alone.\n  The lamps follow.');
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Frame', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'ektal', exact: true })).toBeVisible();
  await expect(page.getByRole('combobox', { name: /^Counted in/ })).toHaveValue('running');
  await page.getByRole('link', { name: 'Sheet', exact: true }).click();
  await expect(page.getByRole('article', { name: 'Sheet of Slow walk' })).toContainText(
    'The lamps follow.',
  );
  await page.getByRole('link', { name: 'Shelf' }).click();
  await page.getByRole('button', { name: 'evening' }).click();
  await expect(page.getByRole('link', { name: 'Slow walk' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Ferry bell' })).toBeHidden();
});

test('refuses files that cannot be read, and says where; a rhythm that is not there is told', async ({
  page,
}) => {
  await page.goto('/');
  const file = page.getByTestId('bring-in');
  const give = (name: string, text: string) =>
    file.setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  const alert = page.getByRole('alert');
  await give(
    'odd.stride',
    'rhythm A\ncycle 3+3+2\ntempo 0\nlayer B : hand bell\nplay X . . / Q . . / X .\n',
  );
  await expect(page.getByRole('region', { name: 'odd.stride' })).toContainText('not brought in');
  await expect(alert).toContainText(
    'Line 3, column 7: A tempo in beats a minute lies between 10 and 400',
  );
  await expect(alert).toContainText('Line 5, column 14: “Q” is not a stroke of the hand bell.');
  await goTo(page, '/');
  await give('picture.stride', 'PNG\u0000\u0001');
  await expect(alert.last()).toContainText('It is none of what can be brought in');
  await page
    .getByRole('button', { name: 'Leave all' })
    .or(page.getByRole('button', { name: 'Leave picture.stride' }))
    .first()
    .click();
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByRole('listitem').filter({ has: page.getByRole('heading') })).toHaveCount(
    5,
  );
  await goTo(page, '/bench/nowhere/write');
  await expect(alert).toContainText('no rhythm at this address');
});

test('searches, sorts, duplicates, and deletes with a way back', async ({ page }) => {
  await page.goto('/');
  const names = page.getByRole('listitem').getByRole('heading');
  await expect(names).toHaveText([
    'Lantern steps',
    'Ferry bell',
    'Wet cobbles',
    'Quay call',
    'Ten stairs',
  ]);
  await page.getByLabel('Sort by').selectOption('By name');
  await expect(names).toHaveText([
    'Ferry bell',
    'Lantern steps',
    'Quay call',
    'Ten stairs',
    'Wet cobbles',
  ]);
  await page.getByLabel('Search the Shelf').fill('barrel');
  await expect(names).toHaveText(['Wet cobbles']);
  await page.getByLabel('Search the Shelf').fill('zzz');
  await expect(page.getByText('Nothing on the Shelf fits.')).toBeVisible();
  await page.getByLabel('Search the Shelf').fill('');
  await page.getByRole('button', { name: 'slow', exact: true }).click();
  await expect(names).toHaveText(['Ferry bell']);
  await page.getByRole('button', { name: 'Duplicate Ferry bell' }).click();
  await expect(names).toHaveText(['Ferry bell', 'Ferry bell (copy)']);
  await page.getByRole('button', { name: 'Delete Ferry bell', exact: true }).click();
  await expect(names).toHaveText(['Ferry bell (copy)']);
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(names).toHaveText(['Ferry bell', 'Ferry bell (copy)']);
});

test('an emptied Shelf teaches how to begin, and stays empty over a reload; until then all that was deleted comes back', async ({
  page,
}) => {
  await page.goto('/');
  const names = ['Lantern steps', 'Ferry bell', 'Wet cobbles', 'Quay call', 'Ten stairs'];
  const emptied = async () => {
    for (const name of names) {
      await page.getByRole('button', { name: `Delete ${name}` }).click();
      // The card goes when the browser's storage has let the rhythm go.
      await expect(page.getByRole('link', { name })).toHaveCount(0);
    }
    await expect(page.getByText('The Shelf is empty.')).toBeVisible();
  };
  await emptied();
  await page.getByRole('button', { name: '5 deleted' }).click();
  for (const name of names) {
    await page.getByRole('button', { name: `Bring back ${name}` }).click();
    await expect(page.getByRole('link', { name })).toBeVisible();
  }
  await expect(page.getByRole('button', { name: /deleted$/ })).toHaveCount(0);
  await emptied();
  await page.reload();
  await expect(page.getByText('The Shelf is empty.')).toBeVisible();
  await page.getByRole('button', { name: 'Bring the five examples back' }).click();
  await expect(page.getByRole('link', { name: 'Wet cobbles' })).toBeVisible();
});

test('the tour has four steps, and is not shown again', async ({ page }) => {
  await page.goto('/');
  const tour = page.getByRole('complementary', { name: 'Tour' });
  for (let step = 1; step < 4; step += 1) {
    await expect(tour).toContainText(`${step} of 4`);
    await tour.getByRole('button', { name: 'Next' }).click();
  }
  await tour.getByRole('button', { name: 'Begin' }).click();
  await expect(tour).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('link', { name: 'Lantern steps' })).toBeVisible();
  await expect(tour).toHaveCount(0);
});

test('anything is found by a few letters: rhythms, what can be done, settings, words; and the keys by a question mark', async ({
  page,
}) => {
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Quay call' })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('A rhythm, a place').fill('quay');
  const found = page.getByRole('dialog', { name: 'Find anything' }).getByRole('option');
  await expect(found.filter({ hasText: 'Quay call' })).toBeVisible();
  await expect(found.filter({ hasText: 'Lantern steps' })).toHaveCount(0);
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Name of the rhythm')).toHaveValue('Quay call');
  await page.keyboard.press('?');
  const help = page.getByRole('dialog', { name: 'Keys and words' });
  await expect(help).toContainText('one slot');
  await page.keyboard.press('Escape');
  await expect(help).toHaveCount(0);

  // What can be done, settings, and words.
  const choose = async (words: string, option: RegExp) => {
    await page.keyboard.press('Control+k');
    await page.getByPlaceholder('A rhythm, a place').fill(words);
    await found.filter({ hasText: option }).first().click();
  };
  await choose('metronome', /^Click on every beat/);
  const click = page.getByRole('button', { name: 'Click', exact: true });
  await expect(click).toHaveAttribute('aria-pressed', 'true');
  await choose('fatigue', /One hand’s ceiling/);
  await expect(page.getByRole('textbox', { name: 'Strokes a second' })).toBeFocused();
  await page.keyboard.press('Escape');
  await choose('polyrhythm', /^crossing: Even pulses/);
  await expect(help).toContainText('Even pulses');
  await page.keyboard.press('Escape');

  // The stages of the open rhythm, an instrument by any of its names, and the theme.
  const find = async (text: string) => {
    await page.keyboard.press('Control+k');
    await page.getByPlaceholder('A rhythm, a place').fill(text);
    await page.keyboard.press('Enter');
  };
  await find('sheet');
  await expect(page.getByRole('article', { name: 'Sheet of Quay call' })).toBeVisible();
  await find('mridangam');
  await expect(page.getByRole('region', { name: 'Strokes of the mridangam' })).toContainText(
    'One finger strikes from a quiet hand',
  );
  await find('theme: dark');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  await expect(page.getByRole('button', { name: /^Theme: dark/ })).toBeVisible();
});

test('a file brings back what was taken away', async ({ page }) => {
  await page.goto('/bench/wet-cobbles/write');
  /** The lines of all layers, slot by slot. */
  const lines = async () => {
    await expect(page.getByRole('listbox', { name: /^Ground/ }).first()).toBeVisible();
    return page
      .getByRole('listbox')
      .evaluateAll((all) =>
        all.map((one) =>
          [one, ...one.querySelectorAll('[role=option]')].map((part) =>
            part.getAttribute('aria-label'),
          ),
        ),
      );
  };
  const before = await rows(page, 'Ground').textContent();
  const drawn = await lines();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take away as a file' }).click();
  await page.getByRole('menuitem', { name: '.json' }).click();
  await bringIn(page, 'back.json', await readFile(await (await download).path()));
  await expect(page).toHaveURL(/bench\/(?!wet-cobbles)/);
  await expect(page.getByLabel('Name of the rhythm')).toHaveValue('Wet cobbles');
  await expect(rows(page, 'Ground')).toHaveText(before ?? '');
  expect(await lines()).toEqual(drawn);
});
