import type { Cycle } from '../cycle/index.ts';
import { sum } from './cadence.ts';
import { eduppuOf, type Question } from './question.ts';
import { rowsOf, type Shape, SIMPLE_SHAPES } from './shapes.ts';
import { unitsOf } from './units.ts';

/** One row of sizes, with which gaps go between. */
export interface Row {
  readonly shape: Shape;
  readonly sizes: readonly number[];
  readonly total: number;
  /** How many different sizes: the fewer, the simpler. */
  readonly distinct: number;
  /** For a nested one: the phrases of a third. */
  readonly inner: number;
}

/** Which lengths land, at one speed: a table by length, 2 where it starts on a beat, 1 between. */
export interface Speed {
  readonly parts: number;
  readonly lands: Uint8Array;
}

export function speedOf(cycle: Cycle, question: Question, parts: number): Speed {
  const units = unitsOf(cycle, parts);
  const { perTurn } = units;
  const { start, turns, landing, after = 0 } = question;
  const eduppu = eduppuOf(question, parts);
  // Nothing lands where this speed has no unit, or on the turn after.
  if (eduppu === undefined || eduppu >= perTurn) return { parts, lands: new Uint8Array(1) };
  const extra = after - (landing === 'on-last' ? 1 : 0) - eduppu;
  const longest = turns * perTurn - extra;
  const lands = new Uint8Array(Math.max(0, longest) + 1);
  const wanted =
    start.kind === 'at' ? start.count * parts + partAt(start.part, question, parts) : 0;
  for (let length = 1; length <= longest; length += 1) {
    const lead = length + extra;
    if (lead < 1 && eduppu === 0) continue;
    const turnsTaken = lead <= 0 ? 0 : Math.ceil(lead / perTurn);
    const unit = turnsTaken * perTurn - lead;
    const onBeat = unit % parts === 0;
    const fits =
      start.kind === 'any' ||
      (start.kind === 'beat' && onBeat) ||
      (start.kind === 'at' &&
        unit === wanted &&
        (start.lands === undefined || start.lands === turnsTaken));
    if (fits) lands[length] = onBeat ? 2 : 1;
  }
  return { parts, lands };
}

/** The part of a count at another speed; not a number where that speed has no unit there. */
function partAt(part: number, { parts: [first = 1] }: Question, parts: number): number {
  const at = (part * parts) / first;
  return Number.isInteger(at) ? at : Number.NaN;
}

/** The rows of the question asked last: looking for ways out asks again and again for the same. */
let lastRows: { readonly key: string; readonly rows: readonly Row[] } | undefined;

export function rowsFor(question: Question): readonly Row[] {
  const { shapes, sizes, repeats, list } = question;
  const key = JSON.stringify([shapes, sizes, repeats, list]);
  if (lastRows?.key !== key) lastRows = { key, rows: makeRows(question) };
  return lastRows.rows;
}

function makeRows({ shapes, sizes, repeats, list }: Question): readonly Row[] {
  const row = (shape: Shape, all: readonly number[], inner = all.length): Row => ({
    shape,
    sizes: all,
    total: sum(all),
    distinct: new Set(all).size,
    inner,
  });
  return shapes.flatMap((shape) => {
    if (shape === 'list') return list ? [row(shape, list)] : [];
    if (shape !== 'nested') {
      return rowsOf(shape, sizes, repeats).map((one) => row(shape, one));
    }
    return SIMPLE_SHAPES.flatMap((simple) =>
      rowsOf(simple, sizes, repeats).map((one) => row(shape, [...one, ...one, ...one], one.length)),
    );
  });
}

/** Calls back for every total of gaps that a row can have, with how many ways there are to it. */
export function eachTotal(
  row: Row,
  question: Question,
  visit: (total: number, ways: number, inner: number, outer: number) => void,
): void {
  const { gaps, gapsDiffer } = question;
  if (row.shape === 'nested') {
    for (let inner = gaps.least; inner <= gaps.most; inner += 1) {
      for (let outer = gaps.least; outer <= gaps.most; outer += 1) {
        // The same size with the same gap throughout is one longer row and not nested.
        if (row.distinct === 1 && inner === outer) continue;
        visit(3 * (row.inner - 1) * inner + 2 * outer, 1, inner, outer);
      }
    }
    return;
  }
  const between = row.sizes.length - 1;
  if (between === 0) visit(0, 1, 0, 0);
  else if (!gapsDiffer) {
    for (let gap = gaps.least; gap <= gaps.most; gap += 1) visit(between * gap, 1, gap, gap);
  } else {
    const ways = waysToSum(between, gaps.most - gaps.least);
    ways.forEach((count, over) => {
      visit(between * gaps.least + over, count, -1, -1);
    });
  }
}

