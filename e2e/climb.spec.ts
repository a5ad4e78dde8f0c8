import { expect, scheduled, test, watchText } from './kit.ts';

test.beforeEach(async ({ page }) => {
  await page.goto('/bench/ferry-bell/climb');
  await page.getByLabel('From', { exact: true }).fill('240');
  await page.getByLabel('To', { exact: true }).fill('360');
  await page.getByLabel('Step', { exact: true }).fill('10');
});

test('goes up, down, stays and stops with one key each', async ({ page }) => {
  // More passes than are waited for: only the key goes up.
  await page.getByLabel('Passes', { exact: true }).fill('32');
  const status = page.getByTestId('climb-status');
  const detail = page.getByTestId('climb-detail');
  await page.getByTestId('climb-status').click();
  const shown = await watchText(status);
  await page.keyboard.press('Space');
  await expect(status).toHaveText('240');
  await page.keyboard.press('ArrowUp');
  await expect(status).toHaveText('264');
  await expect(detail).toContainText('of 32');
  await page.keyboard.press('s');
  await expect(status).toHaveText('Stay at 264');
  await expect(detail).toContainText('Pass 4.');
  await page.keyboard.press('ArrowDown');
  await expect(status).toContainText('240');
  await page.keyboard.press('Escape');
  await expect(status).toHaveText('Stopped at 240');
  expect((await shown()).filter((text) => / in 1$/.test(text))).toEqual([
    '240 in 1',
    '264 in 1',
    '240 in 1',
  ]);
  const before = (await scheduled(page)).length;
  await page.waitForTimeout(600);
  expect((await scheduled(page)).length).toBe(before);
});

test('keeps exact time over the count-in, the passes and the step up', async ({ page }) => {
  await page.getByLabel('Passes', { exact: true }).fill('1');
  await page.getByTestId('climb-status').click();
  await page.getByRole('button', { name: 'Click', exact: true }).click();
  await page.getByTestId('climb-status').click();
  await page.keyboard.press('Space');
  await expect(page.getByTestId('climb-status')).toContainText('290');
  const times = (await scheduled(page)).map(({ at }) => at).sort((a, b) => a - b);
  const start = times[0] ?? 0;
  const turn = (bpm: number) => (4 * 60) / bpm;
  // The bar that is counted in has its four beats and nothing else.
  expect(times.filter((at) => at < start + turn(240) - 1e-6)).toHaveLength(4);
  // A bar counted in at 240 and one pass at 240, then the same at 264.
  for (const expected of [0, turn(240), 2 * turn(240), 2 * turn(240) + turn(264)]) {
    expect(times.some((at) => Math.abs(at - start - expected) < 1e-6)).toBe(true);
  }
});

test('says what is wrong with a ladder that goes down', async ({ page }) => {
  await page.getByLabel('From', { exact: true }).fill('390');
  await expect(page.getByTestId('climb-detail')).toHaveText(
    'The tempo to reach (360) is slower than the start (390); a climb goes up.',
  );
  await expect(page.getByRole('button', { name: /^Climb/ })).toBeDisabled();
});
