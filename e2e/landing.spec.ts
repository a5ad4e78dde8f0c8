import type { Page } from '@playwright/test';
import { expect, scheduled, slot, test } from './kit.ts';

/** What the browser's storage holds of the cadences that are kept. */
const keptInStorage = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<string>((resolve) => {
        const open = indexedDB.open('humble-stride');
        open.onsuccess = () => {
          const get = open.result.transaction('cadences').objectStore('cadences').getAll();
          get.onsuccess = () => {
            open.result.close();
            resolve(JSON.stringify(get.result));
          };
        };
      }),
  );

test('finds all cadences from the one of ten beats to its next one, and hears one land', async ({
  page,
}) => {
  await page.goto('/landing');
  const results = page.getByRole('region', { name: 'Solutions' });
  await page.getByLabel('Cycle', { exact: true }).selectOption('jhaptal');
  await page.getByLabel('Start', { exact: true }).selectOption('now');
  await page.getByLabel('Lands at the end of').selectOption('this turn');
  await page.getByLabel('Sizes, at most').fill('20');
  await page.getByLabel('Sizes, at least').fill('1');
  await page.getByLabel('Gaps, at most').fill('8');
  // Three of one size and two gaps in the 41 units from one to one: 13 (1) and 11 (4) and 9 (7).
  await expect(results.getByRole('status')).toHaveText('3 land.');
  const rows = results.getByRole('row');
  await expect(rows).toHaveCount(4);
  for (const [index, text] of ['13 (1) 13 (1) 13', '11 (4) 11 (4) 11', '9 (7) 9 (7) 9'].entries()) {
    await expect(rows.nth(index + 1)).toContainText(text);
    await expect(rows.nth(index + 1)).toContainText('the one');
  }
  await results.getByRole('button', { name: 'Starts on' }).click();
  await results.getByRole('button', { name: '11 (4) 11 (4) 11', exact: true }).click();
  const drawn = page.getByRole('region', { name: 'The cadence' });
  await expect(drawn.getByRole('status')).toHaveText(
    'Three times 11 = 33, two gaps of 4 = 8, 41 units: start on the one.',
  );

  // Heard from its own turn at 240: forty units of a sixteenth of a second to the one.
  await page.getByLabel('Turns before it').selectOption('0');
  await page.getByLabel('Tempo of the count', { exact: true }).fill('240');
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(page.locator('[data-said][data-lit]').first()).toBeVisible();
  await expect
    .poll(async () => {
      const all = await scheduled(page);
      return (all.at(-1)?.at ?? 0) - (all[0]?.at ?? 0);
    })
    .toBeGreaterThan(2.9);
  const times = (await scheduled(page)).map((one) => one.at);
  await page.getByRole('button', { name: 'Stop' }).click();
  const units = times.map((at) => (at - (times[0] ?? 0)) * 16);
  for (const unit of units) expect(Math.abs(unit - Math.round(unit))).toBeLessThan(1e-3);
  // On the one where it lands: the clap of the cycle and the last stroke; just before it the stroke
  // that leads there, and nothing just after.
  const count = (unit: number) => units.filter((one) => Math.round(one) === unit).length;
  expect([count(39), count(40), count(41)]).toEqual([1, 2, 0]);
  // In a gap only the claps of the cycle.
  expect([count(11), count(12), count(13), count(14), count(15)]).toEqual([0, 1, 0, 0, 1]);
});

test('a phrase that misses by one is mended, heard, kept and sent to the Bench', async ({
  page,
}) => {
  await page.goto('/landing');
  await page.getByRole('button', { name: 'Does mine land?' }).click();
  const mine = page.getByRole('region', { name: 'Does mine land' });
  await expect(mine.getByRole('status').first()).toContainText(
    'It ends one unit late, on beat 1, second part.',
  );
  await expect(mine).toContainText('Start on beat 12, fourth part.');
  const mend = mine.getByRole('listitem').filter({ hasText: 'The last gap one unit shorter: 1.' });
  await mend.getByRole('button', { name: /^Hear/ }).click();
  const drawn = page.getByRole('region', { name: 'The cadence' });
  await expect(drawn.getByRole('status')).toHaveText(
    'Three times 5 = 15, two gaps of 1 = 2, 17 units: start on beat 13.',
  );
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(1);
  await page.getByRole('button', { name: 'Stop' }).click();

  await mine.getByLabel(/^My phrase/).fill('ta di gi na thom . ta di gi na thom x (');
  await expect(mine).toContainText('It ends');
  await mine.getByLabel(/^My phrase/).fill('5 (');
  await expect(mine.getByRole('alert')).toContainText('“(” is not a size');
  // Its own syllables are drawn; a mend that is taken becomes the phrase.
  await mine
    .getByLabel(/^My phrase/)
    .fill('lan tern on the quay . lan tern on the quay . . lan tern on the quay');
  await expect(page.locator('[data-said="1"]')).toHaveText('tern');
  await mend.getByRole('button', { name: 'Take it' }).click();
  await expect(mine.getByLabel(/^My phrase/)).toHaveValue('5 (1) 5 (1) 5');
  await expect(mine.getByRole('status').first()).toContainText('It lands on the one.');

  await page.getByLabel('On the one').fill('one');
  await page.getByRole('button', { name: 'Send it to the Bench' }).click();
  await expect(page.getByLabel('Name of the rhythm')).toHaveValue('Landing 5 5 5');
  // Beat 13 of 16 in the turn before; the landing is the first slot of the last turn.
  await expect(slot(page, 'Landing', 64 + 48)).toHaveAccessibleName(/bar 2, beat 13: .*says ta$/);
  await expect(slot(page, 'Landing', 128)).toHaveAccessibleName(
    /bar 3, beat 1: .*accent, says one$/,
  );
});

