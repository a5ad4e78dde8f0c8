import type { Browser, Page } from '@playwright/test';
import {
  addDays,
  dayAt,
  daysBetween,
  type Goal,
  indexLog,
  type LoggedRun,
  lineOf,
  materialOf,
  outlook,
  type Played,
  planToday,
  simulateLog,
} from '@stride/core/log';
import { timeRhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import { type Figure, time } from './figure.ts';

/** Ten years of daily sessions. */
const RUNS = 15_000;
const TODAY = dayAt(Math.floor(Date.now() / 86_400_000));
const GOALS = 20;

const LINE = `rhythm Lamp
cycle 3+3+2
tempo 60 to 120 per 3
layer D : goblet drum
play D! (k) (t) / K (t) (k) / O! O- | D (k) O / K! (t) (k) . / O! K
hand each R L`;

/** Eight weeks that were really simulated and judged, again and again over ten years, on twenty rhythms. */
function tenYears(): { readonly runs: readonly LoggedRun[]; readonly played: readonly Played[] } {
  const { rhythm } = readRhythm(LINE, 'lamp');
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error('the bench has no line');
  const made = simulateLog(
    [
      {
        rhythm,
        timing: timed.timing,
        index: 0,
        version: 'v',
        begun: 56,
        on: [1, 2, 3, 4, 5, 6, 7],
        can: 60,
        gain: 0.5,
        most: 110,
      },
    ],
    TODAY,
    5,
  );
  const runs: LoggedRun[] = [];
  const played: Played[] = [];
  for (let back = 0; runs.length < RUNS; back += 1) {
    for (const one of made) {
      if (runs.length >= RUNS) break;
      const id = `${back}-${one.run.id}`;
      const of = (daysBetween('2020-01-01', one.run.day) + back) % GOALS;
      runs.push({
        ...one.run,
        id,
        at: one.run.at - back * 56 * 86_400_000,
        day: addDays(one.run.day, -back * 56),
        rhythm: { id: `lamp-${of}`, name: `Lamp ${of}` },
        // Sessions of three quarters of an hour.
        seconds: one.run.seconds * 10,
        load: {
          ...one.run.load,
          R: one.run.load.R * 10,
          L: one.run.load.L * 10,
          loudR: 900,
          loudL: 900,
        },
      });
      if (one.played) played.push({ ...one.played, id });
    }
  }
  return { runs, played };
}

async function put(page: Page, table: string, rows: readonly unknown[]): Promise<void> {
  for (let at = 0; at < rows.length; at += 1500) {
    await page.evaluate(
      ({ table: name, rows: some }) =>
        new Promise<void>((resolve, reject) => {
          const open = indexedDB.open('humble-stride');
          open.onsuccess = () => {
            const tx = open.result.transaction(name, 'readwrite');
            for (const row of some) tx.objectStore(name).put(row);
            tx.oncomplete = () => {
              open.result.close();
              resolve();
            };
            tx.onerror = () => reject(tx.error);
          };
        }),
      { table, rows: rows.slice(at, at + 1500) },
    );
  }
}

/** From something that is done to the frame in which a text stands on the page. */
async function until(page: Page, act: string, wanted: string): Promise<number> {
  return page.evaluate(
    async ({ act: what, wanted: text }) => {
      const start = performance.now();
      const [kind, name, value] = what.split('|');
      if (kind === 'link') {
        for (const link of document.querySelectorAll('a'))
          if (link.textContent === name) link.click();
      } else if (kind === 'button') {
        for (const one of document.querySelectorAll('button'))
          if (one.textContent === name) one.click();
      } else {
        const select = document.querySelector<HTMLSelectElement>(`select[aria-label="${name}"]`);
        if (select) {
          select.selectedIndex = Number(value);
          select.dispatchEvent(new Event('change', { bubbles: true }));
        }
      }
      const shown = new RegExp(text);
      while (!shown.test(document.body.textContent ?? '')) {
        if (performance.now() - start > 20_000) return Number.NaN;
        await new Promise((resolve) => setTimeout(resolve, 2));
      }
      await new Promise<void>((resolve) => requestAnimationFrame(() => resolve()));
      return performance.now() - start;
    },
    { act, wanted },
  );
}

/** The Log of ten years: opened, filtered, its plan remade, and what it takes of the browser's storage. */
export async function logFigures(browser: Browser, address: string): Promise<Figure[]> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.goto(address);
  await page.getByRole('link', { name: 'Lantern steps' }).waitFor();
  const before = await page.evaluate(async () => (await navigator.storage.estimate()).usage ?? 0);
  const { runs, played } = tenYears();
  await put(page, 'runs', runs);
  await put(page, 'played', played);
  const { rhythm } = readRhythm(LINE, 'lamp');
  const rhythms = Array.from({ length: GOALS }, (_, of) => ({
    id: `lamp-${of}`,
    rhythm: { ...rhythm, id: `lamp-${of}`, name: `Lamp ${of}` },
    drafts: {},
    revision: 1,
    updated: of,
  }));
  await put(page, 'rhythms', rhythms);
  const timed = timeRhythm(rhythm);
  const materials = rhythms.flatMap(({ rhythm: one }) =>
    timed.ok ? (materialOf(one, timed.timing, 0) ?? []) : [],
  );
  const [layer] = rhythm.layers;
  const goals = rhythms.map(
    ({ id, rhythm: { name } }): Goal => ({
      id,
      rhythm: { id, name },
      layer: { id: layer?.id ?? '', name: layer?.name ?? '' },
      bpm: 118,
      by: addDays(TODAY, 60),
      minutes: 5,
      daysOff: [],
      made: addDays(TODAY, -60),
    }),
  );
  await put(page, 'goals', goals);
  await put(page, 'settings', [{ key: 'log-seeded', value: true }]);
  const after = await page.evaluate(async () => (await navigator.storage.estimate()).usage ?? 0);
  // Rows that were put there from outside are packed once, as after an older version; a run that is kept is by itself.
  await page.getByRole('link', { name: 'Log' }).click();
  await page.getByText('What each hand had to do').waitFor();
  await page.goto(address);
  await page.keyboard.press('Escape');
  await page.waitForTimeout(1500);
  const opened = await until(page, 'link|Log', 'What each hand had to do');
  await until(page, 'link|Runs', `${RUNS} runs`);
  const filters: number[] = [];
  for (let of = 1; of <= 12; of += 1) {
    const count = runs.filter(
      (one) => one.rhythm.id === rhythms.map(({ id }) => id).sort()[of - 1],
    ).length;
    filters.push(await until(page, `select|Line|${of}`, `(?<!\\d)${count} runs`));
  }
  await context.close();
  const middle = (list: number[]) =>
    list.sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? Number.NaN;
  const filtered = middle(filters);
  const log = indexLog(runs);
  const planned = time(() => {
    planToday({ day: TODAY, log, goals, materials });
    for (const goal of goals) {
      const line = lineOf(goal);
      outlook(goal, log.runsOf(line), TODAY, 60, log.sessionsOf(line));
    }
  });
  const megabytes = (after - before) / 1e6;
  return [
    {
      what: `the Log of ten years opened, ${RUNS} runs and ${GOALS} goals`,
      value: `${opened.toFixed(0)} ms`,
      limit: '500 ms',
      ok: opened < 500,
    },
    {
      what: 'its runs filtered by a line, to the frame in which they stand there, median',
      value: `${filtered.toFixed(0)} ms`,
      limit: '50 ms',
      ok: filtered < 50,
    },
    {
      what: `its plan of ${GOALS} goals remade, in a worker, median`,
      value: `${planned.toFixed(0)} ms`,
      limit: '100 ms',
      ok: planned < 100,
    },
    {
      what: 'what it takes of the browser’s storage, strokes included',
      value: `${megabytes.toFixed(0)} MB`,
      limit: '60 MB',
      ok: megabytes < 60,
    },
  ];
}
