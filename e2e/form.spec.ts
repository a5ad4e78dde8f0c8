import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { opened, openSet, section } from './form-screen.ts';
import { expect, gains, goTo, kept, type Scheduled, scheduled, test, watchText } from './kit.ts';

const found = (page: Page) => page.getByRole('region', { name: 'What was found' });

/** Types a form over the one that is open. */
async function typeForm(page: Page, text: string): Promise<void> {
  await page.getByRole('button', { name: 'Take away', exact: true }).click();
  await page.getByRole('menuitem', { name: 'As text, to type on …' }).click();
  await page.getByRole('textbox', { name: 'Form as text' }).fill(text);
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
}

/** A form of two bells and a drum, so quick that a turn of eight pulses takes a third of a second. */
const PULSE = 60 / 300 / 4;
const TURN = 8 * PULSE;
const QUICK = `form Quick
tempo 300 per 4
player Bell
player Drums
section A
cycle 4+4
turns 2
level full
part Bell
play Lantern walk : Bell
section B
cycle 4+4
turns 2 to 60 until the sign
level full
part Bell
play Lantern walk : Bell
section C
cycle 4+4
turns 2
level full
speed double
part Drums
play Lantern walk : Drums
pickup 1
then A
then B
then C
`;

/** What can be heard of what is put on the clock: the click and the cue are turned down. */
async function heard(page: Page): Promise<readonly Scheduled[]> {
  const levels = await gains(page);
  return (await scheduled(page)).filter(({ gain }) => levels[gain] !== 0);
}

/** What is put on the clock, in pulses from the first turn on, the counting in left out. */
async function places(
  page: Page,
  turns: number,
): Promise<readonly (Scheduled & { pulse: number })[]> {
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(0);
  const start = ((await scheduled(page))[0]?.at ?? 0) + TURN;
  await expect
    .poll(async () => Math.max(...(await scheduled(page)).map(({ at }) => at)), { timeout: 20_000 })
    .toBeGreaterThan(start + turns * TURN);
  return (await heard(page)).map((one) => ({ ...one, pulse: (one.at - start) / PULSE }));
}

test('a form is built: three sections, a pickup, a call, double time; a turned side is told and mended', async ({
  page,
}) => {
  await openSet(page);
  await page.goto('/form');
  await page
    .getByRole('combobox', { name: 'Begin a form from a rhythm' })
    .selectOption('Lantern walk');
  await expect(section(page, 'Opening')).toBeVisible();

  // Seven turns of the two-turn bell, and the drums come in with a pickup afterwards.
  await section(page, 'Opening').click();
  await opened(page, 'Opening').getByRole('textbox', { name: 'Turns', exact: true }).fill('7');
  await opened(page, 'Opening')
    .getByRole('combobox', { name: 'Drums plays' })
    .selectOption('rests');
  await opened(page, 'Opening').getByRole('button', { name: 'Copy' }).click();
  await section(page, 'Opening 2').click();
  const second = opened(page, 'Opening 2');
  await second.getByRole('textbox', { name: 'Section' }).fill('Stairs');
  const stairs = opened(page, 'Stairs');
  await stairs.getByRole('textbox', { name: 'Turns', exact: true }).fill('4');
  await stairs.getByRole('combobox', { name: 'Time' }).selectOption('double time');
  await stairs.getByRole('combobox', { name: 'Drums plays' }).selectOption('Drums of Lantern walk');
  await stairs.getByRole('button', { name: 'Drums: entry and pickup' }).click();
  await stairs.getByRole('textbox', { name: 'Pickup, in beats' }).fill('2');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Section', exact: true }).click();
  await opened(page, 'Section').getByRole('button', { name: 'Add a call' }).click();
  await expect(page.getByText('“hey”')).toBeVisible();
  await expect(page.getByText('pickup', { exact: true })).toBeVisible();
  await expect(section(page, 'Stairs')).toContainText('double');

  await expect(found(page)).toContainText(
    'Opening has 7 turns. The two-turn Bell ends in its middle, so Stairs starts on the two-side',
  );
  await found(page).getByRole('button', { name: 'Make it 8' }).click();
  await expect(found(page)).not.toContainText('ends in its middle');
  await expect(section(page, 'Opening')).toContainText('8 turns');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(section(page, 'Opening')).toContainText('7 turns');
  await expect(found(page)).toContainText('ends in its middle');

  // It is kept, and not only noted when the page is left; and it is there again after a reload.
  await kept(
    page,
    new URL(page.url()).pathname.split('/').at(-1) ?? '',
    '"name":"Stairs"',
    'forms',
  );
  await page.reload();
  await expect(section(page, 'Stairs')).toContainText('4 turns');
  await expect(found(page)).toContainText('ends in its middle');
});

