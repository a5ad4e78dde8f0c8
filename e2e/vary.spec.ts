import type { Page } from '@playwright/test';
import { expect, fromNow, goTo, kept, type Scheduled, scheduled, slot, test } from './kit.ts';

/** 200 for three pulses: two turns of eight pulses. */
const PULSE = 60 / 200 / 3;
const ROUND = 16 * PULSE;

const move = (page: Page, name: string) =>
  page.getByRole('region', { name: 'Moves' }).getByRole('button', { name: new RegExp(`^${name}`) });
const chain = (page: Page) => page.getByRole('list', { name: 'Moves in their order' });
const changes = (page: Page) =>
  page.getByRole('region', { name: 'Varied line' }).getByRole('status');

/** Where in the round the drum is struck, in pulses, in one round from a sound on; the drum is what sounds most. */
function phases(all: readonly Scheduled[], start: number, from: number): readonly number[] {
  const round = all.filter(({ at }) => at >= from - 1e-6 && at < from + ROUND - 1e-6);
  const gains = [...new Set(round.map(({ gain }) => gain))];
  const of = (gain: number) => round.filter((one) => one.gain === gain);
  // The click is put on the clock too, and is silent: the drum has other than even gaps.
  const drum = gains
    .map(of)
    .filter((sounds) => new Set(sounds.map(({ sound }) => sound)).size > 2)
    .flat();
  return drum
    .map(({ at }) => Math.round((((at - start) % ROUND) / PULSE) * 4) / 4)
    .map((pulse) => (pulse >= 16 ? 0 : pulse))
    .sort((a, b) => a - b);
}

test('a shift with its end kept is heard in the loop while it is looked at, and stays when it is taken', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/vary');
  await expect(move(page, 'Shift')).toBeVisible();
  await page.getByRole('textbox', { name: 'Tempo' }).fill('200');
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(4);
  const start = (await scheduled(page))[0]?.at ?? 0;
  const next = async (rounds: number) => {
    const now = await page.evaluate(() => window.clock.currentTime);
    const from = start + Math.ceil((now - start) / ROUND + 0.4) * ROUND;
    await expect
      .poll(async () => Math.max(...(await scheduled(page)).map(({ at }) => at)))
      .toBeGreaterThan(from + rounds * ROUND);
    const all = await scheduled(page);
    return Array.from({ length: rounds }, (_, round) => phases(all, start, from + round * ROUND));
  };
  const home = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 11.75, 12.5, 14, 15];
  expect(await next(1)).toEqual([home]);
  await move(page, 'Shift').hover();
  // Thirteen strokes move along by one into the rest, and leave the one; the last two stay.
  const shifted = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 11.75, 12.5, 13.25, 14, 15];
  expect(await next(1)).toEqual([shifted]);
  await page.mouse.move(20, 780);
  expect(await next(1)).toEqual([home]);
  await move(page, 'Shift').click();
  await page.mouse.move(20, 780);
  await expect(chain(page)).toContainText('Shift 1 part, keep the last 2');
  expect(await next(1)).toEqual([shifted]);
  // Home and this in turns: two turns of each.
  await page.getByRole('button', { name: 'Home and this, in turns' }).click();
  const both = (await next(2)).map(String);
  expect(both.sort()).toEqual([String(home), String(shifted)].sort());
  // It never stopped: no gap is longer than a pulse and a half.
  const times = [...new Set((await scheduled(page)).map(({ at }) => at))].sort((a, b) => a - b);
  expect(Math.max(...times.slice(1).map((at, index) => at - (times[index] ?? 0)))).toBeLessThan(
    PULSE * 1.51,
  );
  await fromNow(page, 1);
});

test('accents are chased over the bar line, and the variation is kept in place, with a way back', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/vary');
  await page.getByRole('button', { name: 'Bell', exact: true }).click();
  await move(page, 'Chase').click();
  await chain(page)
    .getByRole('button', { name: 'Chase the accents, 1 part later', exact: true })
    .click();
  await page.getByRole('textbox', { name: 'Parts later' }).fill('15');
  await page.keyboard.press('Escape');
  await page.mouse.move(20, 780);
  await expect(changes(page)).toContainText('8 strokes, 2 more');
  await page.getByRole('button', { name: 'Keep in place' }).click();
  await expect(page.getByText('Look at a move to hear it')).toBeVisible();
  await page.getByRole('link', { name: 'Write' }).click();
  // After the accent on the one comes the last part, after that of the second turn the last of the first.
  await expect(slot(page, 'Bell', 15)).toHaveAccessibleName(/plain/);
  await expect(slot(page, 'Bell', 7)).toHaveAccessibleName(/plain/);
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect(slot(page, 'Bell', 15)).not.toHaveAccessibleName(/plain/);
});

