import type { Page } from '@playwright/test';
import type { Rhythm } from '@stride/core/rhythm';
import { type Figure, inUnits, median, parseUnit } from './figure.ts';
import { largeRhythm, twelveLayers } from './large.ts';

/** Puts a rhythm into the browser's storage, as if it had been written there. */
export async function store(page: Page, id: string, rhythm: Rhythm): Promise<void> {
  await page.evaluate(
    ([key, value]) =>
      new Promise<void>((resolve) => {
        const open = indexedDB.open('humble-stride');
        open.onsuccess = () => {
          const table = open.result.transaction('rhythms', 'readwrite').objectStore('rhythms');
          const record = { id: key, rhythm: value, drafts: {}, revision: 1, updated: Date.now() };
          table.put(record).onsuccess = () => {
            open.result.close();
            resolve();
          };
        };
      }),
    [id, { ...rhythm, id }] as const,
  );
}

/** Figures of Frame, Sheet and a full street band. */
export async function stageFigures(page: Page, address: string): Promise<Figure[]> {
  await store(page, 'score', largeRhythm(6, 256));
  await store(page, 'twelve', twelveLayers());

  await page.goto(`${address}/bench/score/frame`);
  await page.getByLabel('Search the catalogue').waitFor();
  const keystrokes = await page.evaluate(() => {
    const field = document.querySelector<HTMLInputElement>('input[type=search]');
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set;
    const times: number[] = [];
    const texts = ['t', 'te', 'tee', 'teen', 'teent', 'a', 'ad', 'adi', '7', '', 'r', 'ru', 'rum'];
    for (let round = 0; round < 4; round += 1) {
      for (const text of texts) {
        const start = performance.now();
        set?.call(field, text);
        // The list follows the event at once; reading a size makes the browser lay it out.
        field?.dispatchEvent(new Event('input', { bubbles: true }));
        document.body.getBoundingClientRect();
        times.push(performance.now() - start);
      }
    }
    return times.slice(13).sort((a, b) => a - b);
  });
  const keystroke = keystrokes[Math.floor(keystrokes.length * 0.95)] ?? Number.NaN;

  await page.goto(`${address}/bench/score/sheet`);
  await page.locator('.staff svg').first().waitFor();
  const staffs: number[] = [];
  const units: number[] = [];
  for (let round = 0; round < 6; round += 1) {
    staffs.push(await page.evaluate(drawStaff));
    units.push(parseUnit());
  }
  // The first one fetches what draws.
  const staff = median(staffs.slice(1));
  const staffUnits = inUnits(staff, 80, median(units.slice(1)));

  await page.goto(`${address}/bench/twelve/write`);
  await page.getByRole('heading', { name: 'Fit' }).click();
  await page.waitForTimeout(2500);
  await page.evaluate(noteStarts);
  await page.keyboard.press('Space');
  // A minute of the audio clock, which on a busy machine is more than one on the wall.
  await page.waitForFunction(
    () => {
      const { calls } = window as unknown as { calls: { at: number; now: number }[] };
      return (calls.at(-1)?.now ?? 0) - (calls[0]?.at ?? 0) >= 60;
    },
    undefined,
    { timeout: 150_000, polling: 500 },
  );
  const calls = await page.evaluate(
    () => (window as unknown as { calls: { at: number; now: number }[] }).calls,
  );
  const late = calls.filter(({ at, now }) => at < now).length;
  // Twelve strokes on each of the four parts of 200 beats a minute.
  const expected = 60 * (200 / 60) * 4 * 12;
  return [
    {
      what: 'a keystroke in the catalogue of over 250 cycles, list laid out, 95th percentile',
      value: `${keystroke.toFixed(1)} ms`,
      limit: '16 ms',
      ok: keystroke < 16,
    },
    {
      what: 'staff notation of 16 turns by 6 layers, median',
      value: `${staff.toFixed(0)} ms, ${staffUnits.text}`,
      limit: staffUnits.limit,
      ok: staffUnits.ok,
    },
    {
      what: 'twelve layers at 200 in fours, a minute live',
      value: `${late} of ${calls.length} strokes late`,
      limit: 'none late, none missing',
      ok: late === 0 && calls.length >= expected,
    },
  ];
}

/** In the page: the staff put away and drawn again, in milliseconds. */
async function drawStaff(): Promise<number> {
  const box = [...document.querySelectorAll('label')].find((label) =>
    label.textContent?.includes('Staff notation'),
  );
  const rest = () => new Promise((resolve) => setTimeout(resolve, 300));
  box?.click();
  await rest();
  const start = performance.now();
  box?.click();
  while (!document.querySelector('.staff svg')) {
    await new Promise((resolve) => setTimeout(resolve, 1));
  }
  const took = performance.now() - start;
  await rest();
  return took;
}

/** In the page: notes when each sound is to start and when that was asked for, on the audio clock. */
export function noteStarts(): void {
  const calls: { at: number; now: number }[] = [];
  Object.assign(window, { calls });
  const start = AudioBufferSourceNode.prototype.start;
  AudioBufferSourceNode.prototype.start = function (at = 0, ...rest) {
    calls.push({ at, now: this.context.currentTime });
    start.call(this, at, ...rest);
  };
}