test('says which bound is in the way, keeps a cadence, and edits its words', async ({ page }) => {
  await page.goto('/landing');
  const results = page.getByRole('region', { name: 'Solutions' });
  await page.getByLabel('Gaps, at most').fill('0');
  await page.getByLabel('Start', { exact: true }).selectOption('at');
  const place = page.getByLabel('Start on a place as it is counted');
  await place.fill('& of 3');
  await place.press('Enter');
  await expect(page.getByLabel('Start on beat')).toHaveValue('3');
  await expect(page.getByLabel('Start on part')).toHaveValue('3');
  await place.fill('beat 99');
  await place.press('Enter');
  await expect(page.getByRole('alert')).toContainText('There is no beat 99');
  await place.fill('1');
  await place.press('Enter');
  await expect(results.getByRole('status')).toHaveText('None lands within these bounds.');
  await expect(results).toContainText('Gaps of at most 0 are in the way: allow gaps of');
  await results
    .getByRole('button', { name: /^Then there/ })
    .first()
    .click();
  await expect(results.getByRole('row')).not.toHaveCount(0);
  await page.getByLabel('Gaps, at most').fill('99');
  await expect(page.getByRole('alert')).toContainText('between 0 and 32');

  await results.getByRole('button', { name: /^Keep/ }).first().click();
  await expect(results.getByRole('button', { name: /^Keep/ }).first()).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await expect.poll(() => keptInStorage(page)).toContain('on-last');
  await page.reload();
  // The question stands as it was left, and the next one begins with the usual one.
  await expect(page.getByLabel('Start on beat')).toHaveValue('1');
  await page.evaluate(() => {
    sessionStorage.clear();
    localStorage.removeItem('humble-stride:landing');
  });
  await page.reload();
  // What is kept is shown whatever is asked; another question is answered anew.
  await page.getByLabel('Landing', { exact: true }).selectOption('after-last');
  await results.getByRole('button', { name: 'Kept' }).click();
  await expect(results.getByRole('row')).toHaveCount(2);
  const kept = await results.getByRole('row').nth(1).getByRole('button').first().textContent();
  await results.getByRole('button', { name: kept ?? '', exact: true }).click();
  await expect(results.getByRole('row').nth(1)).toHaveAttribute('aria-current', 'true');
  await page.getByLabel('Landing', { exact: true }).selectOption('on-last');
  await results.getByRole('button', { name: 'Kept' }).click();
  await expect(results.getByRole('row').nth(1)).toHaveAttribute('aria-current', 'true');
  await expect(results.getByRole('row').nth(1)).toContainText('3 3 3');

  const words = page.getByRole('region', { name: 'Words and strokes' });
  const text = words.getByLabel(/^The words/);
  await text.fill('lan tern');
  await expect(words.getByRole('alert')).toContainText('you wrote 2 words');
  await words.getByRole('button', { name: 'Take the usual words again' }).click();
  await expect(text).toHaveValue('ta ki ta ta ki ta ta ki tam');
  await text.fill('lan tern walk lan tern walk lan tern home');
  await expect(page.locator('[data-said="8"]')).toHaveText('home');
});

