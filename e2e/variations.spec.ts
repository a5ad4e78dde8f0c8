import type { Locator, Page } from '@playwright/test';
import { expect, kept, rows, type Scheduled, scheduled, slot, test } from './kit.ts';

/** Wet cobbles at 300 for two pulses: a turn of seven. */
const PULSE = 60 / 300 / 2;
const TURN = 7 * PULSE;

const variations = (page: Page) => page.getByRole('region', { name: 'Variations' });
const gone = (page: Page) => page.getByRole('list', { name: 'Turns that went by' });

async function playFast(
  page: Page,
  how: (page: Page) => Promise<void>,
  tempo = '300',
): Promise<number> {
  await page.getByRole('textbox', { name: 'Tempo' }).fill(tempo);
  const before = (await scheduled(page)).length;
  await how(page);
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(before + 4);
  return (await scheduled(page))[before]?.at ?? 0;
}

/** The congas in a turn from the first: which sounds, in their order; they are what strikes every pulse. */
function congas(all: readonly Scheduled[], start: number, turn: number): readonly number[] {
  const [from, to] = [start + turn * TURN - 0.01, start + (turn + 1) * TURN - 0.01];
  const here = all.filter(({ at }) => at >= from && at < to).sort((a, b) => a.at - b.at);
  const most = [...new Set(here.map(({ gain }) => gain))]
    .map((gain) => here.filter((one) => one.gain === gain))
    .sort((a, b) => b.length - a.length)[0];
  return (most ?? []).map(({ sound }) => sound);
}

async function turnsFrom(page: Page, start: number, count: number) {
  await expect
    .poll(async () => Math.max(...(await scheduled(page)).map(({ at }) => at)))
    .toBeGreaterThan(start + count * TURN);
  const all = await scheduled(page);
  return Array.from({ length: count }, (_, turn) => congas(all, start, turn));
}

/** Which sounds of a row are alike: B t S S S O S is 0 1 2 2 2 3 4. */
const pattern = (sounds: readonly number[]) => {
  const known = [...new Set(sounds)];
  return sounds.map((sound) => known.indexOf(sound)).join(' ');
};
const HOME = [
  // B! t S t O t O and B! t S t O O t
  '0 1 2 1 3 1 3',
  '0 1 2 1 3 3 1',
];
/** B! t S S S O S! */
const CORNER = '0 1 2 2 2 3 4';

test('a variation comes by its key at the next turn, once, and by its button; another press takes it back', async ({
  page,
}) => {
  await page.goto('/bench/wet-cobbles/write');
  await expect(page.getByRole('list', { name: 'Variations by key' })).toContainText(
    'Round the corner',
  );
  const start = await playFast(page, (on) =>
    on.getByRole('button', { name: 'Play', exact: true }).click(),
  );
  await turnsFrom(page, start, 2);
  // From a slot of the line too, where a figure cuts the beat while nothing plays.
  await slot(page, 'Cobbles', 2).click();
  const now = await page.evaluate(() => window.clock.currentTime);
  await page.keyboard.press('1');
  const next = Math.ceil((now - start) / TURN);
  const turns = await turnsFrom(page, start, next + 4);
  const patterns = turns.map(pattern);
  // In the next turn, or in the one after where the key came at its very end.
  const at = patterns.indexOf(CORNER);
  expect([next, next + 1]).toContain(at);
  expect(patterns.filter((one) => one === CORNER)).toHaveLength(1);
  expect(patterns[at - 1]).toBe(HOME[(at - 1) % 2]);
  expect(patterns[at + 1]).toBe(HOME[(at + 1) % 2]);
  await expect(
    gone(page).getByRole('listitem', { name: `turn ${at + 1}: Round the corner` }),
  ).toBeVisible();
  await expect(rows(page, 'Cobbles')).toContainText('B! (t) / S (t) / O (t) O');
  // Pressed twice within a turn it does not come. The clock says when a turn is young.
  const row = variations(page).getByRole('listitem', { name: 'Stones held' });
  const button = row.getByRole('button', { name: 'Play Stones held next' });
  await pressTwice(button);
  const before = await gone(page).getByRole('listitem').count();
  await expect.poll(() => gone(page).getByRole('listitem').count()).toBeGreaterThan(before + 1);
  await expect(gone(page).getByRole('listitem', { name: /Stones held/ })).toHaveCount(0);
  await button.click();
  await expect(gone(page).getByRole('listitem', { name: /Stones held/ })).toHaveCount(2);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
});

