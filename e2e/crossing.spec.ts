import { expect, scheduled, slot, test } from './kit.ts';

/** Crossings that sounded by now, in pulses of the grid since the first stroke. */
const gridPlaces = (times: readonly number[], first: number, span: number, grid: number) =>
  times.map((at) => ((at - first) / span) * grid);

test('7 against 4 is heard from both sides without a break, and goes to the Bench', async ({
  page,
}) => {
  await page.goto('/crossing');
  await page.getByRole('button', { name: '7 : 4', exact: true }).click();
  await expect(
    page.getByRole('img', { name: '7 against 4: 10 moments, strides 4 3 1 4 2 2 4 1 3 4' }),
  ).toBeVisible();
  const tempo = page.getByLabel('Tempo of the beat', { exact: true });
  await tempo.fill('210');
  const from = page.getByRole('region', { name: 'Hear it from' });
  await expect(from.getByRole('button', { name: /^the 4/ })).toContainText('120 a minute');

  await page.getByRole('heading', { name: /^Crossing/ }).click();
  await page.keyboard.press('Space');
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(25);
  await from.getByRole('button', { name: /^the 4/ }).click();
  await expect(tempo).toHaveValue('120');
  const before = (await scheduled(page)).length;
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(before + 30);
  const times = (await scheduled(page)).map((one) => one.at);
  await page.getByRole('button', { name: 'Stop' }).click();

  // Two seconds a span: every sound is on the grid of 28, before and after the change, none missing.
  const places = gridPlaces(times, times[0] ?? 0, 2, 28);
  for (const place of places) expect(Math.abs(place - Math.round(place))).toBeLessThan(1e-4);
  const onGrid = places.map((place) => Math.round(place));
  const composite = [0, 4, 7, 8, 12, 14, 16, 20, 21, 24];
  const last = Math.floor((onGrid.at(-1) ?? 0) / 28);
  for (let span = 0; span < last; span += 1) {
    for (const at of composite) expect(onGrid).toContain(span * 28 + at);
  }
  // The click of the seven doubles its steps at first; at the end the click of the four does.
  const count = (at: number) => onGrid.filter((place) => place === at).length;
  expect([count(4), count(7)]).toEqual([2, 1]);
  expect([count((last - 1) * 28 + 4), count((last - 1) * 28 + 7)]).toEqual([1, 2]);

  await page.getByRole('button', { name: 'Send it to the Bench' }).click();
  await expect(page.getByLabel('Name of the rhythm')).toHaveValue('7 : 4 crossing');
  await expect(slot(page, '4 hand bell', 0)).toHaveAccessibleName(/mouth, left, accent/);
});

test('counts a crossing in words, cuts it into a bar, and takes five large pulses', async ({
  page,
}) => {
  await page.goto('/crossing');
  const counted = page.getByRole('region', { name: 'Counted' });
  await expect(counted).toContainText('In 5, the 3 falls on 1, a of 2, & of 4.');
  const learn = page.getByRole('region', { name: 'Learn it' });
  await expect(learn).toContainText('Count 3 2 1 3 1 2 3.');
  await learn.getByRole('button', { name: 'Hear step 1' }).click();
  // Seven strokes of the composite in a span of 5 beats at 0.6 of 72: 125/18 seconds.
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(3);
  const times = (await scheduled(page)).map((one) => one.at);
  const places = gridPlaces(times, times[0] ?? 0, 125 / 18, 15);
  for (const [index, at] of [0, 3, 5, 6].entries()) expect(places[index]).toBeCloseTo(at, 4);
  await learn.getByRole('button', { name: 'Stop' }).click();

  const bar = page.getByRole('region', { name: 'Into a bar' });
  await bar.getByLabel('Steps of', { exact: true }).fill('3');
  await bar.getByLabel('in a cycle of', { exact: true }).fill('8');
  await expect(bar).toContainText('Strokes on 1, 4, 7; strides 3 3 2.');
  await expect(bar).toContainText('It is tresillo.');

  for (const [index, steps] of ['31', '29', '28', '27', '25'].entries()) {
    if (index > 1) await page.getByRole('button', { name: 'Another pulse' }).click();
    await page.getByLabel(`Steps of pulse ${index + 1}`, { exact: true }).fill(steps);
  }
  await expect(counted).toContainText('Grid 16,991,100; 136 moments');
  await page.getByLabel('Steps of pulse 1', { exact: true }).fill('32');
  await expect(page.getByText(/between 1 and 31|1 to 31/).first()).toBeVisible();
});

