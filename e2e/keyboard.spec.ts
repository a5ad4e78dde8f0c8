import type { Page } from '@playwright/test';
import { expect, scheduled, test } from './kit.ts';

/** More stops than any screen has. */
const MOST = 160;

/** Goes on by the tab key alone until what has the focus is called so; what has it is always seen to have it. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  const passed: string[] = [];
  for (let stop = 0; stop < MOST; stop += 1) {
    await page.keyboard.press('Tab');
    const { called, isSeen } = await page.evaluate(() => {
      const at = document.activeElement as HTMLElement | null;
      if (!at || at === document.body) return { called: '', isSeen: true };
      const labels = 'labels' in at ? (at.labels as NodeListOf<HTMLElement> | null) : null;
      const style = getComputedStyle(at);
      return {
        called: (
          at.getAttribute('aria-label') ??
          (labels?.length ? labels[0]?.textContent : undefined) ??
          at.textContent ??
          ''
        ).trim(),
        isSeen:
          // The screen itself, to which the focus goes when nothing else has it.
          at.id === 'screen' ||
          style.outlineStyle !== 'none' ||
          style.boxShadow !== 'none' ||
          // A stroke of the line shows it by what stands round it.
          at.getAttribute('role') === 'option' ||
          at.isContentEditable,
      };
    });
    expect(isSeen, `the focus on “${called}” is seen`).toBe(true);
    if (name.test(called)) return;
    passed.push(called.slice(0, 30));
  }
  throw new Error(`no stop is called ${String(name)}: ${passed.join(' | ')}`);
}

const press = async (page: Page, name: RegExp, key = 'Enter') => {
  await tabTo(page, name);
  await page.keyboard.press(key);
};

test.beforeEach(async ({ page }) => {
  await page.addInitScript(() => localStorage.setItem('humble-stride-tour', '1'));
});

test('from the Shelf to a layer, a sum, a move and a climb, by keys alone', async ({ page }) => {
  test.slow();
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Ferry bell' })).toBeVisible();
  await press(page, /^Ferry bell$/);
  await expect(page).toHaveURL(/ferry-bell\/write/);
  // Frame: a clave from the catalogue becomes a layer.
  await press(page, /^Frame$/);
  await expect(page.getByRole('heading', { name: 'Counting' })).toBeVisible();
  await tabTo(page, /^Search the catalogue/);
  await page.keyboard.type('son clave');
  await page.keyboard.press('Enter');
  await press(page, /^Add as a layer/);
  // Read: the sum of a figure.
  await press(page, /^Read$/);
  await expect(page.getByRole('heading', { name: 'Families' })).toBeVisible();
  await press(page, /^How is this worked out/);
  await expect(page.locator(':focus')).toHaveAttribute('aria-expanded', 'true');
  // Vary: a move is added, and taken back.
  await press(page, /^Vary$/);
  await press(page, /^Shift/);
  await expect(page.getByRole('listitem').filter({ hasText: 'Shift' }).first()).toBeVisible();
  // Sheet: what is on paper is chosen.
  await press(page, /^Sheet$/);
  await expect(page.getByText('What it says').first()).toBeVisible();
  // Climb: begun by its button.
  await press(page, /^Climb$/);
  await expect(page.getByTestId('climb-status')).toBeVisible();
  await press(page, /^Climb/);
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(2);
  await page.keyboard.press('Escape');
});

test('Crossing, Landing, Form, Log and Safekeeping, by keys alone', async ({ page }) => {
  test.slow();
  await page.goto('/crossing');
  await expect(page.getByText('Hear it from').first()).toBeVisible();
  await press(page, /^4 : 3$/);
  await expect(page.getByRole('heading', { name: 'Crossing 4 : 3' })).toBeVisible();
  await press(page, /^Landing$/);
  await expect(page.getByText('30 land.')).toBeVisible();
  await press(page, /^Does mine land/);
  await expect(page.getByRole('region', { name: 'Does mine land' })).toBeVisible();
  await press(page, /^Form$/);
  await press(page, /^Look at the set/);
  await expect(page).toHaveURL(/form\/lantern-set/);
  await press(page, /^Log$/);
  await press(page, /^Goals$/);
  await press(page, /^Set a goal$/);
  await expect(page.locator('form').first()).toBeVisible();
  await press(page, /^Shelf$/);
  await press(page, /^Delete Quay call$/);
  await press(page, /^Safekeeping$/);
  await press(page, /^Bring back Quay call$/);
  await expect(page.getByRole('region', { name: 'Deleted' })).toContainText('Nothing.');
});
