import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { expect, goTo, kept, rows, slot, test } from './kit.ts';

/** Puts a record into the browser's storage as it stands, with the card it would have. */
async function plant(page: Page, record: { readonly id: string; readonly rhythm: unknown }) {
  await page.evaluate(
    ({ id, rhythm }) =>
      new Promise<void>((resolve, reject) => {
        const open = indexedDB.open('humble-stride');
        open.onsuccess = () => {
          const tx = open.result.transaction(['rhythms', 'cards'], 'readwrite');
          const { name } = rhythm as { name: string };
          const when = { id, revision: 1, updated: Date.now() };
          tx.objectStore('rhythms').put({ ...when, rhythm, drafts: {} });
          tx.objectStore('cards').put({
            ...when,
            name,
            find: name.toLowerCase(),
            cycle: '',
            pulses: 10,
            beats: '1',
            bpm: 60,
            target: 60,
            tags: [],
            layers: '',
            unfinished: false,
          });
          tx.oncomplete = () => {
            open.result.close();
            resolve();
          };
          tx.onerror = () => reject(tx.error);
        };
      }),
    record,
  );
}

/** Beats that meet on no grid, as they could be saved before this was looked at. */
const TOO_FINE = {
  id: 'too-fine',
  name: 'Too fine',
  cycle: { id: '1x10', name: '1x10', groups: [{ beats: Array(10).fill({ span: 1 }) }] },
  layers: [
    {
      id: 'layer-1',
      name: 'Drum',
      instrument: 'goblet-drum',
      cells: [64, 63, 61, 59, 57, 55, 53, 47, 43, 41].map((slots) => ({
        beats: { num: 1, den: 1 },
        slots,
      })),
      strokes: [{ slot: 0, kind: 'D', force: 4 }],
    },
  ],
  tempo: { bpm: 60, per: 1 },
  target: 60,
  tags: [],
};

/** From now on the browser keeps nothing. @returns lets it keep again */
async function fillDisk(page: Page): Promise<() => Promise<void>> {
  await page.evaluate(() => {
    const put = IDBObjectStore.prototype.put;
    (window as unknown as { works: () => void }).works = () => {
      IDBObjectStore.prototype.put = put;
    };
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('The disk is full', 'QuotaExceededError');
    };
  });
  return () => page.evaluate(() => (window as unknown as { works: () => void }).works());
}

test('a record that cannot be opened takes nothing else down, and has its ways out', async ({
  page,
}) => {
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Ten stairs' })).toBeVisible();
  await plant(page, { id: 'too-fine', rhythm: TOO_FINE });
  await plant(page, { id: 'odd', rhythm: { name: 'Odd one', layers: 7 } });
  await page.reload();
  await expect(page.getByRole('link', { name: 'Ten stairs' })).toBeVisible();
  const card = page.getByRole('article').filter({ hasText: 'Too fine' });
  await expect(card).toContainText('This rhythm cannot be opened; it is left as it is.');
  await expect(card).toContainText('do not meet on a grid');
  await expect(page.getByRole('article').filter({ hasText: 'Odd one' })).toContainText(
    'cannot be opened',
  );
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('A rhythm, a place').fill('too');
  await expect(page.getByRole('option', { name: 'Too fine' })).toBeVisible();
  await page.keyboard.press('Escape');

  const download = page.waitForEvent('download');
  await card.getByRole('button', { name: 'Take its text away' }).click();
  expect(await readFile(await (await download).path(), 'utf8')).toContain('"Too fine"');
  await goTo(page, '/bench/too-fine/write');
  await expect(page.getByRole('alert')).toContainText('do not meet on a grid');
  await page.getByRole('button', { name: 'Make a repaired copy' }).click();
  await expect(page.getByLabel('Name of the rhythm')).toHaveValue('Too fine (repaired)');
  await expect(slot(page, 'Drum', 0)).toHaveAccessibleName(/doum|bass|low|accent/i);
  await goTo(page, '/');
  await page.getByRole('button', { name: 'Delete Odd one' }).click();
  await expect(page.getByRole('link', { name: 'Odd one' })).toHaveCount(0);
});