test('it plays: counted in, section after section, double time twice as quick, the pickup before; it waits for the sign', async ({
  page,
}) => {
  await openSet(page);
  await typeForm(page, QUICK);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  // Through A, and B for as long as no sign is given.
  const waiting = await places(page, 6);
  const bells = waiting.filter(({ pulse }) => pulse > -0.5 && pulse < 40);
  // Three strokes and two, turn by turn.
  expect(bells.map(({ pulse }) => Math.round(pulse)).slice(0, 10)).toEqual([
    0, 3, 6, 11, 14, 16, 19, 22, 27, 30,
  ]);
  const next = page.getByRole('region', { name: 'What comes next' });
  await expect(next).toContainText('Until the sign');
  const drum = (all: readonly Scheduled[]) => {
    const bell = waiting.find(({ pulse }) => Math.abs(pulse) < 0.1)?.sound;
    const accent = waiting.find(({ pulse }) => Math.abs(pulse - 3) < 0.1)?.sound;
    return all.filter(({ sound }) => sound !== bell && sound !== accent);
  };
  const before = drum(waiting).length;
  await page.getByRole('button', { name: 'Give the sign (Enter)' }).click();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible({
    timeout: 15_000,
  });
  // Nothing came late, through the sign and every change.
  expect((await scheduled(page)).filter(({ at, now }) => at <= now)).toEqual([]);
  // The congas: ten strokes of two turns at double speed come in one turn, twice, after a pickup of a beat.
  const drums = drum(await heard(page))
    .slice(before)
    .map(({ at }) => at);
  const pickups = drums.length - 20;
  // Five in the last beat, at double speed as well; none where the sign came when that beat was decided.
  expect([0, 5]).toContain(pickups);
  const c = drums.slice(pickups);
  const first = c[0] ?? 0;
  const pulses = c.map((at) => Math.round(((at - first) / PULSE) * 2) / 2);
  // It runs on: whether the first or the second turn of the line comes first, B has decided.
  const [a, b] = [
    [0, 1, 1.5, 2.5, 3.5],
    [0, 1, 1.5, 2.5, 3],
  ];
  const turns = [a, b].map((one) =>
    [one, one === a ? b : a].flatMap((turn, at) => (turn ?? []).map((place) => place + at * 4)),
  );
  const twice = turns.map((turn) => [...turn, ...turn.map((place) => place + 8)].join(' '));
  expect(twice).toContain(pulses.join(' '));
});

test('the change into a section goes round, without a player', async ({ page }) => {
  await openSet(page);
  await typeForm(page, QUICK);
  await section(page, 'C').click();
  await page.getByRole('button', { name: 'Loop the change' }).first().click();
  const all = await places(page, 5);
  const turns = [0, 1, 2, 3].map((turn) =>
    all
      .filter(({ pulse }) => pulse > turn * 8 - 0.2 && pulse < turn * 8 + 7.8)
      .map(({ pulse }) => Math.abs(Math.round((pulse - turn * 8) * 2) / 2)),
  );
  // The second turn of B with the pickup of the congas, and the first of C; and once more.
  expect(turns[2]).toEqual(turns[0]);
  expect(turns[3]).toEqual(turns[1]);
  expect(turns[0]).toEqual([3, 4, 5, 5.5, 6, 6.5, 7]);
  expect(turns[1]).toEqual([0, 1, 1.5, 2.5, 3.5, 4, 5, 5.5, 6.5, 7]);
  await page.getByRole('combobox', { name: 'Without' }).selectOption('without Drums');
  // Nothing of C is left to be heard.
  await expect
    .poll(async () => {
      const now = await page.evaluate(() => window.clock.currentTime);
      const levels = await gains(page);
      const recent = (await scheduled(page)).filter(({ at }) => at > now - 2 * TURN);
      return recent.filter(({ gain }) => levels[gain] !== 0).length;
    })
    .toBeLessThan(8);
});