/** Ways that were counted; there are few different questions of this kind. */
const counted = new Map<string, readonly number[]>();

/** How many rows of `count` numbers from 0 to `most` have each sum. */
function waysToSum(count: number, most: number): readonly number[] {
  const key = `${count} ${most}`;
  let known = counted.get(key);
  if (!known) {
    known = countWays(count, most);
    counted.set(key, known);
  }
  return known;
}

function countWays(count: number, most: number): readonly number[] {
  let ways: number[] = [1];
  for (let place = 0; place < count; place += 1) {
    const next = Array<number>(ways.length + most).fill(0);
    ways.forEach((before, total) => {
      for (let one = 0; one <= most; one += 1)
        next[total + one] = (next[total + one] ?? 0) + before;
    });
    ways = next;
  }
  return ways;
}

/**
 * Every row of gaps within the bounds that has this total, in the order of a dictionary; one after
 * the other, since there can be far more of them than anyone takes.
 */
export function* gapRows(
  count: number,
  total: number,
  { least, most }: Question['gaps'],
): Generator<readonly number[]> {
  if (count === 0) {
    if (total === 0) yield [];
    return;
  }
  const from = Math.max(least, total - (count - 1) * most);
  const to = Math.min(most, total - (count - 1) * least);
  for (let first = from; first <= to; first += 1) {
    for (const rest of gapRows(count - 1, total - first, { least, most })) {
      yield [first, ...rest];
    }
  }
}

/** More than the gaps of any cadence add up to. */
const GAPS = 2 ** 10;

/** Classes of simplicity: different sizes first, then the total of the gaps. */
export const classOf = (distinct: number, gaps: number) => distinct * GAPS + gaps;
const CLASSES = 17 * GAPS;

export function countByClass(
  rows: readonly Row[],
  speeds: readonly Speed[],
  question: Question,
): Float64Array {
  const steps = countInSteps(rows, speeds, question);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** Rows that are counted alike: as many phrases, as long, with as many different sizes. */
interface AlikeRows {
  readonly row: Row;
  times: number;
}

function alikeRows(rows: readonly Row[]): readonly AlikeRows[] {
  const alike = new Map<string, AlikeRows>();
  for (const row of rows) {
    const { sizes, inner, total: long, distinct } = row;
    const key = `${sizes.length} ${inner} ${long} ${distinct}`;
    const known = alike.get(key);
    if (known) known.times += 1;
    else alike.set(key, { row, times: 1 });
  }
  return [...alike.values()];
}

/** Counts by class as `countByClass` does; gives way now and then, and says how far it is, 0 to 1. */
export function* countInSteps(
  rows: readonly Row[],
  speeds: readonly Speed[],
  question: Question,
): Generator<number, Float64Array> {
  const counts = new Float64Array(CLASSES);
  // Speeds at which nothing lands, and rows longer than anything that does, need not be looked at.
  const landing = speeds.filter(({ lands }) => lands.some((one) => one > 0));
  const longest = Math.max(0, ...landing.map(({ lands }) => lands.length - 1));
  const all = alikeRows(rows.filter((row) => row.total <= longest));
  for (const [index, { row, times }] of all.entries()) {
    eachTotal(row, question, (gaps, ways) => {
      for (const { lands } of landing) {
        if (lands[row.total + gaps]) {
          const one = classOf(row.distinct, gaps);
          counts[one] = (counts[one] ?? 0) + ways * times;
        }
      }
    });
    if (index % 64 === 63) yield index / all.length;
  }
  return counts;
}

export function total(counts: Float64Array): number {
  return counts.reduce((all, count) => all + count, 0);
}

/** The class up to which there are enough. */
export function classOfFirst(counts: Float64Array, enough: number): number {
  let all = 0;
  return counts.findIndex((count) => {
    all += count;
    return all >= enough;
  });
}
