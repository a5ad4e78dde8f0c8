import { expect, scheduled, test } from './kit.ts';

test('a session from the Shelf: today’s plan is played, heard, felt, and stands in the log', async ({
  page,
}) => {
  // What is made up is looked at, and not begun without a word.
  await page.goto('/');
  await page.getByRole('button', { name: 'Practise today' }).click();
  await page.getByRole('button', { name: 'Remove it' }).click();
  await page.getByRole('link', { name: 'Goals' }).click();
  await page.getByRole('button', { name: 'Set a goal' }).click();
  await page.getByLabel('Line').selectOption('Lantern steps, Walker');
  await page.getByLabel('Minutes a day').fill('9');
  // Also on a Sunday, which is off unless it is said otherwise.
  await page.getByRole('button', { name: 'Sun', pressed: true }).click();
  await page.getByRole('button', { name: 'Set it' }).click();
  await expect(page.getByText('a cautious 0.5 a session')).toBeVisible();
  // With a goal of one's own one action on the Shelf begins, set up as planned.
  await page.getByRole('link', { name: 'Shelf' }).click();
  await page.getByRole('button', { name: 'Practise today' }).click();
  const bar = page.getByRole('region', { name: 'Today’s plan' });
  await expect(bar).toContainText('1 of 2: Lantern steps');
  await expect(bar).toContainText('slow hands, both the same');
  // A warm-up is at one tempo, as long as the plan has it.
  await expect(page.getByRole('region', { name: /^Ladder of 1 tempo/ })).toBeVisible();
  await page.getByRole('tab', { name: /^Ear/ }).click();
  await page.getByLabel('You are heard by').selectOption('simulated');
  await page.getByLabel('Who plays').selectOption('steady');
  await page.getByRole('tab', { name: /^Ladder/ }).click();
  await page.getByLabel('To', { exact: true }).fill('150');
  await page.getByLabel('From', { exact: true }).fill('150');
  await page.getByLabel('Seconds', { exact: true }).fill('5');
  const status = page.getByTestId('climb-status');
  await status.click();
  await page.keyboard.press('Space');
  await expect(status).toHaveText('150 is clean');
  const felt = page.getByRole('region', { name: 'How it felt' });
  await felt.getByRole('button', { name: 'just right' }).click();
  await expect(felt.getByRole('button', { name: 'just right' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  const name = /^1 of \d: (.*?)slow/.exec((await bar.textContent()) ?? '')?.[1] ?? '';
  // On to the next item; and once more a run, broken off.
  await bar.getByRole('button', { name: /^Go on to/ }).click();
  await expect(bar).toContainText(/^2 of \d: |^Rest for/);
  await bar.getByRole('button', { name: 'Leave the plan' }).click();
  await expect(bar).toBeHidden();
  await page.getByRole('link', { name: 'Log' }).click();
  await page.getByRole('link', { name: 'Runs' }).click();
  const run = page.getByRole('link', { name: new RegExp(`^${name}.*150.*clean.*just right`) });
  await run.click();
  // What was played is heard again: as many strokes as were heard, at their own moments.
  await expect(page.getByTestId('hit-marks')).toBeVisible();
  const came = Number(
    /^(\d+) of/.exec(
      (await page
        .getByText(/^\d+ of \d+$/)
        .first()
        .textContent()) ?? '',
    )?.[1],
  );
  const before = (await scheduled(page)).length;
  await page.getByRole('button', { name: 'What was played' }).click();
  await expect.poll(async () => (await scheduled(page)).length - before).toBe(came);
});
