import { cellAt, nth } from '../bounds/index.ts';
import { classOf, eachTotal, gapRows, type Row, type Speed } from './candidates.ts';
import { eduppuOf, type Question } from './question.ts';
import type { Solution } from './solution.ts';

/** What the key of a solution is packed from; each weighs more than all that follow. */
const INDEX = 2 ** 17;
const LENGTH = 2 ** 12;
const PHRASES = 2 ** 6;

interface Picked {
  /** The solution at a place of the order of simplicity. */
  at(place: number): Solution;
}

/**
 * Puts the solutions up to a class into one array by class; a class is sorted when one of its
 * solutions is first asked for, each by a single number: what it is simple by, and where it stands.
 */
export function pick(
  rows: readonly Row[],
  speeds: readonly Speed[],
  question: Question,
  counts: Float64Array,
  last: number,
): Picked {
  // Where each class begins; beyond its room the first of a very large class stand for the rest.
  const starts = new Int32Array(last + 2);
  for (let at = 0; at <= last; at += 1) {
    starts[at + 1] = Math.min(INDEX, cellAt(starts, at) + cellAt(counts, at));
  }
  const room = cellAt(starts, last + 1);
  const next = starts.slice();
  const keys = new Float64Array(room);
  const ofRow = new Int32Array(room);
  const ofSpeed = new Uint8Array(room);
  const inners = new Int8Array(room);
  const outers = new Int8Array(room);
  const ownGaps: (readonly number[])[] = [];
  let number = 0;
  rows.forEach((row, rowIndex) => {
    // Already with the smallest gaps it is less simple than what is asked for.
    if (classOf(row.distinct, 0) > last) return;
    eachTotal(row, question, (gaps, _ways, inner, outer) => {
      const one = classOf(row.distinct, gaps);
      if (one > last) return;
      speeds.forEach(({ lands }, speedIndex) => {
        const landing = lands[row.total + gaps];
        if (!landing) return;
        const simple =
          ((landing === 2 ? 0 : PHRASES) + row.sizes.length) * LENGTH +
          Math.min(LENGTH - 1, row.total + gaps);
        const rowsOfGaps = inner < 0 ? gapRows(row.sizes.length - 1, gaps, question.gaps) : ALIKE;
        for (const between of rowsOfGaps) {
          const place = next[one] ?? room;
          if (place >= cellAt(starts, one + 1)) return;
          next[one] = place + 1;
          keys[place] = simple * INDEX + number;
          ofRow[number] = rowIndex;
          ofSpeed[number] = speedIndex;
          inners[number] = inner;
          outers[number] = outer;
          if (inner < 0) ownGaps[number] = between;
          number += 1;
        }
      });
    });
  });
  const sorted = new Uint8Array(last + 1);

  function sortedKey(place: number): number {
    const one = classAt(starts, place);
    if (!sorted[one]) {
      sorted[one] = 1;
      keys.subarray(starts[one], starts[one + 1]).sort();
    }
    return cellAt(keys, place);
  }

  return {
    at(place) {
      const found = sortedKey(place) % INDEX;
      const row = nth(rows, cellAt(ofRow, found));
      const speed = nth(speeds, cellAt(ofSpeed, found));
      const { landing, after } = question;
      const gaps = Array.from({ length: row.sizes.length - 1 }, (_, index) =>
        cellAt((index + 1) % row.inner === 0 ? outers : inners, found),
      );
      return {
        shape: row.shape,
        sizes: row.sizes,
        gaps: ownGaps[found] ?? gaps,
        parts: speed.parts,
        landing,
        ...(after ? { after } : {}),
        ...(question.eduppu ? { eduppu: eduppuOf(question, speed.parts) ?? 0 } : {}),
      };
    },
  };
}

/** One row of gaps that are all alike; which they are stands beside it. */
const ALIKE: readonly (readonly number[])[] = [[]];

/** The class that a place of the array belongs to. */
function classAt(starts: Int32Array, place: number): number {
  let low = 0;
  let high = starts.length - 2;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (cellAt(starts, middle) <= place) low = middle;
    else high = middle - 1;
  }
  return low;
}
