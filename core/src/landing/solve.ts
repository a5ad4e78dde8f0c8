import type { Cycle } from '../cycle/index.ts';
import type { Cadence } from './cadence.ts';
import { sum } from './cadence.ts';
import { type Question, questionProblem } from './question.ts';
import { rowsOf, type Shape, SIMPLE_SHAPES } from './shapes.ts';
import { type Units, unitsOf } from './units.ts';

/** A cadence that lands, with the shape it was found as. */
export interface Solution extends Cadence {
  readonly shape: Shape;
}

/** All solutions of a question. */
export interface Solutions {
  /** How many there are within the bounds. */
  readonly found: number;
  /** How many of them can be taken: all, or the first by simplicity where there are too many. */
  readonly kept: number;
  /** Some of them, the simplest first. */
  take(from: number, count: number): readonly Solution[];
}

/** Beyond so many solutions only the first are kept. */
export const MOST_SOLUTIONS = 100_000;
const FIRST = 1000;

/** One row of sizes, with which gaps go between. */
interface Row {
  readonly shape: Shape;
  readonly sizes: readonly number[];
  readonly total: number;
  /** How many different sizes: the fewer, the simpler. */
  readonly distinct: number;
  /** For a nested one: the phrases of a third. */
  readonly inner: number;
  readonly innerIsSame: boolean;
}

/** What the key of a solution is packed from; each weighs more than all that follow. */
const INDEX = 2 ** 17;
const LENGTH = 2 ** 12;
const PHRASES = 2 ** 6;
const GAPS = 2 ** 10;

/**
 * Every cadence within the bounds of a question that lands on a one of the cycle, none twice,
 * simplest first: fewest different sizes, smallest gaps, a start on a beat before one between beats,
 * then the fewest phrases and the shortest.
 * @throws RangeError where the question cannot be asked
 */
export function solve(cycle: Cycle, question: Question): Solutions {
  const problem = questionProblem(question);
  if (problem) throw new RangeError(problem);
  const rows = rowsFor(question);
  const speeds = question.parts.map((parts) => speedOf(cycle, question, parts));
  const counts = countByClass(rows, speeds, question);
  const found = sum(counts);
  const cutoff = found <= MOST_SOLUTIONS ? counts.length : classOfFirst(counts, FIRST);
  const picked = pick(rows, speeds, question, cutoff);
  const kept = found <= MOST_SOLUTIONS ? found : Math.min(FIRST, picked.keys.length);
  return {
    found,
    kept,
    take: (from, count) =>
      Array.from({ length: Math.max(0, Math.min(kept, from + count) - from) }, (_, at) =>
        picked.solution((picked.keys[from + at] ?? 0) % INDEX),
      ),
  };
}

/** How many cadences there are, without working them out. */
export function countSolutions(cycle: Cycle, question: Question): number {
  const rows = rowsFor(question);
  return sum(
    countByClass(
      rows,
      question.parts.map((parts) => speedOf(cycle, question, parts)),
      question,
    ),
  );
}

/** Which lengths land, at one speed: a table by length, 2 where it starts on a beat, 1 between. */
interface Speed {
  readonly parts: number;
  readonly units: Units;
  readonly lands: Uint8Array;
}

