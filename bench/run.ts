import { spawn } from 'node:child_process';
import { type Browser, chromium } from '@playwright/test';
import { preview } from 'vite';
import { CHROMIUM } from '../e2e/browser.mjs';
import { coreFigures } from './core.ts';
import { earFigures, keyToMark, kindsTable, sayKinds } from './ear.ts';
import { editTimes, NOTHING, sayTimes, sayUnits } from './edits.ts';
import type { Figure } from './figure.ts';
import { formFigures } from './form.ts';
import { formatFigures } from './formats.ts';
import { landingOnScreen } from './landing.ts';
import { largeRhythm } from './large.ts';
import { limitFigures } from './limits.ts';
import { logFigures } from './log.ts';
import { tellPainted } from './painted.ts';
import { slowFigures } from './slow.ts';
import { soundFigures } from './sound.ts';
import { stageFigures, store } from './stages.ts';
import { variationFigures } from './variation.ts';
import { varyFigures } from './vary.ts';

const PORT = 4393;

async function main(): Promise<void> {
  if (process.argv.includes('kinds')) {
    console.log(sayKinds(kindsTable()));
    return;
  }
  // One subject alone, or all of them.
  const only = ['core', 'formats', 'sound', 'ear', 'log', 'vary', 'form', 'screens'].filter((one) =>
    process.argv.includes(one),
  );
  const isAsked = (one: string) => only.length === 0 || only.includes(one);
  const figures: Figure[] = [];
  if (isAsked('sound')) figures.push(...soundFigures());
  if (isAsked('formats')) figures.push(...formatFigures());
  if (isAsked('core')) figures.push(...coreFigures());
  if (isAsked('vary')) figures.push(...variationFigures());
  if (isAsked('ear')) figures.push(...earFigures());
  const browser = await chromium.launch(CHROMIUM);
  try {
    if (isAsked('log')) figures.push(...(await served((address) => logFigures(browser, address))));
    if (isAsked('vary'))
      figures.push(...(await served((address) => varyFigures(browser, address))));
    if (isAsked('form'))
      figures.push(...(await served((address) => formFigures(browser, address))));
    if (isAsked('screens'))
      figures.push(...(await liveFigures(browser)), ...(await interfaceFigures(browser)));
  } finally {
    await browser.close();
  }
  console.log('| what | measured | limit | |\n|---|---|---|---|');
  for (const { what, value, limit, ok } of figures) {
    console.log(`| ${what} | ${value} | ${limit} | ${ok ? 'met' : 'NOT MET'} |`);
  }
  process.exitCode = figures.every((figure) => figure.ok) ? 0 : 1;
}

/** Something that is measured on the program as it is served. */
async function served<T>(measure: (address: string) => Promise<T>): Promise<T> {
  const server = spawn(process.execPath, ['../server/dist/main.js'], {
    env: { ...process.env, PORT: String(PORT) },
  });
  try {
    await new Promise((resolve) => server.stdout.once('data', resolve));
    return await measure(`http://localhost:${PORT}`);
  } finally {
    server.kill();
  }
}

/** Our transport and Tone's, while the main thread is blocked for 200 ms again and again. */
async function liveFigures(browser: Browser): Promise<Figure[]> {
  const server = await preview({ root: 'page', preview: { port: 4394 }, logLevel: 'silent' });
  const page = await browser.newPage();
  await page.goto('http://localhost:4394/');
  const { ours, tone } = await page.evaluate(() => window.live());
  await page.close();
  await server.close();
  const say = (live: typeof ours) =>
    `${live.late} of ${live.strokes} late, at most ${live.worst.toFixed(2)} µs off`;
  return [
    {
      what: 'live, main thread blocked for 200 ms at a time',
      value: say(ours),
      limit: 'none late',
      ok: ours.late === 0 && ours.strokes > 20,
    },
    {
      what: 'the same steps on Tone’s transport',
      value: say(tone),
      limit: 'side by side',
      ok: true,
    },
  ];
}

