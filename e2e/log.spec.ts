import type { Page } from '@playwright/test';
import { violations } from './axe.ts';
import { expect, test } from './kit.ts';

// The clock that is set is that of all pages.
test.use({ isSharing: false });

/** A Friday, with the made-up log of eight weeks up to the evening before. */
const FRIDAY = new Date('2026-11-27T10:00:00');

async function openLog(page: Page, on = FRIDAY): Promise<void> {
  await page.clock.setFixedTime(on);
  // The Shelf comes first, so that the made-up log has its rhythms.
  await page.goto('/');
  await expect(page.getByText('Lantern steps', { exact: true }).first()).toBeVisible();
  await page.getByRole('link', { name: 'Log', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'What each hand had to do' })).toBeVisible();
}

const plan = (page: Page) => page.getByRole('region', { name: 'Plan' });

test('a goal is set, days go by, and the plan is remade', async ({ page }) => {
  await openLog(page);
  await page.getByRole('link', { name: 'Goals' }).click();
  await page.getByRole('button', { name: 'Set a goal' }).click();
  const form = page.getByRole('region', { name: 'A new goal' });
  await form.getByLabel('Line').selectOption('Ferry bell, Water');
  await form.getByLabel('Tempo to reach').fill('95');
  // What cannot be is said where it stands, and nothing typed is lost.
  await form.getByLabel('By', { exact: true }).fill('2026-11-01');
  await form.getByRole('button', { name: 'Set it' }).click();
  await expect(form.getByRole('alert')).toHaveText(
    '1 November is over. Choose a day from today on.',
  );
  await form.getByLabel('By', { exact: true }).fill('2026-12-18');
  await form.getByLabel('Minutes a day').fill('0');
  await form.getByRole('button', { name: 'Set it' }).click();
  await expect(form.getByRole('alert')).toContainText('Between 1 and 60 whole minutes');
  await form.getByLabel('Minutes a day').fill('6');
  await form.getByLabel('What the day is').fill('fair');
  await form.getByRole('button', { name: 'Set it' }).click();
  const goal = page.getByRole('region', { name: 'Goal: Ferry bell to 95' });
  await expect(goal).toContainText(
    /At that pace 95 is reached on \d+ \w+, \d+ days? (before|after) the fair\./,
  );
  await expect(goal).toContainText('You gain about');
  const before = await goal.textContent();
  // Five days later nothing was played: the day it is reached moves on.
  await page.clock.setFixedTime(new Date('2026-12-02T10:00:00'));
  await page.reload();
  await expect(goal).not.toHaveText(before ?? '');
  await page.getByRole('link', { name: 'Today' }).click();
  await expect(plan(page)).toContainText('Ferry bell');
  // Let go of, and taken back.
  await page.getByRole('link', { name: 'Goals' }).click();
  await page
    .locator('div', { has: goal })
    .last()
    .getByRole('button', { name: 'Let it go' })
    .click();
  await expect(goal).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(goal).toBeVisible();
});

test('over midnight the plan becomes the next day’s; a rest is counted down, and then it goes on', async ({
  page,
}) => {
  await openLog(page, new Date('2026-11-28T23:59:50'));
  await expect(plan(page)).toContainText('Lantern steps');
  // Sunday is a day off for the walk.
  await page.clock.setFixedTime(new Date('2026-11-29T00:00:10'));
  await page.evaluate(() => window.dispatchEvent(new Event('focus')));
  await expect(plan(page)).not.toContainText('Lantern steps');
  // Two long goals of one's own: after twenty minutes there is a rest before the second.
  await page.getByRole('button', { name: 'Remove it' }).click();
  await expect(page.locator('#screen')).toBeFocused();
  await page.getByRole('link', { name: 'Goals' }).click();
  for (const [line, minutes] of [
    ['Lantern steps, Walker', '18'],
    ['Ten stairs, Stairs', '12'],
  ] as const) {
    await page.getByRole('button', { name: 'Set a goal' }).click();
    const form = page.getByRole('region', { name: 'A new goal' });
    await form.getByLabel('Line').selectOption(line);
    await form.getByLabel('Minutes a day').fill(minutes);
    await form.getByRole('button', { name: 'Sun', pressed: true }).click();
    await form.getByRole('button', { name: 'Calendar' }).click();
    // The calendar goes with the day that is chosen.
    await page.getByRole('button', { name: /December 12th, 2026/ }).click();
    await expect(form.getByLabel('By', { exact: true })).toHaveValue('2026-12-12');
    await form.getByRole('button', { name: 'Set it' }).click();
    await expect(form).toBeHidden();
  }
  await page.getByRole('link', { name: 'Today' }).click();
  await plan(page).getByTitle('Begin here').filter({ hasText: /^18/ }).click();
  const bar = page.getByRole('region', { name: 'Today’s plan' });
  await bar.getByRole('button', { name: /^Go on to/ }).click();
  await expect(bar).toContainText('Rest for 2:00');
  await page.clock.setFixedTime(new Date('2026-11-29T00:01:15'));
  await expect(bar).toContainText('Rest for 0:55');
  await page.clock.setFixedTime(new Date('2026-11-29T00:02:15'));
  await expect(bar).toContainText('3 of 3: Ten stairs');
  await expect(bar.getByRole('button', { name: 'Done for today' })).toBeVisible();
});