test('a typed line that no grid holds stays in the line and goes no further', async ({ page }) => {
  await page.goto('/?new');
  await page.getByLabel('Cycle as it is written').fill('1x10');
  await page.getByRole('button', { name: 'Begin writing' }).click();
  const type = async (text: string) => {
    await rows(page, 'Darbuka').click();
    await page.keyboard.press('Control+a');
    await page.keyboard.press('Delete');
    await page.keyboard.press('p');
    await page.keyboard.press('Backspace');
    await page.keyboard.insertText(text);
  };
  await type('play D*64 / D*63 / D*61 / D*59 / D*57 / D*55 / D*53 / D*47 / D*43 / D*41');
  const problem = page.getByTestId('typed-problem');
  await expect(problem).toContainText('do not meet on a grid');
  await expect(problem).toContainText('keeps the last version that reads');
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByText('a typed line is not finished')).toBeVisible();
  await page.getByRole('link', { name: 'New rhythm', exact: true }).click();
  // Beat by beat as well: what could not be opened again is not done, and it is said.
  await type('play D*16 / D*5 / D*13 / D*11 / D*17 / D / D / D / D / D');
  await expect(problem).toHaveCount(0);
  await page.getByLabel('Go to a place').fill('7');
  await page.keyboard.press('Enter');
  await page.keyboard.press('9');
  await expect(page.getByText('That was not done.').first()).toContainText('do not meet on a grid');
  await expect(rows(page, 'Darbuka')).toContainText('/ D / D / D / D / D');
  await kept(page, new URL(page.url()).pathname.split('/')[2] ?? '', '"slot":66');
  await page.reload();
  await expect(rows(page, 'Darbuka')).toContainText('/ D / D / D / D / D');
});

test('what cannot be kept is never replaced, is said everywhere, and is kept when it can be', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/write');
  await expect(slot(page, 'Bell', 1)).toBeVisible();
  const makeRoom = await fillDisk(page);
  await slot(page, 'Bell', 1).click();
  await page.keyboard.press('C');
  await expect(page.getByRole('alert')).toContainText('The browser has no room left.');
  for (const place of ['Shelf', 'Crossing', 'Guide']) {
    await page.getByRole('link', { name: place, exact: true }).click();
    await expect(page.getByRole('alert')).toContainText('has edits that are in this tab only');
  }
  // Deleting would lose them, so it is not done.
  await page.getByRole('link', { name: 'Shelf', exact: true }).click();
  await page.getByRole('button', { name: 'Delete Lantern steps' }).click();
  await expect(page.getByText('Lantern steps was not deleted').first()).toBeVisible();
  await expect(page.getByRole('link', { name: 'Lantern steps' })).toBeVisible();
  // Closing the page asks first.
  const asked = page.waitForEvent('dialog');
  const closing = page.close({ runBeforeUnload: true });
  const dialog = await asked;
  expect(dialog.type()).toBe('beforeunload');
  await dialog.dismiss();
  await closing;
  await page.getByRole('link', { name: 'Open it' }).click();
  await expect(slot(page, 'Bell', 1)).toHaveAccessibleName(/choked/);
  await makeRoom();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.reload();
  await expect(slot(page, 'Bell', 1)).toHaveAccessibleName(/choked/);
});

test('a form that cannot be kept is said everywhere, and is kept when it can be', async ({
  page,
}) => {
  await page.goto('/form');
  await page.getByRole('button', { name: 'Look at the set of the Lantern Street Players' }).click();
  const gather = page.locator('[data-section="Gather"]').first();
  await gather.click();
  const makeRoom = await fillDisk(page);
  await page.keyboard.press('Shift+ArrowRight');
  await expect(gather).toContainText('17 turns');
  await expect(page.getByRole('alert')).toContainText('take the form away as a file');
  await page.getByRole('link', { name: 'Guide', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText(
    'Lantern walk has edits that are in this tab only. It is tried again by itself.',
  );
  await page.getByRole('link', { name: 'Open it' }).click();
  await expect(gather).toContainText('17 turns');
  await makeRoom();
  await expect(page.getByRole('alert')).toHaveCount(0);
  const { pathname } = new URL(page.url());
  await kept(page, pathname.split('/').pop() ?? '', '"turns":17', 'forms');
});

test('names and syllables are kept as they are typed, Escape puts back the name before, and what cannot be is refused', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/write');
  const name = page.getByLabel('Name of the rhythm');
  await name.fill('Lamp steps');
  await kept(page, 'lantern-steps', '"name":"Lamp steps"');
  await page.keyboard.type(' two');
  await kept(page, 'lantern-steps', '"name":"Lamp steps two"');
  await page.keyboard.press('Escape');
  await expect(name).toHaveValue('Lantern steps');
  await kept(page, 'lantern-steps', '"name":"Lantern steps"');
  await page.getByRole('button', { name: 'Layer Bell' }).click();
  await page.getByLabel('Name of the layer').fill('Lamp');
  await kept(page, 'lantern-steps', '"name":"Lamp"');

  // Syllables of one’s own are still there after counting under the line.
  await page.getByRole('button', { name: 'Layer Walker' }).click();
  const under = page.getByLabel('Under the line');
  await under.selectOption({ label: 'counted in la-li' });
  await expect(rows(page, 'Walker')).toContainText('say la-li');
  await under.selectOption({ label: 'its syllables' });
  await expect(rows(page, 'Walker')).toContainText('say dum ka ta / tek ta ka / dun da');
  await page.keyboard.press('Escape');

  const tempo = page.getByLabel('Tempo', { exact: true });
  await tempo.fill('0');
  await expect(page.getByRole('alert')).toHaveText(
    'Tempo lies between 10 and 400; 72 stays in force.',
  );
  await tempo.fill('10000');
  await expect(page.getByRole('alert')).toBeVisible();
  await tempo.fill('');
  await tempo.blur();
  await expect(tempo).toHaveValue('72');
  await name.fill('  ');
  await name.blur();
  await expect(name).toHaveValue('Lantern steps');
  await name.fill('<b>Lantern</b> "steps"');
  await name.press('Enter');
  await kept(page, 'lantern-steps', '<b>Lantern</b>');
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByRole('link', { name: '<b>Lantern</b> "steps"' })).toBeVisible();
});

