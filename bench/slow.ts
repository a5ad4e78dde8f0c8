import type { Browser } from '@playwright/test';
import type { Figure } from './figure.ts';
import { noteStarts } from './stages.ts';

/** How many times slower the processor is made to be, through the browser's protocol. */
const SLOWER = 8;

/** A rhythm on a slow machine: until it is open, and how it draws and sounds while it plays. */
export async function slowFigures(browser: Browser, address: string): Promise<Figure[]> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.addInitScript(noteStarts);
  await page.goto(address);
  await page.getByRole('link', { name: 'Lantern steps' }).waitFor();
  const protocol = await context.newCDPSession(page);
  await protocol.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  await page.goto(address);
  const link = page.getByRole('link', { name: 'Lantern steps' });
  await link.waitFor();
  await page.waitForTimeout(3000);
  const began = Date.now();
  await link.click();
  await page.getByRole('listbox').first().waitFor();
  const opened = Date.now() - began;
  await page.waitForTimeout(4000);
  await page.getByRole('button', { name: 'Play' }).click();
  await page.waitForFunction(() => (window as unknown as { calls: unknown[] }).calls.length > 8);
  const frames = await page.evaluate(
    () =>
      new Promise<number[]>((resolve) => {
        const gaps: number[] = [];
        let before = performance.now();
        const from = before;
        const step = (now: number) => {
          gaps.push(now - before);
          before = now;
          if (now - from < 8000) requestAnimationFrame(step);
          else resolve(gaps.slice(1).sort((a, b) => a - b));
        };
        requestAnimationFrame(step);
      }),
  );
  const calls = await page.evaluate(
    () => (window as unknown as { calls: { at: number; now: number }[] }).calls,
  );
  await context.close();
  const late = calls.filter(({ at, now }) => at < now).length;
  const p95 = frames[Math.floor(frames.length * 0.95)] ?? Number.NaN;
  return [
    {
      what: `a machine ${SLOWER} times slower: a rhythm opens from the Shelf`,
      value: `${(opened / 1000).toFixed(1)} s`,
      limit: '3 s',
      ok: opened < 3000,
    },
    {
      what: 'frames there while it plays in Write, 95th percentile; strokes late',
      value: `${p95.toFixed(0)} ms; ${late} of ${calls.length}`,
      limit: '34 ms, none',
      ok: p95 < 34 && late === 0 && calls.length > 20,
    },
  ];
}