test('the beat changes over by itself, and the strokes go on', async ({ page }) => {
  await page.goto('/crossing');
  await page.getByRole('button', { name: '3 : 2', exact: true }).click();
  await page.getByLabel('Tempo of the beat', { exact: true }).fill('180');
  await page.getByLabel('Change over').selectOption('every 2 spans');
  await page.getByRole('button', { name: 'Play' }).click();
  const two = page.getByRole('button', { name: /^the 2/ });
  await expect(two).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('button', { name: /^the 3/ })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  const times = (await scheduled(page)).map((one) => one.at);
  await page.getByRole('button', { name: 'Stop' }).click();
  // A second a span, in sixths; every step of both pulses is there, over both changes.
  const places = gridPlaces(times, times[0] ?? 0, 1, 6);
  const onGrid = places.map((place) => Math.round(place));
  for (const place of places) expect(Math.abs(place - Math.round(place))).toBeLessThan(1e-4);
  for (let span = 0; span < 4; span += 1) {
    for (const at of [0, 2, 3, 4]) expect(onGrid).toContain(span * 6 + at);
  }
});

test('a groove of parts, a backbeat of its own, words, and a step that is climbed', async ({
  page,
}) => {
  await page.goto('/crossing');
  await page.getByRole('button', { name: '3 : 2', exact: true }).click();
  const words = page.getByRole('region', { name: 'Words' });
  await expect(words).toContainText('It fits');
  await words.getByLabel(/^Your phrase/).fill('LAMP on stairs');
  await expect(words).toContainText('1 too few');
  await words.getByLabel(/^Your phrase/).fill('walk up the hill');
  await expect(words).toContainText('All fall together on “walk” (1)');

  // The first, second and fifth of every six, three times in the span.
  await page.getByRole('button', { name: 'Parts of pulse 1' }).click();
  await page.getByLabel('Parts of a step of pulse 1', { exact: true }).fill('6');
  await page.getByRole('button', { name: 'Part 2 of pulse 1' }).click();
  await page.getByRole('button', { name: 'Part 5 of pulse 1' }).click();
  await page.getByRole('button', { name: 'Step 2 of pulse 1: nothing' }).click();
  await expect(page.getByRole('button', { name: 'Step 2 of pulse 1: low' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByLabel('Tempo of the beat', { exact: true }).fill('180');
  await page.getByRole('button', { name: 'Play' }).click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(40);
  const times = (await scheduled(page)).map((one) => one.at);
  await page.getByRole('button', { name: 'Stop' }).click();
  // A second a span, in eighteenths; on the second step the stroke, the click and the low one.
  const places = gridPlaces(times, times[0] ?? 0, 1, 18).map((place) => Math.round(place));
  const count = (at: number) => places.filter((place) => place === at).length;
  expect([0, 1, 4, 6, 7, 9, 10, 12, 13, 16].map(count)).toEqual([3, 1, 1, 3, 1, 1, 1, 2, 1, 1]);

  await page.getByRole('button', { name: '5 : 3', exact: true }).click();
  await page.getByRole('button', { name: 'Climb step 5' }).click();
  await expect(page.getByLabel('Name of the rhythm')).toHaveValue('5 : 3 crossing, step 5');
  await expect(page.getByLabel('From', { exact: true })).toHaveValue('144');
});

test('two even layers of a rhythm open as the crossing they are', async ({ page }) => {
  await page.goto('/crossing');
  await page.getByRole('button', { name: '4 : 3', exact: true }).click();
  await page.getByRole('button', { name: 'Send it to the Bench' }).click();
  await page.getByRole('link', { name: 'Read', exact: true }).click();
  await page.getByRole('link', { name: /^Both are even: open 3 : 4/ }).click();
  await expect(page.getByRole('heading', { name: 'Crossing 3 : 4' })).toBeVisible();
  await expect(page.getByLabel('Sound of pulse 1')).toHaveValue('hand bell');
});

test('a bar cut from even steps is heard, and a set-up is found again', async ({ page }) => {
  await page.goto('/crossing');
  await page.getByRole('button', { name: '7 : 4', exact: true }).click();
  const bar = page.getByRole('region', { name: 'Into a bar' });
  await bar.getByLabel('Steps of', { exact: true }).fill('5');
  await expect(bar).toContainText('The last step is cut to 1, so it begins again each turn.');
  await bar.getByRole('button', { name: 'Hear the bar' }).click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(3);
  const times = (await scheduled(page)).map((one) => one.at);
  await bar.getByRole('button', { name: 'Stop the bar' }).click();
  const pulses = times.slice(0, 4).map((at) => Math.round((at - (times[0] ?? 0)) * 4));
  expect(pulses).toEqual([0, 5, 10, 15]);
  // Another place and back, in this tab.
  await page.getByRole('link', { name: 'Guide' }).click();
  await page.getByRole('link', { name: 'Crossing' }).click();
  await expect(page.getByRole('heading', { name: 'Crossing 7 : 4' })).toBeVisible();
});
