import { LIMITS } from '../rhythm/index.ts';
import { type Beats, lcmWithin, ONE, parseRational } from '../time/index.ts';
import { type Piece, type Problems, problemAt, quote } from './problem.ts';
import { isBlank, type Row } from './rows.ts';

/** One cell of a shaped row (`play`, `hand`, `say`): its length in beats and the words of its slots. */
export interface ShapedCell {
  readonly beats: Beats;
  readonly slots: readonly Piece[];
  /** True where `|` or a row that is full ends the turn after this cell. */
  readonly endsTurn: boolean;
  /** The separator or the last word, where a problem of the whole cell or turn is shown. */
  readonly end: Piece;
}

interface OpenCell {
  beats: Beats;
  slots: Piece[];
}

/**
 * Cuts rows of one key into cells: `/` ends a cell, `|` ends a turn, a new row starts a new cell,
 * `<4>` before the words gives the cell's length, `word*3` stands for three words.
 */
export function shapeRows(
  rows: readonly Row[],
  problems: Problems,
): readonly (ShapedCell & { readonly endsRow: boolean })[] {
  const cells: (ShapedCell & { endsRow: boolean })[] = [];
  let slots = 0;
  /** The common denominator of the lengths so far: they are added up, exactly. */
  let parts = 1;
  for (const row of rows) {
    const pieces = piecesOf(row.rest);
    let cell: OpenCell | undefined;
    let lastPiece: Piece = row.key;
    const close = (end: Piece, endsTurn: boolean, endsRow: boolean): void => {
      if (cell && cell.slots.length > 0) {
        cells.push({ beats: cell.beats, slots: cell.slots, endsTurn, endsRow, end });
      } else if (endsRow === false || cell) {
        problems.push(
          problemAt(end, 'This cell is empty. Write a stroke in it, or . for silence.'),
        );
      }
      cell = undefined;
    };
    for (const piece of pieces) {
      const { text } = piece;
      if (text === '/' || text === '|') {
        const previous = cells.at(-1);
        const turnJustEnded = cell === undefined && previous?.endsRow && !previous.endsTurn;
        if (text === '|' && turnJustEnded && previous) {
          cells[cells.length - 1] = { ...previous, endsTurn: true };
        } else close(piece, text === '|', false);
      } else if (text.charCodeAt(0) === ANGLE) {
        if (cell) {
          problems.push(problemAt(piece, 'A length such as <2> stands first in its cell.'));
        } else {
          const beats = readLength(piece, problems);
          const shared = lcmWithin(parts, beats.den, LIMITS.grid);
          if (shared <= LIMITS.grid) parts = shared;
          else problems.push(problemAt(piece, noCommonPart(beats)));
          cell = { beats: shared <= LIMITS.grid ? beats : ONE, slots: [] };
        }
      } else {
        cell ??= { beats: ONE, slots: [] };
        const before = cell.slots.length;
        if (text.length > 1 && text.includes('*')) cell.slots.push(...unroll(piece, problems));
        else cell.slots.push(piece);
        if (cell.slots.length > LIMITS.slotsPerCell) {
          cell.slots.length = LIMITS.slotsPerCell;
          problems.push(problemAt(piece, `A cell has at most ${LIMITS.slotsPerCell} slots.`));
        }
        slots += cell.slots.length - before;
        if (slots > LIMITS.slotsPerLayer) {
          problems.push(problemAt(piece, tooLong()));
          return cells;
        }
      }
      lastPiece = piece;
    }
    if (cell) close(lastPiece, false, true);
  }
  return cells;
}

function tooLong(): string {
  return `A layer has at most ${LIMITS.slotsPerLayer} slots; nothing is read from here on. Take turns out, or divide beats into fewer slots.`;
}

function noCommonPart({ num, den }: Beats): string {
  return `A length of ${num}/${den} has no common part with those before it. Use lengths that go into one another.`;
}

const SPACE = 32;
const SLASH = 47;
const BAR = 124;
const ANGLE = 60;

/** The words of a row and its marks, each with its place: `X/Y` and `X|` need no spaces round the marks. */
function piecesOf({ text, line, column }: Piece): readonly Piece[] {
  const pieces: Piece[] = [];
  let start = -1;
  /** Nearly all words are whole: a mark that stands alone, or a stroke without one. */
  let isWhole = true;
  for (let at = 0; at <= text.length; at += 1) {
    const code = at === text.length ? SPACE : text.charCodeAt(at);
    if (!isBlank(code)) {
      if (start < 0) start = at;
      if (code === SLASH || code === BAR || code === ANGLE) isWhole = false;
      continue;
    }
    if (start < 0) continue;
    const word = text.slice(start, at);
    if (isWhole || word.length === 1) pieces.push({ text: word, line, column: column + start });
    else
      for (const match of word.matchAll(/<[^<>]*>|[|/]|[^|/<]+|</g))
        pieces.push({ text: match[0], line, column: column + start + match.index });
    start = -1;
    isWhole = true;
  }
  return pieces;
}

function readLength(piece: Piece, problems: Problems): Beats {
  const inside = /^<([^>]*)>$/.exec(piece.text)?.[1] ?? '';
  const beats = parseRational(inside.trim());
  if (
    !beats ||
    beats.num < 1 ||
    beats.den > LIMITS.cellDen ||
    beats.num > LIMITS.cellBeats * beats.den
  ) {
    problems.push(
      problemAt(piece, `${quote(piece.text)} is not a length in beats. Write <2> or <1/2>.`),
    );
    return ONE;
  }
  return beats;
}

function unroll(piece: Piece, problems: Problems): readonly Piece[] {
  const match = /^(.+)\*(.*)$/u.exec(piece.text);
  if (!match) return [piece];
  const [, word = '', times = ''] = match;
  const count = /^\d{1,4}$/.test(times) ? Number(times) : 0;
  if (count < 1 || count > LIMITS.slotsPerCell) {
    problems.push(
      problemAt(
        piece,
        `Write how many times after *, from 1 to ${LIMITS.slotsPerCell}: ${word}*4.`,
      ),
    );
    return [{ ...piece, text: word }];
  }
  return Array<Piece>(count).fill({ ...piece, text: word });
}
