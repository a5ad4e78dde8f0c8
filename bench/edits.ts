import type { Browser, Page } from '@playwright/test';
import { largeRhythm } from './large.ts';

interface Times {
  readonly p95: number;
  readonly middle: number;
  /** What the page itself does for an edit: answers the key, and makes and paints the frame. */
  readonly work: number;
  /** What parsing the large rhythm took beside the edits, in milliseconds. */
  readonly unit: number;
}

export const sayTimes = ({ p95, middle, work }: Times) =>
  `${p95.toFixed(1)} ms (median ${middle.toFixed(1)} ms, of which ${work.toFixed(1)} ms are work and the rest waits for the screen)`;

/** How long the hand rests between two edits, in milliseconds: as one writes, or as quickly as keys can follow. */
const PACES = { written: [100, 300], pressed: [60, 60] } as const;

/** Keys that write, one after another; and one that does nothing, for what a key costs by itself. */
const EDITING = ['D', 't', 'O', '!', 'Delete'];
export const NOTHING = ['F9'];

/** So many edits at a time, and so many times; the first two times are not counted. */
const EDITS = { together: 10, times: 12, uncounted: 2 } as const;

/**
 * Edits at the chosen slot of a stride line, each to the frame in which it is painted. The unit is measured between them, in
 * another page: what parsing leaves behind is cleared away in the page where it was parsed, at times in the middle of an edit.
 */
export async function editTimes(
  browser: Browser,
  page: Page,
  pace: keyof typeof PACES,
  keys: readonly string[] = EDITING,
): Promise<Times> {
  const json = JSON.stringify(largeRhythm());
  const beside = await browser.newPage();
  await page.bringToFront();
  const edits: { readonly all: number; readonly work: number }[] = [];
  const parsed: number[] = [];
  for (let time = 0; time < EDITS.times; time += 1) {
    const found = await page.evaluate(editTogether, [
      ...PACES[pace],
      EDITS.together,
      time * EDITS.together,
      keys,
    ] as const);
    if (time >= EDITS.uncounted) edits.push(...found);
    parsed.push(...(await beside.evaluate(parseTimes, json)));
  }
  await beside.close();
  const at = (list: readonly number[], share: number) =>
    list.toSorted((a, b) => a - b)[Math.floor(list.length * share)] ?? Number.NaN;
  const all = edits.map((one) => one.all);
  return {
    p95: at(all, 0.95),
    middle: at(all, 0.5),
    work: at(
      edits.map(({ work }) => work),
      0.5,
    ),
    unit: middleOf(parsed),
  };
}

/** The mean of the middle half: the clock of a page tells tenths of a millisecond, of which a unit has seven. */
function middleOf(times: readonly number[]): number {
  const middle = times
    .toSorted((a, b) => a - b)
    .slice(Math.floor(times.length / 4), Math.ceil((times.length * 3) / 4));
  return middle.reduce((sum, one) => sum + one, 0) / middle.length;
}

/** In the page: some edits one after another, each with its time to the end of its frame and the work of it, in milliseconds. */
async function editTogether([least, most, count, from, keys]: readonly [
  number,
  number,
  number,
  number,
  readonly string[],
]) {
  const rest = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
  const found: { all: number; work: number }[] = [];
  for (let at = from; at < from + count; at += 1) {
    const start = performance.now();
    const key = keys[at % keys.length] ?? '';
    document.activeElement?.dispatchEvent(
      new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }),
    );
    // React renders what a key changes when the handlers have returned.
    await undefined;
    const answered = performance.now();
    const framed = await window.painted();
    const end = performance.now();
    found.push({ all: end - start, work: answered - start + end - framed });
    // The same rests in every run, in no step with the frames.
    await rest(least + ((at * 61) % 97) * ((most - least) / 97));
  }
  return found;
}

/** In a page: what parsing takes, some times, each after a rest as an edit is, in milliseconds. */
async function parseTimes(json: string): Promise<readonly number[]> {
  const times: number[] = [];
  for (let time = 0; time < 10; time += 1) {
    await new Promise((resolve) => setTimeout(resolve, 20));
    const before = performance.now();
    JSON.parse(json);
    times.push(performance.now() - before);
  }
  return times;
}