/** Two presses in one moment of the page. */
async function pressTwice(button: Locator): Promise<void> {
  await button.evaluate((element: HTMLElement) => {
    element.click();
    setTimeout(() => element.click(), 0);
  });
}

test('a mix is the same for the same seed, another for another, and is written out as it was played', async ({
  page,
}) => {
  await page.goto('/bench/wet-cobbles/vary');
  const corner = variations(page).getByRole('listitem', { name: 'Round the corner' });
  await corner.getByRole('button', { name: 'Set Round the corner' }).click();
  await page.getByLabel('Its share, mixed in').selectOption('often, 1 in 4');
  await page.getByLabel('Where it may begin').selectOption('anywhere');
  await page.keyboard.press('Escape');
  await expect(corner).toContainText('anywhere; often, 1 in 4');
  // The usual seed and the other one differ in so many turns.
  const count = 8;
  const mixed = async () => {
    const choose = async (on: Page) => {
      await on.getByRole('button', { name: 'All of it, or a part' }).click();
      await on.getByRole('menuitem', { name: 'Variations mixed in' }).click();
    };
    await playFast(page, choose, '400');
    // The turns of the mix before stand there until this one begins.
    const last = gone(page).getByRole('listitem', { name: `turn ${count}:` });
    await expect(last).toHaveCount(0);
    await expect(last).toBeVisible();
    await page.getByRole('button', { name: 'Stop', exact: true }).click();
    const items = await gone(page).getByRole('listitem').all();
    return Promise.all(items.slice(0, count).map((item) => item.getAttribute('aria-label')));
  };
  const first = await mixed();
  expect(first[0]).toBe('turn 1: home');
  expect(first.filter((turn) => turn?.includes('Round')).length).toBeGreaterThan(1);
  expect(await mixed()).toEqual(first);
  await page.getByRole('button', { name: 'Rules' }).click();
  await page.getByRole('textbox', { name: 'Seed: the same number' }).fill('77');
  await page.keyboard.press('Escape');
  const other = await mixed();
  expect(other).not.toEqual(first);
  const all = await gone(page).getByRole('listitem').count();
  await page.getByRole('button', { name: 'Write out' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the rhythm' })).toHaveValue(
    'Wet cobbles, written out',
  );
  // Turn by turn as it went by: the slap on the second part of the second beat is the corner’s.
  const slots = page.getByRole('listbox', { name: 'Cobbles, strokes' }).getByRole('option');
  await expect(slots).toHaveCount(all * 7);
  const said = await slots.evaluateAll((row) => row.map((one) => one.getAttribute('aria-label')));
  for (const [turn, was] of other.entries()) {
    expect(said[turn * 7 + 3]).toMatch(was?.includes('Round') ? /slap/ : /touch|tip|toe/);
  }
});

test('moves are kept as a variation, which is set, read, compared, printed and climbed beside home', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/vary');
  await page.getByRole('button', { name: 'Bell', exact: true }).click();
  await page.getByRole('combobox', { name: 'What of it is varied' }).selectOption('turn 2');
  await page
    .getByRole('region', { name: 'Moves' })
    .getByRole('button', { name: /^Chase/ })
    .click();
  await page.mouse.move(20, 780);
  await page.getByRole('button', { name: 'Keep as a variation' }).click();
  const row = variations(page).getByRole('listitem', { name: /Chase/ });
  await expect(row).toContainText('on turn 2 of 2');
  await expect(row).toContainText('Bell: 1 new');
  await row.getByRole('button', { name: /^Set Chase/ }).click();
  const typed = page.getByRole('textbox', { name: 'What Bell plays' });
  await expect(typed).toHaveValue('play  X! X . / X . . / X .');
  await typed.fill('play X! X .');
  await expect(page.getByText('Row 1: Turn 1 has 1 beat and the cycle has 3.')).toBeVisible();
  await typed.fill('play X! X X / X X X / X X');
  await page.keyboard.press('Tab');
  await page.getByRole('combobox', { name: 'Key' }).selectOption('7');
  await page.keyboard.press('Escape');
  await expect(row).toContainText('Bell: 5 new');
  await variations(page).getByRole('textbox', { name: 'Name of the variation' }).fill('Full bell');
  await kept(page, 'lantern-steps', '"name":"Full bell"');

  await page.getByRole('link', { name: 'Read' }).click();
  await page
    .getByRole('combobox', { name: 'Home or a variation is read' })
    .selectOption('Full bell');
  await page.getByRole('button', { name: 'Bell', exact: true }).click();
  await expect(page.getByText('8 strokes: 1, 8 times.')).toBeVisible();
  await page.getByRole('combobox', { name: 'Home or a variation is read' }).selectOption('home');
  await expect(page.getByRole('button', { name: /^6 strokes: 3 3 2/ })).toBeVisible();
  await page.getByRole('button', { name: 'Compare' }).click();
  await page.getByRole('combobox', { name: 'Compare with' }).selectOption('Bell in Full bell');
  await expect(page.getByRole('region', { name: 'What changed' })).toContainText(
    'Five strokes came',
  );

  await page.getByRole('link', { name: 'Sheet' }).click();
  await expect(page.getByRole('region', { name: 'Variations' })).toContainText('Full bell');

  await page.getByRole('link', { name: 'Climb' }).click();
  const drawn = () =>
    page.getByRole('region', { name: 'Stride line' }).locator('svg [data-stroke]').count();
  // The six strokes of two turns of home.
  await expect.poll(drawn).toBeGreaterThanOrEqual(6);
  const home = await drawn();
  await page.getByRole('tab', { name: /^Way/ }).click();
  await page.getByRole('combobox', { name: 'Variation' }).selectOption('home and Full bell');
  await expect(page.getByText('home and Full bell after one another')).toBeVisible();
  // A full turn has five strokes more than a turn of home.
  await expect.poll(drawn).toBeGreaterThanOrEqual(home + 5);
  await page.getByRole('link', { name: 'Vary' }).click();
  await row
    .or(variations(page).getByRole('listitem', { name: 'Full bell' }))
    .getByRole('button', { name: 'Set Full bell' })
    .click();
  await page.getByRole('button', { name: 'Take out' }).click();
  await expect(variations(page)).toContainText('None yet.');
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect(variations(page).getByRole('listitem', { name: 'Full bell' })).toBeVisible();
});

