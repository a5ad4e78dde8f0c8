import { expect, kept, slot, test } from './kit.ts';

// A page that is killed takes those of its process along.
test.use({ isSharing: false });

test('leaves a database of a newer version untouched, and says so', async ({ page }) => {
  await page.goto('/stride.svg');
  await page.evaluate(
    () =>
      new Promise<void>((resolve, reject) => {
        const open = indexedDB.open('humble-stride', 990);
        open.onupgradeneeded = () => {
          open.result
            .createObjectStore('rhythms', { keyPath: 'id' })
            .createIndex('updated', 'updated');
          open.result.createObjectStore('settings', { keyPath: 'key' });
        };
        open.onsuccess = () => {
          open.result.close();
          resolve();
        };
        open.onerror = () => reject(open.error);
      }),
  );
  await page.goto('/');
  await expect(page.getByRole('alert')).toContainText('a newer version of the program has written');
  await page.goto('/bench/lantern-steps/write');
  await expect(page.getByRole('alert')).toContainText('a newer version of the program has written');
});

test('a tab that is killed in the middle loses nothing', async ({ page, context }) => {
  await page.goto('/bench/lantern-steps/write');
  await slot(page, 'Bell', 1).click();
  await page.keyboard.press('C');
  await kept(page, 'lantern-steps', '"kind":"C"');
  const session = await context.newCDPSession(page);
  const crashed = page.waitForEvent('crash');
  // The crashed page never answers.
  void session.send('Page.crash').catch(() => undefined);
  await crashed;
  const again = await context.newPage();
  await again.goto('/bench/lantern-steps/write');
  await expect(slot(again, 'Bell', 1)).toHaveAccessibleName(/choked/);
  // Undo goes back to before the crash.
  await slot(again, 'Bell', 1).click();
  await again.keyboard.press('Control+z');
  await expect(slot(again, 'Bell', 1)).toHaveAccessibleName(/silence/);
  await expect(again.getByRole('button', { name: 'Undo' }).first()).toBeDisabled();
});

test('an edit is done again where its page was left before it was kept', async ({ page }) => {
  page.on('dialog', (dialog) => dialog.accept());
  await page.goto('/bench/lantern-steps/write');
  await slot(page, 'Bell', 1).click();
  await page.evaluate(() => {
    const key = new KeyboardEvent('keydown', { key: 'C', bubbles: true, cancelable: true });
    document.activeElement?.dispatchEvent(key);
    window.location.href = '/stride.svg';
  });
  await page.waitForURL('**/stride.svg');
  await page.goto('/bench/lantern-steps/write');
  await expect(slot(page, 'Bell', 1)).toHaveAccessibleName(/choked/);
  await kept(page, 'lantern-steps', '"kind":"C"');
});

test('an edit of a form is done again where its page was left before it was kept', async ({
  page,
}) => {
  page.on('dialog', (dialog) => dialog.accept());
  await page.goto('/form');
  await page.getByRole('button', { name: 'Look at the set of the Lantern Street Players' }).click();
  const gather = page.locator('[data-section="Gather"]').first();
  await gather.click();
  await expect(gather).toContainText('16 turns');
  const { pathname } = new URL(page.url());
  // The storage has something else to do, so that it does not take the edit before the page is left.
  await page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const open = indexedDB.open('humble-stride');
        open.onsuccess = () => {
          const forms = open.result.transaction('forms', 'readwrite').objectStore('forms');
          const goOn = () => {
            forms.get('none').onsuccess = goOn;
          };
          forms.get('none').onsuccess = () => {
            goOn();
            resolve();
          };
        };
      }),
  );
  await page.evaluate(() => {
    const key = { key: 'ArrowRight', code: 'ArrowRight', shiftKey: true };
    const event = new KeyboardEvent('keydown', { ...key, bubbles: true, cancelable: true });
    document.activeElement?.dispatchEvent(event);
    window.location.href = '/stride.svg';
  });
  await page.waitForURL('**/stride.svg');
  await page.goto(pathname);
  await expect(gather).toContainText('17 turns');
});
