import type { Browser } from '@playwright/test';
import type { Figure } from './figure.ts';
import { largeRhythm } from './large.ts';
import { store } from './stages.ts';

/** The tray of Vary redrawn after a change: every move on three layers of four turns by sixteen slots. */
export async function varyFigures(browser: Browser, address: string): Promise<Figure[]> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(address);
  await page.getByRole('link', { name: 'Lantern steps' }).waitFor();
  await store(page, 'tray', largeRhythm(3, 64));
  await page.goto(`${address}/bench/tray/vary`);
  await page.getByRole('button', { name: /^Shift/ }).click();
  await page.getByRole('button', { name: /is on$/ }).waitFor();
  await page.waitForTimeout(1000);
  const times = await page.evaluate(async () => {
    const tray = document.querySelector('[aria-label="Moves"]');
    const button = [...document.querySelectorAll('button')].find((one) =>
      one.getAttribute('aria-label')?.endsWith(' is on'),
    );
    const found: number[] = [];
    for (let round = 0; round < 16 && tray && button; round += 1) {
      const drawn = new Promise<void>((resolve) => {
        const watch = new MutationObserver(() => {
          watch.disconnect();
          requestAnimationFrame(() => resolve());
        });
        watch.observe(tray, {
          subtree: true,
          childList: true,
          attributes: true,
          characterData: true,
        });
      });
      const start = performance.now();
      button.click();
      await drawn;
      found.push(performance.now() - start);
      await new Promise((resolve) => setTimeout(resolve, 200));
    }
    return found.slice(2).sort((a, b) => a - b);
  });
  await page.close();
  const middle = times[Math.floor(times.length / 2)] ?? Number.NaN;
  return [
    {
      what: 'the tray of Vary, every move on 4 turns of 16 slots, from a change to its frame, median',
      value: `${middle.toFixed(0)} ms`,
      limit: '50 ms',
      ok: middle < 50,
    },
  ];
}