test('an opening part is found for a closing one that stays', async ({ page }) => {
  await page.goto('/landing');
  await page.getByRole('button', { name: 'Two parts' }).click();
  await page.getByLabel('Shape').selectOption('shrinking');
  const parts = page.getByRole('region', { name: 'Two parts' });
  await expect(parts).toContainText('Together');
  await expect(parts).toContainText('Closing: Three times 5 = 15, two gaps of 1 = 2, 17 units');
  const drawn = page.getByRole('region', { name: 'The cadence' });
  await expect(drawn.getByRole('status')).toContainText('+ 5 + 5 + 5 =');
  await parts.getByLabel('Which part is fixed').selectOption('opening');
  await expect(parts).toContainText('the sentence above asks for the closing');
  // Nothing of the answer before is left where there is none.
  await expect(parts.getByRole('status')).toContainText('No closing part lands with this one');
  await expect(drawn).toBeHidden();
  const results = page.getByRole('region', { name: 'Solutions' });
  await expect(results).toContainText('Sizes of at most 8 are in the way');
  await page.getByLabel('Sizes, at most').fill('15');
  await expect(parts.getByRole('status')).toContainText('Together');
  await expect(parts.getByRole('status')).toContainText('17 + 0 + 48 = 65 units');
});

test('lands in the cycle of a rhythm, and becomes a layer of it', async ({ page }) => {
  await page.goto('/bench/ferry-bell/frame');
  await page.getByRole('link', { name: 'Find a cadence that lands in this cycle' }).click();
  const drawn = page.getByRole('region', { name: 'The cadence' });
  await expect(drawn.getByRole('status')).toContainText('start on beat 3');
  await drawn.getByLabel('Send it as').selectOption('a layer of Ferry bell');
  await drawn.getByRole('button', { name: 'Send it to the Bench' }).click();
  await expect(page.getByLabel('Name of the rhythm')).toHaveValue('Ferry bell');
  // Nine units before the one of the next turn, without the turn of the way in.
  await expect(slot(page, 'Landing', 8)).toHaveAccessibleName(/bar 1, beat 3: .*says ta$/);
  await expect(slot(page, 'Landing', 16)).toHaveAccessibleName(/bar 2, beat 1: .*says tam$/);
});

test('asks for any shape in uneven beats, at several speeds and doubled', async ({ page }) => {
  await page.goto('/landing');
  await page.getByLabel('Cycle', { exact: true }).selectOption('a cycle I type …');
  const spans = page.getByLabel('Spans of the cycle');
  await spans.fill('2+2+');
  await expect(page.getByRole('alert')).toContainText('A beat is missing here');
  await spans.fill('2+2+3');
  await page.getByLabel('Shape').selectOption('of any shape');
  await page.getByLabel('Parts of a pulse').selectOption('3 to 9 parts a pulse');
  const results = page.getByRole('region', { name: 'Solutions' });
  await expect(results.getByRole('status')).toContainText('the simplest 1,000 are here');
  await expect(results.getByRole('columnheader', { name: 'Parts' })).toBeVisible();
  await results.getByLabel('Search the solutions').fill('hourglass');
  await results.getByRole('button', { name: 'Parts' }).click();
  await results.getByRole('row').nth(1).getByRole('button').first().click();
  const drawn = page.getByRole('region', { name: 'The cadence' });
  const units = await drawn.locator('[data-said]').count();
  await drawn.getByRole('button', { name: 'Double speed' }).click();
  await expect(drawn.locator('[data-said]')).toHaveCount(units * 2 - 1);
  await results.getByLabel('Search the solutions').fill('');
  await results.getByRole('button', { name: 'Bring a thousand more' }).click();
  await expect(results.getByRole('status')).toContainText('the simplest 2,000 are here');
  await results.getByRole('button', { name: 'Further' }).click();
  await expect(results).toContainText('2 of 50');
});

test('the stroke of a syllable and the instrument are chosen', async ({ page }) => {
  await page.goto('/landing');
  const words = page.getByRole('region', { name: 'Words and strokes' });
  await words.getByLabel('Played on').selectOption('darbuka');
  await words.getByLabel('Stroke for tam').selectOption('dum');
  await words.getByLabel('Stroke for ki').selectOption('light ka');
  await words.getByLabel('Said in').selectOption('ta-ka-di-mi');
  await expect(words.getByLabel(/^The words/)).toHaveValue('ta ki da ta ki da ta ki tam');
  await words.getByLabel('A gap is').selectOption('the last syllable held');
  await page.getByLabel('Gaps, at least').fill('1');
  await expect(words.getByLabel(/^The words/)).toHaveValue(
    'ta ka di mi ti – ta ka di mi ti – ta ka di mi tam',
  );
  await page.getByRole('button', { name: 'Climb it' }).click();
  await expect(page.getByLabel('From', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Write' }).click();
  await expect(page.getByRole('textbox', { name: 'Typed rows of Landing' })).toContainText('D!');
});
