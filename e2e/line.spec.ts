import type { Page } from '@playwright/test';
import { expect, kept, rows, slot, test } from './kit.ts';

async function openSteps(page: Page): Promise<void> {
  await page.goto('/bench/lantern-steps/write');
  await expect(slot(page, 'Walker', 0)).toBeVisible();
}

test('places, accents, cuts and removes strokes with the keyboard, and undoes it', async ({
  page,
}) => {
  await openSteps(page);
  // Between layers the choice goes to the same moment, and what is chosen is read.
  await slot(page, 'Walker', 6).click();
  const reading = page.getByRole('region', { name: 'Reading' });
  await expect(reading).toContainText('Walker, pulse 7');
  await expect(reading).toContainText('Open tone, right hand, accent.');
  await expect(reading).toContainText('Count 3 of bar 1, said dun.');
  await expect(reading).toContainText('Falls with Bell.');
  await page.keyboard.press('ArrowUp');
  await expect(slot(page, 'Bell', 6)).toBeFocused();
  await expect(reading).toContainText('6 strokes: 3 3 2, twice.');

  await slot(page, 'Bell', 1).click();
  await page.keyboard.press('t');
  await expect(slot(page, 'Bell', 1)).toHaveAccessibleName('bar 1, & of 1: tick, right, plain');
  await expect(slot(page, 'Bell', 2)).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('!');
  await expect(slot(page, 'Bell', 1)).toHaveAccessibleName('bar 1, & of 1: tick, right, accent');
  await page.keyboard.press('-');
  await page.keyboard.press('Alt+ArrowDown');
  await expect(slot(page, 'Bell', 1)).toHaveAccessibleName('bar 1, & of 1: tick, left, plain');
  await expect(rows(page, 'Bell')).toContainText('X! t . / X . .');

  await page.keyboard.press('4');
  await expect(page.getByRole('status').filter({ hasText: 'This cell' })).toContainText(
    'This cell now has 4 slots. 1 stroke moved',
  );
  // Threes become fours as players do: the second part goes to the third, and the choice with it.
  await expect(slot(page, 'Bell', 2)).toHaveAccessibleName('bar 1, & of 1: tick, left, plain');
  await page.keyboard.press('Delete');
  await expect(slot(page, 'Bell', 2)).toHaveAccessibleName('bar 1, & of 1: silence');

  await page.keyboard.press('q');
  await expect(page.getByRole('status').filter({ hasText: 'no stroke' })).toContainText(
    'no stroke “q”',
  );

  for (let i = 0; i < 6; i += 1) await page.keyboard.press('Control+z');
  await expect(rows(page, 'Bell')).toContainText('X! . . / X . . / X .');
  await page.keyboard.press('Control+Shift+z');
  await expect(slot(page, 'Bell', 1)).toHaveAccessibleName('bar 1, & of 1: tick, right, plain');
});

test('marks what is typed wrong, keeps it over a reload, and takes it when it is mended', async ({
  page,
}) => {
  await openSteps(page);
  await rows(page, 'Walker').click();
  await page.keyboard.press('Control+Home');
  await page.keyboard.press('End');
  await page.keyboard.type(' Zap');
  const problem = page.getByTestId('typed-problem');
  await expect(problem).toContainText('“Zap” is not a stroke of the darbuka.');
  await expect(problem).toContainText('Row 1, column');
  await expect(page.locator('.cm-lintRange-error').first()).toBeVisible();
  await expect(slot(page, 'Walker', 16)).toHaveAccessibleName(/ka/);

  await kept(page, 'lantern-steps', 'Zap');
  await page.reload();
  await expect(rows(page, 'Walker')).toContainText('O! K Zap');
  await rows(page, 'Walker').click();
  await page.keyboard.press('Control+Home');
  await page.keyboard.press('End');
  for (let i = 0; i < 4; i += 1) await page.keyboard.press('Backspace');
  await expect(problem).toHaveCount(0);
  await page.keyboard.press('Backspace');
  await page.keyboard.type('T');
  await expect(slot(page, 'Walker', 16)).toHaveAccessibleName(/: tek/);
  // What is chosen stays chosen though an undo comes after it.
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Control+z');
  await expect(slot(page, 'Walker', 16)).not.toHaveAccessibleName(/: tek/);
  await page.keyboard.press('Delete');
  await expect(problem).toContainText('Nothing is written in this layer yet.');
  await page.keyboard.press('Control+z');
  await expect(rows(page, 'Walker')).toContainText('D! (k) (t)');
});

test('strokes sound together by key and by button, and their hands change over', async ({
  page,
}) => {
  await page.goto('/?new');
  await page.getByLabel('Name', { exact: true }).fill('Bin lids');
  await page.getByLabel('Cycle as it is written').fill('2+2');
  await page.getByLabel('First instrument').selectOption({ label: 'drum kit' });
  await page.getByRole('button', { name: 'Begin writing' }).click();
  const line = rows(page, 'Drum kit');
  await slot(page, 'Drum kit', 0).click();
  await page.keyboard.type('x&Bx');
  await expect(line).toContainText('play B+x x / . .');
  await expect(slot(page, 'Drum kit', 0)).toHaveAccessibleName(
    'bar 1, beat 1: bass drum, foot, plain; hi-hat closed, right, plain',
  );
  const bar = page.getByRole('toolbar', { name: 'Strokes' });
  const together = bar.getByRole('button', { name: 'Together' });
  await slot(page, 'Drum kit', 1).click();
  await together.click();
  await expect(together).toHaveAttribute('aria-pressed', 'true');
  await bar.getByRole('button', { name: 'Place snare drum' }).click();
  await expect(together).toHaveAttribute('aria-pressed', 'false');
  await expect(line).toContainText('play B+x S+x / . .');
  await slot(page, 'Drum kit', 1).click();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByText('Right and left have changed over.')).toBeVisible();
  await expect(line).toContainText('hand . R+L / . .');
  // A foot and a hand do not change over; the same stroke again is taken out.
  await slot(page, 'Drum kit', 0).click();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByText('Type their hands in the hand row')).toBeVisible();
  await page.keyboard.type('&B');
  await expect(line).toContainText('play x S+x / . .');
  await page.keyboard.press('Control+z');
  await expect(line).toContainText('play B+x S+x / . .');
});

test('a second tab overwrites nothing unseen', async ({ page, context }) => {
  await openSteps(page);
  const other = await context.newPage();
  await other.goto('/bench/lantern-steps/write');
  await slot(other, 'Bell', 1).click();
  await other.keyboard.press('Y');
  await kept(other, 'lantern-steps', '"kind":"Y"');
  // The older tab is told before it does anything.
  await expect(page.getByRole('alert')).toContainText('changed in another tab');
  await slot(page, 'Bell', 2).click();
  await page.keyboard.press('C');
  await page.getByRole('button', { name: 'See what differs' }).click();
  const differs = page.getByRole('dialog', { name: 'What differs' });
  await expect(differs.getByRole('listitem').or(differs.getByRole('figure')).first()).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(page.getByLabel('Name of the rhythm')).toHaveValue('Lantern steps (copy)');
  await expect(slot(page, 'Bell', 2)).toHaveAccessibleName(/choked/);
  await page.goto('/bench/lantern-steps/write');
  await expect(slot(page, 'Bell', 1)).toHaveAccessibleName(/body/);
  await expect(slot(page, 'Bell', 2)).toHaveAccessibleName(/silence/);
});
