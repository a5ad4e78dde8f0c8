// Kills the browser in the middle of edits, fifty times, and looks what was kept: `npm run kills` after
// `npm run build`. Nothing older than 0.2 s may be lost, names included. With `--untimed`, as part of `npm test`, no clock
// is looked at: what is there is what was done up to some edit, and all of it where the page had kept it before.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { CHROMIUM } from './browser.mjs';

const PORT = 4396;
const KILLS = Number(process.env.KILLS ?? 50);
const UNTIMED = process.argv.includes('--untimed');
const AGE_MS = 200;
const LETTERS = 'abcdefghij';
const server = spawn(process.execPath, ['../server/dist/main.js'], {
  env: { ...process.env, PORT: String(PORT) },
});
await new Promise((resolve) => server.stdout.once('data', resolve));
const profile = mkdtempSync(join(tmpdir(), 'stride-kills-'));

/** A browser of its own process group, so that all of it can be killed at once. */
async function start() {
  const program = spawn(
    CHROMIUM.executablePath,
    [...CHROMIUM.args, `--user-data-dir=${profile}`, '--remote-debugging-port=0', 'about:blank'],
    { detached: true, stdio: ['ignore', 'ignore', 'pipe'] },
  );
  const address = await new Promise((resolve) => {
    let text = '';
    program.stderr.on('data', (chunk) => {
      text += chunk;
      const found = /DevTools listening on (ws:\S+)/.exec(text);
      if (found) resolve(found[1]);
    });
  });
  const browser = await chromium.connectOverCDP(address);
  const context = browser.contexts()[0];
  const page = await context.newPage();
  return { program, browser, page };
}

async function kill({ program, browser }) {
  const gone = new Promise((resolve) => program.once('exit', resolve));
  process.kill(-program.pid, 'SIGKILL');
  await gone;
  await browser.close().catch(() => undefined);
}

const record = (page) =>
  page.evaluate(
    () =>
      new Promise((resolve) => {
        const open = indexedDB.open('humble-stride');
        open.onsuccess = () => {
          const get = open.result.transaction('rhythms').objectStore('rhythms').get('ferry-bell');
          get.onsuccess = () => {
            open.result.close();
            resolve(get.result);
          };
        };
      }),
  );

/** Two kinds of edits: letters in the name, and strokes on the line, one every `pace` milliseconds. */
const MODES = {
  name: {
    async begin(page) {
      await page.getByLabel('Name of the rhythm').fill('n');
      await page.waitForTimeout(400);
    },
    edit: (page, count) => page.keyboard.type(LETTERS[count % LETTERS.length]),
    kept: ({ rhythm }) => rhythm.name.length - 1,
    whole: ({ rhythm }) => `n${LETTERS.repeat(10)}`.startsWith(rhythm.name),
    most: 100,
  },
  strokes: {
    async begin(page) {
      await page
        .getByRole('listbox', { name: 'Water, strokes' })
        .getByRole('option')
        .first()
        .click();
      await page.keyboard.press('Shift+End');
      await page.keyboard.press('Delete');
      await page.keyboard.press('Home');
      await page.waitForTimeout(400);
    },
    edit: (page) => page.keyboard.press('D'),
    kept: ({ rhythm }) => rhythm.layers[1].strokes.length,
    whole: ({ rhythm }) => rhythm.layers[1].strokes.every(({ slot }, at) => slot === at),
    most: 14,
  },
};

/** Waits until the browser's storage holds so many edits. */
async function untilKept(page, mode, count) {
  for (let tries = 0; tries < 300; tries += 1) {
    if (mode.kept(await record(page)) === count) return;
    await page.waitForTimeout(100);
  }
  throw new Error(`${count} edits were never kept`);
}

let wrong = 0;
let lostLate = 0;
let worst = 0;
let lost = 0;
const began = Date.now();
/** What reads what was kept is the next one to be killed. */
let running = await start();
for (let round = 0; round < KILLS; round += 1) {
  const mode = MODES[round % 2 === 0 ? 'name' : 'strokes'];
  const { page } = running;
  await page.goto(`http://localhost:${PORT}/bench/ferry-bell/write`);
  await page.getByRole('option').first().waitFor();
  await mode.begin(page);
  const pace = 20 + ((round * 37) % 160);
  const dead = Date.now() + 300 + ((round * 271) % 900);
  const times = [];
  while (Date.now() < dead && times.length < mode.most) {
    await mode.edit(page, times.length);
    times.push(Date.now());
    await new Promise((resolve) => setTimeout(resolve, pace));
  }
  const atRest = UNTIMED && round % 4 > 1;
  if (atRest) await untilKept(page, mode, times.length);
  const killed = Date.now();
  await kill(running);
  running = await start();
  await running.page.goto(`http://localhost:${PORT}/stride.svg`);
  const found = await record(running.page);
  const kept = mode.kept(found);
  if (!mode.whole(found) || kept > times.length || (atRest && kept < times.length)) {
    wrong += 1;
    console.log(
      `kill ${round + 1}${atRest ? ', at rest' : ''}: ${times.length} edits, ${kept} found, ${JSON.stringify(found.rhythm)}`,
    );
  }
  const missing = times.slice(Math.max(0, kept));
  lost += missing.length;
  const age = missing.length > 0 ? killed - missing[0] : 0;
  worst = Math.max(worst, age);
  if (age > AGE_MS && !UNTIMED) {
    lostLate += 1;
    console.log(
      `kill ${round + 1}: ${times.length} edits, ${kept} kept, the oldest lost ${age} ms old`,
    );
  }
}
await kill(running);
rmSync(profile, { recursive: true, force: true });
server.kill();
const seconds = Math.round((Date.now() - began) / 1000);
const late = UNTIMED ? '' : `; ${lostLate} kills lost one older than ${AGE_MS} ms`;
console.log(
  `${KILLS} kills in ${seconds} s: ${lost} edits lost, the oldest of them ${worst} ms old${late}; ${wrong} left what was never there, or lost what had been kept.`,
);
process.exitCode = lostLate + wrong > 0 ? 1 : 0;
