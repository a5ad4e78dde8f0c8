import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test } from './kit.ts';

const VIEWS = [
  ['Shelf', '/', 'Lantern steps'],
  ['Write', '/bench/lantern-steps/write', 'Fit'],
  ['Read', '/bench/lantern-steps/read', 'Families'],
  ['Compare', '/bench/lantern-steps/read?view=compare', 'over'],
  ['Climb', '/bench/lantern-steps/climb', 'Passes'],
  ['Frame', '/bench/lantern-steps/frame', 'Counting'],
  ['Sheet', '/bench/lantern-steps/sheet', 'What it says'],
  ['Guide', '/guide', 'Care'],
  ['Crossing', '/crossing', 'Hear it from'],
  ['Landing', '/landing', '30 land.'],
] as const;

async function expectNoViolations(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map((one) => `${one.id}: ${one.nodes[0]?.html}`)).toEqual([]);
}

for (const [name, path, sight] of VIEWS) {
  test(`${name} has no axe violations, in either theme`, async ({ page }) => {
    await page.goto(path);
    await expect(page.getByText(sight, { exact: true }).first()).toBeVisible();
    for (const theme of ['light', 'dark'] as const) {
      await page.emulateMedia({ colorScheme: theme });
      await expect(page.locator('html')).toHaveAttribute('data-theme', theme);
      await expectNoViolations(page);
    }
  });
}

test('what opens over Write has no axe violations, and Esc leads back', async ({ page }) => {
  // Axe looks at the whole page six times.
  test.slow();
  await page.goto('/bench/lantern-steps/write');
  await expect(page.getByText('Fit', { exact: true })).toBeVisible();
  for (const [button, dialog] of [
    ['Tap it in', 'Tap it in'],
    ['Notes and tags', 'Notes and tags'],
    ['Layer Walker', 'Layer Walker'],
    ['of 104 per 3 pulses', 'Tempo to reach'],
    ['Find anything', 'Find anything'],
    ['Keys and words', 'Keys and words'],
  ] as const) {
    await page.getByRole('button', { name: button }).click();
    const opened = page.getByRole('dialog', { name: dialog });
    await expect(opened).toBeVisible();
    await expectNoViolations(page);
    await page.keyboard.press('Escape');
    await expect(opened).toHaveCount(0);
  }
});

test('nothing is wider than a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  for (const [, path, sight] of VIEWS) {
    await page.goto(path);
    await expect(page.getByText(sight, { exact: true }).first()).toBeVisible();
    const width = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(width, path).toBeLessThanOrEqual(390);
  }
});

test('the page is served under a strict policy and asks for nothing elsewhere', async ({
  page,
}) => {
  const hosts = new Set<string>();
  page.on('request', (request) => hosts.add(new URL(request.url()).host));
  const response = await page.goto('/bench/lantern-steps/write');
  const policy = response?.headers()['content-security-policy'] ?? '';
  expect(policy).toContain("default-src 'self'");
  expect(policy).not.toContain('unsafe');
  await expect(page.getByRole('heading', { name: 'Fit' })).toBeVisible();
  expect([...hosts].every((host) => host.startsWith('localhost:') || host === '')).toBe(true);
});