test('three moves are chained, reordered by keys, set, switched off; half a line in threes becomes a rhythm that knows its parent', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/vary');
  for (const name of ['Shift', 'Thin out', 'Fours and threes']) await move(page, name).click();
  await page.mouse.move(20, 780);
  const links = chain(page).getByRole('listitem');
  await expect(links).toHaveText([/Shift 1 part/, /Without ghosts/, /Threes for fours/]);
  await chain(page)
    .getByRole('button', { name: /^Move Shift/ })
    .focus();
  await page.keyboard.press('Enter');
  for (const place of ['1', '2']) {
    await page.keyboard.press('ArrowDown');
    await expect(
      page.getByText(`Draggable item 0 was moved over droppable area ${place}`),
    ).toBeAttached();
  }
  await page.keyboard.press('Enter');
  await expect(links).toHaveText([/Without ghosts/, /Threes for fours/, /Shift 1 part/]);
  await chain(page).getByRole('button', { name: 'Threes for fours', exact: true }).click();
  await page.getByLabel('Which').selectOption('second half');
  await page.keyboard.press('Escape');
  await expect(links.nth(1)).toContainText('Threes for fours, the second half');
  await links.nth(0).getByRole('button', { name: 'Without ghosts is on' }).click();
  await links
    .nth(2)
    .getByRole('button', { name: /^Take out Shift/ })
    .click();
  await expect(links).toHaveCount(2);
  // The chain is still there after a look elsewhere.
  await page.getByRole('link', { name: 'Read', exact: true }).click();
  await page.getByRole('link', { name: 'Vary' }).click();
  await expect(links).toHaveCount(2);
  await page.getByRole('button', { name: 'Keep as a new rhythm' }).click();
  await expect(page.getByLabel('Name of the rhythm')).toHaveValue('Lantern steps, varied');
  const id = page.url().split('/').at(-2) ?? '';
  await kept(page, id, '"by":"Threes for fours, the second half"');
  await expect(
    page.getByText('From Lantern steps: Threes for fours, the second half.'),
  ).toBeVisible();
  await page.getByRole('link', { name: 'Lantern steps', exact: true }).click();
  await expect(page.getByText('From it came Lantern steps, varied.')).toBeVisible();
  await page.getByRole('link', { name: 'Lantern steps, varied' }).click();
  await page.getByRole('link', { name: 'Write' }).click();
  // Sixteen parts and one rest were seventeen; the beat of four in the second turn has three now.
  await expect(slot(page, 'Walker', 15)).toBeVisible();
  await expect(slot(page, 'Walker', 16)).toBeHidden();
});

test('all beginnings of a line are heard side by side, with what the catalogue calls them; a turn is varied alone', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/vary');
  await page.getByRole('button', { name: 'Bell', exact: true }).click();
  const tray = page.getByRole('region', { name: 'Moves' });
  await tray.getByLabel('What it is to be').selectOption('begun on each stroke');
  await expect(tray.getByRole('button').first()).toContainText('Begin on stroke 2');
  // Three and three and two: from the fourth stroke on it is the same again.
  await expect(tray.getByRole('button', { name: /^Begin on stroke 4/ })).toContainText(
    'the catalogue calls it tresillo',
  );
  await page.getByRole('button', { name: 'Walker', exact: true }).click();
  await tray.getByLabel('What it is to be').selectOption('each of them');
  await page.getByLabel('What of it is varied').selectOption('turn 2');
  await move(page, 'Swap the halves').click();
  await page.mouse.move(20, 780);
  await page.getByRole('button', { name: 'Keep in place' }).click();
  await page.getByRole('link', { name: 'Write' }).click();
  // The first turn is as it was.
  await expect(slot(page, 'Walker', 0)).toHaveAccessibleName(/dum/);
  await expect(slot(page, 'Walker', 8)).not.toHaveAccessibleName(/dum/);
});

test('what is wanted of it sorts the moves, each with its reason', async ({ page }) => {
  await page.goto('/bench/lantern-steps/vary');
  const tray = page.getByRole('region', { name: 'Moves' });
  await tray.getByLabel('What it is to be').selectOption('easier on the left hand');
  await expect(tray.getByRole('button').first()).toContainText(
    /strokes? a turn for the left instead of/,
  );
  await tray.getByRole('button').first().click();
  await page.mouse.move(20, 780);
  await expect(changes(page)).toContainText('easier on the left');
  await page.getByRole('button', { name: 'Back to home' }).click();
  await expect(changes(page)).toHaveText('');
});

test('all layers are turned to the other side at once; all sets of a move come from the background', async ({
  page,
}) => {
  await page.goto('/form');
  await page.getByRole('button', { name: 'Look at the set of the Lantern Street Players' }).click();
  await expect(page.getByText('2 found')).toBeVisible();
  await goTo(page, '/bench/lantern-walk/vary');
  await page.getByRole('button', { name: 'Other side, all layers' }).click();
  await page.getByRole('link', { name: 'Frame', exact: true }).click();
  await expect(page.getByText('Bell starts from its two-side (2-3).')).toBeVisible();
  await page.getByRole('link', { name: 'Write', exact: true }).click();
  // The walker too begins with what was its second turn.
  await expect(slot(page, 'Walker', 1)).toHaveAccessibleName(/rest|silence|empty/i);
  await page.keyboard.press('Control+z');
  await page.getByRole('link', { name: 'Vary', exact: true }).click();
  await page.getByRole('combobox', { name: 'What it is to be' }).selectOption('every shift');
  const moves = page.getByRole('region', { name: 'Moves' }).getByRole('button');
  await expect(moves.first()).toContainText('shift', { ignoreCase: true });
  expect(await moves.count()).toBeGreaterThan(5);
});
