import type { Browser, Page } from '@playwright/test';
import { type Figure, inUnits, median, parseUnit } from './figure.ts';
import { largeRhythm } from './large.ts';
import { takenByOthers } from './others.ts';

interface Times {
  readonly p95: number;
  readonly middle: number;
  /** What the page itself does for an edit: answers the key, and makes and paints the frame. */
  readonly work: number;
  /** What parsing the large rhythm took beside the edits, in milliseconds: the unit of the limits. */
  readonly unit: number;
  /** What the browser took to parse it, whose engine is a newer one. */
  readonly browsers: number;
  /** How many of how many groups of edits do not count, since others took the machine meanwhile. */
  readonly disturbed: readonly [groups: number, of: number];
  /** The most that others took of it in a group that counts, in milliseconds. */
  readonly taken: number;
}

/** Milliseconds, with how much of them is work while the rest waits for the screen, and in units. */
export function sayTimes({ p95, middle, work, unit, browsers, disturbed, taken }: Times): string {
  const aside = `${disturbed[0]} of ${disturbed[1]} tens set aside`;
  const all = taken > CALM ? `, disturbed all the same, by up to ${taken} ms` : '';
  const own = `${(p95 / browsers).toFixed(1)} of the browser’s ${browsers.toFixed(2)} ms`;
  return `${p95.toFixed(1)} ms (median ${middle.toFixed(1)} ms, of which ${work.toFixed(1)} ms are work; ${aside}${all}), ${inUnits(p95, 0, unit).text} (${own})`;
}

/** The same as a figure with its limit. */
export function sayUnits(times: Times, most: number): Pick<Figure, 'value' | 'limit' | 'ok'> {
  const { limit, ok } = inUnits(times.p95, most, times.unit);
  return { value: sayTimes(times), limit, ok };
}

/** How long the hand rests between two edits, in milliseconds: as one writes, or as quickly as keys can follow. */
const PACES = { written: [100, 300], pressed: [60, 60] } as const;

/** Keys that write, one after another; and one that does nothing, for what a key costs by itself. */
const EDITING = ['D', 't', 'O', '!', 'Delete'];
export const NOTHING = ['F9'];

/** So many edits at a time; the first times are not counted, then so many are, of at most so many. */
const EDITS = { together: 10, uncounted: 2, times: 10, most: 40 } as const;

/** What others may take of the machine while some edits are made, in milliseconds, so that these count. */
const CALM = 50;

/**
 * Edits at the chosen slot of a stride line, each to the frame in which it is painted. What parsing takes is measured between them,
 * here and in another page: what it leaves behind is cleared away in the page where it was parsed, at times in the middle of an edit.
 * Edits while which others took the machine do not count, nor does what was parsed beside them: it is tried again, and where there
 * is no peace the calmest are taken.
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
  const groups: Group[] = [];
  const calm = () => groups.filter(({ taken }) => taken <= CALM).length;
  for (let time = 0; time < EDITS.most && calm() < EDITS.times; time += 1) {
    const before = takenByOthers();
    const edits = await page.evaluate(editTogether, [
      ...PACES[pace],
      EDITS.together,
      time * EDITS.together,
      keys,
    ] as const);
    const parsed = await beside.evaluate(parseTimes, json);
    const unit = parseUnit();
    const taken = takenByOthers() - before;
    if (time >= EDITS.uncounted) groups.push({ edits, unit, parsed, taken });
  }
  await beside.close();
  const counted = groups.toSorted((a, b) => a.taken - b.taken).slice(0, EDITS.times);
  const edits = counted.flatMap((one) => one.edits);
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
    unit: median(counted.map((one) => one.unit)),
    browsers: middleOf(counted.flatMap((one) => one.parsed)),
    disturbed: [groups.length - counted.length, groups.length],
    taken: counted.at(-1)?.taken ?? 0,
  };
}

/** Some edits one after another, with what was parsed beside them and what others took of the machine meanwhile. */
interface Group {
  readonly edits: readonly { readonly all: number; readonly work: number }[];
  /** What parsing took here, and some times in the browser. */
  readonly unit: number;
  readonly parsed: readonly number[];
  readonly taken: number;
}

/** The mean of the middle half: the clock of a page tells tenths of a millisecond, of which parsing takes seven. */
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
