import { expect, scheduled, slot, test } from './kit.ts';

test.beforeEach(async ({ page }) => {
  await page.goto('/bench/lantern-steps/write');
  await expect(slot(page, 'Walker', 0)).toBeVisible();
});

test('keeps playing while the tempo, a mute and the strokes change', async ({ page }) => {
  await page.getByRole('button', { name: 'Play' }).click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(8);
  await page.getByLabel('Tempo', { exact: true }).fill('144');
  const clock = Math.max(...(await scheduled(page)).map(({ now }) => now));
  await page.getByRole('button', { name: 'Mute Bell' }).click();
  const before = (await scheduled(page)).length;
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(before + 40);
  const all = await scheduled(page);
  const times = [...new Set(all.map(({ at }) => at))].sort((a, b) => a - b);
  const gaps = times.slice(1).map((at, index) => at - (times[index] ?? 0));
  // No gap is longer than the slowest pulse: the change did not jump, stop or repeat.
  expect(Math.max(...gaps)).toBeLessThan((60 / (72 * 3)) * 1.51);
  expect(Math.min(...gaps.filter((gap) => gap > 1e-9))).toBeGreaterThan((60 / (144 * 3)) * 0.74);
  // The tempo that is in force now sounds exactly, and is heard at once: what stood on the clock
  // half a second ahead was taken back.
  const late = times.filter((at) => at > clock + 0.2);
  const unit = 60 / (144 * 3) / 4;
  // Twice as quick: what was three quarters of a pulse apart is that of the new tempo.
  const lateGaps = late.slice(1).map((at, index) => at - (late[index] ?? 0));
  expect(Math.min(...lateGaps.filter((gap) => gap > 1e-9))).toBeLessThan(unit * 3.5);
  for (const at of late) {
    const steps = (at - (late[0] ?? 0)) / unit;
    expect(Math.abs(steps - Math.round(steps))).toBeLessThan(1e-6);
  }
  for (const { at, now } of all) expect(at).toBeGreaterThan(now);
});

test('schedules nothing late while the page is busy', async ({ page }) => {
  await page.getByRole('button', { name: 'Play' }).click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(8);
  for (let i = 0; i < 4; i += 1) {
    await page.evaluate(() => {
      const until = performance.now() + 200;
      while (performance.now() < until);
    });
    await page.waitForTimeout(120);
  }
  const strokes = await scheduled(page);
  for (const { at, now } of strokes) expect(at - now).toBeGreaterThan(0);
});

test('keeps time in a tab out of sight, whose own timers stand still', async ({ page }) => {
  await page.getByRole('button', { name: 'Play' }).click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(8);
  // As a browser treats a hidden tab: no frames, and no timer of the page more than once a second.
  await page.evaluate(() => {
    window.requestAnimationFrame = () => 0;
    const { setTimeout } = window;
    window.setTimeout = ((run: () => void, ms = 0) =>
      setTimeout(run, Math.max(1000, ms))) as typeof window.setTimeout;
    window.setInterval = (() => 0) as unknown as typeof window.setInterval;
    Object.defineProperty(document, 'visibilityState', { value: 'hidden' });
    document.dispatchEvent(new Event('visibilitychange'));
  });
  const before = Math.max(...(await scheduled(page)).map(({ at }) => at));
  const until = () => page.evaluate(() => Math.max(...window.scheduled.map(({ at }) => at)));
  await expect.poll(until).toBeGreaterThan(before + 4);
  const strokes = await scheduled(page);
  for (const { at, now } of strokes) expect(at).toBeGreaterThan(now);
  // Every stroke of those four seconds is there: at 72 per 3 a pulse lasts 60/216 s, and none of
  // the pulses is silent but in the one beat that is cut into four.
  const times = [...new Set(strokes.map(({ at }) => at))].sort((a, b) => a - b);
  const gaps = times.slice(1).map((at, index) => at - (times[index] ?? 0));
  expect(Math.max(...gaps)).toBeLessThan((60 / 216) * 1.51);
});
