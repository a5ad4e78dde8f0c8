import { type Laid, type Span, timeTo } from '@stride/core/form';
import type { Seconds } from '@stride/core/time';
import type { Px } from '../strideline/geometry.ts';

/** A section, or some of its turns, as it stands in a row. */
export interface Piece {
  readonly span: Span;
  /** Its turns, from 0, up to the one after its last. */
  readonly from: number;
  readonly to: number;
  readonly x: Px;
  readonly width: Px;
  /** When it begins and ends, from the beginning of the form. */
  readonly start: Seconds;
  readonly end: Seconds;
}

/** A line of the page. */
export type Row = readonly Piece[];

/** The room between two sections. */
export const GAP: Px = 4;

/** No section is narrower than this, however short: its name has to be found. */
export const LEAST: Px = 50;

/**
 * Lays a form out in rows like a page of music: sections side by side as wide as they last. One that does not fit on
 * the rest of a row begins the next; one that fits on no row is cut between its turns.
 * @param width of a row
 * @param scale pixels a second
 */
export function layRows(laid: Laid, width: Px, scale: number): readonly Row[] {
  const rows: Piece[][] = [];
  let row: Piece[] = [];
  let x = 0;
  const close = () => {
    if (row.length > 0) rows.push(row);
    row = [];
    x = 0;
  };
  const place = (span: Span, from: number, to: number) => {
    const [start, end] = [span.start + timeTo(span, from), span.start + timeTo(span, to)];
    const wide = Math.max(LEAST, (end - start) * scale);
    row.push({ span, from, to, x, width: Math.min(wide, width), start, end });
    x += wide + GAP;
  };
  for (const span of laid.spans) {
    const whole = Math.max(LEAST, span.length * scale);
    if (x > 0 && x + whole > width && whole <= width) close();
    if (x + whole <= width) {
      place(span, 0, span.turns);
      continue;
    }
    // Cut between turns: as many as fit on each row, one at least.
    for (let from = 0; from < span.turns; ) {
      let to = from + 1;
      const begin = timeTo(span, from);
      while (to < span.turns && x + (timeTo(span, to + 1) - begin) * scale <= width) to += 1;
      if (x > 0 && x + (timeTo(span, to) - begin) * scale > width) {
        close();
        continue;
      }
      place(span, from, to);
      from = to;
      if (from < span.turns) close();
    }
  }
  close();
  return rows;
}

/** Pixels a second at which the whole form takes about so many rows, and no section is longer than a row. */
export function scaleFor(laid: Laid, width: Px, rows: number): number {
  // What is left over at the end of rows, and what short sections take more than they last.
  const used = Math.max(1, width * rows * 0.9);
  const longest = Math.max(1, ...laid.spans.map(({ length }) => length));
  return Math.min(used / Math.max(1, laid.length), width / longest);
}

/** Where a moment stands: the row, the piece, and how far from the left; nothing after the end. */
export function placeOf(
  rows: readonly Row[],
  at: Seconds,
): { readonly row: number; readonly x: Px } | undefined {
  for (const [row, pieces] of rows.entries()) {
    const piece = pieces.find(({ end }) => at < end);
    if (!piece) continue;
    const part = (at - piece.start) / (piece.end - piece.start);
    return { row, x: piece.x + Math.max(0, part) * piece.width };
  }
  return undefined;
}

/** Where a pulse of a section stands in a piece of it, from the piece’s left; beyond either side where it lies there. */
export function xOfTime({ span, start, end, width }: Piece, sinceSection: Seconds): Px {
  return ((span.start + sinceSection - start) / (end - start)) * width;
}
