import type { Browser, Page } from '@playwright/test';
import { cycleFromSpans } from '@stride/core/cycle';
import { type Form, findAll, layOut, type Section } from '@stride/core/form';
import type { Rhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import type { Figure } from './figure.ts';
import { store } from './stages.ts';

const PLAYERS = 8;
const SECTIONS = 60;
const TURNS = 400;

/** A band of eight: every line of two turns, every second one with a variation. */
function band(): Rhythm {
  const layers = Array.from(
    { length: PLAYERS },
    (_, at) =>
      `layer L${at} : ${at % 2 === 0 ? 'congas' : 'darbuka'}${at === 0 ? '\nas 3-2' : ''}\nplay ${
        at % 2 === 0 ? 'B! . O / S . (t) / O .' : 'D! . (k) / K . O / K .'
      } | ${at % 2 === 0 ? 'B . O / S! . (t) / O O' : 'D . (k) / K! . O / O .'}`,
  ).join('\n');
  return readRhythm(
    `rhythm Band\ncycle 3+3+2\ntempo 90 per 3\n${layers}\nvariation V\nshare 1/8\non 4 of 4\nin L1\nplay D! . k / K . k / K .\n`,
    'band',
  ).rhythm;
}

/** Sixty sections, eight players, four hundred turns: entries, pickups, changes of tempo, double time, solos. */
function largeForm(): Form {
  const lengths = Array.from({ length: SECTIONS }, (_, at) => (at < 40 ? 7 : 6));
  const players = Array.from({ length: PLAYERS }, (_, at) => ({
    id: `player-${at + 1}`,
    name: `Player ${at + 1}`,
    quiet: { rhythm: 'band', layer: `layer-${at + 1}` },
  }));
  const sections = lengths.map(
    (turns, at): Section => ({
      id: `section-${at + 1}`,
      name: `Section ${at + 1}`,
      cycle: cycleFromSpans('3+3+2'),
      turns,
      level: at % 4 === 0 ? 'soft' : 'full',
      ...(at % 7 === 3 ? { speed: 'double' as const } : {}),
      ...(at % 5 === 1 ? { change: { kind: 'at' as const, bpm: 80 + (at % 9) * 3 } } : {}),
      ...(at % 10 === 6 ? { over: 3 } : {}),
      parts: players.map(({ id }, player) => ({
        player: id,
        ...(at % 9 === 5 && player === 2
          ? { solo: [{ rhythm: 'band', layer: 'layer-3' }] }
          : (at + player) % 3 === 0
            ? {}
            : {
                line: {
                  rhythm: 'band',
                  layer: `layer-${player + 1}`,
                  ...(player === 1 && at % 2 === 0 ? { mix: at } : {}),
                },
                ...((at + player) % 4 === 1 ? { pickup: { beats: { num: 2, den: 1 } } } : {}),
                ...((at + player) % 6 === 2
                  ? { from: { turn: 1, beats: { num: 1, den: 1 } } }
                  : {}),
              }),
      })),
    }),
  );
  return {
    id: 'large-form',
    name: 'Large',
    tempo: { bpm: 90, per: 3 },
    players,
    sections,
    order: sections.map(({ id }) => ({ times: 1, steps: [{ section: id }] })),
  };
}

/** All checks of the large form, and what of it is drawn when it is zoomed and a section is dragged. */
export async function formFigures(browser: Browser, address: string): Promise<Figure[]> {
  const rhythm = band();
  const form = largeForm();
  const turns = form.sections.reduce((sum, one) => sum + one.turns, 0);
  const times: number[] = [];
  let found = 0;
  for (let round = 0; round < 30; round += 1) {
    const start = performance.now();
    const laid = layOut({ ...form }, new Map([['band', rhythm]]));
    found = findAll({ laid, ceiling: 5 }).length;
    times.push(performance.now() - start);
  }
  const cold = times[0] ?? Number.NaN;
  times.sort((a, b) => a - b);
  const slow = times[Math.floor(times.length * 0.95)] ?? Number.NaN;
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const frames = await framesOf(page, address, form, rhythm);
  await page.close();
  return [
    {
      what: `all checks of a form of ${SECTIONS} sections by ${PLAYERS} players by ${turns} turns (${found} things found), the first time; 95th percentile of 30`,
      value: `${cold.toFixed(0)} ms; ${slow.toFixed(1)} ms`,
      limit: '50 ms',
      ok: cold < 50 && turns >= TURNS,
    },
    {
      what: 'a frame while that form is zoomed; while a section of it is dragged, 95th percentile',
      value: `${sayFrames(frames.zoom)}; ${sayFrames(frames.drag)}`,
      limit: '20 ms',
      ok: frames.zoom.p95 < 20 && frames.drag.p95 < 20,
    },
  ];
}

const sayFrames = ({ p95, worst }: { readonly p95: number; readonly worst: number }) =>
  `${p95.toFixed(1)} ms (worst ${worst.toFixed(0)} ms)`;

async function framesOf(page: Page, address: string, form: Form, rhythm: Rhythm) {
  await page.goto(`${address}/`);
  await page.getByRole('link', { name: 'Lantern steps' }).waitFor();
  await store(page, 'band', rhythm);
  await page.evaluate(
    (kept) =>
      new Promise<void>((resolve) => {
        const open = indexedDB.open('humble-stride');
        open.onsuccess = () => {
          const table = open.result.transaction('forms', 'readwrite').objectStore('forms');
          const record = { id: kept.id, form: kept, revision: 1, updated: Date.now() };
          table.put(record).onsuccess = () => {
            open.result.close();
            resolve();
          };
        };
      }),
    form,
  );
  await page.goto(`${address}/form/${form.id}`);
  const first = page.locator('[data-section="Section 1"]');
  await first.waitFor();
  await page.waitForTimeout(1500);
  /** Times between frames while something is done. */
  const during = async (act: () => Promise<void>) => {
    await page.evaluate(() => {
      const times: number[] = [];
      let last = performance.now();
      const step = (now: number) => {
        times.push(now - last);
        last = now;
        (window as unknown as { frame: number }).frame = requestAnimationFrame(step);
      };
      (window as unknown as { times: number[] }).times = times;
      requestAnimationFrame(step);
    });
    await act();
    const times = await page.evaluate(() => {
      cancelAnimationFrame((window as unknown as { frame: number }).frame);
      return (window as unknown as { times: number[] }).times.slice(2);
    });
    times.sort((a, b) => a - b);
    return { p95: times[Math.floor(times.length * 0.95)] ?? Number.NaN, worst: times.at(-1) ?? 0 };
  };
  const zoom = await during(async () => {
    // In and out three times; in between the hand rests, and the page is set anew.
    for (let step = 0; step < 24; step += 1) {
      await page.keyboard.press(step % 8 < 4 ? 'i' : 'o');
      await page.waitForTimeout(step % 4 === 3 ? 600 : 90);
    }
  });
  const box = await first.boundingBox();
  if (!box) throw new Error('no section to drag');
  await page.mouse.move(box.x + 12, box.y + 12);
  await page.mouse.down();
  const drag = await during(async () => {
    for (let step = 1; step <= 90; step += 1) {
      await page.mouse.move(box.x + 12 + step * 8, box.y + 12 + (step % 20));
      await page.waitForTimeout(16);
    }
  });
  await page.mouse.up();
  return { zoom, drag };
}