test('it hurts: asked where, told to rest, and that hand is out of the plan for three days', async ({
  page,
}) => {
  await openLog(page);
  await expect(plan(page)).not.toContainText('the right hand alone');
  await page.getByRole('button', { name: 'It hurts' }).click();
  const dialog = page.getByRole('dialog', { name: 'It hurts' });
  await dialog.getByRole('button', { name: 'by mistake' }).click();
  await expect(plan(page)).not.toContainText('rests');
  // Closed without an answer everything rests, and it can be taken back.
  await page.getByRole('button', { name: 'It hurts' }).click();
  await page.keyboard.press('Escape');
  await expect(plan(page)).toContainText('Rest today: something hurt.');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(plan(page)).not.toContainText('Rest today');
  await page.getByRole('button', { name: 'It hurts' }).click();
  await dialog.getByRole('button', { name: 'left hand or arm' }).click();
  await expect(dialog).toContainText('tingling or numbness');
  await expect(dialog).toContainText('This is no medical advice');
  await dialog.getByRole('button', { name: 'I rest' }).click();
  await expect(plan(page)).toContainText('The left hand rests: it hurt.');
  await expect(plan(page)).toContainText('the right hand alone');
  await page.getByRole('link', { name: 'Load' }).click();
  await expect(page.getByRole('region', { name: 'When it hurt' })).toContainText('left hand');
  await page.clock.setFixedTime(new Date('2026-12-01T10:00:00'));
  await page.goto('/log');
  await expect(plan(page)).toBeVisible();
  await expect(plan(page)).not.toContainText('rests: it hurt');
});

test('runs are found, one is looked at, corrected and deleted; the log goes out and comes in', async ({
  page,
}) => {
  await openLog(page);
  await page.getByRole('link', { name: 'Runs' }).click();
  const status = page.getByText(/^\d+ runs$/);
  const count = Number(/\d+/.exec((await status.textContent()) ?? '')?.[0]);
  const listed = page.getByRole('button', { name: /^Delete the run/ });
  await expect(listed).toHaveCount(24);
  await page.getByRole('button', { name: 'Show more' }).click();
  await expect(listed).toHaveCount(48);
  await page.getByLabel('Line').selectOption('Wet cobbles, Cobbles');
  await expect(listed).toHaveCount(24);
  await expect(page.getByRole('region', { name: 'Best clean tempo' })).toContainText('A plateau');
  await expect(
    page.getByRole('region', { name: 'Best clean tempo' }).getByRole('listitem'),
  ).toHaveCount(2);
  // The same figures as numbers.
  await page
    .getByRole('button', { name: /^As numbers/ })
    .first()
    .click();
  const rows = page.getByRole('region', { name: 'Best clean tempo over time' }).getByRole('row');
  expect(await rows.count()).toBeGreaterThan(10);
  await page
    .getByRole('link', { name: /^Wet cobbles, Cobbles/ })
    .first()
    .click();
  await expect(page.getByTestId('hit-marks')).toHaveCount(1);
  expect(await violations(page)).toEqual([]);
  await page.getByLabel('Lay another run over it').selectOption({ index: 1 });
  await expect(page.getByTestId('hit-marks')).toHaveCount(2);
  await page.getByLabel('Note').fill('wrist loose');
  await page.getByRole('heading', { level: 1 }).click();
  await page.getByRole('button', { name: 'Correct it' }).click();
  await page.getByLabel('Tempo', { exact: true }).fill('77');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: 'Wet cobbles at 77' })).toBeVisible();
  await page.getByRole('button', { name: 'Delete' }).click();
  await expect(status).toHaveText(`${count - 1} runs`);
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(status).toHaveText(`${count} runs`);
  await expect(page.getByRole('link', { name: /77.*wrist loose/ })).toBeVisible();
  // A table comes in, what is wrong with it is said; one's own goes out with a name, without what is made up.
  await page.getByRole('button', { name: 'Take away, bring in' }).click();
  await page.getByLabel('Whose log it is').fill('Ines');
  await page.getByRole('button', { name: 'Take it away' }).click();
  await expect(page.getByRole('alert')).toContainText('nothing of your own');
  const table = (rows: string) => ({
    name: 'runs.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`day,rhythm,line,tempo,seconds\n${rows}`),
  });
  const bring = page.getByTestId('bring-log');
  await bring.setInputFiles(table('2026-11-20,Lamp,Drum,80,60\n20 Nov,Lamp,Drum,80,60'));
  await expect(page.getByRole('alert')).toContainText('Row 3: “20 Nov” is no day');
  await bring.setInputFiles(table('2026-11-20,Lamp,Drum,80,60\n2026-11-21,Lamp,Drum,82,60'));
  await expect(page.getByText('2 runs came into the log.', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Take away, bring in' }).click();
  const file = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take it away' }).click();
  const path = await (await file).path();
  await bring.setInputFiles({
    name: 'bad.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{}'),
  });
  await expect(page.getByRole('alert')).toContainText('no log of the program');
  await bring.setInputFiles(path);
  await expect(page.getByLabel('Log of')).toContainText('Ines (2 runs, read only)');
  await expect(page.getByRole('button', { name: /^Delete the run/ })).toHaveCount(0);
  await page.getByLabel('Log of').selectOption('my log');
  await page.getByRole('button', { name: 'Remove it' }).click();
  await page.getByRole('link', { name: 'Runs' }).click();
  await expect(page.getByRole('link', { name: /^Lamp, Drum/ })).toHaveCount(2);
  await expect(page.getByRole('link', { name: /^Wet cobbles/ })).toHaveCount(0);
});