test('a feel between fours and threes is heard as the slider moves, exactly, and is seen on the line', async ({
  page,
}) => {
  await page.goto('/bench/ferry-bell/vary');
  await page.getByRole('textbox', { name: 'Tempo' }).fill('240');
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(8);
  const start = (await scheduled(page))[0]?.at ?? 0;
  await page.getByRole('button', { name: 'Feel: straight' }).click();
  await page.getByLabel('From straight towards').selectOption('fours to threes');
  await page.getByRole('slider', { name: /How far/ }).fill('12');
  await expect(page.getByText('half way: fours to threes')).toBeVisible();
  await expect(page.getByText('4 parts at 0 7/24 5/12 17/24')).toBeVisible();
  const beat = 60 / 240;
  const from = await page.evaluate(() => window.clock.currentTime);
  await expect
    .poll(async () => Math.max(...(await scheduled(page)).map(({ at }) => at)))
    .toBeGreaterThan(from + 2.2);
  const parts = new Set(
    (await scheduled(page))
      .filter(({ at }) => at > from + 0.2)
      .map(({ at }) => Math.round((((at - start) / beat) % 1) * 2400) % 2400),
  );
  // The bell stays on halves and quarters, and so does the beat of three; the water's fours are felt at 5/12 and 17/24.
  expect([...parts].sort((a, b) => a - b)).toEqual([0, 800, 1000, 1200, 1600, 1700, 1800]);
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Write' }).click();
  await expect(page.getByRole('textbox', { name: 'Typed rows of Water' })).toContainText(
    'feel fours to threes : 0 7/24 5/12 17/24',
  );
});
