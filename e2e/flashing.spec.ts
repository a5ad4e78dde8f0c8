import type { Page } from '@playwright/test';
import { expect, test } from './kit.ts';

test.use({ frames: 0 });

/**
 * How often anything larger than a thumb changes how light it is, in the busiest second of some: looked at with every
 * frame, by its own ground and fill, which is what a flash is made of.
 */
async function busiestSecond(
  page: Page,
  seconds: number,
): Promise<{ most: number; frames: number }> {
  return page.evaluate(async (length) => {
    const THUMB = 75;
    const looks = new Map<Element, string>();
    const changes = new Map<Element, number[]>();
    let large: Element[] = [];
    const began = performance.now();
    let looked = 0;
    let frames = 0;
    while (performance.now() - began < length * 1000) {
      await new Promise(requestAnimationFrame);
      frames += 1;
      const now = performance.now();
      if (now - looked > 400) {
        looked = now;
        large = [...document.querySelectorAll('body *')].filter((one) => {
          const { width, height } = one.getBoundingClientRect();
          return width >= THUMB && height >= THUMB;
        });
      }
      for (const one of large) {
        const { backgroundColor, opacity, visibility, fill } = getComputedStyle(one);
        const look = [
          backgroundColor,
          opacity,
          visibility,
          one instanceof SVGElement ? fill : '',
        ].join();
        const before = looks.get(one);
        if (before !== undefined && before !== look) {
          changes.set(one, [...(changes.get(one) ?? []), now]);
        }
        looks.set(one, look);
      }
    }
    let most = 0;
    for (const times of changes.values()) {
      for (const from of times) {
        // There and back is one flash.
        const within = times.filter((time) => time >= from && time < from + 1000).length;
        most = Math.max(most, within / 2);
      }
    }
    return { most, frames };
  }, seconds);
}

test('nothing larger than a thumb flashes more than three times a second, at the quickest tempo', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/write');
  // What flashes ten times a second is seen.
  await page.evaluate(() => {
    const lamp = document.createElement('div');
    lamp.style.cssText = 'position: fixed; inset: 0 auto auto 0; width: 90px; height: 90px';
    document.body.append(lamp);
    const timer = setInterval(() => {
      lamp.style.background = lamp.style.background === 'red' ? 'white' : 'red';
    }, 50);
    setTimeout(() => {
      clearInterval(timer);
      lamp.remove();
    }, 1900);
  });
  expect((await busiestSecond(page, 1.5)).most).toBeGreaterThan(3);
  await page.waitForTimeout(500);
  await page.getByLabel('Tempo', { exact: true }).fill('400');
  await page.getByLabel('Tempo', { exact: true }).press('Enter');
  for (const stage of ['Write', 'Read', 'Frame']) {
    await page.getByRole('link', { name: stage, exact: true }).click();
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    const { most, frames } = await busiestSecond(page, 1.5);
    expect(frames).toBeGreaterThan(10);
    expect(most).toBeLessThanOrEqual(3);
    await page.getByRole('button', { name: 'Stop', exact: true }).click();
  }
  await page.getByRole('link', { name: 'Climb' }).click();
  await page
    .getByRole('button', { name: /^(Climb|Begin|Start)/ })
    .first()
    .click();
  expect((await busiestSecond(page, 2.5)).most).toBeLessThanOrEqual(3);
});