test('a cue sheet says what one player needs, follows while it plays, and announces what comes a turn ahead', async ({
  page,
}) => {
  await openSet(page);
  await page.getByRole('button', { name: 'Cue sheet' }).click();
  await page.getByRole('menuitem', { name: 'Drums' }).click();
  const rows = page.getByRole('listitem');
  await expect(rows.first()).toContainText('Gather, Walk up, Call');
  await expect(rows.first()).toContainText('49 turns');
  await expect(rows.first()).toContainText('“hey” from Voice in turn 1 of Call');
  await expect(rows.nth(1)).toContainText('Begin 2 beats before');
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('button', { name: 'Play and follow' })).toBeHidden();
  await expect(rows.nth(1)).toBeVisible();
  await page.emulateMedia({ media: 'screen' });

  await page.getByRole('link', { name: 'Whole form' }).click();
  await typeForm(page, QUICK.replace('2 to 60 until the sign', '4'));
  await page.getByRole('button', { name: 'Cue sheet' }).click();
  await page.getByRole('menuitem', { name: 'Drums' }).click();
  await page.getByRole('button', { name: 'Play and follow' }).click();
  const now = page.getByRole('region', { name: 'What to play now' });
  const shown = await watchText(now);
  await expect(now).toContainText('Rest');
  await expect(now).toContainText(
    'Next: C: Drums of Lantern walk, Begin 1 beat before, Double time',
  );
  await expect(now).toContainText('Then it ends', { timeout: 10_000 });
  const said = await shown();
  // Six turns of rest are counted down over both sections, the first of which may be over when it is looked at; the
  // change is announced in the last of them.
  const left = [...new Set(said.flatMap((text) => /Rest(\d)turn/.exec(text)?.[1] ?? []))];
  expect('654321').toContain(left.join(''));
  expect(left.length).toBeGreaterThan(2);
  expect(left.at(-1)).toBe('1');
  expect(said.some((text) => /Rest1turn left.*Next: C: Drums/.test(text))).toBe(true);
  expect(said.some((text) => text.includes('Drums of Lantern walk2turns left'))).toBe(true);
  await expect(now).toBeHidden({ timeout: 10_000 });
});

test('what is not there is told in its place, and the rest plays; a change is climbed as a rhythm', async ({
  page,
}) => {
  await openSet(page);
  await typeForm(page, QUICK.replace('play Lantern walk : Drums', 'play Lantern walk : Tambora'));
  await expect(found(page)).toContainText(
    'In C Drums has a line that cannot be played: its rhythm has no such line any more.',
  );
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  const all = await places(page, 2);
  expect(all.filter(({ pulse }) => pulse > -0.5 && pulse < 8)).toHaveLength(3);
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Undo' }).click();
  await section(page, 'Stairs').first().click();
  await page.getByRole('button', { name: 'Climb the change' }).click();
  await expect(page.getByLabel('Name of the rhythm')).toHaveValue('Lantern walk: Call into Stairs');
  await expect(page.getByRole('link', { name: 'Climb' })).toHaveAttribute('aria-current', 'page');
});

test('a form goes out as a file and on paper, and comes in again; one that does not read is told where', async ({
  page,
}) => {
  await openSet(page);
  // What is on the screen is what is printed: both rows on one sheet.
  const paper = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  expect(paper.match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
  await page.getByRole('button', { name: 'Take away', exact: true }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: '.json' }).click(),
  ]);
  const path = await download.path();
  await page.getByRole('button', { name: 'Take away', exact: true }).click();
  const [score] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'A score (.musicxml)' }).click(),
  ]);
  const parts = readFileSync(await score.path(), 'utf8');
  expect(parts).toContain('Stairs</rehearsal>');
  // What a score has no place for is said.
  await expect(page.getByRole('dialog')).toContainText('waits for the sign');
  await page.getByRole('button', { name: 'Good' }).click();
  await goTo(page, '/form');
  await page.getByLabel('Form file').setInputFiles({
    name: 'bad.stride',
    mimeType: 'text/plain',
    buffer: Buffer.from('form A\nsection B\nturns many\nthen B\n'),
  });
  await expect(page.getByRole('alert')).toContainText(
    'Line 3, column 7: Write how many turns it lasts',
  );
  await page.getByRole('button', { name: 'Leave bad.stride' }).click();
  await page.getByTestId('bring-files').setInputFiles(path);
  await page.getByRole('button', { name: 'Put it among the forms' }).click();
  await expect(section(page, 'Last walk')).toBeVisible();
  await goTo(page, '/form');
  await expect(page.getByRole('main').getByRole('listitem')).toHaveCount(2);
  // It is found from anywhere, by its name.
  await goTo(page, '/guide');
  await expect(page.getByText('Care', { exact: true }).first()).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('lantern walk form');
  await page.getByRole('group', { name: 'Forms' }).getByRole('option').first().click();
  await expect(section(page, 'Last walk')).toBeVisible();
});