function speedOf(cycle: Cycle, question: Question, parts: number): Speed {
  const units = unitsOf(cycle, parts);
  const { perTurn } = units;
  const { start, turns, landing, after = 0 } = question;
  const extra = after - (landing === 'on-last' ? 1 : 0);
  const longest = turns * perTurn - extra;
  const lands = new Uint8Array(Math.max(0, longest) + 1);
  const wanted =
    start.kind === 'at' ? start.count * parts + partAt(start.part, question, parts) : 0;
  for (let length = 1; length <= longest; length += 1) {
    const lead = length + extra;
    if (lead < 1) continue;
    const turnsTaken = Math.ceil(lead / perTurn);
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
  return { parts, units, lands };
}

/** The part of a count at another speed; −1 where that speed has no unit there. */
function partAt(part: number, { parts: [first = 1] }: Question, parts: number): number {
  const at = (part * parts) / first;
  return Number.isInteger(at) ? at : Number.NaN;
}

function rowsFor({ shapes, sizes, repeats, list }: Question): readonly Row[] {
  const row = (shape: Shape, all: readonly number[], inner = all.length): Row => ({
    shape,
    sizes: all,
    total: sum(all),
    distinct: new Set(all).size,
    inner,
    innerIsSame: new Set(all).size === 1,
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
function eachTotal(
  row: Row,
  question: Question,
  visit: (total: number, ways: number, inner: number, outer: number) => void,
): void {
  const { gaps, gapsDiffer } = question;
  if (row.shape === 'nested') {
    for (let inner = gaps.least; inner <= gaps.most; inner += 1) {
      for (let outer = gaps.least; outer <= gaps.most; outer += 1) {
        // The same size with the same gap throughout is one longer row and not nested.
        if (row.innerIsSame && inner === outer) continue;
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

/** How many rows of `count` numbers from 0 to `most` have each sum. */
function waysToSum(count: number, most: number): readonly number[] {
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

/** Classes of simplicity: different sizes first, then the total of the gaps. */
const classOf = (distinct: number, gaps: number) => distinct * GAPS + gaps;

function countByClass(
  rows: readonly Row[],
  speeds: readonly Speed[],
  question: Question,
): readonly number[] {
  const counts: number[] = [];
  for (const row of rows) {
    eachTotal(row, question, (total, ways) => {
      for (const { lands } of speeds) {
        if (!lands[row.total + total]) continue;
        const at = classOf(row.distinct, total);
        counts[at] = (counts[at] ?? 0) + ways;
      }
    });
  }
  return Array.from(counts, (count) => count ?? 0);
}

/** The class up to which there are enough. */
function classOfFirst(counts: readonly number[], enough: number): number {
  let all = 0;
  return counts.findIndex((count) => {
    all += count;
    return all >= enough;
  });
}

interface Picked {
  /** Sorted: what a solution is simple by, and the number it was found as. */
  readonly keys: Float64Array;
  solution(number: number): Solution;
}

/** Finds the solutions up to a class and sorts them by one number each. */
function pick(
  rows: readonly Row[],
  speeds: readonly Speed[],
  question: Question,
  cutoff: number,
): Picked {
  const found: {
    row: Row;
    speed: Speed;
    inner: number;
    outer: number;
    gaps?: readonly number[];
  }[] = [];
  const keys: number[] = [];
  for (const row of rows) {
    eachTotal(row, question, (total, _ways, inner, outer) => {
      if (classOf(row.distinct, total) > cutoff) return;
      for (const speed of speeds) {
        const lands = speed.lands[row.total + total];
        if (!lands) continue;
        const simple =
          ((classOf(row.distinct, total) * 2 + (lands === 2 ? 0 : 1)) * PHRASES +
            row.sizes.length) *
            LENGTH +
          Math.min(LENGTH - 1, row.total + total);
        const rowsOfGaps: readonly (readonly number[] | undefined)[] =
          inner < 0 ? gapRows(row.sizes.length - 1, total, question.gaps) : [undefined];
        for (const gaps of rowsOfGaps) {
          // So many of one class are never shown; the first of them stand for it.
          if (found.length >= INDEX) break;
          keys.push(simple * INDEX + found.length);
          found.push({ row, speed, inner, outer, ...(gaps ? { gaps } : {}) });
        }
      }
    });
  }
  return {
    keys: Float64Array.from(keys).sort(),
    solution(number) {
      const one = found[number];
      if (!one) throw new RangeError(`There is no solution ${number}.`);
      const { row, speed, inner, outer, gaps } = one;
      const { landing, after } = question;
      return {
        shape: row.shape,
        sizes: row.sizes,
        gaps:
          gaps ??
          Array.from({ length: row.sizes.length - 1 }, (_, at) =>
            (at + 1) % row.inner === 0 ? outer : inner,
          ),
        parts: speed.parts,
        landing,
        ...(after ? { after } : {}),
      };
    },
  };
}

/** Every row of gaps within the bounds that has this total, in the order of a dictionary. */
function gapRows(
  count: number,
  total: number,
  { least, most }: Question['gaps'],
): readonly (readonly number[])[] {
  if (count === 0) return total === 0 ? [[]] : [];
  const rows: (readonly number[])[] = [];
  const from = Math.max(least, total - (count - 1) * most);
  const to = Math.min(most, total - (count - 1) * least);
  for (let first = from; first <= to; first += 1) {
    for (const rest of gapRows(count - 1, total - first, { least, most })) {
      rows.push([first, ...rest]);
    }
  }
  return rows;
}
