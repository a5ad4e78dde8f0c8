import { expect, kept, rows, scheduled, slot, test } from './kit.ts';

test('frames a rhythm in a seven-beat cycle with its gestures, and hears them in time', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/frame');
  await page.getByLabel('Search the catalogue').fill('misra chapu');
  await page.getByRole('button', { name: /^misra chapu · / }).click();
  await expect(page.getByRole('heading', { name: 'misra chapu', exact: true })).toBeVisible();
  await expect(
    page.getByRole('img', { name: /^misra chapu: clap of 3, clap of 2, clap of 2/ }),
  ).toBeVisible();
  await expect(
    page.getByText('As many beats as before: all 22 strokes keep their beat.'),
  ).toBeVisible();

  await page.getByRole('button', { name: 'Hear it' }).click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(6);
  const times = (await scheduled(page)).map((one) => one.at);
  const pulse = 60 / 180;
  const pulses = times.map((at) => (at - (times[0] ?? 0)) / pulse);
  for (const [index, expected] of [0, 3, 5, 7, 10, 12].entries()) {
    expect(pulses[index]).toBeCloseTo(expected, 6);
  }
  await page.keyboard.press('t');
  await expect(page.getByText(/^Beat \d: (on it|\d+ ms (early|late))\./)).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();

  // Another number of beats: what moves is named and drawn before it is done.
  await page.getByLabel('Search the catalogue').fill('teental');
  await page.keyboard.press('Enter');
  await expect(page.getByText('All 22 strokes keep their pulse.')).toBeVisible();
  await expect(
    page.getByRole('region', { name: 'Lantern steps in teental' }).getByText('dum').first(),
  ).toBeVisible();
  await page.getByLabel('Search the catalogue').fill('misra chapu');
  await page.getByRole('button', { name: /^misra chapu · / }).click();

  await page.getByRole('button', { name: 'Use it for Lantern steps' }).click();
  await kept(page, 'lantern-steps', '"name":"misra chapu"');
  await page.getByRole('link', { name: 'Write' }).click();
  await expect(slot(page, 'Walker', 3)).toHaveAccessibleName(/beat 2: ka/);
  await page.keyboard.press('Control+z');
  await kept(page, 'lantern-steps', '"name":"3+3+2"');
});

test('keeps a cycle of one’s own with gestures, counts it one’s own way, and says lengths', async ({
  page,
}) => {
  await page.goto('/bench/wet-cobbles/frame');
  await page.getByLabel(/^Pulses of each beat/).fill('3c+2w, 2z');
  await expect(page.getByText('“2z” is not a beat length.')).toBeVisible();
  // The same by pointer: beat by beat, longer and shorter, shown otherwise, in groups.
  const spans = page.getByLabel(/^Pulses of each beat/);
  await spans.fill('');
  await page.getByRole('button', { name: 'Begin with a beat' }).click();
  await page.getByRole('button', { name: 'Pulses of beat 1: more' }).click();
  await page.getByRole('button', { name: 'Another beat' }).click();
  await page.getByRole('button', { name: 'Pulses of beat 2: less' }).click();
  await page.getByLabel('Shown by').selectOption('wave');
  for (const gesture of ['clap', 'finger', 'silent']) {
    await page.getByRole('button', { name: 'Another beat' }).click();
    await page.getByLabel('Shown by').selectOption(gesture);
  }
  await page.getByRole('button', { name: 'Take beat 5 out' }).click();
  await page.getByRole('button', { name: 'Beat 3: clap of 2' }).click();
  await page.getByLabel('A group begins with beat 3').check();
  await expect(spans).toHaveValue('3c+2w, 2c+2f');
  await expect(page.getByRole('button', { name: 'Beat 4: finger of 2' })).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Stair nine');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('heading', { name: 'Stair nine' })).toBeVisible();
  await page.getByRole('button', { name: 'Use it for Wet cobbles' }).click();
  await kept(page, 'wet-cobbles', '"name":"Stair nine"');
  await page.reload();
  await page.getByLabel('Search the catalogue').fill('stair');
  await expect(page.getByRole('button', { name: /^Stair nine/ })).toBeVisible();

  const words = page.getByLabel(/^As it is written; words/);
  await words.fill('plain; 3 = 1 ti');
  await expect(page.getByText('A beat needs one word for each of its parts.')).toBeVisible();
  await words.fill('plain; 3 = 1 ti ti');
  await kept(page, 'wet-cobbles', '"words":{"3":["1","ti","ti"]}');
  await expect(page.getByRole('region', { name: 'Length' })).toContainText(
    'Everything comes round',
  );
});

test('a clave becomes a layer, and the chart begins on its other side', async ({ page }) => {
  await page.goto('/bench/ferry-bell/frame');
  await page.getByLabel('Search the catalogue').fill('son clave');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Add as a layer' }).click();
  const sides = page.getByRole('region', { name: 'Sides' });
  await expect(sides).toContainText('son clave starts from its three-side (3-2).');
  await sides.getByRole('button', { name: 'Start from the two-side' }).click();
  await expect(sides).toContainText('starts from its two-side (2-3)');
  await page.getByRole('link', { name: 'Write' }).click();
  await page.getByTitle('Type in son clave').click();
  await expect(rows(page, 'son clave')).toContainText('play . . X . / X . . . / X . . X / . . X .');
  await expect(rows(page, 'son clave')).toContainText('as 2-3');
});