test('of several files each has its own answer', async ({ page }) => {
  await page.goto('/');
  const file = (name: string, text: string) => ({
    name,
    mimeType: 'text/plain',
    buffer: Buffer.from(text),
  });
  const good = (name: string) =>
    `rhythm ${name}\ncycle 2x2\nlayer A : goblet drum\nplay D . / T .\n`;
  await page
    .getByTestId('bring-in')
    .setInputFiles([
      file('one.stride', good('First')),
      file('two.stride', 'rhythm Bad\ncycle 9+z'),
      file('three.stride', good('Third')),
    ]);
  await expect(page.getByRole('region', { name: 'two.stride' })).toContainText('Line 2, column');
  for (const name of ['one.stride', 'three.stride']) {
    const item = page.getByRole('region', { name });
    await item.getByRole('button', { name: 'Put it on the Shelf' }).click();
    await expect(item).toBeHidden();
  }
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByRole('link', { name: 'First' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Third' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Bad' })).toHaveCount(0);
});

test('without storage the program works in memory, says so, and gives files', async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(window, 'indexedDB', { value: undefined });
  });
  await page.goto('/');
  await expect(page.getByRole('alert')).toContainText('This browser keeps nothing here');
  await page.getByRole('link', { name: 'Ferry bell' }).click();
  await slot(page, 'Ferry', 1).click();
  await page.keyboard.press('X');
  await page.getByRole('link', { name: 'Shelf' }).click();
  await page.getByRole('link', { name: 'Ferry bell' }).click();
  await expect(slot(page, 'Ferry', 1)).toHaveAccessibleName(/plain/);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take away as a file' }).click();
  await page.getByRole('menuitem', { name: '.stride' }).click();
  expect(await readFile(await (await download).path(), 'utf8')).toContain('play  X! X . .');
});

test('two tabs: muting is no conflict, and an edit elsewhere is not undone away', async ({
  page,
  context,
}) => {
  await page.goto('/bench/lantern-steps/write');
  await expect(slot(page, 'Bell', 1)).toBeVisible();
  const other = await context.newPage();
  await other.goto('/bench/lantern-steps/write');
  await other.getByRole('button', { name: 'Mute Bell' }).click();
  await slot(page, 'Bell', 1).click();
  await page.keyboard.press('X');
  await kept(page, 'lantern-steps', '"revision":2');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await other.close();

  const shelf = await context.newPage();
  await shelf.goto('/');
  await shelf.getByRole('button', { name: 'Delete Lantern steps' }).click();
  await expect(shelf.getByRole('link', { name: 'Lantern steps' })).toHaveCount(0);
  await slot(page, 'Bell', 2).click();
  await page.keyboard.press('Y');
  await page.keyboard.press('X');
  await expect(page.getByText('had been deleted in another tab').first()).toBeVisible();
  await expect(shelf.getByRole('link', { name: 'Lantern steps' })).toBeVisible();
  await shelf.getByRole('button', { name: 'Undo' }).click();
  await expect(shelf.getByText('it is there again already').first()).toBeVisible();
  await page.reload();
  await expect(slot(page, 'Bell', 3)).not.toHaveAccessibleName(/silence/);
});