/** An edit in a large rhythm to the next painted frame, and the key to the first sound. */
async function interfaceFigures(browser: Browser): Promise<Figure[]> {
  const server = spawn(process.execPath, ['../server/dist/main.js'], {
    env: { ...process.env, PORT: String(PORT) },
  });
  await new Promise((resolve) => server.stdout.once('data', resolve));
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await tellPainted(page);
  await page.addInitScript(() => {
    const start = AudioBufferSourceNode.prototype.start;
    AudioBufferSourceNode.prototype.start = function (at = 0, ...rest) {
      const { currentTime } = this.context;
      (window as unknown as { first?: number }).first ??=
        performance.now() + (at - currentTime) * 1000;
      start.call(this, at, ...rest);
    };
  });
  await page.goto(`http://localhost:${PORT}/`);
  await page.getByRole('link', { name: 'Lantern steps' }).waitFor();
  await store(page, 'large', largeRhythm());
  await page.goto(`http://localhost:${PORT}/bench/large/write`);
  const slot = page.locator('#slot-large-7-20');
  await slot.waitFor();
  await slot.click();
  await page.waitForTimeout(1500);
  const write = await editTimes(browser, page, 'written');
  const pressed = await editTimes(browser, page, 'pressed');
  const nothing = await editTimes(browser, page, 'written', NOTHING);
  await store(page, 'eight', largeRhythm(8, 128));
  await page.goto(`http://localhost:${PORT}/bench/eight/read`);
  const readSlot = page.locator('#slot-eight-7-20');
  await readSlot.waitFor();
  await readSlot.click();
  await page.waitForTimeout(1500);
  const read = await editTimes(browser, page, 'written');

  const starts: number[] = [];
  await page.goto(`http://localhost:${PORT}/bench/lantern-steps/write`);
  await page.getByRole('heading', { name: 'Fit' }).click();
  await page.waitForTimeout(1000);
  for (let i = 0; i < 6; i += 1) {
    const began = page.evaluate(
      () =>
        new Promise<number>((resolve) => {
          (window as unknown as { first?: number | undefined }).first = undefined;
          window.addEventListener('keydown', () => resolve(performance.now()), {
            once: true,
            capture: true,
          });
        }),
    );
    await page.waitForTimeout(100);
    await page.keyboard.press('Space');
    const at = await began;
    await page.waitForTimeout(700);
    const first = await page.evaluate(() => (window as unknown as { first: number }).first);
    starts.push(first - at);
    await page.keyboard.press('Space');
    await page.waitForTimeout(300);
  }
  const landing = await landingOnScreen(page, `http://localhost:${PORT}`);
  const stages = await stageFigures(page, `http://localhost:${PORT}`);
  const limits = await limitFigures(page, `http://localhost:${PORT}`);
  const marked = await keyToMark(page, `http://localhost:${PORT}`);
  await page.close();
  const slow = await slowFigures(browser, `http://localhost:${PORT}`);
  server.kill();
  const [opening = Number.NaN, ...later] = starts;
  const usual = Math.max(...later);
  return [
    {
      what: 'an edit in it to the next painted frame, 95th percentile',
      ...sayUnits(write, 11),
    },
    {
      what: 'the same, every 60 ms after the last was painted',
      value: sayTimes(pressed),
      limit: 'side by side',
      ok: true,
    },
    {
      what: 'a key that does nothing, to the next painted frame, 95th percentile',
      value: sayTimes(nothing),
      limit: 'side by side',
      ok: true,
    },
    {
      what: 'the Read stage after an edit, 8 layers of 128 slots, 95th percentile',
      ...sayUnits(read, 9),
    },
    {
      what: 'space bar to the first stroke, slowest of five after the first',
      value: `${usual.toFixed(0)} ms (the very first, which opens the audio device: ${opening.toFixed(0)} ms)`,
      limit: '100 ms',
      ok: usual < 100,
    },
    landing,
    marked,
    ...stages,
    ...limits,
    ...slow,
  ];
}

await main();
